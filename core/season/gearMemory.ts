import { grouped } from '../math/grouped'
import { studentQuantile } from '../math/student'
import { type GearDay, type GearLevel, type GearPrior, MONTH, gearLevel, jumpOf } from './gear'
import { GEAR, type GearKind, pooledDays } from './gearDays'

/** What was done to a piece of gear. `replaced`: what it showed before no longer counts. */
export const GEAR_EVENTS = ['repaired', 'replaced', 'note'] as const
/** What was done to a piece of gear. */
export type GearEventKind = (typeof GEAR_EVENTS)[number]

/** Something done to a piece of gear, on a day counted as `GearDay` counts. */
export interface GearEvent {
  kind: GearEventKind
  day: number
}

/** A piece of gear by all its days, in the units of its figures. */
export interface GearMemory {
  /** Its figure, standard deviation of a day to come (a share; a hand: s), and from take to take. */
  value: number
  error: number
  spread: number
  /** How days differ, as `error`. */
  betweenDays: number
  days: number
  takes: number
  /** Its days: figure and standard error of each, in its unit; the low and high of 19 days in 20. */
  points: { day: number; takes: number; value: number; low: number; high: number }[]
  /** Steady change over the longest stretch without a repair, where the days show one; and of thirty days of it. */
  trend: { from: number; to: number; by: number; low: number; high: number; monthly: number } | null
  jump: { day: number; by: number; low: number; high: number } | null
  /** Change over the last noted repair, with its interval; null: none was noted, or one side has no days. */
  repair: { day: number; by: number; low: number; high: number } | null
}

/** Figures of an item of kit, SI. */
type GearFigures = Readonly<Record<string, unknown>>

/** Two standard deviations to either side hold 19 in 20. */
const SIDES = 1.96

/** The kit's own figures, as what is thought before any day. */
function priorOf(kind: GearKind, figures: GearFigures): GearPrior & { logs: boolean } {
  const [value, error, spread] = GEAR[kind].keys.map(key => Number(figures[key]))
  const logs = GEAR[kind].input !== null
  return {
    mean: logs ? Math.log(Math.max(value!, 1e-9)) : value!,
    error: Math.max(error!, 1e-4),
    spread: Math.max(spread!, 1e-4),
    logs,
  }
}

/** A change as a share of what was before, or in s, with the interval that holds it in 19 of 20. */
function changed(by: number, error: number, logs: boolean): { by: number; low: number; high: number } {
  const of = (change: number): number => (logs ? Math.expm1(change) : change)
  return { by: of(by), low: of(by - SIDES * error), high: of(by + SIDES * error) }
}

/**
 * What a piece of gear has shown on its days, for a day to come.
 *
 * @param figures of the item of kit: what is thought of it before
 * @param all its days, in any order, of several set-ups
 * @param events what was done to it, in any order
 * @param at the day to come
 * @returns null: no day counts
 */
export function gearMemory(
  kind: GearKind,
  figures: GearFigures,
  all: readonly GearDay[],
  events: readonly GearEvent[],
  at: number,
): GearMemory | null {
  return memoryOf(priorOf(kind, figures), all, events, at)
}

/** The day from which on a piece of gear is another one. */
export const replacedOn = (events: readonly GearEvent[]): number =>
  Math.max(-Infinity, ...events.filter(event => event.kind === 'replaced').map(({ day }) => day))

