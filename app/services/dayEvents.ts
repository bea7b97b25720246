import type { DayEventInput } from '~~/shared/schemas/shootDay'
import { ApiError, api } from './api'
import { DeviceQueue } from './deviceQueue'

/** Something noted on the day that the server may not have yet. */
export interface QueuedDayEvent {
  /** Who noted it in which studio: sent in their name and in no other. */
  owner: string
  setupId: string
  event: DayEventInput
}

/** Notes of the day kept on this device until the server has them. */
const kept = new DeviceQueue<QueuedDayEvent>(['epiro-day-events', 'events'], ({ event }) => event.key)
export const dayEventQueue = {
  keep: (queued: QueuedDayEvent): Promise<void> => kept.keep(queued),
  done: (key: string): Promise<void> => kept.done(key),
  all: async (owner: string): Promise<QueuedDayEvent[]> =>
    (await kept.all()).filter(queued => queued.owner === owner).sort((a, b) => a.event.at.localeCompare(b.event.at)),
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
