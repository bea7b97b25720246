import { newSetup, settingsOf, withChange } from '~~/core'
import { logSetups } from '~~/server/services/logExport'
import { logPage } from '~~/server/services/logPage'
import { logStats } from '~~/server/services/logStats'
import { importLog } from '~~/server/services/logImport'
import { shootReport } from '~~/server/services/report'
import { archiveSetup, restoreSetup } from '~~/server/services/setups'
import { archiveShoot, listShoots } from '~~/server/services/shoots'
import { listTakes } from '~~/server/services/takes'
import { logToCsv, logToJson } from '~~/shared/text/logFiles'
import { logFrom } from '../support/logFrom'
import { logQueryFrom, logQuerySchema } from '~~/shared/schemas/log'
import { check } from '~~/shared/schemas/validate'
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
      delay: 0.017 + i * 0.0002,
      verdict: i < 5 ? 'early' : i < 9 ? 'on' : 'late',
      keeper: i >= 6 && i < 9,
      position: i === 3 ? null : -0.02 + i * 0.004,
      note: i === 4 ? '=sum(a1), "quoted"\nand on' : '',
      settings:
        i === 2 ? null : settingsOf(withChange(setup, { path: 'flashes[0].power', value: i < 6 ? 1 / 64 : 1 / 32 })),
      firedAt: `2026-11-2${i % 2 ? 4 : 3}T18:${10 + i}:00.000Z`,
    })
  }
})
afterAll(() => own.end())
const all = async (from = own) => (await logPage(from.db, from.studioId, query)).entries

test('what was exported as JSON comes in whole in another studio, and again without doubling anything', async () => {
  const other = await studio()
  const text = logToJson(await all(), await logSetups(own.db, own.studioId, query))
  const read = await logFrom(text)
  if ('mistakes' in read) throw new Error(JSON.stringify(read.mistakes))
  expect(await importLog(other.db, other.studioId, read.value)).toEqual({
    added: 12,
    known: 0,
    setups: 1,
    edited: [],
    amended: 0,
  })
  const bare = (entries: Awaited<ReturnType<typeof all>>) => entries.map(({ id: _, setupId: __, ...rest }) => rest)
  expect(bare(await all(other))).toEqual(bare(await all()))
  expect(await importLog(other.db, other.studioId, read.value)).toEqual({
    added: 0,
    known: 12,
    setups: 0,
    edited: [],
    amended: 0,
  })
  // The shoot of the same name and day took the set-up in.
  expect(
    (await listShoots(other.db, other.studioId)).shoots.map(shoot => [shoot.name, shoot.setups.map(s => s.name)]),
  ).toEqual([['Evening', ['Cracker, take two']]])
  await other.end()
})

test('a table comes in where its set-ups are known, and says which is not', async () => {
  const other = await studio()
  const read = await logFrom(logToCsv(await all()))
  if ('mistakes' in read) throw new Error(JSON.stringify(read.mistakes))
  expect(read.value.takes).toHaveLength(12)
  expect(await importLog(own.db, own.studioId, read.value)).toEqual({
    added: 0,
    known: 12,
    setups: 0,
    edited: [],
    amended: 0,
  })
  expect(await refusal(importLog(other.db, other.studioId, read.value))).toMatchObject({
    status: 422,
    detail: expect.stringContaining(setupId),
  })
  expect(await all(other)).toEqual([])
  await other.end()
})

