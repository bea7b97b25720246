import { SURE, type Drop, dropOf } from './drop'
import type { DayHistory } from './follow'
import { type DayRest, restOfDay } from './rest'
import type { DayPlanInput } from './types'
import { isBound } from './walk'

/** When set-ups were to be fired by the sheet that people have in hand; min after midnight. */
export type DaySheet = readonly { id: string; fires: number; ends: number }[]

/** A set-up to come, and how much later than on the sheet it begins, half of the days; below 0: sooner. */
export interface Slip {
  id: string
  by: number
}

/** A fixed time that may not be kept. */
export interface Danger {
  id: string
  /** Share of days on which all of it is fired where it may be. */
  chance: number
  /** Since when, min after midnight. */
  since: number
}

/** A day as it is followed. */
export interface FollowedDay {
  rest: DayRest
  slips: Slip[]
  dangers: Danger[]
  /** What to leave out so that the day ends in time; null: it does, or nothing helps. */
  drop: Drop | null
  /** Share of days that end in time as it stands. */
  inTime: number
}

/** Days behind the question since when a time is in danger. */
const DAYS_BACK = 300

/** Chances of the fixed times of a day that are not sure to be kept. */
const unsure = (rest: DayRest): { id: string; chance: number }[] =>
  rest.places.flatMap((place, k) => {
    const chance = rest.played.rows[k]!.window
    return isBound(rest.ground, place) && chance < SURE ? [{ id: rest.ground.input.setups[place]!.id, chance }] : []
  })

/** Since when a fixed time is in danger: back to the last sign at which it was not. */
function since(input: DayPlanInput, order: readonly string[], history: DayHistory, now: number, id: string): number {
  const times = [...new Set(history.events.map(({ at }) => at))].filter(at => at < now).sort((a, b) => b - a)
  let from = now
  for (const at of times) {
    const then = restOfDay({ ...input, days: DAYS_BACK }, order, history, at)
    if (!unsure(then).some(other => other.id === id)) break
    from = at
  }
  return from
}

/** A day in the making. */
export interface DaySoFar {
  /** The order that was planned, by id. */
  order: readonly string[]
  /** The times people were told. */
  sheet: DaySheet
  history: DayHistory
  /** min after midnight. */
  now: number
  /** Sessions' takes that the set-up on the stage still needs; null: from those planned. */
  takes: readonly number[] | null
}

/** Follows a day: what is left, what slips against the sheet, which fixed time is in danger, and what to leave out. */
export function followDay(input: DayPlanInput, { order, sheet, history, now, takes }: DaySoFar): FollowedDay {
  const rest = restOfDay(input, order, history, now, takes)
  const slips = rest.places.flatMap((place, k) => {
    const { id } = rest.ground.input.setups[place]!
    const told = sheet.find(row => row.id === id)
    const begins = rest.played.rows[k]!.begins
    const fired = rest.rows.some(row => row.id === id && row.fires !== null)
    return told && begins && !fired ? [{ id, by: begins.p50 - told.fires }] : []
  })
  const { inTime } = rest.played
  return {
    rest,
    slips,
    dangers: unsure(rest).map(one => ({ ...one, since: since(input, order, history, now, one.id) })),
    drop: inTime >= SURE ? null : dropOf(rest.ground, rest.places, stageOf(rest), rest.start),
    inTime,
  }
}

const stageOf = ({ now, places, ground }: DayRest): number[] =>
  places.filter(place => ground.input.setups[place]!.id === now?.id)
