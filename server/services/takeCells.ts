import { type SQL, and, count, eq, gte, inArray, lt, sql } from 'drizzle-orm'
import { dayBoundsIn, dayIn } from '../../shared/units/zone'
import { CELL_COLUMNS, CELL_GROUP, CELL_SQL, PICTURED_SQL, countedFrom } from '../database/cellSql'
import type { Database } from '../database/client'
import { setups, takeCells, takes } from '../database/schema'
import { included } from './counted'
import { heldZone } from './zones'

type Cell = typeof takeCells.$inferSelect
/** What tells the cells of a set-up and day apart. */
const TOLD_BY = ['verdict', 'keeper', 'power', 'stretch', 'practice', 'cause', 'variant', 'memberId'] as const
const keyOf = (cell: Cell): string => JSON.stringify(TOLD_BY.map(name => cell[name]))

const by = Object.fromEntries(Object.entries(CELL_SQL).map(([name, of]) => [name, sql.raw(of)])) as Record<
  keyof typeof CELL_SQL,
  SQL
>

/** What the takes of a set-up come to on a day. */
const counted = (tx: Database, setupId: string, day: string, [from, to]: [Date, Date]): Promise<Cell[]> =>
  tx
    .select({
      studioId: takes.studioId,
      setupId: takes.setupId,
      day: sql<string>`${day}`.as('day'),
      verdict: takes.verdict,
      keeper: takes.keeper,
      power: by.power.mapWith(Number).as('power'),
      stretch: by.stretch.mapWith(Number).as('stretch'),
      practice: takes.practice,
      cause: by.cause.mapWith(String).as('cause'),
      variant: by.variant.mapWith(String).as('variant'),
      memberId: by.member_id.mapWith(String).as('member_id'),
      takes: count(),
      pictured: sql.raw(PICTURED_SQL).mapWith(Number),
    })
    .from(takes)
    .where(and(eq(takes.setupId, setupId), gte(takes.firedAt, from), lt(takes.firedAt, to), included))
    .groupBy(sql.raw(CELL_GROUP))

/** Set-ups that are counted at once: however large a log is, no question takes long. */
const COUNTED_AT_ONCE = 25

/** Counts all takes of a studio, of which none was struck out since. @param tx the transaction that put them in */
export async function countAll(tx: Database, studioId: string): Promise<void> {
  const [columns, from, group] = [CELL_COLUMNS, countedFrom(await heldZone(tx, studioId)), CELL_GROUP].map(text =>
    sql.raw(text),
  )
  const rows = await tx.select({ id: setups.id }).from(setups).where(eq(setups.studioId, studioId))
  for (let i = 0; i < rows.length; i += COUNTED_AT_ONCE) {
    const some = rows.slice(i, i + COUNTED_AT_ONCE).map(({ id }) => id)
    await tx.execute(
      sql`insert into take_cells (${columns}, takes, pictured) ${from} and studio_id = ${studioId}
        and setup_id in ${some} group by ${group}
        on duplicate key update takes = values(takes), pictured = values(pictured)`,
    )
  }
}

/**
 * Counts the takes of a set-up anew for the days of some of them, and writes down what is not as it stands: nothing is
 * added to or taken off a count, so that none can drift.
 *
 * @param tx the transaction in which the takes were changed; it has held the set-up's row since before it read anything
 */
export async function recount(tx: Database, studioId: string, setupId: string, fired: readonly Date[]): Promise<void> {
  const zone = await heldZone(tx, studioId)
  for (const day of new Set(fired.map(at => dayIn(zone, at)))) {
    const here = and(eq(takeCells.studioId, studioId), eq(takeCells.setupId, setupId), eq(takeCells.day, day))
    const standing = new Map((await tx.select().from(takeCells).where(here)).map(cell => [keyOf(cell), cell]))
    const wanted = new Map((await counted(tx, setupId, day, dayBoundsIn(zone, day))).map(cell => [keyOf(cell), cell]))
    const changed = [...wanted].flatMap(([key, cell]) => {
      const stands = standing.get(key)
      return stands?.takes === cell.takes && stands.pictured === cell.pictured ? [] : [cell]
    })
    // Each by its whole key: a stretch of keys that is held would hold up other set-ups.
    if (changed.length > 0)
      await tx
        .insert(takeCells)
        .values(changed)
        .onDuplicateKeyUpdate({ set: { takes: sql`values(takes)`, pictured: sql`values(pictured)` } })
    for (const [key, cell] of standing) {
      if (wanted.has(key)) continue
      await tx.delete(takeCells).where(and(here, ...TOLD_BY.map(name => eq(takeCells[name], cell[name]))))
    }
  }
}

/** The same for the days of some takes. */
export async function recountDaysOf(
  tx: Database,
  studioId: string,
  setupId: string,
  takeIds: readonly (string | null)[],
): Promise<void> {
  const ids = takeIds.filter(id => id !== null)
  if (ids.length === 0) return
  const fired = await tx.select({ at: takes.firedAt }).from(takes).where(inArray(takes.id, ids))
  await recount(
    tx,
    studioId,
    setupId,
    fired.map(({ at }) => at),
  )
}
