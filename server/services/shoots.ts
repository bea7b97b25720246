import { randomUUID } from 'node:crypto'
import { and, asc, count, desc, eq, inArray, isNull, sql, sum } from 'drizzle-orm'
import { type Recipe, type SetupStand, standWith } from '../../core'
import type { Database } from '../database/client'
import { setups, shoots, takes } from '../database/schema'
import type { ShootInput } from '../../shared/schemas/records'
import type { SavedStand } from '../../shared/stand'
import { notFound } from '../utils/problem'
import { counted } from './counted'

export interface SetupSummary {
  id: string
  name: string
  /** Null where its row cannot be read. */
  recipe: Recipe | null
  method: string | null
  revision: number
  takes: number
  keepers: number
  /** Null while it is not worked out yet, or where it cannot be. */
  keepersWanted: number | null
  stand: SetupStand | null
  /** Why it cannot be planned; null: it can, as far as is known. */
  failed: string | null
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
      recipe: setups.recipe,
      method: setups.method,
      // As text: one that cannot be read ends no list.
      planned: sql<string | null>`${setups.planned}`,
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
  return rows.map(({ planned, keepers, on, used, recipe, method, ...row }) => {
    const counts = { keepers: Number(keepers ?? 0), on: Number(on ?? 0), used: Number(used ?? 0), takes: row.takes }
    const saved = readStand(planned)
    const stand = saved && 'stand' in saved ? saved.stand : null
    return {
      ...row,
      recipe: (recipe || null) as Recipe | null,
      method: method || null,
      keepers: counts.keepers,
      keepersWanted: stand?.keepers ?? null,
      stand: stand && standWith(stand, counts),
      failed: saved && 'failed' in saved ? saved.failed : null,
    }
  })
}

function readStand(text: string | null): SavedStand | null {
  if (text === null) return null
  try {
    return JSON.parse(text) as SavedStand
  } catch {
    return null
  }
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