test('an edited row of a known take is told, and is taken as an amendment where that is asked for', async () => {
  const other = await studio()
  const read = await logFrom(logToJson(await all(), await logSetups(own.db, own.studioId, query)))
  if ('mistakes' in read) throw new Error('unreadable')
  await importLog(other.db, other.studioId, read.value)
  const takes = read.value.takes.map((take, i) =>
    i === 2
      ? { ...take, verdict: 'missed' as const, note: 'left the frame' }
      : i === 4
        ? { ...take, planned: 1 }
        : take,
  )
  const edited = [{ setupName: 'Cracker, take two', number: read.value.takes[2]!.number, fields: ['verdict', 'note'] }]
  expect(await importLog(other.db, other.studioId, { ...read.value, takes })).toEqual({
    added: 0,
    known: 12,
    setups: 0,
    edited,
    amended: 0,
  })
  const kept = async () =>
    (await listTakes(other.db, other.studioId, (await all(other))[0]!.setupId)).find(
      take => take.number === edited[0]!.number,
    )!
  expect((await kept()).verdict).not.toBe('missed')
  expect(await importLog(other.db, other.studioId, { ...read.value, takes, amend: true })).toMatchObject({
    edited,
    amended: 1,
  })
  expect(await kept()).toMatchObject({
    verdict: 'missed',
    note: 'left the frame',
    former: [{ verdict: read.value.takes[2]!.verdict }],
  })
  expect(await importLog(other.db, other.studioId, { ...read.value, takes })).toMatchObject({ edited: [], known: 12 })
  await other.end()
})

test('takes whose keys differ in a letter’s case are two', async () => {
  const other = await studio()
  const read = await logFrom(logToJson(await all(), await logSetups(own.db, own.studioId, query)))
  if ('mistakes' in read) throw new Error('unreadable')
  const [first] = read.value.takes
  const takes = [
    { ...first!, key: 'abcdefgh' },
    { ...first!, key: 'ABCDEFGH' },
    { ...first!, key: 'abcdefgh' },
  ]
  expect(await importLog(other.db, other.studioId, { ...read.value, takes })).toMatchObject({ added: 2, known: 1 })
  const home = (await all(other))[0]!.setupId
  await fire(other.db, other.studioId, home, { key: 'Abcdefgh' })
  expect((await listTakes(other.db, other.studioId, home)).map(take => take.number)).toHaveLength(3)
  await other.end()
})

test(
  'nothing goes unseen into what is archived: a shoot of that name there is no home, and a set-up there ' + 'is named',
  async () => {
    const other = await studio()
    const read = await logFrom(logToJson(await all(), await logSetups(own.db, own.studioId, query)))
    if ('mistakes' in read) throw new Error('unreadable')
    await archiveShoot(other.db, other.studioId, other.shootId)
    expect(await importLog(other.db, other.studioId, read.value)).toMatchObject({ added: 12, setups: 1 })
    const {
      shoots: [shoot],
    } = await listShoots(other.db, other.studioId)
    expect([shoot!.name, shoot!.date, shoot!.id === other.shootId]).toEqual(['Evening', '2026-11-24', false])
    // An accent makes another name.
    const accented = { setups: read.value.setups.map(s => ({ ...s, shootName: 'Évening' })), takes: read.value.takes }
    expect(await importLog(other.db, other.studioId, accented)).toMatchObject({ added: 12, setups: 1 })
    const home = shoot!.setups[0]!.id
    await archiveSetup(other.db, other.studioId, home)
    const there = { setups: [], takes: read.value.takes.map(take => ({ ...take, setupId: home })) }
    expect(await refusal(importLog(other.db, other.studioId, there))).toMatchObject({
      status: 422,
      detail: expect.stringContaining('The set-up Cracker, take two is archived'),
    })
    expect(await importLog(other.db, other.studioId, read.value)).toMatchObject({ added: 12, setups: 1 })
    await restoreSetup(other.db, other.studioId, home)
    await archiveShoot(other.db, other.studioId, shoot!.id)
    expect(await refusal(importLog(other.db, other.studioId, there))).toMatchObject({
      status: 422,
      detail: expect.stringContaining('The shoot Evening'),
    })
    await other.end()
  },
)

