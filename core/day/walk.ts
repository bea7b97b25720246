import { type Rests, done, free, restsOf, stretchesOf } from './clock'
import type { DayLoss, DayOrder, DayPlanInput, DayRow, Stretch } from './types'

/** A day made ready to be walked through: set-ups by their place in the list. */
export interface Ground {
  input: DayPlanInput
  rests: Rests
  /** Of each set-up when it may be fired. */
  stretches: Stretch[][]
  /** Kinds of dirt that one set-up leaves and another minds: each a bit. */
  kinds: string[]
  leaves: number[]
  minds: number[]
  /** Set-ups that must not have been shot before each, as bits. */
  tooLate: number[]
  /** min in place of strike and build from one to the next; −1: as usual. From the empty stage: the last row. */
  change: number[][]
  /** min of hands and of air that cleaning takes, by the bits of what is cleaned: hands add up, air is the longest. */
  hands: number[]
  air: number[]
}

/** What a day stands at: the last set-up (−1: none), when it was fired, and what lies about, as bits. */
export interface Standing {
  last: number
  time: number
  dirt: number
}

/** The bits of some kinds. */
const bitsOf = (kinds: readonly string[], of: readonly string[]): number =>
  of.reduce((bits, kind) => (kinds.includes(kind) ? bits | (1 << kinds.indexOf(kind)) : bits), 0)

const cleanOf = ({ clean }: DayPlanInput, kind: string): readonly [number, number] =>
  Object.hasOwn(clean, kind) ? clean[kind]! : [0, 0]
/** A figure for each set of kinds, by their bits. */
const ofBits = (kinds: readonly string[], of: (some: string[]) => number): number[] =>
  Array.from({ length: 1 << kinds.length }, (_, bits) => of(kinds.filter((__, i) => (bits >> i) & 1)))

/** Makes a day ready. */
export function groundOf(input: DayPlanInput): Ground {
  const { setups } = input
  const left = new Set(setups.flatMap(setup => setup.leaves))
  const kinds = [...new Set(setups.flatMap(setup => setup.minds))].filter(kind => left.has(kind)).sort()
  const changeFrom = (id: string): number[] =>
    setups.map(setup => {
      const row = Object.hasOwn(input.change, id) ? input.change[id]! : {}
      return Object.hasOwn(row, setup.id) ? row[setup.id]! : -1
    })
  return {
    input,
    rests: restsOf(input.breaks),
    stretches: setups.map(setup => stretchesOf(setup, input.people, input.quiet)),
    kinds,
    leaves: setups.map(setup => bitsOf(kinds, setup.leaves)),
    minds: setups.map(setup => bitsOf(kinds, setup.minds)),
    tooLate: setups.map(({ id }) =>
      setups.reduce((bits, other, i) => (other.after.includes(id) ? bits | (1 << i) : bits), 0),
    ),
    change: [...setups.map(({ id }) => changeFrom(id)), changeFrom('')],
    hands: ofBits(kinds, bits => bits.reduce((sum, kind) => sum + cleanOf(input, kind)[0], 0)),
    air: ofBits(kinds, bits => Math.max(0, ...bits.map(kind => cleanOf(input, kind)[1]))),
  }
}

/** Whether a set-up cannot be fired at any time. */
export const isBound = ({ stretches }: Ground, place: number): boolean =>
  stretches[place]!.length !== 1 || stretches[place]![0]![1] !== Infinity

/** The kinds of dirt behind bits. */
export const kindsOf = ({ kinds }: Ground, bits: number): string[] => kinds.filter((_, i) => (bits >> i) & 1)

/** When what follows is built, tested, begun and fired. */
export interface Step {
  built: number
  tested: number
  fires: number
  ends: number
}

/**
 * Works out how the next set-up follows on what stands there, the one account of it.
 *
 * @param into takes the times; what it holds is undefined where nothing can follow
 * @returns whether it can follow
 */
export function steps(ground: Ground, last: number, time: number, dirt: number, next: number, into: Step): boolean {
  const { setups } = ground.input
  const { rests } = ground
  const setup = setups[next]!
  const cleaned = dirt & ground.minds[next]!
  const change = ground.change[last < 0 ? setups.length : last]![next]!
  const strike = last < 0 || change >= 0 ? 0 : setups[last]!.strike
  const clear = done(rests, time, strike + ground.hands[cleaned]!)
  into.built = Math.max(done(rests, clear, change >= 0 ? change : setup.build), clear + ground.air[cleaned]!)
  into.tested = done(rests, into.built, setup.test)
  for (const [opens, closes] of ground.stretches[next]!) {
    into.fires = free(rests, Math.max(into.tested, opens))
    into.ends = done(rests, into.fires, setup.fire)
    if (into.ends <= closes) return true
  }
  return false
}

/** What lies about once a set-up was fired. */
export const dirtAfter = (ground: Ground, dirt: number, next: number): number =>
  (dirt & ~ground.minds[next]!) | ground.leaves[next]!

/** How the next set-up follows on what stands there; null: it cannot. */
function following(ground: Ground, { last, time, dirt }: Standing, next: number): DayRow | null {
  const step: Step = { built: 0, tested: 0, fires: 0, ends: 0 }
  if (!steps(ground, last, time, dirt, next, step)) return null
  return {
    id: ground.input.setups[next]!.id,
    from: time,
    cleaned: kindsOf(ground, dirt & ground.minds[next]!),
    ...step,
    wait: step.fires - step.tested,
  }
}

/** When the stage is clear again. */
export const cleared = ({ rests, input }: Ground, { last, time }: Standing): number =>
  last < 0 ? time : done(rests, time, input.setups[last]!.strike)

/** What is lost where only some set-ups are shot. */
export function lossOf({ setups }: Pick<DayPlanInput, 'setups'>, shot: ReadonlySet<number>): DayLoss {
  const lost = { must: 0, wanted: 0, nice: 0 }
  setups.forEach(({ value }, i) => {
    if (!shot.has(i)) lost[value]++
  })
  return lost
}

/**
 * Walks through set-ups in an order, leaving out those that cannot follow or would keep the day from ending in time.
 *
 * @param order places in the list
 * @param strict null instead, as soon as one would have to be left out
 * @param from what the day stands at; left out: the empty stage in the morning
 */
export function walked(ground: Ground, order: readonly number[], strict: true): DayOrder | null
export function walked(ground: Ground, order: readonly number[], strict?: false, from?: Standing): DayOrder
export function walked(
  ground: Ground,
  order: readonly number[],
  strict = false,
  from: Standing = { last: -1, time: ground.input.start, dirt: 0 },
): DayOrder | null {
  const { input } = ground
  let standing = from
  const rows: DayRow[] = []
  const shot = new Set<number>()
  let bits = 0
  for (const next of order) {
    const row = bits & ground.tooLate[next]! ? null : following(ground, standing, next)
    const then = row && { last: next, time: row.ends, dirt: dirtAfter(ground, standing.dirt, next) }
    if (!row || !then || cleared(ground, then) > input.end) {
      if (strict) return null
      continue
    }
    rows.push(row)
    shot.add(next)
    bits |= 1 << next
    standing = then
  }
  return { rows, end: cleared(ground, standing), lost: lossOf(input, shot) }
}
