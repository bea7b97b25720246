import { fresh } from '../support/page'

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
