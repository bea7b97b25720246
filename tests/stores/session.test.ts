import { fresh, serve } from '../support/page'

// The stores take what the page's build gives them from the global scope, which must be there first.
const { useSessionStore } = await import('~~/app/stores/session')

beforeEach(fresh)

describe('who is signed in', () => {
  const yard = { name: 'Halcyon Yard', isDemo: false }
  const signed = (role: string) => ({ studio: yard, role, member: 'Mara', key: 'yard/mara', installation: true })

  test.each([
    ['lead', true, true],
    ['crew', false, true],
    ['viewer', false, false],
  ])('a %s: leads %s, runs and logs %s', async (role, leads, runs) => {
    const asked = serve(() => ({ body: signed(role) }))
    const store = useSessionStore()
    expect([store.known, store.studio, store.key]).toEqual([false, null, ''])
    await store.load()
    expect(asked.map(({ method, path }) => `${method} ${path}`)).toEqual(['GET /api/session'])
    expect(store.$state).toEqual({ ...signed(role), known: true })
    expect([store.isLead, store.isCrew]).toEqual([leads, runs])
  })

  test('nobody, where the server says so: that is known, and who was there is gone', async () => {
    let status = 200
    serve(() => ({ status, body: status === 200 ? signed('lead') : { detail: 'Sign in first' } }))
    const store = useSessionStore()
    await store.load()
    status = 401
    await store.load()
    expect([store.studio, store.key, store.known]).toEqual([null, '', true])
  })

  test.each([
    ['a server that breaks down', () => ({ status: 500, body: { detail: 'Broke' } }), 'Broke'],
    ['a server that is away', () => 'unreachable' as const, /./],
  ])('%s says nothing of who is signed in', async (_, answer, message) => {
    let well = true
    serve(() => (well ? { body: signed('lead') } : answer()))
    const store = useSessionStore()
    await store.load()
    well = false
    await expect(store.load()).rejects.toThrow(message)
    expect([store.studio, store.key]).toEqual([yard, 'yard/mara'])
    fresh()
    const another = useSessionStore()
    await expect(another.load()).rejects.toThrow(message)
    expect(another.known).toBe(false)
  })

  test('signing out is the server’s word: only then is nobody here', async () => {
    let away = false
    const asked = serve(({ method }) => (away ? 'unreachable' : { body: method === 'GET' ? signed('crew') : null }))
    const store = useSessionStore()
    await store.load()
    away = true
    await expect(store.signOut()).rejects.toThrow()
    expect(store.key).toBe('yard/mara')
    away = false
    await store.signOut()
    expect(asked.at(-1)).toMatchObject({ method: 'DELETE', path: '/api/session' })
    expect([store.studio, store.key]).toEqual([null, ''])
  })
})
