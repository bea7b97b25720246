import { fill, fresh, serve, storage, until } from '../support/page'
import { oneSetup, record } from '../support/oneSetup'
import { type Setup, newSetup, withChange } from '~~/core'
import { checkSetup } from '~~/shared/schemas/setup'

// The stores take what the page's build gives them from the global scope, which must be there first.
const { useSetupStore } = await import('~~/app/stores/setup')
const { clearOutboxes } = await import('~~/app/services/outbox')

beforeEach(() => {
  // What a test before left to be sent is not sent to this one's server.
  clearOutboxes()
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
  test('a browser whose storage is full keeps no change from the server, and says so while it is away', async () => {
    const { kept } = oneSetup(newSetup('projectile'))
    const store = useSetupStore()
    await store.open('s')
    const emptied = fill(storage)
    try {
      store.change(speed(36))
      expect(store.saveState).toBe('waiting')
      expect(store.kept).toBe(false)
      await until(() => store.saveState === 'saved')
      expect(kept.setup.motion.speed).toBe(36)
      expect(store.kept).toBe(true)
    } finally {
      emptied()
    }
  })
  test('what stood in a storage that is full is older than what is not kept, and does not come back', async () => {
    oneSetup(newSetup('projectile'))
    const store = useSetupStore()
    await store.open('s')
    store.change(speed(36))
    expect(storage.getItem('epiro-draft-s')).not.toBeNull()
    const emptied = fill(storage)
    try {
      store.change(speed(39))
      expect(storage.getItem('epiro-draft-s')).toBeNull()
    } finally {
      emptied()
    }
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
  test('a draft made from an older version is set against the newer one, and not sent over it', async () => {
    const { kept, asked } = oneSetup(newSetup('projectile'))
    kept.setup = withChange(newSetup('projectile'), { path: 'motion.speed', value: 39 })
    kept.revision = 5
    const mine = withChange(newSetup('projectile'), { path: 'motion.speed', value: 31 })
    storage.setItem('epiro-draft-s', JSON.stringify({ revision: 4, setup: mine }))
    const store = useSetupStore()
    await store.open('s')
    expect([store.saveState, store.setup!.motion.speed, store.theirs!.setup.motion.speed]).toEqual(['conflict', 31, 39])
    await new Promise(resolve => setTimeout(resolve, 600))
    expect(asked.filter(a => a.method === 'PUT')).toEqual([])
    expect(kept.setup.motion.speed).toBe(39)
    expect(storage.getItem('epiro-draft-s')).not.toBeNull()
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
    let waiting: string | null = null
    const store = useSetupStore()
    const asked = serve(({ method, body }) => {
      if (method === 'GET') return { body: record(kept.setup, kept.revision) }
      if (body.revision !== kept.revision)
        return { status: 409, body: { detail: 'Changed elsewhere', current: record(kept.setup, kept.revision) } }
      if (kept.revision === 2) waiting = storage.getItem('epiro-draft-s')
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
    // Until it is saved it stands in the browser, made from what the server had of the first.
    expect(JSON.parse(waiting!)).toMatchObject({ revision: 2, setup: { motion: { speed: 44 } } })
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

  test('leaving it sends at once what would have waited; with none at hand nothing is changed or sent', async () => {
    const { kept, asked } = oneSetup(newSetup('projectile'))
    const store = useSetupStore()
    expect(store.change(speed(40))).toEqual([])
    expect(store.setup).toBeNull()
    store.close()
    await store.open('s')
    store.change(speed(41))
    const left = Date.now()
    store.close()
    await until(() => kept.setup.motion.speed === 41, 300)
    expect(Date.now() - left).toBeLessThan(350)
    expect(asked.map(({ method }) => method)).toEqual(['GET', 'PUT'])
  })
  test('what was changed elsewhere is taken over in place; what is no newer, or changed here, is not', async () => {
    const { kept, asked } = oneSetup(newSetup('projectile'))
    const store = useSetupStore()
    await store.renew()
    expect(asked).toEqual([])
    await store.open('s')
    store.change(speed(36))
    await until(() => store.saveState === 'saved')
    const [own, seen] = [store.setup, [] as unknown[]]
    const stop = watch(
      () => store.setup?.motion.speed,
      value => seen.push(value),
      { flush: 'sync' },
    )
    // One's own save, told back.
    await store.renew()
    expect([store.setup, seen, store.canUndo]).toEqual([own, [], true])
    Object.assign(kept, { setup: withChange(kept.setup, { path: 'motion.speed', value: 44 }), revision: 3 })
    await store.renew()
    expect([seen, store.record!.revision, store.saveState]).toEqual([[44], 3, 'saved'])
    // What another did is not undone from here; the next change is made from it.
    expect([store.canUndo, store.canRedo, store.followed]).toEqual([false, false, null])
    store.change(speed(45))
    const late = store.renew()
    await until(() => kept.setup.motion.speed === 45)
    await late
    Object.assign(kept, { setup: withChange(kept.setup, { path: 'motion.speed', value: 50 }), revision: 5 })
    await until(() => store.saveState === 'saved')
    const renewing = store.renew()
    store.change(speed(46))
    await renewing
    expect([store.setup!.motion.speed, store.record!.revision]).toEqual([46, 4])
    await until(() => store.saveState === 'conflict')
    const left = store.renew()
    store.close()
    await left
    expect(store.setup).toBeNull()
    stop()
  })
  test('what is changed with no set-up at hand is no mistake, and nothing is made of it', () => {
    const store = useSetupStore()
    expect(store.change(speed(36))).toEqual([])
    expect([store.setup, store.plan, store.canUndo]).toEqual([null, null, false])
  })
  test('of several changes one that is wrong keeps all away, whatever stands before it', async () => {
    oneSetup(newSetup('projectile'))
    const store = useSetupStore()
    await store.open('s')
    const before = store.setup
    const wrong = store.change([...speed(40), { path: 'picture.iso', value: -5 }])
    expect(wrong.map(({ field }) => field)).toEqual(['picture.iso'])
    expect(store.change([...speed(40), { path: 'method', value: 'by magic' }])).not.toEqual([])
    expect([store.setup, store.canUndo]).toEqual([before, false])
    expect(store.change([...speed(40), { path: 'picture.iso', value: 400 }])).toEqual([])
    expect([store.setup!.motion.speed, store.setup!.picture.iso]).toEqual([40, 400])
  })
  test('three steps back and three forward', async () => {
    oneSetup(newSetup('projectile'))
    const store = useSetupStore()
    await store.open('s')
    for (const value of [40, 41, 42]) store.change(speed(value))
    const at = (): number => store.setup!.motion.speed
    const walked: number[] = []
    while (store.canUndo) {
      store.undo()
      walked.push(at())
    }
    while (store.canRedo && walked.length < 9) {
      store.redo()
      walked.push(at())
    }
    expect(walked).toEqual([41, 40, 34, 40, 41, 42])
    store.undo()
    expect([at(), store.canUndo, store.canRedo]).toEqual([41, true, true])
  })
  test('another version of a set-up that was left is no conflict of the one at hand', async () => {
    const theirs = record(withChange(newSetup('projectile'), { path: 'motion.speed', value: 50 }), 7)
    let tried = 0
    serve(({ method, path }) => {
      if (method === 'GET' && path.endsWith('/t')) return { body: { ...record(newSetup('pour'), 5), id: 't' } }
      if (method === 'GET') return { body: record(newSetup('projectile')) }
      tried++
      return { status: 409, body: { detail: 'Changed elsewhere', current: theirs } }
    })
    const store = useSetupStore()
    await store.open('s')
    store.change(speed(44))
    await store.open('t')
    await until(() => tried > 0)
    await new Promise(resolve => setTimeout(resolve, 30))
    expect([store.saveState, store.theirs, store.record!.id]).toEqual(['saved', null, 't'])
  })

  test('an answer that was lost is no conflict: what the server has newer is what was sent', async () => {
    const { kept, asked } = oneSetup(newSetup('projectile'))
    kept.lost = true
    const store = useSetupStore()
    await store.open('s')
    store.change(speed(43))
    await until(() => asked.some(({ method }) => method === 'PUT'))
    kept.lost = false
    await until(() => store.saveState === 'saved', 8000)
    expect([store.theirs, store.record!.revision, store.setup!.motion.speed]).toEqual([null, 2, 43])
    expect(asked.filter(({ method }) => method === 'PUT')).toHaveLength(2)
  })
})
