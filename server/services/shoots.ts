import { randomUUID } from 'node:crypto'
import { type SQL, and, asc, desc, eq, inArray, isNull, sql, sum } from 'drizzle-orm'
import { type Recipe, type SetupStatus, statusWith } from '../../core'
import type { Database } from '../database/client'
import { pictures, setups, shoots, takeCells, takes } from '../database/schema'
import type { ShootInput } from '../../shared/schemas/records'
import { SHOOTS_A_PAGE, type ShootsQuery } from '../../shared/schemas/shoots'
import type { SavedStand } from '../../shared/status'
import { notFound, problem } from '../utils/problem'
import { included } from './counted'
import { serverWords } from '../../shared/texts/server'

export interface SetupSummary {
  id: string
  name: string
  /** Null where its row cannot be read. */
  recipe: Recipe | null
  method: string | null
  revision: number
  takes: number
  keepers: number
  /** Of the newest keeper that has one; null: none has. */
  picture: string | null
  /** Null while it is not worked out yet, or where it cannot be. */
  keepersWanted: number | null
  stand: SetupStatus | null
  /** Why it cannot be planned; null: it can, as far as is known. */
  failed: string | null
}

export interface ShootRecord extends ShootInput {
  id: string
  setups: SetupSummary[]
}

const columns = { id: shoots.id, name: shoots.name, date: shoots.date, place: shoots.place, notes: shoots.notes }

/** What was fired of set-ups. */
async function countsOf(
  db: Database,
  studioId: string,
  setupIds: string[],
): Promise<Map<string, Parameters<typeof statusWith>[1] & { takes: number }>> {
  if (setupIds.length === 0) return new Map()
  const rows = await db
    .select({
      setupId: takeCells.setupId,
      takes: sum(takeCells.takes).mapWith(Number),
      keepers: sum(sql`${takeCells.takes} * ${takeCells.keeper}`).mapWith(Number),
      on: sum(sql`if(${takeCells.verdict} = 'on', ${takeCells.takes}, 0)`).mapWith(Number),
      used: sum(sql`if(${takeCells.verdict} = 'misfire', 0, ${takeCells.takes})`).mapWith(Number),
    })
    .from(takeCells)
    .where(and(eq(takeCells.studioId, studioId), inArray(takeCells.setupId, setupIds)))
    .groupBy(takeCells.setupId)
  return new Map(rows.map(({ setupId, ...counts }) => [setupId, counts]))
}

/** Of set-ups the picture of the newest keeper that has one. */
async function newestPictures(db: Database, setupIds: string[]): Promise<Map<string, string>> {
  if (setupIds.length === 0) return new Map()
  const newest = sql<string>`max(concat(date_format(${takes.firedAt}, '%Y%m%d%H%i%s%f'), ' ', ${pictures.id}))`
  const rows = await db
    .select({ setupId: pictures.setupId, newest })
    .from(pictures)
    .innerJoin(takes, eq(takes.id, pictures.takeId))
    .where(and(inArray(pictures.setupId, setupIds), eq(takes.keeper, true), included))
    .groupBy(pictures.setupId)
  return new Map(rows.map(row => [row.setupId, row.newest.split(' ')[1]!]))
}

async function setupSummaries(
  db: Database,
  studioId: string,
  shootIds: string[],
): Promise<(SetupSummary & { shootId: string })[]> {
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
    })
    .from(setups)
    .where(and(inArray(setups.shootId, shootIds), isNull(setups.archivedAt)))
    .orderBy(asc(setups.createdAt), asc(setups.id))
  const counted = await countsOf(
    db,
    studioId,
    rows.map(row => row.id),
  )
  const shown = await newestPictures(
    db,
    rows.map(row => row.id),
  )
  return rows.map(({ planned, recipe, method, ...row }) => {
    const counts = counted.get(row.id) ?? { takes: 0, keepers: 0, on: 0, used: 0 }
    const saved = readStand(planned)
    const stand = saved && 'stand' in saved ? saved.stand : null
    return {
      ...row,
      recipe: (recipe || null) as Recipe | null,
      method: method || null,
      takes: counts.takes,
      keepers: counts.keepers,
      picture: shown.get(row.id) ?? null,
      keepersWanted: stand?.keepers ?? null,
      stand: stand && statusWith(stand, counts),
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

/** Shoots of a studio in sight; exercises have a page of their own. */
const inSight = (studioId: string) =>
  and(eq(shoots.studioId, studioId), eq(shoots.practice, false), isNull(shoots.archivedAt))

/** What comes after a shoot in the order of lists. */
async function after(db: Database, studioId: string, id: string): Promise<SQL> {
  const [last] = await db
    .select({ date: shoots.date, createdAt: shoots.createdAt })
    .from(shoots)
    .where(and(eq(shoots.id, id), eq(shoots.studioId, studioId)))
  if (!last)
    throw problem(422, serverWords('shoots.beforeNoSuchShoot'), {
      errors: [{ field: 'before', reason: serverWords('shoots.noSuchShoot') }],
    })
  const createdAt = sql.param(last.createdAt, shoots.createdAt)
  return sql`(${shoots.date}, ${shoots.createdAt}, ${shoots.id}) < (${last.date}, ${createdAt}, ${id})`
}

/**
 * A page of the shoots of a studio that are not archived, newest day first, with their set-ups.
 *
 * @returns `next`: id to ask for the page after it with; null: there is none
 */
export async function listShoots(
  db: Database,
  studioId: string,
  { limit, before }: ShootsQuery = { limit: SHOOTS_A_PAGE },
): Promise<{ shoots: ShootRecord[]; next: string | null }> {
  const rows = await db
    .select(columns)
    .from(shoots)
    .where(and(inSight(studioId), before === undefined ? undefined : await after(db, studioId, before)))
    .orderBy(desc(shoots.date), desc(shoots.createdAt), desc(shoots.id))
    .limit(limit + 1)
  const page = rows.slice(0, limit)
  const summaries = await setupSummaries(
    db,
    studioId,
    page.map(row => row.id),
  )
  return {
    shoots: page.map(row => ({
      ...row,
      setups: summaries.filter(s => s.shootId === row.id).map(({ shootId: _, ...summary }) => summary),
    })),
    next: rows.length > limit ? page.at(-1)!.id : null,
  }
}

/** What a shoot is called and when it is, where one is to be picked. */
export interface ShootName {
  id: string
  name: string
  date: string
}

/** Shoots that can be picked from a list. */
const MOST_NAMES = 2000

/** Names of the shoots in sight, newest day first. */
export const shootNames = (db: Database, studioId: string): Promise<ShootName[]> =>
  db
    .select({ id: shoots.id, name: shoots.name, date: shoots.date })
    .from(shoots)
    .where(inSight(studioId))
    .orderBy(desc(shoots.date), desc(shoots.createdAt), desc(shoots.id))
    .limit(MOST_NAMES)

/** @param practice whether its takes are exercises on the practice bench */
export async function createShoot(
  db: Database,
  studioId: string,
  input: ShootInput,
  { practice = false } = {},
): Promise<ShootRecord> {
  const id = randomUUID()
  await db.insert(shoots).values({ id, studioId, practice, ...input })
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
