import { eq } from 'drizzle-orm'
import { sessions, signInLinks } from '~~/server/database/schema'
import { createSession, createSignInToken, findSession, listSessions, redeemSignInToken, revokeOwnSession } from '~~/server/services/sessions'
import { refusal, studio } from './support'

let own: Awaited<ReturnType<typeof studio>>
beforeEach(async () => { own = await studio() })
afterEach(() => own.end())

test('a link signs in once, with the role it was made for; of many at once, one', async () => {
  const token = await createSignInToken(own.db, own.studioId, { role: 'assistant', minutes: 10 })
  const tries = await Promise.all(Array.from({ length: 8 }, () => redeemSignInToken(own.db, token)))
  expect(tries.filter(grant => grant !== null)).toEqual([{ studioId: own.studioId, role: 'assistant' }])
  expect(await redeemSignInToken(own.db, 'x'.repeat(43))).toBeNull()
})

test('the database holds no token, and an old link opens nothing', async () => {
  const token = await createSignInToken(own.db, own.studioId, { minutes: 10 })
  const rows = await own.db.select().from(signInLinks).where(eq(signInLinks.studioId, own.studioId))
  expect(JSON.stringify(rows)).not.toContain(token)
  expect(rows[0]!.expiresAt.getTime() - Date.now()).toBeLessThanOrEqual(10 * 60_000)
  await own.db.update(signInLinks).set({ expiresAt: new Date(Date.now() - 1000) }).where(eq(signInLinks.studioId, own.studioId))
  expect(await redeemSignInToken(own.db, token)).toBeNull()
})

test('sessions are listed with role and device, and one that was revoked or is too old holds no more', async () => {
  const [lead, phone] = await Promise.all([createSession(own.db, { studioId: own.studioId, role: 'lead' }, 'desk'), createSession(own.db, { studioId: own.studioId, role: 'assistant' }, 'phone')])
  expect((await listSessions(own.db, own.studioId)).map(s => [s.id, s.role, s.device]).sort()).toEqual([[lead, 'lead', 'desk'], [phone, 'assistant', 'phone']].sort())
  expect(await findSession(own.db, phone)).toMatchObject({ role: 'assistant', studio: { id: own.studioId } })
  await revokeOwnSession(own.db, own.studioId, phone)
  expect(await findSession(own.db, phone)).toBeNull()
  expect((await refusal(revokeOwnSession(own.db, own.studioId, phone))).status).toBe(404)
  await own.db.update(sessions).set({ expiresAt: new Date(Date.now() - 1) }).where(eq(sessions.id, lead))
  expect(await findSession(own.db, lead)).toBeNull()
  expect(await listSessions(own.db, own.studioId)).toEqual([])
})

test('nobody revokes a session of another studio', async () => {
  const other = await studio()
  const theirs = await createSession(other.db, { studioId: other.studioId, role: 'lead' }, 'theirs')
  expect((await refusal(revokeOwnSession(own.db, own.studioId, theirs))).status).toBe(404)
  expect(await findSession(own.db, theirs)).not.toBeNull()
  await other.end()
})
