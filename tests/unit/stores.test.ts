import { type Asked, fresh, serve, storage, until } from '../support/page'
import { type Setup, newKitItem, newSetup, plan, withChange } from '~~/core'
import type { TakeInput } from '~~/shared/schemas/records'
import { checkSetup } from '~~/shared/schemas/setup'

// The stores take what the page's build gives them from the global scope, which must be there first.
const { useSetupStore } = await import('~~/app/stores/setup')
const { useSessionStore } = await import('~~/app/stores/session')
const { useTakesStore } = await import('~~/app/stores/takes')
const { useKitStore } = await import('~~/app/stores/kit')
const { useRunStore } = await import('~~/app/stores/run')
const { usePicturesStore } = await import('~~/app/stores/pictures')
const { RATES, nextTakes, useViewStore } = await import('~~/app/stores/view')
const { takeQueue } = await import('~~/app/services/takeQueue')
const { clearOutboxes } = await import('~~/app/services/outbox')

const record = (setup: Setup, revision = 1) => ({
  id: 's',
  shootId: 'h',
  shootName: 'Shoot',
  revision,
  updatedAt: '',
  setup,
})
/** A server that keeps one set-up as the real one does. */
function oneSetup(start: Setup) {
  const kept = { setup: start, revision: 1, down: false }
  const asked = serve(({ method, body }) => {
    if (kept.down) return 'unreachable'
    if (method === 'GET') return { body: record(kept.setup, kept.revision) }
    if (body.revision !== kept.revision)
      return { status: 409, body: { detail: 'Changed elsewhere', current: record(kept.setup, kept.revision) } }
    kept.setup = body.setup
    kept.revision++
    return { body: record(kept.setup, kept.revision) }
  })
  return { kept, asked }
}

beforeEach(() => {
  fresh()
  storage.removeItem('epiro-draft-s')
})

