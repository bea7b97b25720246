import { eq } from 'drizzle-orm'
import { matchPictures } from '../../core'
import type { Database } from '../database/client'
import { pictures, takes } from '../database/schema'
import { lockSetup, noteChange } from './setups'
import { recountDaysOf } from './takeCells'

/** Puts each picture of a set-up to the take of its time; those put by hand stay where they are. */
export async function matchTimes(db: Database, setupId: string): Promise<void> {
  const [any] = await db.select({ id: pictures.id }).from(pictures).where(eq(pictures.setupId, setupId)).limit(1)
  if (any) await db.transaction(tx => matchIn(tx, setupId))
}

async function matchIn(db: Database, setupId: string): Promise<void> {
  const studioId = await lockSetup(db, setupId)
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
  const moved = found
    .map(({ id, takeId }) => ({ id, before: takeId, now: matched.get(id) ?? null }))
    .filter(({ before, now }) => before !== now)
  for (const { id, now } of moved) await db.update(pictures).set({ takeId: now }).where(eq(pictures.id, id))
  if (moved.length === 0) return
  await recountDaysOf(
    db,
    studioId,
    setupId,
    moved.flatMap(({ before, now }) => [before, now]),
  )
  await noteChange(db, setupId)
}
