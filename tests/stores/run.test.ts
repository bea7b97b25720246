import { fresh, serve, until } from '../support/page'

// The stores take what the page's build gives them from the global scope, which must be there first.
const { useRunStore } = await import('~~/app/stores/run')

beforeEach(fresh)

/** Server-sent events as a test sends them. */
class Events {
  static last: Events
  onopen: () => void = () => {}
  onerror: () => void = () => {}
  onmessage: (event: { data: string }) => void = () => {}
  constructor(readonly url: string) {
    Events.last = this
  }
  close(): void {
    this.url satisfies string
  }
  say(run: object): void {
    this.onmessage({
      data: JSON.stringify({
        step: 0,
        delay: null,
        openedAt: null,
        actedAt: null,
        revision: 0,
        takes: 0,
        lastTake: 0,
        setupRevision: 1,
        pictures: '0/0',
        ...run,
      }),
    })
  }
}

describe('a run', () => {
  beforeEach(() => {
    Object.assign(globalThis, { EventSource: Events })
  })
  function runServer() {
    const state = { kept: { step: 0, revision: 0 } as { step: number; revision: number }, down: false }
    const asked = serve(({ body }) => {
      if (state.down) return 'unreachable'
      state.kept = { ...body, revision: state.kept.revision + 1 }
      return { body: state.kept }
    })
    return { state, asked }
  }
  test('moves at once here, and is told when takes, pictures or the set-up changed elsewhere', async () => {
    const { state } = runServer()
    const store = useRunStore()
    const changes: object[] = []
    store.follow('s', what => changes.push(what))
    expect(Events.last.url).toBe('/api/setups/s/run/events')
    store.move({ step: 2 })
    expect(store.state.step).toBe(2)
    await until(() => state.kept.step === 2)
    Events.last.say({ step: 2, revision: 1 })
    Events.last.say({ step: 3, revision: 2, takes: 1, pictures: '1/0' })
    expect(store.state.step).toBe(3)
    expect(changes.at(-1)).toEqual({ takes: true, setup: false, pictures: true })
    // What is no run, or only half of one, is passed over; what a later server adds is no hindrance.
    Events.last.onmessage({ data: '{"step":' })
    Events.last.say({ step: '4', revision: 3 })
    Events.last.say({ step: 4, revision: 3, pictures: undefined })
    expect(store.state.step).toBe(3)
    expect(changes.length).toBe(1)
    Events.last.say({ step: 3, revision: 2, takes: 1, pictures: '1/0', weather: 'dry' })
    expect(changes.at(-1)).toEqual({ takes: false, setup: false, pictures: false })
    // What is older than what was seen changes nothing.
    Events.last.say({ step: 0, revision: 1, takes: 1, pictures: '1/0' })
    expect(store.state.step).toBe(3)
    store.leave()
  })
  test('its own move told back changes nothing, and one as old as that is no news', async () => {
    const { state } = runServer()
    const store = useRunStore()
    store.follow('s', () => {})
    Events.last.say({ step: 1, revision: 4 })
    state.kept.revision = 4
    store.move({ step: 2, delay: 0.0184 })
    await until(() => state.kept.revision === 5)
    await new Promise(resolve => setTimeout(resolve, 30))
    // Told what was before the move, on its way while it was sent, and the move itself as the server had it.
    Events.last.say({ step: 1, revision: 4 })
    Events.last.say({ step: 9, revision: 5 })
    expect([store.state.step, store.state.delay]).toEqual([2, 0.0184])
    Events.last.say({ step: 3, revision: 6, delay: 0.02 })
    expect([store.state.step, store.state.delay]).toEqual([3, 0.02])
    Events.last.onopen()
    expect(store.connected).toBe(true)
    Events.last.onerror()
    expect(store.connected).toBe(false)
    store.leave()
  })
  test('what could not be sent is sent when the server is back', async () => {
    const { state } = runServer()
    const store = useRunStore()
    store.follow('s', () => {})
    state.down = true
    store.move({ step: 4 })
    await new Promise(resolve => setTimeout(resolve, 50))
    state.down = false
    await until(() => state.kept.step === 4, 5000)
    expect(store.state.step).toBe(4)
    store.leave()
  })
  test('unless somebody else moved it on meanwhile: theirs holds', async () => {
    const { state, asked } = runServer()
    const store = useRunStore()
    store.follow('s', () => {})
    state.down = true
    store.move({ step: 4 })
    const mine = () => asked.filter(a => a.path.endsWith('/run'))
    await until(() => mine().length === 1)
    await new Promise(resolve => setTimeout(resolve, 50))
    Events.last.say({ step: 7, revision: 5 })
    expect(store.state.step).toBe(7)
    state.down = false
    await new Promise(resolve => setTimeout(resolve, 1300))
    expect(mine()).toHaveLength(1)
    store.leave()
  })
  test('what could not be sent is given up once another run is followed, or somebody else moved it on', async () => {
    const { state, asked } = runServer()
    const store = useRunStore()
    const tried = (): number => asked.filter(({ method }) => method === 'PUT').length
    store.follow('s', () => {})
    state.down = true
    store.move({ step: 4 })
    await until(() => tried() === 1)
    await new Promise(resolve => setTimeout(resolve, 30))
    store.follow('t', () => {})
    state.down = false
    store.move({ step: 1 })
    await until(() => state.kept.step === 1)
    state.down = true
    store.move({ step: 2 })
    await until(() => tried() === 3)
    await new Promise(resolve => setTimeout(resolve, 30))
    Events.last.say({ step: 7, revision: 5 })
    expect(store.state.step).toBe(7)
    state.down = false
    // Longer than it waits to try again.
    await new Promise(resolve => setTimeout(resolve, 1300))
    expect([tried(), state.kept.step, store.state.step]).toEqual([3, 1, 7])
    expect(asked.map(({ path }) => path.split('/')[3])).toEqual(['s', 't', 't'])
    store.leave()
  })
})
