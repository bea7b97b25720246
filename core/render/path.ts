import type { Stage } from '../light/place'
import type { Vector } from '../light/lamp'
import { type Motion, type Plan, followed, meanInputs, motionFor } from '../plan'

/** Where the thing that moves is at times of a take, in the picture's axes: its leading edge. */
export function pathOf(plan: Pick<Plan, 'setup' | 'drag'>, stage: Stage): (time: number) => Vector {
  const { setup, drag } = plan
  const follow = followed(setup, drag)
  const motion: Motion = motionFor(setup, drag, meanInputs(setup))
  const through = motion.riseAt ? motion.riseAt(motion.timeAt(setup.subject.distance) ?? 0) : 0
  return time => stage.at(follow(time), motion.riseAt ? motion.riseAt(time) - through : 0)
}
