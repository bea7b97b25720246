import { randomUUID } from 'node:crypto'
import { newSetup } from '../core'
import type { Database } from '../server/database/client'
import { marks } from '../server/database/schema'
import { createSetup } from '../server/services/setups'
import { createShoot } from '../server/services/shoots'
import { createStudio } from '../server/services/studios'
import { logTake } from '../server/services/takes'
import type { TakeInput } from '../shared/schemas/records'

const DAY = '2026-11-24'

/** The made-up studio's scenario, loaded once into a database; false where it was before. */
export async function loadDemo(db: Database): Promise<boolean> {
  const [mark] = await db.insert(marks).ignore().values({ name: 'demo' })
  if (mark.affectedRows === 0) return false
  const studioId = await createStudio(db, 'Studio Halcyon Yard', true)
  const shoot = await createShoot(db, studioId, {
    name: 'Snack bar campaign', date: DAY, place: 'Halcyon Yard, stage 2', notes: 'Black ground, hard rim. Three keepers of the cracker, then the coffee.',
  })
  const cracker = await createSetup(db, studioId, shoot.id, newSetup('projectile'))
  // As the first evening went: the launcher was a little faster than thought.
  const fired: [number, TakeInput['verdict'], boolean, number | null, string][] = [
    [0.0185, 'late', false, 0.021, 'ball well clear of the plume'],
    [0.0179, 'on', false, 0.004, 'stand in frame, move it'],
    [0.0178, 'on', true, 0.001, ''],
  ]
  for (const [i, [delay, verdict, keeper, position, note]] of fired.entries()) {
    await logTake(db, studioId, cracker.id, { key: randomUUID(), delay, verdict, keeper, position, note, firedAt: `${DAY}T18:${30 + 4 * i}:00.000Z` })
  }
  await createSetup(db, studioId, shoot.id, newSetup('pour'))
  const second = await createShoot(db, studioId, { name: 'Circus posters', date: '2026-12-02', place: 'Halcyon Yard, stage 1', notes: '' })
  for (const recipe of ['balloon', 'powder', 'swing'] as const) await createSetup(db, studioId, second.id, newSetup(recipe))
  return true
}
