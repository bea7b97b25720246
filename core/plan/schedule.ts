import { atLeast, finite, notNegative, positive, whole } from '../physics/errors'
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
  repeat: { rate: number; pops: number } | null
}

/** How a unit is set: each pop triggered by itself, or one trigger that starts its own repeating burst. */
export type UnitMode = 'triggered' | 'repeating'

/** Which unit gives which pop, or why none can. */
export interface Schedule {
  /** `repeating` where any unit is. */
  mode: UnitMode
  /** Pops of each unit as places in the list of times, in order, and how that unit is set. */
  units: number[][]
  modes: UnitMode[]
  /** What decides how many units it takes. */
  bound: 'one' | 'recycle' | 'heat' | 'rate' | 'pops'
}

/** Times nearer to even than this share of their interval are even. */
const EVEN = 1e-6
const SAME = 1e-12

/** Interval of evenly spaced rising times, s; null where they are not even, or fewer than two. */
export function evenInterval(times: readonly number[]): number | null {
  const [first, second] = times
  if (first === undefined || second === undefined) return null
  const interval = (times.at(-1)! - first) / (times.length - 1)
  return interval > 0 && times.every((time, i) => Math.abs(time - first - i * interval) <= EVEN * interval + SAME)
    ? interval
    : null
}

/**
 * The repeating mode's limits at a power: those of the row at that power, or of the next stronger one, which can do no
 * more.
 */
export function repeatAt(rows: readonly RepeatRow[], power: number): UnitLimits['repeat'] {
  const stronger = rows.filter(row => row.power >= power * (1 - 1e-9)).sort((a, b) => a.power - b.power)[0]
  return stronger ? { rate: stronger.rate, pops: stronger.pops } : null
}

/** Pops dealt to so many units in turn. */
const dealt = (count: number, units: number): number[][] =>
  Array.from({ length: units }, (_, unit) =>
    Array.from({ length: Math.ceil((count - unit) / units) }, (_, k) => unit + k * units),
  )

/**
 * Pops that one unit may have: triggered, each after the recycle of the one before; repeating, an even train its mode
 * can do.
 */
function modeOf(times: readonly number[], cool: number, { recycle, repeat }: UnitLimits): UnitMode | null {
  if (times.length > cool) return null
  if (times.every((time, i) => i === 0 || time - times[i - 1]! >= recycle - SAME)) return 'triggered'
  const interval = repeat === null ? null : evenInterval(times)
  return interval !== null && interval * repeat!.rate >= 1 - 1e-9 && times.length <= repeat!.pops ? 'repeating' : null
}

/** Up to so many pops every way of sharing them is looked at. */
const EVERY_WAY = 8
/** Beyond so many pops trains are not looked for among uneven ones. */
const MOST_TRAINS = 48

/**
 * Fewest units by every way there is: the best share of each set of pops, its first pop in one unit with any others.
 */
function everyWay(times: readonly number[], cool: number, limits: UnitLimits): number[][] {
  const count = times.length
  const all = (1 << count) - 1
  const popsIn = (set: number): number[] => times.flatMap((_, i) => (set & (1 << i) ? [i] : []))
  const valid = new Uint8Array(all + 1)
  for (let set = 1; set <= all; set++)
    valid[set] =
      modeOf(
        popsIn(set).map(i => times[i]!),
        cool,
        limits,
      ) === null
        ? 0
        : 1
  const fewest = new Int32Array(all + 1).fill(count + 1)
  const unitOf = new Int32Array(all + 1)
  fewest[0] = 0
  for (let set = 1; set <= all; set++) {
    const first = set & -set
    const rest = set ^ first
    for (let others = rest; ; others = (others - 1) & rest) {
      const unit = others | first
      const units = valid[unit] ? fewest[set ^ unit]! + 1 : count + 1
      if (units < fewest[set]!) {
        fewest[set] = units
        unitOf[set] = unit
      }
      if (others === 0) break
    }
  }
  const units: number[][] = []
  for (let set = all; set > 0; set ^= unitOf[set]!) units.push(popsIn(unitOf[set]!))
  return units
}

