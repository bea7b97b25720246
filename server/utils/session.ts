import { type H3Event, getRequestHeader, useSession as useSealedSession } from 'h3'
import { SESSION_DAYS, createSession, findSession, revokeSession } from '../services/sessions'
import type { Studio } from '../services/studios'
import { useDatabase } from './database'
import { problem } from './problem'

/** The sealed cookie holds only the id of a session; whether it still holds is asked of the database at each request. */
function sealed(event: H3Event) {
  const password = process.env.SESSION_SECRET
  if (!password || password.length < 32) throw new Error('SESSION_SECRET is not set: start with npm start')
  return useSealedSession<{ id?: string }>(event, {
    name: 'epiro',
    password,
    maxAge: SESSION_DAYS * 86_400,
    sessionHeader: false,
    cookie: { httpOnly: true, sameSite: 'strict', secure: true, path: '/' },
  })
}

/** The studio this browser is signed in to; null if none. */
export async function currentStudio(event: H3Event): Promise<Studio | null> {
  const { data } = await sealed(event)
  return data.id ? findSession(useDatabase(), data.id) : null
}

/** @throws 401 without a session. */
export async function requireStudio(event: H3Event): Promise<Studio> {
  const studio = await currentStudio(event)
  if (!studio) throw problem(401, 'Sign in first: open the link that npm start prints')
  return studio
}

export async function signIn(event: H3Event, studioId: string): Promise<void> {
  const cookie = await sealed(event)
  const device = (getRequestHeader(event, 'user-agent') ?? 'unknown').slice(0, 200)
  await cookie.update({ id: await createSession(useDatabase(), studioId, device) })
}

export async function signOut(event: H3Event): Promise<void> {
  const cookie = await sealed(event)
  if (cookie.data.id) await revokeSession(useDatabase(), cookie.data.id)
  await cookie.clear()
}
