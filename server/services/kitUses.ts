import { and, asc, eq, gt, isNull, sql } from 'drizzle-orm'
import type { KitItem } from '../../core'
import type { Database } from '../database/client'
import { setups, shoots } from '../database/schema'
import { work } from './workers'

/** A set-up that took figures from an item of kit. */
export interface KitUse {
  setupId: string
  name: string
  /** Keys of figures that the set-up has differently now. */
  differs: string[]
}

/** Set-ups that are read and handed over at once: what the server's own thread does of it takes a few milliseconds. */
const ROUND = 100

/** Documents of set-ups in sight as they lie in the database, after one of them. */
const documentsAfter = (db: Database, studioId: string, after: string) =>
  db
    .select({ setupId: setups.id, name: setups.name, document: sql<string>`${setups.document}` })
    .from(setups)
    .innerJoin(shoots, eq(shoots.id, setups.shootId))
    .where(
      and(
        eq(setups.studioId, studioId),
        gt(setups.id, after),
        isNull(setups.archivedAt),
        isNull(shoots.archivedAt),
        // Kit that is named at all; documents without any are not worth their way.
        sql`(json_search(json_extract(${setups.document}, '$.kit'), 'one', '_%') is not null
          or json_search(json_extract(${setups.document}, '$.flashes[*].kit', '$.flashes[*].modifier'), 'one', '_%')
            is not null)`,
      ),
    )
    .orderBy(asc(setups.id))
    .limit(ROUND)

/**
 * Which set-ups in sight use which item, by name; worked out in a process for heavy work.
 *
 * @returns null where that has no time for it now. A set-up that cannot be read is in no list.
 */
export async function usesOf(
  db: Database,
  studioId: string,
  items: Readonly<Record<string, KitItem>>,
): Promise<Map<string, KitUse[]> | null> {
  const uses = new Map<string, KitUse[]>()
  try {
    for (let after = ''; ;) {
      const rows = await documentsAfter(db, studioId, after)
      if (rows.length > 0)
        for (const { item, ...use } of await work('kitUses', { items, setups: rows }))
          uses.set(item, [...(uses.get(item) ?? []), use])
      if (rows.length < ROUND) break
      after = rows.at(-1)!.setupId
    }
  } catch (error) {
    if ((error as { statusCode?: number }).statusCode === 503) return null
    throw error
  }
  for (const found of uses.values()) found.sort((a, b) => (a.name < b.name ? -1 : a.name > b.name ? 1 : 0))
  return uses
}
