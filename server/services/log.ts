import { type SQL, and, asc, desc, eq, gt, gte, inArray, like, lt, lte, or, sql } from 'drizzle-orm'
import type { Database } from '../database/client'
import { setups, shoots, takes } from '../database/schema'
import type { LogQuery } from '../../shared/schemas/log'
import type { TakeRecord } from './takes'

/** A take with where it belongs. */
export interface LogEntry extends TakeRecord {
  setupId: string
  setupName: string
  shootName: string
  recipe: string
}

export interface LogPage {
  entries: LogEntry[]
  /** To be sent as `after` for the next page; null: that was the last. */
  next: string | null
}

const columns = {
  id: takes.id, setupId: takes.setupId, number: takes.number, key: takes.key, delay: takes.delay, verdict: takes.verdict, keeper: takes.keeper, position: takes.position, note: takes.note,
  planned: takes.planned, sharp: takes.sharp, exposed: takes.exposed, clean: takes.clean, firedAt: takes.firedAt,
}

type Place = Pick<LogEntry, 'setupName' | 'shootName' | 'recipe'> & { shootId: string }

/**
 * Every set-up of a studio with where it belongs. They are few beside their takes: joined here, the database walks its index of takes alone, and a page
 * costs the same at the end as at the start.
 */
async function placesOf(db: Database, studioId: string): Promise<Map<string, Place>> {
  const rows = await db.select({ id: setups.id, setupName: setups.name, shootId: setups.shootId, shootName: shoots.name, recipe: sql<string>`json_value(${setups.document}, '$.recipe')` })
    .from(setups).innerJoin(shoots, eq(shoots.id, setups.shootId)).where(eq(setups.studioId, studioId))
  return new Map(rows.map(({ id, ...place }) => [id, place]))
}

function filters(studioId: string, query: LogQuery, places: ReadonlyMap<string, Place>): SQL | undefined {
  const idsWhere = (wanted: (place: Place, id: string) => boolean): string[] => [...places].filter(([id, place]) => wanted(place, id)).map(([id]) => id)
  const among = (ids: string[]): SQL => (ids.length > 0 ? inArray(takes.setupId, ids) : sql`false`)
  const asked = query.shoot || query.setup || query.recipe
  const text = query.text?.toLowerCase()
  return and(
    eq(takes.studioId, studioId),
    asked ? among(idsWhere((place, id) => (!query.shoot || place.shootId === query.shoot) && (!query.setup || id === query.setup) && (!query.recipe || place.recipe === query.recipe))) : undefined,
    query.verdict ? eq(takes.verdict, query.verdict) : undefined,
    query.keepers ? eq(takes.keeper, true) : undefined,
    text ? or(like(takes.note, `%${text.replace(/[\\%_]/g, '\\$&')}%`), among(idsWhere(place => place.setupName.toLowerCase().includes(text)))) : undefined,
  )
}

/** What a page is ordered by, and the cursor's place in that order: the value and, for equals, the id. */
const ORDERS = {
  newest: { column: takes.firedAt, index: 'takes_fired', down: true, read: (text: string): Date => new Date(Number(text)), write: (entry: LogEntry): string => String(Date.parse(entry.firedAt)) },
  oldest: { column: takes.firedAt, index: 'takes_fired', down: false, read: (text: string): Date => new Date(Number(text)), write: (entry: LogEntry): string => String(Date.parse(entry.firedAt)) },
  shortest: { column: takes.delay, index: 'takes_delay', down: false, read: Number, write: (entry: LogEntry): string => String(entry.delay) },
  longest: { column: takes.delay, index: 'takes_delay', down: true, read: Number, write: (entry: LogEntry): string => String(entry.delay) },
} as const

function beyond(query: LogQuery): SQL | undefined {
  if (!query.after) return undefined
  const { column, down, read } = ORDERS[query.order]
  const split = query.after.lastIndexOf('_')
  const [value, id] = [read(query.after.slice(0, split)), query.after.slice(split + 1)]
  const further = down ? lt : gt
  // The first condition alone is what an index can begin from.
  return and((down ? lte : gte)(column, value), or(further(column, value), and(eq(column, value), further(takes.id, id))))
}

/** One page of all takes of a studio, by keyset: as quick at the end as at the start. */
export async function logPage(db: Database, studioId: string, query: LogQuery): Promise<LogPage> {
  const { column, index, down, write } = ORDERS[query.order]
  const way = down ? desc : asc
  const places = await placesOf(db, studioId)
  // Left to itself the database reads its index from the top down to the page.
  const rows = await db.select(columns).from(takes, { forceIndex: index }).where(and(filters(studioId, query, places), beyond(query))).orderBy(way(column), way(takes.id)).limit(query.limit + 1)
  const entries = rows.slice(0, query.limit).map((row): LogEntry => {
    const { setupName, shootName, recipe } = places.get(row.setupId)!
    return { ...row, firedAt: row.firedAt.toISOString(), setupName, shootName, recipe }
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
}

const DAYS_SHOWN = 60

/** Counts over everything a query finds. */
export async function logStats(db: Database, studioId: string, query: LogQuery): Promise<LogStats> {
  const places = await placesOf(db, studioId)
  const day = sql<string>`date_format(${takes.firedAt}, '%Y-%m-%d')`
  const rows = await db.select({ setupId: takes.setupId, day, verdict: takes.verdict, takes: sql<number>`count(*)`, keepers: sql<number>`sum(${takes.keeper})` })
    .from(takes).where(filters(studioId, query, places)).groupBy(takes.setupId, day, takes.verdict)
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
  return { takes: sum('takes'), keepers: sum('keepers'), byDay: tally(row => row.day).slice(-DAYS_SHOWN), byRecipe: tally(row => places.get(row.setupId)!.recipe), byVerdict }
}
