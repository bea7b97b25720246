import { randomUUID } from 'node:crypto'
import { and, desc, eq, isNotNull, isNull, ne, sql } from 'drizzle-orm'
import { type Setup, forgetKit, freshCopy, kitIdsOf } from '../../core'
import type { Database } from '../database/client'
import { setups, shoots } from '../database/schema'
import { changedElsewhere, notFound, problem } from '../utils/problem'
import { kitIds } from './kit'
import { requireShoot } from './shoots'
import { listedColumns } from './statuses'
import { serverWords } from '../../shared/texts/server'

export interface SetupRecord {
  id: string
  shootId: string
  shootName: string
  revision: number
  updatedAt: string
  /** An exercise on the practice bench. */
  practice: boolean
  setup: Setup
}

const own = (studioId: string, id: string) =>
  and(eq(setups.id, id), eq(setups.studioId, studioId), isNull(setups.archivedAt))

/** @throws 404 for a set-up that is not this studio's. */
export async function getSetup(db: Database, studioId: string, id: string): Promise<SetupRecord> {
  const [row] = await db
    .select({
      id: setups.id,
      shootId: setups.shootId,
      shootName: shoots.name,
      revision: setups.revision,
      updatedAt: setups.updatedAt,
      practice: shoots.practice,
      setup: setups.document,
    })
    .from(setups)
    .innerJoin(shoots, eq(shoots.id, setups.shootId))
    .where(own(studioId, id))
  if (!row) throw notFound('set-up')
  const { setup } = row
  if (setup === null) throw unreadable()
  return { ...row, setup, updatedAt: row.updatedAt.toISOString() }
}

const unreadable = () =>
  problem(422, serverWords('setups.setUpCannotRead'), {
    errors: [{ field: 'document', reason: serverWords('setups.cannotRead') }],
  })

/** A set-up as it lies in the database, whatever state it is in. */
export interface SetupDocument {
  id: string
  name: string
  shootName: string
  revision: number
  document: string
}

/** @throws 404 for a set-up that is not this studio's. */
export async function setupDocument(db: Database, studioId: string, id: string): Promise<SetupDocument> {
  const [row] = await db
    .select({
      id: setups.id,
      name: setups.name,
      shootName: shoots.name,
      revision: setups.revision,
      document: sql<string>`${setups.document}`,
    })
    .from(setups)
    .innerJoin(shoots, eq(shoots.id, setups.shootId))
    .where(own(studioId, id))
  if (!row) throw notFound('set-up')
  return row
}

/** Whether a set-up is this studio's and in sight, and an exercise, without reading its document. @throws 404 */
export async function setupPlace(
  db: Database,
  studioId: string,
  id: string,
): Promise<{ revision: number; practice: boolean; changes: number }> {
  const [row] = await db
    .select({ revision: setups.revision, practice: shoots.practice, changes: setups.changes })
    .from(setups)
    .innerJoin(shoots, eq(shoots.id, setups.shootId))
    .where(own(studioId, id))
  if (!row) throw notFound('set-up')
  return row
}

/** Set-ups looked through for what they have learnt: the last that were worked on. */
const MOST_LEARNT_FROM = 24

/**
 * Other set-ups in sight on which something was seen or measured, exercises left out, the last changed first: their
 * documents as they lie in the database.
 */
export async function setupsThatLearnt(db: Database, studioId: string, id: string): Promise<string[]> {
  const rows = await db
    .select({ document: sql<string>`${setups.document}` })
    .from(setups)
    .innerJoin(shoots, eq(shoots.id, setups.shootId))
    .where(
      and(
        eq(setups.studioId, studioId),
        ne(setups.id, id),
        isNull(setups.archivedAt),
        isNull(shoots.archivedAt),
        eq(shoots.practice, false),
        sql`coalesce(json_length(${setups.document}, '$.evidence'), 0) > 0`,
      ),
    )
    .orderBy(desc(setups.updatedAt))
    .limit(MOST_LEARNT_FROM)
  return rows.map(row => row.document)
}

/**
 * The set-up's row is the lock under which its takes are numbered, changed and counted.
 *
 * @returns whose it is
 */
export async function lockSetup(tx: Database, id: string): Promise<string> {
  const [row] = await tx.select({ studioId: setups.studioId }).from(setups).where(eq(setups.id, id)).for('update')
  if (!row) throw notFound('set-up')
  return row.studioId
}

/** Has every device on a set-up's run look again. */
export async function noteChange(db: Database, id: string): Promise<void> {
  await db
    .update(setups)
    .set({ changes: sql`${setups.changes} + 1` })
    .where(eq(setups.id, id))
}

