import { type SQL, and, asc, desc, eq, gt, gte, inArray, lt, lte, or, sum } from 'drizzle-orm'
import type { LogQuery } from '../../shared/schemas/log'
import { stretchOf, stretchStart } from '../../shared/units/delayStretch'
import type { Database } from '../database/client'
import { takeCells, takes } from '../database/schema'
import { type Narrowed, type Places, cellsWhere, named, narrowed, noteHolds, placesOf, takesWhere } from './logFilter'
import { memberNames } from './members'
import { type PictureRecord, picturesOfTakes } from './pictures'
import { dayBounds, dayOf } from './takeCells'
import { type TakeRecord, takeColumns, takeRecord } from './takes'

/** A take with where it belongs. */
export interface LogEntry extends TakeRecord {
  setupId: string
  setupName: string
  shootName: string
  recipe: string
  pictures: PictureRecord[]
}

export interface LogPage {
  entries: LogEntry[]
  /** To be sent as `after` for the next page; null: that was the last. */
  next: string | null
}

const columns = { ...takeColumns, setupId: takes.setupId }

/** What a page is ordered by. */
const ORDERS = {
  newest: { column: takes.firedAt, index: 'takes_fired', down: true },
  oldest: { column: takes.firedAt, index: 'takes_fired', down: false },
  shortest: { column: takes.delay, index: 'takes_delay', down: false },
  longest: { column: takes.delay, index: 'takes_delay', down: true },
} as const
type Order = (typeof ORDERS)[LogQuery['order']]
type Value = Date | number

/** Where the page before ended: the value it is ordered by and, for equals, the id. */
interface Cursor {
  value: Value
  id: string
}
const cursorOf = ({ column }: Order, after: string): Cursor => {
  const split = after.lastIndexOf('_')
  const value = Number(after.slice(0, split))
  return { value: column === takes.firedAt ? new Date(value) : value, id: after.slice(split + 1) }
}
const cursorText = ({ column }: Order, row: { firedAt: Date; delay: number; id: string }): string =>
  `${column === takes.firedAt ? row.firedAt.getTime() : row.delay}_${row.id}`

function beyond({ column, down }: Order, cursor: Cursor | null): SQL | undefined {
  if (!cursor) return undefined
  const { value, id } = cursor
  const further = down ? lt : gt
  // The first condition alone is what an index can begin from.
  return and(
    (down ? lte : gte)(column, value),
    or(further(column, value), and(eq(column, value), further(takes.id, id))),
  )
}

/** Where the takes of a page lie, and the index that leads there. */
interface Reach {
  where: SQL | undefined
  index: string
}
/** Set-ups and days that are looked at one by one; more of them are dense enough to be walked through. */
const MOST_PAIRS = 600
/** Of the takes in a stretch those found from which walking along the index finds them soon enough. */
const DENSE = 0.02

/** Places in an order, the first that are needed for so many takes. The first of all may be half used up. */
function first<T extends { takes: number }>(places: readonly T[], wanted: number, used: (place: T) => boolean): T[] {
  let found = 0
  const end = places.findIndex(place => {
    if (!used(place)) found += place.takes
    return found >= wanted
  })
  return end < 0 ? [...places] : places.slice(0, end + 1)
}

/** Along the days: of which set-ups and days the takes of a page are, by what is counted. */
async function reachInDays(db: Database, asked: Narrowed, order: Order, cursor: Cursor | null): Promise<Reach | null> {
  const edge = cursor ? dayOf(cursor.value as Date) : null
  const where = and(cellsWhere(asked), edge === null ? undefined : (order.down ? lte : gte)(takeCells.day, edge))
  const wanted = asked.query.limit + 1
  const days = await db
    .select({ day: takeCells.day, takes: sum(takeCells.takes).mapWith(Number) })
    .from(takeCells)
    .where(where)
    .groupBy(takeCells.day)
    .orderBy((order.down ? desc : asc)(takeCells.day))
    .limit(wanted + 1)
  const chosen = first(days, wanted, ({ day }) => day === edge).map(({ day }) => day)
  if (chosen.length === 0) return null
  const pairs = await db
    .selectDistinct({ setupId: takeCells.setupId, day: takeCells.day })
    .from(takeCells)
    .where(and(where, inArray(takeCells.day, chosen)))
    .limit(MOST_PAIRS + 1)
  if (pairs.length > MOST_PAIRS) {
    const [low, high] = [chosen.at(order.down ? -1 : 0)!, chosen.at(order.down ? 0 : -1)!]
    return {
      where: and(gte(takes.firedAt, dayBounds(low)[0]), lt(takes.firedAt, dayBounds(high)[1])),
      index: order.index,
    }
  }
  const at = pairs.map(({ setupId, day }) => {
    const [from, to] = dayBounds(day)
    return and(eq(takes.setupId, setupId), gte(takes.firedAt, from), lt(takes.firedAt, to))
  })
  return { where: or(...at), index: 'takes_setup_fired' }
}

