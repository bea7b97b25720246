import { and, count, eq, gt, isNull, max, or, sql, sum } from 'drizzle-orm'
import type { Database } from '../database/client'
import { members, pictures, runs, sessions, setups, shoots, takes } from '../database/schema'
import type { SessionRole } from '../../shared/schemas/records'
import type { RunInput, RunRecord } from '../../shared/schemas/run'
import { noteChange, setupPlace } from './setups'

/** The state of a run; a run nobody has begun stands at its first step. */
export async function getRun(db: Database, studioId: string, setupId: string): Promise<RunRecord> {
  const { revision: setupRevision } = await setupPlace(db, studioId, setupId)
  const [row] = await db
    .select()
    .from(runs)
    .where(and(eq(runs.setupId, setupId), eq(runs.studioId, studioId)))
  const [tally] = await db
    .select({ takes: sum(takes.revision), last: max(takes.number) })
    .from(takes)
    .where(eq(takes.setupId, setupId))
  const [shown] = await db
    .select({ all: count(), placed: count(pictures.takeId) })
    .from(pictures)
    .where(eq(pictures.setupId, setupId))
  return {
    step: row?.step ?? 0,
    delay: row?.delay ?? null,
    openedAt: row?.openedAt?.toISOString() ?? null,
    actedAt: row?.actedAt?.toISOString() ?? null,
    revision: row?.revision ?? 0,
    takes: Number(tally?.takes ?? 0),
    lastTake: tally?.last ?? 0,
    setupRevision,
    pictures: `${shown?.all ?? 0}/${shown?.placed ?? 0}`,
  }
}

/**
 * One number that counts up with every change a device on a run must hear of; null where the session no longer holds or
 * has another role, or the set-up
 * is no longer in sight. Read several times a second by each device, so that it touches two rows by their keys.
 */
export async function runChanges(
  db: Database,
  studioId: string,
  setupId: string,
  session: { id: string; role: SessionRole },
): Promise<number | null> {
  const [row] = await db
    .select({ changes: setups.changes })
    .from(setups)
    .innerJoin(shoots, eq(shoots.id, setups.shootId))
    .innerJoin(sessions, eq(sessions.id, session.id))
    .leftJoin(members, eq(members.id, sessions.memberId))
    .where(
      and(
        eq(setups.id, setupId),
        eq(setups.studioId, studioId),
        isNull(setups.archivedAt),
        isNull(shoots.archivedAt),
        isNull(sessions.revokedAt),
        or(isNull(sessions.memberId), isNull(members.revokedAt)),
        gt(sessions.expiresAt, new Date()),
        sql`coalesce(${members.role}, ${sessions.role}) = ${session.role}`,
      ),
    )
  return row?.changes ?? null
}

const dateOf = (instant: string | null): Date | null => (instant === null ? null : new Date(instant))

/** Moves a run on, for every device: the last one to move it is right. */
export async function putRun(db: Database, studioId: string, setupId: string, input: RunInput): Promise<RunRecord> {
  await setupPlace(db, studioId, setupId)
  const row = {
    step: input.step,
    delay: input.delay,
    openedAt: dateOf(input.openedAt),
    actedAt: dateOf(input.actedAt),
    updatedAt: new Date(),
  }
  return db.transaction(async tx => {
    await tx
      .insert(runs)
      .values({ setupId, studioId, ...row })
      .onDuplicateKeyUpdate({ set: { ...row, revision: sql`${runs.revision} + 1` } })
    await noteChange(tx, setupId)
    return getRun(tx, studioId, setupId)
  })
}
