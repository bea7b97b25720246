import { and, count, eq, gt, inArray, isNull, max, or, sql, sum } from 'drizzle-orm'
import type { Database } from '../database/client'
import { members, pictures, runs, sessions, setups, shoots, takes } from '../database/schema'
import type { SessionRole } from '../../shared/schemas/records'
import type { RunInput, RunRecord } from '../../shared/schemas/run'
import { noteChange, setupPlace } from './setups'

/** The state of a run; a run nobody has begun stands at its first step. @throws 404 */
export const getRun = async (db: Database, studioId: string, setupId: string): Promise<RunRecord> =>
  (await runAt(db, studioId, setupId)).run

/** The same, and how many changes of it are in it at least. @throws 404 */
export async function runAt(
  db: Database,
  studioId: string,
  setupId: string,
): Promise<{ changes: number; run: RunRecord }> {
  // First, so that no change is taken for seen that is not in what is read after it.
  const { revision: setupRevision, changes } = await setupPlace(db, studioId, setupId)
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
  const run = {
    step: row?.step ?? 0,
    delay: row?.delay ?? null,
    openedAt: row?.openedAt?.toISOString() ?? null,
    actedAt: row?.actedAt?.toISOString() ?? null,
    revision: row?.revision ?? 0,
    takes: Number(tally?.takes ?? 0),
    lastTake: tally?.last ?? 0,
    setupRevision,
    pictures: `${shown?.all ?? 0}/${shown?.placed ?? 0}`,
    now: new Date().toISOString(),
  }
  return { changes, run }
}

/** A device that follows a run, with the role it had when it began to. */
export interface Follower {
  setupId: string
  studioId: string
  session: { id: string; role: SessionRole }
}

/**
 * For each follower a number that counts up with every change it must hear of; null where the session no longer holds
 * or has another role, or the set-up is no longer in sight. Asked several times a second: two queries by their keys,
 * however many follow.
 */
export async function changesSeen(db: Database, followers: readonly Follower[]): Promise<(number | null)[]> {
  if (followers.length === 0) return []
  const distinct = (of: (follower: Follower) => string): string[] => [...new Set(followers.map(of))]
  const inSight = await db
    .select({ id: setups.id, studioId: setups.studioId, changes: setups.changes })
    .from(setups)
    .innerJoin(shoots, eq(shoots.id, setups.shootId))
    .where(
      and(
        inArray(
          setups.id,
          distinct(follower => follower.setupId),
        ),
        isNull(setups.archivedAt),
        isNull(shoots.archivedAt),
      ),
    )
  const holding = await db
    .select({ id: sessions.id, role: sql<SessionRole>`coalesce(${members.role}, ${sessions.role})` })
    .from(sessions)
    .leftJoin(members, eq(members.id, sessions.memberId))
    .where(
      and(
        inArray(
          sessions.id,
          distinct(follower => follower.session.id),
        ),
        isNull(sessions.revokedAt),
        or(isNull(sessions.memberId), isNull(members.revokedAt)),
        gt(sessions.expiresAt, new Date()),
      ),
    )
  const changes = new Map(inSight.map(row => [`${row.id} ${row.studioId}`, row.changes]))
  const roles = new Map(holding.map(row => [row.id, row.role]))
  return followers.map(({ setupId, studioId, session }) =>
    roles.get(session.id) === session.role ? (changes.get(`${setupId} ${studioId}`) ?? null) : null,
  )
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
