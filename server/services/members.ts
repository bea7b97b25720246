import { randomUUID } from 'node:crypto'
import { and, asc, eq, gt, isNull, sql } from 'drizzle-orm'
import type { Database } from '../database/client'
import { members, sessions, signInLinks } from '../database/schema'
import type { MemberInput, SessionRole } from '../../shared/schemas/records'
import { notFound, problem } from '../utils/problem'
import { serverWords } from '../../shared/texts/server'

/** Somebody of a studio. */
export interface MemberRecord {
  id: string
  name: string
  role: SessionRole
  /** Until when a link for them is open, ISO 8601; null: none is. */
  linkUntil: string | null
  /** Devices they are signed in on. */
  devices: number
}

const own = (studioId: string, id: string) =>
  and(eq(members.id, id), eq(members.studioId, studioId), isNull(members.revokedAt))
const open = () =>
  and(isNull(signInLinks.usedAt), isNull(signInLinks.cancelledAt), gt(signInLinks.expiresAt, new Date()))

/** The people of a studio who may come in, by name. */
export async function listMembers(db: Database, studioId: string): Promise<MemberRecord[]> {
  const rows = await db
    .select({
      id: members.id,
      name: members.name,
      role: members.role,
      // Names of columns are written out: left to the query builder they lose their tables, and mean the wrong ones.
      linkUntil: sql<string | null>`(select max(l.expires_at) from sign_in_links l
      where l.member_id = members.id and l.used_at is null and l.cancelled_at is null
        and l.expires_at > utc_timestamp(3))`,
      devices: sql<number>`(select count(*) from sessions s
      where s.member_id = members.id and s.revoked_at is null and s.expires_at > utc_timestamp(3))`,
    })
    .from(members)
    .where(and(eq(members.studioId, studioId), isNull(members.revokedAt)))
    .orderBy(asc(members.name), asc(members.id))
  return rows.map(row => ({
    ...row,
    devices: Number(row.devices),
    linkUntil: row.linkUntil === null ? null : new Date(`${row.linkUntil}Z`).toISOString(),
  }))
}

/** @throws 404 for somebody who is not of this studio, or no longer let in. */
export async function getMember(
  db: Database,
  studioId: string,
  id: string,
): Promise<{ id: string; name: string; role: SessionRole }> {
  const [row] = await db
    .select({ id: members.id, name: members.name, role: members.role })
    .from(members)
    .where(own(studioId, id))
  if (!row) throw notFound('person')
  return row
}

export async function createMember(db: Database, studioId: string, input: MemberInput): Promise<string> {
  const id = randomUUID()
  await db.insert(members).values({ id, studioId, ...input })
  return id
}

/** The first of a studio with a role, made where there is none: whom the command line signs in. */
export async function firstMember(db: Database, studioId: string, role: SessionRole, name: string): Promise<string> {
  const [row] = await db
    .select({ id: members.id })
    .from(members)
    .where(and(eq(members.studioId, studioId), eq(members.role, role), isNull(members.revokedAt)))
    .orderBy(asc(members.createdAt), asc(members.id))
    .limit(1)
  return row?.id ?? createMember(db, studioId, { name, role })
}

/** Held under the studio's row of leads, so that two changes at once cannot leave a studio without one. */
async function keepALead(db: Database, studioId: string, id: string): Promise<void> {
  const leads = await db
    .select({ id: members.id })
    .from(members)
    .where(and(eq(members.studioId, studioId), eq(members.role, 'lead'), isNull(members.revokedAt)))
    .for('update')
  if (leads.length === 1 && leads[0]!.id === id)
    throw problem(422, serverWords('members.roleStudioNeedsLeast'), {
      errors: [{ field: 'role', reason: serverWords('members.studioNeedsLeastOne') }],
    })
}

/** Another name or role; what somebody may do changes on all their devices at once. */
export async function updateMember(db: Database, studioId: string, id: string, input: MemberInput): Promise<void> {
  await db.transaction(async tx => {
    await getMember(tx, studioId, id)
    if (input.role !== 'lead') await keepALead(tx, studioId, id)
    await tx.update(members).set(input).where(own(studioId, id))
  })
}

/** Lets somebody in no longer: their devices are signed out, and links for them and by them are dead. */
export async function revokeMember(db: Database, studioId: string, id: string): Promise<void> {
  await db.transaction(async tx => {
    await getMember(tx, studioId, id)
    await keepALead(tx, studioId, id)
    const now = new Date()
    await tx.update(members).set({ revokedAt: now }).where(own(studioId, id))
    await tx
      .update(sessions)
      .set({ revokedAt: now })
      .where(and(eq(sessions.memberId, id), isNull(sessions.revokedAt)))
  })
}

/** Makes the links that are open for somebody dead. */
export async function cancelLinks(db: Database, studioId: string, id: string): Promise<void> {
  await getMember(db, studioId, id)
  await db
    .update(signInLinks)
    .set({ cancelledAt: new Date() })
    .where(and(eq(signInLinks.memberId, id), open()))
}

/** Names of everyone of a studio, those no longer let in too, by id. */
export async function memberNames(db: Database, studioId: string): Promise<Map<string, string>> {
  const rows = await db
    .select({ id: members.id, name: members.name })
    .from(members)
    .where(eq(members.studioId, studioId))
  return new Map(rows.map(row => [row.id, row.name]))
}
