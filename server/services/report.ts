import { and, asc, count, desc, eq, inArray, isNull, ne, sql, sum } from 'drizzle-orm'
import type { Setup } from '../../core'
import { type LostTakes, type SeasonSum, type VariantTally, lostOf } from '../../core/season'
import type { ShootInput } from '../../shared/schemas/records'
import type { Database } from '../database/client'
import { pictures, setups, shoots, takeCells, takes } from '../database/schema'
import { included } from './counted'
import { memberNames } from './members'
import { type PictureRecord, picturesOfTakes } from './pictures'
import { requireShoot } from './shoots'
import { type TakeRecord, takeColumns, takeRecord } from './takes'

/** Takes of a set-up that a report lists: the last that were fired. */
export const MOST_LISTED = 200
/** Keepers of a set-up that it shows. */
const MOST_SHOWN = 4

export type ReportedTake = TakeRecord & { pictures: PictureRecord[] }

/** A set-up with what was fired of it. */
export interface ReportedSetup {
  id: string
  setup: Setup
  takes: number
  keepers: number
  misfires: number
  /** Why takes were lost, the commonest first. */
  lost: LostTakes
  /** Props that nine sessions in ten were said to need before its first take; null: not said. */
  planned: number | null
  /** What each variant of its prop kept, the most fired first. */
  variants: VariantTally[]
  /** How many takes it took to the first keeper; null: none is there. */
  firstKeeper: number | null
  /** Names of those who logged them. */
  people: string[]
  /** The last takes, in the order they were fired. */
  listed: ReportedTake[]
  /** The first keepers that have a picture. */
  shown: ReportedTake[]
}

/** A shoot with everything that was fired in it. */
export interface ShootReport {
  shoot: ShootInput
  setups: ReportedSetup[]
  /** Names of set-ups that cannot be read: they are not in it. */
  unreadable: string[]
}

const columns = { ...takeColumns, former: takes.former }

/** Counts of set-ups by what a report says of them. */
async function countsOf(db: Database, setupIds: string[]) {
  if (setupIds.length === 0) return new Map<string, never>()
  const rows = await db
    .select({
      setupId: takes.setupId,
      takes: count(),
      keepers: sum(takes.keeper).mapWith(Number),
      misfires: sum(sql`${takes.verdict} = 'misfire'`).mapWith(Number),
      first: sql<number | null>`min(if(${takes.keeper}, ${takes.number}, null))`,
      people: sql<string | null>`group_concat(distinct ${takes.memberId})`,
    })
    .from(takes)
    .where(and(inArray(takes.setupId, setupIds), included))
    .groupBy(takes.setupId)
  return new Map(rows.map(row => [row.setupId, row]))
}

const sumsOf = (counted: Pick<ReportedSetup, 'takes' | 'keepers' | 'misfires'> | undefined) => ({
  takes: counted?.takes ?? 0,
  keepers: counted?.keepers ?? 0,
  misfires: counted?.misfires ?? 0,
})

async function takesTo(db: Database, setupId: string, number: number | null | undefined): Promise<number | null> {
  if (number === null || number === undefined) return null
  const [row] = await db
    .select({ n: count() })
    .from(takes)
    .where(and(ofSetup(setupId), sql`${takes.number} <= ${number}`))
  return row?.n ?? null
}

const ofSetup = (setupId: string) => and(eq(takes.setupId, setupId), included)

/** What each variant kept, by set-up. A misfire says nothing of the prop. */
async function variantsBy(db: Database, setupIds: string[]): Promise<Map<string, VariantTally[]>> {
  if (setupIds.length === 0) return new Map()
  const rows = await db
    .select({
      setupId: takeCells.setupId,
      variant: takeCells.variant,
      takes: sum(takeCells.takes).mapWith(Number),
      kept: sum(sql`${takeCells.takes} * ${takeCells.keeper}`).mapWith(Number),
    })
    .from(takeCells)
    .where(and(inArray(takeCells.setupId, setupIds), ne(takeCells.variant, ''), ne(takeCells.verdict, 'misfire')))
    .groupBy(takeCells.setupId, takeCells.variant)
  const found = new Map<string, VariantTally[]>()
  for (const { setupId, ...tally } of rows.sort((a, b) => b.takes - a.takes))
    found.set(setupId, [...(found.get(setupId) ?? []), tally])
  return found
}

