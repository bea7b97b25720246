import type { Checked } from '~~/shared/schemas/validate'

/** What their keys begin with. */
export const SETUP_DRAFT = 'epiro-draft-'
export const KIT_DRAFT = 'epiro-kit-draft-'

/** A state of a thing that was changed here, and the revision it was made from. */
export interface StoredDraft<T> {
  revision: number
  state: T
}

/** What was changed on this device and not yet taken by the server outlives the tab. */
export interface Drafts<T> {
  /** Whether one was kept, be it one that can be read or not. */
  has: (id: string) => boolean
  /** Null where there is none, or none that can be read. */
  read: (id: string) => StoredDraft<T> | null
  /** @returns whether it is kept: a store that is full, or refused, keeps nothing, and an older state neither */
  keep: (id: string, draft: StoredDraft<T>) => boolean
  drop: (id: string) => void
  /** The server took one: what waits, if it is newer, is made from that. */
  taken: (id: string, revision: number, sent: T, waits: T) => boolean
}

/**
 * @param prefix of the keys it is kept under
 * @param name under which the state stands beside its revision
 */
export function draftsOf<T>(prefix: string, name: string, check: (value: unknown) => Checked<T>): Drafts<T> {
  const drop = (id: string): void => {
    try {
      localStorage.removeItem(prefix + id)
    } catch {
      // Refused: nothing is kept there.
    }
  }
  const keep = (id: string, { revision, state }: StoredDraft<T>): boolean => {
    try {
      localStorage.setItem(prefix + id, JSON.stringify({ revision, [name]: state }))
      return true
    } catch {
      // What stood there is older than what could not be kept.
      drop(id)
      return false
    }
  }
  const has = (id: string): boolean => {
    try {
      return localStorage.getItem(prefix + id) !== null
    } catch {
      return false
    }
  }
  return {
    has,
    keep,
    drop,
    taken(id, revision, sent, waits) {
      if (waits !== sent) return keep(id, { revision, state: waits })
      drop(id)
      return true
    },
    read(id) {
      try {
        const kept = JSON.parse(localStorage.getItem(prefix + id) ?? 'null') as Record<string, unknown> | null
        const checked = kept && check(kept[name])
        return checked && 'value' in checked ? { revision: Number(kept.revision), state: checked.value } : null
      } catch {
        return null
      }
    },
  }
}
