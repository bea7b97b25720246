import { fresh, serve } from '../support/page'
import { type KitItem, newKitItem } from '~~/core'
import { gearDate, gearDay } from '~~/shared/gear/days'
import type { FlashReadingInput } from '~~/shared/schemas/flashReading'

const { useGearStore } = await import('~~/app/stores/gear')

beforeEach(fresh)

const TODAY = gearDate(gearDay('UTC', new Date()))
const record = (id: string, item: KitItem) => ({ id, revision: 1, archived: false, updatedAt: '', item, usedBy: [] })
const none = { days: [], readings: [], setups: 0, shoots: 0, events: [] }

/** A studio's server: its kit, and what is read of a flash. */
function studio(...items: KitItem[]) {
  const kit = items.map((item, i) => record(`k${i}`, item))
  let readings: (FlashReadingInput & { id: string; kitId: string })[] = []
  const asked = serve(({ method, path, body }) => {
    if (path === '/api/kit') return { body: kit }
    if (path === '/api/gear')
      return {
        body: {
          behind: 0,
          gear: kit.map(({ id }) => ({ ...none, kitId: id, readings: readings.filter(one => one.kitId === id) })),
        },
      }
    if (method === 'POST') {
      const id = `r${readings.length}`
      readings = [...readings, { ...body, id, kitId: path.split('/')[3]! }]
      return { body: { id } }
    }
    readings = readings.filter(({ id }) => id !== path.split('/')[3])
    return { body: { ok: true } }
  })
  return { kit, asked }
}
const reading = { date: TODAY, power: 1 / 64, t05: null, t01: 6e-5, error: 0.01, how: 'Meter' }

test('a flash is taken into a set-up with what its readings show, and as it was once they are taken back', async () => {
  const flash = newKitItem('flash', 'Wick')
  studio(flash)
  const store = useGearStore()
  await store.load()
  expect(store.taken('k0')).toEqual(flash)
  const id = await store.read('k0', reading)
  const row = (item: KitItem | undefined) => item!.table.find(({ power }) => power === 1 / 64)!
  const taken = store.taken('k0')
  expect(row(taken).t01).toBeCloseTo(6e-5, 6)
  // Half the peak was not read: it keeps its share.
  expect(row(taken).t05! / row(taken).t01!).toBeCloseTo(row(flash).t05! / row(flash).t01!, 2)
  expect(row(taken)).toMatchObject({ basis: 'measured', date: TODAY })
  expect(taken!.name).toBe('Wick, learnt on one day, how days differ is assumed')
  expect(taken!.table.filter(({ power }) => power !== 1 / 64)).toEqual(
    flash.table.filter(({ power }) => power !== 1 / 64),
  )
  expect(store.byId.get('k0')!.flash!.power).toBe(1 / 64)
  await store.takeBackReading(id)
  expect(store.taken('k0')).toEqual(flash)
})

test('a poor reading is weighed against what the leaflet says, and alone where that row was measured', async () => {
  const flash = newKitItem('flash', 'Wick')
  const row = (item: KitItem | undefined) => item!.table.find(({ power }) => power === 1 / 64)!
  const leaflet = row(flash).t01!
  const table = flash.table.map(one => ({ ...one, basis: 'measured' as const, date: '2000-01-01' }))
  studio(flash, { ...flash, table })
  const store = useGearStore()
  await store.load()
  for (const id of ['k0', 'k1']) await store.read(id, { ...reading, t01: 2 * leaflet, error: 0.3 })
  // Between the two; both are as sure.
  expect(row(store.taken('k0')).t01! / leaflet).toBeGreaterThan(1.2)
  expect(row(store.taken('k0')).t01! / leaflet).toBeLessThan(1.7)
  expect(row(store.taken('k1')).t01! / leaflet).toBeGreaterThan(1.9)
})

test('switched off, or measured later by hand, a flash stays as it is typed', async () => {
  const flash = newKitItem('flash', 'Wick')
  const off = { ...flash, figures: { ...flash.figures, remembers: false } }
  const table = flash.table.map(row => ({ ...row, basis: 'measured' as const, date: '2999-01-01' }))
  studio(off, { ...flash, table })
  const store = useGearStore()
  await store.load()
  await store.read('k0', reading)
  await store.read('k1', reading)
  expect(store.taken('k0')).toEqual(off)
  expect(store.taken('k1')!.table).toEqual(table)
})

test('gear that was named elsewhere since is read with the kit it is in', async () => {
  const { kit } = studio(newKitItem('launcher', 'Spring'))
  const store = useGearStore()
  await store.load()
  expect(store.shown.map(({ item }) => item.name)).toEqual(['Spring'])
  kit.push(record('k1', newKitItem('launcher', 'Catapult')))
  await store.load()
  expect(store.shown.map(({ item }) => item.name)).toEqual(['Spring', 'Catapult'])
})

test('it is read once, however many parts of a page need it', async () => {
  const { asked } = studio(newKitItem('launcher'))
  const store = useGearStore()
  await Promise.all([store.needed(), store.needed()])
  await store.needed()
  expect(asked.filter(({ path }) => path === '/api/gear')).toHaveLength(1)
})

test('what is read after midnight counts at once, and what is dated days ahead does not yet', async () => {
  const { jest } = import.meta
  jest.useFakeTimers({ now: new Date('2026-12-02T00:20'), doNotFake: ['setTimeout', 'queueMicrotask', 'nextTick'] })
  studio(newKitItem('flash', 'Wick'))
  const store = useGearStore()
  await store.load()
  await store.read('k0', { ...reading, date: '2026-12-02' })
  expect(store.byId.get('k0')!.flash?.memory.days).toBe(1)
  await store.read('k0', { ...reading, date: '2026-12-03' })
  expect(store.byId.get('k0')!.flash?.memory.days).toBe(1)
  jest.setSystemTime(new Date('2026-12-03T00:20'))
  await store.load()
  expect(store.byId.get('k0')!.flash?.memory.days).toBe(2)
  jest.useRealTimers()
})
