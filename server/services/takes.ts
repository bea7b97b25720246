import { randomUUID } from 'node:crypto'
import { and, desc, eq, isNotNull, isNull, max, sql } from 'drizzle-orm'
import type { Database } from '../database/client'
import { type FormerTake, setups, takes } from '../database/schema'
import { type TakeAmendment, type TakeInput, amendmentOf, sameAmendment } from '../../shared/schemas/records'
import { notFound } from '../utils/problem'
import { matchTimes } from './pictureTakes'
import { getSetup } from './setups'

export interface TakeRecord extends TakeInput {
  id: string
  number: number
  /** What it was logged as before it was put right, the oldest first; left out where it never was, and in lists of many set-ups. */
  former?: FormerTake[]
}

export const takeColumns = {
  id: takes.id, number: takes.number, key: takes.key, delay: takes.delay, verdict: takes.verdict, keeper: takes.keeper, position: takes.position, note: takes.note,
  planned: takes.planned, sharp: takes.sharp, exposed: takes.exposed, clean: takes.clean, settings: takes.settings, firedAt: takes.firedAt,
}

/** A row of takes as it goes out. */
export function takeRecord<T extends { firedAt: Date, former?: FormerTake[] | null }>({ former, firedAt, ...row }: T): Omit<T, 'firedAt' | 'former'> & Pick<TakeRecord, 'firedAt' | 'former'> {
  return { ...row, firedAt: firedAt.toISOString(), ...(former ? { former } : {}) }
}

/** Takes that count: all but those struck out. */
export const counted = isNull(takes.struckAt)

/** All takes of a set-up that count, or those struck out, newest first. */
export async function listTakes(db: Database, studioId: string, setupId: string, struck = false): Promise<TakeRecord[]> {
  await getSetup(db, studioId, setupId)
  const rows = await db.select({ ...takeColumns, former: takes.former }).from(takes).where(and(eq(takes.setupId, setupId), eq(takes.studioId, studioId), struck ? isNotNull(takes.struckAt) : counted)).orderBy(desc(takes.number))
  return rows.map(takeRecord)
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
    if (kept[0]) return takeRecord(kept[0])
    const [last] = await tx.select({ number: max(takes.number) }).from(takes).where(eq(takes.setupId, setupId))
    const row = { id: randomUUID(), number: (last?.number ?? 0) + 1 }
    await tx.insert(takes).values({ ...input, ...row, studioId, setupId, practice, power: powerOf(input), firedAt: new Date(input.firedAt) })
    return { ...input, ...row }
  })
  // A picture may have waited for this take.
  await matchTimes(db, setupId)
  return record
}

const owned = (studioId: string, id: string) => and(eq(takes.id, id), eq(takes.studioId, studioId))

/** Puts right what a take was logged as; what stood before is kept with it. */
export async function amendTake(db: Database, studioId: string, id: string, amendment: TakeAmendment): Promise<TakeRecord> {
  return db.transaction(async (tx) => {
    const [row] = await tx.select({ ...takeColumns, former: takes.former }).from(takes).where(owned(studioId, id)).for('update')
    if (!row) throw notFound('take')
    if (sameAmendment(row, amendment)) return takeRecord(row)
    const righted = { ...amendment, former: [...row.former ?? [], { ...amendmentOf(row), until: new Date().toISOString() }] }
    await tx.update(takes).set({ ...righted, revision: sql`${takes.revision} + 1` }).where(eq(takes.id, id))
    return takeRecord({ ...row, ...righted })
  })
}

/** Strikes a take out of all counts, or puts it back. Its pictures stay with it. */
export async function strikeTake(db: Database, studioId: string, id: string, struck: boolean): Promise<void> {
  const [result] = await db.update(takes).set({ struckAt: struck ? new Date() : null, revision: sql`${takes.revision} + 1` }).where(owned(studioId, id))
  if (result.affectedRows === 0) throw notFound('take')
}
