import type { Vector } from '../bodies'
import { PLASTIC, STEEL, WOOD } from './colours'
import { type SubjectModel, type ModelInput, objectMiddle } from './model'
import { figure } from './people'

/** Two cups that meet at an axle. */
function diabolo(input: ModelInput): void {
  const { bodies, plan } = input
  const { motion } = plan.setup
  const [x, y, z] = objectMiddle(input)
  const [half, wide] = [motion.objectLength / 2, motion.diameter / 2]
  bodies.riders(() => {
    for (const side of [-1, 1] as const) {
      bodies.cone([x + side * half * 0.1, y, z], [x + side * half * 0.75, y, z], wide * 0.14, wide * 0.9, PLASTIC)
      bodies.cone([x + side * half * 0.75, y, z], [x + side * half, y, z], wide * 0.9, wide * 0.86, PLASTIC)
    }
    bodies.capsule([x - half * 0.12, y, z], [x + half * 0.12, y, z], wide * 0.13, STEEL)
  })
}

/** Somebody whose movement is followed over several pops, and what they move. */
export const swing: SubjectModel = input => {
  const { bodies, plan, stage } = input
  const { subject, motion } = plan.setup
  if (motion.kind !== 'still') {
    const centre = stage.at(subject.distance + subject.depth / 2)
    const foot: Vector = [centre[0], centre[1] - subject.height / 2, centre[2] - 0.25]
    const reach = subject.height * 0.26
    const left: Vector = [centre[0] - reach, centre[1] + subject.height * 0.02, 0]
    const right: Vector = [centre[0] + reach, centre[1] + subject.height * 0.06, 0]
    const wrists = figure(bodies, foot, subject.height, [left, right])
    // Sticks in the hands.
    for (const [i, wrist] of wrists.entries())
      bodies.capsule(wrist, [wrist[0] + (i ? 0.1 : -0.1), wrist[1] + 0.28, wrist[2] + 0.12], 0.008, WOOD)
  }
  diabolo(input)
}
