import type { KeeperChance } from '../plan'
import { seededRandom } from '../math/random'
import { traitsOf } from '../recipes/all'
import type { Setup } from '../setup/types'
import { cut } from './clock'
import {
  buildMinutes,
  changeMinutes,
  daySetupOf,
  fireMinutes,
  strikeMinutes,
  takeMinutes,
  testMinutes,
} from './minutes'
import { type OwnRules, arrivalOf, cleaningOf, restedBy, rulesWith } from './rules'
import { type StudioMinutes, ruledMinutes } from './studioMinutes'
import { type DayPerson, type DayPlanInput, type DaySetup, type DayValue, LATEST, type Stretch } from './types'

/** Where the sun has to stand: degrees clockwise from north, from one to the other, and so many above the horizon. */
export interface SunWanted {
  from: number
  to: number
  above: number
}

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
  /** min to make a prop ready, and min for which it is good once it is made; null: it does not matter. */
  ahead: number | null
  keeps: number | null
  /** Where the sun has to stand where it is the light; null: it is not. */
  sun: SunWanted | null
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
  /** Whether a client looks at every take. */
  client: boolean
  /** Whether the room can be made dark; else open shutters wait for dusk. */
  blackedOut: boolean
  /** Where it is, degrees, for the sun; null: not said. */
  latitude: number | null
  longitude: number | null
  /** Time zone by its IANA name; empty: the studio's. */
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
  ahead: null,
  keeps: null,
  sun: null,
  leftOut: false,
}