describe('the set-up at hand', () => {
  const speed = (value: number) => [{ path: 'motion.speed', value }]

  test('what is changed is planned at once and saved after a pause, several changes as one', async () => {
    const { kept, asked } = oneSetup(newSetup('projectile'))
    const store = useSetupStore()
    await store.open('s')
    const before = store.plan!.timing.wanted!
    store.change(speed(36))
    store.change(speed(38))
    expect(store.plan!.timing.wanted).toBeLessThan(before)
    expect(store.saveState).toBe('waiting')
    await until(() => store.saveState === 'saved')
    expect(kept.setup.motion.speed).toBe(38)
    expect(asked.filter(a => a.method === 'PUT')).toHaveLength(1)
    expect(storage.getItem('epiro-draft-s')).toBeNull()
  })
  test('a change out of range is refused with its reason, and nothing changes', async () => {
    oneSetup(newSetup('projectile'))
    const store = useSetupStore()
    await store.open('s')
    expect(store.change(speed(1e6))).toEqual([{ field: 'motion.speed', reason: expect.stringContaining('allowed') }])
    expect(store.setup!.motion.speed).toBe(34)
    expect(store.canUndo).toBe(false)
  })
  test('one drag is one step back; redo goes forward again; a new change ends what could be redone', async () => {
    oneSetup(newSetup('projectile'))
    const store = useSetupStore()
    await store.open('s')
    for (const at of [0.31, 0.35, 0.4]) store.change([{ path: 'sensor.position', value: at }], 'drag-1')
    store.change([{ path: 'sensor.position', value: 0.5 }], 'drag-2')
    store.undo()
    expect(store.setup!.sensor.position).toBe(0.4)
    store.undo()
    expect(store.setup!.sensor.position).toBe(0.3)
    store.redo()
    expect(store.setup!.sensor.position).toBe(0.4)
    store.change(speed(35))
    expect(store.canRedo).toBe(false)
  })
  test('a change that is none leaves no step; steps go back one by one, the last 200 of them', async () => {
    oneSetup(newSetup('projectile'))
    const store = useSetupStore()
    await store.open('s')
    expect([store.canUndo, store.canRedo]).toEqual([false, false])
    store.replace(store.setup!)
    expect(store.canUndo).toBe(false)
    for (let i = 1; i <= 203; i++) store.change(speed(30 + i / 100))
    let steps = 0
    for (; store.canUndo; steps++) {
      expect(store.setup!.motion.speed).toBeCloseTo(30 + (203 - steps) / 100, 9)
      store.undo()
    }
    expect(steps).toBe(200)
    expect(store.setup!.motion.speed).toBeCloseTo(30.03, 9)
  })
  test('what is saved late of a set-up that was left says nothing of the one at hand', async () => {
    const answers: Record<string, { setup: Setup; revision: number }> = {
      s: { setup: newSetup('projectile'), revision: 1 },
      t: { setup: newSetup('pour'), revision: 5 },
    }
    const whole = (id: string) => ({ ...record(answers[id]!.setup, answers[id]!.revision), id })
    let slow = true
    const asked = serve(({ method, path, body }) => {
      const id = path.endsWith('/s') ? 's' : 't'
      if (method === 'GET') return { body: whole(id) }
      if (slow) return 'unreachable'
      answers[id] = { setup: body.setup, revision: answers[id]!.revision + 1 }
      return { body: whole(id) }
    })
    const store = useSetupStore()
    await store.open('s')
    store.change(speed(44))
    await store.open('t')
    const states: string[] = []
    const stop = watch(
      () => [store.saveState, store.record!.id],
      ([state, id]) => states.push(`${id} ${state}`),
      { flush: 'sync' },
    )
    slow = false
    await until(() => answers.s!.setup.motion.speed === 44, 8000)
    await new Promise(resolve => setTimeout(resolve, 30))
    stop()
    expect([states, store.saveState, store.record!.id, store.record!.revision]).toEqual([[], 'saved', 't', 5])
    expect(asked.filter(a => a.method === 'PUT').every(a => a.path.endsWith('/s') && a.body.revision === 1)).toBe(true)
  })
  test('a draft that the server has already is let go, and not sent', async () => {
    const checked = checkSetup(newSetup('projectile')) as { value: Setup }
    const { asked } = oneSetup(checked.value)
    storage.setItem('epiro-draft-s', JSON.stringify({ revision: 1, setup: checked.value }))
    const store = useSetupStore()
    await store.open('s')
    expect([store.saveState, storage.getItem('epiro-draft-s')]).toEqual(['saved', null])
    await new Promise(resolve => setTimeout(resolve, 30))
    expect(asked.filter(a => a.method === 'PUT')).toEqual([])
  })
  test('a fix is shown while it is tried and gone when it is not', async () => {
    oneSetup(withChange(newSetup('projectile'), { path: 'catch.distance', value: 0.5 }))
    const store = useSetupStore()
    await store.open('s')
    const fix = store.plan!.findings.find(f => f.id === 'catch')!.fixes[0]!
    store.tryFix(fix)
    expect(store.plan!.findings.some(f => f.id === 'catch')).toBe(false)
    expect(store.setup!.catch.distance).toBe(0.5)
    store.tryFix(null)
    expect(store.plan!.findings.some(f => f.id === 'catch')).toBe(true)
  })
  test('while the server is away the draft is kept, outlives the tab, and is sent when it is back', async () => {
    const { kept } = oneSetup(newSetup('projectile'))
    const store = useSetupStore()
    await store.open('s')
    kept.down = true
    store.change(speed(41))
    await until(() => store.saveState === 'offline')
    // The tab is gone.
    clearOutboxes()
    fresh()
    kept.down = false
    const again = useSetupStore()
    await again.open('s')
    expect(again.setup!.motion.speed).toBe(41)
    await until(() => kept.setup.motion.speed === 41)
    await until(() => again.saveState === 'saved')
  })
  test('an edit made while a save is on its way is saved after it, from the revision that came back', async () => {
    const kept = { setup: newSetup('projectile'), revision: 1 }
    const store = useSetupStore()
    const asked = serve(({ method, body }) => {
      if (method === 'GET') return { body: record(kept.setup, kept.revision) }
      if (body.revision !== kept.revision)
        return { status: 409, body: { detail: 'Changed elsewhere', current: record(kept.setup, kept.revision) } }
      kept.setup = body.setup
      kept.revision++
      if (kept.revision === 2) store.change(speed(44))
      return { body: record(kept.setup, kept.revision) }
    })
    await store.open('s')
    store.change(speed(42))
    await until(() => kept.revision === 3 && store.saveState === 'saved')
    expect(kept.setup.motion.speed).toBe(44)
    expect(asked.filter(a => a.method === 'PUT').map(a => a.body.revision)).toEqual([1, 2])
    expect(storage.getItem('epiro-draft-s')).toBeNull()
  })
  test('what was changed just before it is left is sent, and stands there when it is opened again', async () => {
    const { kept, asked } = oneSetup(newSetup('projectile'))
    const store = useSetupStore()
    await store.open('s')
    store.change(speed(43))
    store.close()
    await store.open('s')
    expect(store.setup!.motion.speed).toBe(43)
    expect(store.record!.revision).toBe(2)
    expect(kept.setup.motion.speed).toBe(43)
    expect(asked.map(({ method }) => method)).toEqual(['GET', 'PUT', 'GET'])
    expect(storage.getItem('epiro-draft-s')).toBeNull()
  })
  test('choosing a method, a link or a sensor makes a whole, one step back', async () => {
    oneSetup(newSetup('drop'))
    const store = useSetupStore()
    await store.open('s')
    store.change([{ path: 'sensor.kind', value: 'sound' }])
    expect(store.setup!.sensor).toMatchObject({ kind: 'sound', source: 'impact', latency: null })
    store.change([{ path: 'method', value: 'sync-shutter' }])
    expect(store.setup!.picture.shutter).toBeLessThanOrEqual(1 / 100)
    expect(store.plan!.shutter.lostWorst).toBeLessThan(1 / 6)
    store.undo()
    expect(store.setup).toMatchObject({ method: 'open-shutter', picture: { shutter: 2 }, sensor: { kind: 'sound' } })
    expect(store.change([{ path: 'method', value: 'no such' }])[0]!.field).toBe('method')
  })
  test('two versions meet: neither is lost, whichever is kept', async () => {
    for (const keep of ['mine', 'theirs'] as const) {
      fresh()
      storage.removeItem('epiro-draft-s')
      const { kept } = oneSetup(newSetup('projectile'))
      const store = useSetupStore()
      await store.open('s')
      kept.setup = withChange(kept.setup, { path: 'picture.iso', value: 800 })
      kept.revision++
      store.change(speed(37))
      await until(() => store.saveState === 'conflict')
      expect(store.theirs!.setup.picture.iso).toBe(800)
      store.resolve(keep)
      if (keep === 'mine') await until(() => kept.setup.motion.speed === 37)
      else {
        expect(store.setup!.picture.iso).toBe(800)
        store.undo()
        expect(store.setup!.motion.speed).toBe(37)
        await until(() => kept.setup.motion.speed === 37)
      }
    }
  })
  test('what the server refuses is said, and not tried again', async () => {
    const asked = serve(({ method }) =>
      method === 'GET' ? { body: record(newSetup('projectile')) } : { status: 422, body: { detail: 'name: missing' } },
    )
    const store = useSetupStore()
    await store.open('s')
    store.change(speed(36))
    await until(() => store.saveState === 'refused')
    expect(store.saveMessage).toBe('name: missing')
    expect(asked.filter(a => a.method === 'PUT')).toHaveLength(1)
  })
})

