import { grouped } from '../math/grouped'
import type { FlashRow } from '../setup/types'
import type { GearDay } from './gear'
import { type GearEvent, type GearMemory, memoryOf, replacedOn } from './gearMemory'

/** A flash’s duration at a power, as it was read on a day. */
export interface FlashReading {
  /** Counted as `GearDay` counts. */
  day: number
  /** Share of full power. */
  power: number
  /** s to half and to a tenth of the peak; half: null, where it was not read. */
  t05: number | null
  t01: number
  /** Standard error, as a share of the duration. */
  error: number
}

/** A power at which a flash was read. */
export interface FlashPower {
  power: number
  /** s to a tenth of the peak, on the day asked for, and its standard error as a share. */
  t01: number
  error: number
  /** Half the peak over a tenth of it, as read last; null: never read. */
  half: number | null
  /** Days it was read on. */
  days: number
  /** Whether it was read on a day with the others, so that what they show counts for it. */
  tied: boolean
}

/** What a flash’s readings have shown. */
export interface FlashMemory {
  /** Power that `memory` is told at: that of most days. */
  power: number
  memory: GearMemory
  powers: FlashPower[]
}

/** How a leaflet’s duration may be off, and how readings of one flash at one power differ, as shares: assumed. */
const PRIOR = { error: 0.3, spread: 0.03 }
/** How far a reading may be off where nobody says, as a share: assumed. */
export const USUAL_READING_ERROR = 0.05
/** Powers in a stop that are told apart. */
const IN_A_STOP = 10
/** Rounds in which levels of days and powers are fitted to each other, at most. */
const ROUNDS = 200

const powerKey = (power: number): number => Math.round(Math.log2(power) * IN_A_STOP)
const mean = (values: readonly number[]): number => values.reduce((sum, value) => sum + value, 0) / values.length

/** The power of most days; of equals the lowest, which is what freezes. */
function commonest(byPower: ReadonlyMap<number, readonly FlashReading[]>): number {
  const daysOf = (some: readonly FlashReading[]): number => new Set(some.map(({ day }) => day)).size
  return [...byPower]
    .map(([key, some]) => ({ key, days: daysOf(some) }))
    .reduce((one, other) => (other.days > one.days || (other.days === one.days && other.key < one.key) ? other : one))
    .key
}

/** Powers that days tie to one, through other powers where need be. */
function tiedTo(from: number, readings: readonly FlashReading[]): Set<number> {
  const tied = new Set([from])
  const days = new Set<number>()
  for (let size = -1; size !== tied.size + days.size;) {
    size = tied.size + days.size
    for (const { day, power } of readings) {
      if (tied.has(powerKey(power))) days.add(day)
      else if (days.has(day)) tied.add(powerKey(power))
    }
  }
  return tied
}

/**
 * How far each power lies from one of them, as logarithms, what days change taken out: the least squares of a level
 * for each day and each power.
 */
function offsetsOf(readings: readonly FlashReading[], from: number): Map<number, number> {
  const logs = readings.map(({ day, power, t01 }) => ({ day, key: powerKey(power), log: Math.log(t01) }))
  const [byDay, byPower] = [grouped(logs, ({ day }) => day), grouped(logs, ({ key }) => key)]
  const offsets = new Map([...byPower.keys()].map(key => [key, 0]))
  for (let round = 0; round < ROUNDS; round++) {
    const levels = new Map(
      [...byDay].map(([day, some]) => [day, mean(some.map(({ key, log }) => log - offsets.get(key)!))]),
    )
    let moved = 0
    for (const [key, some] of byPower) {
      const next = mean(some.map(({ day, log }) => log - levels.get(day)!))
      moved = Math.max(moved, Math.abs(next - offsets.get(key)!))
      offsets.set(key, next)
    }
    if (moved < 1e-9) break
  }
  const zero = offsets.get(from)!
  return new Map([...offsets].map(([key, offset]) => [key, offset - zero]))
}

/** Readings of each day as one, told at the power that the others’ offsets are from. */
function daysOf(
  readings: readonly FlashReading[],
  offsets: ReadonlyMap<number, number>,
  inOffset: (key: number) => number,
): GearDay[] {
  const byDay = [...grouped(readings, ({ day }) => day)]
  // What the offsets were fitted to tells so much less of how readings differ.
  const within = readings.length - byDay.length
  const left = within > 0 ? Math.max(0, within - (offsets.size - 1)) / within : 0
  return byDay.map(([day, some]) => {
    const levels = some.map(({ power, t01 }) => Math.log(t01) - offsets.get(powerKey(power))!)
    const level = mean(levels)
    const own = some.map(({ power, error }) => error ** 2 + inOffset(powerKey(power)))
    const seen = levels.reduce((sum, log) => sum + (log - level) ** 2, 0)
    const free = (some.length - 1) * left
    return {
      ...{ day, takes: some.length, mean: level, free },
      squares: Math.max(0, seen * left - free * mean(own)),
      error: mean(own) / some.length,
    }
  })
}

const lastHalf = (readings: readonly FlashReading[]): number | null => {
  const last = readings.toSorted((one, other) => other.day - one.day).find(({ t05 }) => t05 !== null)
  return last ? last.t05! / last.t01 : null
}

/**
 * What a flash’s readings show of its duration: a level that drifts and days that differ, as of other gear. A flash
 * that ages, or is repaired, changes at all powers alike; so readings at several powers tell of one level, as far as
 * days on which two of them were read tie them.
 *
 * @param rated durations that nobody measured, as the leaflet has them: what is thought before any reading
 * @param all in any order
 * @param at the day to come
 * @returns null: no reading counts
 */
export function flashMemory(
  rated: readonly FlashRow[],
  all: readonly FlashReading[],
  events: readonly GearEvent[],
  at: number,
): FlashMemory | null {
  const since = replacedOn(events)
  const readings = all.filter(({ day }) => day >= since && day <= at)
  if (readings.length === 0) return null
  const byPower = grouped(readings, ({ power }) => powerKey(power))
  const key = commonest(byPower)
  const tied = tiedTo(key, readings)
  const together = readings.filter(({ power }) => tied.has(powerKey(power)))
  const offsets = offsetsOf(together, key)
  const inOffset = (other: number): number => (other === key ? 0 : PRIOR.spread ** 2 / byPower.get(other)!.length)
  const days = daysOf(together, offsets, own => (own === key ? 0 : inOffset(own)))
  const before = rated.find(({ power, t01 }) => t01 !== null && powerKey(power) === key)
  const thought = before ? Math.log(before.t01!) : mean(byPower.get(key)!.map(({ t01 }) => Math.log(t01)))
  const memory = memoryOf({ ...PRIOR, mean: thought, logs: true }, days, events, at)
  if (!memory) return null
  const powers = [...byPower].map(([own, some]): FlashPower => {
    const isTied = tied.has(own)
    const alone = mean(some.map(({ t01 }) => Math.log(t01)))
    return {
      power: some[0]!.power,
      t01: isTied ? memory.value * Math.exp(offsets.get(own)!) : Math.exp(alone),
      error: isTied
        ? Math.hypot(memory.error, Math.sqrt(inOffset(own)))
        : Math.sqrt((PRIOR.spread ** 2 + mean(some.map(({ error }) => error ** 2))) / some.length),
      half: lastHalf(some),
      days: new Set(some.map(({ day }) => day)).size,
      tied: isTied,
    }
  })
  return { power: byPower.get(key)![0]!.power, memory, powers: powers.sort((one, other) => other.power - one.power) }
}