/** Kit of another studio, named in a file from there, is forgotten; its figures stay. */
export async function createSetup(db: Database, studioId: string, shootId: string, setup: Setup): Promise<SetupRecord> {
  await requireShoot(db, studioId, shootId)
  const id = randomUUID()
  const document = forgetKit(setup, await kitIds(db, studioId))
  await db.insert(setups).values({ id, studioId, shootId, document, ...(await listedColumns(document)) })
  return getSetup(db, studioId, id)
}

/** An item of kit that a set-up names newly and that is not this studio's; undefined: there is none. */
async function foreignKit(db: Database, studioId: string, id: string, setup: Setup): Promise<string | undefined> {
  const here = await kitIds(db, studioId)
  const strange = [...kitIdsOf(setup)].filter(item => !here.has(item))
  if (strange.length === 0) return undefined
  const [row] = await db.select({ before: setups.document }).from(setups).where(own(studioId, id))
  const before = new Set(row?.before ? kitIdsOf(row.before) : [])
  return strange.find(item => !before.has(item))
}

/**
 * Saves a set-up made from a revision. Where that is no longer the newest, nothing is written and the newest is sent
 * back with a 409,
 * so that the page can show both.
 */
export async function updateSetup(
  db: Database,
  studioId: string,
  id: string,
  revision: number,
  setup: Setup,
): Promise<SetupRecord> {
  const foreign = await foreignKit(db, studioId, id, setup)
  if (foreign)
    throw problem(422, serverWords('setups.setupKitItemNot', { foreign }), {
      errors: [{ field: 'setup.kit', reason: serverWords('setups.itemNotStudioS', { foreign }) }],
    })
  const columns = await listedColumns(setup)
  return db.transaction(async tx => {
    const updatedAt = new Date()
    const [result] = await tx
      .update(setups)
      .set({ document: setup, ...columns, revision: revision + 1, changes: sql`${setups.changes} + 1`, updatedAt })
      .where(and(own(studioId, id), eq(setups.revision, revision)))
    // Read before anybody else can change it: what is answered is what was written.
    const current = await getSetup(tx, studioId, id)
    if (result.affectedRows === 1) return current
    throw changedElsewhere(current, revision)
  })
}

const COPY = ' copy'
const LONGEST_NAME = 120

/** A copy in the same shoot: the plan and its lists, unticked, without the outcomes of tests and without takes. */
export async function duplicateSetup(db: Database, studioId: string, id: string): Promise<SetupRecord> {
  const { shootId, setup } = await getSetup(db, studioId, id)
  return createSetup(db, studioId, shootId, {
    ...freshCopy(setup),
    name: `${setup.name.slice(0, LONGEST_NAME - COPY.length).trimEnd()}${COPY}`,
  })
}

/** Moves a set-up with its takes to another shoot of the studio. */
export async function moveSetup(db: Database, studioId: string, id: string, shootId: string): Promise<SetupRecord> {
  await requireShoot(db, studioId, shootId)
  await getSetup(db, studioId, id)
  await db.update(setups).set({ shootId }).where(own(studioId, id))
  return getSetup(db, studioId, id)
}

export interface ArchivedSetup {
  id: string
  name: string
  shootName: string
  archivedAt: string
}

/** Archived set-ups of shoots that are not archived themselves, the last archived first. */
export async function listArchived(db: Database, studioId: string): Promise<ArchivedSetup[]> {
  const rows = await db
    .select({ id: setups.id, name: setups.name, shootName: shoots.name, archivedAt: setups.archivedAt })
    .from(setups)
    .innerJoin(shoots, eq(shoots.id, setups.shootId))
    .where(and(eq(setups.studioId, studioId), isNotNull(setups.archivedAt), isNull(shoots.archivedAt)))
    .orderBy(desc(setups.archivedAt))
  return rows.map(row => ({ ...row, archivedAt: row.archivedAt!.toISOString() }))
}

/** Back in sight. */
export async function restoreSetup(db: Database, studioId: string, id: string): Promise<SetupRecord> {
  await db
    .update(setups)
    .set({ archivedAt: null })
    .where(and(eq(setups.id, id), eq(setups.studioId, studioId)))
  return getSetup(db, studioId, id)
}

/** Out of sight, never deleted. */
export async function archiveSetup(db: Database, studioId: string, id: string): Promise<void> {
  const [result] = await db.update(setups).set({ archivedAt: new Date() }).where(own(studioId, id))
  if (result.affectedRows !== 1) throw notFound('set-up')
}
