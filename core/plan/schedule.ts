import { atLeast, finite, notNegative, positive, whole } from '../errors'
import type { RepeatRow } from '../setup/types'

/** What one unit can do at the power it is set to. */
export interface UnitLimits {
  /** s after a pop at this power until it is ready, 0 or above. */
  recycle: number
  /** J it gives in one pop, above 0. */
  popEnergy: number
  /** J it may give in a row before it must cool; null: not limited. */
  heatLimit: number | null
  /** Its repeating mode at this power: fastest, 1/s, and most pops; null: it has none. */
  repeat: { rate: number, pops: number } | null
}

/** How a unit is set: each pop triggered by itself, or one trigger that starts its own repeating burst. */
export type UnitMode = 'triggered' | 'repeating'

export interface Schedule {
  mode: UnitMode
  /** Pops of each unit as places in the list of times, in order; units of one light in turn. */
  units: number[][]
  /** What decides how many units it takes. */
  bound: 'one' | 'recycle' | 'heat' | 'rate' | 'pops'
}

/** Times nearer to even than this share of their interval are even. */
const EVEN = 1e-6

/** Interval of evenly spaced rising times, s; null where they are not even, or fewer than two. */
export function evenInterval(times: readonly number[]): number | null {
  const [first, second] = times
  if (first === undefined || second === undefined) return null
  const interval = (times.at(-1)! - first) / (times.length - 1)
  return interval > 0 && times.every((time, i) => Math.abs(time - first - i * interval) <= EVEN * interval + 1e-12) ? interval : null
}

/** The repeating mode's limits at a power: those of the row at that power, or of the next stronger one, which can do no more. */
export function repeatAt(rows: readonly RepeatRow[], power: number): UnitLimits['repeat'] {
  const stronger = rows.filter(row => row.power >= power * (1 - 1e-9)).sort((a, b) => a.power - b.power)[0]
  return stronger ? { rate: stronger.rate, pops: stronger.pops } : null
}

/** Pops dealt to so many units in turn. */
const dealt = (count: number, units: number): number[][] => Array.from({ length: units }, (_, unit) => Array.from({ length: Math.ceil((count - unit) / units) }, (_, k) => unit + k * units))

/**
 * Fewest equal units that can give the pops of one light, and which pops each takes.
 *
 * With each pop triggered by itself, dealing them out in turn is optimal: among any k + 1 pops that fall within one recycle time two would go to one
 * of k units, and turns also share them evenly against overheating. With the units' own repeating mode the pops must be even, each unit then runs at
 * a k-th of their rate. The better of the two is taken, triggered pops where both need as many.
 *
 * @param input.times s, rising, at least one
 * @param input.limits of one unit at the power in use
 * @throws InputError for times that fall or limits out of range
 */
export function scheduleLight(input: { times: readonly number[], limits: UnitLimits }): Schedule {
  const times = atLeast('times', input.times, 1)
  times.forEach((time, i) => { if (i > 0) notNegative(`times[${i}] − times[${i - 1}]`, finite(`times[${i}]`, time) - (times[i - 1] as number)) })
  const { repeat } = input.limits
  const recycle = notNegative('recycle', input.limits.recycle)
  const energy = positive('popEnergy', input.limits.popEnergy)
  const count = times.length

  let turns = 1
  while (turns < count && times.some((time, i) => i + turns < count && (times[i + turns] as number) - time < recycle - 1e-12)) turns++
  const cool = input.limits.heatLimit === null ? count : Math.max(1, Math.floor(positive('heatLimit', input.limits.heatLimit) / energy + 1e-9))
  const byHeat = Math.ceil(count / cool)
  const triggered = Math.max(turns, byHeat)
  const single: Schedule = { mode: 'triggered', units: dealt(count, triggered), bound: triggered === 1 ? 'one' : turns >= byHeat ? 'recycle' : 'heat' }

  const interval = evenInterval(times)
  if (triggered === 1 || interval === null || repeat === null) return single
  const byRate = Math.ceil(1 / (positive('rate', repeat.rate) * interval) - 1e-9)
  const byPops = Math.ceil(count / whole('pops', repeat.pops, 1))
  const own = Math.max(1, byRate, byPops, byHeat)
  if (own >= triggered) return single
  return { mode: 'repeating', units: dealt(count, own), bound: own === 1 ? 'one' : byHeat === own ? 'heat' : byRate >= byPops ? 'rate' : 'pops' }
}
