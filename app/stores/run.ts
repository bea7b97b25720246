import type { RunInput } from '~~/shared/schemas/records'
import { ApiError, api, comesBack } from '~/services/api'
import { useSessionStore } from '~/stores/session'

const RETRY = 1000

/**
 * Where the run of a set-up stands, on this device and all others: moved at once here, sent, and followed by
 * server-sent events.
 */
export const useRunStore = defineStore('run', () => {
  const state = ref<RunInput>({ step: 0, delay: null, openedAt: null, actedAt: null })
  const connected = ref(false)
  const session = useSessionStore()
  let setupId = ''
  let events: EventSource | null = null
  let revision = 0
  let seen = ''
  let sending: Promise<unknown> = Promise.resolve()
  let waiting = 0
  let retry: ReturnType<typeof setTimeout> | undefined

  /** Follows a run; `changed` is told when takes or the set-up changed on another device. */
  function follow(id: string, changed: (what: { takes: boolean; setup: boolean; pictures: boolean }) => void): void {
    leave()
    setupId = id
    revision = 0
    seen = ''
    events = new EventSource(`/api/setups/${id}/run/events`)
    events.onopen = () => {
      connected.value = true
    }
    // The browser connects again by itself.
    events.onerror = () => {
      connected.value = false
    }
    events.onmessage = (event: MessageEvent<string>) => {
      const now = JSON.parse(event.data) as RunInput & {
        revision: number
        takes: number
        lastTake: number
        setupRevision: number
        pictures: string
      }
      // Somebody else moved it on while ours could not be sent: theirs holds.
      if (now.revision > revision && retry !== undefined) giveUp()
      if (now.revision > revision && waiting === 0) {
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
  }
  function giveUp(): void {
    clearTimeout(retry)
    retry = undefined
  }
  function leave(): void {
    giveUp()
    events?.close()
    events = null
    connected.value = false
  }

  /** Moves the run on here at once, and for everyone when the server answers. */
  function move(part: Partial<RunInput>): void {
    // A viewer looks on.
    if (!session.isCrew) return
    state.value = { ...state.value, ...part }
    giveUp()
    send()
  }
  /**
   * Sends where the run stands, after what was sent before; tried again until the server answers or somebody else moves
   * on.
   */
  function send(): void {
    const [sent, id] = [state.value, setupId]
    waiting++
    sending = sending
      .then(() => api.putRun(id, sent))
      .then(now => {
        revision = Math.max(revision, now.revision)
      })
      .catch((error: unknown) => {
        const status = error instanceof ApiError ? error.status : 0
        if (comesBack(status) && id === setupId && sent === state.value)
          retry = setTimeout(() => {
            retry = undefined
            send()
          }, RETRY)
      })
      .finally(() => {
        waiting--
      })
  }

  return { state, connected, follow, leave, move }
})
