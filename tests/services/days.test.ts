import { newShootDay } from '~~/core/day'
import { restoreBackup } from '~~/server/database/restore'
import { writeBackup } from '~~/server/database/backup'
import { openDatabase } from '~~/server/database/client'
import { getDay, saveDay } from '~~/server/services/days'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { emptyDatabase, makeSetup, refusal, studio } from './support'

let own: Awaited<ReturnType<typeof studio>>
beforeAll(async () => {
  own = await studio()
})
afterAll(() => own.end())

test('a day stands before anything is said of it, is kept, and overwrites nobody unseen', async () => {
  const { db, studioId, shootId } = own
  await makeSetup(db, studioId, shootId)
  const first = await getDay(db, studioId, shootId)
  expect(first).toMatchObject({ day: null, revision: 0, shoot: { name: 'Evening' } })
  expect(first.setups).toHaveLength(1)
  const day = { ...newShootDay(), end: 1200 }
  expect(await saveDay(db, studioId, shootId, 0, day)).toMatchObject({ revision: 1, day })
  expect(await saveDay(db, studioId, shootId, 1, { ...day, end: 1260 })).toMatchObject({ revision: 2 })
  for (const late of [0, 1]) expect((await refusal(saveDay(db, studioId, shootId, late, day))).status).toBe(409)
  expect((await getDay(db, studioId, shootId)).day!.end).toBe(1260)
})

test('another studio finds none of it', async () => {
  const other = await studio()
  expect((await refusal(getDay(other.db, other.studioId, own.shootId))).status).toBe(404)
  expect((await refusal(saveDay(other.db, other.studioId, own.shootId, 0, newShootDay()))).status).toBe(404)
  await other.end()
})

test('a backup holds it, and the counts of the log are there again when it is put back', async () => {
  const file = join(tmpdir(), `epiro-day-${process.pid}.epiro`)
  await writeBackup(process.env.DATABASE_URL!, file, [own.studioId])
  const url = await emptyDatabase('epiro_days')
  await restoreBackup(url, file)
  const db = openDatabase(url)
  expect((await getDay(db, own.studioId, own.shootId)).day!.end).toBe(1260)
  await db.$client.end()
})
