import { and, eq } from 'drizzle-orm'
import { MINUTE_RULES, type MinuteRule, type OwnRules } from '../../core/day'
import type { Database } from '../database/client'
import { dayRules } from '../database/schema'

/** What a studio typed over the rules of the day; a rule that is no longer one is left where it lies. */
export async function ownRules(db: Database, studioId: string): Promise<OwnRules> {
  const rows = await db
    .select({ rule: dayRules.rule, minutes: dayRules.minutes })
    .from(dayRules)
    .where(eq(dayRules.studioId, studioId))
  const typed = new Map(rows.map(({ rule, minutes }) => [rule, minutes]))
  return Object.fromEntries(MINUTE_RULES.flatMap(rule => (typed.has(rule) ? [[rule, typed.get(rule)!] as const] : [])))
}

/** Sets a studio's own minutes for a rule, for all its days; null: by the rule again. */
export async function setDayRule(
  db: Database,
  studioId: string,
  { rule, minutes }: { rule: MinuteRule; minutes: number | null },
): Promise<OwnRules> {
  if (minutes === null) await db.delete(dayRules).where(and(eq(dayRules.studioId, studioId), eq(dayRules.rule, rule)))
  else {
    const updatedAt = new Date()
    await db
      .insert(dayRules)
      .values({ studioId, rule, minutes, updatedAt })
      .onDuplicateKeyUpdate({ set: { minutes, updatedAt } })
  }
  return ownRules(db, studioId)
}
