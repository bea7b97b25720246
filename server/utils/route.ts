import { type H3Event, defineEventHandler, getRouterParam, setResponseStatus } from 'h3'
import type { Database } from '../database/client'
import { useDatabase } from './database'
import type { SessionRole } from '../../shared/schemas/records'
import { notFound, problem } from './problem'
import { requireSession } from './session'

export interface StudioCall {
  event: H3Event
  db: Database
  studioId: string
  sessionId: string
}

/** A route that needs a session; every service call it makes is held to the studio of that session. */
export function studioRoute<T>(handler: (call: StudioCall) => Promise<T>, status = 200) {
  return routeFor(() => true, handler, status)
}

/** A route for the lead alone: what deletes, what changes kit, who may come in. */
export function leadRoute<T>(handler: (call: StudioCall) => Promise<T>, status = 200) {
  return routeFor(role => role === 'lead', handler, status)
}

function routeFor<T>(allowed: (role: SessionRole) => boolean, handler: (call: StudioCall) => Promise<T>, status: number) {
  return defineEventHandler(async (event) => {
    const { studio, role, sessionId } = await requireSession(event)
    if (!allowed(role)) throw problem(403, 'Only the lead may do this; this device is signed in as an assistant')
    const result = await handler({ event, db: useDatabase(), studioId: studio.id, sessionId })
    if (status !== 200) setResponseStatus(event, status)
    return result
  })
}

const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/

/** The id in the path; what is no id is not found. */
export function routeId(event: H3Event, what: string): string {
  const id = getRouterParam(event, 'id') ?? ''
  if (!UUID.test(id)) throw notFound(what)
  return id
}
