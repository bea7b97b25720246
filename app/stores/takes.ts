import { type TakeAmendment, type TakeInput, amendmentOf, sameAmendment, takeInputOf } from '~~/shared/schemas/records'
import { ApiError, type TakeRecord, api } from '~/services/api'
import { type QueuedTake, takeQueue } from '~/services/takeQueue'

const RETRY = 2500

/** Takes of the set-up at hand, newest first; each is kept on the device first, and sent when the server answers. */
export const useTakesStore = defineStore('takes', () => {
  const setupId = ref('')
  const kept = shallowRef<TakeRecord[]>([])
  const queue = shallowRef<QueuedTake[]>([])
  const offline = ref(false)
  let timer: ReturnType<typeof setTimeout> | undefined
  let flushing = false

  const mine = computed(() => queue.value.filter(queued => queued.setupId === setupId.value && !kept.value.some(take => take.key === queued.take.key)))
  /** What was put right here and not taken by the server yet. */
  const righted = computed(() => new Map(queue.value.filter(queued => queued.amended && !queued.refused).map(({ take }) => [take.key, amendmentOf(take)])))
  /** Everything fired, what is not sent yet with the number it will most likely get. */
  const takes = computed<TakeRecord[]>(() => {
    const last = kept.value[0]?.number ?? 0
    return [...mine.value.map(({ take }, i) => ({ ...take, id: take.key, number: last + i + 1 })).reverse(), ...kept.value.map(take => ({ ...take, ...righted.value.get(take.key) }))]
  })
  const unsent = computed(() => queue.value.filter(queued => !queued.refused).length)
  const refused = computed(() => queue.value.filter(queued => queued.refused))

  async function readQueue(): Promise<void> { queue.value = await takeQueue.all() }

  async function refresh(): Promise<void> {
    const id = setupId.value
    if (!id) return
    const list = await api.takes(id)
    if (setupId.value === id) kept.value = list
  }

  /** Reads the takes of a set-up: what this device keeps at once, what the server has as soon as it answers. */
  async function open(id: string): Promise<void> {
    setupId.value = id
    kept.value = struck.value = []
    await readQueue()
    await refreshed()
    void flush()
  }
  let rereading: ReturnType<typeof setTimeout> | undefined
  async function refreshed(): Promise<void> {
    clearTimeout(rereading)
    const id = setupId.value
    try { await refresh() }
    catch (error) {
      if (error instanceof ApiError && error.status >= 400 && error.status < 500) return
      offline.value = true
      rereading = setTimeout(() => { if (setupId.value === id) void refreshed() }, RETRY)
    }
  }

  /** Leaves the set-up; what is not sent yet goes on being sent. */
  function close(): void {
    clearTimeout(rereading)
    setupId.value = ''
    kept.value = []
  }

  /** Sends what the server has not got, in the order fired; tried again until it answers. */
  async function flush(): Promise<void> {
    if (flushing) return
    flushing = true
    let again = false
    clearTimeout(timer)
    try {
      for (const queued of queue.value.filter(q => !q.refused)) {
        let record = await api.logTake(queued.setupId, queued.take)
        // One that was sent before comes back as the server has it.
        if (queued.amended && !sameAmendment(record, queued.take)) record = await api.amendTake(record.id, amendmentOf(queued.take))
        // Put right once more while this was on its way: that goes next.
        const now = await takeQueue.get(queued.take.key)
        if (now && sameAmendment(now.take, queued.take)) await takeQueue.done(queued.take.key)
        else again = true
        if (queued.setupId === setupId.value) kept.value = [record, ...kept.value.filter(take => take.id !== record.id)].sort((a, b) => b.number - a.number)
        await readQueue()
      }
      offline.value = false
    }
    catch (error) {
      const status = error instanceof ApiError ? error.status : 0
      const [first] = queue.value.filter(q => !q.refused)
      const final = first !== undefined && status >= 400 && status < 500 && ![401, 408, 429].includes(status)
      if (final) {
        await takeQueue.keep({ ...first, refused: (error as Error).message })
        await readQueue()
      }
      else offline.value = true
      // One that is refused for good does not hold up the others.
      timer = setTimeout(() => void flush(), final ? 0 : RETRY)
    }
    flushing = false
    if (again) void flush()
  }

  /** Keeps a take on the device and sends it when that can be done. */
  async function log(take: TakeInput): Promise<void> {
    await takeQueue.keep({ setupId: setupId.value, take })
    await readQueue()
    void flush()
  }

  /** Puts right what a take was logged as; kept here and sent like a take. */
  async function amend(take: TakeRecord, amendment: TakeAmendment): Promise<void> {
    await takeQueue.keep({ setupId: setupId.value, take: { ...takeInputOf(take), ...amendment }, amended: true })
    await readQueue()
    void flush()
  }

  /** Takes struck out, newest first. */
  const struck = shallowRef<TakeRecord[]>([])
  async function readStruck(): Promise<void> {
    const id = setupId.value
    const list = await api.struckTakes(id)
    if (setupId.value === id) struck.value = list
  }
  /** Strikes a take out of all counts, or puts it back. */
  async function strike(id: string, out: boolean): Promise<void> {
    await api.strikeTake(id, out)
    await Promise.all([refresh(), readStruck()])
  }

  window.addEventListener('online', () => void flush())

  return { takes, unsent, refused, offline, struck, open, close, log, amend, strike, readStruck, flush, refresh }
})
