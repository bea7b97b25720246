import { createHash, randomBytes, randomUUID } from 'node:crypto'
import { and, desc, eq, gt, isNull, lt, or } from 'drizzle-orm'
import type { Database } from '../database/client'
import { sessions, signInLinks, studios } from '../database/schema'
import type { SessionRole } from '../../shared/schemas/records'
import { notFound } from '../utils/problem'
import type { Studio } from './studios'

export const SESSION_DAYS = 90
const LINK_HOURS = 24

const hashOf = (token: string): string => createHash('sha256').update(token).digest('hex')
const after = (milliseconds: number): Date => new Date(Date.now() + milliseconds)

/** What a link or a session gives: a studio, and what may be done there. */
export interface Grant {
  studioId: string
  role: SessionRole
}

export interface SignedIn {
  sessionId: string
  studio: Studio
  role: SessionRole
}

/** A token that signs one browser in to a studio, once, within a day; or within `minutes`. */
export async function createSignInToken(db: Database, studioId: string, options: { role?: SessionRole, minutes?: number } = {}): Promise<string> {
  const token = randomBytes(32).toString('base64url')
  await db.insert(signInLinks).values({ hash: hashOf(token), studioId, role: options.role ?? 'lead', expiresAt: after((options.minutes ?? LINK_HOURS * 60) * 60_000) })
  return token
}

/** Uses a token up; what it opens, or null if it is unknown, used or too old. Of two that come at once, one wins. */
export async function redeemSignInToken(db: Database, token: string): Promise<Grant | null> {
  const hash = hashOf(token)
  const [result] = await db.update(signInLinks).set({ usedAt: new Date() })
    .where(and(eq(signInLinks.hash, hash), isNull(signInLinks.usedAt), gt(signInLinks.expiresAt, new Date())))
  if (result.affectedRows !== 1) return null
  const [row] = await db.select({ studioId: signInLinks.studioId, role: signInLinks.role }).from(signInLinks).where(eq(signInLinks.hash, hash))
  return row ?? null
}

export async function createSession(db: Database, grant: Grant, device: string): Promise<string> {
  const id = randomUUID()
  await db.insert(sessions).values({ id, ...grant, device, expiresAt: after(SESSION_DAYS * 86_400_000), seenAt: new Date() })
  return id
}

const holds = () => and(isNull(sessions.revokedAt), gt(sessions.expiresAt, new Date()))
/** How finely it is noted when a device was last seen, ms. */
const SEEN_EVERY = 60_000

/** A session that is neither revoked nor too old. */
export async function findSession(db: Database, id: string): Promise<SignedIn | null> {
  const [row] = await db.select({ id: studios.id, name: studios.name, isDemo: studios.isDemo, role: sessions.role, seenAt: sessions.seenAt }).from(sessions)
    .innerJoin(studios, eq(studios.id, sessions.studioId)).where(and(eq(sessions.id, id), holds()))
  if (!row) return null
  const { role, seenAt, ...studio } = row
  if (seenAt === null || Date.now() - seenAt.getTime() > SEEN_EVERY) {
    await db.update(sessions).set({ seenAt: new Date() }).where(and(eq(sessions.id, id), or(isNull(sessions.seenAt), lt(sessions.seenAt, after(-SEEN_EVERY)))))
  }
  return { sessionId: id, studio, role }
}

/** A device that is signed in. */
export interface SessionRecord {
  id: string
  role: SessionRole
  device: string
  createdAt: string
  seenAt: string | null
}

/** The devices signed in to a studio, the newest first. */
export async function listSessions(db: Database, studioId: string): Promise<SessionRecord[]> {
  const rows = await db.select({ id: sessions.id, role: sessions.role, device: sessions.device, createdAt: sessions.createdAt, seenAt: sessions.seenAt }).from(sessions)
    .where(and(eq(sessions.studioId, studioId), holds())).orderBy(desc(sessions.createdAt), desc(sessions.id))
  return rows.map(row => ({ ...row, createdAt: row.createdAt.toISOString(), seenAt: row.seenAt?.toISOString() ?? null }))
}

/** @throws 404 for a session that is not this studio's. */
export async function revokeOwnSession(db: Database, studioId: string, id: string): Promise<void> {
  const [result] = await db.update(sessions).set({ revokedAt: new Date() }).where(and(eq(sessions.id, id), eq(sessions.studioId, studioId), isNull(sessions.revokedAt)))
  if (result.affectedRows !== 1) throw notFound('session')
}

export async function revokeSession(db: Database, id: string): Promise<void> {
  await db.update(sessions).set({ revokedAt: new Date() }).where(eq(sessions.id, id))
}
