import type { KeeperChance } from '../plan'
import { seededRandom } from '../math/random'
import type { Setup } from '../setup/types'
import { changeMinutes, CLEANING, daySetupOf, fireMinutes } from './minutes'
import type { DayPerson, DayPlanInput, DaySetup, DayValue, Stretch } from './types'

/** What somebody said of a set-up's day; null: by the rules. Minutes. */
export interface DayChoice {
  value: DayValue
  build: number | null
  test: number | null
  strike: number | null
  take: number | null
  /** The crew stops after so long. */
  most: number
  windows: Stretch[]
  needs: string[]
  after: string[]
  loud: boolean | null
  /** Not on this day. */
  leftOut: boolean
}

/** A day of shooting as it is kept with its shoot: all but what its set-ups say themselves. min after midnight. */
export interface ShootDay {
  start: number
  end: number
  breaks: { at: number; minutes: number }[]
  quiet: Stretch[]
  people: DayPerson[]
  /** Whether the room can be made dark; else open shutters wait for dusk. */
  blackedOut: boolean
  /** Where it is, degrees, for the sun; null: not said. */
  latitude: number | null
  longitude: number | null
  /** Set-ups in the order somebody chose; empty: the best. */
  order: string[]
  /** By set-up. */
  setups: Record<string, DayChoice>
  /** When it was last printed, ISO 8601, and in which order; empty: never. */
  printedAt: string
  printed: string[]
}

/** A set-up of which nobody has said anything. */
export const NEW_CHOICE: DayChoice = {
  value: 'wanted',
  build: null,
  test: null,
  strike: null,
  take: null,
  most: 90,
  windows: [],
  needs: [],
  after: [],
  loud: null,
  leftOut: false,
}

/** The day of a shoot before anybody has said anything of it. */
export const newShootDay = (): ShootDay => ({
  start: 9 * 60,
  end: 18 * 60,
  breaks: [{ at: 12 * 60 + 30, minutes: 30 }],
  quiet: [],
  people: [],
  blackedOut: true,
  latitude: null,
  longitude: null,
  order: [],
  setups: {},
  printedAt: '',
  printed: [],
})

/** What was said of a set-up. */
export const choiceOf = (day: ShootDay, id: string): DayChoice =>
  Object.hasOwn(day.setups, id) ? day.setups[id]! : NEW_CHOICE

/** min once a day: in and power; the trigger chain wired and tried; the tether. */
export const ARRIVAL = 30 + 15 + 8
/** min of packing and sweeping out, once a day. */
export const PACKING = 40

/** Draws behind takes that are only about right, until sessions were played. */
const QUICK = 120

/** Takes of a set-up about as they come: until the moment is found, then until the keepers are there. */
export function quickTakes(
  { chance, later, stop }: Pick<KeeperChance, 'stop' | 'chance' | 'later'>,
  keepers: number,
): number[] {
  if (stop !== null || !(chance > 0) || !(later > 0)) return []
  const random = seededRandom(1)
  const until = (p: number): number => 1 + Math.floor(Math.log(1 - random.uniform()) / Math.log(1 - Math.min(0.999, p)))
  return Array.from({ length: QUICK }, () => {
    let takes = until(chance)
    for (let kept = 1; kept < keepers; kept++) takes += until(later)
    return Math.min(1000, takes)
  })
}

/** A set-up of the day with its takes as they were played; null: not yet. */
export interface DayItem {
  id: string
  setup: Setup
  takes: number[] | null
}

const stretchesWithin = (own: readonly Stretch[], dark: readonly Stretch[] | null): Stretch[] =>
  dark === null
    ? [...own]
    : (own.length > 0 ? own : [[0, 48 * 60] as Stretch]).flatMap(([a, b]) =>
        dark.flatMap(([c, d]): Stretch[] =>
          Math.max(a, c) < Math.min(b, d) ? [[Math.max(a, c), Math.min(b, d)]] : [],
        ),
      )

/**
 * A set-up by the rules, with what somebody said of it in their place.
 *
 * @param dark when it is dark enough; null: always
 */
export function dayItemOf({ id, setup, takes }: DayItem, choice: DayChoice, dark: readonly Stretch[] | null): DaySetup {
  const ruled = daySetupOf(setup, id, takes ?? [])
  const most = { takes: ruled.most.takes, minutes: choice.most }
  const take = choice.take ?? ruled.take!
  const known = ruled.takes!
  return {
    ...ruled,
    value: choice.value,
    build: choice.build ?? ruled.build,
    test: choice.test ?? ruled.test,
    strike: choice.strike ?? ruled.strike,
    take,
    most,
    fire: fireMinutes({ take, takes: known, most }),
    loud: choice.loud ?? ruled.loud,
    windows: stretchesWithin(choice.windows, setup.method === 'open-shutter' ? dark : null),
    needs: choice.needs,
    after: choice.after,
    props: { [id]: 1 },
  }
}

/**
 * A shoot's day as it is planned: load-in comes before the first set-up and packing after the last, both within the
 * hire.
 *
 * @param dark when the room is dark enough for an open shutter, where it cannot be blacked out; null: always
 */
export function dayInputOf(
  day: ShootDay,
  items: readonly DayItem[],
  { date, dark = null, days = 2000 }: { date: string; dark?: readonly Stretch[] | null; days?: number },
): DayPlanInput {
  const here = items.filter(({ id }) => !choiceOf(day, id).leftOut)
  const known = new Set(here.map(({ id }) => id))
  const people = new Set(day.people.map(({ id }) => id))
  const change: Record<string, Record<string, number>> = {}
  for (const from of here) {
    for (const to of here) {
      if (from === to || choiceOf(day, to.id).build !== null) continue
      change[from.id] = { ...change[from.id], [to.id]: changeMinutes(from.setup, to.setup) }
    }
  }
  return {
    date,
    start: day.start + ARRIVAL,
    end: day.end - PACKING,
    clean: CLEANING,
    breaks: day.breaks,
    quiet: day.quiet,
    people: day.people,
    change,
    stock: Object.fromEntries(
      here.filter(({ setup }) => setup.goal.stock > 0).map(({ id, setup }) => [id, setup.goal.stock]),
    ),
    setups: here.map(item => {
      const made = dayItemOf(item, choiceOf(day, item.id), dark)
      return { ...made, needs: made.needs.filter(id => people.has(id)), after: made.after.filter(id => known.has(id)) }
    }),
    days,
    seed: 1,
  }
}
