import { randomUUID } from 'node:crypto'
import { and, asc, desc, eq, gt, inArray, isNotNull, isNull } from 'drizzle-orm'
import type { DayEventKind, StudioMinutes } from '../../core/day'
import { kindOfWork } from '../../core/day'
import type { DayEventInput } from '../../shared/schemas/shootDay'
import type { Database } from '../database/client'
import { dayEvents, setups, takes } from '../database/schema'
import { notFound, problem } from '../utils/problem'
import { included } from './counted'
import { memberNames } from './members'
import { lockSetup, setupPlace } from './setups'
import { requireShoot } from './shoots'
import { serverWords } from '../../shared/texts/server'

/** Something noted on the day, as it goes out. */
export interface DayEventRecord {
  id: string
  setupId: string
  kind: DayEventKind
  at: string
  minutes: number | null
  by: string | null
}

/** How the day of a shoot goes: what was noted, what was fired, and what the studio's own minutes have come to. */
export interface DayLog {
  events: DayEventRecord[]
  takes: { setupId: string; at: string; keeper: boolean }[]
  learnt: StudioMinutes
}

/** Of a shoot's takes and events the newest so many. */
const MOST = 3000
/** Timed work from which a studio's minutes are learnt: the newest so many of all kinds. */
const MOST_LEARNT = 600

/** Notes something on the day; what was sent before is kept once. @throws 404, or 409 for practice */
export async function noteDayEvent(
  db: Database,
  studioId: string,
  setupId: string,
  input: DayEventInput,
  memberId: string | null,
): Promise<{ id: string }> {
  const { practice } = await setupPlace(db, studioId, setupId)
  if (practice) throw problem(409, serverWords('dayEvents.practiceHasNoDay'))
  return db.transaction(async tx => {
    await lockSetup(tx, setupId)
    const [kept] = await tx
      .select({ id: dayEvents.id })
      .from(dayEvents)
      .where(and(eq(dayEvents.setupId, setupId), eq(dayEvents.key, input.key)))
    if (kept) return kept
    const id = randomUUID()
    await tx.insert(dayEvents).values({ ...input, id, studioId, setupId, memberId, at: new Date(input.at) })
    return { id }
  })
}

/** Takes back what was noted, or notes it again. */
export async function strikeDayEvent(db: Database, studioId: string, id: string, struck: boolean): Promise<void> {
  const owned = and(eq(dayEvents.id, id), eq(dayEvents.studioId, studioId))
  const [found] = await db.select({ id: dayEvents.id }).from(dayEvents).where(owned)
  if (!found) throw notFound('note')
  await db
    .update(dayEvents)
    .set({ struckAt: struck ? new Date() : null })
    .where(owned)
}

/** How the day of a shoot went so far. @throws 404 for a shoot that is not this studio's */
export async function dayLog(db: Database, studioId: string, shootId: string): Promise<DayLog> {
  await requireShoot(db, studioId, shootId)
  const here = db.select({ id: setups.id }).from(setups).where(eq(setups.shootId, shootId))
  const names = await memberNames(db, studioId)
  const noted = await db
    .select()
    .from(dayEvents)
    .where(and(inArray(dayEvents.setupId, here), eq(dayEvents.studioId, studioId), isNull(dayEvents.struckAt)))
    .orderBy(desc(dayEvents.at))
    .limit(MOST)
  const fired = await db
    .select({ setupId: takes.setupId, at: takes.firedAt, keeper: takes.keeper })
    .from(takes)
    .where(and(inArray(takes.setupId, here), eq(takes.practice, false), included))
    .orderBy(desc(takes.firedAt))
    .limit(MOST)
  return {
    events: noted
      .reverse()
      .map(({ id, setupId, kind, at, minutes, memberId }) => ({
        id,
        setupId,
        kind,
        at: at.toISOString(),
        minutes,
        by: memberId === null ? null : (names.get(memberId) ?? null),
      })),
    takes: fired.reverse().map(({ setupId, at, keeper }) => ({ setupId, at: at.toISOString(), keeper })),
    learnt: await studioMinutes(db, studioId),
  }
}

/** What the studio's own work took against the rule, by kind of work; the newest first. */
export async function studioMinutes(db: Database, studioId: string): Promise<StudioMinutes> {
  const rows = await db
    .select({ kind: dayEvents.kind, planned: dayEvents.planned, minutes: dayEvents.minutes, recipe: setups.recipe })
    .from(dayEvents)
    .innerJoin(setups, eq(setups.id, dayEvents.setupId))
    .where(
      and(
        eq(dayEvents.studioId, studioId),
        isNull(dayEvents.struckAt),
        isNotNull(dayEvents.minutes),
        gt(dayEvents.minutes, 0),
        gt(dayEvents.planned, 0),
      ),
    )
    .orderBy(desc(dayEvents.at), asc(dayEvents.id))
    .limit(MOST_LEARNT)
  const learnt: Record<string, number[]> = {}
  for (const { kind, planned, minutes, recipe } of rows) {
    const work = kindOfWork(kind, recipe)
    if (work !== null) (learnt[work] ??= []).push(minutes! / planned!)
  }
  return learnt
}
