import { randomUUID } from 'node:crypto'
import { and, desc, eq, max } from 'drizzle-orm'
import type { Database } from '../database/client'
import { setups, takes } from '../database/schema'
import type { TakeInput } from '../../shared/schemas/records'
import { matchTimes } from './pictureTakes'
import { getSetup } from './setups'

export interface TakeRecord extends TakeInput {
  id: string
  number: number
}

export const takeColumns = {
  id: takes.id, number: takes.number, key: takes.key, delay: takes.delay, verdict: takes.verdict, keeper: takes.keeper, position: takes.position, note: takes.note,
  planned: takes.planned, sharp: takes.sharp, exposed: takes.exposed, clean: takes.clean, settings: takes.settings, firedAt: takes.firedAt,
}

/** All takes of a set-up, newest first. */
export async function listTakes(db: Database, studioId: string, setupId: string): Promise<TakeRecord[]> {
  await getSetup(db, studioId, setupId)
  const rows = await db.select(takeColumns).from(takes).where(and(eq(takes.setupId, setupId), eq(takes.studioId, studioId))).orderBy(desc(takes.number))
  return rows.map(row => ({ ...row, firedAt: row.firedAt.toISOString() }))
}

/** Power of the first light, fraction of full; null: not noted. */
export function powerOf({ settings }: Pick<TakeInput, 'settings'>): number | null {
  const power = settings?.['flashes[0].power']
  return typeof power === 'number' ? power : null
}

/** Logs a take under the next number; one that was sent before is given back as it was kept. */
export async function logTake(db: Database, studioId: string, setupId: string, input: TakeInput): Promise<TakeRecord> {
  const { practice } = await getSetup(db, studioId, setupId)
  const record = await db.transaction(async (tx) => {
    // The set-up's row is the lock under which numbers are given out.
    await tx.select({ id: setups.id }).from(setups).where(eq(setups.id, setupId)).for('update')
    const kept = await tx.select(takeColumns).from(takes).where(and(eq(takes.setupId, setupId), eq(takes.key, input.key)))
    if (kept[0]) return { ...kept[0], firedAt: kept[0].firedAt.toISOString() }
    const [last] = await tx.select({ number: max(takes.number) }).from(takes).where(eq(takes.setupId, setupId))
    const row = { id: randomUUID(), number: (last?.number ?? 0) + 1 }
    await tx.insert(takes).values({ ...input, ...row, studioId, setupId, practice, power: powerOf(input), firedAt: new Date(input.firedAt) })
    return { ...input, ...row }
  })
  // A picture may have waited for this take.
  await matchTimes(db, setupId)
  return record
}
