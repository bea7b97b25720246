import { type TakeAmendment, type TakeInput, amendmentOf, sameAmendment, takeInputOf } from '~~/shared/takes/input'
import { ApiError, type TakeRecord, api, comesBack } from '~/services/api'
import { inStepUntil } from '~/services/connection'
import { type QueuedTake, takeQueue } from '~/services/takeQueue'
import { useSessionStore } from '~/stores/session'

const RETRY = 2500
/**
 * What will not change by itself: a body the server cannot take. Anything else is tried again, for sessions, rights and
 * set-ups come back.
 */
const FINAL = new Set([400, 409, 413, 415, 422])

/** Takes of the set-up at hand, newest first; each is kept on the device first, and sent when the server answers. */
export const useTakesStore = defineStore('takes', () => {
  const setupId = ref('')
  const kept = shallowRef<TakeRecord[]>([])
  const onDevice = shallowRef<QueuedTake[]>([])
  const offline = ref(false)
  const session = useSessionStore()
  /** Of who is signed in here now; one of an earlier version is of whoever finds it. */
  const queue = computed(() =>
    onDevice.value.filter(queued => queued.owner === undefined || queued.owner === session.key),
  )
  /** Of somebody else on this device: sent when they sign in again. */
  const ofOthers = computed(() => onDevice.value.length - queue.value.length)
  let timer: ReturnType<typeof setTimeout> | undefined
  let flushing: Promise<void> | null = null
  let following: Promise<void> | null = null

  const mine = computed(() =>
    queue.value.filter(
      queued => queued.setupId === setupId.value && !kept.value.some(take => take.key === queued.take.key),
    ),
  )
  /** What was put right here and not taken by the server yet. */
  const corrected = computed(
    () =>
      new Map(
        queue.value
          .filter(queued => queued.amended && !queued.refused)
          .map(({ take }) => [take.key, amendmentOf(take)]),
      ),
  )
  /**
   * Everything fired; what is not sent yet stands after what the server has, by the order it was fired in, and is shown
   * under a mark of its own (`takeMark`) until the server gives it its number.
   */
  const takes = computed<TakeRecord[]>(() => {
    const last = kept.value[0]?.number ?? 0
    return [
      ...mine.value
        .map(({ take }, i) => ({ ...take, id: take.key, number: last + i + 1, place: i, by: session.member }))
        .reverse(),
      ...kept.value.map(take => ({ ...take, ...corrected.value.get(take.key) })),
    ]
  })
  /** Takes that only this page holds: the browser's storage is full or refused. */
  const fleeting = ref(0)
  const unsent = computed(() => queue.value.filter(queued => !queued.refused).length)
  const refused = computed(() => queue.value.filter(queued => queued.refused))

  const owned = (): Pick<QueuedTake, 'owner'> => (session.key === '' ? {} : { owner: session.key })
  async function readQueue(): Promise<void> {
    onDevice.value = await takeQueue.all()
    fleeting.value = takeQueue.fleeting()
  }

  async function refresh(): Promise<void> {
    const id = setupId.value
    if (!id) return
    const list = await api.takes(id)
    if (setupId.value === id) kept.value = list
  }

  /** Reads the takes of a set-up: what this device keeps at once, what the server has as soon as it answers. */
  async function open(id: string): Promise<void> {
    setupId.value = id
    kept.value = excluded.value = []
    await readQueue()
    await refreshed()
    void flush()
  }
  let rereading: ReturnType<typeof setTimeout> | undefined
  async function refreshed(): Promise<void> {
    clearTimeout(rereading)
    const id = setupId.value
    try {
      await refresh()
      // What this device kept stands in for a server that is away: it is asked again.
      if (inStepUntil.value === null) return
    } catch (error) {
      if (error instanceof ApiError && !comesBack(error.status)) return
    }
    offline.value = true
    rereading = setTimeout(() => {
      if (setupId.value === id) void refreshed()
    }, RETRY)
  }

  /** Leaves the set-up; what is not sent yet goes on being sent. */
  function close(): void {
    clearTimeout(rereading)
    setupId.value = ''
    kept.value = []
  }

  /** Sends one; put right once more while it was on its way, it stays for the next round. */
  async function send(queued: QueuedTake): Promise<void> {
    let record = await api.logTake(queued.setupId, queued.take)
    // One that was sent before comes back as the server has it.
    if (queued.amended && !sameAmendment(record, queued.take))
      record = await api.amendTake(record.id, amendmentOf(queued.take))
    await takeQueue.settle(queued, null)
    if (queued.setupId === setupId.value)
      kept.value = [record, ...kept.value.filter(take => take.id !== record.id)].sort((a, b) => b.number - a.number)
  }

  /**
   * Sends what the server has not got, in the order fired; tried again until it answers. One that it does not take
   * holds up no other.
   */
  function flush(): Promise<void> {
    const start = (): Promise<void> =>
      (flushing = sendAll().finally(() => {
        flushing = null
      }))
    if (!flushing) return start()
    // What came meanwhile goes in one more round.
    return (following ??= flushing.then(() => {
      following = null
      return flush()
    }))
  }
  async function sendAll(): Promise<void> {
    clearTimeout(timer)
    let waits = false
    for (const queued of queue.value.filter(q => !q.refused)) {
      try {
        await send(queued)
        offline.value = false
      } catch (error) {
        const status = error instanceof ApiError ? error.status : 0
        const reason = (error as Error).message
        if (FINAL.has(status)) await takeQueue.settle(queued, { ...queued, refused: reason })
        else {
          waits = true
          if (queued.held !== reason) await takeQueue.settle(queued, { ...queued, held: reason })
          offline.value = status === 0 || status >= 500
          // A server that is away, a session that is over and a rate that is reached hold for all of them.
          if (![403, 404].includes(status)) break
        }
      } finally {
        await readQueue()
      }
    }
    if (waits) timer = setTimeout(() => void flush(), RETRY)
    else offline.value = false
  }

  /** Sends again what the server refused. */
  async function sendAgain(): Promise<void> {
    for (const { refused: _, held: _h, ...queued } of queue.value) await takeQueue.keep(queued)
    await readQueue()
    await flush()
  }

  /** Takes everything of somebody that waits off this device: what is not sent by then is gone. */
  async function clearDevice(owner: string): Promise<void> {
    clearTimeout(timer)
    for (const { take, owner: of } of await takeQueue.all())
      if (of === undefined || of === owner) await takeQueue.done(take.key)
    await readQueue()
    close()
  }

  /** Keeps a take on the device and sends it when that can be done. */
  async function log(take: TakeInput): Promise<void> {
    await takeQueue.keep({ ...owned(), setupId: setupId.value, take })
    await readQueue()
    void flush()
  }

  /** Puts right what a take was logged as; kept here and sent like a take. */
  async function amend(take: TakeRecord, amendment: TakeAmendment): Promise<void> {
    await takeQueue.keep({
      ...owned(),
      setupId: setupId.value,
      take: { ...takeInputOf(take), ...amendment },
      amended: true,
    })
    await readQueue()
    void flush()
  }

  /** Takes struck out, newest first. */
  const excluded = shallowRef<TakeRecord[]>([])
  async function readExcluded(): Promise<void> {
    const id = setupId.value
    const list = await api.excludedTakes(id)
    if (setupId.value === id) excluded.value = list
  }
  /** Strikes a take out of all counts, or puts it back. */
  async function strike(id: string, out: boolean): Promise<void> {
    await api.strikeTake(id, out)
    await Promise.all([refresh(), readExcluded()])
  }

  window.addEventListener('online', () => void flush())

  return {
    setupId,
    takes,
    queue,
    unsent,
    refused,
    fleeting,
    ofOthers,
    offline,
    excluded,
    open,
    close,
    log,
    amend,
    strike,
    readQueue,
    readExcluded,
    flush,
    refresh,
    sendAgain,
    clearDevice,
  }
})
