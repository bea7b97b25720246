import { ApiError, type PictureRecord, api } from '~/services/api'
import { type QueuedPicture, pictureQueue, seeHere } from '~/services/pictureQueue'
import { useSessionStore } from '~/stores/session'
import { useTakesStore } from '~/stores/takes'

/** ms until what waits is tried again. */
const RETRY = 5000
/** What will not change by itself: a file that the server cannot take, or a set-up that is gone. */
const FINAL = new Set([400, 404, 409, 413, 415, 422])
const isFinal = (error: unknown): error is ApiError => error instanceof ApiError && FINAL.has(error.status)

/** A picture that waits here, as those that the server has. */
const asRecord = ({ key, name, addedAt }: QueuedPicture, takeId: string | null): PictureRecord => ({
  id: key,
  takeId,
  byHand: takeId !== null,
  name,
  width: 0,
  height: 0,
  exposure: { shutter: null, aperture: null, iso: null, focalLength: null, camera: null },
  shotAt: addedAt,
})

/** Pictures of the set-up at hand, the newest first; what the server does not have yet is kept on this device. */
export const usePicturesStore = defineStore('pictures', () => {
  const setupId = ref('')
  const kept = shallowRef<PictureRecord[]>([])
  const onDevice = shallowRef<QueuedPicture[]>([])
  const session = useSessionStore()
  const takes = useTakesStore()
  /** Of whoever is signed in. */
  const waiting = computed(() => onDevice.value.filter(({ owner }) => owner === session.key))
  const unsent = computed(() => waiting.value.filter(({ refused }) => !refused).length)
  /** Pictures that only this page holds: the browser's storage is full or refused. */
  const fleeting = ref(0)

  const idOf = (takeKey: string | null): string | null =>
    (takeKey !== null && takes.takes.find(({ key }) => key === takeKey)?.id) || null
  const pictures = computed<PictureRecord[]>(() => [
    ...waiting.value
      .filter(queued => queued.setupId === setupId.value)
      .map(queued => asRecord(queued, idOf(queued.takeKey)))
      .reverse(),
    ...kept.value,
  ])
  const latest = computed(() => pictures.value[0] ?? null)
  const ofTake = computed(() => {
    const found = new Map<string, PictureRecord[]>()
    for (const picture of pictures.value)
      if (picture.takeId) found.set(picture.takeId, [...(found.get(picture.takeId) ?? []), picture])
    return found
  })

  async function readQueue(): Promise<void> {
    const all = (await pictureQueue.all()).sort((a, b) => a.addedAt.localeCompare(b.addedAt))
    for (const { key } of onDevice.value) if (!all.some(queued => queued.key === key)) seeHere(key)
    for (const { key, file } of all) seeHere(key, file)
    onDevice.value = all
    fleeting.value = pictureQueue.onlyHere
  }
  async function refresh(): Promise<void> {
    const id = setupId.value
    const list = id ? await api.pictures(id) : []
    if (setupId.value === id) kept.value = list
  }
  async function open(id: string): Promise<void> {
    setupId.value = id
    kept.value = []
    await Promise.all([readQueue().then(() => void flush()), refresh()])
  }

  /** The take that a picture is put to: null where it is gone, and its time decides; undefined: it is not sent yet. */
  async function takeOf({ setupId: of, takeKey }: QueuedPicture): Promise<string | null | undefined> {
    if (takeKey === null) return null
    if (takes.queue.some(({ take }) => take.key === takeKey)) await takes.flush()
    if (takes.queue.some(({ take, refused }) => take.key === takeKey && !refused)) return undefined
    return (await api.takes(of)).find(({ key }) => key === takeKey)?.id ?? null
  }
  let timer: ReturnType<typeof setTimeout> | undefined
  let sending: Promise<void> | null = null
  /** Sends what waits, the oldest first; one that is refused holds up no other. */
  const flush = (): Promise<void> =>
    (sending ??= sendAll().finally(() => {
      sending = null
    }))
  async function sendAll(): Promise<void> {
    clearTimeout(timer)
    let sent = 0
    for (const queued of waiting.value.filter(({ refused }) => !refused)) {
      try {
        const take = await takeOf(queued)
        if (take === undefined) continue
        // Somebody else may have signed in meanwhile.
        if (queued.owner !== session.key) break
        const file = new File([queued.file], queued.name)
        await api.addPicture(queued.setupId, file, take, queued.addedAt)
        await pictureQueue.done(queued.key)
        sent++
      } catch (error) {
        if (isFinal(error)) await pictureQueue.keep({ ...queued, refused: error.message })
        else break
      }
    }
    await readQueue()
    if (sent > 0) await refresh().catch(() => {})
    if (unsent.value > 0) timer = setTimeout(() => void flush(), RETRY)
  }
  // A round that is under way found no network: the next one does.
  window.addEventListener('online', () => void (sending ?? Promise.resolve()).then(flush))

  /** Keeps a picture on this device until the server has it. */
  async function keep(file: File, takeKey: string | null): Promise<void> {
    await pictureQueue.keep({
      key: crypto.randomUUID(),
      owner: session.key,
      setupId: setupId.value,
      takeKey,
      name: file.name.slice(0, 200),
      addedAt: new Date().toISOString(),
      file: new Blob([file], { type: file.type }),
    })
  }
  /**
   * Adds files to a take, or to those of their times; without a server they wait on this device.
   *
   * @param take id of the take; that of one not sent yet is its key
   * @returns what went wrong, file by file
   */
  async function add(files: readonly File[], take: string | null): Promise<string[]> {
    const wrong: string[] = []
    const of = takes.takes.find(({ id }) => id === take)
    const takeSent = !of || of.id !== of.key
    for (const file of files) {
      try {
        if (takeSent) await api.addPicture(setupId.value, file, take)
        else await keep(file, take)
      } catch (error) {
        if (isFinal(error)) wrong.push(`${file.name}: ${error.message}`)
        else await keep(file, of?.key ?? null)
      }
    }
    await readQueue()
    void flush()
    await refresh().catch(() => {})
    return wrong
  }
  async function put(id: string, take: string | null): Promise<void> {
    await api.putPicture(id, take)
    await refresh()
  }
  async function remove(id: string): Promise<void> {
    if (waiting.value.some(({ key }) => key === id)) await forget(id)
    else await api.deletePicture(id)
    await refresh()
  }
  /** Takes one that waits off this device. */
  async function forget(key: string): Promise<void> {
    await pictureQueue.done(key)
    await readQueue()
  }
  /** Sends again what the server refused. */
  async function sendAgain(): Promise<void> {
    for (const { refused: _, ...queued } of waiting.value) await pictureQueue.keep(queued)
    await readQueue()
    await flush()
  }
  /** Takes everything of somebody that waits off this device. */
  async function clearDevice(owner: string): Promise<void> {
    clearTimeout(timer)
    for (const queued of await pictureQueue.all()) if (queued.owner === owner) await pictureQueue.done(queued.key)
    await readQueue()
  }

  return {
    pictures,
    latest,
    ofTake,
    waiting,
    unsent,
    fleeting,
    open,
    refresh,
    add,
    put,
    remove,
    forget,
    flush,
    readQueue,
    sendAgain,
    clearDevice,
  }
})
