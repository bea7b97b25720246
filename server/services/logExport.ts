import { and, asc, eq, inArray } from 'drizzle-orm'
import type { Setup } from '../../core'
import type { LogQuery } from '../../shared/schemas/log'
import { CSV_HEAD, JSON_FOOT, csvLines, jsonHead, jsonTake } from '../../shared/text/logFiles'
import type { Database } from '../database/client'
import { setups, shoots, takeCells, takes } from '../database/schema'
import { type Narrowed, cellsWhere, named, narrowed, noteHolds, studioLog, takesWhere } from './logFilter'
import { type LogRows, logReader } from './logPage'

/** A set-up that takes of the log belong to, whole. */
export interface LoggedSetupRecord {
  id: string
  shootName: string
  shootDate: string
  setup: Setup
}

/** Set-ups of which a query finds takes. */
async function foundIds(db: Database, studioId: string, query: LogQuery): Promise<string[]> {
  const asked = narrowed(await studioLog(db, studioId), query)
  const counted = async (one: Narrowed): Promise<string[]> =>
    (await db.selectDistinct({ id: takeCells.setupId }).from(takeCells).where(cellsWhere(one))).map(row => row.id)
  const noted = async (text: string): Promise<string[]> =>
    (
      await db
        .selectDistinct({ id: takes.setupId })
        .from(takes)
        .where(and(takesWhere(asked), noteHolds(text)))
    ).map(row => row.id)
  if (!query.text) return counted(asked)
  const both = [await counted(named(asked, query.text)), await noted(query.text)]
  return [...new Set(both.flat())]
}

/** The set-ups of the takes a query finds, for a log that is taken out. */
export async function logSetups(db: Database, studioId: string, query: LogQuery): Promise<LoggedSetupRecord[]> {
  const ids = await foundIds(db, studioId, query)
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

/** Takes of a page while a log is taken out. */
const PAGE = 500

/** Everything a query finds as the text of a file: however large, two pages of it are in memory. */
export async function* logFile(
  db: Database,
  studioId: string,
  query: LogQuery,
  kind: 'csv' | 'json',
): AsyncGenerator<string> {
  yield kind === 'csv' ? CSV_HEAD : jsonHead(await logSetups(db, studioId, query))
  const reader = await logReader(db, studioId)
  const page = (after?: string) => reader({ ...query, limit: PAGE, after })
  let any = false
  for (let now: LogRows | null = await page(); now;) {
    const { rows, next } = now
    // Fetched while this one is written.
    const following: Promise<LogRows | null> = next === null ? Promise.resolve(null) : page(next)
    following.catch(() => {})
    if (rows.length > 0) yield kind === 'csv' ? csvLines(rows) : `${any ? ',\n' : ''}${rows.map(jsonTake).join(',\n')}`
    any ||= rows.length > 0
    now = await following
  }
  if (kind === 'json') yield JSON_FOOT
}
