import { fresh, serve } from '../support/page'

// The stores take what the page's build gives them from the global scope, which must be there first.
const { useSessionStore } = await import('~~/app/stores/session')
const { forgetKept, keepAnswer, keepFor, keptAnswer } = await import('~~/app/services/kept')
const { inStepUntil } = await import('~~/app/services/connection')
const { ownZone } = await import('~~/shared/units/zone')

beforeEach(fresh)

describe('who is signed in', () => {
  const yard = { name: 'Halcyon Yard', isDemo: false, zone: 'Europe/Lisbon' }
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

  test('a server that breaks down says nothing of who is signed in', async () => {
    let well = true
    serve(() => (well ? { body: signed('lead') } : { status: 500, body: { detail: 'Broke' } }))
    const store = useSessionStore()
    await store.load()
    well = false
    await expect(store.load()).rejects.toThrow('Broke')
    expect([store.studio, store.key]).toEqual([yard, 'yard/mara'])
    fresh()
    const another = useSessionStore()
    await expect(another.load()).rejects.toThrow('Broke')
    expect(another.known).toBe(false)
  })

  test('where the server is away who was signed in last stands, until it is forgotten', async () => {
    let well = true
    serve(() => (well ? { body: signed('lead') } : 'unreachable'))
    await useSessionStore().load()
    well = false
    fresh()
    const another = useSessionStore()
    await another.load()
    expect([another.studio, another.key, another.isLead]).toEqual([yard, 'yard/mara', true])
    expect(inStepUntil.value).not.toBeNull()
    await forgetKept()
    fresh()
    const nobody = useSessionStore()
    await expect(nobody.load()).rejects.toThrow(/No connection/)
    expect(nobody.known).toBe(false)
    well = true
    await nobody.load()
    expect(inStepUntil.value).toBeNull()
  })

  test('answers kept for one person are not there for another', async () => {
    await keepFor('yard/mara')
    await keepAnswer('/api/kit', ['lamp'], null)
    await keepFor('yard/mara')
    expect((await keptAnswer('/api/kit'))?.data).toEqual(['lamp'])
    await keepFor('yard/ben')
    expect(await keptAnswer('/api/kit')).toBeNull()
    // What is no question of a page's is not kept.
    await keepAnswer('/api/members', ['Ben'], null)
    expect(await keptAnswer('/api/members')).toBeNull()
  })

  test('days go by the studio’s clocks, by others once the server has counted by them', async () => {
    let well = true
    const asked = serve(({ method, body }) =>
      method === 'GET' ? { body: signed('lead') } : well ? { body } : { status: 503, body: { detail: 'Full' } },
    )
    const store = useSessionStore()
    expect(store.zone).toBe(ownZone())
    await store.load()
    expect(store.zone).toBe('Europe/Lisbon')
    await store.setZone('Asia/Tokyo')
    expect(asked.at(-1)).toMatchObject({ method: 'PUT', path: '/api/studios/zone', body: { zone: 'Asia/Tokyo' } })
    expect([store.zone, store.studio!.name]).toEqual(['Asia/Tokyo', yard.name])
    well = false
    await expect(store.setZone('Asia/Seoul')).rejects.toThrow('Full')
    expect(store.zone).toBe('Asia/Tokyo')
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
