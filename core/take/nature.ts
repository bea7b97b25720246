import type { KnownSetup } from '../setup/known'
import { type NamedStage, chainStages, dragOf, meanInputs, motionFor, takeTimes } from './chain'
import type { TakeInputs, TakeTimes } from '../sensors/take'
import type { Motion } from '../physics/travel'

/** What nature makes of a set-up: how its mean take goes on, and through which chain. */
export interface Nature {
  /** Quadratic drag of the object, 1/m. */
  drag: number
  /** What decides when things happen in the mean take. */
  mean: TakeInputs
  motion: Motion
  times: TakeTimes
  /** From the sensor's place to the middle of the light or of the exposure, in order. */
  stages: NamedStage[]
}

const RESOLVED = new WeakMap<KnownSetup, Nature>()

/**
 * What nature makes of a set-up, worked out once for each: sums, findings and drawings of a plan ask here rather than
 * work it out again.
 *
 * @param setup with everything filled in; not changed afterwards
 */
export function natureOf(setup: KnownSetup): Nature {
  const before = RESOLVED.get(setup)
  if (before) return before
  const drag = dragOf(setup)
  const mean = meanInputs(setup)
  const motion = motionFor(setup, drag, mean)
  const nature = { drag, mean, motion, times: takeTimes(setup, drag, mean, motion), stages: chainStages(setup) }
  RESOLVED.set(setup, nature)
  return nature
}
