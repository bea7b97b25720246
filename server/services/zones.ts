import { eq, sql } from 'drizzle-orm'
import type { Database } from '../database/client'
import { UNSET_ZONE } from '../database/daySql'
import { studios } from '../database/schema'

/** What the builder writes for it, `for share`, MariaDB does not know. */
const SHARED = sql.raw('lock in share mode')

/** The zone by whose clocks a studio's days go. */
export async function zoneOf(db: Database, studioId: string): Promise<string> {
  const [row] = await db.select({ zone: studios.zone }).from(studios).where(eq(studios.id, studioId))
  return row?.zone ?? UNSET_ZONE
}

/** The same for what is written by it: nobody sets another before that is done. @param tx the transaction of it */
export async function heldZone(tx: Database, studioId: string): Promise<string> {
  const [row] = await tx
    .select({ zone: studios.zone })
    .from(studios)
    .where(sql`${eq(studios.id, studioId)} ${SHARED}`)
  return row?.zone ?? UNSET_ZONE
}
