import { type Connection, createConnection } from 'mysql2/promise'
import { grouped } from '~~/core/math/grouped'
import { seededRandom } from '~~/core/math/random'
import { answersOf, mainCause } from '~~/core/season'
import { newSetup, settingsOf, withChange } from '~~/core'
import { connectionOptions } from '~~/server/database/address'
import { recountAll, wrongCells } from '~~/server/database/recount'
import { rowsOf } from '~~/server/database/rows'
import { seasonLog } from '~~/server/services/answers'
import { logSetups } from '~~/server/services/logExport'
import { importLog } from '~~/server/services/logImport'
import { type LogEntry, logPage } from '~~/server/services/logPage'
import { logStats } from '~~/server/services/logStats'
import { addPicture } from '~~/server/services/pictures'
import { listShoots } from '~~/server/services/shoots'
import { amendTake, strikeTake } from '~~/server/services/takes'
import type { LogQuery } from '~~/shared/schemas/log'
import { VERDICTS, amendmentOf } from '~~/shared/takes/input'
import { logToJson } from '~~/shared/text/logFiles'
import { logFrom } from '../support/logFrom'
import { NO_DELAY, STRETCH_SQL, stretchOf, stretchStart } from '~~/shared/units/delayStretch'
import { fire, makeSetup, picture, studio } from './support'

let own: Awaited<ReturnType<typeof studio>>
let connection: Connection
const random = seededRandom(11)
const among = <T>(list: readonly T[]): T => list[Math.floor(random.uniform() * list.length)]!
const NOTES = ['', '', 'ring not closed', 'heron feather', 'the ring again', '50 % wet']
const POWERS = [1 / 16, 1 / 64]
const setups: string[] = []
const RECIPES = ['projectile', 'pour', 'drop'] as const

beforeAll(async () => {
  own = await studio()
  connection = await createConnection(connectionOptions(process.env.DATABASE_URL!))
  for (const recipe of RECIPES) {
    const setup = { ...newSetup(recipe), name: `Ring of ${recipe}` }
    setups.push(
      await makeSetup(own.db, own.studioId, own.shootId, recipe === 'drop' ? { ...setup, name: 'Bowl' } : setup),
    )
  }
  for (let i = 0; i < 90; i++) {
    const which = Math.floor(random.uniform() * setups.length)
    const setup = newSetup(RECIPES[which]!)
    const verdict = among(VERDICTS)
    await fire(own.db, own.studioId, setups[which]!, {
      delay: among([0, 0.0005, 0.01, 0.0184, 0.02, 0.0199999, 0.05, 1, 2.5]),
      verdict,
      keeper: verdict === 'on' && random.uniform() < 0.5,
      note: among(NOTES),
      sharp: among([true, true, false, null]),
      cause: among([null, null, 'burnt', 'double', 'dull'] as const),
      variant: among([null, 'thick', 'thin', 'thin, Cold']),
      said: i % 3 === 0 ? { chance: 0.4, delay: null, error: null, takes: null } : null,
      settings: i % 5 === 0 ? null : settingsOf(withChange(setup, { path: 'flashes[0].power', value: among(POWERS) })),
      firedAt: `2026-11-${20 + Math.floor(random.uniform() * 6)}T${10 + (i % 12)}:${10 + (i % 50)}:00.000Z`,
    })
  }
  // Every fifth take has a picture, and some have two.
  const fired = await everything()
  for (let i = 0; i < 22; i++) {
    const { id, setupId } = fired[(i % 18) * 5]!
    const file = await picture('jpeg', '2019:01:01 00:00:00', 10 + 10 * i)
    await addPicture(own.db, own.studioId, setupId, { name: `${i}.jpg`, zone: 0, take: id }, file)
  }
  expect((await everything()).filter(({ pictures }) => pictures.length > 0)).toHaveLength(18)
})
afterAll(async () => {
  await connection.end()
  await own.end()
})

const everything = async (from = own): Promise<LogEntry[]> =>
  (await logPage(from.db, from.studioId, { order: 'newest', limit: 1000 })).entries
const right = async (): Promise<void> => expect((await wrongCells(connection)).wrong).toEqual([])

const LEAD = { memberId: null, lead: true }

