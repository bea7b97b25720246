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
