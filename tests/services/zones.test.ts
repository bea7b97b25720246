import { createConnection } from 'mysql2/promise'
import { eq } from 'drizzle-orm'
import { connectionOptions } from '~~/server/database/address'
import { recountAll, wrongCells } from '~~/server/database/recount'
import { gearDays, studios, takeCells } from '~~/server/database/schema'
import { seasonLog } from '~~/server/services/answers'
import { logPage } from '~~/server/services/logPage'
import { logStats } from '~~/server/services/logStats'
import { setZone, settleZones } from '~~/server/services/studioZone'
import { zoneOf } from '~~/server/services/zones'
import type { LogQuery } from '~~/shared/schemas/log'
import { fire, makeSetup, studio } from './support'

let own: Awaited<ReturnType<typeof studio>>
let setup = ''
/** An evening in New York, over its midnight and that of Greenwich; and the hour that clocks there go through twice. */
const FIRED = [
  '2026-11-24T23:30:00.000Z',
  '2026-11-25T00:30:00.000Z',
  '2026-11-25T04:59:59.000Z',
  '2026-11-25T05:00:00.000Z',
  '2026-11-01T04:30:00.000Z',
  '2026-11-01T05:30:00.000Z',
  '2026-11-02T04:59:00.000Z',
]
const NEW_YORK = [
  ['2026-11-01', 3],
  ['2026-11-24', 3],
  ['2026-11-25', 1],
]
const UTC = [
  ['2026-11-01', 2],
  ['2026-11-02', 1],
  ['2026-11-24', 1],
  ['2026-11-25', 3],
]

beforeAll(async () => {
  own = await studio()
  await setZone(own.db, own.studioId, 'America/New_York')
  setup = await makeSetup(own.db, own.studioId, own.shootId)
  for (const firedAt of FIRED) await fire(own.db, own.studioId, setup, { firedAt, note: 'ring' })
})
afterAll(() => own.end())

const asked = (change: Partial<LogQuery> = {}): LogQuery => ({ order: 'oldest', limit: 3, ...change }) as LogQuery
const byDay = async (change: Partial<LogQuery> = {}) =>
  (await logStats(own.db, own.studioId, asked(change))).byDay.map(({ of, takes }) => [of, takes])
async function paged(change: Partial<LogQuery>): Promise<string[]> {
  const found: string[] = []
  for (let after: string | undefined; ;) {
    const page = await logPage(own.db, own.studioId, asked({ ...change, after }))
    found.push(...page.entries.map(({ firedAt }) => firedAt))
    if (page.next === null) return found
    after = page.next
  }
}

test('takes count on the day that it is by the clocks of the studio, whichever way they are counted', async () => {
  expect(await zoneOf(own.db, own.studioId)).toBe('America/New_York')
  expect(await byDay()).toEqual(NEW_YORK)
  // By their notes they are counted from the takes themselves.
  expect(await byDay({ text: 'ring' })).toEqual(NEW_YORK)
  expect(await byDay({ from: '2026-11-24', to: '2026-11-24' })).toEqual([NEW_YORK[1]])
  expect(await byDay({ from: '2026-11-24', to: '2026-11-24', text: 'ring' })).toEqual([NEW_YORK[1]])
  const evening = [...FIRED].sort().slice(3, 6)
  expect(await paged({ from: '2026-11-24', to: '2026-11-24' })).toEqual(evening)
  // Led by what is counted, page after page.
  expect(await paged({ setup, limit: 2 })).toEqual([...FIRED].sort())
  expect(await paged({ setup, limit: 2, order: 'newest' })).toEqual([...FIRED].sort().reverse())
  const told = await seasonLog(
    own.db,
    own.studioId,
    { recipe: undefined, from: '2026-11-24', to: '2026-11-24' } as never,
    { memberId: null, lead: true },
  )
  expect(told.days).toHaveLength(1)
})

test('by other clocks the whole log is counted anew, and a count of all finds nothing wrong', async () => {
  const connection = await createConnection(connectionOptions(process.env.DATABASE_URL!))
  await own.db
    .insert(gearDays)
    .values({
      kitId: '',
      setupId: setup,
      studioId: own.studioId,
      changes: 0,
      day: 0,
      takes: 0,
      mean: 0,
      squares: 0,
      error: 0,
      free: 0,
    })
  await setZone(own.db, own.studioId, 'UTC')
  expect(await byDay()).toEqual(UTC)
  expect(await own.db.select().from(gearDays).where(eq(gearDays.studioId, own.studioId))).toEqual([])
  for (const zone of ['Asia/Kolkata', 'Pacific/Auckland', 'America/New_York']) {
    await setZone(own.db, own.studioId, zone)
    const mine = async () => (await wrongCells(connection)).wrong.filter(({ cell }) => cell.startsWith(own.studioId))
    expect(await mine()).toEqual([])
    await recountAll(connection)
    expect(await mine()).toEqual([])
  }
  expect(await byDay()).toEqual(NEW_YORK)
  await connection.end()
})

test('the same clocks change nothing, and a studio without any goes by those of the machine', async () => {
  const cells = () => own.db.select().from(takeCells).where(eq(takeCells.studioId, own.studioId))
  const before = await cells()
  await setZone(own.db, own.studioId, 'America/New_York')
  expect(await cells()).toEqual(before)
  await settleZones(own.db, 'UTC')
  expect(await zoneOf(own.db, own.studioId)).toBe('America/New_York')
  await own.db.update(studios).set({ zone: null }).where(eq(studios.id, own.studioId))
  expect(await zoneOf(own.db, own.studioId)).toBe('UTC')
  await settleZones(own.db, 'Asia/Kolkata')
  expect(await zoneOf(own.db, own.studioId)).toBe('Asia/Kolkata')
  expect((await byDay()).map(([, takes]) => takes)).toEqual([2, 1, 4])
})

test('takes that are logged while the clocks are changed count by one of the two, and none is lost', async () => {
  const more = Array.from({ length: 12 }, (_, i) =>
    fire(own.db, own.studioId, setup, { firedAt: `2026-12-03T${String(i * 2).padStart(2, '0')}:10:00.000Z` }),
  )
  await Promise.all([...more, setZone(own.db, own.studioId, 'America/New_York')])
  const connection = await createConnection(connectionOptions(process.env.DATABASE_URL!))
  const { wrong } = await wrongCells(connection)
  expect(wrong.filter(({ cell }) => cell.startsWith(own.studioId))).toEqual([])
  await connection.end()
})
