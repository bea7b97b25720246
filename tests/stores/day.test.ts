import { fresh, storage, until } from '../support/page'
import { NEEDED, dayServer, freshDay, speak, utcDay, worked } from '../support/dayServer'
import { newSetup, plan } from '~~/core'
import { newShootDay, quickTakes } from '~~/core/day'

const { useDayStore } = await import('~~/app/stores/day')
const { useSessionStore } = await import('~~/app/stores/session')

beforeEach(freshDay)

/** The day of a shoot, open and played. */
async function opened(server = dayServer()) {
  const store = useDayStore()
  await store.open('h')
  await until(() => store.fresh)
  return { ...server, store }
}

describe('the day of a shoot', () => {
  test('opens with takes about as they come, then as sessions needed them, and is played', async () => {
    dayServer()
    worked.silent = true
    const store = useDayStore()
    void store.open('h')
    await until(() => store.items.length === 2)
    const setup = newSetup('projectile')
    expect(store.items[0]!.takes).toEqual(quickTakes(plan(setup).keeper, setup.goal.keepers))
    expect([store.about, store.fresh, store.planned]).toEqual([true, false, null])
    worked.silent = false
    fresh()
    const { store: whole, shoot } = await opened()
    expect(whole.items.map(({ id, takes }) => [id, takes])).toEqual([
      ['a', NEEDED],
      ['b', NEEDED],
    ])
    expect([whole.about, whole.planning, whole.trouble]).toEqual([false, false, ''])
    expect(whole.played!.rows.map(({ id }) => id).sort()).toEqual(['a', 'b'])
    expect(whole.order!.rows.map(({ id }) => id)).toEqual(whole.played!.rows.map(({ id }) => id))
    expect(whole.planned).toMatchObject({ shoot: { id: 'h', name: shoot.name }, day: newShootDay() })
    expect([...whole.planned!.setups.keys()]).toEqual(['a', 'b'])
    expect(whole.input.date).toBe('2026-12-04')
    expect(whole.offer).toBeNull()
  })

  test('what is changed is saved once after a pause, undone and done again; what cannot be is refused', async () => {
    const { store, state, saved } = await opened()
    expect([store.canUndo, store.canRedo]).toEqual([false, false])
    expect(store.change({ start: 8 * 60 })).toBe('')
    expect(store.change({ end: 20 * 60 })).toBe('')
    expect(store.day).toMatchObject({ start: 480, end: 1200 })
    expect(saved()).toHaveLength(0)
    await until(() => saved().length > 0 && state.revision === 1)
    expect(state.day).toMatchObject({ start: 480, end: 1200 })
    await until(() => store.record!.revision === 1)
    expect(storage.getItem('epiro-day-draft-h')).toBeNull()

    const wrong = store.change({ start: -1 })
    expect(wrong).toMatch(/\w/)
    expect([store.day.start, store.canUndo]).toEqual([480, true])
    store.undo()
    expect([store.day.start, store.day.end, store.canRedo]).toEqual([480, 1080, true])
    store.undo()
    store.undo()
    expect([store.day.start, store.canUndo]).toEqual([540, false])
    store.redo()
    store.redo()
    store.redo()
    expect([store.day.start, store.day.end, store.canRedo]).toEqual([480, 1200, false])
    store.undo()
    expect(store.change({ end: 19 * 60 })).toBe('')
    expect(store.canRedo).toBe(false)
    await until(() => state.day?.end === 1140)
    expect(state.revision).toBe(2)
  })

  test('what is saved while sessions are still being played ends none of them', async () => {
    const { state } = dayServer()
    worked.silent = true
    const store = useDayStore()
    void store.open('h')
    await until(() => store.items.length === 2)
    store.change({ start: 8 * 60 })
    await until(() => state.revision === 1 && store.record!.revision === 1)
    expect(store.about).toBe(true)
    speak()
    await until(() => !store.about)
    expect(store.items.map(({ takes }) => takes)).toEqual([NEEDED, NEEDED])
  })

  test('minutes learnt meanwhile are planned by, and the same ones plan nothing anew', async () => {
    const { store } = await opened()
    const before = [store.input.setups[0]!.build, store.record]
    store.learn({})
    expect(store.record).toBe(before[1])
    store.learn({ build: [2] })
    expect(store.input.setups[0]!.build).toBeGreaterThan(before[0] as number)
    await until(() => store.fresh)
    const known = store.record
    store.learn({ build: [2] })
    expect(store.record).toBe(known)
  })

  test('a shoot that is left before it was read opens nothing over the next', async () => {
    const { store, asked } = await opened()
    const slow = store.open('h')
    store.close()
    await slow
    expect(store.record).toBeNull()
    expect(asked.length).toBeGreaterThan(1)
  })

  test('a choice for one set-up leaves the others and what else was chosen for it', async () => {
    const { store } = await opened()
    expect(store.choose('b', { value: 'must' })).toBe('')
    expect(store.choose('b', { leftOut: true })).toBe('')
    expect(store.day.setups).toMatchObject({ b: { value: 'must', leftOut: true } })
    expect(Object.keys(store.day.setups)).toEqual(['b'])
    expect(store.input.setups.map(({ id }) => id)).toEqual(['a'])
  })

  test('an order is moved by one, from then on somebody’s, and is offered the better one', async () => {
    const setups = { a: newSetup('projectile'), b: newSetup('pour'), c: newSetup('projectile') }
    const { store } = await opened(dayServer(setups))
    const sought = store.order!.rows.map(({ id }) => id)
    store.move(sought[2]!, 0)
    expect(store.day.order).toEqual([sought[2], sought[0], sought[1]])
    expect(store.order!.rows.map(({ id }) => id)).toEqual(store.day.order)
    store.move(sought[2]!, 99)
    expect(store.day.order).toEqual(sought)
    store.move(sought[1]!, -4)
    expect(store.day.order).toEqual([sought[1], sought[0], sought[2]])
    const undone = store.canUndo
    store.move(sought[1]!, 0)
    store.undo()
    expect([undone, store.day.order]).toEqual([true, sought])
    // The pour between two crackers is a floor to dry twice.
    expect(store.change({ order: ['a', 'b', 'c'] })).toBe('')
    await until(() => store.fresh && store.offer !== null)
    expect(store.offer!.sooner).toBeGreaterThanOrEqual(5)
    expect(store.offer!.plan.end).toBe(store.order!.end - store.offer!.sooner)
    expect(store.surer).toBeNull()
    // What was put on after the order was chosen comes last.
    expect(store.change({ order: ['c', 'gone', 'a'] })).toBe('')
    expect(store.order!.rows.map(({ id }) => id)).toEqual(['c', 'a', 'b'])
  })

  test('an answer that comes after another question was asked is not taken', async () => {
    const { store } = await opened()
    store.change({ start: 8 * 60 })
    await nextTick()
    expect([store.fresh, store.planned]).toEqual([false, null])
    await until(() => store.fresh)
    expect(store.played!.rows[0]!.from).toBe(store.input.start)
    const plans = worked.asked.filter(({ kind }) => kind === 'plan').length
    store.change({ start: 7 * 60 })
    store.change({ start: 6 * 60 })
    await until(() => store.fresh && store.played!.rows[0]!.from === store.input.start)
    // Two changes in a moment are planned once.
    expect(worked.asked.filter(({ kind }) => kind === 'plan').length - plans).toBe(1)
  })

  test('it is dark as the place says, unless it can be blacked out; the sun stands where it is wanted', async () => {
    const { store } = await opened()
    expect(store.dark).toBeNull()
    expect(store.change({ zone: 'UTC', blackedOut: false })).toBe('')
    expect(store.dark).toBeNull()
    expect(store.change({ latitude: 52, longitude: 0 })).toBe('')
    const [first, last] = [store.dark![0]!, store.dark!.at(-1)!]
    expect(first[0]).toBe(0)
    expect(first[1]).toBeGreaterThan(6 * 60)
    expect(first[1]).toBeLessThan(8 * 60)
    expect(last[0]).toBeGreaterThan(16 * 60)
    expect(last[0]).toBeLessThan(18 * 60)
    expect(store.sunned).toEqual({})
    expect(store.change({ blackedOut: true })).toBe('')
    expect(store.dark).toBeNull()
    expect(store.zone).toBe('UTC')
  })

  test('the sun is told for the set-ups whose light it is, where the place is known whole', async () => {
    const { store } = await opened()
    const sun = { from: 90, to: 180, above: 0 }
    expect([store.change({ zone: 'UTC' }), store.choose('b', { sun })]).toEqual(['', ''])
    expect(store.sunned).toEqual({})
    // Half a place is none; neither is anything read off the other half alone.
    store.change({ latitude: 52, longitude: null })
    expect([store.sunned, store.dark]).toEqual([{}, null])
    store.change({ latitude: null, longitude: 10 })
    expect([store.sunned, store.dark]).toEqual([{}, null])
    expect(store.change({ latitude: 52, longitude: 10 })).toBe('')
    expect(Object.keys(store.sunned)).toEqual(['b'])
    const [from, to] = store.sunned.b![0]!
    // In December it rises there at about twenty to eight, well past east, and is due south at twenty past eleven.
    expect(from).toBeGreaterThan(7 * 60)
    expect(from).toBeLessThan(8 * 60)
    expect(to).toBeGreaterThan(11 * 60)
    expect(to).toBeLessThan(11 * 60 + 30)
  })

  test('of a shoot without set-ups nothing is played, and no worker is asked', async () => {
    dayServer({})
    const store = useDayStore()
    await store.open('h')
    store.change({ start: 8 * 60 })
    await new Promise(resolve => setTimeout(resolve, 300))
    expect([store.items, store.planning, store.played, store.order]).toEqual([[], false, null, null])
    // What a day before left to be played is of set-ups.
    expect(worked.asked.filter(({ input }) => input?.setups.length === 0)).toEqual([])
  })

  test('a surer order is told by its set-ups, and offered only where nobody chose one', async () => {
    const server = dayServer()
    worked.instead = ({ kind }, answer) => {
      const answered = answer() as { given: object }
      const surer = { order: [1, 0], kept: 0.97, instead: 0.8, later: 4 }
      return kind === 'plan' ? { given: { ...answered.given, surer } } : answered
    }
    const { store } = await opened(server)
    await until(() => store.surer !== null)
    expect(store.surer).toEqual({ order: [1, 0], ids: ['b', 'a'], kept: 0.97, instead: 0.8, later: 4 })
    store.change({ order: ['a', 'b'] })
    expect(store.surer).toBeNull()
  })

  test('a set-up left out is off the order at once, before the day is played again', async () => {
    const { store } = await opened()
    expect(store.choose('b', { leftOut: true })).toBe('')
    expect(store.fresh).toBe(false)
    expect(store.order!.rows.map(({ id }) => id)).toEqual(['a'])
  })

  test('places are counted among those that are shot, whatever was left out of a chosen order', async () => {
    const setups = { a: newSetup('projectile'), b: newSetup('pour'), c: newSetup('drop'), d: newSetup('balloon') }
    const { store } = await opened(dayServer(setups))
    store.change({ order: ['a', 'b', 'c', 'd'] })
    store.choose('a', { leftOut: true })
    store.move('d', 1)
    expect(store.order!.rows.map(({ id }) => id)).toEqual(['b', 'd', 'c'])
  })

  test('a plan that was overtaken is no trouble, one that failed is; takes nobody could play stay about', async () => {
    const { store } = await opened()
    const before = store.played
    worked.silent = true
    worked.asked = []
    store.change({ start: 8 * 60 })
    await until(() => worked.asked.length === 1)
    store.change({ start: 7 * 60 })
    await until(() => worked.asked.length === 2)
    expect([store.trouble, store.planning, store.played]).toEqual(['', true, before])
    worked.instead = () => ({ failed: 'out of breath' })
    speak()
    await until(() => store.trouble !== '')
    expect([store.trouble, store.planning]).toEqual(['out of breath', false])
    fresh()
    const again = useDayStore()
    await again.open('h')
    const setup = newSetup('projectile')
    expect(again.items[0]!.takes).toEqual(quickTakes(plan(setup).keeper, setup.goal.keepers))
  })

  test('minutes of the studio’s own stand for every shoot, and people are told by their names', async () => {
    const { store, state, asked } = await opened()
    expect(await store.setRule('pause.dark', 25)).toBe('')
    expect(asked.at(-1)).toMatchObject({
      method: 'PUT',
      path: '/api/day-rules',
      body: { rule: 'pause.dark', minutes: 25 },
    })
    expect(store.studio.own).toEqual({ 'pause.dark': 25 })
    state.down = true
    expect(await store.setRule('pause.dark', 30)).toMatch(/\w/)
    expect(store.studio.own).toEqual({ 'pause.dark': 25 })
    store.change({ people: [person('p1', 'Ada')] })
    expect([store.personOf('p1'), store.personOf('p2')]).toEqual(['Ada', 'p2'])
    expect(store.packed(1000)).toBe(1000 + store.day.end - store.input.end)
  })
})
const person = (id: string, name: string) => ({ id, name, role: '', hours: [], most: null }) as never

