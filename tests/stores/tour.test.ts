import { type Asked, fill, fresh, serve, storage } from '../support/page'
import { newSetup } from '~~/core'
import { TOUR_LABELS, TOUR_STEPS } from '~~/shared/texts/tour'

const { jest } = import.meta
const { useTourStore } = await import('~~/app/stores/tour')

/** The day it is where the page is, late in its evening. */
const DAY = '2026-03-05'
beforeEach(() => {
  jest.useFakeTimers({ now: new Date(`${DAY}T23:30`), doNotFake: ['setTimeout', 'queueMicrotask', 'nextTick'] })
  fresh()
  storage.removeItem('epiro-tour')
})

/** A studio's server. */
function studio(...shoots: { id: string; name: string }[]): Asked[] {
  let made = 0
  return serve(({ method, path, body }) => {
    if (path === '/api/shoots/names') return { body: shoots }
    if (path === '/api/shoots') return { body: { id: 'made', ...body } }
    if (path.endsWith('/setups')) return { body: { id: `s${++made}` } }
    if (path.endsWith('/rehearse')) return { body: { id: 'r1' } }
    return { body: { ok: method === 'DELETE' } }
  })
}
const kept = (): unknown => JSON.parse(storage.getItem('epiro-tour') ?? 'null')

test('begins on a set-up of its own in a shoot of its own, which is made once', async () => {
  const asked = studio()
  const tour = useTourStore()
  expect([tour.isOn, tour.isOver, tour.step]).toEqual([false, false, null])
  expect(await tour.start()).toBe('/setups/s1')
  expect(asked.map(({ method, path }) => `${method} ${path}`)).toEqual([
    'GET /api/shoots/names',
    'POST /api/shoots',
    'POST /api/shoots/made/setups',
  ])
  expect(asked[1]!.body).toEqual({ name: TOUR_LABELS.shoot, date: DAY, place: '', notes: '' })
  expect(asked[2]!.body.setup).toEqual(JSON.parse(JSON.stringify(newSetup('projectile'))))
  expect(kept()).toEqual({ setupId: 's1', step: 0, rehearsal: '' })
  expect([tour.isOn, tour.step]).toEqual([true, TOUR_STEPS[0]])
  const again = studio({ id: 'x', name: 'Other' }, { id: 'here', name: TOUR_LABELS.shoot })
  await tour.end(false)
  await tour.start()
  expect(again.map(({ path }) => path)).toEqual(['/api/shoots/names', '/api/shoots/here/setups'])
})

test('goes on by the act of the step at hand alone, is left and resumed, and is over after the last', async () => {
  studio()
  const tour = useTourStore()
  await tour.start()
  tour.next(TOUR_STEPS[2].id)
  expect(tour.progress!.step).toBe(0)
  tour.next(TOUR_STEPS[0].id)
  tour.next()
  expect(tour.step).toBe(TOUR_STEPS[2])
  tour.away = true
  expect(tour.isOn).toBe(false)
  // Another page, or the same after it was loaded anew.
  fresh()
  const later = useTourStore()
  expect([later.isOn, later.step]).toEqual([true, TOUR_STEPS[2]])
  later.away = true
  const asked = studio()
  expect(await later.start()).toBe('/setups/s1')
  expect([asked.length, later.away]).toEqual([0, false])
  for (let left = TOUR_STEPS.length - 2; left > 0; left--) later.next()
  expect([later.isOver, later.step]).toEqual([true, null])
  expect(await later.start()).toBe('/setups/s1')
  expect([later.isOver, asked.length, later.progress!.step]).toEqual([false, 3, 0])
})

test('its last step is run on the bench: put there once, and gone back to', async () => {
  const asked = studio()
  const tour = useTourStore()
  await tour.start()
  expect(await tour.rehearse()).toBe('/setups/r1/run')
  expect(await tour.rehearse()).toBe('/setups/r1/run')
  expect(asked.filter(({ path }) => path === '/api/setups/s1/rehearse')).toHaveLength(1)
  expect(await tour.start()).toBe('/setups/s1')
  while (tour.step!.id !== 'run') tour.next()
  expect(await tour.start()).toBe('/setups/r1/run')
})

test('ended, its set-up stays or goes to the archive', async () => {
  const asked = studio()
  const tour = useTourStore()
  await tour.start()
  await tour.end(false)
  expect([tour.progress, kept(), asked.some(({ method }) => method === 'DELETE')]).toEqual([null, null, false])
  await tour.start()
  await tour.end(true)
  expect(asked.at(-1)).toMatchObject({ method: 'DELETE', path: '/api/setups/s2' })
  await tour.end(true)
  expect(asked.filter(({ method }) => method === 'DELETE')).toHaveLength(1)
  tour.next()
  expect(tour.progress).toBeNull()
})

test('where nothing can be kept it lasts as long as the page; what cannot be read is none', async () => {
  studio()
  const emptied = fill(storage)
  try {
    const tour = useTourStore()
    expect(await tour.start()).toBe('/setups/s1')
    expect(tour.isOn).toBe(true)
  } finally {
    emptied()
  }
  for (const odd of ['{', '{"setupId":1,"step":0}', '{"setupId":"s","step":0.5}', 'null']) {
    storage.setItem('epiro-tour', odd)
    fresh()
    expect([odd, useTourStore().progress]).toEqual([odd, null])
  }
  storage.setItem('epiro-tour', '{"setupId":"s","step":3}')
  fresh()
  expect(useTourStore().progress).toEqual({ setupId: 's', step: 3, rehearsal: '' })
})
