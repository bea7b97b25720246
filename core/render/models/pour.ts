import { GRAVITY } from '../../physics/constants'
import { seededRandom } from '../../math/random'
import type { Bodies } from '../bodies'
import { GLASS } from '../material'
import { BENCH, COFFEE, CREAM, STEEL } from './colours'
import { type SubjectModel, type ModelInput, sinceImpact } from './model'

/** A stream from a spout as far as its head: it thins as it falls faster, as the same flows through each height. */
function stream({ bodies, plan, path }: ModelInput, top: number): void {
  const { motion } = plan.setup
  const head = path(plan.timing.captured ?? 0)
  const slices = 14
  let above: [number, number] | null = null
  for (let i = 0; i <= slices; i++) {
    const y = top + ((head[1] - top) * i) / slices
    const fallen = top - y
    const radius = (motion.diameter / 2) * (1 + (2 * GRAVITY * fallen) / motion.speed ** 2) ** -0.25
    if (above) bodies.cone([0, above[0], 0], [0, y, 0], above[1], radius, CREAM)
    above = [y, radius]
  }
  if (above) bodies.sphere([0, above[0], 0], above[1], CREAM, [0, -motion.speed, 0])
}

/** The cloud under the surface, where it comes near the glass, and what is thrown up. */
function cloud(bodies: Bodies, since: number, surface: number, radius: number, depth: number, stream: number): void {
  const random = seededRandom(12)
  const reach = Math.min(depth * 0.92, since * 0.3)
  for (let i = 0; i < 900; i++) {
    const down = random.uniform() ** 0.7 * reach
    const wide = Math.min(radius * 0.9, stream + down * 0.55)
    const size = 0.0015 + (0.02 + 0.1 * random.uniform() ** 3) * (0.01 + down)
    const x = wide * (random.uniform() + random.uniform() - 1)
    // Billows come a little out of the dark where they touch the glass.
    const out = radius * 0.99 - size
    const z = Math.sqrt(Math.max(0, out * out - x * x))
    bodies.sphere([x, surface - down * (0.8 + 0.2 * random.uniform()), z], size, CREAM)
  }
  const thrown = Math.min(1, since / 0.02)
  for (let i = 0; i < 46; i++) {
    const turn = 2 * Math.PI * random.uniform()
    const [up, out] = [0.5 + 0.8 * random.uniform(), 0.1 + 0.35 * random.uniform()]
    const height = up * since - (GRAVITY / 2) * since * since
    if (height <= 0) continue
    const r = Math.min(radius * 0.9, stream + out * since)
    bodies.sphere(
      [r * Math.cos(turn), surface + height, r * Math.sin(turn)],
      (0.0005 + 0.0014 * random.uniform() ** 2) * thrown,
      CREAM,
      [out * Math.cos(turn), up - GRAVITY * since, out * Math.sin(turn)],
    )
  }
}

/** A glass with a liquid, a stream into it, and what comes of it. */
export const pour: SubjectModel = input => {
  const { bodies, plan, stage } = input
  const { subject, motion } = plan.setup
  const surface = stage.at(subject.distance)[1]
  const top = stage.at(0)[1]
  const radius = subject.height / 2
  const foot = surface - subject.depth
  bodies.lathe(
    [0, foot, 0],
    [
      [0, 0],
      [radius, 0],
      [radius, subject.depth * 1.3],
    ],
    GLASS,
  )
  const inside = radius * 0.965
  bodies.cone([0, foot + 0.002, 0], [0, surface, 0], inside, inside, COFFEE)
  bodies.disc([0, surface, 0], [0, 1, 0], inside, COFFEE)
  bodies.disc([0, foot - 0.001, 0], [0, 1, 0], 0.5, BENCH)
  // The spout it comes from.
  bodies.capsule([0, top + 0.004, 0], [-0.05, top + 0.03, 0], motion.diameter * 0.8, STEEL)
  stream(input, top)
  const since = sinceImpact(input)
  if (since > 0) cloud(bodies, since, surface, radius, subject.depth, motion.diameter / 2)
}