/** The day of a shoot before anybody has said anything of it. */
export const newShootDay = (): ShootDay => ({
  start: 9 * 60,
  end: 18 * 60,
  breaks: [{ at: 12 * 60 + 30, minutes: 30 }],
  quiet: [],
  people: [],
  client: false,
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

const isRecord = (value: unknown): value is Record<string, unknown> =>
  value !== null && typeof value === 'object' && !Array.isArray(value)

/** A day as it is kept with what earlier versions left out; what is none is given back as it is. */
export function completeShootDay(value: unknown): unknown {
  if (!isRecord(value)) return value
  const { setups = {}, people = [] } = value
  return {
    ...newShootDay(),
    ...value,
    setups: isRecord(setups)
      ? Object.fromEntries(
          Object.entries(setups).map(([id, choice]) => [
            id,
            isRecord(choice) ? { ahead: null, keeps: null, sun: null, ...choice } : choice,
          ]),
        )
      : setups,
    people: Array.isArray(people)
      ? people.map((person: unknown) => (isRecord(person) ? { role: '', most: null, ...person } : person))
      : people,
  }
}

/** What was said of a set-up. */
export const choiceOf = (day: ShootDay, id: string): DayChoice =>
  Object.hasOwn(day.setups, id) ? day.setups[id]! : NEW_CHOICE

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

/** What a studio knows of its own minutes: what it typed over the rules, and what its log has of them. */
export interface StudioKnows {
  own: OwnRules
  learnt: StudioMinutes
}
/** A studio that has neither typed nor timed anything. */
export const NOTHING_KNOWN: StudioKnows = { own: {}, learnt: {} }

/** Minutes of a set-up's work: by the rules, as the studio typed them, drawn to what its own log has. */
export function studioRules({ setup }: Pick<DayItem, 'setup'>, { own, learnt }: StudioKnows) {
  const rules = rulesWith(own)
  const [thumb, build] = [buildMinutes(setup), buildMinutes(setup, rules)]
  return {
    build: ruledMinutes(learnt, 'build', thumb, build),
    test: ruledMinutes(learnt, 'test', testMinutes(setup), testMinutes(setup, rules)),
    take: ruledMinutes(learnt, `take:${setup.recipe}`, takeMinutes(setup), takeMinutes(setup, rules)),
    strike: ruledMinutes(learnt, 'strike', strikeMinutes(thumb), strikeMinutes(build)),
  }
}

/** A window in which nothing can be fired: none at all would mean at any time. */
const NEVER: Stretch = [LATEST, LATEST]

/** When something may be fired that needs its light; null: that is always there. */
function windowsOf(own: readonly Stretch[], light: readonly Stretch[] | null): Stretch[] {
  if (light === null) return [...own]
  const both = cut(own.length > 0 ? own : [[0, LATEST]], light).filter(([from, to]) => from < to)
  return both.length > 0 ? both : [NEVER]
}

/**
 * A set-up by the rules, with what somebody said of it in their place.
 *
 * @param dark when it is dark enough; null: always
 * @param studio what the studio knows of its own minutes
 * @param options.sunned when the sun stands where it is wanted; null: it is not the light
 * @param options.client whether a client looks at every take
 */
export function dayItemOf(
  { id, setup, takes }: DayItem,
  choice: DayChoice,
  dark: readonly Stretch[] | null,
  studio = NOTHING_KNOWN,
  { sunned = null, client = false }: { sunned?: readonly Stretch[] | null; client?: boolean } = {},
): DaySetup {
  const ruled = daySetupOf(setup, id, takes ?? [])
  const own = studioRules({ setup }, studio)
  const most = { takes: ruled.most.takes, minutes: choice.most }
  // Rests are no part of a take, and part of what firing takes; typed minutes stand as they are.
  const rules = rulesWith(studio.own)
  const looked = own.take.minutes + (client ? rules['take.client'] : 0)
  const rested = restedBy(rules, setup.method === 'open-shutter' ? 'dark' : 'lit')
  const take = choice.take ?? Number((looked * rested).toFixed(2))
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
    windows: windowsOf(windowsOf(choice.windows, setup.method === 'open-shutter' ? dark : null), sunned),
    needs: choice.needs,
    after: choice.after,
    ahead: choice.ahead,
    keeps: choice.keeps,
    props: { [propOf(id, setup)]: 1 },
  }
}

/** Kinds of dirt that somebody carries from one picture into the next. */
const CARRIED = ['wet', 'powder'] as const
/** People who are followed by what they carry: an order is sought for every set of kinds of dirt. */
const MOST_FOLLOWED = 5

/** A set-up with what those who are in it carry: who was drenched dries off before a picture that is dry. */
function carried(setup: DaySetup, performs: boolean, followed: ReadonlySet<string>): DaySetup {
  const those = setup.needs.filter(id => followed.has(id))
  if (those.length === 0) return setup
  const own = (kinds: readonly string[]): string[] => those.flatMap(id => kinds.map(kind => `${kind}:${id}`))
  const left = CARRIED.filter(kind => setup.leaves.includes(kind))
  return {
    ...setup,
    leaves: [...setup.leaves, ...(performs ? own(left) : [])],
    minds: [...setup.minds, ...own(CARRIED.filter(kind => !performs || !left.includes(kind)))],
  }
}

/**
 * A shoot's day as it is planned: load-in comes before the first set-up and packing after the last, both within the
 * hire.
 *
 * @param dark when the room is dark enough for an open shutter, where it cannot be blacked out; null: always
 * @param studio what the studio knows of its own minutes
 * @param sunned by set-up whose light is the sun, when it stands where it is wanted
 */
export function dayInputOf(
  day: ShootDay,
  items: readonly DayItem[],
  {
    date,
    dark = null,
    days = 2000,
    studio = NOTHING_KNOWN,
    sunned = {},
  }: {
    date: string
    dark?: readonly Stretch[] | null
    days?: number
    studio?: StudioKnows
    sunned?: Readonly<Record<string, readonly Stretch[]>>
  },
): DayPlanInput {
  const rules = rulesWith(studio.own)
  const changed = (from: Setup, to: Setup): number =>
    Math.round(ruledMinutes(studio.learnt, 'build', changeMinutes(from, to), changeMinutes(from, to, rules)).minutes)
  const here = items.filter(({ id }) => !choiceOf(day, id).leftOut)
  const known = new Set(here.map(({ id }) => id))
  const people = new Set(day.people.map(({ id }) => id))
  const followed = new Set([...people].slice(0, MOST_FOLLOWED))
  const change: Record<string, Record<string, number>> = {}
  for (const from of here) {
    for (const to of here) {
      if (from === to || choiceOf(day, to.id).build !== null) continue
      change[from.id] = { ...change[from.id], [to.id]: changed(from.setup, to.setup) }
    }
  }
  return {
    date,
    start: day.start + arrivalOf(rules),
    end: day.end - rules['day.packing'],
    clean: {
      ...cleaningOf(rules),
      // They dry and wash while the next is built.
      ...Object.fromEntries(
        day.people.flatMap(({ id }) => CARRIED.map(kind => [`${kind}:${id}`, [0, rules[`person.${kind}`]] as const])),
      ),
    },
    breaks: day.breaks,
    quiet: day.quiet,
    people: day.people,
    change,
    stock: stockOf(here),
    setups: here.map(item => {
      const light = Object.hasOwn(sunned, item.id) ? sunned[item.id]! : null
      const made = dayItemOf(item, choiceOf(day, item.id), dark, studio, { sunned: light, client: day.client })
      return carried(
        { ...made, needs: made.needs.filter(id => people.has(id)), after: made.after.filter(id => known.has(id)) },
        item.setup.subject.person || traitsOf(item.setup.recipe).person === true,
        followed,
      )
    }),
    days,
    seed: 1,
  }
}
