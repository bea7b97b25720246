import { type AnyColumn, and, desc, eq, isNull, like } from 'drizzle-orm'
import type { Found } from '../../shared/schemas/find'
import { KIT_LABELS } from '../../shared/texts/choices'
import type { Database } from '../database/client'
import { kit, setups, shoots, takes } from '../database/schema'
import { included } from './counted'
import { noteHolds } from './logFilter'
import { serverWords } from '../../shared/texts/server'

/** Most of one kind that are given. */
const MOST = 8
/** Notes are not searched for less: nearly all of them hold it. */
const SHORTEST_NOTE = 3

/** Names that hold every word, in any order. */
const holds = (column: AnyColumn, text: string) =>
  and(
    ...text
      .trim()
      .split(/\s+/)
      .map(word => like(column, `%${word.replace(/[\\%_]/g, '\\$&')}%`)),
  )

/** What begins with the text goes first; else the order it came in stays. */
function bestFirst<T extends { name: string }>(rows: readonly T[], text: string): T[] {
  const begins = ({ name }: T): number => (name.toLowerCase().startsWith(text.trim().toLowerCase()) ? 0 : 1)
  return [...rows].sort((a, b) => begins(a) - begins(b))
}

/** Set-ups, shoots, kit and takes' notes of a studio that hold a text; what is archived is left out. */
export async function findIn(db: Database, studioId: string, text: string): Promise<Found[]> {
  const [foundSetups, foundShoots, foundKit, foundTakes] = await Promise.all([
    db
      .select({ id: setups.id, name: setups.name, of: shoots.name })
      .from(setups)
      .innerJoin(shoots, eq(shoots.id, setups.shootId))
      .where(
        and(
          eq(setups.studioId, studioId),
          isNull(setups.archivedAt),
          isNull(shoots.archivedAt),
          eq(shoots.practice, false),
          holds(setups.name, text),
        ),
      )
      .orderBy(desc(setups.updatedAt))
      .limit(MOST),
    db
      .select({ id: shoots.id, name: shoots.name, of: shoots.date })
      .from(shoots)
      .where(
        and(
          eq(shoots.studioId, studioId),
          isNull(shoots.archivedAt),
          eq(shoots.practice, false),
          holds(shoots.name, text),
        ),
      )
      .orderBy(desc(shoots.date))
      .limit(MOST),
    db
      .select({ id: kit.id, name: kit.name, kind: kit.kind })
      .from(kit)
      .where(and(eq(kit.studioId, studioId), isNull(kit.archivedAt), holds(kit.name, text)))
      .orderBy(kit.name)
      .limit(MOST),
    text.trim().length < SHORTEST_NOTE
      ? []
      : db
          .select({ id: takes.setupId, name: takes.note, number: takes.number, setup: setups.name })
          .from(takes)
          .innerJoin(setups, eq(setups.id, takes.setupId))
          .where(and(eq(takes.studioId, studioId), included, eq(takes.practice, false), noteHolds(text.trim())))
          .orderBy(desc(takes.firedAt))
          .limit(MOST),
  ])
  return [
    ...bestFirst(foundSetups, text).map(row => ({ kind: 'setup' as const, ...row })),
    ...bestFirst(foundShoots, text).map(row => ({ kind: 'shoot' as const, ...row })),
    ...bestFirst(foundKit, text).map(({ id, name, kind }) => ({
      kind: 'kit' as const,
      id,
      name,
      of: KIT_LABELS[kind].one,
    })),
    ...foundTakes.map(({ id, name, number, setup }) => ({
      kind: 'take' as const,
      id,
      name: name.slice(0, 120),
      of: serverWords('find.take', { number, name: setup }),
    })),
  ]
}