/** What days of any figure show; `logs`: they are logarithms of it. The rest as `gearMemory`. */
export function memoryOf(
  { logs, ...prior }: GearPrior & { logs: boolean },
  all: readonly GearDay[],
  events: readonly GearEvent[],
  at: number,
): GearMemory | null {
  const since = replacedOn(events)
  const counted = pooledDays(
    all.filter(({ day }) => day >= since && day <= at),
    prior.spread,
  )
  if (counted.length === 0) return null
  const repairs = events.flatMap(({ kind: what, day }) => (what === 'repaired' && day > since ? [day] : []))
  const level = gearLevel(prior, counted, at, repairs)
  const out = (value: number): number => (logs ? Math.exp(value) : value)
  const jump = jumpOf(prior, counted, repairs)
  return {
    value: out(level.mean),
    error: level.error,
    spread: level.spread,
    betweenDays: level.betweenDays,
    days: counted.length,
    takes: level.takes,
    points: counted.map(({ day, takes, mean, error }) => {
      const own = SIDES * Math.sqrt(error + level.spread ** 2 / takes)
      return { day, takes, value: out(mean), low: out(mean - own), high: out(mean + own) }
    }),
    trend: trendOf(counted, repairs, level, logs),
    jump: jump && { day: jump.day, ...changed(jump.by, jump.error, logs) },
    repair: repairOf(prior, counted, repairs, logs),
  }
}

/**
 * Days that show a steady change, and how seldom one is told where there is none: at a look. Of 400 drawn logs of 14
 * days without one, looked at daily, some four of a hundred tell one.
 */
const TREND_DAYS = 3
const FALSE_TREND = 0.004
/** How days differ is thought of before: as takes do, by this share, with the weight of so many days. */
const DIFFER = 0.7
const DIFFER_DAYS = 4

/** A straight line through the days of a stretch, each by how sure it is; days differ from it as they are seen to. */
function trendOf(
  days: readonly GearDay[],
  repairs: readonly number[],
  { spread }: GearLevel,
  logs: boolean,
): GearMemory['trend'] {
  const stretches = grouped(days, ({ day }) => repairs.filter(repair => repair <= day).length)
  const stretch = [...stretches.values()].reduce((one, other) => (other.length >= one.length ? other : one))
  if (stretch.length < TREND_DAYS) return null
  const own = ({ error, takes }: GearDay): number => error + spread ** 2 / takes
  const lineBy = (between: number) => {
    const weights = stretch.map(day => 1 / (own(day) + between))
    const all = weights.reduce((sum, weight) => sum + weight, 0)
    const over = (of: (day: GearDay) => number): number =>
      stretch.reduce((sum, day, i) => sum + weights[i]! * of(day), 0)
    const [middle, level] = [over(({ day }) => day) / all, over(({ mean }) => mean) / all]
    const wide = over(({ day }) => (day - middle) ** 2)
    const slope = over(({ day, mean }) => (day - middle) * (mean - level)) / wide
    const off = stretch.map(({ day, mean }) => mean - level - slope * (day - middle))
    return { slope, error: 1 / Math.sqrt(wide), off }
  }
  const thought = (DIFFER * spread) ** 2
  const free = DIFFER_DAYS + stretch.length - 2
  const seen = lineBy(thought).off.reduce((sum, off, i) => sum + Math.max(0, off * off - own(stretch[i]!)), 0)
  const { slope, error } = lineBy((DIFFER_DAYS * thought + seen) / free)
  const [from, to] = [stretch[0]!.day, stretch.at(-1)!.day]
  if (!(Math.abs(slope) > studentQuantile(FALSE_TREND, free) * error)) return null
  const { by: monthly } = changed(slope * MONTH, 0, logs)
  return { from, to, monthly, ...changed(slope * (to - from), error * (to - from), logs) }
}

function repairOf(
  prior: GearPrior,
  days: readonly GearDay[],
  repairs: readonly number[],
  logs: boolean,
): GearMemory['repair'] {
  const day = Math.max(-Infinity, ...repairs)
  const [before, after] = [days.filter(one => one.day < day), days.filter(one => one.day >= day)]
  if (before.length === 0 || after.length === 0) return null
  const earlier = repairs.filter(other => other < day)
  const side = (some: readonly GearDay[], known: readonly number[]): GearLevel => gearLevel(prior, some, day, known)
  const [was, is] = [side(before, earlier), side(after, [])]
  return { day, ...changed(is.mean - was.mean, Math.hypot(is.error, was.error), logs) }
}
