import { secondOf } from '../../recipes/through'
import { seededRandom } from '../../math/random'
import type { Vector } from '../bodies'
import { BISCUIT, BENCH, STEEL } from './colours'
import { type SubjectModel, type ModelInput, objectMiddle } from './model'

/** The thing that is shot: a ball, or a rod with round ends. */
export function ball(input: ModelInput): void {
  const { bodies, plan, stage } = input
  const { motion } = plan.setup
  const middle = objectMiddle(input)
  const radius = motion.diameter / 2
  const half = Math.max(0, motion.objectLength / 2 - radius)
  bodies.riders(() => {
    if (half < radius * 0.05) bodies.sphere(middle, Math.max(radius, motion.objectLength / 2), STEEL)
    else {
      const [x, y] = [stage.direction[0] * half, stage.direction[1] * half]
      bodies.capsule(
        [middle[0] - x, middle[1] - y, middle[2]],
        [middle[0] + x, middle[1] + y, middle[2]],
        radius,
        STEEL,
      )
    }
  })
}

/** Fragments in a plume drawn after the ball, some thrown back, each at a speed of its own. */
function plume({ bodies, plan, stage }: ModelInput, hole: number): void {
  const { subject } = plan.setup
  const past = Math.max(0, plan.caughtAt ?? 0)
  const time = Math.max(1e-5, (plan.timing.captured ?? 0) - (plan.timing.impact ?? 0))
  const random = seededRandom(6)
  for (let i = 0; i < 420; i++) {
    const share = random.uniform() ** 1.7
    const back = random.uniform() < 0.18
    const wide = (hole * 0.8 + (1 - share) * past * 0.3) * (back ? 0.8 : 1)
    const angle = 2 * Math.PI * random.uniform()
    const off = wide * Math.sqrt(random.uniform())
    const along = back ? -share * past * 0.4 : subject.depth + share * Math.max(0, past - subject.depth) * 0.96
    const at = stage.at(subject.distance + along)
    const place: Vector = [at[0], at[1] + off * Math.cos(angle), at[2] + off * Math.sin(angle)]
    const origin = stage.at(subject.distance + (back ? 0 : subject.depth))
    const velocity: Vector = [
      (place[0] - origin[0]) / time,
      (place[1] - origin[1]) / time,
      (place[2] - origin[2]) / time,
    ]
    bodies.sphere(place, 0.0002 + random.uniform() ** 4 * 0.0019, BISCUIT, velocity)
  }
}

/** One disc on its thread, with a hole where the ball has been through. */
function biscuit({ bodies, stage }: ModelInput, at: number, deep: number, radius: number, hole: number): void {
  const [near, far] = [stage.at(at), stage.at(at + deep)]
  bodies.cone(near, far, radius, radius, BISCUIT)
  bodies.disc(near, [-1, 0, 0], radius, BISCUIT, hole)
  bodies.disc(far, [1, 0, 0], radius, BISCUIT, hole * 1.25)
  if (hole > 0) bodies.cone(near, far, hole, hole * 1.25, BISCUIT)
  bodies.capsule([near[0], radius, 0], [near[0], radius + 1, 0], 0.0003, BENCH)
}

/** A disc on a thread, whole or with a hole and its fragments, and the ball. */
export const projectile: SubjectModel = input => {
  const { subject, motion } = input.plan.setup
  const radius = subject.height / 2
  const past = input.plan.caughtAt ?? -1
  const holeAfter = (from: number): number => (past > from ? Math.min(radius * 0.6, motion.diameter * 0.75) : 0)
  biscuit(input, subject.distance, subject.depth, radius, holeAfter(0))
  const second = secondOf(input.plan.setup)
  if (second) biscuit(input, subject.distance + second.gap, second.depth, radius, holeAfter(second.gap))
  if (past > 0) plume(input, holeAfter(0))
  ball(input)
}
