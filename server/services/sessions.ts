import { createHash, randomBytes, randomUUID } from 'node:crypto'
import { and, eq, gt, isNull } from 'drizzle-orm'
import type { Database } from '../database/client'
import { sessions, signInLinks, studios } from '../database/schema'
import type { Studio } from './studios'

export const SESSION_DAYS = 90
const LINK_HOURS = 24

const hashOf = (token: string): string => createHash('sha256').update(token).digest('hex')
const after = (milliseconds: number): Date => new Date(Date.now() + milliseconds)

/** A token that signs one browser in to a studio, once, within a day. */
export async function createSignInToken(db: Database, studioId: string): Promise<string> {
  const token = randomBytes(32).toString('base64url')
  await db.insert(signInLinks).values({ hash: hashOf(token), studioId, expiresAt: after(LINK_HOURS * 3_600_000) })
  return token
}

/** Uses a token up; the studio it opens, or null if it is unknown, used or too old. Of two that come at once, one wins. */
export async function redeemSignInToken(db: Database, token: string): Promise<string | null> {
  const hash = hashOf(token)
  const [result] = await db.update(signInLinks).set({ usedAt: new Date() })
    .where(and(eq(signInLinks.hash, hash), isNull(signInLinks.usedAt), gt(signInLinks.expiresAt, new Date())))
  if (result.affectedRows !== 1) return null
  const [row] = await db.select({ studioId: signInLinks.studioId }).from(signInLinks).where(eq(signInLinks.hash, hash))
  return row?.studioId ?? null
}

export async function createSession(db: Database, studioId: string, device: string): Promise<string> {
  const id = randomUUID()
  await db.insert(sessions).values({ id, studioId, device, expiresAt: after(SESSION_DAYS * 86_400_000) })
  return id
}

/** The studio of a session that is neither revoked nor too old. */
export async function findSession(db: Database, id: string): Promise<Studio | null> {
  const [row] = await db.select({ id: studios.id, name: studios.name, isDemo: studios.isDemo }).from(sessions)
    .innerJoin(studios, eq(studios.id, sessions.studioId))
    .where(and(eq(sessions.id, id), isNull(sessions.revokedAt), gt(sessions.expiresAt, new Date())))
  return row ?? null
}

export async function revokeSession(db: Database, id: string): Promise<void> {
  await db.update(sessions).set({ revokedAt: new Date() }).where(eq(sessions.id, id))
}
