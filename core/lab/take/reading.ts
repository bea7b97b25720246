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
  reasons: string[]
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
export const nothing = (why: string): TakeReading => ({
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
  ...nothing('Black frame. Did it trigger, and were the flashes charged?'),
  verdict: 'misfire',
  sure: 0.97,
  stops,
})

const TOSSED = 'A toss passes each height twice, so one picture cannot show whether it was early or late.'
/** A streak so much longer than planned is told, and only where it is more than twice its error. */
const LONG = 1.4

/** What a picture makes think of, and what to do about it. */
export function reasonsOf(motion: MotionKind, reading: Omit<TakeReading, 'reasons'>): string[] {
  const { unlike, double, streak, streakError } = reading
  const stops = reading.stops ?? 0
  const longer = streak !== null && streak > LONG && Math.log(streak) > (2 * streakError!) / streak
  return [
    ...(motion === 'toss' ? [TOSSED] : []),
    ...(unlike > STRANGE ? ['Does not match the plan at any time. Is it from this set-up, framed as planned?'] : []),
    ...(double === null ? [] : ['Double exposure: set the hold-off longer than the bounce.']),
    ...(longer ? [`Streak ${streak.toPrecision(2)} × the plan: is the power as planned?`] : []),
    ...(double === null && stops > 0.5 ? ['Brighter than planned: was a light moved, or its power changed?'] : []),
    ...(stops < -0.5 ? ['Darker than planned: did every light fire, at the power planned?'] : []),
  ]
}

/** Spots that stay, and what to do about them. */
export const spotted = (spots: readonly Speck[]): string[] =>
  spots.length === 0
    ? []
    : [
        `${spots.length === 1 ? 'A spot' : `${spots.length} spots`} at the same place in three takes, ` +
          `${[...new Set(spots.slice(0, 3).map(onTheLens))].join(', ')} of the picture: wipe the lens.`,
      ]
