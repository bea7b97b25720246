import { forgetKept } from './kept'
import type { QueuedTake } from './takeQueue'
import { download } from './download'
import { KIT_DRAFT, SETUP_DRAFT } from './drafts'
import { clearOutboxes } from './outbox'

/** What a person leaves in this browser besides takes: changes that are not saved yet, and their name. */
const PERSONAL = [SETUP_DRAFT, KIT_DRAFT, 'epiro-name', 'epiro-silent', 'epiro-recent', 'epiro-tour'] as const

const keys = (): string[] => Object.keys(localStorage)

const draftsBy = (prefix: string): number => keys().filter(key => key.startsWith(prefix)).length
/** Set-ups and items of kit whose last changes the server does not have yet. */
export const unsavedSetups = (): number => draftsBy(SETUP_DRAFT)
export const unsavedKit = (): number => draftsBy(KIT_DRAFT)

/** Leaves nothing of a person in this browser. */
export function forgetPerson(): void {
  void forgetKept()
  clearOutboxes()
  for (const key of keys()) if (PERSONAL.some(start => key.startsWith(start))) localStorage.removeItem(key)
}

/** Hands takes that the server does not have over as a log that can be imported. */
export function saveTakes(queue: readonly QueuedTake[]): void {
  const takes = queue.map(({ setupId, take }, i) => ({ ...take, setupId, number: i + 1 }))
  download(
    `${JSON.stringify({ format: 'epiro-log', version: 1, setups: [], takes }, null, 1)}\n`,
    'takes-not-sent.json',
    'application/json',
  )
}
