import { Film, sceneOf } from '../../render'
import type { Assessment } from '../../plan'
import { followed } from '../../take'
import { placeTells } from '../../run'
import type { Course } from './courses'
import { type Small, filmed } from './small'

/**
 * px across at which takes are read, and passes of light; finer where place alone tells: a small thing flies through a
 * wide frame, and its own light is plenty.
 */
const USUAL = { width: 96, passes: 2 }
const FINE = { width: 160, passes: 1 }

/** The plan as it would be were the light to fall at a time, s after the action starts. */
export function caughtAt(plan: Assessment, time: number, places: (time: number) => number): Assessment {
  const still = plan.setup.motion.kind === 'still'
  return {
    ...plan,
    sequence: null,
    timing: { ...plan.timing, captured: time },
    caughtAt: still ? null : places(time) - plan.setup.subject.distance,
  }
}

/** What the camera would see at an offset from the moment. */
export interface Seen {
  /** s, + = late. */
  offset: number
  /** m past the mark; null where place tells nothing. */
  past: number | null
  small: Small
  of: Course
}

/** Where a thing has come to at a time, m along the travel. */
export const placesOf = (plan: Assessment): ((time: number) => number) => followed(plan.known)

/** The frame that the plan predicts for an offset from its moment, small. */
export function seenAt(plan: Assessment, offset: number, places: (time: number) => number): Omit<Seen, 'of'> {
  const { camera, subject, moment } = plan.setup
  const time = plan.timing.moment! + offset
  const { width, passes } = placeTells(plan) ? FINE : USUAL
  const height = Math.max(24, Math.round((width * camera.sensorHeight) / camera.sensorWidth))
  const film = new Film(sceneOf(caughtAt(plan, time, places)), width, height, 5)
  film.pass(passes)
  const past = plan.setup.motion.kind === 'still' ? null : places(time) - subject.distance - moment.offset
  return { offset, past, small: filmed(film) }
}
