import { type Asked, fresh, serve, until } from '../support/page'
import { bareTake } from '../support/bareTake'
import { amendmentOf } from '~~/shared/takes/input'
import type { TakeInput } from '~~/shared/takes/input'

// The stores take what the page's build gives them from the global scope, which must be there first.
const { useSessionStore } = await import('~~/app/stores/session')
const { useTakesStore } = await import('~~/app/stores/takes')
const { takeQueue } = await import('~~/app/services/takeQueue')

beforeEach(fresh)

describe('takes', () => {
  const take = (n: number, change: Partial<TakeInput> = {}): TakeInput => ({
    ...bareTake(`take-key-${n}`),
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
  test('one whose answer was lost comes back in its place, before what others fired since', async () => {
    const server = takeServer()
    const store = useTakesStore()
    await store.open('s')
    server.down = true
    await store.log(take(1))
    await until(() => store.offline)
    // It was kept all the same, and another device has fired since.
    for (const n of [1, 2]) server.takes.push({ ...take(n), id: `id-take-key-${n}`, number: n })
    server.down = false
    await store.open('s')
    await until(() => store.unsent === 0)
    expect(store.takes.map(t => t.number)).toEqual([2, 1])
  })
  test('where the browser keeps nothing, takes go to the server from the page, and what is lost is said', async () => {
    const { indexedDB } = globalThis
    Object.defineProperty(globalThis, 'indexedDB', {
      configurable: true,
      get: () => {
        throw new DOMException('Refused.', 'SecurityError')
      },
    })
    try {
      const server = takeServer()
      const store = useTakesStore()
      await store.open('s')
      server.down = true
      await store.log(take(1))
      expect([store.unsent, store.fleeting, store.takes.length]).toEqual([1, 1, 1])
      server.down = false
      await store.flush()
      await until(() => store.unsent === 0)
      expect(server.takes.map(t => t.key)).toEqual(['take-key-1'])
      expect(store.fleeting).toBe(0)
      store.close()
    } finally {
      Object.defineProperty(globalThis, 'indexedDB', { configurable: true, writable: true, value: indexedDB })
    }
  })
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
      store.amend(store.takes[0]!, amendmentOf({ ...bareTake('any'), verdict, keeper }))
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
      cause: null,
      alsoCause: null,
      variant: null,
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
    await until(() => server.takes.length === 1 && store.queue.length === 1)
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

  test('signing out takes along one’s own and what has no name on it, and leaves what is another’s', async () => {
    useSessionStore().key = 'studio-a.kim'
    await takeQueue.keep({ setupId: 's', take: take(1) })
    await takeQueue.keep({ setupId: 's', take: take(2), owner: 'studio-b.lee' })
    await takeQueue.keep({ setupId: 's', take: take(3), owner: 'studio-a.kim' })
    await useTakesStore().clearDevice('studio-a.kim')
    expect((await takeQueue.all()).map(({ take: { key } }) => key)).toEqual(['take-key-2'])
  })

  test('one struck out stands among the struck alone; none of a set-up that was left', async () => {
    const kept = [1, 2, 3].map(n => ({ ...take(n), id: `t${n}`, number: n, isStruck: false }))
    const asked = serve(({ method, path, body }) => {
      if (method === 'PUT') kept.find(one => path.includes(one.id))!.isStruck = (body as { struck: boolean }).struck
      return { body: kept.filter(one => one.isStruck === path.includes('struck')).reverse() }
    })
    const store = useTakesStore()
    await store.open('s')
    await store.strike('t2', true)
    expect([store.takes.map(one => one.number), store.excluded.map(one => one.number)]).toEqual([[3, 1], [2]])
    await store.strike('t2', false)
    expect([store.takes.map(one => one.number), store.excluded]).toEqual([[3, 2, 1], []])
    expect(asked.filter(({ method }) => method === 'PUT').map(({ body }) => body as object)).toEqual([
      { struck: true },
      { struck: false },
    ])
    await store.strike('t1', true)
    const late = store.readExcluded()
    await store.open('another')
    await late
    expect(store.excluded).toEqual([])
  })
})
