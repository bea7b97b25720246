import { type DayEventKind, newShootDay } from '~~/core/day'
import { restoreBackup } from '~~/server/database/restore'
import { writeBackup } from '~~/server/database/backup'
import { openDatabase } from '~~/server/database/client'
import { dayLog, noteDayEvent, strikeDayEvent, studioMinutes } from '~~/server/services/dayEvents'
import { ownRules, setDayRule } from '~~/server/services/dayRules'
import { getDay, saveDay } from '~~/server/services/days'
import type { DayEventInput } from '~~/shared/schemas/shootDay'
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

const noted = (kind: DayEventKind, at: string, change: Partial<DayEventInput> = {}): DayEventInput => ({
  key: `key-${kind}-${at}`,
  kind,
  at,
  planned: null,
  minutes: null,
  ...change,
})

test('what is noted on the day is kept once, told with the takes, and taken back', async () => {
  const { db, studioId, shootId } = own
  const setup = await makeSetup(db, studioId, shootId)
  const built = noted('built', '2026-12-04T10:20:00.000Z', { planned: 30, minutes: 36 })
  const { id } = await noteDayEvent(db, studioId, setup, built, null)
  expect(await noteDayEvent(db, studioId, setup, built, null)).toEqual({ id })
  await noteDayEvent(db, studioId, setup, noted('fault', '2026-12-04T10:25:00.000Z'), null)
  const log = await dayLog(db, studioId, shootId)
  expect(log.events.map(({ kind, minutes }) => [kind, minutes])).toEqual([
    ['built', 36],
    ['fault', null],
  ])
  expect(await studioMinutes(db, studioId)).toEqual({ build: [1.2] })
  expect(log.learnt).toEqual({ build: [1.2] })
  expect((await getDay(db, studioId, shootId)).studio.learnt).toEqual({ build: [1.2] })
  await strikeDayEvent(db, studioId, id, true)
  expect((await dayLog(db, studioId, shootId)).events.map(({ kind }) => kind)).toEqual(['fault'])
  expect(await studioMinutes(db, studioId)).toEqual({})
  await strikeDayEvent(db, studioId, id, false)
  expect(await studioMinutes(db, studioId)).toEqual({ build: [1.2] })
})

test('a take’s minutes are learnt by its recipe, the newest first, and those of another studio are not', async () => {
  const { db, studioId, shootId } = own
  const setup = await makeSetup(db, studioId, shootId)
  await noteDayEvent(db, studioId, setup, noted('done', '2026-12-04T11:00:00Z', { planned: 4, minutes: 6 }), null)
  await noteDayEvent(db, studioId, setup, noted('done', '2026-12-05T11:00:00Z', { planned: 4, minutes: 2 }), null)
  const learnt = await studioMinutes(db, studioId)
  expect(learnt[Object.keys(learnt).find(kind => kind.startsWith('take:')) as 'take:balloon']).toEqual([0.5, 1.5])
  const other = await studio()
  expect(await studioMinutes(other.db, other.studioId)).toEqual({})
  expect((await refusal(dayLog(other.db, other.studioId, shootId))).status).toBe(404)
  expect(
    (await refusal(noteDayEvent(other.db, other.studioId, setup, noted('built', '2026-12-04T10:00:00Z'), null))).status,
  ).toBe(404)
  await other.end()
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

test('a rule a studio typed holds for all its days, for nobody else’s, and until it is taken back', async () => {
  const { db, studioId, shootId } = own
  const other = await studio()
  try {
    // Two people at once: both of what they typed stands.
    await Promise.all([
      setDayRule(db, studioId, { rule: 'build.camera', minutes: 14 }),
      setDayRule(db, studioId, { rule: 'day.packing', minutes: 0 }),
    ])
    await setDayRule(db, studioId, { rule: 'build.camera', minutes: 12 })
    expect(await ownRules(db, studioId)).toEqual({ 'build.camera': 12, 'day.packing': 0 })
    expect((await getDay(db, studioId, shootId)).studio.own).toEqual({ 'build.camera': 12, 'day.packing': 0 })
    expect(await ownRules(other.db, other.studioId)).toEqual({})
    expect(await setDayRule(db, studioId, { rule: 'build.camera', minutes: null })).toEqual({ 'day.packing': 0 })
  } finally {
    await other.end()
  }
})
