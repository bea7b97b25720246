import { and, asc, desc, eq, inArray } from 'drizzle-orm'
import { grouped } from '../../core/math/grouped'
import type { Verdict } from '../../shared/takes/input'
import type { Database } from '../database/client'
import { practices, takes } from '../database/schema'
import { included } from './counted'
import { getSetup } from './setups'

/** A rehearsal of a set-up, with its takes in the order they were fired. */
export interface RehearsalRecord {
  /** The copy that was fired on the bench. */
  setupId: string
  createdAt: string
  takes: { verdict: Verdict; keeper: boolean }[]
}

/** The newest rehearsals that are laid beside an evening, and takes of each. */
const MOST = 3
const MOST_TAKES = 200

/** Rehearsals of a set-up that were fired, the newest first. @throws 404 */
export async function rehearsalsOf(db: Database, studioId: string, setupId: string): Promise<RehearsalRecord[]> {
  await getSetup(db, studioId, setupId)
  const begun = await db
    .select({ setupId: practices.setupId, createdAt: practices.createdAt })
    .from(practices)
    .where(and(eq(practices.studioId, studioId), eq(practices.rehearses, setupId)))
    .orderBy(desc(practices.createdAt))
    .limit(4 * MOST)
  if (begun.length === 0) return []
  const fired = await db
    .select({ setupId: takes.setupId, verdict: takes.verdict, keeper: takes.keeper })
    .from(takes)
    .where(
      and(
        inArray(
          takes.setupId,
          begun.map(one => one.setupId),
        ),
        included,
      ),
    )
    .orderBy(asc(takes.number))
    .limit(4 * MOST * MOST_TAKES)
  const bySetup = grouped(fired, take => take.setupId)
  return begun
    .flatMap(({ setupId: id, createdAt }) => {
      const own = (bySetup.get(id) ?? []).slice(0, MOST_TAKES)
      return own.length === 0
        ? []
        : [
            {
              setupId: id,
              createdAt: createdAt.toISOString(),
              takes: own.map(({ verdict, keeper }) => ({ verdict, keeper })),
            },
          ]
    })
    .slice(0, MOST)
}
