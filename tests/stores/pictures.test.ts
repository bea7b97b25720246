import { fresh, happens, serve, until } from '../support/page'
import { bareTake } from '../support/bareTake'

// The stores take what the page's build gives them from the global scope, which must be there first.
const { usePicturesStore } = await import('~~/app/stores/pictures')
const { useSessionStore } = await import('~~/app/stores/session')
const { useTakesStore } = await import('~~/app/stores/takes')

const take = bareTake('take-key-1')

beforeEach(fresh)

describe('pictures', () => {
  test('are known by their take, and what is refused is said file by file', async () => {
    const kept = [
      { id: 'p1', takeId: 't1', name: 'a.jpg' },
      { id: 'p2', takeId: null, name: 'b.jpg' },
      { id: 'p3', takeId: 't1', name: 'c.jpg' },
    ]
    serve(({ method, path }) =>
      method === 'POST' && path.includes('bad.txt')
        ? { status: 415, body: { detail: 'File type not supported' } }
        : { body: kept },
    )
    const store = usePicturesStore()
    await store.open('s')
    expect(store.latest?.id).toBe('p1')
    expect([...store.ofTake].map(([take, list]) => [take, list.map(p => p.id)])).toEqual([['t1', ['p1', 'p3']]])
    expect(await store.add([new File(['x'], 'bad.txt'), new File(['y'], 'd.jpg')], 't1')).toEqual([
      'bad.txt: File type not supported',
    ])
  })
  test('are put to another take, or taken out, and read again; none of a set-up that was left', async () => {
    const answers: (() => void)[] = []
    const asked = serve(({ path }) => ({ body: [{ id: `of-${path.split('/')[3]}`, takeId: null }] }))
    const store = usePicturesStore()
    await store.refresh()
    expect([asked, store.pictures]).toEqual([[], []])
    await store.open('s')
    await store.put('p1', null)
    await store.remove('p2')
    const list = 'GET /api/setups/s/pictures'
    expect(asked.map(({ method, path }) => `${method} ${path}`)).toEqual([
      list,
      'PUT /api/pictures/p1/take',
      list,
      'DELETE /api/pictures/p2',
      list,
    ])
    expect(asked[1]!.body).toEqual({ take: null })
    const answer = globalThis.fetch
    globalThis.fetch = (async (path: string, init: RequestInit) => {
      await new Promise<void>(resolve => answers.push(resolve))
      return answer(path, init)
    }) as typeof fetch
    const [late, now] = [store.open('left'), store.open('here')]
    expect([store.pictures, answers.length]).toEqual([[], 2])
    answers.reverse().forEach(go => go())
    await Promise.all([late, now])
    expect(store.latest?.id).toBe('of-here')
  })
  test('added without a server wait on this device, and go to the take they were of, once it is sent', async () => {
    const server = { down: true, takes: [] as { id: string; key: string; number: number }[], sent: [] as string[] }
    serve(({ method, path, body }) => {
      if (server.down) return 'unreachable'
      if (method === 'POST' && path.endsWith('/takes')) {
        const made = { ...body, id: `id of ${body.key}`, number: server.takes.length + 1 }
        server.takes.push(made)
        return { status: 201, body: made }
      }
      if (method === 'POST') {
        if (path.includes('broken')) return { status: 422, body: { detail: 'The picture is broken' } }
        server.sent.push(new URL(path, 'http://here').search)
        return { status: 201, body: {} }
      }
      return { body: path.endsWith('/takes') ? server.takes : [] }
    })
    const [store, takes, session] = [usePicturesStore(), useTakesStore(), useSessionStore()]
    session.key = 'ann'
    await takes.open('away')
    await store.open('away').catch(() => {})
    await takes.log(take)
    expect(await store.add([new File(['x'], 'one.jpg')], take.key)).toEqual([])
    expect(await store.add([new File(['y'], 'two.jpg'), new File(['z'], 'broken.jpg')], null)).toEqual([])
    expect([store.unsent, store.pictures.map(({ name, takeId }) => `${name} of ${takeId}`).sort()]).toEqual([
      3,
      ['broken.jpg of null', `one.jpg of ${take.key}`, 'two.jpg of null'],
    ])
    // Somebody else on this device sees and sends none of them.
    session.key = 'ben'
    expect([store.unsent, store.pictures]).toEqual([0, []])
    server.down = false
    await store.flush()
    expect(server.sent).toEqual([])
    session.key = 'ann'
    const added = (name: string) => store.waiting.find(one => one.name === name)!.addedAt
    const [one, two] = [added('one.jpg'), added('two.jpg')]
    await store.flush()
    await until(() => server.sent.length === 2)
    const asked = server.sent.map(search => Object.fromEntries(new URLSearchParams(search)))
    const zone = '0'
    expect(asked).toEqual(
      expect.arrayContaining([
        { name: 'one.jpg', zone, take: `id of ${take.key}`, written: one },
        { name: 'two.jpg', zone, written: two },
      ]),
    )
    expect(store.waiting.map(({ name, refused }) => [name, refused])).toEqual([['broken.jpg', 'The picture is broken']])
    await store.clearDevice('ben')
    expect(store.waiting.length).toBe(1)
    await store.clearDevice('ann')
    expect(store.waiting).toEqual([])
  })
  test('are sent as soon as there is a network again, and seen there while they wait', async () => {
    const server = { down: true, sent: 0 }
    serve(({ method }) => {
      if (server.down) return 'unreachable'
      if (method === 'POST') server.sent++
      return { body: method === 'POST' ? {} : [] }
    })
    const [store, session] = [usePicturesStore(), useSessionStore()]
    session.key = 'cy'
    await store.open('far').catch(() => {})
    await store.add([new File(['x'], 'one.jpg'), new File(['y'], 'two.jpg')], null)
    expect(store.unsent).toBe(2)
    expect(new Set(store.pictures.map(({ id }) => id)).size).toBe(2)
    server.down = false
    happens('online')
    await until(() => server.sent === 2 && store.unsent === 0, 1000)
    // By itself as well, after a while.
    server.down = true
    await store.add([new File(['z'], 'three.jpg')], null)
    expect(store.unsent).toBe(1)
    server.down = false
    await until(() => server.sent === 3, 9000)
    await store.clearDevice('cy')
  }, 15_000)
  test('wait for the take they are of while that waits, and go by their time where it is refused', async () => {
    const server = { takesDown: true, refuse: false, takes: [] as { id: string; key: string }[], asked: [] as string[] }
    serve(({ method, path, body }) => {
      if (path.endsWith('/takes') && method === 'POST') {
        if (server.takesDown) return 'unreachable'
        if (server.refuse) return { status: 422, body: { detail: 'No such take' } }
        server.takes.push({ ...body, id: `id of ${body.key}`, number: server.takes.length + 1 })
        return { status: 201, body: server.takes.at(-1) }
      }
      if (method !== 'GET') server.asked.push(`${method} ${new URL(path, 'http://here').searchParams.get('take')}`)
      return { body: path.endsWith('/takes') ? server.takes : [] }
    })
    const [store, takes, session] = [usePicturesStore(), useTakesStore(), useSessionStore()]
    session.key = 'dee'
    await takes.open('half')
    await store.open('half')
    await takes.log(take)
    await store.add([new File(['x'], 'one.jpg')], take.key)
    await store.add([new File(['y'], 'two.jpg')], null)
    await store.flush()
    // Pictures get through, takes do not: the one of no take has gone.
    expect([server.asked, store.waiting.map(({ name }) => name)]).toEqual([['POST null'], ['one.jpg']])
    expect(store.pictures.map(({ takeId, byHand }) => [takeId, byHand])).toEqual([[take.key, true]])
    server.takesDown = false
    await store.flush()
    await store.flush()
    expect(store.unsent).toBe(0)
    expect(server.asked).toEqual(['POST null', `POST id of ${take.key}`])
    // One of a take that is there goes at once, though another take waits.
    server.takesDown = true
    await takes.log(bareTake('take-key-2'))
    await store.add([new File(['z'], 'three.jpg')], `id of ${take.key}`)
    expect([server.asked.at(-1), store.unsent]).toEqual([`POST id of ${take.key}`, 0])
    await store.add([new File(['w'], 'four.jpg')], 'take-key-2')
    expect(store.unsent).toBe(1)
    server.takesDown = false
    server.refuse = true
    // The round that adding began may have found takes unreachable.
    await store.flush()
    await store.flush()
    expect(store.unsent).toBe(0)
    expect([server.asked.length, server.asked.at(-1)]).toEqual([4, 'POST null'])
    await takes.clearDevice('dee')
  })
  test('one that waits is taken off this device alone, whatever else waits', async () => {
    const server = { down: true, asked: [] as string[] }
    serve(({ method, path }) => {
      if (server.down && method === 'POST') return 'unreachable'
      if (method !== 'GET') server.asked.push(`${method} ${path}`)
      return { body: [] }
    })
    const [store, session] = [usePicturesStore(), useSessionStore()]
    session.key = 'eve'
    await store.open('s')
    await store.add([new File(['x'], 'one.jpg'), new File(['y'], 'two.jpg')], null)
    expect(store.pictures.every(({ byHand }) => !byHand)).toBe(true)
    const first = store.waiting.find(({ name }) => name === 'one.jpg')!
    await store.remove(first.key)
    expect([store.waiting.map(({ name }) => name), server.asked]).toEqual([['two.jpg'], []])
    await store.remove('p9')
    expect([store.waiting.length, server.asked]).toEqual([1, ['DELETE /api/pictures/p9']])
    await store.clearDevice('eve')
  })
})
