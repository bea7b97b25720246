import { type SQL, and, desc, eq, gte, inArray, lte, sql, sum } from 'drizzle-orm'
import type { SeasonLog, SeasonSetup } from '../../core/season'
import type { AnswersQuery } from '../../shared/schemas/answers'
import type { Database } from '../database/client'
import { setups, shoots, takeCells, takes } from '../database/schema'
import { included } from './counted'
import { dayBounds } from './takeCells'

/** The newest takes that are looked through for what was said of them: those that said nothing cannot be told apart. */
const MOST_LOOKED_AT = 5000

/** What a studio's log comes to, from what is counted already; only what was said is read from the takes. */
export async function seasonLog(db: Database, studioId: string, query: AnswersQuery): Promise<SeasonLog> {
  const rows = await db
    .select({ id: setups.id, name: setups.name, shootId: setups.shootId, recipe: setups.recipe, method: setups.method })
    .from(setups)
    .innerJoin(shoots, eq(shoots.id, setups.shootId))
    .where(
      and(
        eq(setups.studioId, studioId),
        eq(shoots.practice, false),
        query.recipe ? eq(setups.recipe, query.recipe) : undefined,
      ),
    )
  const places = new Map(rows.map(({ id }, i) => [id, i]))
  const asked: (SQL | undefined)[] = query.recipe
    ? [rows.length > 0 ? inArray(takeCells.setupId, [...places.keys()]) : sql`false`]
    : []
  const where = and(
    eq(takeCells.studioId, studioId),
    eq(takeCells.practice, false),
    query.from ? gte(takeCells.day, query.from) : undefined,
    query.to ? lte(takeCells.day, query.to) : undefined,
    ...asked,
  )
  const days = await db
    .select({
      day: takeCells.day,
      fired: sum(takeCells.takes).mapWith(Number),
      misfires: sum(sql`${takeCells.takes} * (${takeCells.verdict} = 'misfire')`).mapWith(Number),
    })
    .from(takeCells)
    .where(where)
    .groupBy(takeCells.day)
  const counted = await db
    .select({
      setupId: takeCells.setupId,
      verdict: takeCells.verdict,
      cause: takeCells.cause,
      variant: takeCells.variant,
      takes: sum(takeCells.takes).mapWith(Number),
      kept: sum(sql`${takeCells.takes} * ${takeCells.keeper}`).mapWith(Number),
    })
    .from(takeCells)
    .where(where)
    .groupBy(takeCells.setupId, takeCells.verdict, takeCells.cause, takeCells.variant)
  const told = await db
    .select({ setupId: takes.setupId, said: takes.said, keeper: takes.keeper })
    .from(takes)
    .where(
      and(
        eq(takes.studioId, studioId),
        eq(takes.practice, false),
        included,
        query.from ? gte(takes.firedAt, dayBounds(query.from)[0]) : undefined,
        query.to ? lte(takes.firedAt, dayBounds(query.to)[1]) : undefined,
      ),
    )
    .orderBy(desc(takes.firedAt))
    .limit(MOST_LOOKED_AT)
  return {
    setups: rows.map(({ recipe, method, ...row }): SeasonSetup => ({
      ...row,
      recipe: (recipe ?? '') as SeasonSetup['recipe'],
      method: (method ?? '') as SeasonSetup['method'],
    })),
    sums: counted.flatMap(({ setupId, cause, ...row }) => {
      const setup = places.get(setupId)
      return setup === undefined ? [] : [{ ...row, setup, cause: cause as SeasonLog['sums'][number]['cause'] }]
    }),
    days,
    said: told.flatMap(({ setupId, said, keeper }) => {
      const setup = places.get(setupId)
      return setup === undefined || !said ? [] : [[setup, said.chance, keeper ? 1 : 0] as const]
    }),
  }
}
