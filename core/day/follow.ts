import { quantileOf } from '../math/orderQuantile'
import { joined, restsOf } from './clock'
import { type Worked, paceOf } from './learn'
import { SPREADS } from './played'
import type { DayPlanInput, DaySetup, Stretch } from './types'

/** What is noted of a set-up on its day: finished work, rests, and what goes wrong. */
export const DAY_EVENTS = ['built', 'tested', 'armed', 'done', 'struck', 'pause', 'resume', 'fault', 'mended'] as const
/** A kind of thing noted on the day. */
export type DayEventKind = (typeof DAY_EVENTS)[number]

/** What was noted and fired on a day; min after midnight, in any order. */
export interface DayHistory {
  events: readonly { id: string; kind: DayEventKind; at: number }[]
  takes: readonly { id: string; at: number; keeper: boolean }[]
}

/** How far a set-up has come. */
export type DayStage = 'building' | 'testing' | 'firing' | 'done'

/** A set-up as it went, min after midnight; null: not yet, or never noted. */
export interface FollowedRow {
  id: string
  stage: DayStage
  /** When the one before was fired, or the day began. */
  from: number
  built: number | null
  tested: number | null
  fires: number | null
  ends: number | null
  struck: number | null
  takes: number
  keepers: number
  /** min lost to faults. */
  faults: number
  /** Minutes worked, rests and faults left out; null: not finished, or not to be told. */
  worked: { build: number | null; test: number | null; take: number | null; strike: number | null }
}

/** A gap between takes that is a rest: so many medians, and at least so many min; over `most` it always is one. */
const REST = { medians: 4, minutes: 8, most: 60 }
/** Gaps between takes from which they tell the pace. */
const LEAST_GAPS = 3

const total = (stretches: readonly Stretch[]): number => stretches.reduce((sum, [a, b]) => sum + b - a, 0)

/** Stretches begun by one kind of event and ended by another or by a take; those still open end now. */
function between(
  { events, takes }: DayHistory,
  begin: DayEventKind,
  end: DayEventKind,
  now: number,
): { id: string; stretch: Stretch }[] {
  return events
    .filter(event => event.kind === begin)
    .map(({ id, at }) => {
      const ends = [...events.filter(other => other.kind === end), ...takes].map(sign => sign.at).filter(t => t > at)
      return { id, stretch: [at, Math.min(now, ...ends)] as const }
    })
    .filter(({ stretch: [a, b] }) => b > a)
}

/** When nobody worked up to now: breaks, rests and faults, none over another. */
const offUntil = (breaks: DayPlanInput['breaks'], history: DayHistory, now: number): Stretch[] =>
  joined([
    ...restsOf(breaks).breaks,
    ...[...between(history, 'fault', 'mended', now), ...between(history, 'pause', 'resume', now)].map(
      ({ stretch }) => stretch,
    ),
  ])

/** min of [from, to] outside some stretches, none of which is over another. */
const workedWithin = (from: number, to: number, off: readonly Stretch[]): number =>
  Math.max(0, to - from - off.reduce((sum, [a, b]) => sum + Math.max(0, Math.min(b, to) - Math.max(a, from)), 0))

/** Gaps between takes, min, rests left out. */
function gapsOf(times: readonly number[]): number[] {
  const sorted = [...times].sort((a, b) => a - b)
  const gaps = sorted.slice(1).map((at, i) => at - sorted[i]!)
  if (gaps.length === 0) return []
  const longest = Math.min(REST.most, Math.max(REST.minutes, REST.medians * quantileOf(gaps, 0.5)))
  return gaps.filter(gap => gap <= longest)
}

/** min of a take: the middle of the gaps between takes, rests left out; null: too few. */
export function gapOf(times: readonly number[]): number | null {
  const gaps = gapsOf(times)
  return times.length - 1 < LEAST_GAPS || gaps.length === 0 ? null : quantileOf(gaps, 0.5)
}

/** min from the first take to the last, rests left out. */
export const firingMinutes = (times: readonly number[]): number => gapsOf(times).reduce((sum, gap) => sum + gap, 0)

interface Signs {
  id: string
  first: number
  last: number
  at: (kind: DayEventKind) => number | null
  fired: number[]
  keepers: number
}

/** What there is of each set-up, in the order in which they were begun. */
function signsOf({ events, takes }: DayHistory): Signs[] {
  const ids = [...new Set([...events, ...takes].map(({ id }) => id))]
  return ids
    .map(id => {
      const own = events.filter(event => event.id === id)
      const fired = takes.filter(take => take.id === id)
      const all = [...own, ...fired].map(({ at }) => at)
      const latest = (kind: DayEventKind): number | null => {
        const times = own.filter(event => event.kind === kind).map(({ at }) => at)
        return times.length > 0 ? Math.max(...times) : null
      }
      return {
        id,
        first: Math.min(...all),
        last: Math.max(...all),
        at: latest,
        fired: fired.map(({ at }) => at).sort((a, b) => a - b),
        keepers: fired.filter(({ keeper }) => keeper).length,
      }
    })
    .sort((a, b) => a.first - b.first)
}

