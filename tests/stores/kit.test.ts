import { fresh, serve, storage, until } from '../support/page'
import { newKitItem } from '~~/core'

// The stores take what the page's build gives them from the global scope, which must be there first.
const { useKitStore } = await import('~~/app/stores/kit')
const { clearOutboxes } = await import('~~/app/services/outbox')

beforeEach(fresh)

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
    expect(last.trouble.k).toBe(
      'Changed elsewhere in the meantime. This is the latest version; make your change again.',
    )
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
  test('an item is added by its kind, copied under another name, and put away', async () => {
    const kept: { id: string; archived: boolean; item: ReturnType<typeof newKitItem> }[] = []
    const asked = serve(({ method, path, body }) => {
      const whole = (one: (typeof kept)[number]) => ({ revision: 1, updatedAt: '', uses: 0, ...one })
      if (method === 'GET') return { body: kept.map(whole) }
      if (path.endsWith('/archive')) {
        const one = kept.find(({ id }) => path.includes(id))!
        one.archived = (body as { archived: boolean }).archived
        return { body: whole(one) }
      }
      const ids = (body as { items: ReturnType<typeof newKitItem>[] }).items.map(item => {
        kept.push({ id: `k${kept.length + 1}`, archived: false, item })
        return `k${kept.length}`
      })
      return { status: 201, body: { ids } }
    })
    const store = useKitStore()
    expect(store.loaded).toBe(false)
    expect(store.change('nobody', newKitItem('lens'))).toEqual([])
    expect(await store.addNew('flash')).toBe('k1')
    expect(store.loaded).toBe(true)
    expect(await store.duplicate('k1')).toBe('k2')
    expect(store.records.map(({ item }) => [item.kind, item.name])).toEqual([
      ['flash', newKitItem('flash').name],
      ['flash', `${newKitItem('flash').name} copy`],
    ])
    await store.archive('k1', true)
    expect(store.ofKind('flash').map(({ id }) => id)).toEqual(['k2'])
    await store.archive('k1', false)
    expect(store.ofKind('flash').map(({ id }) => id)).toEqual(['k1', 'k2'])
    expect(asked.filter(({ method }) => method === 'PUT')).toHaveLength(2)
  })
})
