import { type SQL, and, asc, desc, eq, gt, gte, inArray, lt, lte, or, sum } from 'drizzle-orm'
import type { LogQuery } from '../../shared/schemas/log'
import { NO_DELAY, stretchOf, stretchStart } from '../../shared/units/delayStretch'
import { dayBoundsIn, dayIn } from '../../shared/units/zone'
import type { Database } from '../database/client'
import { pictures, takeCells, takes } from '../database/schema'
import {
  type Narrowed,
  type StudioLog,
  cellsWhere,
  named,
  narrowed,
  noteHolds,
  studioLog,
  takesCounted,
  takesWhere,
} from './logFilter'
import { memberNames } from './members'
import { type PictureRecord, picturesOfTakes } from './pictures'
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
  /** Set-ups they are of, where those are few. */
  setupIds?: string[]
}
/** Set-ups and days that are looked at one by one; more of them are dense enough to be walked through. */
const MOST_PAIRS = 600
/** Set-ups that are looked at one by one along the delays; of more, walking along the index finds takes soon enough. */
const MOST_SETUPS = 40

/** Takes in places of an order. The first of all may be half used up, and counts for none. */
const taken = <T extends { takes: number }>(places: readonly T[], used: (place: T) => boolean): number =>
  places.reduce((sum, place) => sum + (used(place) ? 0 : place.takes), 0)

/** Places in an order, the first that are needed for so many takes. */
function first<T extends { takes: number }>(places: readonly T[], wanted: number, used: (place: T) => boolean): T[] {
  const end = places.findIndex((_, i) => taken(places.slice(0, i + 1), used) >= wanted)
  return end < 0 ? [...places] : places.slice(0, end + 1)
}

/** Places of an order that are looked at first; where they hold too few takes, many times more. */
const FEW = { days: 4, stretches: 1 } as const

/** Places in an order that hold so many takes, as far as there are. @param read the first so many places */
async function enough<T extends { takes: number }>(
  few: number,
  wanted: number,
  read: (most: number) => Promise<T[]>,
  used: (place: T) => boolean,
): Promise<T[]> {
  // A place holds a take at least, and the first of all may be used up.
  for (let most = few; ; most = Math.min(wanted + 1, most * 16)) {
    const places = await read(most)
    const chosen = first(places, wanted, used)
    if (places.length < most || most > wanted || taken(chosen, used) >= wanted) return chosen
  }
}

/** Along the days: of which set-ups and days the takes of a page are, by what is counted. */
async function reachInDays(db: Database, asked: Narrowed, order: Order, cursor: Cursor | null): Promise<Reach | null> {
  const { zone } = asked.log
  const edge = cursor ? dayIn(zone, cursor.value as Date) : null
  const where = and(cellsWhere(asked), edge === null ? undefined : (order.down ? lte : gte)(takeCells.day, edge))
  const wanted = asked.query.limit + 1
  const days = await enough(
    FEW.days,
    wanted,
    most =>
      db
        .select({ day: takeCells.day, takes: sum(takesCounted(asked)).mapWith(Number) })
        .from(takeCells, { forceIndex: 'take_cells_day' })
        .where(where)
        .groupBy(takeCells.day)
        .orderBy((order.down ? desc : asc)(takeCells.day))
        .limit(most),
    ({ day }) => day === edge,
  )
  const chosen = days.map(({ day }) => day)
  if (chosen.length === 0) return null
  const pairs = await db
    .selectDistinct({ setupId: takeCells.setupId, day: takeCells.day })
    .from(takeCells)
    .where(and(where, inArray(takeCells.day, chosen)))
    .limit(MOST_PAIRS + 1)
  if (pairs.length > MOST_PAIRS) {
    const [low, high] = [chosen.at(order.down ? -1 : 0)!, chosen.at(order.down ? 0 : -1)!]
    return {
      where: and(gte(takes.firedAt, dayBoundsIn(zone, low)[0]), lt(takes.firedAt, dayBoundsIn(zone, high)[1])),
      index: order.index,
    }
  }
  const at = pairs.map(({ setupId, day }) => {
    const [from, to] = dayBoundsIn(zone, day)
    return and(eq(takes.setupId, setupId), gte(takes.firedAt, from), lt(takes.firedAt, to))
  })
  return { where: or(...at), index: 'takes_setup_fired', setupIds: [...new Set(pairs.map(({ setupId }) => setupId))] }
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
  const where = cellsWhere(asked)
  const chosen = await enough(
    FEW.stretches,
    asked.query.limit + 1,
    most =>
      db
        .select({ stretch: takeCells.stretch, takes: sum(takesCounted(asked)).mapWith(Number) })
        .from(takeCells, { forceIndex: 'take_cells_stretch' })
        .where(and(where, side))
        .groupBy(takeCells.stretch)
        .orderBy((order.down ? desc : asc)(takeCells.stretch))
        .limit(most),
    ({ stretch }) => stretch === edge,
  )
  if (chosen.length === 0) return null
  const ids = chosen.map(({ stretch }) => stretch)
  const [low, high] = [Math.min(...ids), Math.max(...ids)]
  // An end of a stretch may fall a rounding short of it.
  const slack = 1 + 1e-6
  const within = and(
    stretchStart(low) > 0 ? gte(takes.delay, stretchStart(low) / slack) : undefined,
    lt(takes.delay, stretchStart(Math.max(high, NO_DELAY + 1) + 1) * slack),
  )
  const of = await db
    .selectDistinct({ id: takeCells.setupId })
    .from(takeCells)
    .where(and(where, inArray(takeCells.stretch, ids)))
    .limit(MOST_SETUPS + 1)
  if (of.length > MOST_SETUPS) return { where: within, index: order.index }
  const setupIds = of.map(({ id }) => id)
  return { where: and(within, inArray(takes.setupId, setupIds)), index: 'takes_setup_fired', setupIds }
}

