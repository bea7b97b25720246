import { fresh, serve } from '../support/page'

// The stores take what the page's build gives them from the global scope, which must be there first.
const { useShootsStore } = await import('~~/app/stores/shoots')

beforeEach(fresh)

test('shoots are read, and read again once one is added', async () => {
  const kept = [{ id: 'h1', name: 'Snack bar campaign' }]
  const asked = serve(({ method, body }) => {
    if (method === 'POST') kept.push({ id: 'h2', name: (body as { name: string }).name })
    return { body: kept }
  })
  const store = useShootsStore()
  expect([store.loaded, store.shoots]).toEqual([false, []])
  await store.load()
  expect([store.loaded, store.shoots.map(({ id }) => id)]).toEqual([true, ['h1']])
  const shoot = { name: 'Movement studies', date: '2026-12-09', place: 'Stage 1', notes: '' }
  await store.create(shoot)
  expect(asked.map(({ method, path }) => `${method} ${path}`)).toEqual([
    'GET /api/shoots',
    'POST /api/shoots',
    'GET /api/shoots',
  ])
  expect(asked[1]!.body).toEqual(shoot)
  expect(store.shoots.map(({ name }) => name)).toEqual(['Snack bar campaign', 'Movement studies'])
})

test('earlier shoots come page by page, each once, and stay when the list is read anew', async () => {
  const all = Array.from({ length: 7 }, (_, i) => ({ id: `h${i}`, name: `Shoot ${i}` }))
  const asked = serve(({ path }) => {
    const before = new URLSearchParams(path.split('?')[1]).get('before')
    const from = before === null ? 0 : all.findIndex(({ id }) => id === before) + 1
    const body = all.slice(from, from + 3)
    const last = body.at(-1)?.id
    const link = `</api/shoots?limit=3&before=${last}>; rel="next"`
    return from + 3 < all.length ? { body, headers: { link } } : { body }
  })
  const store = useShootsStore()
  await store.load()
  expect([store.shoots.length, store.next]).toEqual([3, '/api/shoots?limit=3&before=h2'])
  // One that was moved into the page that is read next, meanwhile, is not there twice.
  all.splice(3, 0, all[0]!)
  await store.loadEarlier()
  expect(store.shoots.map(({ id }) => id)).toEqual(['h0', 'h1', 'h2', 'h3', 'h4'])
  all.splice(3, 1)
  await store.load()
  expect(store.shoots.map(({ id }) => id)).toEqual(['h0', 'h1', 'h2', 'h3', 'h4', 'h5'])
  await store.loadEarlier()
  expect([store.shoots.length, store.next]).toEqual([7, null])
  await store.loadEarlier()
  expect(asked).toHaveLength(5)
})
