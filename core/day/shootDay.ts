import type { KeeperChance } from '../plan'
import { seededRandom } from '../math/random'
import type { Setup } from '../setup/types'
import { cut } from './clock'
import {
  CLEANING,
  buildMinutes,
  changeMinutes,
  daySetupOf,
  fireMinutes,
  strikeMinutes,
  takeMinutes,
  testMinutes,
} from './minutes'
import { type StudioMinutes, ruledMinutes } from './studioMinutes'
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
  /** Time zone by its IANA name; empty: that of whoever looks. */
  zone: string
  /** Set-ups in the order somebody chose; empty: the best. */
  order: string[]
  /** By set-up. */
  setups: Record<string, DayChoice>
  /** When it was last printed, ISO 8601, and in which order; empty: never. */
  printedAt: string
  printed: string[]
  /** The times people were told, by which the day is followed; empty: none were. */
  sheet: { id: string; fires: number; ends: number }[]
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
  zone: '',
  order: [],
  setups: {},
  printedAt: '',
  printed: [],
  sheet: [],
})

/** A day as it is kept with what earlier versions left out; what is none is given back as it is. */
export const completeShootDay = (value: unknown): unknown =>
  value !== null && typeof value === 'object' && !Array.isArray(value) ? { ...newShootDay(), ...value } : value

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

/** What takes of a set-up use up: an item of kit that several may share, else its own. */
export const propOf = (id: string, { kit }: Pick<Setup, 'kit'>): string => (kit.consumable === '' ? id : kit.consumable)

/** Props at hand by kind; of set-ups that share a kind the one that says most. */
function stockOf(items: readonly DayItem[]): Record<string, number> {
  const stock: Record<string, number> = {}
  for (const { id, setup } of items) {
    const kind = propOf(id, setup)
    if (setup.goal.stock > 0) stock[kind] = Math.max(stock[kind] ?? 0, setup.goal.stock)
  }
  return stock
}

/** Minutes of a set-up's work by the rules, as the studio's own log has them. */
export function studioRules({ setup }: Pick<DayItem, 'setup'>, learnt: StudioMinutes) {
  const build = ruledMinutes(learnt, 'build', buildMinutes(setup))
  return {
    build,
    test: ruledMinutes(learnt, 'test', testMinutes(setup)),
    take: ruledMinutes(learnt, `take:${setup.recipe}`, takeMinutes(setup)),
    strike: ruledMinutes(learnt, 'strike', strikeMinutes(buildMinutes(setup))),
  }
}

const windowsOf = (own: readonly Stretch[], dark: readonly Stretch[] | null): Stretch[] =>
  dark === null ? [...own] : cut(own.length > 0 ? own : [[0, 48 * 60]], dark).filter(([from, to]) => from < to)

/**
 * A set-up by the rules, with what somebody said of it in their place.
 *
 * @param dark when it is dark enough; null: always
 * @param learnt what the studio's own work took
 */
export function dayItemOf(
  { id, setup, takes }: DayItem,
  choice: DayChoice,
  dark: readonly Stretch[] | null,
  learnt: StudioMinutes = {},
): DaySetup {
  const ruled = daySetupOf(setup, id, takes ?? [])
  const own = studioRules({ setup }, learnt)
  const most = { takes: ruled.most.takes, minutes: choice.most }
  const take = choice.take ?? Number(own.take.minutes.toFixed(2))
  const known = ruled.takes!
  return {
    ...ruled,
    value: choice.value,
    build: choice.build ?? Math.round(own.build.minutes),
    test: choice.test ?? Math.round(own.test.minutes),
    strike: choice.strike ?? Math.round(own.strike.minutes),
    take,
    most,
    fire: fireMinutes({ take, takes: known, most }),
    loud: choice.loud ?? ruled.loud,
    windows: windowsOf(choice.windows, setup.method === 'open-shutter' ? dark : null),
    needs: choice.needs,
    after: choice.after,
    props: { [propOf(id, setup)]: 1 },
  }
}

/**
 * A shoot's day as it is planned: load-in comes before the first set-up and packing after the last, both within the
 * hire.
 *
 * @param dark when the room is dark enough for an open shutter, where it cannot be blacked out; null: always
 * @param learnt what the studio's own work took against the rules
 */
export function dayInputOf(
  day: ShootDay,
  items: readonly DayItem[],
  {
    date,
    dark = null,
    days = 2000,
    learnt = {},
  }: { date: string; dark?: readonly Stretch[] | null; days?: number; learnt?: StudioMinutes },
): DayPlanInput {
  const changed = (from: Setup, to: Setup): number =>
    Math.round(ruledMinutes(learnt, 'build', changeMinutes(from, to)).minutes)
  const here = items.filter(({ id }) => !choiceOf(day, id).leftOut)
  const known = new Set(here.map(({ id }) => id))
  const people = new Set(day.people.map(({ id }) => id))
  const change: Record<string, Record<string, number>> = {}
  for (const from of here) {
    for (const to of here) {
      if (from === to || choiceOf(day, to.id).build !== null) continue
      change[from.id] = { ...change[from.id], [to.id]: changed(from.setup, to.setup) }
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
    stock: stockOf(here),
    setups: here.map(item => {
      const made = dayItemOf(item, choiceOf(day, item.id), dark, learnt)
      return { ...made, needs: made.needs.filter(id => people.has(id)), after: made.after.filter(id => known.has(id)) }
    }),
    days,
    seed: 1,
  }
}