test('a season’s sums are those of the takes, each lost to the cause it says', async () => {
  const log = await seasonLog(own.db, own.studioId, {}, LEAD)
  const { sums, said, days } = log
  const takes = await everything()
  const answers = answersOf(log)
  expect([answers.takes, answers.kept]).toEqual([takes.length, takes.filter(({ keeper }) => keeper).length])
  const byHand = new Map<string, number>()
  for (const take of takes) {
    const cause = mainCause(take)
    if (cause) byHand.set(cause, (byHand.get(cause) ?? 0) + 1)
  }
  expect(Object.fromEntries(answers.lost.causes.map(({ cause, takes: n }) => [cause, n]))).toEqual(
    Object.fromEntries(byHand),
  )
  expect(said).toHaveLength(takes.filter(take => take.said !== null).length)
  const fired = grouped(takes, ({ firedAt }) => firedAt.slice(0, 10))
  const misfiredOn = (day: string): number => fired.get(day)!.filter(({ verdict }) => verdict === 'misfire').length
  expect(new Set(days)).toEqual(
    new Set([...fired].map(([day, own]) => ({ day, fired: own.length, misfires: misfiredOn(day) }))),
  )
  const variants = grouped(sums, ({ variant }) => variant)
  for (const [variant, own] of variants)
    expect(own.reduce((sum, one) => sum + one.takes, 0)).toBe(
      takes.filter(take => (take.variant ?? '') === variant).length,
    )
  const pours = await seasonLog(own.db, own.studioId, { recipe: 'pour', from: '2026-11-21', to: '2026-11-23' }, LEAD)
  expect(answersOf(pours).takes).toBe(
    takes.filter(({ recipe, firedAt }) => recipe === 'pour' && firedAt >= '2026-11-21' && firedAt < '2026-11-24')
      .length,
  )
  const other = await studio()
  expect(answersOf(await seasonLog(other.db, other.studioId, {}, LEAD)).takes).toBe(0)
  await other.end()
})

test('counts are those of the takes, whatever was logged, put right, struck out or brought in', async () => {
  await right()
  for (let i = 0; i < 25; i++) {
    const take = among(await everything())
    if (i % 3 === 0) await strikeTake(own.db, own.studioId, take.id, true)
    else {
      const verdict = among(VERDICTS)
      await amendTake(own.db, own.studioId, take.id, {
        ...amendmentOf(take),
        verdict,
        keeper: verdict === 'on',
        cause: among([take.cause, 'dark', null]),
      })
    }
    if (i % 6 === 3) {
      await strikeTake(own.db, own.studioId, take.id, true)
      await strikeTake(own.db, own.studioId, take.id, false)
    }
  }
  await right()
  const other = await studio()
  const query = { order: 'newest', limit: 1000 } as const
  const file = await logFrom(logToJson(await everything(), await logSetups(own.db, own.studioId, query)))
  if ('mistakes' in file) throw new Error(JSON.stringify(file.mistakes))
  await importLog(other.db, other.studioId, file.value)
  await right()
  expect(await logStats(other.db, other.studioId, query)).toEqual(await logStats(own.db, own.studioId, query))
  await other.end()
})

test('a count that is wrong is found, and mended by counting anew', async () => {
  await connection.query('update take_cells set takes = takes + 1 where studio_id = ? limit 1', [own.studioId])
  await connection.query('delete from take_cells where studio_id = ? order by day desc limit 1', [own.studioId])
  const { wrong } = await wrongCells(connection)
  expect(wrong).toHaveLength(2)
  expect(wrong.map(cell => cell.stands - cell.counted).sort((a, b) => a - b)[1]).toBe(1)
  expect(wrong.some(cell => cell.stands === 0 && cell.counted > 0)).toBe(true)
  await recountAll(connection)
  await right()
})

const says = ({ text }: LogQuery, { setupName, note }: LogEntry): boolean =>
  !text || `${setupName}\n${note}`.toLowerCase().includes(text)
const holds = (query: LogQuery, take: LogEntry): boolean =>
  (!query.setup || take.setupId === query.setup) &&
  (!query.recipe || query.recipe.some(one => one === take.recipe)) &&
  (!query.from || take.firedAt.slice(0, 10) >= query.from) &&
  (!query.to || take.firedAt.slice(0, 10) <= query.to) &&
  (!query.verdict || take.verdict === query.verdict) &&
  (!query.keepers || take.keeper) &&
  (!query.pictures || take.pictures.length > 0) &&
  says(query, take)
