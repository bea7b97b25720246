import { eq, isNull } from 'drizzle-orm'
import type { Database } from '../database/client'
import { gearDays, studios, takeCells } from '../database/schema'
import { countAll } from './takeCells'

/** Has a studio's days go by the clocks of a zone, and counts its log anew by them. */
export async function setZone(db: Database, studioId: string, zone: string): Promise<void> {
  await db.transaction(async tx => {
    const [row] = await tx.select({ zone: studios.zone }).from(studios).where(eq(studios.id, studioId)).for('update')
    if (row?.zone === zone) return
    await tx.update(studios).set({ zone }).where(eq(studios.id, studioId))
    await tx.delete(takeCells).where(eq(takeCells.studioId, studioId))
    await countAll(tx, studioId)
    // What gear showed from day to day is worked out anew as it is asked for.
    await tx.delete(gearDays).where(eq(gearDays.studioId, studioId))
  })
}

/** Has studios that know no zone yet go by the clocks of this machine. */
export async function settleZones(db: Database, zone: string): Promise<void> {
  const rows = await db.select({ id: studios.id }).from(studios).where(isNull(studios.zone))
  for (const { id } of rows) await setZone(db, id, zone)
}
