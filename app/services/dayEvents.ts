import { createStore, del, entries, set } from 'idb-keyval'
import type { DayEventInput } from '~~/shared/schemas/shootDay'
import { ApiError, api } from './api'

/** Something noted on the day that the server may not have yet. */
export interface QueuedDayEvent {
  /** Who noted it in which studio: sent in their name and in no other. */
  owner: string
  setupId: string
  event: DayEventInput
}

const store = () => createStore('epiro-day-events', 'events')
/** What this browser would not keep: it lives as long as the page does. */
const fleeting = new Map<string, QueuedDayEvent>()

/** Notes of the day kept on this device until the server has them. */
export const dayEventQueue = {
  async keep(queued: QueuedDayEvent): Promise<void> {
    try {
      await set(queued.event.key, queued, store())
    } catch {
      fleeting.set(queued.event.key, queued)
    }
  },
  async done(key: string): Promise<void> {
    fleeting.delete(key)
    await del(key, store()).catch(() => {})
  },
  async all(owner: string): Promise<QueuedDayEvent[]> {
    const kept = await entries<string, QueuedDayEvent>(store()).catch(() => [])
    const found = [...kept.map(([, queued]) => queued), ...fleeting.values()]
    return found.filter(queued => queued.owner === owner).sort((a, b) => a.event.at.localeCompare(b.event.at))
  },
}

/** What will not change by itself: the server has no place for it, or it is no such note. */
const FINAL = new Set([400, 404, 409, 413, 422])

/** Sends what waits, the oldest first. @returns whether some still waits, and why the server would not have others */
export async function sendDayEvents(owner: string): Promise<{ waits: boolean; refused: string[] }> {
  const refused: string[] = []
  for (const { setupId, event } of await dayEventQueue.all(owner)) {
    try {
      await api.noteDayEvent(setupId, event)
    } catch (error) {
      if (!(error instanceof ApiError) || !FINAL.has(error.status)) return { waits: true, refused }
      refused.push(error.message)
    }
    await dayEventQueue.done(event.key)
  }
  return { waits: false, refused }
}

/** Set-ups that were armed while this page is open: it is noted once. */
const armed = new Set<string>()

/** Notes that a set-up was armed for the first time on this device; without a network it waits. */
export async function noteArmed(owner: string, setupId: string, at: string): Promise<void> {
  if (armed.has(setupId)) return
  armed.add(setupId)
  const event = { key: crypto.randomUUID(), kind: 'armed', at, planned: null, minutes: null } as const
  await dayEventQueue.keep({ owner, setupId, event })
  await sendDayEvents(owner)
}
