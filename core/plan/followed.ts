import { traitsOf } from '../recipes/all'
import type { Setup } from '../setup/types'
import { tearTime } from '../subjects'
import { type TakeInputs, meanInputs, motionFor } from './chain'

/** Where the thing that is followed is, m on the axis of the drawings, at a time, s after the action starts. */
export type Followed = (time: number) => number

/**
 * What moves, as the drawings follow it: the object along the travel; for a skin that tears where it is, the edges of
 * the tear, which run from the
 * pin, at 0, round both sides and meet opposite, projected on the line from the pin through the centre. What pours,
 * drops or is thrown ends at the
 * subject: there the rest of its moment goes on.
 *
 * @param setup validated
 * @param drag 1/m, as of `dragOf`
 * @param inputs of the take to follow; left out: the mean take
 */
export function followed(setup: Setup, drag: number, inputs: TakeInputs = meanInputs(setup)): Followed {
  if (setup.motion.kind !== 'still') {
    const motion = motionFor(setup, drag, inputs)
    if (!traitsOf(setup.recipe).endsAtSubject) return time => motion.positionAt(time)
    const end = setup.moment.reference === 'impact' ? inputs.subjectDistance : Infinity
    return time => Math.min(end, motion.positionAt(time))
  }
  // Something else that stays where it is has no edge to follow.
  if (!traitsOf(setup.recipe).tears) return () => 0
  const whole = tearTime({ diameter: setup.subject.height, crackSpeed: inputs.crackSpeed })
  const radius = setup.subject.depth / 2
  return time => radius * (1 - Math.cos(Math.PI * Math.min(1, Math.max(0, time / whole))))
}

/**
 * The same for a take off the mean by a number of standard deviations of what scatters it most: its speed, or the
 * tear's.
 */
export function followedOff(setup: Setup, drag: number, deviations: number): Followed {
  const mean = meanInputs(setup)
  return followed(setup, drag, {
    ...mean,
    speed: mean.speed * Math.max(0.01, 1 + deviations * setup.motion.speedSpread),
    crackSpeed: mean.crackSpeed * Math.max(0.01, 1 + deviations * setup.subject.crackSpeedSpread),
  })
}

/** Whether the followed thing scatters from take to take at all. */
export function followedScatters(setup: Setup): boolean {
  return setup.motion.kind === 'still'
    ? setup.subject.crackSpeedSpread > 0
    : setup.motion.kind !== 'fall' && setup.motion.speedSpread > 0
}
