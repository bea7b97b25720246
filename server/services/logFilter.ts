import { type SQL, and, eq, gt, gte, inArray, like, lt, lte, sql } from 'drizzle-orm'
import type { LogQuery } from '../../shared/schemas/log'
import { dayBoundsIn } from '../../shared/units/zone'
import type { Database } from '../database/client'
import { setups, shoots, takeCells, takes } from '../database/schema'
import { included } from './counted'
import { zoneOf } from './zones'

/** A set-up as the log names it. */
export interface LoggedPlace {
  setupName: string
  shootId: string
  shootName: string
  recipe: string
}
/** Whose log it is: by whose clocks its days go, and its set-ups by id. */
export interface StudioLog {
  studioId: string
  zone: string
  places: ReadonlyMap<string, LoggedPlace>
}

/**
 * The log of a studio, with every set-up and where it belongs. They are few beside their takes: joined here, the
 * database walks its index of takes alone, and a page costs the same at the end as at the start.
 */
export async function studioLog(db: Database, studioId: string): Promise<StudioLog> {
  const zone = await zoneOf(db, studioId)
  const rows = await db
    .select({
      id: setups.id,
      setupName: setups.name,
      shootId: setups.shootId,
      shootName: shoots.name,
      recipe: sql<string>`coalesce(${setups.recipe}, json_value(${setups.document}, '$.recipe'), '')`,
    })
    .from(setups)
    .innerJoin(shoots, eq(shoots.id, setups.shootId))
    .where(eq(setups.studioId, studioId))
  return { studioId, zone, places: new Map(rows.map(({ id, ...place }) => [id, place])) }
}

/** What is asked of the log, with the set-ups that it comes down to; null: any. */
export interface Narrowed {
  log: StudioLog
  query: LogQuery
  setupIds: string[] | null
}

const idsWhere = ({ places }: StudioLog, wanted: (place: LoggedPlace, id: string) => boolean): string[] =>
  [...places].filter(([id, place]) => wanted(place, id)).map(([id]) => id)

/** A query without its words. */
export function narrowed(log: StudioLog, query: LogQuery): Narrowed {
  const { text: _, ...rest } = query
  const recipes = query.recipe?.length ? new Set<string>(query.recipe) : null
  const asked = query.shoot || query.setup || recipes
  const setupIds = asked
    ? idsWhere(
        log,
        (place, id) =>
          (!query.shoot || place.shootId === query.shoot) &&
          (!query.setup || id === query.setup) &&
          (!recipes || recipes.has(place.recipe)),
      )
    : null
  return { log, query: rest, setupIds }
}

/** Of what is asked the set-ups whose name holds the words. */
export function named({ setupIds, ...rest }: Narrowed, text: string): Narrowed {
  const words = text.toLowerCase()
  const found = idsWhere(rest.log, place => place.setupName.toLowerCase().includes(words))
  return { ...rest, setupIds: setupIds ? found.filter(id => setupIds.includes(id)) : found }
}

const among = (column: typeof takes.setupId | typeof takeCells.setupId, ids: string[] | null): SQL | undefined =>
  ids === null ? undefined : ids.length > 0 ? inArray(column, ids) : sql`false`

/** Asked take by take: as `exists`, the database lists all pictures of all studios first. */
const PICTURED = sql.raw('(select 1 from pictures where pictures.take_id = takes.id limit 1) is not null')

/** Takes that are asked for. */
export const takesWhere = ({ log: { studioId, zone }, query, setupIds }: Narrowed): SQL | undefined =>
  and(
    eq(takes.studioId, studioId),
    included,
    // The exercises are few, and the log of real work does not want them.
    eq(takes.practice, query.practice ?? false),
    query.pictures ? PICTURED : undefined,
    among(takes.setupId, setupIds),
    query.verdict ? eq(takes.verdict, query.verdict) : undefined,
    query.keepers ? eq(takes.keeper, true) : undefined,
    query.from ? gte(takes.firedAt, dayBoundsIn(zone, query.from)[0]) : undefined,
    query.to ? lt(takes.firedAt, dayBoundsIn(zone, query.to)[1]) : undefined,
  )

/** Counts of the same. */
export const cellsWhere = ({ log: { studioId }, query, setupIds }: Narrowed): SQL | undefined =>
  and(
    eq(takeCells.studioId, studioId),
    eq(takeCells.practice, query.practice ?? false),
    among(takeCells.setupId, setupIds),
    query.verdict ? eq(takeCells.verdict, query.verdict) : undefined,
    query.keepers ? eq(takeCells.keeper, true) : undefined,
    query.from ? gte(takeCells.day, query.from) : undefined,
    query.to ? lte(takeCells.day, query.to) : undefined,
    query.pictures ? gt(takeCells.pictured, 0) : undefined,
  )

/** How many of a cell's takes are asked for. */
export const takesCounted = ({ query }: Narrowed) => (query.pictures ? takeCells.pictured : takeCells.takes)

/** What the database's index of words leaves out: they are in every text. */
const UNINDEXED = new Set(
  (
    'a about an are as at be by com de en for from how i in is it la of on or that the this to was what when where ' +
    'who will with und www'
  ).split(' '),
)
const SHORTEST_WORD = 3

/**
 * Notes that hold a text. The index of words finds those that may, by words that begin as the text's do; each is then
 * read. A text without a word that the index has is looked for in every note.
 */
export function noteHolds(text: string): SQL | undefined {
  const words = text
    .toLowerCase()
    .split(/[^\p{L}\p{N}_]+/u)
    .filter(word => word.length >= SHORTEST_WORD && !UNINDEXED.has(word))
  const begins = words.map(word => `+${word}*`).join(' ')
  return and(
    words.length > 0 ? sql`match(${takes.note}) against (${begins} in boolean mode)` : undefined,
    like(takes.note, `%${text.replace(/[\\%_]/g, '\\$&')}%`),
  )
}