/** Whether a query leaves out anything that is counted: without that the index alone is quickest. */
const leavesOut = ({ query, setupIds }: Narrowed): boolean =>
  setupIds !== null ||
  query.verdict !== undefined ||
  query.keepers === true ||
  query.pictures === true ||
  query.practice === true

async function reachOf(db: Database, asked: Narrowed, order: Order, cursor: Cursor | null): Promise<Reach | null> {
  if (!leavesOut(asked)) return { where: undefined, index: order.index }
  return order.column === takes.firedAt
    ? reachInDays(db, asked, order, cursor)
    : reachInDelays(db, asked, order, cursor)
}

/** What is asked for, in which order. */
interface Wanted {
  asked: Narrowed
  order: Order
}
const orderOf = ({ column, down }: Order): [SQL, SQL] => {
  const way = down ? desc : asc
  return [way(column), way(takes.id)]
}

/** Takes by their ids, in that order. */
async function rowsOf(db: Database, found: readonly { id: string }[]) {
  if (found.length === 0) return []
  const ids = found.map(({ id }) => id)
  const rows = await db.select(columns).from(takes).where(inArray(takes.id, ids))
  const byId = new Map(rows.map(row => [row.id, row]))
  return ids.flatMap(id => byId.get(id) ?? [])
}

/** Takes of a page: first which they are, for an index tells that, and what is long in a row is not walked over. */
async function found(db: Database, { asked, order }: Wanted, { where, index, setupIds }: Reach) {
  const wanted = and(takesWhere(asked), where)
  const ids =
    asked.query.pictures && setupIds
      ? // Pictures are few beside takes.
        db
          .selectDistinct({ id: takes.id, value: order.column })
          .from(pictures)
          .innerJoin(takes, eq(takes.id, pictures.takeId))
          .where(and(inArray(pictures.setupId, setupIds), wanted))
      : db.select({ id: takes.id, value: order.column }).from(takes, { forceIndex: index }).where(wanted)
  return rowsOf(db, await ids.orderBy(...orderOf(order)).limit(asked.query.limit + 1))
}

/** Takes whose note holds a text. */
const withNotes = async (db: Database, { asked, order }: Wanted, text: string, further: SQL | undefined) =>
  rowsOf(
    db,
    await db
      .select({ id: takes.id })
      .from(takes)
      .where(and(takesWhere(asked), noteHolds(text), further))
      .orderBy(...orderOf(order))
      .limit(asked.query.limit + 1),
  )
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
async function rowsWanted(db: Database, log: StudioLog, query: LogQuery): Promise<Row[]> {
  const order = ORDERS[query.order]
  const cursor = query.after ? cursorOf(order, query.after) : null
  const further = beyond(order, cursor)
  const counted = async (asked: Narrowed): Promise<Row[]> => {
    const reach = await reachOf(db, asked, order, cursor)
    return reach ? found(db, { asked, order }, { ...reach, where: and(reach.where, further) }) : []
  }
  const asked = narrowed(log, query)
  if (!query.text) return counted(asked)
  const [ofSetups, ofNotes] = await Promise.all([
    counted(named(asked, query.text)),
    withNotes(db, { asked, order }, query.text, further),
  ])
  return merged(order, [ofSetups, ofNotes], query.limit + 1)
}

/** Takes of a page with where they belong, and where the next begins; null: there is none. */
export interface LogRows {
  rows: Omit<LogEntry, 'pictures'>[]
  next: string | null
}

/** What reads pages of the log, one after the other; where set-ups belong is looked up once. */
export async function logReader(db: Database, studioId: string): Promise<(query: LogQuery) => Promise<LogRows>> {
  const [log, names] = await Promise.all([studioLog(db, studioId), memberNames(db, studioId)])
  return async query => {
    const rows = await rowsWanted(db, log, query)
    const shown = rows.slice(0, query.limit)
    const last = shown.at(-1)
    return {
      rows: shown.map(row => {
        const { setupName, shootName, recipe } = log.places.get(row.setupId)!
        return { ...takeRecord(row, names), setupName, shootName, recipe }
      }),
      next: rows.length > query.limit && last ? cursorText(ORDERS[query.order], last) : null,
    }
  }
}

/** One page of all takes of a studio, by keyset: as quick at the end as at the start, and whatever is asked for. */
export async function logPage(db: Database, studioId: string, query: LogQuery): Promise<LogPage> {
  const { rows, next } = await (await logReader(db, studioId))(query)
  const pictured = await picturesOfTakes(
    db,
    rows.map(row => row.id),
  )
  return { entries: rows.map(row => ({ ...row, pictures: pictured.get(row.id) ?? [] })), next }
}