describe('takes', () => {
  const take = (n: number, change: Partial<TakeInput> = {}): TakeInput => ({
    key: `take-key-${n}`,
    delay: 0.018,
    verdict: 'late',
    keeper: false,
    position: null,
    note: '',
    planned: null,
    sharp: null,
    exposed: null,
    clean: null,
    settings: null,
    firedAt: `2026-11-24T18:00:0${n}.000Z`,
    ...change,
  })
  /** A server that keeps takes by their key and numbers them. */
  function takeServer() {
    const state = {
      takes: [] as (TakeInput & { id: string; number: number })[],
      down: false,
      refuse: '',
      status: 0,
      gone: '',
    }
    serve(({ method, path, body }: Asked) => {
      if (state.down) return 'unreachable'
      if (method === 'GET') return { body: [...state.takes].reverse() }
      if (method === 'PUT') {
        const at = state.takes.findIndex(t => path.endsWith(t.id))
        return { body: (state.takes[at] = { ...state.takes[at]!, ...body }) }
      }
      if (state.status > 0) return { status: state.status, body: { detail: `says ${state.status}` } }
      if (path.includes(`/${state.gone}/`)) return { status: 404, body: { detail: 'No such set-up' } }
      if (body.key === state.refuse) return { status: 422, body: { detail: 'note: too long' } }
      const known = state.takes.find(t => t.key === body.key)
      if (known) return { body: known }
      const kept = { ...body, id: `id-${body.key}`, number: state.takes.length + 1 }
      state.takes.push(kept)
      return { status: 201, body: kept }
    })
    return state
  }
  afterEach(async () => {
    for (const queued of await takeQueue.all()) await takeQueue.done(queued.take.key)
  })

  test('a take stands there at once, and has its number when the server answers', async () => {
    const server = takeServer()
    const store = useTakesStore()
    await store.open('s')
    await store.log(take(1))
    expect(store.takes.map(t => t.number)).toEqual([1])
    await until(() => server.takes.length === 1 && store.unsent === 0)
    expect(store.takes.map(t => t.id)).toEqual(['id-take-key-1'])
  })
  test(
    'without a server they wait in the order fired, outlive the page, and go out in that order, ' + 'each once',
    async () => {
      const server = takeServer()
      const store = useTakesStore()
      await store.open('s')
      server.down = true
      for (const n of [1, 2, 3]) await store.log(take(n))
      await until(() => store.offline)
      expect(store.unsent).toBe(3)
      expect(store.takes.map(t => t.number)).toEqual([3, 2, 1])
      fresh()
      const again = useTakesStore()
      await again.open('s')
      expect(again.offline).toBe(true)
      expect(again.unsent).toBe(3)
      server.down = false
      await again.flush()
      expect(server.takes.map(t => t.key)).toEqual(['take-key-1', 'take-key-2', 'take-key-3'])
      expect(again.unsent).toBe(0)
      expect(await takeQueue.all()).toEqual([])
      again.close()
    },
  )
  test('an answer that was lost on the way doubles nothing', async () => {
    const server = takeServer()
    server.takes.push({ ...take(1), id: 'id-take-key-1', number: 1 })
    await takeQueue.keep({ setupId: 's', take: take(1) })
    const store = useTakesStore()
    await store.open('s')
    await until(() => store.unsent === 0)
    expect(store.takes).toHaveLength(1)
    expect(server.takes).toHaveLength(1)
  })
  test('one put right stands there at once, without a server too, and is sent as it was put right last', async () => {
    const server = takeServer()
    const store = useTakesStore()
    await store.open('s')
    await store.log(take(1))
    await until(() => server.takes.length === 1 && store.unsent === 0)
    server.down = true
    const right = (verdict: 'on' | 'early', keeper: boolean) =>
      store.amend(store.takes[0]!, {
        delay: 0.018,
        verdict,
        keeper,
        position: null,
        note: '',
        sharp: null,
        exposed: null,
        clean: null,
      })
    await right('early', false)
    expect(store.takes.map(t => [t.number, t.id, t.verdict])).toEqual([[1, 'id-take-key-1', 'early']])
    await right('on', true)
    expect(store.takes.map(t => [t.verdict, t.keeper])).toEqual([['on', true]])
    expect(store.unsent).toBe(1)
    server.down = false
    await store.flush()
    await until(() => store.unsent === 0)
    expect(server.takes.map(t => [t.number, t.verdict, t.keeper])).toEqual([[1, 'on', true]])
    expect(store.takes.map(t => [t.verdict, t.keeper])).toEqual([['on', true]])
    expect(await takeQueue.all()).toEqual([])
  })
  test('one put right before it was sent goes out right, once', async () => {
    const server = takeServer()
    const store = useTakesStore()
    await store.open('s')
    server.down = true
    await store.log(take(2))
    await until(() => store.offline)
    await store.amend(store.takes[0]!, {
      delay: 0.019,
      verdict: 'misfire',
      keeper: false,
      position: null,
      note: 'no pop',
      sharp: null,
      exposed: null,
      clean: null,
    })
    server.down = false
    await store.flush()
    await until(() => store.unsent === 0)
    expect(server.takes.map(t => [t.verdict, t.note, t.delay])).toEqual([['misfire', 'no pop', 0.019]])
  })
  test('one that another device put right is not put back by a late answer', async () => {
    const server = takeServer()
    server.takes.push({ ...take(1, { verdict: 'on' }), id: 'id-take-key-1', number: 1 })
    await takeQueue.keep({ setupId: 's', take: take(1) })
    const store = useTakesStore()
    await store.open('s')
    await until(() => store.unsent === 0)
    expect(server.takes[0]!.verdict).toBe('on')
    expect(store.takes[0]!.verdict).toBe('on')
  })
  test('one the server refuses is kept with its reason and does not hold up the others', async () => {
    const server = takeServer()
    server.refuse = 'take-key-1'
    const store = useTakesStore()
    await store.open('s')
    await store.log(take(1))
    await store.log(take(2))
    await until(() => store.unsent === 0 && server.takes.length === 1)
    expect(store.refused.map(q => q.refused)).toEqual(['note: too long'])
    expect((await takeQueue.all()).map(q => q.take.key)).toEqual(['take-key-1'])
    // Mended there, it is sent again.
    server.refuse = ''
    await store.sendAgain()
    expect(server.takes.map(t => t.key)).toEqual(['take-key-2', 'take-key-1'])
    expect(await takeQueue.all()).toEqual([])
  })
  test.each([401, 403, 408, 429, 500, 503])(
    '%i is never the last word: the take waits with the reason, and goes out later',
    async status => {
      const server = takeServer()
      server.status = status
      const store = useTakesStore()
      await store.open('s')
      await store.log(take(1))
      await until(() => store.queue[0]?.held !== undefined)
      expect(store.queue.map(q => [q.take.key, q.held, q.refused])).toEqual([
        ['take-key-1', `says ${status}`, undefined],
      ])
      expect(store.unsent).toBe(1)
      expect(store.offline).toBe(status >= 500)
      server.status = 0
      await store.flush()
      expect(server.takes.map(t => t.key)).toEqual(['take-key-1'])
      expect(store.unsent).toBe(0)
    },
  )
  test('it is tried again by itself, also where a rate was reached', async () => {
    const server = takeServer()
    server.status = 429
    const store = useTakesStore()
    await store.open('s')
    await store.log(take(7))
    await until(() => store.queue[0]?.held !== undefined)
    server.status = 0
    await until(() => server.takes.some(t => t.key === 'take-key-7'), 4500)
  })
  test('a set-up that is out of sight holds up no other take, and keeps its own until it is back', async () => {
    const server = takeServer()
    server.gone = 'archived'
    await takeQueue.keep({ setupId: 'archived', take: take(1) })
    const store = useTakesStore()
    await store.open('s')
    await store.log(take(2))
    await until(() => server.takes.length === 1)
    expect(store.queue.map(q => [q.setupId, q.held, q.refused])).toEqual([['archived', 'No such set-up', undefined]])
    server.gone = ''
    await store.flush()
    expect(server.takes.map(t => t.key)).toEqual(['take-key-2', 'take-key-1'])
  })
  test(
    'a take is sent in the name of who logged it: another studio on this browser neither sends nor ' + 'loses it',
    async () => {
      const server = takeServer()
      const signIn = (key: string): void => {
        useSessionStore().key = key
      }
      signIn('studio-a.kim')
      const kims = useTakesStore()
      await kims.open('s')
      server.down = true
      await kims.log(take(1))
      await until(() => kims.offline)
      kims.close()
      fresh()
      signIn('studio-b.lee')
      server.down = false
      const lees = useTakesStore()
      await lees.open('other')
      await lees.flush()
      expect(server.takes).toEqual([])
      expect([lees.queue.length, lees.unsent, lees.ofOthers]).toEqual([0, 0, 1])
      expect(lees.takes).toEqual([])
      await lees.log(take(2))
      await until(() => server.takes.length === 1)
      expect(server.takes.map(t => t.key)).toEqual(['take-key-2'])
      // What Lee leaves behind is Lee's alone.
      await lees.clearDevice('studio-b.lee')
      expect((await takeQueue.all()).map(q => [q.owner, q.take.key])).toEqual([['studio-a.kim', 'take-key-1']])
      fresh()
      signIn('studio-a.kim')
      const again = useTakesStore()
      await again.open('s')
      await until(() => again.unsent === 0)
      expect(server.takes.map(t => t.key)).toEqual(['take-key-2', 'take-key-1'])
      expect(await takeQueue.all()).toEqual([])
    },
  )
  test(
    'what an earlier version kept has no name on it and is sent by whoever is here; signing out takes ' + 'it along',
    async () => {
      const server = takeServer()
      server.down = true
      await takeQueue.keep({ setupId: 's', take: take(1) })
      useSessionStore().key = 'studio-a.kim'
      const store = useTakesStore()
      await store.open('s')
      expect([store.unsent, store.ofOthers]).toEqual([1, 0])
      await store.clearDevice('studio-a.kim')
      expect(await takeQueue.all()).toEqual([])
      expect(store.takes).toEqual([])
    },
  )
})

