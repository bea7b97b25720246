import { asc, eq, and, isNull } from 'drizzle-orm'
import type { Setup } from '../../core'
import type { Database } from '../database/client'
import { setups, shoots, takes } from '../database/schema'
import type { ShootInput } from '../../shared/schemas/records'
import { memberNames } from './members'
import { type PictureRecord, picturesOfTakes } from './pictures'
import { requireShoot } from './shoots'
import { included } from './counted'
import { type TakeRecord, takeColumns, takeRecord } from './takes'

/** A shoot with everything that was fired in it. */
export interface ShootReport {
  shoot: ShootInput
  setups: { id: string; setup: Setup; takes: (TakeRecord & { pictures: PictureRecord[] })[] }[]
  /** Names of set-ups that cannot be read: they are not in it. */
  unreadable: string[]
}

/** What the report of a shoot is drawn from; takes in the order they were fired. */
export async function shootReport(db: Database, studioId: string, id: string): Promise<ShootReport> {
  await requireShoot(db, studioId, id)
  const [shoot] = await db
    .select({ name: shoots.name, date: shoots.date, place: shoots.place, notes: shoots.notes })
    .from(shoots)
    .where(eq(shoots.id, id))
  const rows = await db
    .select({ id: setups.id, name: setups.name, setup: setups.document })
    .from(setups)
    .where(and(eq(setups.shootId, id), isNull(setups.archivedAt)))
    .orderBy(asc(setups.createdAt), asc(setups.id))
  const names = await memberNames(db, studioId)
  return {
    shoot: shoot!,
    unreadable: rows.filter(row => row.setup === null).map(row => row.name),
    setups: await Promise.all(
      rows
        .flatMap(({ id, setup }) => (setup ? [{ id, setup }] : []))
        .map(async ({ id: setupId, setup }) => {
          const fired = await db
            .select(takeColumns)
            .from(takes)
            .where(and(eq(takes.setupId, setupId), included))
            .orderBy(asc(takes.number))
          const found = await picturesOfTakes(
            db,
            fired.map(take => take.id),
          )
          return {
            id: setupId,
            setup,
            takes: fired.map(take => ({ ...takeRecord(take, names), pictures: found.get(take.id) ?? [] })),
          }
        }),
    ),
  }
}
