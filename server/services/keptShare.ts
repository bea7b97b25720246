import { and, eq, sql, sum } from 'drizzle-orm'
import { type OnTimeTakes, type StudioShare, studioShare } from '../../core/season'
import type { Database } from '../database/client'
import { setups, shoots, studios, takeCells } from '../database/schema'

/** What a studio keeps of its on-time takes, and whether new set-ups begin with that. */
export interface KeptShareRecord extends StudioShare {
  used: boolean
}

/** On-time takes by set-up, from what is counted already. */
const onTimeTakes = (db: Database, studioId: string) =>
  db
    .select({
      setup: setups.id,
      shoot: setups.shootId,
      recipe: setups.recipe,
      takes: sum(takeCells.takes).mapWith(Number),
      kept: sum(sql`${takeCells.takes} * ${takeCells.keeper}`).mapWith(Number),
    })
    .from(takeCells)
    .innerJoin(setups, eq(setups.id, takeCells.setupId))
    .innerJoin(shoots, eq(shoots.id, setups.shootId))
    .where(
      and(
        eq(takeCells.studioId, studioId),
        eq(takeCells.practice, false),
        eq(takeCells.verdict, 'on'),
        eq(shoots.practice, false),
      ),
    )
    .groupBy(setups.id, setups.shootId, setups.recipe)

/** What a studio keeps of its on-time takes. */
export async function keptShareOf(db: Database, studioId: string): Promise<KeptShareRecord> {
  const [studio] = await db.select({ used: studios.learnsKept }).from(studios).where(eq(studios.id, studioId))
  const rows = await onTimeTakes(db, studioId)
  const known = rows.map(({ recipe, ...row }): OnTimeTakes => ({
    ...row,
    recipe: (recipe ?? '') as OnTimeTakes['recipe'],
  }))
  return { ...studioShare(known), used: studio?.used ?? true }
}

/** Lets new set-ups begin with the studio's own share, or with the usual one. */
export async function useKeptShare(db: Database, studioId: string, used: boolean): Promise<KeptShareRecord> {
  await db.update(studios).set({ learnsKept: used }).where(eq(studios.id, studioId))
  return keptShareOf(db, studioId)
}