describe('a viewer', () => {
  test('tries a change out, and nothing of it is kept or sent; a run is only followed', async () => {
    const { kept, asked } = oneSetup(newSetup('projectile'))
    useSessionStore().role = 'viewer'
    const store = useSetupStore()
    await store.open('s')
    const before = store.plan!.timing.wanted!
    store.change([{ path: 'motion.speed', value: 40 }])
    expect(store.plan!.timing.wanted).toBeLessThan(before)
    expect(store.saveState).toBe('tried')
    await new Promise(resolve => setTimeout(resolve, 700))
    expect(asked.map(a => a.method)).toEqual(['GET'])
    expect(kept.setup.motion.speed).toBe(34)
    expect(storage.getItem('epiro-draft-s')).toBeNull()
    const run = useRunStore()
    run.move({ step: 3 })
    expect(run.state.step).toBe(0)
  })
})

describe('kit', () => {
  test('changes are sent one after the other, each from the revision before it', async () => {
    const item = newKitItem('modifier')
    let kept = { id: 'k', revision: 1, archived: false, updatedAt: '', item, usedBy: [] }
    const asked = serve(({ method, body }) => {
      if (method === 'GET') return { body: [kept] }
      if (body.revision !== kept.revision) return { status: 409, body: { detail: 'Changed elsewhere', current: kept } }
      kept = { ...kept, revision: kept.revision + 1, item: body.item }
      return { body: kept }
    })
    const store = useKitStore()
    await store.load()
    for (const name of ['A', 'B', 'C']) store.change('k', { ...store.byId.get('k')!.item, name })
    await until(() => kept.item.name === 'C')
    expect(store.byId.get('k')!.item.name).toBe('C')
    expect(asked.filter(a => a.method === 'PUT').map(a => a.body.revision)).toEqual([
      ...new Set(asked.filter(a => a.method === 'PUT').map(a => a.body.revision)),
    ])
    expect(store.change('k', { ...kept.item, name: '' })[0]!.reason).toMatch(/missing/)
    // Somebody else was quicker: theirs stands, and that is said.
    kept = { ...kept, revision: 9, item: { ...item, name: 'Theirs' } }
    store.change('k', { ...store.byId.get('k')!.item, name: 'Mine' })
    await until(() => (store.trouble.k ?? '') !== '')
    expect(store.byId.get('k')!.item.name).toBe('Theirs')
  })
  test('kinds are told apart, what is put away is out of sight; a draft that the server has is let go', async () => {
    const rows = (['lens', 'sensor', 'lens', 'lens'] as const).map((kind, i) => ({
      ...{ id: `k${i}`, revision: 1, archived: i === 3, updatedAt: '', usedBy: [] },
      item: newKitItem(kind, `Item ${i}`),
    }))
    const asked = serve(() => ({ body: rows }))
    storage.setItem('epiro-kit-draft-k0', JSON.stringify({ revision: 1, item: rows[0]!.item }))
    const store = useKitStore()
    await store.load()
    expect(store.ofKind('lens').map(({ id }) => id)).toEqual(['k0', 'k2'])
    expect(store.ofKind('sensor').map(({ id }) => id)).toEqual(['k1'])
    expect(storage.getItem('epiro-kit-draft-k0')).toBeNull()
    await new Promise(resolve => setTimeout(resolve, 30))
    expect(asked.filter(a => a.method === 'PUT')).toEqual([])
  })
  test('what a dead network kept back is said and sent again, the newest of it', async () => {
    const item = newKitItem('modifier')
    let kept = { id: 'k', revision: 1, archived: false, updatedAt: '', item, usedBy: [] }
    let down = false
    serve(({ method, body }) => {
      if (down) return 'unreachable'
      if (method === 'GET') return { body: [kept] }
      kept = { ...kept, revision: kept.revision + 1, item: body.item }
      return { body: kept }
    })
    const store = useKitStore()
    await store.load()
    down = true
    store.change('k', { ...item, name: 'A' })
    await until(() => (store.trouble.k ?? '').includes('trying again'))
    store.change('k', { ...store.byId.get('k')!.item, name: 'B' })
    down = false
    await until(() => kept.item.name === 'B' && store.trouble.k === '', 8000)
    expect(store.byId.get('k')!.item.name).toBe('B')
  })
  test('what the server never had outlives the page, unless somebody else was quicker', async () => {
    const item = newKitItem('modifier')
    let kept = { id: 'k', revision: 3, archived: false, updatedAt: '', item, usedBy: [] }
    let down = true
    serve(({ method, body }) => {
      if (method === 'GET') return { body: [kept] }
      if (down) return 'unreachable'
      kept = { ...kept, revision: kept.revision + 1, item: body.item }
      return { body: kept }
    })
    const leftWith = async (name: string) => {
      const store = useKitStore()
      await store.load()
      store.change('k', { ...item, name })
      await until(() => (store.trouble.k ?? '') !== '')
      clearOutboxes()
      fresh()
    }
    await leftWith('Mine')
    down = false
    const again = useKitStore()
    await again.load()
    expect(again.byId.get('k')!.item.name).toBe('Mine')
    await until(() => kept.item.name === 'Mine' && again.trouble.k === '')
    expect(kept.revision).toBe(4)
    expect(storage.getItem('epiro-kit-draft-k')).toBeNull()

    down = true
    await leftWith('Mine too')
    kept = { ...kept, revision: 9, item: { ...item, name: 'Theirs' } }
    const last = useKitStore()
    await last.load()
    expect(last.byId.get('k')!.item.name).toBe('Theirs')
    expect(last.trouble.k).toBe('Changed elsewhere meanwhile: this is the newest. Make your change again.')
    expect(storage.getItem('epiro-kit-draft-k')).toBeNull()
  })
  test.each([408, 429, 500, 503])('a server that answers %i is asked again; what is wrong is not', async status => {
    const item = newKitItem('modifier')
    const id = `k${status}`
    let [answer, puts] = [status, 0]
    serve(({ method, path }) => {
      if (method === 'GET') return { body: [{ id, revision: 1, archived: false, updatedAt: '', item, usedBy: [] }] }
      // One that an earlier test left behind may still be on its way.
      if (path.includes(id)) puts++
      return { status: answer, body: { detail: 'Not now' } }
    })
    const store = useKitStore()
    await store.load()
    store.change(id, { ...item, name: 'A' })
    await until(() => (store.trouble[id] ?? '').startsWith('Not saved yet, trying again'))
    answer = 422
    await until(() => store.trouble[id] === 'Not saved: Not now', 8000)
    expect(puts).toBe(2)
  })
})

