import { exactOrder } from './exact'
import { searchedOrder } from './search'
import type { PlayedDays } from './played'
import { type DayPlanInput, type DayRow, type DaySetup, LATEST, MOST_EXACT } from './types'
import { groundOf } from './walk'

/** What stands against a day. */
export const CONTRADICTIONS = [
  'no-window',
  'person-away',
  'loud-in-quiet',
  'end-past-hire',
  'after-ring',
  'props-over-stock',
  'prop-gone-off',
  'person-tired',
  'no-break',
] as const
/** A kind of contradiction. */
export type ContradictionId = (typeof CONTRADICTIONS)[number]

/** What would make it: the smallest change of one figure that was found by trying. */
export interface Mend {
  change: 'end' | 'start' | 'hours' | 'window' | 'quiet' | 'stock' | 'after' | 'break' | 'batches' | 'takes'
  /** Whose, where it is one set-up's, person's or prop's. */
  of?: string
  /** min after midnight, pieces of a prop, lots in which it is made, or takes; left out where it is only taken away. */
  to?: number
}

/** Mends that are so many of something, not a time of day: no change of the plan makes them. */
export const COUNTED_MENDS: ReadonlySet<Mend['change']> = new Set(['stock', 'batches', 'takes'])

/** Something that stands against a day, with what it is about and what would mend it. */
export interface Contradiction {
  id: ContradictionId
  setups: string[]
  people: string[]
  /** Prop, where it is about one. */
  prop?: string
  mends: Mend[]
}

/** Steps in which a mend is looked for, min, and how far. */
const STEP = 5
const FAR = 240
/** Share of played days on which props should last. */
const SURE = 0.9
/** min of work after which a crew has to have had a break. */
const WITHOUT_BREAK = 360

/** Whether a day with a change holds a set-up and loses nothing more. */
function holds(input: DayPlanInput, id: string, lost: number): boolean {
  const ground = groundOf(input)
  const order = input.setups.length <= MOST_EXACT ? exactOrder(ground) : searchedOrder(ground)
  return order.rows.some(row => row.id === id) && input.setups.length - order.rows.length < lost
}

/** The smallest step, min, from which a change mends; null: none does. Later is never worse than sooner. */
function smallest(mends: (minutes: number) => boolean, most = FAR): number | null {
  const steps = Math.floor(most / STEP)
  if (steps < 1 || !mends(steps * STEP)) return null
  let [low, high] = [0, steps]
  while (high - low > 1) {
    const middle = Math.floor((low + high) / 2)
    if (mends(middle * STEP)) high = middle
    else low = middle
  }
  return high * STEP
}

const withSetup = (input: DayPlanInput, id: string, change: Partial<DaySetup>): DayPlanInput => ({
  ...input,
  setups: input.setups.map(setup => (setup.id === id ? { ...setup, ...change } : setup)),
})

/** Every single change that makes a dropped set-up fit, the smallest of its kind. */
function mendsFor(input: DayPlanInput, setup: DaySetup, lost: number): Mend[] {
  const found: Mend[] = []
  const tried = (
    mend: Omit<Mend, 'to'>,
    to: (minutes: number) => number,
    with_: (minutes: number) => DayPlanInput,
    most?: number,
  ): void => {
    const minutes = smallest(m => holds(with_(m), setup.id, lost), most)
    if (minutes !== null) found.push({ ...mend, to: to(minutes) })
  }
  tried(
    { change: 'end' },
    m => input.end + m,
    m => ({ ...input, end: input.end + m }),
    Math.min(FAR, LATEST - input.end),
  )
  tried(
    { change: 'start' },
    m => input.start - m,
    m => ({ ...input, start: input.start - m }),
    Math.min(FAR, input.start),
  )
  const last = setup.windows.at(-1)
  if (last)
    tried(
      { change: 'window', of: setup.id },
      m => last[1] + m,
      m => withSetup(input, setup.id, { windows: [...setup.windows.slice(0, -1), [last[0], last[1] + m]] }),
    )
  for (const id of setup.needs) {
    const person = input.people.find(one => one.id === id)
    const hours = person?.hours.at(-1)
    if (!person || !hours) continue
    tried(
      { change: 'hours', of: id },
      m => hours[1] + m,
      m => ({
        ...input,
        people: input.people.map(one =>
          one.id === id ? { ...one, hours: [...one.hours.slice(0, -1), [hours[0], hours[1] + m] as const] } : one,
        ),
      }),
    )
  }
  if (setup.loud && input.quiet.length > 0 && holds(withSetup(input, setup.id, { loud: false }), setup.id, lost))
    found.push({ change: 'quiet', of: setup.id })
  if (setup.after.length > 0 && holds(withSetup(input, setup.id, { after: [] }), setup.id, lost))
    found.push({ change: 'after', of: setup.id })
  return found
}

