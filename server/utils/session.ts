import { type H3Event, getRequestHeader, unsealSession, useSession as useSealedSession } from 'h3'
import {
  type Grant,
  SESSION_DAYS,
  type SignedIn,
  createSession,
  findSession,
  revokeSession,
} from '../services/sessions'
import { useDatabase } from './database'
import { problem } from './problem'
import { serverWords } from '../../shared/texts/server'

/** The prefix has browsers hold it to this very host, over a secure connection. */
const COOKIE = '__Host-epiro'

function sealing() {
  const password = process.env.SESSION_SECRET
  if (!password || password.length < 32) throw new Error(serverWords('session.sessionSecretNotSet'))
  return {
    name: COOKIE,
    password,
    maxAge: SESSION_DAYS * 86_400,
    sessionHeader: false,
    cookie: { httpOnly: true, sameSite: 'strict', secure: true, path: '/' },
  } as const
}

/**
 * The sealed cookie holds only the id of a session; whether it still holds is asked of the database at each request.
 */
const sealed = (event: H3Event) => useSealedSession<{ id?: string }>(event, sealing())

/** Who this browser is signed in as; null if nobody. */
export async function currentSession(event: H3Event): Promise<SignedIn | null> {
  const { data } = await sealed(event)
  return data.id ? findSession(useDatabase(), data.id) : null
}

/** @throws 401 without a session. */
export async function requireSession(event: H3Event): Promise<SignedIn> {
  const session = await currentSession(event)
  if (!session) throw problem(401, serverWords('session.signFirstAskLead'))
  return session
}

/** The host of an address; null of what is none, as of the `null` that a page without an origin sends. */
function hostOf(address: string): string | null {
  try {
    return new URL(address).host
  } catch {
    return null
  }
}

function decoded(text: string): string | null {
  try {
    return decodeURIComponent(text)
  } catch {
    return null
  }
}

/**
 * The same for a connection that is no request any more. A page of another site can open one too, so that its origin
 * must be ours.
 *
 * @throws 401 without a session
 */
export async function requireSocketSession(headers: Headers): Promise<SignedIn> {
  const refused = problem(401, serverWords('session.signFirst'))
  const origin = headers.get('origin')
  if (origin !== null && hostOf(origin) !== headers.get('host')) throw refused
  const cookie = headers
    .get('cookie')
    ?.split(/;\s*/)
    .find(part => part.startsWith(`${COOKIE}=`))
    ?.slice(COOKIE.length + 1)
  const sealedId = cookie === undefined ? null : decoded(cookie)
  const opened = sealedId ? await unsealSession({} as H3Event, sealing(), sealedId).catch(() => null) : null
  const id = (opened?.data as { id?: string } | undefined)?.id
  const session = id ? await findSession(useDatabase(), id) : null
  if (!session) throw refused
  return session
}

/** Signs this browser in; whoever it was signed in as before is signed out. */
export async function signIn(event: H3Event, grant: Grant): Promise<void> {
  const cookie = await sealed(event)
  if (cookie.data.id) await revokeSession(useDatabase(), cookie.data.id)
  const device = (getRequestHeader(event, 'user-agent') ?? 'unknown').slice(0, 200)
  await cookie.update({ id: await createSession(useDatabase(), grant, device) })
}

export async function signOut(event: H3Event): Promise<void> {
  const cookie = await sealed(event)
  if (cookie.data.id) await revokeSession(useDatabase(), cookie.data.id)
  await cookie.clear()
}