/** Server-sent events as a test sends them. */
class Events {
  static last: Events
  onopen: () => void = () => {}
  onerror: () => void = () => {}
  onmessage: (event: { data: string }) => void = () => {}
  constructor(readonly url: string) {
    Events.last = this
  }
  close(): void {
    this.url satisfies string
  }
  say(run: object): void {
    this.onmessage({
      data: JSON.stringify({
        step: 0,
        delay: null,
        openedAt: null,
        actedAt: null,
        revision: 0,
        takes: 0,
        lastTake: 0,
        setupRevision: 1,
        pictures: '0/0',
        ...run,
      }),
    })
  }
}

describe('a run', () => {
  beforeEach(() => {
    Object.assign(globalThis, { EventSource: Events })
  })
  function runServer() {
    const state = { kept: { step: 0, revision: 0 } as { step: number; revision: number }, down: false }
    const asked = serve(({ body }) => {
      if (state.down) return 'unreachable'
      state.kept = { ...body, revision: state.kept.revision + 1 }
      return { body: state.kept }
    })
    return { state, asked }
  }
  test('moves at once here, and is told when takes, pictures or the set-up changed elsewhere', async () => {
    const { state } = runServer()
    const store = useRunStore()
    const changes: object[] = []
    store.follow('s', what => changes.push(what))
    expect(Events.last.url).toBe('/api/setups/s/run/events')
    store.move({ step: 2 })
    expect(store.state.step).toBe(2)
    await until(() => state.kept.step === 2)
    Events.last.say({ step: 2, revision: 1 })
    Events.last.say({ step: 3, revision: 2, takes: 1, pictures: '1/0' })
    expect(store.state.step).toBe(3)
    expect(changes.at(-1)).toEqual({ takes: true, setup: false, pictures: true })
    // What is no run, or only half of one, is passed over; what a later server adds is no hindrance.
    Events.last.onmessage({ data: '{"step":' })
    Events.last.say({ step: '4', revision: 3 })
    Events.last.say({ step: 4, revision: 3, pictures: undefined })
    expect(store.state.step).toBe(3)
    expect(changes.length).toBe(1)
    Events.last.say({ step: 3, revision: 2, takes: 1, pictures: '1/0', weather: 'dry' })
    expect(changes.at(-1)).toEqual({ takes: false, setup: false, pictures: false })
    // What is older than what was seen changes nothing.
    Events.last.say({ step: 0, revision: 1, takes: 1, pictures: '1/0' })
    expect(store.state.step).toBe(3)
    store.leave()
  })
  test('what could not be sent is sent when the server is back', async () => {
    const { state } = runServer()
    const store = useRunStore()
    store.follow('s', () => {})
    state.down = true
    store.move({ step: 4 })
    await new Promise(resolve => setTimeout(resolve, 50))
    state.down = false
    await until(() => state.kept.step === 4, 5000)
    expect(store.state.step).toBe(4)
    store.leave()
  })
  test('unless somebody else moved it on meanwhile: theirs holds', async () => {
    const { state, asked } = runServer()
    const store = useRunStore()
    store.follow('s', () => {})
    state.down = true
    store.move({ step: 4 })
    const mine = () => asked.filter(a => a.path.endsWith('/run'))
    await until(() => mine().length === 1)
    await new Promise(resolve => setTimeout(resolve, 50))
    Events.last.say({ step: 7, revision: 5 })
    expect(store.state.step).toBe(7)
    state.down = false
    await new Promise(resolve => setTimeout(resolve, 1300))
    expect(mine()).toHaveLength(1)
    store.leave()
  })
  test('what could not be sent is given up once another run is followed, or somebody else moved it on', async () => {
    const { state, asked } = runServer()
    const store = useRunStore()
    const tried = (): number => asked.filter(({ method }) => method === 'PUT').length
    store.follow('s', () => {})
    state.down = true
    store.move({ step: 4 })
    await until(() => tried() === 1)
    await new Promise(resolve => setTimeout(resolve, 30))
    store.follow('t', () => {})
    state.down = false
    store.move({ step: 1 })
    await until(() => state.kept.step === 1)
    state.down = true
    store.move({ step: 2 })
    await until(() => tried() === 3)
    await new Promise(resolve => setTimeout(resolve, 30))
    Events.last.say({ step: 7, revision: 5 })
    expect(store.state.step).toBe(7)
    state.down = false
    // Longer than it waits to try again.
    await new Promise(resolve => setTimeout(resolve, 1300))
    expect([tried(), state.kept.step, store.state.step]).toEqual([3, 1, 7])
    expect(asked.map(({ path }) => path.split('/')[3])).toEqual(['s', 't', 't'])
    store.leave()
  })
})

