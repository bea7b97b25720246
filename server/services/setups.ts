import { randomUUID } from 'node:crypto'
import { and, eq, isNull } from 'drizzle-orm'
import type { Setup } from '../../core'
import type { Database } from '../database/client'
import { setups, shoots } from '../database/schema'
import { notFound, problem } from '../utils/problem'
import { requireShoot } from './shoots'

export interface SetupRecord {
  id: string
  shootId: string
  shootName: string
  revision: number
  updatedAt: string
  setup: Setup
}

const own = (studioId: string, id: string) => and(eq(setups.id, id), eq(setups.studioId, studioId), isNull(setups.archivedAt))

/** @throws 404 for a set-up that is not this studio's. */
export async function getSetup(db: Database, studioId: string, id: string): Promise<SetupRecord> {
  const [row] = await db.select({
    id: setups.id, shootId: setups.shootId, shootName: shoots.name, revision: setups.revision, updatedAt: setups.updatedAt, setup: setups.document,
  }).from(setups).innerJoin(shoots, eq(shoots.id, setups.shootId)).where(own(studioId, id))
  if (!row) throw notFound('set-up')
  return { ...row, updatedAt: row.updatedAt.toISOString() }
}

export async function createSetup(db: Database, studioId: string, shootId: string, setup: Setup): Promise<SetupRecord> {
  await requireShoot(db, studioId, shootId)
  const id = randomUUID()
  await db.insert(setups).values({ id, studioId, shootId, name: setup.name, document: setup })
  return getSetup(db, studioId, id)
}

/**
 * Saves a set-up made from a revision. Where that is no longer the newest, nothing is written and the newest is sent back with a 409,
 * so that the page can show both.
 */
export async function updateSetup(db: Database, studioId: string, id: string, revision: number, setup: Setup): Promise<SetupRecord> {
  const [result] = await db.update(setups)
    .set({ document: setup, name: setup.name, revision: revision + 1, updatedAt: new Date() })
    .where(and(own(studioId, id), eq(setups.revision, revision)))
  const current = await getSetup(db, studioId, id)
  if (result.affectedRows !== 1) {
    throw problem(409, `Changed elsewhere: revision ${current.revision} is newer than ${revision}`, { errors: [{ field: 'revision', reason: `now ${current.revision}` }], current })
  }
  return current
}

/** Out of sight, never deleted. */
export async function archiveSetup(db: Database, studioId: string, id: string): Promise<void> {
  const [result] = await db.update(setups).set({ archivedAt: new Date() }).where(own(studioId, id))
  if (result.affectedRows !== 1) throw notFound('set-up')
}
