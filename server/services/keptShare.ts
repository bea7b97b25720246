import { and, eq, sql, sum } from 'drizzle-orm'
import { type OnTimeTakes, type StudioShare, studioShare } from '../../core/season'
import type { Database } from '../database/client'
import { studios, takeCells } from '../database/schema'
import { setupsAsked } from './answers'

/** What a studio keeps of its on-time takes, and whether new set-ups begin with that. */
export interface KeptShareRecord extends StudioShare {
  used: boolean
}

/** On-time takes by set-up, from what is counted already; set-ups apart, which a join would read once for each cell. */
async function onTimeTakes(db: Database, studioId: string): Promise<OnTimeTakes[]> {
  const counted = await db
    .select({
      setup: takeCells.setupId,
      takes: sum(takeCells.takes).mapWith(Number),
      kept: sum(sql`${takeCells.takes} * ${takeCells.keeper}`).mapWith(Number),
    })
    .from(takeCells)
    .where(and(eq(takeCells.studioId, studioId), eq(takeCells.practice, false), eq(takeCells.verdict, 'on')))
    .groupBy(takeCells.setupId)
  const shot = await setupsAsked(db, studioId, {})
  const byId = new Map(shot.map(row => [row.id, row]))
  return counted.flatMap(row => {
    const known = byId.get(row.setup)
    return known ? [{ ...row, shoot: known.shootId, recipe: (known.recipe ?? '') as OnTimeTakes['recipe'] }] : []
  })
}

/** What a studio keeps of its on-time takes. */
export async function keptShareOf(db: Database, studioId: string): Promise<KeptShareRecord> {
  const [studio] = await db.select({ used: studios.learnsKept }).from(studios).where(eq(studios.id, studioId))
  return { ...studioShare(await onTimeTakes(db, studioId)), used: studio?.used ?? true }
}

/** Lets new set-ups begin with the studio's own share, or with the usual one. */
export async function useKeptShare(db: Database, studioId: string, used: boolean): Promise<KeptShareRecord> {
  await db.update(studios).set({ learnsKept: used }).where(eq(studios.id, studioId))
  return keptShareOf(db, studioId)
}
