import type { DayPlanInput } from '~~/core/day'

/**
 * Days worked out minute by minute, as the rules are written: a second account that shares no code with the planner's.
 */

const inBreak = (day: DayPlanInput, minute: number): boolean =>
  day.breaks.some(({ at, minutes }) => minute >= at && minute < at + minutes)

/** Work of whole minutes, one after the other, none of it in a break. */
function worked(day: DayPlanInput, from: number, minutes: number): number {
  let at = from
  for (let left = minutes; left > 0; at++) if (!inBreak(day, at)) left--
  return at
}

/** Whether a set-up may be fired at an instant between two minutes, by everything that binds it. */
function mayFire(day: DayPlanInput, i: number, minute: number): boolean {
  const setup = day.setups[i]!
  const within = (list: readonly (readonly [number, number])[]): boolean =>
    list.length === 0 || list.some(([from, to]) => minute >= from && minute + 1 <= to)
  return (
    within(setup.windows) &&
    setup.needs.every(id => within(day.people.find(person => person.id === id)!.hours)) &&
    !(setup.loud && day.quiet.some(([from, to]) => minute < to && minute + 1 > from))
  )
}

/** The first minute from one on at which all of the firing may be done. */
function firedFrom(day: DayPlanInput, i: number, from: number): [begins: number, ends: number] | null {
  const { fire } = day.setups[i]!
  for (let begins = from; begins < 2880; begins++) {
    if (inBreak(day, begins)) continue
    const ends = worked(day, begins, fire)
    let free = true
    for (let minute = begins; minute < ends && free; minute++) free = mayFire(day, i, minute)
    if (free) return [begins, ends]
  }
  return null
}

interface At {
  time: number
  dirt: readonly string[]
  last: number | null
  shot: readonly number[]
}

/** How a set-up follows; null: it cannot. */
function next(day: DayPlanInput, at: At, i: number): At | null {
  const setup = day.setups[i]!
  if (at.shot.some(k => day.setups[k]!.after.includes(setup.id))) return null
  const cleaned = at.dirt.filter(kind => setup.minds.includes(kind))
  const hands = cleaned.reduce((sum, kind) => sum + day.clean[kind]![0], 0)
  const air = Math.max(0, ...cleaned.map(kind => day.clean[kind]![1]))
  const change = day.change[at.last === null ? '' : day.setups[at.last]!.id]?.[setup.id]
  const strike = at.last === null || change !== undefined ? 0 : day.setups[at.last]!.strike
  const clear = worked(day, at.time, strike + hands)
  const built = Math.max(worked(day, clear, change ?? setup.build), clear + air)
  const fired = firedFrom(day, i, worked(day, built, setup.test))
  return (
    fired && {
      time: fired[1],
      dirt: [...new Set([...at.dirt.filter(kind => !cleaned.includes(kind)), ...setup.leaves])],
      last: i,
      shot: [...at.shot, i],
    }
  )
}

const EMPTY = (day: DayPlanInput): At => ({ time: day.start, dirt: [], last: null, shot: [] })
const endOf = (day: DayPlanInput, at: At): number =>
  at.last === null ? at.time : worked(day, at.time, day.setups[at.last]!.strike)

/** When an order ends, every set-up of it fired; null: one cannot follow, or the day does not end in time. */
export function slowEnd(day: DayPlanInput, order: readonly number[]): number | null {
  let at: At | null = EMPTY(day)
  for (const i of order) {
    at = at && next(day, at, i)
    if (!at || endOf(day, at) > day.end) return null
  }
  return endOf(day, at!)
}

/** What is lost by value, must first, and when the day ends. */
export type SlowDay = [must: number, wanted: number, nice: number, end: number]

/** The best of every order of every choice of set-ups, all of them walked through. */
export function slowBest(day: DayPlanInput): SlowDay {
  const values = ['must', 'wanted', 'nice']
  const told = (at: At): SlowDay => {
    const lost = [0, 0, 0]
    day.setups.forEach(({ value }, i) => {
      if (!at.shot.includes(i)) lost[values.indexOf(value)]!++
    })
    return [lost[0]!, lost[1]!, lost[2]!, endOf(day, at)]
  }
  const sooner = (a: SlowDay, b: SlowDay): boolean => {
    const k = a.findIndex((value, i) => value !== b[i])
    return k >= 0 && a[k]! < b[k]!
  }
  let best = told(EMPTY(day))
  const walk = (at: At): void => {
    for (let i = 0; i < day.setups.length; i++) {
      if (at.shot.includes(i)) continue
      const then = next(day, at, i)
      if (!then || then.time > day.end) continue
      const now = told(then)
      if (now[3] <= day.end && sooner(now, best)) best = now
      walk(then)
    }
  }
  walk(EMPTY(day))
  return best
}
