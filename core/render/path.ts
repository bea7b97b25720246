import type { Stage } from '../light/place'
import type { Vector } from '../light/lamp'
import type { Assessment } from '../plan'
import { followed, natureOf } from '../take'

/** Where the thing that moves is at times of a take, in the picture's axes: its leading edge. */
export function pathOf(plan: Pick<Assessment, 'known'>, stage: Stage): (time: number) => Vector {
  const follow = followed(plan.known)
  const { motion } = natureOf(plan.known)
  const through = motion.riseAt ? motion.riseAt(motion.timeAt(plan.known.subject.distance) ?? 0) : 0
  return time => stage.at(follow(time), motion.riseAt ? motion.riseAt(time) - through : 0)
}
