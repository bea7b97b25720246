import { type SQL, and, eq, inArray, max, min, not, sql, sum } from 'drizzle-orm'
import type { LogQuery } from '../../shared/schemas/log'
import { NO_DELAY, STRETCH_SQL, stretchStart } from '../../shared/units/delayStretch'
import { NOT_NOTED } from '../database/cellSql'
import { daySql } from '../database/daySql'
import type { Database } from '../database/client'
import { takeCells, takes } from '../database/schema'
import { type Narrowed, cellsWhere, named, narrowed, noteHolds, studioLog, takesCounted, takesWhere } from './logFilter'

export interface LogTally {
  /** What it counts: a day, a recipe, a verdict. */
  of: string
  takes: number
  keepers: number
}

export interface LogStats {
  takes: number
  keepers: number
  byDay: LogTally[]
  byRecipe: LogTally[]
  byVerdict: LogTally[]
  /** By power of the first light, fraction of full, the highest first; where takes noted it. */
  byPower: LogTally[]
  /** By delay; `of` is where a stretch begins, s. */
  byDelay: LogTally[]
  /** s that each stretch is wide; null: they go by 1, 2, 5, 10 …; 0: all delays are one. */
  delayWidth: number | null
}

const DAYS_SHOWN = 60
/** Takes up to which delays are counted in even stretches, take by take. */
const MOST_EVEN = 20_000
/** Even stretches of delay that counts are given for. */
const STRETCHES = 12

type Counts = ReadonlyMap<string, { takes: number; keepers: number }>

/** Counts by the values of each column that the log tells of. */
interface Tallies {
  day: Counts
  setupId: Counts
  verdict: Counts
  power: Counts
  stretch: Counts
}

function added(rows: Iterable<readonly [string, { takes: number; keepers: number }]>): Counts {
  const found = new Map<string, { takes: number; keepers: number }>()
  for (const [of, { takes: n, keepers }] of rows) {
    const known = found.get(of) ?? { takes: 0, keepers: 0 }
    found.set(of, { takes: known.takes + n, keepers: known.keepers + keepers })
  }
  return found
}
function together(all: readonly Tallies[]): Tallies {
  const of = (key: keyof Tallies): Counts => added(all.flatMap(one => [...one[key]]))
  return { day: of('day'), setupId: of('setupId'), verdict: of('verdict'), power: of('power'), stretch: of('stretch') }
}

/** From what is counted already, in two walks: along the keys, and by the few kinds there are. */
async function fromCells(db: Database, asked: Narrowed): Promise<Tallies> {
  const where = cellsWhere(asked)
  const n = takesCounted(asked)
  const sums = { takes: sum(n).mapWith(Number), keepers: sum(sql`${n} * ${takeCells.keeper}`).mapWith(Number) }
  const [places, kinds] = await Promise.all([
    db
      .select({ setupId: takeCells.setupId, day: takeCells.day, ...sums })
      .from(takeCells)
      .where(where)
      .groupBy(takeCells.setupId, takeCells.day),
    db
      .select({ verdict: takeCells.verdict, power: takeCells.power, stretch: takeCells.stretch, ...sums })
      .from(takeCells)
      .where(where)
      .groupBy(takeCells.verdict, takeCells.power, takeCells.stretch),
  ])
  return {
    day: added(places.map(row => [row.day, row] as const)),
    setupId: added(places.map(row => [row.setupId, row] as const)),
    verdict: added(kinds.map(row => [row.verdict, row] as const)),
    power: added(kinds.map(row => [String(row.power), row] as const)),
    stretch: added(kinds.map(row => [String(row.stretch), row] as const)),
  }
}

/** From the takes themselves, where it goes by words of their notes; few of them hold those. */
async function fromTakes(db: Database, zone: string, where: SQL | undefined): Promise<Tallies> {
  const rows = await db
    .select({
      day: sql.raw(daySql(zone)).mapWith(String).as('day'),
      setupId: takes.setupId,
      verdict: takes.verdict,
      power: sql`coalesce(${takes.power}, ${NOT_NOTED})`.mapWith(Number).as('power'),
      stretch: sql.raw(STRETCH_SQL).mapWith(Number).as('stretch'),
      takes: sql`count(*)`.mapWith(Number),
      keepers: sum(takes.keeper).mapWith(Number),
    })
    .from(takes)
    .where(where)
    .groupBy(sql`1, 2, 3, 4, 5`)
  const by = (key: keyof Tallies): Counts => added(rows.map(row => [String(row[key]), row] as const))
  return { day: by('day'), setupId: by('setupId'), verdict: by('verdict'), power: by('power'), stretch: by('stretch') }
}

