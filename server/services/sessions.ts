import { createHash, randomBytes, randomUUID } from 'node:crypto'
import { and, desc, eq, gt, isNotNull, isNull, lt, or, sql } from 'drizzle-orm'
import type { Database } from '../database/client'
import { members, sessions, signInLinks, studios } from '../database/schema'
import type { SessionRole } from '../../shared/schemas/records'
import { notFound } from '../utils/problem'
import type { Studio } from './studios'

export const SESSION_DAYS = 90
/** Minutes a link holds. */
export const LINK_MINUTES = 15

const hashOf = (token: string): string => createHash('sha256').update(token).digest('hex')
const after = (milliseconds: number): Date => new Date(Date.now() + milliseconds)

/** What a link gives: a studio, and who comes in. */
export interface Grant {
  studioId: string
  memberId: string | null
  role: SessionRole
}

/** Somebody signed in on one device. */
export interface SignedIn {
  sessionId: string
  /** With the zone by whose clocks its days go. */
  studio: Studio & { zone: string | null }
  role: SessionRole
  /** Null: signed in before people had names. */
  member: { id: string; name: string } | null
}

/** Whom a link is for, and who made it; null: the command line. */
export interface LinkFor {
  memberId: string
  madeBy?: string | null
  minutes?: number
}

/** A token that signs one browser in as somebody, once, within minutes. */
export async function createSignInToken(
  db: Database,
  studioId: string,
  { memberId, madeBy = null, minutes = LINK_MINUTES }: LinkFor,
): Promise<string> {
  const token = randomBytes(32).toString('base64url')
  const [member] = await db
    .select({ role: members.role })
    .from(members)
    .where(and(eq(members.id, memberId), eq(members.studioId, studioId)))
  if (!member) throw notFound('person')
  await db
    .insert(signInLinks)
    .values({ hash: hashOf(token), studioId, memberId, madeBy, role: member.role, expiresAt: after(minutes * 60_000) })
  return token
}

/**
 * Uses a token up; what it opens, or null if it is unknown, used, cancelled or too old, or if whom it is for or who
 * made it is no longer let in. Of two
 * that come at once, one wins.
 */
export async function redeemSignInToken(db: Database, token: string): Promise<Grant | null> {
  const hash = hashOf(token)
  const letIn = (column: 'member_id' | 'made_by', more = '') =>
    sql.raw(
      `(sign_in_links.${column} is null or exists (select 1 from members m where m.id = sign_in_links.${column} ` +
        `and m.revoked_at is null${more}))`,
    )
  const [result] = await db
    .update(signInLinks)
    .set({ usedAt: new Date() })
    .where(
      and(
        eq(signInLinks.hash, hash),
        isNull(signInLinks.usedAt),
        isNull(signInLinks.cancelledAt),
        gt(signInLinks.expiresAt, new Date()),
        letIn('member_id'),
        letIn('made_by', " and m.role = 'lead'"),
      ),
    )
  if (result.affectedRows !== 1) return null
  const [row] = await db
    .select({
      studioId: signInLinks.studioId,
      memberId: signInLinks.memberId,
      role: sql<SessionRole>`coalesce(${members.role}, ${signInLinks.role})`,
    })
    .from(signInLinks)
    .leftJoin(members, eq(members.id, signInLinks.memberId))
    .where(eq(signInLinks.hash, hash))
  return row ?? null
}

export async function createSession(
  db: Database,
  { studioId, memberId, role }: Grant,
  device: string,
): Promise<string> {
  const id = randomUUID()
  await db
    .insert(sessions)
    .values({ id, studioId, memberId, role, device, expiresAt: after(SESSION_DAYS * 86_400_000), seenAt: new Date() })
  return id
}

const holds = () => and(isNull(sessions.revokedAt), gt(sessions.expiresAt, new Date()))
/** What somebody may do is theirs; a session of before people had names has its own. */
const roleNow = sql<SessionRole>`coalesce(${members.role}, ${sessions.role})`
/** How finely it is noted when a device was last seen, ms. */
const SEEN_EVERY = 60_000

/** Whose it is may still come in: a session that was made as they were shown out is none. */
const letIn = () => or(isNull(sessions.memberId), and(isNotNull(members.id), isNull(members.revokedAt)))

/** A session that is neither revoked nor too old, of somebody who is let in. */
export async function findSession(db: Database, id: string): Promise<SignedIn | null> {
  const [row] = await db
    .select({
      id: studios.id,
      name: studios.name,
      isDemo: studios.isDemo,
      zone: studios.zone,
      role: roleNow,
      seenAt: sessions.seenAt,
      memberId: members.id,
      memberName: members.name,
    })
    .from(sessions)
    .innerJoin(studios, eq(studios.id, sessions.studioId))
    .leftJoin(members, eq(members.id, sessions.memberId))
    .where(and(eq(sessions.id, id), holds(), letIn()))
  if (!row) return null
  const { role, seenAt, memberId, memberName, ...studio } = row
  if (seenAt === null || Date.now() - seenAt.getTime() > SEEN_EVERY) {
    await db
      .update(sessions)
      .set({ seenAt: new Date() })
      .where(and(eq(sessions.id, id), or(isNull(sessions.seenAt), lt(sessions.seenAt, after(-SEEN_EVERY)))))
  }
  return { sessionId: id, studio, role, member: memberId === null ? null : { id: memberId, name: memberName! } }
}

/** A device that is signed in. */
export interface SessionRecord {
  id: string
  role: SessionRole
  /** Who is on it; null: signed in before people had names. */
  member: string | null
  device: string
  createdAt: string
  seenAt: string | null
}

/** The devices signed in to a studio, the newest first. */
export async function listSessions(db: Database, studioId: string): Promise<SessionRecord[]> {
  const rows = await db
    .select({
      id: sessions.id,
      role: roleNow,
      member: members.name,
      device: sessions.device,
      createdAt: sessions.createdAt,
      seenAt: sessions.seenAt,
    })
    .from(sessions)
    .leftJoin(members, eq(members.id, sessions.memberId))
    .where(and(eq(sessions.studioId, studioId), holds(), letIn()))
    .orderBy(desc(sessions.createdAt), desc(sessions.id))
  return rows.map(row => ({
    ...row,
    createdAt: row.createdAt.toISOString(),
    seenAt: row.seenAt?.toISOString() ?? null,
  }))
}

/** @throws 404 for a session that is not this studio's. */
export async function revokeOwnSession(db: Database, studioId: string, id: string): Promise<void> {
  const [result] = await db
    .update(sessions)
    .set({ revokedAt: new Date() })
    .where(and(eq(sessions.id, id), eq(sessions.studioId, studioId), isNull(sessions.revokedAt)))
  if (result.affectedRows !== 1) throw notFound('session')
}

export async function revokeSession(db: Database, id: string): Promise<void> {
  await db
    .update(sessions)
    .set({ revokedAt: new Date() })
    .where(and(eq(sessions.id, id), isNull(sessions.revokedAt)))
}
