import { createStore, del, entries, get, set } from 'idb-keyval'
import type { TakeInput } from '~~/shared/schemas/records'

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

/**
 * Takes kept on this device until the server has them; each under its own key, so that two tabs never lose one
 * another's.
 */
export const takeQueue = {
  keep: (queued: QueuedTake): Promise<void> =>
    set(queued.take.key, JSON.parse(JSON.stringify(queued)) as QueuedTake, store()),
  get: (key: string): Promise<QueuedTake | undefined> => get(key, store()),
  done: (key: string): Promise<void> => del(key, store()),
  async all(): Promise<QueuedTake[]> {
    const found = (await entries<string, QueuedTake>(store())).map(([, queued]) => queued)
    return found.sort((a, b) => a.take.firedAt.localeCompare(b.take.firedAt))
  },
}
