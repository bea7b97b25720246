import { randomUUID } from 'node:crypto'
import { and, asc, eq, isNull, ne, or, sql } from 'drizzle-orm'
import { isGear, isRemembered } from '../../core'
import { grouped } from '../../core/math/grouped'
import type { GearDay, GearEventKind, GearKind } from '../../core/season'
import type { GearEventInput } from '../../shared/schemas/gear'
import { gearDay } from '../../shared/gear/days'
import type { Database } from '../database/client'
import { gearDays, gearEvents, kit, setups, shoots, takes } from '../database/schema'
import { notFound, problem } from '../utils/problem'
import { included } from './counted'
import { type FlashReadingRecord, listFlashReadings } from './flashReadings'
import { kindOfKit } from './kit'
import { work } from './workers'
import { heldZone, zoneOf } from './zones'
import { serverWords } from '../../shared/texts/server'

/** Something done to a piece of gear, as it goes out. */
export interface GearEventRecord {
  id: string
  kind: GearEventKind
  /** yyyy-mm-dd. */
  date: string
  note: string
}

/** What the takes of a studio say of a piece of gear, or what was read of a flash; and what was done to it. */
export interface GearRecord {
  kitId: string
  /** By set-up and day; of a flash none. */
  days: GearDay[]
  /** Of a flash, oldest first. */
  readings: FlashReadingRecord[]
  setups: number
  shoots: number
  events: GearEventRecord[]
}

/** What a studio's takes say of its gear. */
export interface GearList {
  gear: GearRecord[]
  /** Set-ups whose takes are not worked out yet: they come with a later call. */
  behind: number
}

/** Set-ups worked out at a call, and takes of each that are looked at: the newest. */
const MOST_AT_ONCE = 24
const MOST_TAKES = 2000

/** Set-ups with gear whose takes or figures changed since they were worked out. */
const staleSetups = (db: Database, studioId: string) =>
  db
    .select({ id: setups.id, changes: setups.changes, document: sql<string>`${setups.document}` })
    .from(setups)
    .innerJoin(shoots, eq(shoots.id, setups.shootId))
    .leftJoin(gearDays, and(eq(gearDays.setupId, setups.id), eq(gearDays.kitId, '')))
    .where(
      and(
        eq(setups.studioId, studioId),
        eq(setups.geared, true),
        eq(shoots.practice, false),
        or(isNull(gearDays.changes), ne(gearDays.changes, setups.changes)),
      ),
    )
    .orderBy(asc(setups.id))

/** The takes of a set-up that tell of gear. */
const tellingTakes = (db: Database, setupId: string) =>
  db
    .select({
      number: takes.number,
      delay: takes.delay,
      planned: takes.planned,
      verdict: takes.verdict,
      keeper: takes.keeper,
      position: takes.position,
      settings: takes.settings,
      firedAt: takes.firedAt,
    })
    .from(takes)
    .where(and(eq(takes.setupId, setupId), eq(takes.practice, false), included))
    .orderBy(sql`${takes.number} desc`)
    .limit(MOST_TAKES)

/** Works a set-up out anew from its takes, in a process for heavy work; its former rows go in the same transaction. */
async function workOut(
  db: Database,
  studioId: string,
  kinds: Readonly<Record<string, GearKind>>,
  { id, changes, document }: { id: string; changes: number; document: string },
): Promise<void> {
  const zone = await zoneOf(db, studioId)
  const fired = await tellingTakes(db, id)
  const found = await work('gearDays', {
    document,
    kinds,
    takes: fired.map(({ firedAt, ...take }) => ({ ...take, day: gearDay(zone, firedAt) })),
  })
  const none = { kitId: '', day: 0, takes: 0, mean: 0, squares: 0, error: 0, free: 0 }
  const rows = [none, ...found.map(row => ({ ...row, free: row.free ?? row.takes - 1 }))]
  await db.transaction(async tx => {
    // By other clocks since: it is worked out anew at the next call.
    if ((await heldZone(tx, studioId)) !== zone) return
    await tx.delete(gearDays).where(eq(gearDays.setupId, id))
    await tx.insert(gearDays).values(rows.map(row => ({ ...row, setupId: id, studioId, changes })))
  })
}