test('pages follow one another in every order without a gap or a repeat, and the last says so', async () => {
  for (const order of ['newest', 'oldest', 'shortest', 'longest'] as const) {
    const found: string[] = []
    let after: string | undefined
    for (let page = 0; page < 20; page++) {
      const { entries, next } = await logPage(own.db, own.studioId, {
        order,
        limit: 5,
        setup: setupId,
        ...(after ? { after } : {}),
      })
      found.push(...entries.map(entry => entry.id))
      expect(entries.length).toBe(page < 2 ? 5 : 2)
      if (next === null) break
      expect(check(logQuerySchema, logQueryFrom({ order, after: next }))).toHaveProperty('value')
      after = next
    }
    const whole = (await logPage(own.db, own.studioId, { order, limit: 1000, setup: setupId })).entries
    expect(found).toEqual(whole.map(entry => entry.id))
    const values = whole.map(entry =>
      order === 'newest' || order === 'oldest' ? Date.parse(entry.firedAt) : entry.delay,
    )
    expect(values).toEqual([...values].sort((a, b) => (order === 'newest' || order === 'longest' ? b - a : a - b)))
    expect(await logPage(own.db, own.studioId, { order, limit: 12, setup: setupId })).toMatchObject({ next: null })
  }
})

test('what is no place in the log is refused, and never asked of the database', () => {
  const id = '6f1c0b8e-0000-4000-8000-000000000000'
  for (const [order, after] of [
    ['newest', `1e999_${id}`],
    ['newest', `9e15_${id}`],
    ['newest', `0.5_${id}`],
    ['shortest', `1e300_${id}`],
    ['shortest', `._${id}`],
    ['oldest', `-_${id}`],
    ['longest', `0.018_x`],
    ['newest', id],
  ]) {
    expect(check(logQuerySchema, logQueryFrom({ order, after }))).toEqual({
      mistakes: [
        expect.objectContaining({ field: 'after', reason: 'Page marker not valid: use the one from the last answer' }),
      ],
    })
  }
  expect(check(logQuerySchema, logQueryFrom({ order: 'shortest', after: `1.85e-2_${id}` }))).toHaveProperty('value')
})

test('a number that is taken by another take is not given twice', async () => {
  const other = await studio()
  const read = await logFrom(logToJson(await all(), await logSetups(own.db, own.studioId, query)))
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
  const sum = (rows: { takes: number; keepers: number }[]) => [
    rows.reduce((n, r) => n + r.takes, 0),
    rows.reduce((n, r) => n + r.keepers, 0),
  ]
  expect([stats.takes, stats.keepers]).toEqual([12, 3])
  for (const rows of [stats.byDay, stats.byRecipe, stats.byVerdict, stats.byDelay]) expect(sum(rows)).toEqual([12, 3])
  expect(stats.byPower).toEqual([
    { of: String(1 / 32), takes: 6, keepers: 3 },
    { of: String(1 / 64), takes: 5, keepers: 0 },
  ])
  expect(stats.delayWidth).toBeCloseTo(0.0002, 9)
  expect(stats.byDelay.length).toBeLessThanOrEqual(13)
  expect(Number(stats.byDelay[0]!.of)).toBeCloseTo(0.017, 9)
  expect(await logStats(own.db, own.studioId, { order: 'newest', limit: 50, verdict: 'misfire' })).toMatchObject({
    takes: 0,
    byDelay: [],
    byPower: [],
  })
  // At one delay alone there is nothing to spread out.
  const other = await studio()
  const one = await makeSetup(other.db, other.studioId, other.shootId)
  for (let i = 0; i < 2; i++) await fire(other.db, other.studioId, one, { delay: 0.0184 })
  expect(await logStats(other.db, other.studioId, { order: 'newest', limit: 50 })).toMatchObject({
    takes: 2,
    byDelay: [],
    delayWidth: 0,
  })
  await other.end()
})

test('the report of a shoot holds each set-up with its takes in the order fired', async () => {
  const report = await shootReport(own.db, own.studioId, own.shootId)
  expect(report.shoot).toMatchObject({ name: 'Evening', date: '2026-11-24', place: 'Stage 1' })
  expect(report.setups.map(s => [s.setup.name, s.listed.map(t => t.number)])).toEqual([
    ['Cracker, take two', Array.from({ length: 12 }, (_, i) => i + 1)],
  ])
  const other = await studio()
  expect((await refusal(shootReport(other.db, other.studioId, own.shootId))).status).toBe(404)
  await other.end()
})
