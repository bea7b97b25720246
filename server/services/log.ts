import { type SQL, and, asc, desc, eq, gt, like, lt, or, sql } from 'drizzle-orm'
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

const recipe = sql<string>`json_value(${setups.document}, '$.recipe')`
const columns = {
  id: takes.id, setupId: takes.setupId, number: takes.number, key: takes.key, delay: takes.delay, verdict: takes.verdict, keeper: takes.keeper, position: takes.position, note: takes.note,
  planned: takes.planned, sharp: takes.sharp, exposed: takes.exposed, clean: takes.clean, firedAt: takes.firedAt, setupName: setups.name, shootName: shoots.name, recipe,
}

function filters(studioId: string, query: LogQuery): SQL | undefined {
  return and(
    eq(takes.studioId, studioId),
    query.shoot ? eq(setups.shootId, query.shoot) : undefined,
    query.setup ? eq(takes.setupId, query.setup) : undefined,
    query.recipe ? eq(recipe, query.recipe) : undefined,
    query.verdict ? eq(takes.verdict, query.verdict) : undefined,
    query.keepers ? eq(takes.keeper, true) : undefined,
    query.text ? or(like(takes.note, `%${query.text.replace(/[\\%_]/g, '\\$&')}%`), like(setups.name, `%${query.text.replace(/[\\%_]/g, '\\$&')}%`)) : undefined,
  )
}

/** What a page is ordered by, and the cursor's place in that order: the value and, for equals, the id. */
const ORDERS = {
  newest: { column: takes.firedAt, down: true, read: (text: string): Date => new Date(Number(text)), write: (entry: LogEntry): string => String(Date.parse(entry.firedAt)) },
  oldest: { column: takes.firedAt, down: false, read: (text: string): Date => new Date(Number(text)), write: (entry: LogEntry): string => String(Date.parse(entry.firedAt)) },
  shortest: { column: takes.delay, down: false, read: Number, write: (entry: LogEntry): string => String(entry.delay) },
  longest: { column: takes.delay, down: true, read: Number, write: (entry: LogEntry): string => String(entry.delay) },
} as const

function beyond(query: LogQuery): SQL | undefined {
  if (!query.after) return undefined
  const { column, down, read } = ORDERS[query.order]
  const split = query.after.lastIndexOf('_')
  const [value, id] = [read(query.after.slice(0, split)), query.after.slice(split + 1)]
  const further = down ? lt : gt
  return or(further(column, value), and(eq(column, value), further(takes.id, id)))
}

/** One page of all takes of a studio, by keyset: as quick at the end as at the start. */
export async function logPage(db: Database, studioId: string, query: LogQuery): Promise<LogPage> {
  const { column, down, write } = ORDERS[query.order]
  const way = down ? desc : asc
  const rows = await db.select(columns).from(takes).innerJoin(setups, eq(setups.id, takes.setupId)).innerJoin(shoots, eq(shoots.id, setups.shootId))
    .where(and(filters(studioId, query), beyond(query))).orderBy(way(column), way(takes.id)).limit(query.limit + 1)
  const entries = rows.slice(0, query.limit).map((row): LogEntry => ({ ...row, firedAt: row.firedAt.toISOString() }))
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

/** Counts over everything a query finds. */
export async function logStats(db: Database, studioId: string, query: LogQuery): Promise<LogStats> {
  const tally = async (of: SQL<string>): Promise<LogTally[]> => {
    const rows = await db.select({ of, takes: sql<number>`count(*)`, keepers: sql<number>`sum(${takes.keeper})` }).from(takes)
      .innerJoin(setups, eq(setups.id, takes.setupId)).where(filters(studioId, query)).groupBy(of).orderBy(of)
    return rows.map(row => ({ of: String(row.of), takes: Number(row.takes), keepers: Number(row.keepers) }))
  }
  const [byDay, byRecipe, byVerdict] = await Promise.all([tally(sql<string>`date_format(${takes.firedAt}, '%Y-%m-%d')`), tally(recipe), tally(sql<string>`${takes.verdict}`)])
  const sum = (key: 'takes' | 'keepers'): number => byVerdict.reduce((total, row) => total + row[key], 0)
  return { takes: sum('takes'), keepers: sum('keepers'), byDay: byDay.slice(-60), byRecipe, byVerdict }
}
