import { createHash, randomUUID } from 'node:crypto'
import { and, desc, eq, inArray, isNotNull, max, sql } from 'drizzle-orm'
import type { Database } from '../database/client'
import { type FormerTake, takes } from '../database/schema'
import { type TakeAmendment, type TakeInput, amendmentOf, sameAmendment } from '../../shared/takes/input'
import { notFound } from '../utils/problem'
import { included } from './counted'
import { memberNames } from './members'
import { matchTimes } from './pictureTakes'
import { lockSetup, noteChange, setupPlace } from './setups'
import { recount } from './takeCells'

export interface TakeRecord extends TakeInput {
  id: string
  number: number
  /** Who logged it; null: not known. */
  by: string | null
  /**
   * What it was logged as before it was put right, the oldest first; left out where it never was, and in lists of many
   * set-ups.
   */
  former?: FormerTake[]
}

export const takeColumns = {
  id: takes.id,
  number: takes.number,
  key: takes.key,
  delay: takes.delay,
  verdict: takes.verdict,
  keeper: takes.keeper,
  position: takes.position,
  note: takes.note,
  planned: takes.planned,
  sharp: takes.sharp,
  exposed: takes.exposed,
  clean: takes.clean,
  cause: takes.cause,
  alsoCause: takes.alsoCause,
  variant: takes.variant,
  said: takes.said,
  settings: takes.settings,
  firedAt: takes.firedAt,
  memberId: takes.memberId,
}

interface TakeRow {
  firedAt: Date
  memberId: string | null
  former?: FormerTake[] | null
}
type Names = ReadonlyMap<string, string>

/** A row of takes as it goes out, people by their names. */
export function takeRecord<T extends TakeRow>(
  { former, firedAt, memberId, ...row }: T,
  names: Names,
): Omit<T, keyof TakeRow> & Pick<TakeRecord, 'firedAt' | 'former' | 'by'> {
  const nameOf = (id: string | null | undefined): string | null => (id ? (names.get(id) ?? null) : null)
  return {
    ...row,
    firedAt: firedAt.toISOString(),
    by: nameOf(memberId),
    ...(former
      ? { former: former.map(({ by, ...before }) => ({ ...before, ...(by ? { by: nameOf(by) ?? undefined } : {}) })) }
      : {}),
  }
}

/** All takes of a set-up that count, or those struck out, newest first. */
export async function listTakes(
  db: Database,
  studioId: string,
  setupId: string,
  excluded = false,
): Promise<TakeRecord[]> {
  await setupPlace(db, studioId, setupId)
  const rows = await db
    .select({ ...takeColumns, former: takes.former })
    .from(takes)
    .where(
      and(eq(takes.setupId, setupId), eq(takes.studioId, studioId), excluded ? isNotNull(takes.struckAt) : included),
    )
    .orderBy(desc(takes.number))
  const names = await memberNames(db, studioId)
  return rows.map(row => takeRecord(row, names))
}

/** Power of the first light, fraction of full; null: not noted. */
export function powerOf({ settings }: Pick<TakeInput, 'settings'>): number | null {
  const power = settings?.['flashes[0].power']
  return typeof power === 'number' ? power : null
}

/** The key of a take whose own is taken by another: the same each time that it is sent. */
const keyBeside = ({ key, firedAt }: TakeInput): string =>
  createHash('sha256')
    .update(`${key} ${Date.parse(firedAt)}`)
    .digest('hex')
    .slice(0, 32)

/**
 * Logs a take under the next number; one that was sent before is given back as it was kept. Two takes of one key, as
 * from two devices of which one was made from a copy of the other, are told apart by when they were fired.
 */
export async function logTake(
  db: Database,
  studioId: string,
  setupId: string,
  input: TakeInput,
  memberId: string | null = null,
): Promise<TakeRecord> {
  const { practice } = await setupPlace(db, studioId, setupId)
  const names = await memberNames(db, studioId)
  const record = await db.transaction(async tx => {
    // The set-up's row is the lock under which numbers are given out.
    await lockSetup(tx, setupId)
    const beside = keyBeside(input)
    const kept = await tx
      .select(takeColumns)
      .from(takes)
      .where(and(eq(takes.setupId, setupId), inArray(takes.key, [input.key, beside])))
    const sent = kept.find(take => take.firedAt.getTime() === Date.parse(input.firedAt))
    if (sent) return takeRecord(sent, names)
    const key = kept.some(take => take.key === input.key) ? beside : input.key
    const [last] = await tx
      .select({ number: max(takes.number) })
      .from(takes)
      .where(eq(takes.setupId, setupId))
    const row = { id: randomUUID(), number: (last?.number ?? 0) + 1 }
    await tx
      .insert(takes)
      .values({
        ...input,
        ...row,
        key,
        studioId,
        setupId,
        memberId,
        practice,
        power: powerOf(input),
        firedAt: new Date(input.firedAt),
      })
    await recount(tx, studioId, setupId, [new Date(input.firedAt)])
    await noteChange(tx, setupId)
    return { ...input, ...row, key, by: memberId === null ? null : (names.get(memberId) ?? null) }
  })
  // A picture may have waited for this take.
  await matchTimes(db, setupId)
  return record
}

const owned = (studioId: string, id: string) => and(eq(takes.id, id), eq(takes.studioId, studioId))

/** The set-up of a take. @throws 404 for a take that is not this studio's */
async function setupOfTake(db: Database, studioId: string, id: string): Promise<string> {
  const [found] = await db.select({ setupId: takes.setupId }).from(takes).where(owned(studioId, id))
  if (!found) throw notFound('take')
  return found.setupId
}

/** Puts right what a take was logged as; what stood before is kept with it. */
export async function amendTake(
  db: Database,
  studioId: string,
  id: string,
  asked: Partial<TakeAmendment>,
  memberId: string | null = null,
): Promise<TakeRecord> {
  const names = await memberNames(db, studioId)
  const setupId = await setupOfTake(db, studioId, id)
  return db.transaction(async tx => {
    await lockSetup(tx, setupId)
    const [row] = await tx
      .select({ ...takeColumns, former: takes.former })
      .from(takes)
      .where(owned(studioId, id))
      .for('update')
    if (!row) throw notFound('take')
    const amendment = { ...amendmentOf(row), ...asked }
    if (sameAmendment(row, amendment)) return takeRecord(row, names)
    const corrected = {
      ...amendment,
      former: [
        ...(row.former ?? []),
        { ...amendmentOf(row), until: new Date().toISOString(), ...(memberId ? { by: memberId } : {}) },
      ],
    }
    await tx
      .update(takes)
      .set({ ...corrected, revision: sql`${takes.revision} + 1` })
      .where(eq(takes.id, id))
    await recount(tx, studioId, setupId, [row.firedAt])
    await noteChange(tx, setupId)
    return takeRecord({ ...row, ...corrected }, names)
  })
}

/** Strikes a take out of all counts, or puts it back. Its pictures stay with it. */
export async function strikeTake(db: Database, studioId: string, id: string, excluded: boolean): Promise<void> {
  const setupId = await setupOfTake(db, studioId, id)
  await db.transaction(async tx => {
    await lockSetup(tx, setupId)
    const [row] = await tx.select({ firedAt: takes.firedAt }).from(takes).where(owned(studioId, id)).for('update')
    if (!row) throw notFound('take')
    await tx
      .update(takes)
      .set({ struckAt: excluded ? new Date() : null, revision: sql`${takes.revision} + 1` })
      .where(owned(studioId, id))
    await recount(tx, studioId, setupId, [row.firedAt])
    await noteChange(tx, setupId)
  })
}
