import { fresh, serve } from '../support/page'

// The stores take what the page's build gives them from the global scope, which must be there first.
const { usePicturesStore } = await import('~~/app/stores/pictures')

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
})
