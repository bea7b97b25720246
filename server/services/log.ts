import {
  type SQL,
  and,
  asc,
  desc,
  eq,
  gt,
  gte,
  inArray,
  isNotNull,
  like,
  lt,
  lte,
  max,
  min,
  or,
  sql,
} from 'drizzle-orm'
import type { Setup } from '../../core'
import type { Database } from '../database/client'
import { pictures, setups, shoots, takes } from '../database/schema'
import type { LogQuery } from '../../shared/schemas/log'
import { memberNames } from './members'
import { type PictureRecord, picturesOfTakes } from './pictures'
import { included } from './counted'
import { type TakeRecord, takeColumns, takeRecord } from './takes'

/** A take with where it belongs. */
export interface LogEntry extends TakeRecord {
  setupId: string
  setupName: string
  shootName: string
  recipe: string
  pictures: PictureRecord[]
}

export interface LogPage {
  entries: LogEntry[]
  /** To be sent as `after` for the next page; null: that was the last. */
  next: string | null
}

const columns = { ...takeColumns, setupId: takes.setupId }

type LoggedPlace = Pick<LogEntry, 'setupName' | 'shootName' | 'recipe'> & { shootId: string }

/**
 * Every set-up of a studio with where it belongs. They are few beside their takes: joined here, the database walks its
 * index of takes alone, and a page
 * costs the same at the end as at the start.
 */
async function placesOf(db: Database, studioId: string): Promise<Map<string, LoggedPlace>> {
  const rows = await db
    .select({
      id: setups.id,
      setupName: setups.name,
      shootId: setups.shootId,
      shootName: shoots.name,
      recipe: sql<string>`coalesce(${setups.recipe}, json_value(${setups.document}, '$.recipe'), '')`,
    })
    .from(setups)
    .innerJoin(shoots, eq(shoots.id, setups.shootId))
    .where(eq(setups.studioId, studioId))
  return new Map(rows.map(({ id, ...place }) => [id, place]))
}

function filters(studioId: string, query: LogQuery, places: ReadonlyMap<string, LoggedPlace>): SQL | undefined {
  const idsWhere = (wanted: (place: LoggedPlace, id: string) => boolean): string[] =>
    [...places].filter(([id, place]) => wanted(place, id)).map(([id]) => id)
  const among = (ids: string[]): SQL => (ids.length > 0 ? inArray(takes.setupId, ids) : sql`false`)
  const asked = query.shoot || query.setup || query.recipe
  const text = query.text?.toLowerCase()
  return and(
    eq(takes.studioId, studioId),
    included,
    // The exercises are few, and the log of real work does not want them.
    eq(takes.practice, query.practice ?? false),
    query.pictures ? sql`exists (select 1 from ${pictures} where ${pictures.takeId} = ${takes.id})` : undefined,
    asked
      ? among(
          idsWhere(
            (place, id) =>
              (!query.shoot || place.shootId === query.shoot) &&
              (!query.setup || id === query.setup) &&
              (!query.recipe || place.recipe === query.recipe),
          ),
        )
      : undefined,
    query.verdict ? eq(takes.verdict, query.verdict) : undefined,
    query.keepers ? eq(takes.keeper, true) : undefined,
    text
      ? or(
          like(takes.note, `%${text.replace(/[\\%_]/g, '\\$&')}%`),
          among(idsWhere(place => place.setupName.toLowerCase().includes(text))),
        )
      : undefined,
  )
}

/** What a page is ordered by, and the cursor's place in that order: the value and, for equals, the id. */
const ORDERS = {
  newest: {
    column: takes.firedAt,
    index: 'takes_fired',
    down: true,
    read: (text: string): Date => new Date(Number(text)),
    write: (entry: LogEntry): string => String(Date.parse(entry.firedAt)),
  },
  oldest: {
    column: takes.firedAt,
    index: 'takes_fired',
    down: false,
    read: (text: string): Date => new Date(Number(text)),
    write: (entry: LogEntry): string => String(Date.parse(entry.firedAt)),
  },
  shortest: {
    column: takes.delay,
    index: 'takes_delay',
    down: false,
    read: Number,
    write: (entry: LogEntry): string => String(entry.delay),
  },
  longest: {
    column: takes.delay,
    index: 'takes_delay',
    down: true,
    read: Number,
    write: (entry: LogEntry): string => String(entry.delay),
  },
} as const

function beyond(query: LogQuery): SQL | undefined {
  if (!query.after) return undefined
  const { column, down, read } = ORDERS[query.order]
  const split = query.after.lastIndexOf('_')
  const [value, id] = [read(query.after.slice(0, split)), query.after.slice(split + 1)]
  const further = down ? lt : gt
  // The first condition alone is what an index can begin from.
  return and(
    (down ? lte : gte)(column, value),
    or(further(column, value), and(eq(column, value), further(takes.id, id))),
  )
}

