import { type RunInput, type RunRecord, readRunEvent } from '~~/shared/schemas/run'
import { api } from '~/services/api'
import { Outbox } from '~/services/outbox'
import { heardTime } from '~/services/studioClock'
import { useSessionStore } from '~/stores/session'

const RETRY = 1000
/** ms without a word or a sign of life after which a stream is taken for dead, and between looks at it. */
const SILENT = 40_000
const LOOK = 5000

/**
 * Where the run of a set-up stands, on this device and all others: moved at once here, sent, and followed by
 * server-sent events.
 */
export const useRunStore = defineStore('run', () => {
  const state = ref<RunInput>({ step: 0, delay: null, openedAt: null, actedAt: null })
  const connected = ref(false)
  /** When the connection to the others was lost, ms since 1970; null while it stands, or before it first did. */
  const lostAt = ref<number | null>(null)
  const session = useSessionStore()
  let setupId = ''
  let events: EventSource | null = null
  let revision = 0
  let seen = ''
  const box = new Outbox<RunInput>({
    retry: RETRY,
    async send(id, sent) {
      const now = await api.putRun(id, sent)
      if (id === setupId) revision = Math.max(revision, now.revision)
    },
    // Whether the others follow is said by `connected`; once another run is followed this one is not tried again.
    held(id) {
      if (id !== setupId) box.drop(id)
    },
  })

  function lost(): void {
    if (setupId === '') return
    connected.value = false
    lostAt.value ??= Date.now()
  }
  // The device knows at once; a stream that hangs would tell much later.
  window.addEventListener('offline', lost)
  window.addEventListener('online', () => {
    if (connected.value || events?.readyState === EventSource.OPEN) lostAt.value = null
  })

  type Changed = (what: { takes: boolean; setup: boolean; pictures: boolean }) => void
  let again: ReturnType<typeof setTimeout> | undefined
  let watching: ReturnType<typeof setInterval> | undefined
  let heardAt = 0

  /** Follows a run; `changed` is told when takes or the set-up changed on another device. */
  function follow(id: string, changed: Changed): void {
    leave()
    setupId = id
    revision = 0
    seen = ''
    connect(id, changed)
    // A laptop that slept holds a stream that never ends and never tells.
    watching = setInterval(() => {
      if (Date.now() - heardAt > SILENT) connect(id, changed)
    }, LOOK)
  }

  function connect(id: string, changed: Changed): void {
    clearTimeout(again)
    events?.close()
    heardAt = Date.now()
    const stream = new EventSource(`/api/setups/${id}/run/events`)
    events = stream
    stream.onopen = () => {
      heardAt = Date.now()
      connected.value = true
      lostAt.value = null
    }
    stream.onerror = () => {
      lost()
      // A browser connects again by itself after a stream that broke, and never after one that was refused.
      if (stream.readyState === EventSource.CLOSED) again = setTimeout(() => connect(id, changed), RETRY)
    }
    stream.addEventListener('alive', (event: MessageEvent<string>) => {
      heardAt = Date.now()
      heardTime(event.data)
    })
    stream.onmessage = (event: MessageEvent<string>) => {
      heardAt = Date.now()
      const now = readRunEvent(event.data)
      if (now) hear(id, now, changed)
    }
  }

  function hear(id: string, now: RunRecord, changed: Changed): void {
    heardTime(now.now)
    // Somebody else moved it on while ours could not be sent: theirs holds.
    if (now.revision > revision) giveUp()
    if (now.revision > revision && box.of(id) === undefined) {
      revision = now.revision
      state.value = { step: now.step, delay: now.delay, openedAt: now.openedAt, actedAt: now.actedAt }
    }
    const [takes, setup, pictures] = seen.split(' ')
    if (seen !== '')
      changed({
        takes: takes !== String(now.takes),
        setup: setup !== String(now.setupRevision),
        pictures: pictures !== now.pictures,
      })
    seen = `${now.takes} ${now.setupRevision} ${now.pictures}`
  }
  /** What is on its way arrives; what could not be sent is not tried again. */
  function giveUp(): void {
    if (box.paused(setupId)) box.drop(setupId)
  }
  function leave(): void {
    giveUp()
    clearTimeout(again)
    clearInterval(watching)
    events?.close()
    events = null
    connected.value = false
    lostAt.value = null
    setupId = ''
  }

  /** Moves the run on here at once, and for everyone when the server answers. */
  function move(part: Partial<RunInput>): void {
    // A viewer looks on.
    if (!session.isCrew) return
    state.value = { ...state.value, ...part }
    box.put(setupId, state.value)
  }

  return { state, connected, lostAt, follow, leave, move }
})
