import { eq } from 'drizzle-orm'
import { matchPictures } from '../../core'
import type { Database } from '../database/client'
import { pictures, takes } from '../database/schema'

/** Puts each picture of a set-up to the take of its time; those put by hand stay where they are. */
export async function matchTimes(db: Database, setupId: string): Promise<void> {
  const found = (
    await db
      .select({ id: pictures.id, takeId: pictures.takeId, byHand: pictures.byHand, shotAt: pictures.shotAt })
      .from(pictures)
      .where(eq(pictures.setupId, setupId))
  ).filter(picture => !picture.byHand)
  if (found.length === 0) return
  const fired = await db.select({ id: takes.id, firedAt: takes.firedAt }).from(takes).where(eq(takes.setupId, setupId))
  const matched = matchPictures(
    found.map(({ id, shotAt }) => ({ id, shotAt: shotAt.getTime() })),
    fired.map(({ id, firedAt }) => ({ id, firedAt: firedAt.getTime() })),
  )
  for (const { id, takeId } of found) {
    const now = matched.get(id) ?? null
    if (now !== takeId) await db.update(pictures).set({ takeId: now }).where(eq(pictures.id, id))
  }
}