/** What a set-up that is left out founders on: what alone, taken away, would let it in; else the end of the day. */
function causeOf(
  input: DayPlanInput,
  setup: DaySetup,
  reason: string,
  lost: number,
): { id: ContradictionId; people: string[] } {
  if (reason === 'after' && setup.after.length > 0) return { id: 'after-ring', people: [] }
  const lets = (change: Partial<DaySetup>): boolean => holds(withSetup(input, setup.id, change), setup.id, lost)
  if (setup.loud && input.quiet.length > 0 && lets({ loud: false })) return { id: 'loud-in-quiet', people: [] }
  const bound = setup.needs.filter(id => (input.people.find(one => one.id === id)?.hours.length ?? 0) > 0)
  if (bound.length > 0 && lets({ needs: [] })) return { id: 'person-away', people: bound }
  if (setup.windows.length > 0 && lets({ windows: [] })) return { id: 'no-window', people: [] }
  return { id: reason === 'end' ? 'end-past-hire' : 'no-window', people: [] }
}

/** Set-ups that each have to come before another of them, and so round. */
function rings({ setups }: DayPlanInput): string[][] {
  const before = new Map(setups.map(({ id, after }) => [id, after]))
  const reached = (from: string): Set<string> => {
    const seen = new Set<string>()
    const walk = (id: string): void => {
      for (const next of before.get(id) ?? []) {
        if (seen.has(next) || !before.has(next)) continue
        seen.add(next)
        walk(next)
      }
    }
    walk(from)
    return seen
  }
  const found: string[][] = []
  const done = new Set<string>()
  for (const { id } of setups) {
    const from = reached(id)
    if (done.has(id) || !from.has(id)) continue
    const ring = [...from].filter(other => reached(other).has(id)).sort()
    ring.forEach(one => done.add(one))
    found.push(ring)
  }
  return found
}

/** The first stretch of the hire without a break that is too long; null: there is none. */
function unbroken({ start, end, breaks }: DayPlanInput): { from: number; to: number } | null {
  let from = start
  for (const { at, minutes } of [...breaks].sort((a, b) => a.at - b.at)) {
    if (at - from > WITHOUT_BREAK) break
    from = Math.max(from, at + minutes)
  }
  return end - from > WITHOUT_BREAK ? { from, to: end } : null
}

/** Props that may run out or go off, and people who would have to do more than they can. */
function usedUp(input: DayPlanInput, played: PlayedDays, rows: readonly DayRow[]): Contradiction[] {
  const found: Contradiction[] = []
  /** min of firing, as long as nine days in ten take. */
  const firing = new Map(rows.map(({ id, fires, ends }, i) => [id, (played.rows[i]?.done?.p90 ?? ends) - fires]))
  for (const [prop, { p90, stock, enough }] of Object.entries(played.props)) {
    if (enough === null || stock === null || enough >= SURE) continue
    const setups = input.setups.filter(setup => setup.props[prop]).map(({ id }) => id)
    found.push({ id: 'props-over-stock', setups, people: [], prop, mends: [{ change: 'stock', of: prop, to: p90 }] })
  }
  for (const [person, { p90, enough }] of Object.entries(played.people)) {
    if (enough === null || enough >= SURE) continue
    const setups = input.setups.filter(({ needs }) => needs.includes(person)).map(({ id }) => id)
    found.push({ id: 'person-tired', setups, people: [person], mends: [{ change: 'takes', of: person, to: p90 }] })
  }
  for (const { id, keeps } of input.setups) {
    const lots = keeps == null || keeps <= 0 ? 1 : Math.ceil((firing.get(id) ?? 0) / keeps)
    if (lots > 1)
      found.push({ id: 'prop-gone-off', setups: [id], people: [], mends: [{ change: 'batches', of: id, to: lots }] })
  }
  return found
}

/** What stands against a day, each with what would mend it. */
export function contradictionsOf(
  input: DayPlanInput,
  dropped: readonly { id: string; reason: string }[],
  played: PlayedDays,
  rows: readonly DayRow[],
): Contradiction[] {
  const found: Contradiction[] = dropped.map(({ id, reason }) => {
    const setup = input.setups.find(one => one.id === id)!
    const cause = causeOf(input, setup, reason, dropped.length)
    return { id: cause.id, setups: [id], people: cause.people, mends: mendsFor(input, setup, dropped.length) }
  })
  for (const setups of rings(input))
    found.push({ id: 'after-ring', setups, people: [], mends: setups.map(of => ({ change: 'after' as const, of })) })
  found.push(...usedUp(input, played, rows))
  const long = unbroken(input)
  if (long && played.end.p50 - long.from > WITHOUT_BREAK)
    found.push({
      id: 'no-break',
      setups: [],
      people: [],
      mends: [{ change: 'break', to: long.from + WITHOUT_BREAK / 2 }],
    })
  return found
}