const stageOf = (signs: Signs, current: string): DayStage =>
  signs.id !== current || signs.at('done') !== null || signs.at('struck') !== null
    ? 'done'
    : signs.fired.length > 0 || signs.at('armed') !== null || signs.at('tested') !== null
      ? 'firing'
      : signs.at('built') !== null
        ? 'testing'
        : 'building'

/**
 * How a day went so far, set-up by set-up in the order they were begun. What was not noted is taken from what was: a
 * set-up that is fired is built and tested, and one is over as soon as another is begun.
 *
 * @param history what was noted and fired
 * @param now min after midnight; what comes later is left out
 */
export function followedRows(
  { start, breaks }: Pick<DayPlanInput, 'start' | 'breaks'>,
  history: DayHistory,
  now: number,
): FollowedRow[] {
  const past = {
    events: history.events.filter(({ at }) => at <= now),
    takes: history.takes.filter(({ at }) => at <= now),
  }
  const signs = signsOf(past)
  const current = signs.reduce<Signs | null>((best, one) => (best && best.last >= one.last ? best : one), null)
  const faults = between(past, 'fault', 'mended', now)
  const off = offUntil(breaks, past, now)
  const worked = (from: number | null, to: number | null): number | null =>
    from === null || to === null || to < from ? null : workedWithin(from, to, off)
  const rows: FollowedRow[] = []
  for (const sign of signs) {
    const before = rows.at(-1)
    const stage = stageOf(sign, current!.id)
    const [built, struck] = [sign.at('built'), sign.at('struck')]
    const fires = sign.fired[0] ?? null
    const tested = sign.at('tested') ?? sign.at('armed') ?? fires
    const from = Math.min(before?.ends ?? start, sign.first)
    const over = sign.at('done') ?? sign.fired.at(-1) ?? sign.last
    const ends = stage === 'done' ? over : (sign.fired.at(-1) ?? null)
    rows.push({
      id: sign.id,
      stage,
      from,
      built,
      tested,
      fires,
      ends,
      struck,
      takes: sign.fired.length,
      keepers: sign.keepers,
      faults: total(joined(faults.filter(({ id }) => id === sign.id).map(({ stretch }) => stretch))),
      worked: {
        build: worked(from, built),
        test: worked(built, tested),
        take: gapOf(sign.fired),
        strike: worked(ends, struck),
      },
    })
  }
  return rows
}

/** min planned from one set-up (null: the empty stage) until another is built: taken down and built, or changed. */
export function plannedBuild(
  input: Pick<DayPlanInput, 'setups' | 'change'>,
  before: string | null,
  id: string,
): number {
  const setupOf = (one: string): DaySetup | undefined => input.setups.find(setup => setup.id === one)
  const change = input.change[before ?? '']?.[id]
  return change ?? (setupOf(id)?.build ?? 0) + (before === null ? 0 : (setupOf(before)?.strike ?? 0))
}

/** What finished work says of the day's pace, against what was planned for it. */
export function worksOf(input: DayPlanInput, rows: readonly FollowedRow[]): Worked[] {
  return rows.flatMap((row, i) => {
    const setup = input.setups.find(({ id }) => id === row.id)
    if (!setup) return []
    const works: [real: number | null, planned: number, spread: number][] = [
      [row.worked.build, plannedBuild(input, rows[i - 1]?.id ?? null, row.id), SPREADS.build],
      [row.worked.test, setup.test, SPREADS.test],
      [row.worked.take, setup.take ?? 0, SPREADS.take / Math.sqrt(Math.max(1, row.takes - 1))],
    ]
    return works.flatMap(([real, planned, spread]) =>
      real !== null && real > 0 && planned > 0 ? [{ real, planned, spread }] : [],
    )
  })
}

/** The day's pace so far: 1 as planned, 1.2 a fifth slower, with its log-sd. */
export const paceSoFar = (input: DayPlanInput, rows: readonly FollowedRow[]): { pace: number; sigma: number } =>
  paceOf(worksOf(input, rows))

/** min worked since an instant, rests and faults left out. */
export function workedSince(
  { breaks }: Pick<DayPlanInput, 'breaks'>,
  history: DayHistory,
  from: number,
  now: number,
): number {
  return workedWithin(from, now, offUntil(breaks, history, now))
}
