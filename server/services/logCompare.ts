import { and, inArray, or, sql, sum } from 'drizzle-orm'
import { pairedDifference, type Tried } from '../../core/season'
import type { LogQuery } from '../../shared/schemas/log'
import type { Database } from '../database/client'
import { takeCells, takes } from '../database/schema'
import {
  type Narrowed,
  type StudioLog,
  cellsWhere,
  named,
  narrowed,
  noteHolds,
  studioLog,
  takesCounted,
  takesWhere,
} from './logFilter'
import { talliesOf } from './logStats'

/** What two questions find, held against each other. */
export interface LogComparison {
  one: Tried
  other: Tried
  /** Takes that both find: they count on both sides. */
  both: number
  /** How much more the other keeps, set-up by set-up; null: no set-up has takes of both. */
  paired: { by: number; low: number; high: number; setups: number } | null
}

const total = (counts: Iterable<{ takes: number; keepers: number }>): Tried => {
  const all = { takes: 0, kept: 0 }
  for (const { takes: n, keepers } of counts) {
    all.takes += n
    all.kept += keepers
  }
  return all
}

/** Takes that a question finds, its words with it. */
function foundBy(asked: Narrowed, text: string | undefined) {
  if (!text) return takesWhere(asked)
  const { setupIds } = named(asked, text)
  const inName = setupIds!.length > 0 ? inArray(takes.setupId, setupIds!) : undefined
  return and(takesWhere(asked), or(inName, noteHolds(text)))
}

async function foundByBoth(db: Database, log: StudioLog, one: LogQuery, other: LogQuery) {
  const [a, b] = [narrowed(log, one), narrowed(log, other)]
  if (!one.text && !other.text) {
    const n = takesCounted(one.pictures ? a : b)
    const [row] = await db
      .select({ both: sum(n).mapWith(Number) })
      .from(takeCells)
      .where(and(cellsWhere(a), cellsWhere(b)))
    return row?.both ?? 0
  }
  const [row] = await db
    .select({ both: sql`count(*)`.mapWith(Number) })
    .from(takes)
    .where(and(foundBy(a, one.text), foundBy(b, other.text)))
  return row?.both ?? 0
}

/** Holds what two questions find against each other, as a whole and set-up by set-up. */
export async function compareLogs(
  db: Database,
  studioId: string,
  one: LogQuery,
  other: LogQuery,
): Promise<LogComparison> {
  const log = await studioLog(db, studioId)
  const [first, second, both] = await Promise.all([
    talliesOf(db, narrowed(log, one), one.text),
    talliesOf(db, narrowed(log, other), other.text),
    foundByBoth(db, log, one, other),
  ])
  const of = (counts: typeof first.setupId, id: string): Tried => {
    const row = counts.get(id)
    return { takes: row?.takes ?? 0, kept: row?.keepers ?? 0 }
  }
  const pairs = [...first.setupId.keys()].map(id => [of(first.setupId, id), of(second.setupId, id)] as const)
  return {
    one: total(first.setupId.values()),
    other: total(second.setupId.values()),
    both,
    // A take on both sides would be held against itself.
    paired: both > 0 ? null : pairedDifference(pairs),
  }
}