/** Why takes were lost, by set-up. */
async function lostBy(db: Database, setupIds: string[]): Promise<Map<string, LostTakes>> {
  if (setupIds.length === 0) return new Map()
  const rows = await db
    .select({
      setupId: takeCells.setupId,
      verdict: takeCells.verdict,
      cause: takeCells.cause,
      takes: sum(takeCells.takes).mapWith(Number),
      kept: sum(sql`${takeCells.takes} * ${takeCells.keeper}`).mapWith(Number),
    })
    .from(takeCells)
    .where(inArray(takeCells.setupId, setupIds))
    .groupBy(takeCells.setupId, takeCells.verdict, takeCells.cause)
  return new Map(
    setupIds.map(id => [
      id,
      lostOf(rows.filter(row => row.setupId === id).map(row => ({ ...row, cause: row.cause as SeasonSum['cause'] }))),
    ]),
  )
}

/** What was said of props before the first take of a set-up. */
async function plannedProps(db: Database, setupId: string): Promise<number | null> {
  const [first] = await db
    .select({ said: takes.said })
    .from(takes)
    .where(ofSetup(setupId))
    .orderBy(asc(takes.number))
    .limit(1)
  return first?.said?.takes?.p90 ?? null
}

/** The first keepers of a set-up that have a picture. */
const shownOf = (db: Database, setupId: string) =>
  db
    .select(columns)
    .from(takes)
    .where(
      and(
        ofSetup(setupId),
        eq(takes.keeper, true),
        sql`${takes.id} in (select ${pictures.takeId} from ${pictures} where ${pictures.setupId} = ${setupId})`,
      ),
    )
    .orderBy(asc(takes.number))
    .limit(MOST_SHOWN)

/** What the report of a shoot is drawn from. */
export async function shootReport(db: Database, studioId: string, id: string): Promise<ShootReport> {
  await requireShoot(db, studioId, id)
  const [shoot] = await db
    .select({ name: shoots.name, date: shoots.date, place: shoots.place, notes: shoots.notes })
    .from(shoots)
    .where(eq(shoots.id, id))
  const rows = await db
    .select({ id: setups.id, name: setups.name, setup: setups.document })
    .from(setups)
    .where(and(eq(setups.shootId, id), isNull(setups.archivedAt)))
    .orderBy(asc(setups.createdAt), asc(setups.id))
  const names = await memberNames(db, studioId)
  const ids = rows.map(row => row.id)
  const counts = await countsOf(db, ids)
  const [variants, lost] = [await variantsBy(db, ids), await lostBy(db, ids)]
  const reported = rows
    .flatMap(row => (row.setup ? [{ id: row.id, setup: row.setup }] : []))
    .map(async ({ id: setupId, setup }): Promise<ReportedSetup> => {
      const counted = counts.get(setupId)
      const last = counted
        ? await db.select(columns).from(takes).where(ofSetup(setupId)).orderBy(desc(takes.number)).limit(MOST_LISTED)
        : []
      const kept = counted?.keepers ? await shownOf(db, setupId) : []
      const pictured = await picturesOfTakes(
        db,
        [...last, ...kept].map(take => take.id),
      )
      const asReported = (take: (typeof last)[number]): ReportedTake => ({
        ...takeRecord(take, names),
        pictures: pictured.get(take.id) ?? [],
      })
      return {
        id: setupId,
        setup,
        ...sumsOf(counted),
        lost: lost.get(setupId) ?? { takes: 0, causes: [] },
        planned: counted ? await plannedProps(db, setupId) : null,
        variants: variants.get(setupId) ?? [],
        firstKeeper: await takesTo(db, setupId, counted?.first),
        people: (counted?.people?.split(',') ?? []).flatMap(person => names.get(person) ?? []).sort(),
        listed: last.reverse().map(asReported),
        shown: kept.map(asReported),
      }
    })
  return {
    shoot: shoot!,
    unreadable: rows.filter(row => row.setup === null).map(row => row.name),
    setups: await Promise.all(reported),
  }
}
