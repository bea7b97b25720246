import { randomUUID } from 'node:crypto'
import { and, desc, eq, max } from 'drizzle-orm'
import type { Database } from '../database/client'
import { setups, takes } from '../database/schema'
import type { TakeInput } from '../../shared/schemas/records'
import { getSetup } from './setups'

export interface TakeRecord extends TakeInput {
  id: string
  number: number
}

const columns = {
  id: takes.id, number: takes.number, key: takes.key, delay: takes.delay, verdict: takes.verdict, keeper: takes.keeper, position: takes.position, note: takes.note,
  planned: takes.planned, sharp: takes.sharp, exposed: takes.exposed, clean: takes.clean, firedAt: takes.firedAt,
}

/** All takes of a set-up, newest first. */
export async function listTakes(db: Database, studioId: string, setupId: string): Promise<TakeRecord[]> {
  await getSetup(db, studioId, setupId)
  const rows = await db.select(columns).from(takes).where(and(eq(takes.setupId, setupId), eq(takes.studioId, studioId))).orderBy(desc(takes.number))
  return rows.map(row => ({ ...row, firedAt: row.firedAt.toISOString() }))
}

/** Logs a take under the next number; one that was sent before is given back as it was kept. */
export async function logTake(db: Database, studioId: string, setupId: string, input: TakeInput): Promise<TakeRecord> {
  await getSetup(db, studioId, setupId)
  return db.transaction(async (tx) => {
    // The set-up's row is the lock under which numbers are given out.
    await tx.select({ id: setups.id }).from(setups).where(eq(setups.id, setupId)).for('update')
    const kept = await tx.select(columns).from(takes).where(and(eq(takes.setupId, setupId), eq(takes.key, input.key)))
    if (kept[0]) return { ...kept[0], firedAt: kept[0].firedAt.toISOString() }
    const [last] = await tx.select({ number: max(takes.number) }).from(takes).where(eq(takes.setupId, setupId))
    const row = { id: randomUUID(), number: (last?.number ?? 0) + 1 }
    await tx.insert(takes).values({ ...input, ...row, studioId, setupId, firedAt: new Date(input.firedAt) })
    return { ...input, ...row }
  })
}
