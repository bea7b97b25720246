import type { Assessment } from '../../plan'
import type { Frame } from '../types'
import { placesOf } from './instants'
import { placedCloser } from './placed'
import { type Coarse, type TakeReading, best, chancesAt, reasonsOf } from './reading'
import { streakedOf } from './streaked'

const gainOf = ({ stops }: Coarse): number => 2 ** (stops ?? 0)

/** Where a thing that tells the moment by its place is, by the frame itself. */
function placedIn(frame: Frame, plan: Assessment, coarse: Coarse): Coarse {
  const first = { offset: coarse.offset!, error: coarse.offsetError! }
  const { offset, error } = placedCloser(frame, plan, first, gainOf(coarse))
  const { subject, moment } = plan.setup
  const [verdict, sure] = best(chancesAt(plan.keep, offset, error))
  return {
    ...coarse,
    verdict,
    sure,
    offset,
    offsetError: error,
    past: placesOf(plan)(plan.timing.moment! + offset) - subject.distance - moment.offset,
    pastError: error * plan.alongSpeed,
  }
}

/**
 * What a picture made small tells, looked at again in the frame itself where the thing was found: its place and how
 * long its streak is. Of several pops in one picture none is looked at closer.
 */
export function lookedCloser(frame: Frame, plan: Assessment, coarse: Coarse): TakeReading {
  const found =
    coarse.past !== null && plan.sequence === null && ['early', 'on', 'late'].includes(coarse.verdict ?? '')
      ? placedIn(frame, plan, coarse)
      : coarse
  const streaked = found === coarse ? null : streakedOf(frame, plan, found.offset!, gainOf(found))
  const reading = { ...found, streak: streaked?.times ?? null, streakError: streaked?.error ?? null }
  return { ...reading, reasons: reasonsOf(plan.setup.motion.kind, reading) }
}
