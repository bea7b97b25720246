import { PLASTIC, WOOD } from './colours'
import { type SubjectModel, objectMiddle } from './model'

/** A top that stands upright as it spins: its foot, its plate and its stem. */
const PROFILE: readonly (readonly [radius: number, height: number])[] = [
  [0.02, -1],
  [0.16, -0.7],
  [0.92, -0.12],
  [1, 0],
  [0.92, 0.12],
  [0.18, 0.36],
]

/** A spinning top on its way. */
export const toss: SubjectModel = input => {
  const { bodies, plan } = input
  const { motion } = plan.setup
  const [x, y, z] = objectMiddle(input)
  const [wide, half] = [motion.diameter / 2, motion.objectLength / 2]
  bodies.riders(() => {
    bodies.lathe(
      [x, y, z],
      PROFILE.map(([r, h]) => [r * wide, h * half]),
      PLASTIC,
    )
    bodies.lathe(
      [x, y, z],
      [
        [0.1 * wide, 0.34 * half],
        [0.09 * wide, 0.92 * half],
        [0, 1 * half],
      ],
      WOOD,
    )
    // A dot on the plate: what shows that it turns.
    bodies.sphere([x + wide * 0.6, y + half * 0.2, z + wide * 0.35], wide * 0.11, WOOD)
  })
}
