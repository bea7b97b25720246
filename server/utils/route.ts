import { type H3Event, defineEventHandler, getRouterParam, setResponseStatus } from 'h3'
import type { Database } from '../database/client'
import { useDatabase } from './database'
import { notFound } from './problem'
import { requireStudio } from './session'

export interface StudioCall {
  event: H3Event
  db: Database
  studioId: string
}

/** A route that needs a session; every service call it makes is held to the studio of that session. */
export function studioRoute<T>(handler: (call: StudioCall) => Promise<T>, status = 200) {
  return defineEventHandler(async (event) => {
    const studio = await requireStudio(event)
    const result = await handler({ event, db: useDatabase(), studioId: studio.id })
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
