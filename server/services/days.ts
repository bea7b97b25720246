import { and, asc, eq, isNull } from 'drizzle-orm'
import type { Setup } from '../../core'
import type { ShootDay, StudioKnows } from '../../core/day'
import type { Database } from '../database/client'
import { setups, shootDays, shoots } from '../database/schema'
import { changedElsewhere } from '../utils/problem'
import { studioMinutes } from './dayEvents'
import { ownRules } from './dayRules'
import { requireShoot } from './shoots'

/** The day of a shoot with the set-ups it is made of. */
export interface DayRecord {
  shoot: { id: string; name: string; date: string; place: string }
  /** Null: nobody has said anything of it, or what lies there cannot be read. */
  day: ShootDay | null
  /** 0: none is kept. */
  revision: number
  setups: { id: string; setup: Setup }[]
  /** What the studio knows of its own minutes. */
  studio: StudioKnows
}

/** @throws 404 for a shoot that is not this studio's. */
export async function getDay(db: Database, studioId: string, shootId: string): Promise<DayRecord> {
  await requireShoot(db, studioId, shootId)
  const [shoot] = await db
    .select({ id: shoots.id, name: shoots.name, date: shoots.date, place: shoots.place })
    .from(shoots)
    .where(eq(shoots.id, shootId))
  const [row] = await db
    .select({ day: shootDays.document, revision: shootDays.revision })
    .from(shootDays)
    .where(and(eq(shootDays.shootId, shootId), eq(shootDays.studioId, studioId)))
  const rows = await db
    .select({ id: setups.id, setup: setups.document })
    .from(setups)
    .where(and(eq(setups.shootId, shootId), isNull(setups.archivedAt)))
    .orderBy(asc(setups.createdAt), asc(setups.id))
  return {
    shoot: shoot!,
    day: row?.day ?? null,
    revision: row?.revision ?? 0,
    // One that cannot be read ends no day.
    setups: rows.flatMap(({ id, setup }) => (setup ? [{ id, setup }] : [])),
    studio: { own: await ownRules(db, studioId), learnt: await studioMinutes(db, studioId) },
  }
}

/**
 * Keeps a day made from a revision. Where that is no longer the newest, nothing is written and the newest is sent back
 * with a 409.
 */
export async function saveDay(
  db: Database,
  studioId: string,
  shootId: string,
  revision: number,
  day: ShootDay,
): Promise<DayRecord> {
  await requireShoot(db, studioId, shootId)
  return db.transaction(async tx => {
    const next = { document: day, revision: revision + 1, updatedAt: new Date() }
    const written =
      revision === 0
        ? await tx
            .insert(shootDays)
            .ignore()
            .values({ shootId, studioId, ...next })
        : await tx
            .update(shootDays)
            .set(next)
            .where(
              and(eq(shootDays.shootId, shootId), eq(shootDays.studioId, studioId), eq(shootDays.revision, revision)),
            )
    const current = await getDay(tx, studioId, shootId)
    if (written[0].affectedRows === 1) return current
    throw changedElsewhere(current, revision)
  })
}