/** One page of all takes of a studio, by keyset: as quick at the end as at the start. */
export async function logPage(db: Database, studioId: string, query: LogQuery): Promise<LogPage> {
  const { column, index, down, write } = ORDERS[query.order]
  const way = down ? desc : asc
  const places = await placesOf(db, studioId)
  // Left to itself the database reads its index from the top down to the page.
  const rows = await db
    .select(columns)
    .from(takes, { forceIndex: index })
    .where(and(filters(studioId, query, places), beyond(query)))
    .orderBy(way(column), way(takes.id))
    .limit(query.limit + 1)
  const shown = rows.slice(0, query.limit)
  const found = await picturesOfTakes(
    db,
    shown.map(row => row.id),
  )
  const names = await memberNames(db, studioId)
  const entries = shown.map((row): LogEntry => {
    const { setupName, shootName, recipe } = places.get(row.setupId)!
    return { ...takeRecord(row, names), setupName, shootName, recipe, pictures: found.get(row.id) ?? [] }
  })
  const last = entries.at(-1)
  return { entries, next: rows.length > query.limit && last ? `${write(last)}_${last.id}` : null }
}

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
  /** By delay, in stretches of one width; `of` is where a stretch starts, s. */
  byDelay: LogTally[]
  /** s that a stretch is wide. */
  delayWidth: number
}

const DAYS_SHOWN = 60

/** Counts over everything a query finds. */
export async function logStats(db: Database, studioId: string, query: LogQuery): Promise<LogStats> {
  const places = await placesOf(db, studioId)
  const day = sql<string>`date_format(${takes.firedAt}, '%Y-%m-%d')`
  const where = filters(studioId, query, places)
  const [rows, byPower, byDelay] = await Promise.all([
    db
      .select({ setupId: takes.setupId, day, verdict: takes.verdict, ...counts })
      .from(takes)
      .where(where)
      .groupBy(takes.setupId, day, takes.verdict),
    powerTallies(db, where),
    delayTallies(db, where),
  ])
  const tally = (of: (row: (typeof rows)[number]) => string): LogTally[] => {
    const found = new Map<string, LogTally>()
    for (const row of rows) {
      const key = of(row)
      const known = found.get(key) ?? { of: key, takes: 0, keepers: 0 }
      found.set(key, { of: key, takes: known.takes + Number(row.takes), keepers: known.keepers + Number(row.keepers) })
    }
    return [...found.values()].sort((a, b) => a.of.localeCompare(b.of))
  }
  const byVerdict = tally(row => row.verdict)
  const sum = (key: 'takes' | 'keepers'): number => byVerdict.reduce((total, row) => total + row[key], 0)
  return {
    takes: sum('takes'),
    keepers: sum('keepers'),
    byDay: tally(row => row.day).slice(-DAYS_SHOWN),
    byRecipe: tally(row => places.get(row.setupId)!.recipe),
    byVerdict,
    byPower,
    ...byDelay,
  }
}

const counts = { takes: sql<number>`count(*)`, keepers: sql<number>`sum(${takes.keeper})` }
const asTally = (row: { of: number | null; takes: number; keepers: number }): LogTally => ({
  of: String(row.of),
  takes: Number(row.takes),
  keepers: Number(row.keepers),
})

async function powerTallies(db: Database, where: SQL | undefined): Promise<LogTally[]> {
  const rows = await db
    .select({ of: takes.power, ...counts })
    .from(takes)
    .where(and(where, isNotNull(takes.power)))
    .groupBy(takes.power)
    .orderBy(desc(takes.power))
  return rows.map(asTally)
}

/** Stretches of delay that counts are given for. */
const STRETCHES = 12

async function delayTallies(db: Database, where: SQL | undefined): Promise<Pick<LogStats, 'byDelay' | 'delayWidth'>> {
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
  const stretch = sql<number>`floor(${takes.delay} / ${width} + 0.000001)`
  const rows = await db
    .select({ of: stretch, ...counts })
    .from(takes)
    .where(where)
    .groupBy(stretch)
    .orderBy(stretch)
  const tallied = new Map(rows.map(row => [Number(row.of), row]))
  const [first, last] = [Math.min(...tallied.keys()), Math.max(...tallied.keys())]
  // Stretches nobody dialled stand there empty, so that the axis is one.
  const byDelay = Array.from({ length: last - first + 1 }, (_, i) =>
    asTally({ takes: 0, keepers: 0, ...tallied.get(first + i), of: Number(((first + i) * width).toPrecision(12)) }),
  )
  return { byDelay, delayWidth: width }
}

/** A set-up that takes of the log belong to, whole. */
export interface LoggedSetupRecord {
  id: string
  shootName: string
  shootDate: string
  setup: Setup
}

/** The set-ups of the takes a query finds, for a log that is taken out. */
export async function logSetups(db: Database, studioId: string, query: LogQuery): Promise<LoggedSetupRecord[]> {
  const ids = (
    await db
      .selectDistinct({ id: takes.setupId })
      .from(takes)
      .where(filters(studioId, query, await placesOf(db, studioId)))
  ).map(row => row.id)
  if (ids.length === 0) return []
  const rows = await db
    .select({ id: setups.id, shootName: shoots.name, shootDate: shoots.date, setup: setups.document })
    .from(setups)
    .innerJoin(shoots, eq(shoots.id, setups.shootId))
    .where(inArray(setups.id, ids))
    .orderBy(asc(shoots.date), asc(setups.name), asc(setups.createdAt))
  // One that cannot be read stays behind: its takes go out with its id.
  return rows.flatMap(({ setup, ...row }) => (setup ? [{ ...row, setup }] : []))
}
