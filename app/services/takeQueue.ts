import { createStore, del, entries, promisifyRequest, set } from 'idb-keyval'
import { type TakeInput, sameAmendment } from '~~/shared/takes/input'

/** A take that the server may not have yet. */
export interface QueuedTake {
  /** Who logged it in which studio: it is sent in their name and in no other. Left out: kept by an earlier version. */
  owner?: string
  setupId: string
  take: TakeInput
  /** Put right since it was fired: what it says goes before what the server has. */
  amended?: boolean
  /** Why the server will not have it as it is; it is kept all the same. */
  refused?: string
  /** Why the server does not have it now; it is tried again. */
  held?: string
}

const store = () => createStore('epiro', 'takes')

/** Takes that this browser would not keep, its storage full or refused: they live as long as the page does. */
const fleeting = new Map<string, QueuedTake>()

/** What the browser's storage says, or another answer where it cannot be used. */
async function stored<T>(ask: () => Promise<T>, otherwise: T): Promise<T> {
  try {
    return await ask()
  } catch {
    return otherwise
  }
}

/** Free of what reactivity wraps around it, which storage cannot clone. */
const plainly = (queued: QueuedTake): QueuedTake => JSON.parse(JSON.stringify(queued)) as QueuedTake

/**
 * Takes kept on this device until the server has them; each under its own key, so that two tabs never lose one
 * another's. Where nothing can be kept they wait in the page, and go to the server from there.
 */
export const takeQueue = {
  async keep(queued: QueuedTake): Promise<void> {
    const plain = plainly(queued)
    const { key } = queued.take
    const kept = await stored(async () => {
      await set(key, plain, store())
      return true
    }, false)
    if (kept) fleeting.delete(key)
    else fleeting.set(key, plain)
  },
  /**
   * What came of sending one: it waits no longer (null), or as given. One that was put right while it was on its way
   * waits on as it was put right: reading and writing are one transaction, so that neither overwrites the other.
   */
  async settle(sent: QueuedTake, as: QueuedTake | null): Promise<void> {
    const { key } = sent.take
    const stands = (now: QueuedTake | undefined) => now !== undefined && sameAmendment(now.take, sent.take)
    const inPage = fleeting.get(key)
    if (inPage) {
      if (!stands(inPage)) return
      if (as) fleeting.set(key, plainly(as))
      else await this.done(key)
      return
    }
    const settled = async (): Promise<void> =>
      store()('readwrite', async takes => {
        const asked = takes.get(key) as IDBRequest<QueuedTake | undefined>
        asked.onsuccess = () => {
          if (!stands(asked.result)) return
          if (as) takes.put(plainly(as), key)
          else takes.delete(key)
        }
        await promisifyRequest(takes.transaction)
      })
    await stored(settled, undefined)
  },
  async done(key: string): Promise<void> {
    fleeting.delete(key)
    await stored(() => del(key, store()), undefined)
  },
  async all(): Promise<QueuedTake[]> {
    const kept = await stored(() => entries<string, QueuedTake>(store()), [])
    const found = [...kept.filter(([key]) => !fleeting.has(key)).map(([, queued]) => queued), ...fleeting.values()]
    return found.sort((a, b) => a.take.firedAt.localeCompare(b.take.firedAt))
  },
  /** How many takes are gone should the page be left before the server has them. */
  fleeting: (): number => fleeting.size,
}
