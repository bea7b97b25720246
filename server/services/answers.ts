import { type SQL, and, asc, desc, eq, gte, inArray, isNotNull, lt, lte, sql, sum } from 'drizzle-orm'
import { grouped } from '../../core/math/grouped'
import type { SaidTakes, SeasonLog, SeasonSetup } from '../../core/season'
import type { AnswersQuery } from '../../shared/schemas/answers'
import { dayBoundsIn } from '../../shared/units/zone'
import type { Database } from '../database/client'
import { members, setups, shoots, takeCells, takes } from '../database/schema'
import { included } from './counted'
import { zoneOf } from './zones'

/** The newest takes that are looked through for what was said of them: those that said nothing cannot be told apart. */
const MOST_LOOKED_AT = 5000
/** The newest set-ups whose takes are held against the sessions played before them, and takes of each. */
const MOST_SESSIONS = 60
const LONGEST_SESSION = 120

/** Who asks: a lead sees everybody's takes apart, others their own. */
export interface Asker {
  memberId: string | null
  lead: boolean
}

/** Set-ups whose takes count, practice left out. */
export const setupsAsked = (db: Database, studioId: string, { recipe }: AnswersQuery) =>
  db
    .select({ id: setups.id, name: setups.name, shootId: setups.shootId, recipe: setups.recipe, method: setups.method })
    .from(setups)
    .innerJoin(shoots, eq(shoots.id, setups.shootId))
    .where(
      and(eq(setups.studioId, studioId), eq(shoots.practice, false), recipe ? eq(setups.recipe, recipe) : undefined),
    )

/** Takes as they count, by set-up and by whoever logged them. */
const countedTakes = (db: Database, where: SQL | undefined) =>
  db
    .select({
      setupId: takeCells.setupId,
      memberId: takeCells.memberId,
      verdict: takeCells.verdict,
      cause: takeCells.cause,
      variant: takeCells.variant,
      takes: sum(takeCells.takes).mapWith(Number),
      kept: sum(sql`${takeCells.takes} * ${takeCells.keeper}`).mapWith(Number),
    })
    .from(takeCells)
    .where(where)
    .groupBy(takeCells.setupId, takeCells.memberId, takeCells.verdict, takeCells.cause, takeCells.variant)

const daysFired = (db: Database, where: SQL | undefined) =>
  db
    .select({
      day: takeCells.day,
      fired: sum(takeCells.takes).mapWith(Number),
      misfires: sum(sql`${takeCells.takes} * (${takeCells.verdict} = 'misfire')`).mapWith(Number),
    })
    .from(takeCells)
    .where(where)
    .groupBy(takeCells.day)

/** Takes of the days that are asked for. @param zone by whose clocks days go */
const firedIn = (zone: string, { from, to }: AnswersQuery): SQL | undefined =>
  and(
    from ? gte(takes.firedAt, dayBoundsIn(zone, from)[0]) : undefined,
    to ? lt(takes.firedAt, dayBoundsIn(zone, to)[1]) : undefined,
  )

const takesSaid = (db: Database, studioId: string, within: SQL | undefined) =>
  db
    .select({ setupId: takes.setupId, said: takes.said, keeper: takes.keeper })
    .from(takes)
    .where(and(eq(takes.studioId, studioId), eq(takes.practice, false), included, within))
    .orderBy(desc(takes.firedAt))
    .limit(MOST_LOOKED_AT)

