import { GRAVITY } from '../../physics/constants'
import { seededRandom } from '../../math/random'
import type { Vector } from '../bodies'
import { BENCH, RUBBER, TEA, TROUSERS } from './colours'
import type { SubjectModel } from './model'

/** Ridges that the syrup leaves from, s over which it has been leaving, and drops drawn. */
const RIDGES = 6
const FLUNG = 0.05
const DROPS = 900

/** A disc on its axle that faces the camera, its mark, and drops on their way from where the rim let them go. */
export const spin: SubjectModel = input => {
  const { bodies, plan, stage } = input
  const { motion } = plan.setup
  const [x, y, z] = stage.at(stage.middle)
  const radius = motion.diameter / 2
  const captured = plan.timing.captured ?? 0
  const omega = 2 * Math.PI * motion.turns
  const velocity = (turn: number): Vector => [-omega * radius * Math.sin(turn), omega * radius * Math.cos(turn), 0]
  bodies.cone([x, y, z - 0.012], [x, y, z], radius, radius, TROUSERS)
  bodies.disc([x, y, z], [0, 0, 1], radius, TROUSERS)
  bodies.capsule([x, y, z - 0.2], [x, y, z + 0.01], radius * 0.09, BENCH)
  // The mark passes its sensor at the foot of the disc as the action starts.
  const mark = omega * captured - Math.PI / 2
  const at = (turn: number, out: number): Vector => [x + out * Math.cos(turn), y + out * Math.sin(turn), z + 0.003]
  const moving = velocity(mark)
  bodies.capsule(at(mark, radius * 0.3), at(mark, radius * 0.94), radius * 0.05, RUBBER, [
    moving[0] * 0.6,
    moving[1] * 0.6,
    0,
  ])
  const random = seededRandom(12)
  for (let i = 0; i < DROPS; i++) {
    const since = FLUNG * random.uniform() ** 1.6
    const ridge = (2 * Math.PI * (i % RIDGES)) / RIDGES + (random.uniform() - 0.5) * 0.1
    const left = mark + ridge - omega * since
    const [rim, speed] = [at(left, radius), velocity(left)]
    const [jitter, deep] = [0.94 + 0.12 * random.uniform(), (random.uniform() - 0.5) * 0.5]
    const place: Vector = [
      rim[0] + speed[0] * jitter * since,
      rim[1] + speed[1] * jitter * since - (GRAVITY / 2) * since * since,
      rim[2] + deep * since,
    ]
    const size = 0.0007 + random.uniform() ** 3 * 0.0024
    const now: Vector = [speed[0] * jitter, speed[1] * jitter - GRAVITY * since, deep]
    const stretch = 0.0009
    bodies.capsule(
      place,
      [place[0] - now[0] * stretch, place[1] - now[1] * stretch, place[2] - now[2] * stretch],
      size,
      TEA,
      now,
    )
  }
}