const ordered: Record<LogQuery['order'], (a: LogEntry, b: LogEntry) => number> = {
  newest: (a, b) => Date.parse(b.firedAt) - Date.parse(a.firedAt) || (a.id < b.id ? 1 : -1),
  oldest: (a, b) => Date.parse(a.firedAt) - Date.parse(b.firedAt) || (a.id < b.id ? -1 : 1),
  shortest: (a, b) => a.delay - b.delay || (a.id < b.id ? -1 : 1),
  longest: (a, b) => b.delay - a.delay || (a.id < b.id ? 1 : -1),
}
const FILTERS: Partial<LogQuery>[] = [
  {},
  { pictures: true },
  { pictures: true, keepers: true },
  { pictures: true, recipe: ['pour'], from: '2026-11-21', to: '2026-11-24' },
  { pictures: true, text: 'ring' },
  { recipe: ['pour'] },
  { recipe: ['balloon', 'drop'] },
  { from: '2026-11-22' },
  { to: '2026-11-22', keepers: true },
  { from: '2026-11-21', to: '2026-11-22', text: 'ring' },
  { verdict: 'misfire' },
  { keepers: true },
  { recipe: ['drop'], verdict: 'late' },
  { verdict: 'misfire', keepers: true },
  { text: 'ring' },
  { text: 'heron' },
  { text: '%' },
  { text: 'the' },
  { text: 'ring not', verdict: 'early' },
  { text: 'no such thing' },
]

test.each(FILTERS)('pages and counts of %o are those of looking at every take', async filter => {
  const all = await everything()
  for (const order of ['newest', 'oldest', 'shortest', 'longest'] as const) {
    const query: LogQuery = { order, limit: 4, ...filter }
    const wanted = all.filter(take => holds(query, take)).sort(ordered[order])
    const found: LogEntry[] = []
    for (let after: string | undefined; ;) {
      const page = await logPage(own.db, own.studioId, { ...query, after })
      expect(page.entries.length).toBeLessThanOrEqual(4)
      found.push(...page.entries)
      if (page.next === null) break
      after = page.next
    }
    expect(found.map(take => take.id)).toEqual(wanted.map(take => take.id))
  }
  const wanted = all.filter(take => holds(filter as LogQuery, take))
  const counted = await logStats(own.db, own.studioId, { order: 'newest', limit: 50, ...filter })
  const tally = (of: (take: LogEntry) => string): Record<string, number> =>
    Object.fromEntries([...new Set(wanted.map(of))].map(key => [key, wanted.filter(take => of(take) === key).length]))
  const told = (rows: { of: string; takes: number }[]): Record<string, number> =>
    Object.fromEntries(rows.map(row => [row.of, row.takes]))
  expect(counted).toMatchObject({ takes: wanted.length, keepers: wanted.filter(take => take.keeper).length })
  expect(told(counted.byDay)).toEqual(tally(take => take.firedAt.slice(0, 10)))
  expect(told(counted.byRecipe)).toEqual(tally(take => take.recipe))
  expect(told(counted.byVerdict)).toEqual(tally(take => take.verdict))
  const sets = await logSetups(own.db, own.studioId, { order: 'newest', limit: 50, ...filter })
  expect(new Set(sets.map(set => set.id))).toEqual(new Set(wanted.map(take => take.setupId)))
})

test('the start page counts the same', async () => {
  const all = await everything()
  const [shoot] = (await listShoots(own.db, own.studioId)).shoots
  for (const setup of shoot!.setups) {
    const fired = all.filter(take => take.setupId === setup.id)
    expect([setup.takes, setup.keepers]).toEqual([fired.length, fired.filter(take => take.keeper).length])
  }
})

test('page and database know the same stretches of delay', async () => {
  const delays = [
    -0.001, 0, 1e-7, 9.99e-4, 0.001, 0.0019999, 0.002, 0.005, 0.0050001, 0.01, 0.2, 1, 1.99, 2, 5, 9.9, 10, 99,
  ]
  for (const delay of delays) {
    const [row] = await rowsOf(
      connection,
      `select ${STRETCH_SQL} as stretch from (select cast(? as double) as delay) d`,
      [delay],
    )
    expect([delay, Number(row!.stretch)]).toEqual([delay, stretchOf(delay)])
    const stretch = stretchOf(delay)
    if (delay <= 0) expect(stretch).toBe(NO_DELAY)
    else {
      expect(stretchStart(stretch)).toBeLessThanOrEqual(delay * (1 + 1e-6))
      expect(stretchStart(stretch + 1)).toBeGreaterThan(delay)
    }
  }
  expect([-2, -1, 0, 1, 2, 3, -9].map(stretchStart)).toEqual([0.2, 0.5, 1, 2, 5, 10, 0.001])
})