/** Units by taking the longest even train that is left, one after the other; what is left over is triggered in turn. */
function byTrains(times: readonly number[], cool: number, limits: UnitLimits): number[][] {
  const most = Math.min(cool, limits.repeat?.pops ?? 0)
  const units: number[][] = []
  let left = times.map((_, i) => i)
  while (left.length > 0) {
    let best: number[] = []
    for (let a = 0; a < left.length; a++) {
      for (let b = a + 1; b < left.length; b++) {
        const step = times[left[b]!]! - times[left[a]!]!
        const train = [left[a]!]
        for (const i of left.slice(a + 1)) {
          if (
            train.length < most &&
            Math.abs(times[i]! - times[train[0]!]! - train.length * step) <= EVEN * step + SAME
          )
            train.push(i)
        }
        if (
          train.length > best.length &&
          modeOf(
            train.map(i => times[i]!),
            cool,
            limits,
          ) !== null
        )
          best = train
      }
    }
    const singles: number[] = []
    for (const i of left)
      if (
        singles.length < cool &&
        (singles.length === 0 || times[i]! - times[singles.at(-1)!]! >= limits.recycle - SAME)
      )
        singles.push(i)
    const unit = best.length > singles.length ? best : singles
    units.push(unit)
    left = left.filter(i => !unit.includes(i))
  }
  return units
}

/**
 * Fewest equal units that can give the pops of one light, and which pops each takes.
 *
 * With each pop triggered by itself, dealing them out in turn is optimal: among any k + 1 pops that fall within one
 * recycle time two would go to one
 * of k units, and turns also share them evenly against overheating. With the units' own repeating mode each takes an
 * even train: all of them in turn
 * where the whole is even, else, up to eight pops, the best of every way, and beyond that the longest trains first.
 * Triggered pops where both need as many.
 *
 * @param input.times s, rising, at least one
 * @param input.limits of one unit at the power in use
 * @throws InputError for times that fall or limits out of range
 */
export function scheduleLight(input: { times: readonly number[]; limits: UnitLimits }): Schedule {
  const times = atLeast('times', input.times, 1)
  times.forEach((time, i) => {
    if (i > 0) notNegative(`times[${i}] − times[${i - 1}]`, finite(`times[${i}]`, time) - (times[i - 1] as number))
  })
  const { limits } = input
  const { repeat } = limits
  const recycle = notNegative('recycle', limits.recycle)
  const energy = positive('popEnergy', limits.popEnergy)
  const count = times.length

  let turns = 1
  while (
    turns < count &&
    times.some((time, i) => i + turns < count && (times[i + turns] as number) - time < recycle - SAME)
  )
    turns++
  const cool =
    limits.heatLimit === null ? count : Math.max(1, Math.floor(positive('heatLimit', limits.heatLimit) / energy + 1e-9))
  const byHeat = Math.ceil(count / cool)
  const triggered = Math.max(turns, byHeat)
  const single: Schedule = {
    mode: 'triggered',
    units: dealt(count, triggered),
    modes: Array.from({ length: triggered }, () => 'triggered' as const),
    bound: triggered === 1 ? 'one' : turns >= byHeat ? 'recycle' : 'heat',
  }
  if (triggered === 1 || repeat === null) return single
  positive('rate', repeat.rate)
  whole('pops', repeat.pops, 1)

  const interval = evenInterval(times)
  const byRate = interval === null ? 1 : Math.ceil(1 / (repeat.rate * interval) - 1e-9)
  const byPops = Math.ceil(count / repeat.pops)
  const own = Math.max(1, byRate, byPops, byHeat)
  // More units than pops share no train.
  const even = interval === null || own > count ? null : dealt(count, own)
  const mixed =
    count <= EVERY_WAY
      ? everyWay(times, cool, limits)
      : count <= MOST_TRAINS
        ? byTrains(times, cool, limits)
        : single.units
  const units = even !== null && even.length <= mixed.length ? even : mixed
  if (units.length >= triggered) return single
  return {
    mode: 'repeating',
    units,
    modes: units.map(
      unit =>
        modeOf(
          unit.map(i => times[i]!),
          cool,
          limits,
        ) ?? 'repeating',
    ),
    bound: units.length === 1 ? 'one' : byHeat === units.length ? 'heat' : byRate >= byPops ? 'rate' : 'pops',
  }
}
