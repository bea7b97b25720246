import { type Said, said, count } from '../../plan/findings/types'
import { normalCdf } from '../../math/normal'
import type { Assessment } from '../../plan'
import type { MotionKind } from '../../setup/types'
import { type Speck, onTheLens } from '../frame/specks'

/** How a take looks to have come out: a proposal, never a verdict. */
export interface TakeReading {
  verdict: 'early' | 'on' | 'late' | 'missed' | 'misfire' | null
  /** Chance that the verdict is right, 0 to 1, as far as the picture tells. */
  sure: number
  /** s from the moment, + = late, with its standard error; null: the picture does not tell. */
  offset: number | null
  offsetError: number | null
  /** m past the mark with its standard error; null where place tells nothing. */
  past: number | null
  pastError: number | null
  /** Stops of light against the plan. */
  stops: number | null
  /** Share of light that a second pop has of the first; null: there is none. */
  double: number | null
  /** How many times the plan's its streak is, with its standard error; null: too short to tell, or it travels not. */
  streak: number | null
  streakError: number | null
  /** How little the plan has of what stands out in the picture: 0 all of it, 1 none. */
  unlike: number
  /** What was seen, and what to do about it. */
  reasons: Said[]
}

/** What a picture made small tells. */
export type Coarse = Omit<TakeReading, 'streak' | 'streakError' | 'reasons'>

/** Chances that a take is early, on or late by where it is and how far off that may be, s. */
export function chancesAt(
  { before, after }: Assessment['keep'],
  offset: number,
  error: number,
): Record<'early' | 'on' | 'late', number> {
  const early = normalCdf((-before - offset) / error)
  const late = normalCdf((offset - after) / error)
  return { early, on: Math.max(0, 1 - early - late), late }
}

/** The likeliest of some, with its chance. */
export const best = <K extends string>(of: Record<K, number>): [K, number] =>
  (Object.entries(of) as [K, number][]).reduce((a, b) => (a[1] >= b[1] ? a : b))

/** More unlike than this the plan is not in the picture. */
export const STRANGE = 0.9

/** Of a picture that cannot be read. */
export const nothing = (why: Said): TakeReading => ({
  verdict: null,
  sure: 0,
  offset: null,
  offsetError: null,
  past: null,
  pastError: null,
  stops: null,
  double: null,
  streak: null,
  streakError: null,
  unlike: 1,
  reasons: [why],
})
/** Of a picture on which no light fell. */
export const dark = (stops: number): TakeReading => ({
  ...nothing(said('read.blackFrameDidTrigger')),
  verdict: 'misfire',
  sure: 0.97,
  stops,
})

/** A streak so much longer than planned is told, and only where it is more than twice its error. */
const LONG = 1.4

/** What a picture makes think of, and what to do about it. */
export function reasonsOf(motion: MotionKind, reading: Omit<TakeReading, 'reasons'>): Said[] {
  const { unlike, double, streak, streakError } = reading
  const stops = reading.stops ?? 0
  const longer = streak !== null && streak > LONG && Math.log(streak) > (2 * streakError!) / streak
  return [
    ...(motion === 'toss' ? [said('read.tossed')] : []),
    ...(unlike > STRANGE ? [said('read.strange')] : []),
    ...(double === null ? [] : [said('read.double')]),
    ...(longer ? [said('read.longStreak', { times: { value: streak, quantity: 'number' } })] : []),
    ...(double === null && stops > 0.5 ? [said('read.brighter')] : []),
    ...(stops < -0.5 ? [said('read.darker')] : []),
  ]
}

/** Spots that stay, and what to do about them. */
export const spotted = (spots: readonly Speck[]): Said[] => {
  if (spots.length === 0) return []
  const places = [...new Set(spots.slice(0, 3).map(onTheLens))].map(place => said(place))
  return [
    said(spots.length === 1 ? 'read.spot' : 'read.spots', {
      n: count(spots.length),
      at: { each: places, by: 'comma' },
    }),
  ]
}
