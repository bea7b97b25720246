import { type SQL, and, count, eq, gte, inArray, lt, sql } from 'drizzle-orm'
import { CELL_COLUMNS, CELL_GROUP, CELL_KEY, COUNTED_FROM, PICTURED_SQL } from '../database/cellSql'
import type { Database } from '../database/client'
import { takeCells, takes } from '../database/schema'
import { included } from './counted'

/** The day a take counts in, UTC. */
export const dayOf = (firedAt: Date): string => firedAt.toISOString().slice(0, 10)

/** Where a day begins and ends. */
export const dayBounds = (day: string): [from: Date, to: Date] => {
  const from = new Date(`${day}T00:00:00.000Z`)
  return [from, new Date(from.getTime() + 86_400_000)]
}

type Cell = typeof takeCells.$inferSelect
/** What tells the cells of a set-up and day apart. */
const TOLD_BY = ['verdict', 'keeper', 'power', 'stretch', 'practice', 'cause', 'variant', 'memberId'] as const
const keyOf = (cell: Cell): string => JSON.stringify(TOLD_BY.map(name => cell[name]))

const by = Object.fromEntries(CELL_KEY.map(([name, of]) => [name, sql.raw(of)])) as Record<
  (typeof CELL_KEY)[number][0],
  SQL
>

/** What the takes of a set-up come to on a day. */
const counted = (tx: Database, setupId: string, [from, to]: [Date, Date]): Promise<Cell[]> =>
  tx
    .select({
      studioId: takes.studioId,
      setupId: takes.setupId,
      day: by.day.mapWith(String).as('day'),
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

/** Counts all takes of a studio, of which none was struck out since. @param tx the transaction that put them in */
export async function countAll(tx: Database, studioId: string): Promise<void> {
  const [columns, from, group] = [CELL_COLUMNS, COUNTED_FROM, CELL_GROUP].map(text => sql.raw(text))
  await tx.execute(
    sql`insert into take_cells (${columns}, takes, pictured) ${from} and studio_id = ${studioId} group by ${group}
      on duplicate key update takes = values(takes), pictured = values(pictured)`,
  )
}

/**
 * Counts the takes of a set-up anew for some of its days, and writes down what is not as it stands: nothing is added to
 * or taken off a count, so that none can drift.
 *
 * @param tx the transaction in which the takes were changed; it has held the set-up's row since before it read anything
 */
export async function recount(tx: Database, studioId: string, setupId: string, days: Iterable<string>): Promise<void> {
  for (const day of new Set(days)) {
    const here = and(eq(takeCells.studioId, studioId), eq(takeCells.setupId, setupId), eq(takeCells.day, day))
    const standing = new Map((await tx.select().from(takeCells).where(here)).map(cell => [keyOf(cell), cell]))
    const wanted = new Map((await counted(tx, setupId, dayBounds(day))).map(cell => [keyOf(cell), cell]))
    // Each by its whole key: a stretch of keys that is held would hold up other set-ups.
    for (const [key, cell] of wanted) {
      const stands = standing.get(key)
      if (stands?.takes === cell.takes && stands.pictured === cell.pictured) continue
      await tx
        .insert(takeCells)
        .values(cell)
        .onDuplicateKeyUpdate({ set: { takes: cell.takes, pictured: cell.pictured } })
    }
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
    fired.map(({ at }) => dayOf(at)),
  )
}