describe('what was changed without a server', () => {
  test('waits on this device, is said, and goes once there is one', async () => {
    const { store, state } = await opened()
    state.down = true
    store.change({ start: 8 * 60 })
    await until(() => store.trouble !== '')
    expect(JSON.parse(storage.getItem('epiro-day-draft-h')!)).toMatchObject({ revision: 0, day: { start: 480 } })
    state.down = false
    await until(() => state.day?.start === 480, 8000)
    await until(() => storage.getItem('epiro-day-draft-h') === null)
  }, 15_000)
  test('is taken up where it was made from what the server has, and is sent', async () => {
    const server = dayServer()
    const draft = (revision: number) =>
      storage.setItem('epiro-day-draft-h', JSON.stringify({ revision, day: utcDay({ start: 400 }) }))
    draft(0)
    const { store } = await opened(server)
    expect(store.day.start).toBe(400)
    await until(() => server.state.day?.start === 400)
    // Made from an older state than the server's it is not.
    store.close()
    draft(0)
    await store.open('h')
    expect(store.record!.revision).toBe(1)
    expect(storage.getItem('epiro-day-draft-h')).toBeNull()
  })
  test('and changed by another meanwhile: theirs stands, and it is said', async () => {
    const { store, state } = await opened()
    Object.assign(state, { day: utcDay({ start: 500 }), revision: 4 })
    store.change({ start: 8 * 60 })
    await until(() => store.trouble !== '')
    expect([store.day.start, store.record!.revision]).toEqual([500, 4])
    expect(storage.getItem('epiro-day-draft-h')).toBeNull()
    store.change({ end: 1100 })
    await until(() => state.revision === 5)
    expect(state.day).toMatchObject({ start: 500, end: 1100 })
  })
  test('changed by another while this one was left: theirs is not put over the day at hand', async () => {
    const { store, state } = await opened()
    Object.assign(state, { day: utcDay({ start: 500 }), revision: 4 })
    store.change({ start: 8 * 60 })
    store.close()
    await until(() => storage.getItem('epiro-day-draft-h') === null)
    expect([store.record, store.trouble]).toEqual([null, ''])
    expect(store.day.start).toBe(8 * 60)
    expect(state).toMatchObject({ revision: 4, day: { start: 500 } })
  })
  test('refused for good is said, and not sent again', async () => {
    const { store, state, saved } = await opened()
    state.refuse = 422
    store.change({ start: 8 * 60 })
    await until(() => store.trouble !== '')
    expect(store.trouble).toContain('says 422')
    const sent = saved().length
    await new Promise(resolve => setTimeout(resolve, 50))
    expect(saved()).toHaveLength(sent)
  })
  test('is sent at once when the day is left; then nothing is at hand', async () => {
    const { store, state } = await opened()
    store.change({ start: 8 * 60 })
    store.close()
    expect([store.record, store.items, store.played, store.canUndo]).toEqual([null, [], null, false])
    await until(() => state.day?.start === 480, 400)
  })
  test('is not by somebody who only looks', async () => {
    const { store, saved } = await opened()
    useSessionStore().role = 'viewer'
    store.change({ start: 8 * 60 })
    expect(store.day.start).toBe(480)
    await new Promise(resolve => setTimeout(resolve, 600))
    expect(saved()).toHaveLength(0)
    expect(storage.getItem('epiro-day-draft-h')).toBeNull()
  })
})
