import { normalCdf } from '../../math/normal'
import type { Plan } from '../../plan'
import type { Frame } from '../types'
import { placesOf } from './instants'
import { placedCloser } from './placed'
import { type Coarse, type TakeReading, reasonsOf } from './reading'
import { streakedOf } from './streaked'

/** Early, on or late by where a thing is, and how sure that is. */
function calledBy({ keep }: Plan, offset: number, error: number): Pick<TakeReading, 'verdict' | 'sure'> {
  const early = normalCdf((-keep.before - offset) / error)
  const late = normalCdf((offset - keep.after) / error)
  const sure = Math.max(early, late, 1 - early - late)
  return { verdict: sure === early ? 'early' : sure === late ? 'late' : 'on', sure }
}

const gainOf = ({ stops }: Coarse): number => 2 ** (stops ?? 0)

/** Where a thing that tells the moment by its place is, by the frame itself. */
function placedIn(frame: Frame, plan: Plan, coarse: Coarse): Coarse {
  const first = { offset: coarse.offset!, error: coarse.offsetError! }
  const { offset, error } = placedCloser(frame, plan, first, gainOf(coarse))
  const { subject, moment } = plan.setup
  return {
    ...coarse,
    ...calledBy(plan, offset, error),
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
export function lookedCloser(frame: Frame, plan: Plan, coarse: Coarse): TakeReading {
  const found =
    coarse.past !== null && plan.sequence === null && ['early', 'on', 'late'].includes(coarse.verdict ?? '')
      ? placedIn(frame, plan, coarse)
      : coarse
  const streaked = found === coarse ? null : streakedOf(frame, plan, found.offset!, gainOf(found))
  const reading = { ...found, streak: streaked?.times ?? null, streakError: streaked?.error ?? null }
  return { ...reading, reasons: reasonsOf(plan.setup.motion.kind, reading) }
}
