import { type DayStart, MORNING, playedDays } from './played'
import { type DayLoss, VALUES } from './types'
import { type Ground, lossOf } from './walk'

/** Share of days that have to end in time. */
export const SURE = 0.9
/** Days behind each try, and tries at most. */
const DAYS = 400
const TRIES = 200
/** Set-ups of which every choice is tried; of more, the first are kept. */
const MOST = 11

/** What to leave out so that the day ends in time. */
export interface Drop {
  ids: string[]
  /** Share of days that then end in time, and when they do, min after midnight. */
  inTime: number
  end: { p50: number; p90: number }
  /** min that it gives back, half of the days. */
  saves: number
}

const lessLost = (a: DayLoss, b: DayLoss): number => VALUES.map(v => a[v] - b[v]).find(by => by !== 0) ?? 0

/**
 * The smallest loss with which nine days in ten end in time, the order kept; nothing where they do anyway, null where
 * nothing helps.
 *
 * @param places set-ups to come, by their place in the list
 * @param kept of them those that are not left out: what is on the stage
 */
export function dropOf(
  ground: Ground,
  places: readonly number[],
  kept: readonly number[] = [],
  start: DayStart = MORNING,
): Drop | null {
  const input = { ...ground.input, days: DAYS }
  const loose = places.filter(place => !kept.includes(place)).slice(-MOST)
  const played = (without: readonly number[]) =>
    playedDays(
      input,
      places.filter(place => !without.includes(place)),
      ground,
      start,
    )
  const whole = played([])
  const minutesOf = (place: number): number => {
    const { build, test, fire } = input.setups[place]!
    return build + test + fire
  }
  const ways = Array.from({ length: 1 << loose.length }, (_, bits) => {
    const out = loose.filter((__, i) => (bits >> i) & 1)
    const left = new Set(input.setups.map((_setup, i) => i).filter(i => !out.includes(i)))
    return { out, lost: lossOf(input, left), minutes: out.reduce((sum, place) => sum + minutesOf(place), 0) }
  }).sort((a, b) => lessLost(a.lost, b.lost) || b.minutes - a.minutes)
  // What is lost is least first; of as much lost, what gives back most.
  for (const { out } of ways.slice(0, TRIES)) {
    const then = out.length === 0 ? whole : played(out)
    if (then.inTime < SURE) continue
    return {
      ids: out.map(place => input.setups[place]!.id),
      inTime: then.inTime,
      end: { p50: then.end.p50, p90: then.end.p90 },
      saves: whole.end.p50 - then.end.p50,
    }
  }
  return null
}
