import type { Assessment } from '../../plan'
import type { Bodies, Vector } from '../bodies'
import { scaled, sum } from '../../light/lamp'
import type { Stage } from '../../light/place'

/** What a look is made from. */
export interface ModelInput {
  plan: Assessment
  stage: Stage
  bodies: Bodies
  /** Leading edge of what moves at a time, s after the action starts. */
  path: (time: number) => Vector
}

/**
 * What is in front of the camera at the instant of the picture. Places, sizes and speeds are the plan's; what a thing
 * looks like beyond that is illustration.
 */
export type SubjectModel = (input: ModelInput) => void

/** Middle of what moves, at the picture's first instant. */
export function objectMiddle({ plan, stage, path }: ModelInput): Vector {
  const first = plan.sequence?.exposures[0]
  const lead = first ? stage.at(first.place) : path(plan.timing.captured ?? 0)
  return sum(lead, scaled(stage.direction, -plan.setup.motion.objectLength / 2))
}

/** s since what moves reached the subject; below 0 before. */
export const sinceImpact = ({ plan }: ModelInput): number =>
  (plan.timing.captured ?? 0) - (plan.timing.impact ?? Infinity)
