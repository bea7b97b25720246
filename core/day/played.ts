import { quantileOf } from '../math/orderQuantile'
import { type Random, seededRandom } from '../math/random'
import { done, firing } from './clock'
import type { DayPlanInput, DaySetup } from './types'
import { type Ground, dirtAfter, groundOf } from './walk'

/** Spreads of the logarithms of minutes, by what is done. */
export const SPREADS = { pace: 0.12, build: 0.3, test: 0.4, strike: 0.2, clean: 0.25, take: 0.35, whole: 0.3 } as const
/** Chance that a set-up has a fault, before anything was fired and after; and the mean minutes that one costs. */
export const FAULTS = { first: 0.35, later: 0.15, minutes: 20 } as const

/** A day as it may go: of each set-up of the order when it is fired and whether all of it is; min after midnight. */
export interface PlayedDay {
  end: number
  /** Null: it was left out, for nothing of it fitted. */
  rows: ({ begins: number; ends: number; takes: number; whole: boolean } | null)[]
}

/** A factor of mean 1 that is log-normal. */
const factor = (random: Random, spread: number): number => Math.exp(spread * random.normal() - spread ** 2 / 2)

/** Takes of a set-up on a day, cut where the crew stops. */
const takesOf = (setup: DaySetup, random: Random): number =>
  Math.min(setup.most.takes, setup.takes![Math.floor(random.uniform() * setup.takes!.length)]!)

interface Fired {
  begins: number
  ends: number
  takes: number
  whole: boolean
}

/** Fires a set-up from an instant on, take by take; null: not one fits. */
function fire(ground: Ground, i: number, from: number, pace: number, random: Random): Fired | null {
  const setup = ground.input.setups[i]!
  const { rests } = ground
  if (setup.takes === null || setup.take === null) {
    const fired = firing(rests, ground.stretches[i]!, from, setup.fire * factor(random, SPREADS.whole) * pace)
    return fired && { begins: fired.begins, ends: fired.ends, takes: roundedTakes(setup), whole: true }
  }
  const wanted = takesOf(setup, random)
  const take = (): number => setup.take! * factor(random, SPREADS.take) * pace
  const first = take()
  const opened = firing(rests, ground.stretches[i]!, from, first)
  if (!opened) return null
  let spent = first
  let takes = 1
  let at = opened.ends
  while (takes < wanted && spent < setup.most.minutes) {
    const next = take()
    const ends = done(rests, at, next)
    if (ends > opened.stretch[1]) break
    at = ends
    spent += next
    takes++
  }
  return { begins: opened.begins, ends: at, takes, whole: takes >= wanted || spent >= setup.most.minutes }
}

/** Takes of a set-up whose takes are not played. */
const roundedTakes = (setup: DaySetup): number =>
  setup.take === null || setup.take <= 0 ? 0 : Math.round(setup.fire / setup.take)

/** Where a day that is played begins. Set-ups by their place in the list. */
export interface DayStart {
  /** The set-up that stands on the stage (−1: none), and what lies about, as bits. */
  last: number
  dirt: number
  /** Whether anything was fired yet. */
  fired: boolean
  /** The day's pace as it is known, and the log-sd of that. */
  pace: number
  sigma: number
  /** A set-up that has fired, and so has no fault before it does (−1: none). */
  ready: number
}

/** A day of which nothing is known yet. */
export const MORNING: DayStart = { last: -1, dirt: 0, fired: false, pace: 1, sigma: SPREADS.pace, ready: -1 }

/** One day in an order, by its own pace and its own faults. */
export function playDay(
  ground: Ground,
  order: readonly number[],
  random: Random,
  start: DayStart = MORNING,
): PlayedDay {
  const { input, rests } = ground
  const pace = start.pace * factor(random, start.sigma)
  const work = (minutes: number, spread: number): number => minutes * factor(random, spread) * pace
  let { last, dirt, fired } = start
  let time = input.start
  const rows = order.map(next => {
    const setup = input.setups[next]!
    const bits = dirt & ground.minds[next]!
    const change = ground.change[last < 0 ? input.setups.length : last]![next]!
    const strike = last < 0 || change >= 0 ? 0 : work(input.setups[last]!.strike, SPREADS.strike)
    const hands = ground.kinds.reduce(
      (sum, _, k) => ((bits >> k) & 1 ? sum + work(ground.hands[1 << k]!, SPREADS.clean) : sum),
      0,
    )
    const clear = done(rests, time, strike + hands)
    const built = Math.max(
      done(rests, clear, work(change >= 0 ? change : setup.build, SPREADS.build)),
      clear + ground.air[bits]!,
    )
    const faulty = random.uniform() < (fired ? FAULTS.later : FAULTS.first) && next !== start.ready
    const fault = faulty ? -FAULTS.minutes * Math.log(1 - random.uniform()) : 0
    const tested = done(rests, built, work(setup.test, SPREADS.test) + fault)
    const row = fire(ground, next, tested, pace, random)
    if (!row) return null
    fired = true
    dirt = dirtAfter(ground, dirt, next)
    last = next
    time = row.ends
    return row
  })
  const strike = last < 0 ? 0 : work(input.setups[last]!.strike, SPREADS.strike)
  return { end: done(rests, time, strike), rows }
}

