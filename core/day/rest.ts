import { type DayHistory, type FollowedRow, followedRows, paceSoFar, workedSince } from './follow'
import { type DayStart, type PlayedDays, playedDays } from './played'
import type { DayOrder, DayPlanInput, DaySetup } from './types'
import { type Ground, dirtAfter, groundOf, walked } from './walk'

/** The least that is left of work that goes on, as a share of what was planned for it. */
const LEAST_LEFT = 0.1

/** What is left of a day. Times in min after midnight. */
export interface DayRest {
  /** How it went so far, in the order the set-ups were begun. */
  rows: FollowedRow[]
  /** The day's pace: 1 as planned. */
  pace: number
  /** Set-up on the stage, and how far it has come; null: all is done. */
  now: { id: string; stage: FollowedRow['stage'] } | null
  /** What is still to come, the set-up on the stage first. */
  order: DayOrder
  played: PlayedDays
  /** What it was played with: to try what leaving out would give. */
  ground: Ground
  places: number[]
  start: DayStart
}

/** Work that goes on: what is left of it. */
const leftOf = (planned: number, worked: number): number => Math.max(planned - worked, planned * LEAST_LEFT)

interface OnStage {
  id: string
  stage: FollowedRow['stage']
  /** When what it is at began. */
  since: number
}

/** The set-up on the stage: the one that is worked on, else the next, which is being built. */
function onStage(rows: readonly FollowedRow[], order: readonly string[], start: number): OnStage | null {
  const open = rows.find(({ stage }) => stage !== 'done')
  if (open) {
    const since = open.stage === 'building' ? open.from : open.stage === 'testing' ? open.built : open.tested
    return { id: open.id, stage: open.stage, since: since ?? open.from }
  }
  const next = order.find(id => !rows.some(row => row.id === id))
  return next === undefined ? null : { id: next, stage: 'building', since: rows.at(-1)?.ends ?? start }
}

/** Takes that are left of the sessions that went on for longer than this one has. */
const sessionsLeft = (takes: readonly number[], fired: number): number[] => {
  const longer = takes.filter(n => n > fired).map(n => n - fired)
  return longer.length > 0 ? longer : [1]
}

/** A set-up with what is left of it. */
function leftOfSetup(
  setup: DaySetup,
  stage: FollowedRow['stage'],
  { worked, row, takes }: { worked: number; row: FollowedRow | undefined; takes: readonly number[] | null },
): DaySetup {
  if (stage === 'building') return setup
  if (stage === 'testing') return { ...setup, test: leftOf(setup.test, worked) }
  const fired = row?.takes ?? 0
  const most = { takes: Math.max(1, setup.most.takes - fired), minutes: Math.max(1, setup.most.minutes - worked) }
  const known = takes ?? (setup.takes && sessionsLeft(setup.takes, fired))
  const take = row?.worked.take ?? setup.take
  const mean = known && known.reduce((sum, n) => sum + Math.min(n, most.takes), 0) / known.length
  const fire = mean !== null && take !== null ? Math.min(most.minutes, mean * take) : leftOf(setup.fire, worked)
  return { ...setup, test: 0, take, takes: known, most, fire }
}

/** min of changing to the set-up on the stage as a plan has it: taking down, cleaning, building. */
function changeTo(ground: Ground, last: number, dirt: number, next: number): number {
  const change = ground.change[last < 0 ? ground.input.setups.length : last]![next]!
  const hands = ground.hands[dirt & ground.minds[next]!]!
  const { setups } = ground.input
  return hands + (change >= 0 ? change : setups[next]!.build + (last < 0 ? 0 : setups[last]!.strike))
}

/** What stands on the stage, by place in the list: the last set-up that is over (−1: none), and the dirt about. */
function standing(
  { input, ground }: { input: DayPlanInput; ground: Ground },
  rows: readonly FollowedRow[],
  now: string | undefined,
): { last: number; dirt: number } {
  const gone = rows
    .filter(row => row.id !== now)
    .map(({ id }) => input.setups.findIndex(setup => setup.id === id))
    .filter(place => place >= 0)
  return { last: gone.at(-1) ?? -1, dirt: gone.reduce((bits, next) => dirtAfter(ground, bits, next), 0) }
}

/**
 * What is left of a day, played on from how it went.
 *
 * @param input the day as it was planned, with the minutes of its set-ups
 * @param order the order that was planned, by id
 * @param takes sessions' takes that the set-up on the stage still needs, none where all is there; null: from those
 *   planned
 */
export function restOfDay(
  input: DayPlanInput,
  order: readonly string[],
  history: DayHistory,
  now: number,
  takes: readonly number[] | null = null,
): DayRest {
  const rows = followedRows(input, history, now).map(row =>
    // All its keepers are there: nothing is left to fire.
    takes?.length === 0 && row.stage === 'firing' ? { ...row, stage: 'done' as const, ends: row.ends ?? now } : row,
  )
  const stage = onStage(rows, order, input.start)
  const { pace, sigma } = paceSoFar(input, rows)
  const planned = groundOf(input)
  const placeOf = (id: string): number => input.setups.findIndex(setup => setup.id === id)
  const at = stage ? placeOf(stage.id) : -1
  const { last, dirt } = standing({ input, ground: planned }, rows, stage?.id)
  const start: DayStart = { last, dirt, pace, sigma, fired: rows.some(({ fires }) => fires !== null), ready: -1 }
  let from = { ...input, start: rows.length > 0 ? now : Math.max(now, input.start) }
  if (stage && at >= 0 && (rows.length > 0 || now > stage.since)) {
    const worked = workedSince(input, history, stage.since, now)
    const row = rows.find(({ id }) => id === stage.id)
    const building = stage.stage === 'building'
    const left = building ? leftOf(changeTo(planned, last, dirt, at) * pace, worked) / pace : 0
    const key = input.setups[last]?.id ?? ''
    from = {
      ...from,
      change: { ...input.change, [key]: { ...input.change[key], [stage.id]: left } },
      setups: input.setups.map((setup, i) =>
        i === at ? leftOfSetup(setup, stage.stage, { worked, row, takes }) : setup,
      ),
    }
    start.dirt &= ~planned.minds[at]!
    if (stage.stage === 'firing') start.ready = at
  }
  const ground = groundOf(from)
  const coming = order.filter(id => !rows.some(one => one.id === id) && id !== stage?.id).map(placeOf)
  const places = [at, ...coming].filter(place => place >= 0)
  return {
    rows,
    pace,
    now: stage && { id: stage.id, stage: stage.stage },
    // What would end after the hire is shown there: it is for people to leave it out.
    order: walked({ ...ground, input: { ...from, end: Infinity } }, places, false, {
      last,
      dirt: start.dirt,
      time: from.start,
    }),
    played: playedDays(from, places, ground, start),
    ground,
    places,
    start,
  }
}
