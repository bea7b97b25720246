import { traitsOf } from '../recipes/all'
import type { KnownSetup } from '../setup/known'
import type { Setup } from '../setup/types'
import { tearTime } from '../physics/subjects'
import { motionFor } from './chain'
import type { TakeInputs } from '../sensors/take'
import { natureOf } from './nature'

/** Where the thing that is followed is, m on the axis of the drawings, at a time, s after the action starts. */
export type Followed = (time: number) => number

/**
 * What moves, as the drawings follow it: the object along the travel; for a skin that tears where it is, the edges of
 * the tear, which run from the pin, at 0, round both sides and meet opposite, projected on the line from the pin
 * through the centre. What pours, drops or is thrown ends at the subject: there the rest of its moment goes on.
 *
 * @param setup with everything filled in, as a plan has it
 * @param inputs of the take to follow; left out: the mean take
 */
export function followed(setup: KnownSetup, inputs?: TakeInputs): Followed {
  const nature = natureOf(setup)
  if (setup.motion.kind !== 'still') {
    const motion = inputs ? motionFor(setup, nature.drag, inputs) : nature.motion
    if (!traitsOf(setup.recipe).endsAtSubject) return time => motion.positionAt(time)
    const end = setup.moment.reference === 'impact' ? (inputs ?? nature.mean).subjectDistance : Infinity
    return time => Math.min(end, motion.positionAt(time))
  }
  // Something else that stays where it is has no edge to follow.
  if (!traitsOf(setup.recipe).tears) return () => 0
  const whole = tearTime({ diameter: setup.subject.height, crackSpeed: (inputs ?? nature.mean).crackSpeed })
  const radius = setup.subject.depth / 2
  return time => radius * (1 - Math.cos(Math.PI * Math.min(1, Math.max(0, time / whole))))
}

/**
 * The same for a take off the mean by a number of standard deviations of what scatters it most: its speed, or the
 * tear's.
 */
export function followedOff(setup: KnownSetup, deviations: number): Followed {
  const { mean } = natureOf(setup)
  return followed(setup, {
    ...mean,
    speed: mean.speed * Math.max(0.01, 1 + deviations * setup.motion.speedSpread),
    crackSpeed: mean.crackSpeed * Math.max(0.01, 1 + deviations * setup.subject.crackSpeedSpread),
  })
}

/** Whether the followed thing scatters from take to take at all. */
export function followedScatters(setup: Pick<Setup, 'motion' | 'subject'>): boolean {
  return setup.motion.kind === 'still'
    ? setup.subject.crackSpeedSpread > 0
    : setup.motion.kind !== 'fall' && setup.motion.speedSpread > 0
}