/** The gear of a studio: all that is kept from day to day, and kinds of what takes tell of, by id. */
async function gearOf(db: Database, studioId: string): Promise<{ ids: string[]; kinds: Record<string, GearKind> }> {
  const rows = await db.select({ id: kit.id, kind: kit.kind }).from(kit).where(eq(kit.studioId, studioId))
  return {
    ids: rows.filter(({ kind }) => isRemembered(kind)).map(({ id }) => id),
    kinds: Object.fromEntries(rows.flatMap(({ id, kind }) => (isGear(kind) ? [[id, kind] as const] : []))),
  }
}

/** Works out what changed since; gives how many set-ups are left for another call. */
async function catchUpGear(db: Database, studioId: string, kinds: Readonly<Record<string, GearKind>>): Promise<number> {
  const stale = await staleSetups(db, studioId).limit(MOST_AT_ONCE + 1)
  for (const [done, setup] of stale.slice(0, MOST_AT_ONCE).entries()) {
    try {
      await workOut(db, studioId, kinds, setup)
    } catch (error) {
      // No time for it now: what is known stands.
      if ((error as { statusCode?: number }).statusCode === 503) return stale.length - done
      throw error
    }
  }
  return Math.max(0, stale.length - MOST_AT_ONCE)
}

/**
 * What the takes of a studio say of each piece of its gear, by set-up and day, or what was read of it; and what was
 * done to it.
 */
export async function listGear(db: Database, studioId: string): Promise<GearList> {
  const { ids, kinds } = await gearOf(db, studioId)
  if (ids.length === 0) return { gear: [], behind: 0 }
  const behind = await catchUpGear(db, studioId, kinds)
  const readings = grouped(await listFlashReadings(db, studioId), ({ kitId }) => kitId)
  const rows = await db
    .select({
      place: { kitId: gearDays.kitId, setupId: gearDays.setupId, shootId: setups.shootId },
      told: {
        day: gearDays.day,
        takes: gearDays.takes,
        mean: gearDays.mean,
        squares: gearDays.squares,
        error: gearDays.error,
        free: gearDays.free,
      },
    })
    .from(gearDays)
    .innerJoin(setups, eq(setups.id, gearDays.setupId))
    .where(and(eq(gearDays.studioId, studioId), ne(gearDays.kitId, '')))
    .orderBy(asc(gearDays.day))
  const events = await db
    .select()
    .from(gearEvents)
    .where(and(eq(gearEvents.studioId, studioId), isNull(gearEvents.struckAt)))
    .orderBy(asc(gearEvents.day), asc(gearEvents.createdAt))
  const [rowsOf, eventsOf] = [grouped(rows, ({ place }) => place.kitId), grouped(events, ({ kitId }) => kitId)]
  return {
    behind,
    gear: ids.map(kitId => {
      const own = rowsOf.get(kitId) ?? []
      return {
        kitId,
        days: own.map(({ told }) => told),
        readings: readings.get(kitId) ?? [],
        setups: new Set(own.map(({ place }) => place.setupId)).size,
        shoots: new Set(own.map(({ place }) => place.shootId)).size,
        events: (eventsOf.get(kitId) ?? []).map(({ id, kind, day, note }) => ({ id, kind, date: day, note })),
      }
    }),
  }
}

/** Notes what was done to a piece of gear. @throws 404, 409 for kit of which nothing is kept by day */
export async function noteGearEvent(
  db: Database,
  studioId: string,
  kitId: string,
  input: GearEventInput,
  memberId: string | null,
): Promise<{ id: string }> {
  if (!isRemembered(await kindOfKit(db, studioId, kitId))) throw problem(409, serverWords('gear.nothingKeptDayKind'))
  const id = randomUUID()
  const { date, ...noted } = input
  await db.insert(gearEvents).values({ ...noted, day: date, id, studioId, kitId, memberId })
  return { id }
}

/** Takes back what was noted of gear, or notes it again. @throws 404 */
export async function strikeGearEvent(db: Database, studioId: string, id: string, struck: boolean): Promise<void> {
  const owned = and(eq(gearEvents.id, id), eq(gearEvents.studioId, studioId))
  const [found] = await db.select({ id: gearEvents.id }).from(gearEvents).where(owned)
  if (!found) throw notFound('note')
  await db
    .update(gearEvents)
    .set({ struckAt: struck ? new Date() : null })
    .where(owned)
}
