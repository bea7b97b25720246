import { randomUUID } from 'node:crypto'
import { and, asc, eq } from 'drizzle-orm'
import { type KitItem, type KitKind, newKitItem } from '../../core'
import type { Database } from '../database/client'
import { kit } from '../database/schema'
import { changedElsewhere, notFound } from '../utils/problem'
import { type KitUse, usesOf } from './kitUses'
import { serverWords } from '../../shared/texts/server'

export type { KitUse }

export interface KitRecord {
  id: string
  revision: number
  archived: boolean
  updatedAt: string
  item: KitItem
  /** Its figures could not be read, and those of a new one stand in their place; saving it mends it. */
  unreadable?: true
  /** By name; null: not worked out now. */
  usedBy: KitUse[] | null
}

const own = (studioId: string, id: string) => and(eq(kit.id, id), eq(kit.studioId, studioId))

const itemOf = ({ document, kind, name }: typeof kit.$inferSelect): Pick<KitRecord, 'item' | 'unreadable'> =>
  document ? { item: document } : { item: newKitItem(kind, name), unreadable: true }

/** All kit of a studio, archived items too, by kind and name. */
export async function listKit(db: Database, studioId: string): Promise<KitRecord[]> {
  const rows = await db.select().from(kit).where(eq(kit.studioId, studioId)).orderBy(asc(kit.kind), asc(kit.name))
  const uses = await usesOf(db, studioId, Object.fromEntries(rows.map(row => [row.id, itemOf(row).item])))
  return rows.map(row => ({
    id: row.id,
    revision: row.revision,
    archived: row.archivedAt !== null,
    updatedAt: row.updatedAt.toISOString(),
    ...itemOf(row),
    usedBy: uses && (uses.get(row.id) ?? []),
  }))
}

/** Ids of all kit of a studio. */
export async function kitIds(db: Database, studioId: string): Promise<Set<string>> {
  const rows = await db.select({ id: kit.id }).from(kit).where(eq(kit.studioId, studioId))
  return new Set(rows.map(row => row.id))
}

/** @throws 404 for an item that is not this studio's. */
async function getKitItem(db: Database, studioId: string, id: string): Promise<KitRecord> {
  const [row] = await db.select().from(kit).where(own(studioId, id))
  if (!row) throw notFound(serverWords('kit.kitItem'))
  const uses = await usesOf(db, studioId, { [id]: itemOf(row).item })
  return {
    id,
    revision: row.revision,
    archived: row.archivedAt !== null,
    updatedAt: row.updatedAt.toISOString(),
    ...itemOf(row),
    usedBy: uses && (uses.get(id) ?? []),
  }
}

/** Adds items, all or none. */
export async function createKit(db: Database, studioId: string, items: readonly KitItem[]): Promise<{ ids: string[] }> {
  const rows = items.map(item => ({ id: randomUUID(), studioId, kind: item.kind, name: item.name, document: item }))
  await db.transaction(tx => tx.insert(kit).values(rows))
  return { ids: rows.map(row => row.id) }
}

/**
 * Saves an item made from a revision; where that is no longer the newest, nothing is written and the newest comes back
 * with a 409.
 */
export async function updateKitItem(
  db: Database,
  studioId: string,
  id: string,
  revision: number,
  item: KitItem,
): Promise<KitRecord> {
  const [result] = await db
    .update(kit)
    .set({ document: item, name: item.name, kind: item.kind, revision: revision + 1, updatedAt: new Date() })
    .where(and(own(studioId, id), eq(kit.revision, revision)))
  const current = await getKitItem(db, studioId, id)
  if (result.affectedRows !== 1) {
    throw changedElsewhere(current, revision)
  }
  return current
}

/** Out of sight or back; never deleted, for set-ups name it. */
export async function archiveKitItem(
  db: Database,
  studioId: string,
  id: string,
  archived: boolean,
): Promise<KitRecord> {
  await getKitItem(db, studioId, id)
  await db
    .update(kit)
    .set({ archivedAt: archived ? new Date() : null })
    .where(own(studioId, id))
  return getKitItem(db, studioId, id)
}

/** The kind of an item of kit. @throws 404 */
export async function kindOfKit(db: Database, studioId: string, id: string): Promise<KitKind> {
  const owned = and(eq(kit.id, id), eq(kit.studioId, studioId))
  const [found] = await db.select({ kind: kit.kind }).from(kit).where(owned)
  if (!found) throw notFound(serverWords('kit.kitItem'))
  return found.kind
}
