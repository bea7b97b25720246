import { randomUUID } from 'node:crypto'
import { and, asc, desc, eq, isNull } from 'drizzle-orm'
import type { FlashReadingInput } from '../../shared/schemas/flashReading'
import type { Database } from '../database/client'
import { flashReadings } from '../database/schema'
import { notFound, problem } from '../utils/problem'
import { kindOfKit } from './kit'
import { serverWords } from '../../shared/texts/server'

/** A duration of a flash that was read, as it goes out. */
export interface FlashReadingRecord extends FlashReadingInput {
  id: string
  kitId: string
}

/** Readings of a studio that are told at most: the newest. */
const MOST_READINGS = 2000

/** What was read of a studio's flashes, oldest first. */
export async function listFlashReadings(db: Database, studioId: string): Promise<FlashReadingRecord[]> {
  const newest = await db
    .select({
      id: flashReadings.id,
      kitId: flashReadings.kitId,
      date: flashReadings.day,
      power: flashReadings.power,
      t05: flashReadings.t05,
      t01: flashReadings.t01,
      error: flashReadings.error,
      how: flashReadings.how,
    })
    .from(flashReadings)
    .where(and(eq(flashReadings.studioId, studioId), isNull(flashReadings.struckAt)))
    .orderBy(desc(flashReadings.day), desc(flashReadings.createdAt), asc(flashReadings.power), asc(flashReadings.id))
    .limit(MOST_READINGS)
  return newest.reverse()
}

/** Keeps a reading of a flash, beside those before it. @throws 404; 409 for kit that is no flash */
export async function noteFlashReading(
  db: Database,
  studioId: string,
  kitId: string,
  input: FlashReadingInput,
  memberId: string | null,
): Promise<{ id: string }> {
  if ((await kindOfKit(db, studioId, kitId)) !== 'flash')
    throw problem(409, serverWords('flashReadings.onlyFlashHasDurations'))
  const id = randomUUID()
  const { date, ...read } = input
  await db.insert(flashReadings).values({ ...read, day: date, id, studioId, kitId, memberId })
  return { id }
}

/** Takes a reading back, or counts it again. @throws 404 */
export async function strikeFlashReading(db: Database, studioId: string, id: string, struck: boolean): Promise<void> {
  const owned = and(eq(flashReadings.id, id), eq(flashReadings.studioId, studioId))
  const [found] = await db.select({ id: flashReadings.id }).from(flashReadings).where(owned)
  if (!found) throw notFound('reading')
  await db
    .update(flashReadings)
    .set({ struckAt: struck ? new Date() : null })
    .where(owned)
}
