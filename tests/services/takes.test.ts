import { eq } from 'drizzle-orm'
import { takes } from '~~/server/database/schema'
import { logPage } from '~~/server/services/logPage'
import { logStats } from '~~/server/services/logStats'
import { addPicture, deletePicture, listPictures } from '~~/server/services/pictures'
import { shootReport } from '~~/server/services/report'
import { getRun } from '~~/server/services/runs'
import { listShoots } from '~~/server/services/shoots'
import { amendTake, listTakes, logTake, strikeTake } from '~~/server/services/takes'
import { amendmentOf } from '~~/shared/takes/input'
import { aTake, fire, makeSetup, picture, refusal, studio, wholePicture, member } from './support'

let own: Awaited<ReturnType<typeof studio>>
beforeAll(async () => {
  own = await studio()
})
afterAll(() => own.end())
const fresh = (): Promise<string> => makeSetup(own.db, own.studioId, own.shootId)

test('a take is put right as often as need be, and what it was logged as before is kept', async () => {
  const id = await fresh()
  const fired = await fire(own.db, own.studioId, id, { verdict: 'early', position: -0.01, note: 'dust' })
  const before = (await getRun(own.db, own.studioId, id)).takes
  const first = await amendTake(own.db, own.studioId, fired.id, {
    ...amendmentOf(fired),
    verdict: 'late',
    position: 0.02,
  })
  expect(first).toMatchObject({ ...fired, verdict: 'late', position: 0.02 })
  await amendTake(own.db, own.studioId, fired.id, { ...amendmentOf(first), verdict: 'on', keeper: true })
  expect(await listTakes(own.db, own.studioId, id)).toMatchObject([
    { ...fired, verdict: 'on', position: 0.02, keeper: true, former: [{ verdict: 'early' }, { verdict: 'late' }] },
  ])
  // Other devices on the run learn of it.
  expect((await getRun(own.db, own.studioId, id)).takes).toBe(before + 2)
  const kept = async () =>
    (await own.db.select({ former: takes.former }).from(takes).where(eq(takes.id, fired.id)))[0]!.former!
  expect((await kept()).map(f => [f.verdict, f.position, f.note])).toEqual([
    ['early', -0.01, 'dust'],
    ['late', 0.02, 'dust'],
  ])
  // The same once more is no change.
  await amendTake(own.db, own.studioId, fired.id, { ...amendmentOf(first), verdict: 'on', keeper: true })
  expect(await kept()).toHaveLength(2)
})

test('one sent again after it was put right does not bring the old one back', async () => {
  const id = await fresh()
  const sent = aTake({ verdict: 'early' })
  const fired = await logTake(own.db, own.studioId, id, sent)
  await amendTake(own.db, own.studioId, fired.id, { ...amendmentOf(fired), verdict: 'on' })
  expect((await logTake(own.db, own.studioId, id, sent)).verdict).toBe('on')
  expect(await listTakes(own.db, own.studioId, id)).toHaveLength(1)
})

test('two devices with one key lose no take: each has its own, however often and whenever it is sent', async () => {
  const id = await fresh()
  const [mara, ines] = [await member(own.db, own.studioId, 'assistant'), await member(own.db, own.studioId, 'lead')]
  const one = aTake({ verdict: 'early', firedAt: '2026-11-24T18:30:00.000Z' })
  const other = aTake({ key: one.key, verdict: 'late', firedAt: '2026-11-24T18:30:00.001Z' })
  const sent = await Promise.all(
    Array.from({ length: 10 }, (_, i) =>
      logTake(own.db, own.studioId, id, i % 2 ? other : one, (i % 2 ? ines : mara).memberId),
    ),
  )
  expect(new Set(sent.filter((_, i) => i % 2 === 0).map(take => take.id)).size).toBe(1)
  const kept = await listTakes(own.db, own.studioId, id)
  expect(kept.map(take => [take.firedAt, take.verdict]).sort()).toEqual([
    [one.firedAt, 'early'],
    [other.firedAt, 'late'],
  ])
  expect(kept.map(take => take.number).sort()).toEqual([1, 2])
})