/** Something used up on played days, what there is of it (null: not said), and the share of days it is enough. */
export interface Used {
  p50: number
  p90: number
  stock: number | null
  enough: number | null
}

/** What played days come to. Quantiles in min after midnight. */
export interface PlayedDays {
  days: number
  end: Record<'p05' | 'p50' | 'p90' | 'p95', number>
  /** Share of days that end by the end of the hire. */
  inTime: number
  /** By set-up in the order; null: it was fired on none of them. */
  rows: {
    begins: PlayedDays['end'] | null
    done: { p50: number; p90: number } | null
    /** Share of days on which all its takes were fired where they may be; and on which any was. */
    window: number
    fired: number
  }[]
  /** Props used, by kind. */
  props: Record<string, Used>
  /** Takes of people of whom it is said how many they can do in a day, by id. */
  people: Record<string, Used>
}

const spread = (values: readonly number[]): PlayedDays['end'] => ({
  p05: quantileOf(values, 0.05),
  p50: quantileOf(values, 0.5),
  p90: quantileOf(values, 0.9),
  p95: quantileOf(values, 0.95),
})

/** How much of something days use, of which each take of a set-up uses so much. */
function usedOn(
  days: readonly PlayedDay[],
  order: readonly number[],
  each: (place: number) => number,
  stock: number | null,
): Used {
  const used = days.map(day => order.reduce((sum, i, k) => sum + each(i) * (day.rows[k]?.takes ?? 0), 0))
  const enough = stock === null ? null : used.filter(n => n <= stock).length / days.length
  return { p50: quantileOf(used, 0.5), p90: quantileOf(used, 0.9), stock, enough }
}

function propsOf(input: DayPlanInput, order: readonly number[], days: readonly PlayedDay[]): PlayedDays['props'] {
  const kinds = [...new Set(order.flatMap(i => Object.keys(input.setups[i]!.props)))].sort()
  return Object.fromEntries(
    kinds.map(kind => {
      const stock = Object.hasOwn(input.stock, kind) ? input.stock[kind]! : null
      return [kind, usedOn(days, order, i => input.setups[i]!.props[kind] ?? 0, stock)]
    }),
  )
}

const peopleOf = (
  { people, setups }: DayPlanInput,
  order: readonly number[],
  days: readonly PlayedDay[],
): PlayedDays['people'] =>
  Object.fromEntries(
    people.flatMap(({ id, most }) =>
      most == null ? [] : [[id, usedOn(days, order, i => (setups[i]!.needs.includes(id) ? 1 : 0), most)] as const],
    ),
  )

/**
 * Plays days in an order: by a common pace, by chance, and by faults.
 *
 * @param order places in the list
 * @param start where they begin; left out: on the empty stage in the morning
 */
export function playedDays(
  input: DayPlanInput,
  order: readonly number[],
  ground = groundOf(input),
  start: DayStart = MORNING,
): PlayedDays {
  const random = seededRandom(input.seed)
  const days = Array.from({ length: input.days }, () => playDay(ground, order, random, start))
  return {
    days: days.length,
    end: spread(days.map(day => day.end)),
    inTime: days.filter(day => day.end <= input.end).length / days.length,
    rows: order.map((_, k) => {
      const fired = days.flatMap(day => day.rows[k] ?? [])
      return {
        begins: fired.length > 0 ? spread(fired.map(row => row.begins)) : null,
        done:
          fired.length > 0
            ? {
                p50: quantileOf(
                  fired.map(row => row.ends),
                  0.5,
                ),
                p90: quantileOf(
                  fired.map(row => row.ends),
                  0.9,
                ),
              }
            : null,
        window: fired.filter(row => row.whole).length / days.length,
        fired: fired.length / days.length,
      }
    }),
    props: propsOf(input, order, days),
    people: peopleOf(input, order, days),
  }
}
