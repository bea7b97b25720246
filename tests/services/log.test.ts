import { newSetup, settingsOf, withChange } from '~~/core'
import { logPage, logSetups, logStats } from '~~/server/services/log'
import { importLog } from '~~/server/services/logImport'
import { shootReport } from '~~/server/services/report'
import { listShoots } from '~~/server/services/shoots'
import { listTakes } from '~~/server/services/takes'
import { logFromCsv, logFromJson, logToCsv, logToJson } from '~~/shared/text/logFiles'
import { fire, makeSetup, refusal, studio } from './support'

let own: Awaited<ReturnType<typeof studio>>
let setupId = ''
const query = { order: 'oldest', limit: 1000 } as const
beforeAll(async () => {
  own = await studio()
  const setup = { ...newSetup('projectile'), name: 'Cracker, take two' }
  setupId = await makeSetup(own.db, own.studioId, own.shootId, setup)
  for (let i = 0; i < 12; i++) {
    await fire(own.db, own.studioId, setupId, {
      delay: 0.017 + i * 0.0002, verdict: i < 5 ? 'early' : i < 9 ? 'on' : 'late', keeper: i >= 6 && i < 9, position: i === 3 ? null : -0.02 + i * 0.004, note: i === 4 ? '=sum(a1), "quoted"\nand on' : '',
      settings: i === 2 ? null : settingsOf(withChange(setup, { path: 'flashes[0].power', value: i < 6 ? 1 / 64 : 1 / 32 })), firedAt: `2026-11-2${i % 2 ? 4 : 3}T18:${10 + i}:00.000Z`,
    })
  }
})
afterAll(() => own.end())
const all = async (from = own) => (await logPage(from.db, from.studioId, query)).entries

test('what was exported as JSON comes in whole in another studio, and again without doubling anything', async () => {
  const other = await studio()
  const text = logToJson(await all(), await logSetups(own.db, own.studioId, query))
  const read = logFromJson(text)
  if ('mistakes' in read) throw new Error(JSON.stringify(read.mistakes))
  expect(await importLog(other.db, other.studioId, read.value)).toEqual({ added: 12, known: 0, setups: 1 })
  const bare = (entries: Awaited<ReturnType<typeof all>>) => entries.map(({ id: _, setupId: __, ...rest }) => rest)
  expect(bare(await all(other))).toEqual(bare(await all()))
  expect(await importLog(other.db, other.studioId, read.value)).toEqual({ added: 0, known: 12, setups: 0 })
  // The shoot of the same name and day took the set-up in.
  expect((await listShoots(other.db, other.studioId)).map(shoot => [shoot.name, shoot.setups.map(s => s.name)])).toEqual([['Evening', ['Cracker, take two']]])
  await other.end()
})

test('a table comes in where its set-ups are known, and says which is not', async () => {
  const other = await studio()
  const read = logFromCsv(logToCsv(await all()))
  if ('mistakes' in read) throw new Error(JSON.stringify(read.mistakes))
  expect(read.value.takes).toHaveLength(12)
  expect(await importLog(own.db, own.studioId, read.value)).toEqual({ added: 0, known: 12, setups: 0 })
  expect(await refusal(importLog(other.db, other.studioId, read.value))).toMatchObject({ status: 422, detail: expect.stringContaining(setupId) })
  expect(await all(other)).toEqual([])
  await other.end()
})

test('a number that is taken by another take is not given twice', async () => {
  const other = await studio()
  const read = logFromJson(logToJson(await all(), await logSetups(own.db, own.studioId, query)))
  if ('mistakes' in read) throw new Error('unreadable')
  const half = { setups: read.value.setups, takes: read.value.takes.slice(0, 3) }
  await importLog(other.db, other.studioId, half)
  const home = (await all(other))[0]!.setupId
  await fire(other.db, other.studioId, home, { firedAt: '2026-11-25T10:00:00.000Z' })
  await importLog(other.db, other.studioId, read.value)
  const numbers = (await listTakes(other.db, other.studioId, home)).map(take => take.number)
  expect(numbers).toHaveLength(13)
  expect(new Set(numbers).size).toBe(13)
  await other.end()
})

test('counts by delay, power, recipe and day each add up to what is found', async () => {
  const stats = await logStats(own.db, own.studioId, { order: 'newest', limit: 50, setup: setupId })
  const sum = (rows: { takes: number, keepers: number }[]) => [rows.reduce((n, r) => n + r.takes, 0), rows.reduce((n, r) => n + r.keepers, 0)]
  expect([stats.takes, stats.keepers]).toEqual([12, 3])
  for (const rows of [stats.byDay, stats.byRecipe, stats.byVerdict, stats.byDelay]) expect(sum(rows)).toEqual([12, 3])
  expect(stats.byPower).toEqual([{ of: String(1 / 32), takes: 6, keepers: 3 }, { of: String(1 / 64), takes: 5, keepers: 0 }])
  expect(stats.delayWidth).toBeCloseTo(0.0002, 9)
  expect(stats.byDelay.length).toBeLessThanOrEqual(13)
  expect(Number(stats.byDelay[0]!.of)).toBeCloseTo(0.017, 9)
  expect((await logStats(own.db, own.studioId, { order: 'newest', limit: 50, verdict: 'misfire' }))).toMatchObject({ takes: 0, byDelay: [], byPower: [] })
})

test('the report of a shoot holds each set-up with its takes in the order fired', async () => {
  const report = await shootReport(own.db, own.studioId, own.shootId)
  expect(report.shoot).toMatchObject({ name: 'Evening', date: '2026-11-24', place: 'Stage 1' })
  expect(report.setups.map(s => [s.setup.name, s.takes.map(t => t.number)])).toEqual([['Cracker, take two', Array.from({ length: 12 }, (_, i) => i + 1)]])
  const other = await studio()
  expect((await refusal(shootReport(other.db, other.studioId, own.shootId))).status).toBe(404)
  await other.end()
})
