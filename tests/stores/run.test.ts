import { fresh, serve, until } from '../support/page'

// The stores take what the page's build gives them from the global scope, which must be there first.
const { useRunStore } = await import('~~/app/stores/run')
const { studioNow } = await import('~~/app/services/studioClock')

beforeEach(fresh)

/** Server-sent events as a test sends them. */
class Events {
  static last: Events
  onopen: () => void = () => {}
  onerror: () => void = () => {}
  onmessage: (event: { data: string }) => void = () => {}
  static readonly CLOSED = 2
  static readonly OPEN = 1
  static made = 0
  readyState = 1
  private alive: (event: { data: string }) => void = () => {}
  constructor(readonly url: string) {
    Events.last = this
    Events.made++
  }
  addEventListener(_: 'alive', hear: (event: { data: string }) => void): void {
    this.alive = hear
  }
  /** A sign of life, with the studio's time. */
  lives(now: string): void {
    this.alive({ data: now })
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
        now: new Date().toISOString(),
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
  test('while its own move is on its way another’s is no jump back: ours reaches the server after it', async () => {
    const store = useRunStore()
    let answered = false
    serve(({ body }) => {
      Events.last.say({ step: 9, revision: 5 })
      expect(store.state.step).toBe(4)
      answered = true
      return { body: { ...body, revision: 6 } }
    })
    store.follow('s', () => {})
    store.move({ step: 4 })
    await until(() => answered)
    await new Promise(resolve => setTimeout(resolve, 30))
    expect(store.state.step).toBe(4)
    Events.last.say({ step: 5, revision: 7 })
    expect(store.state.step).toBe(5)
    store.leave()
  })
  test('an old word from the server does not give up what waits to be sent', async () => {
    const { state } = runServer()
    const store = useRunStore()
    store.follow('s', () => {})
    Events.last.say({ step: 1, revision: 3 })
    state.down = true
    store.move({ step: 4 })
    await new Promise(resolve => setTimeout(resolve, 50))
    Events.last.say({ step: 1, revision: 3 })
    expect(store.state.step).toBe(4)
    state.down = false
    await until(() => state.kept.step === 4, 5000)
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
  test('a stream that was refused is asked for again, and so is one that fell silent while the laptop slept', () => {
    const { jest } = import.meta
    jest.useFakeTimers({ now: Date.parse('2026-11-24T18:30:00Z') })
    try {
      const store = useRunStore()
      Events.made = 0
      store.follow('s', () => {})
      Events.last.onopen()
      // A stream that broke is the browser's to mend.
      Events.last.readyState = 0
      Events.last.onerror()
      jest.advanceTimersByTime(5000)
      expect([Events.made, store.connected]).toEqual([1, false])
      Events.last.readyState = Events.CLOSED
      Events.last.onerror()
      jest.advanceTimersByTime(1000)
      expect(Events.made).toBe(2)
      Events.last.onopen()
      expect(store.connected).toBe(true)
      for (let i = 0; i < 8; i++) {
        jest.advanceTimersByTime(15_000)
        Events.last.lives(new Date().toISOString())
      }
      expect(Events.made).toBe(2)
      // Nothing ran for an hour; then the clock is an hour on.
      jest.setSystemTime(Date.now() + 3_600_000)
      jest.advanceTimersByTime(5000)
      expect(Events.made).toBe(3)
      store.leave()
      jest.advanceTimersByTime(120_000)
      expect(Events.made).toBe(3)
    } finally {
      jest.useRealTimers()
    }
  })
  test('a device an hour fast goes by the studio’s time once the run tells it', () => {
    const store = useRunStore()
    store.follow('s', () => {})
    const studio = Date.now() - 3_600_000
    Events.last.say({ now: new Date(studio).toISOString() })
    expect(Math.abs(studioNow() - studio)).toBeLessThan(200)
    Events.last.lives(new Date().toISOString())
    expect(Math.abs(studioNow() - Date.now())).toBeLessThan(200)
    store.leave()
  })
})
