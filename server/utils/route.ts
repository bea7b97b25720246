import { type H3Event, defineEventHandler, getRouterParam, setResponseStatus } from 'h3'
import type { Database } from '../database/client'
import { useDatabase } from './database'
import { SESSION_ROLES, type SessionRole } from '../../shared/schemas/records'
import { notFound, problem } from './problem'
import { requireSession } from './session'
import { serverWords } from '../../shared/texts/server'

export interface StudioCall {
  event: H3Event
  db: Database
  studioId: string
  sessionId: string
  /** Who calls; null: signed in before people had names. */
  memberId: string | null
  role: SessionRole
}

/** A route that only looks: everyone's. Every service call it makes is held to the studio of its session. */
export function viewRoute<T>(handler: (call: StudioCall) => Promise<T>) {
  return routeFor(SESSION_ROLES, handler, 200)
}

/** A route that changes something: whoever runs and logs. */
export function crewRoute<T>(handler: (call: StudioCall) => Promise<T>, status = 200) {
  return routeFor(['lead', 'assistant'], handler, status)
}

/** A route for the lead alone: what archives, restores, moves and imports, what changes kit, who may come in. */
export function leadRoute<T>(handler: (call: StudioCall) => Promise<T>, status = 200) {
  return routeFor(['lead'], handler, status)
}

const AS: Record<SessionRole, string> = {
  lead: 'a lead',
  assistant: serverWords('route.assistant'),
  viewer: 'a viewer',
}

function routeFor<T>(allowed: readonly SessionRole[], handler: (call: StudioCall) => Promise<T>, status: number) {
  return defineEventHandler(async event => {
    const { studio, role, sessionId, member } = await requireSession(event)
    event.context.memberId = member?.id
    if (!allowed.includes(role))
      throw problem(
        403,
        serverWords('route.onlyCanDoDevice', { allowed: allowed.map(one => AS[one]).join(' or '), role: AS[role] }),
      )
    const result = await handler({
      event,
      db: useDatabase(),
      studioId: studio.id,
      sessionId,
      memberId: member?.id ?? null,
      role,
    })
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
