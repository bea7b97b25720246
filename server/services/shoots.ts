import { randomUUID } from 'node:crypto'
import { and, asc, count, desc, eq, inArray, isNull, sql, sum } from 'drizzle-orm'
import { type Recipe, type SetupStand, plan, standOf } from '../../core'
import type { Database } from '../database/client'
import { setups, shoots, takes } from '../database/schema'
import type { ShootInput } from '../../shared/schemas/records'
import { notFound } from '../utils/problem'
import { counted } from './counted'

export interface SetupSummary {
  id: string
  name: string
  recipe: Recipe
  method: string
  revision: number
  takes: number
  keepers: number
  keepersWanted: number
  stand: SetupStand
}

export interface ShootRecord extends ShootInput {
  id: string
  setups: SetupSummary[]
}

const columns = { id: shoots.id, name: shoots.name, date: shoots.date, place: shoots.place, notes: shoots.notes }

async function setupSummaries(db: Database, shootIds: string[]): Promise<(SetupSummary & { shootId: string })[]> {
  if (shootIds.length === 0) return []
  const rows = await db
    .select({
      id: setups.id,
      shootId: setups.shootId,
      name: setups.name,
      document: setups.document,
      revision: setups.revision,
      takes: count(takes.id),
      keepers: sum(takes.keeper),
      on: sum(sql`${takes.verdict} = 'on'`),
      used: sum(sql`${takes.verdict} <> 'misfire'`),
    })
    .from(setups)
    .leftJoin(takes, and(eq(takes.setupId, setups.id), counted))
    .where(and(inArray(setups.shootId, shootIds), isNull(setups.archivedAt)))
    .groupBy(setups.id)
    .orderBy(asc(setups.createdAt), asc(setups.id))
  return rows.map(({ document, keepers, on, used, ...row }) => ({
    ...row,
    keepers: Number(keepers ?? 0),
    recipe: document.recipe,
    method: document.method,
    keepersWanted: document.goal.keepers,
    stand: standOf(document, plan(document), {
      takes: row.takes,
      keepers: Number(keepers ?? 0),
      on: Number(on ?? 0),
      used: Number(used ?? 0),
    }),
  }))
}

/**
 * All shoots of a studio that are not archived, newest day first, with their set-ups; exercises have a page of their
 * own.
 */
export async function listShoots(db: Database, studioId: string): Promise<ShootRecord[]> {
  const rows = await db
    .select(columns)
    .from(shoots)
    .where(and(eq(shoots.studioId, studioId), eq(shoots.practice, false), isNull(shoots.archivedAt)))
    .orderBy(desc(shoots.date), desc(shoots.createdAt))
  const summaries = await setupSummaries(
    db,
    rows.map(row => row.id),
  )
  return rows.map(row => ({
    ...row,
    setups: summaries.filter(s => s.shootId === row.id).map(({ shootId: _, ...summary }) => summary),
  }))
}

export async function createShoot(db: Database, studioId: string, input: ShootInput): Promise<ShootRecord> {
  const id = randomUUID()
  await db.insert(shoots).values({ id, studioId, ...input })
  return { id, ...input, setups: [] }
}

const own = (studioId: string, id: string) =>
  and(eq(shoots.id, id), eq(shoots.studioId, studioId), isNull(shoots.archivedAt))

/** @throws 404 for a shoot that is not this studio's. */
export async function requireShoot(db: Database, studioId: string, id: string): Promise<void> {
  const [row] = await db.select({ id: shoots.id }).from(shoots).where(own(studioId, id))
  if (!row) throw notFound('shoot')
}

export async function updateShoot(db: Database, studioId: string, id: string, input: ShootInput): Promise<void> {
  await requireShoot(db, studioId, id)
  await db.update(shoots).set(input).where(own(studioId, id))
}

/** Out of sight, never deleted. */
export async function archiveShoot(db: Database, studioId: string, id: string): Promise<void> {
  await requireShoot(db, studioId, id)
  await db.update(shoots).set({ archivedAt: new Date() }).where(own(studioId, id))
}