/** Takes that set-ups used to the keepers they wanted, of those whose sessions were played before their first take. */
async function sessionsUsed(
  db: Database,
  studioId: string,
  within: SQL | undefined,
  places: ReadonlyMap<string, number>,
): Promise<SeasonLog['sessions']> {
  const firsts = await db
    .select({ setupId: takes.setupId, said: takes.said })
    // By set-up: through all takes of a studio it would take seconds.
    .from(setups)
    .innerJoin(takes, and(eq(takes.setupId, setups.id), eq(takes.number, 1)))
    .where(and(eq(setups.studioId, studioId), eq(takes.practice, false), isNotNull(takes.said), within))
    .orderBy(desc(takes.firedAt))
    .limit(MOST_SESSIONS)
  const said = new Map<string, SaidTakes>()
  for (const first of firsts)
    if (first.said?.takes && places.has(first.setupId)) said.set(first.setupId, first.said.takes)
  if (said.size === 0) return []
  const ids = [...said.keys()]
  const wanted = await db
    .select({ id: setups.id, keepers: sql`json_value(${setups.document}, '$.goal.keepers')`.mapWith(Number) })
    .from(setups)
    .where(inArray(setups.id, ids))
  const fired = await db
    .select({ setupId: takes.setupId, keeper: takes.keeper })
    .from(takes)
    .where(and(inArray(takes.setupId, ids), lte(takes.number, LONGEST_SESSION), included))
    .orderBy(asc(takes.setupId), asc(takes.number))
  const bySetup = grouped(fired, take => take.setupId)
  return wanted.flatMap(({ id, keepers }) => {
    const own = bySetup.get(id) ?? []
    const kept = own.flatMap(({ keeper }, i) => (keeper ? [i + 1] : []))
    const last = kept[Math.max(1, keepers) - 1]
    return own.length === 0 ? [] : [[said.get(id)!, last ?? own.length, last === undefined ? 0 : 1] as const]
  })
}

/** The people whose takes are told apart, by id. */
async function peopleTold(db: Database, studioId: string, { memberId, lead }: Asker): Promise<Map<string, string>> {
  if (!lead && memberId === null) return new Map()
  const rows = await db
    .select({ id: members.id, name: members.name })
    .from(members)
    .where(and(eq(members.studioId, studioId), lead ? undefined : eq(members.id, memberId!)))
    .orderBy(asc(members.name), asc(members.id))
  return new Map(rows.map(({ id, name }) => [id, name]))
}

/** What a studio's log comes to, from what is counted already; only what was said is read from the takes. */
export async function seasonLog(db: Database, studioId: string, query: AnswersQuery, asker: Asker): Promise<SeasonLog> {
  const rows = await setupsAsked(db, studioId, query)
  const places = new Map(rows.map(({ id }, i) => [id, i]))
  const asked = rows.length > 0 ? inArray(takeCells.setupId, [...places.keys()]) : sql`false`
  const where = and(
    eq(takeCells.studioId, studioId),
    eq(takeCells.practice, false),
    query.from ? gte(takeCells.day, query.from) : undefined,
    query.to ? lte(takeCells.day, query.to) : undefined,
    query.recipe ? asked : undefined,
  )
  const within = firedIn(await zoneOf(db, studioId), query)
  const [people, days, counted, told, sessions] = await Promise.all([
    peopleTold(db, studioId, asker),
    daysFired(db, where),
    countedTakes(db, where),
    takesSaid(db, studioId, within),
    sessionsUsed(db, studioId, within, places),
  ])
  const personAt = new Map([...people.keys()].map((id, i) => [id, i]))
  return {
    setups: rows.map(({ recipe, method, ...row }): SeasonSetup => ({
      ...row,
      recipe: (recipe ?? '') as SeasonSetup['recipe'],
      method: (method ?? '') as SeasonSetup['method'],
    })),
    people: [...people.values()],
    sums: counted.flatMap(({ setupId, memberId, cause, ...row }) => {
      const setup = places.get(setupId)
      const person = personAt.get(memberId) ?? -1
      return setup === undefined ? [] : [{ ...row, setup, person, cause: cause as SeasonLog['sums'][number]['cause'] }]
    }),
    days,
    said: told.flatMap(({ setupId, said, keeper }) => {
      const setup = places.get(setupId)
      return setup === undefined || !said ? [] : [[setup, said.chance, keeper ? 1 : 0] as const]
    }),
    sessions,
  }
}