test('two put right at once: both stand in what was before, none is lost', async () => {
  const id = await fresh()
  const fired = await fire(own.db, own.studioId, id)
  await Promise.all(
    ['a', 'b', 'c'].map(note => amendTake(own.db, own.studioId, fired.id, { ...amendmentOf(fired), note })),
  )
  const [row] = await own.db
    .select({ former: takes.former, note: takes.note })
    .from(takes)
    .where(eq(takes.id, fired.id))
  expect([...row!.former!.map(f => f.note), row!.note].sort()).toEqual(['', 'a', 'b', 'c'])
})

test('one struck out counts nowhere, keeps its number and its pictures, and comes back', async () => {
  const home = await studio()
  const { db, studioId, shootId } = home
  const id = await makeSetup(db, studioId, shootId)
  const [a, b] = [
    await fire(db, studioId, id, { keeper: true, verdict: 'on' }),
    await fire(db, studioId, id, { keeper: true, verdict: 'on' }),
  ]
  await addPicture(db, studioId, id, { name: 'b.jpg', zone: 0, take: b.id }, await picture('jpeg'))
  const counts = async () => ({
    list: (await listTakes(db, studioId, id)).map(take => take.number),
    struck: (await listTakes(db, studioId, id, true)).map(take => take.number),
    log: (await logPage(db, studioId, { order: 'newest', limit: 10 })).entries.length,
    stats: (await logStats(db, studioId, { order: 'newest', limit: 10 })).keepers,
    report: (await shootReport(db, studioId, shootId)).setups[0]!.takes,
    shoots: (await listShoots(db, studioId)).shoots[0]!.setups[0]!.keepers,
  })
  expect(await counts()).toEqual({ list: [2, 1], struck: [], log: 2, stats: 2, report: 2, shoots: 2 })
  await strikeTake(db, studioId, b.id, true)
  expect(await counts()).toEqual({ list: [1], struck: [2], log: 1, stats: 1, report: 1, shoots: 1 })
  expect((await fire(db, studioId, id)).number).toBe(3)
  await strikeTake(db, studioId, b.id, false)
  expect((await counts()).list).toEqual([3, 2, 1])
  expect((await listPictures(db, studioId, id)).map(p => p.takeId)).toEqual([b.id])
  expect(a.number).toBe(1)
  await home.end()
})

test('a picture taken away is gone with its bytes, and the same file may come again', async () => {
  const id = await fresh()
  const file = await picture('png')
  const kept = await addPicture(own.db, own.studioId, id, { name: 'x.png', zone: 0 }, file)
  await deletePicture(own.db, own.studioId, kept.id)
  expect(await listPictures(own.db, own.studioId, id)).toEqual([])
  expect((await refusal(wholePicture(own.db, own.studioId, kept.id, 'full'))).status).toBe(404)
  expect((await addPicture(own.db, own.studioId, id, { name: 'x.png', zone: 0 }, file)).id).not.toBe(kept.id)
})

test('another studio puts nothing right, strikes nothing out and deletes nothing', async () => {
  const id = await fresh()
  const other = await studio()
  const fired = await fire(own.db, own.studioId, id)
  const kept = await addPicture(own.db, own.studioId, id, { name: 'y.png', zone: 0 }, await picture('png'))
  expect(
    (await refusal(amendTake(other.db, other.studioId, fired.id, { ...amendmentOf(fired), note: 'mine' }))).status,
  ).toBe(404)
  expect((await refusal(strikeTake(other.db, other.studioId, fired.id, true))).status).toBe(404)
  expect((await refusal(deletePicture(other.db, other.studioId, kept.id))).status).toBe(404)
  expect(await listTakes(own.db, own.studioId, id)).toEqual([fired])
  expect(await listPictures(own.db, own.studioId, id)).toHaveLength(1)
  await other.end()
})