/** Along the delays: in which stretches the takes of a page lie, and of which set-ups they are. */
async function reachInDelays(
  db: Database,
  asked: Narrowed,
  order: Order,
  cursor: Cursor | null,
): Promise<Reach | null> {
  const edge = cursor ? stretchOf(cursor.value as number) : null
  const side = edge === null ? undefined : (order.down ? lte : gte)(takeCells.stretch, edge)
  const where = and(cellsWhere(asked), side)
  const stretches = await db
    .select({ stretch: takeCells.stretch, takes: sum(takeCells.takes).mapWith(Number) })
    .from(takeCells)
    .where(where)
    .groupBy(takeCells.stretch)
    .orderBy((order.down ? desc : asc)(takeCells.stretch))
  const chosen = first(stretches, asked.query.limit + 1, ({ stretch }) => stretch === edge)
  if (chosen.length === 0) return null
  const ids = chosen.map(({ stretch }) => stretch)
  const [low, high] = [Math.min(...ids), Math.max(...ids)]
  // An end of a stretch may fall a rounding short of it.
  const slack = 1 + 1e-6
  const within = and(
    stretchStart(low) > 0 ? gte(takes.delay, stretchStart(low) / slack) : undefined,
    lt(takes.delay, stretchStart(Math.max(high, -99) + 1) * slack),
  )
  const inThem = inArray(takeCells.stretch, ids)
  const [all] = await db
    .select({ takes: sum(takeCells.takes).mapWith(Number) })
    .from(takeCells)
    .where(
      and(
        cellsWhere({ ...asked, query: { ...asked.query, verdict: undefined, keepers: false }, setupIds: null }),
        inThem,
      ),
    )
  const found = chosen.reduce((total, row) => total + row.takes, 0)
  if (found >= DENSE * (all?.takes ?? 0)) return { where: within, index: order.index }
  const of = await db.selectDistinct({ id: takeCells.setupId }).from(takeCells).where(and(where, inThem))
  return {
    where: and(
      within,
      inArray(
        takes.setupId,
        of.map(({ id }) => id),
      ),
    ),
    index: 'takes_setup_fired',
  }
}

/** Whether a query leaves out anything that is counted: without that the index alone is quickest. */
const leavesOut = ({ query, setupIds }: Narrowed): boolean =>
  setupIds !== null || query.verdict !== undefined || query.keepers === true || query.practice === true

async function reachOf(db: Database, asked: Narrowed, order: Order, cursor: Cursor | null): Promise<Reach | null> {
  if (!leavesOut(asked)) return { where: undefined, index: order.index }
  return order.column === takes.firedAt
    ? reachInDays(db, asked, order, cursor)
    : reachInDelays(db, asked, order, cursor)
}

async function rowsOf(db: Database, asked: Narrowed, order: Order, more: SQL | undefined, index: string | null) {
  const way = order.down ? desc : asc
  const from = index === null ? db.select(columns).from(takes) : db.select(columns).from(takes, { forceIndex: index })
  return from
    .where(and(takesWhere(asked), more))
    .orderBy(way(order.column), way(takes.id))
    .limit(asked.query.limit + 1)
}
type Row = Awaited<ReturnType<typeof rowsOf>>[number]

/** Of takes found in two ways the first of the order, each once. */
function merged(order: Order, lists: readonly Row[][], limit: number): Row[] {
  const value = (row: Row): number => (order.column === takes.firedAt ? row.firedAt.getTime() : row.delay)
  const sign = order.down ? -1 : 1
  return [...new Map(lists.flat().map(row => [row.id, row])).values()]
    .sort((a, b) => sign * (value(a) - value(b) || (a.id < b.id ? -1 : 1)))
    .slice(0, limit)
}

/** The rows of a page and one more, where there is one. */
async function found(db: Database, studioId: string, query: LogQuery, places: Places): Promise<Row[]> {
  const order = ORDERS[query.order]
  const cursor = query.after ? cursorOf(order, query.after) : null
  const further = beyond(order, cursor)
  const counted = async (asked: Narrowed): Promise<Row[]> => {
    const reach = await reachOf(db, asked, order, cursor)
    return reach ? rowsOf(db, asked, order, and(reach.where, further), reach.index) : []
  }
  const asked = narrowed(studioId, query, places)
  if (!query.text) return counted(asked)
  const [ofSetups, ofNotes] = await Promise.all([
    counted(named(asked, query.text, places)),
    rowsOf(db, asked, order, and(noteHolds(query.text), further), null),
  ])
  return merged(order, [ofSetups, ofNotes], query.limit + 1)
}

/** One page of all takes of a studio, by keyset: as quick at the end as at the start, and whatever is asked for. */
export async function logPage(db: Database, studioId: string, query: LogQuery): Promise<LogPage> {
  const places = await placesOf(db, studioId)
  const rows = await found(db, studioId, query, places)
  const shown = rows.slice(0, query.limit)
  const pictured = await picturesOfTakes(
    db,
    shown.map(row => row.id),
  )
  const names = await memberNames(db, studioId)
  const entries = shown.map((row): LogEntry => {
    const { setupName, shootName, recipe } = places.get(row.setupId)!
    return { ...takeRecord(row, names), setupName, shootName, recipe, pictures: pictured.get(row.id) ?? [] }
  })
  const last = shown.at(-1)
  return { entries, next: rows.length > query.limit && last ? cursorText(ORDERS[query.order], last) : null }
}
