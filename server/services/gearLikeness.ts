import { and, desc, eq, inArray, sql, sum } from 'drizzle-orm'
import { keptAsKit } from '../../core'
import type { LikeGear } from '../../core/season'
import type { LikeGearInput } from '../../shared/schemas/gear'
import type { Database } from '../database/client'
import { gearApart, setups, shoots, takeCells } from '../database/schema'
import { notFound } from '../utils/problem'
import { createKit } from './kit'
import { work } from './workers'

/** Set-ups that look as if one piece of gear was used, as they go out. */
export interface LikeGearRecord extends Omit<LikeGear, 'setups'> {
  setups: { id: string; name: string }[]
}

/** The newest set-ups that are looked at; takes from which one tells of gear. */
const MOST_LOOKED_AT = 300
const LEAST_TAKES = 3

/** The newest set-ups that were fired. */
async function firedSetups(db: Database, studioId: string): Promise<{ id: string; name: string; document: string }[]> {
  const counted = await db
    .select({ id: takeCells.setupId, takes: sum(takeCells.takes).mapWith(Number) })
    .from(takeCells)
    .where(and(eq(takeCells.studioId, studioId), eq(takeCells.practice, false)))
    .groupBy(takeCells.setupId)
  const fired = counted.filter(({ takes }) => takes >= LEAST_TAKES).map(({ id }) => id)
  if (fired.length < 2) return []
  return db
    .select({ id: setups.id, name: setups.name, document: sql<string>`${setups.document}` })
    .from(setups)
    .innerJoin(shoots, eq(shoots.id, setups.shootId))
    .where(and(eq(setups.studioId, studioId), inArray(setups.id, fired), eq(shoots.practice, false)))
    .orderBy(desc(setups.createdAt))
    .limit(MOST_LOOKED_AT)
}

/** Groups of older set-ups that may have been fired with one piece of gear. */
export async function likenessOf(db: Database, studioId: string): Promise<LikeGearRecord[]> {
  const rows = await firedSetups(db, studioId)
  if (rows.length < 2) return []
  const apart = await db
    .select({ kind: gearApart.kind, setupId: gearApart.setupId })
    .from(gearApart)
    .where(eq(gearApart.studioId, studioId))
  const found = await work('likeGear', { setups: rows.map(({ id, document }) => ({ id, document })), apart })
  const names = new Map(rows.map(({ id, name }) => [id, name]))
  return found.map(({ kind, setups: ids }) => ({ kind, setups: ids.map(id => ({ id, name: names.get(id) ?? '' })) }))
}

/**
 * Says of set-ups that they were fired with one piece of gear: it comes into Kit with the figures of the newest, and
 * each of them names it, its own figures left as they are. Without a name: that they were not.
 *
 * @throws 404 for a set-up that is not this studio's
 */
export async function nameLikeGear(
  db: Database,
  studioId: string,
  input: LikeGearInput,
): Promise<{ id: string | null }> {
  const { kind, name } = input
  const ids = [...new Set(input.setups)]
  return db.transaction(async tx => {
    const rows = await tx
      .select({ id: setups.id, document: setups.document })
      .from(setups)
      .where(and(eq(setups.studioId, studioId), inArray(setups.id, ids)))
      .orderBy(desc(setups.createdAt))
      .for('update')
    if (rows.length < ids.length) throw notFound('set-up')
    const known = rows.flatMap(({ id, document }) => (document ? [{ id, document }] : []))
    if (name === null || known.length === 0) {
      const said = rows.map(({ id: setupId }) => ({ studioId, setupId, kind }))
      await tx.insert(gearApart).values(said).onDuplicateKeyUpdate({ set: { kind } })
      return { id: null }
    }
    const [made] = (await createKit(tx, studioId, [keptAsKit(known[0]!.document, kind, name)])).ids
    for (const { id, document } of known) {
      if (document.kit[kind] !== '') continue
      await tx
        .update(setups)
        .set({
          document: { ...document, kit: { ...document.kit, [kind]: made! } },
          geared: true,
          revision: sql`${setups.revision} + 1`,
          changes: sql`${setups.changes} + 1`,
        })
        .where(eq(setups.id, id))
    }
    return { id: made! }
  })
}