describe('pictures', () => {
  test('are known by their take, and what is refused is said file by file', async () => {
    const kept = [
      { id: 'p1', takeId: 't1', name: 'a.jpg' },
      { id: 'p2', takeId: null, name: 'b.jpg' },
      { id: 'p3', takeId: 't1', name: 'c.jpg' },
    ]
    globalThis.fetch = (async (path: string, init: { method: string }) => {
      const refused = init.method === 'POST' && path.includes('bad.txt')
      return {
        ok: !refused,
        status: refused ? 415 : 200,
        json: async () => (refused ? { detail: 'Not a picture Epiro keeps' } : kept),
      }
    }) as unknown as typeof fetch
    const store = usePicturesStore()
    await store.open('s')
    expect(store.latest?.id).toBe('p1')
    expect(store.ofTake.get('t1')!.map(p => p.id)).toEqual(['p1', 'p3'])
    expect(await store.add([new File(['x'], 'bad.txt'), new File(['y'], 'd.jpg')], 't1')).toEqual([
      'bad.txt: Not a picture Epiro keeps',
    ])
  })
})

describe('looking at it', () => {
  let frames: ((now: number) => void)[] = []
  beforeEach(() => {
    frames = []
    Object.assign(globalThis, {
      requestAnimationFrame: (next: (now: number) => void) => frames.push(next),
      cancelAnimationFrame: () => {
        frames = []
      },
    })
  })
  const run = (seconds: number, from: number): void => {
    for (let t = 0; t <= seconds * 1000; t += 50) for (const next of frames.splice(0)) next(from + t)
  }
  test('a replay runs at its speed to the end and holds there', () => {
    const view = useViewStore()
    const p = plan(newSetup('projectile'))
    view.prepare(p)
    expect(view.rate).toBe(RATES[0])
    view.play()
    run(10, performance.now())
    expect(view.instant).toBeGreaterThan(0.0095)
    expect(view.instant).toBeLessThan(0.0105)
    run(60, performance.now() + 10_000)
    expect(view.instant).toBe(view.ends[1])
    expect(view.playing).toBe(false)
    view.scrub(99)
    expect(view.instant).toBe(view.ends[1])
    view.stop()
    expect(view.instant).toBeNull()
  })
  test('what takes longer is shown faster, so that it is watched to its end', () => {
    const view = useViewStore()
    for (const recipe of ['pour', 'toss', 'swing'] as const) {
      view.prepare(plan(newSetup(recipe)))
      expect((view.ends[1] - view.ends[0]) / view.rate).toBeLessThanOrEqual(60)
    }
  })
  test('the next ten takes are the same ten of a plan, spread as it says', () => {
    const p = plan(newSetup('projectile'))
    const takes = nextTakes(p)
    expect(takes).toHaveLength(10)
    expect(nextTakes(p).map(t => t.captured)).toEqual(takes.map(t => t.captured))
    const mean = takes.reduce((sum, t) => sum + t.offset!, 0) / 10
    const sd = Math.sqrt(takes.reduce((sum, t) => sum + (t.offset! - mean) ** 2, 0) / 9)
    expect(sd / p.spread.scatter).toBeGreaterThan(0.4)
    expect(sd / p.spread.scatter).toBeLessThan(1.8)
  })
})