/** What a query finds, counted by each column. */
export async function talliesOf(db: Database, asked: Narrowed, text: string | undefined): Promise<Tallies> {
  if (!text) return fromCells(db, asked)
  const inName = named(asked, text)
  const elsewhere = inName.setupIds!.length > 0 ? not(inArray(takes.setupId, inName.setupIds!)) : undefined
  return together(
    await Promise.all([
      fromCells(db, inName),
      fromTakes(db, asked.log.zone, and(takesWhere(asked), noteHolds(text), elsewhere)),
    ]),
  )
}

const listed = (counts: Counts): LogTally[] =>
  [...counts].map(([of, { takes: n, keepers }]) => ({ of, takes: n, keepers }))
const byName = (a: LogTally, b: LogTally): number => a.of.localeCompare(b.of)
const byNumber = (a: LogTally, b: LogTally): number => Number(a.of) - Number(b.of)

/** Counts over everything a query finds. */
export async function logStats(db: Database, studioId: string, query: LogQuery): Promise<LogStats> {
  const log = await studioLog(db, studioId)
  const asked = narrowed(log, query)
  const tallies = await talliesOf(db, asked, query.text)
  const byVerdict = listed(tallies.verdict).sort(byName)
  const total = (key: 'takes' | 'keepers'): number => byVerdict.reduce((all, row) => all + row[key], 0)
  const recipeOf = (setupId: string): string => log.places.get(setupId)!.recipe
  return {
    takes: total('takes'),
    keepers: total('keepers'),
    byDay: listed(tallies.day).sort(byName).slice(-DAYS_SHOWN),
    byRecipe: listed(added([...tallies.setupId].map(([id, n]) => [recipeOf(id), n] as const))).sort(byName),
    byVerdict,
    byPower: listed(tallies.power)
      .filter(({ of }) => Number(of) !== NOT_NOTED)
      .sort((a, b) => byNumber(b, a)),
    ...(await delaysOf(db, asked, query.text, tallies)),
  }
}

type Delays = Pick<LogStats, 'byDelay' | 'delayWidth'>

async function delaysOf(db: Database, asked: Narrowed, text: string | undefined, tallies: Tallies): Promise<Delays> {
  if (!text) {
    const ids = [...tallies.setupId.keys()]
    const within = ids.length > 0 ? await takesOfSetups(db, asked.log.studioId, ids) : 0
    if (within <= MOST_EVEN) return evenDelays(db, and(takesWhere({ ...asked, setupIds: ids })))
  }
  const byDelay = listed(tallies.stretch)
    .sort(byNumber)
    .map(row => ({ ...row, of: String(stretchStart(Math.max(NO_DELAY, Number(row.of)))) }))
  return { byDelay: byDelay.length > 1 ? byDelay : [], delayWidth: null }
}

async function takesOfSetups(db: Database, studioId: string, ids: string[]): Promise<number> {
  const [row] = await db
    .select({ takes: sum(takeCells.takes).mapWith(Number) })
    .from(takeCells)
    .where(and(eq(takeCells.studioId, studioId), inArray(takeCells.setupId, ids)))
  return row?.takes ?? 0
}

async function evenDelays(db: Database, where: SQL | undefined): Promise<Delays> {
  const [ends] = await db
    .select({ low: min(takes.delay), high: max(takes.delay) })
    .from(takes)
    .where(where)
  const low = ends?.low ?? 0
  const span = (ends?.high ?? 0) - low
  if (!(span > 0)) return { byDelay: [], delayWidth: 0 }
  // Round stretches, so that their ends can be read.
  const power = 10 ** Math.floor(Math.log10(span / STRETCHES))
  const width = [1, 2, 5, 10].map(n => n * power).find(w => span / w <= STRETCHES) ?? 10 * power
  const stretch = sql`floor(${takes.delay} / ${width} + 0.000001)`.mapWith(Number).as('stretch')
  const rows = await db
    .select({ of: stretch, takes: sql`count(*)`.mapWith(Number), keepers: sum(takes.keeper).mapWith(Number) })
    .from(takes)
    .where(where)
    .groupBy(sql`1`)
  const tallied = new Map(rows.map(row => [row.of, row]))
  const [first, last] = [Math.min(...tallied.keys()), Math.max(...tallied.keys())]
  // Stretches nobody dialled stand there empty, so that the axis is one.
  const byDelay = Array.from({ length: last - first + 1 }, (_, i): LogTally => {
    const { takes: n, keepers } = tallied.get(first + i) ?? { takes: 0, keepers: 0 }
    return { of: String(Number(((first + i) * width).toPrecision(12))), takes: n, keepers }
  })
  return { byDelay, delayWidth: width }
}
