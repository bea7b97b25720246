import { eq } from 'drizzle-orm'
import { sessions, signInLinks } from '~~/server/database/schema'
import { cancelLinks, createMember, listMembers, revokeMember, updateMember } from '~~/server/services/members'
import { countCall } from '~~/server/services/rates'
import { changesSeen } from '~~/server/services/runs'
import {
  createSession,
  createSignInToken,
  findSession,
  listSessions,
  redeemSignInToken,
  revokeOwnSession,
  revokeSession,
} from '~~/server/services/sessions'
import { archiveSetup } from '~~/server/services/setups'
import { createStudio, findOwnStudio, findStudioNamed, leadsInstallation } from '~~/server/services/studios'
import { amendTake, listTakes } from '~~/server/services/takes'
import { amendmentOf } from '~~/shared/takes/input'
import { aTake, fire, makeSetup, member, refusal, studio } from './support'

let own: Awaited<ReturnType<typeof studio>>
beforeEach(async () => {
  own = await studio()
})
afterEach(() => own.end())

test('a link signs in once, as whom it was made for; of many at once, one', async () => {
  const kim = await member(own.db, own.studioId, 'assistant', 'Kim')
  const token = await createSignInToken(own.db, own.studioId, { memberId: kim.memberId })
  const tries = await Promise.all(Array.from({ length: 8 }, () => redeemSignInToken(own.db, token)))
  expect(tries.filter(grant => grant !== null)).toEqual([kim])
  expect(await redeemSignInToken(own.db, 'x'.repeat(43))).toBeNull()
})

test('the database holds no token, and a link is dead after 15 minutes', async () => {
  const { memberId } = await member(own.db, own.studioId)
  const token = await createSignInToken(own.db, own.studioId, { memberId })
  const rows = await own.db.select().from(signInLinks).where(eq(signInLinks.studioId, own.studioId))
  expect(JSON.stringify(rows)).not.toContain(token)
  const left = rows[0]!.expiresAt.getTime() - Date.now()
  expect(left).toBeGreaterThan(14.5 * 60_000)
  expect(left).toBeLessThanOrEqual(15 * 60_000)
  await own.db
    .update(signInLinks)
    .set({ expiresAt: new Date(Date.now() - 1000) })
    .where(eq(signInLinks.studioId, own.studioId))
  expect(await redeemSignInToken(own.db, token)).toBeNull()
})

test(
  'a link that was cancelled, of somebody no longer let in, or made by one who no longer lets people in, opens ' +
    'nothing',
  async () => {
    const [lead, kim, second] = [
      await member(own.db, own.studioId),
      await member(own.db, own.studioId, 'viewer', 'Kim'),
      await member(own.db, own.studioId, 'lead', 'Second'),
    ]
    const link = (madeBy?: string): Promise<string> =>
      createSignInToken(own.db, own.studioId, { memberId: kim.memberId, ...(madeBy ? { madeBy } : {}) })
    const cancelled = await link()
    expect((await listMembers(own.db, own.studioId)).find(m => m.name === 'Kim')).toMatchObject({
      role: 'viewer',
      devices: 0,
      linkUntil: expect.stringMatching(/Z$/),
    })
    await cancelLinks(own.db, own.studioId, kim.memberId)
    expect((await listMembers(own.db, own.studioId)).find(m => m.name === 'Kim')!.linkUntil).toBeNull()
    expect(await redeemSignInToken(own.db, cancelled)).toBeNull()
    const [byDemoted, byRevoked, good] = [
      await link(second.memberId),
      await link(second.memberId),
      await link(lead.memberId),
    ]
    await updateMember(own.db, own.studioId, second.memberId, { name: 'Second', role: 'assistant' })
    expect(await redeemSignInToken(own.db, byDemoted)).toBeNull()
    await revokeMember(own.db, own.studioId, second.memberId)
    expect(await redeemSignInToken(own.db, byRevoked)).toBeNull()
    expect(await redeemSignInToken(own.db, good)).toEqual(kim)
    const late = await link(lead.memberId)
    await revokeMember(own.db, own.studioId, kim.memberId)
    expect(await redeemSignInToken(own.db, late)).toBeNull()
  },
)

test(
  'somebody’s role holds on all their devices at once, and who is let in no longer is signed out ' + 'of them',
  async () => {
    const kim = await member(own.db, own.studioId, 'assistant', 'Kim')
    await member(own.db, own.studioId)
    const [desk, phone] = [await createSession(own.db, kim, 'desk'), await createSession(own.db, kim, 'phone')]
    expect((await listMembers(own.db, own.studioId)).map(m => [m.name, m.devices])).toEqual([
      ['A lead', 0],
      ['Kim', 2],
    ])
    await updateMember(own.db, own.studioId, kim.memberId, { name: 'Kim B.', role: 'viewer' })
    for (const id of [desk, phone])
      expect(await findSession(own.db, id)).toMatchObject({
        role: 'viewer',
        member: { id: kim.memberId, name: 'Kim B.' },
        studio: { id: own.studioId },
      })
    await revokeMember(own.db, own.studioId, kim.memberId)
    for (const id of [desk, phone]) expect(await findSession(own.db, id)).toBeNull()
    expect((await listMembers(own.db, own.studioId)).map(m => m.name)).toEqual(['A lead'])
    expect(
      (await refusal(updateMember(own.db, own.studioId, kim.memberId, { name: 'Kim', role: 'lead' }))).status,
    ).toBe(404)
  },
)

test('a studio keeps one lead at least, also when two leave at once', async () => {
  const [a, b] = [await member(own.db, own.studioId, 'lead', 'A'), await member(own.db, own.studioId, 'lead', 'B')]
  const left = await Promise.all(
    [
      revokeMember(own.db, own.studioId, a.memberId),
      updateMember(own.db, own.studioId, b.memberId, { name: 'B', role: 'viewer' }),
    ].map(what =>
      what.then(
        () => 'gone',
        (error: { statusCode?: number }) => error.statusCode,
      ),
    ),
  )
  expect(left.filter(one => one === 'gone')).toHaveLength(1)
  expect((await listMembers(own.db, own.studioId)).filter(m => m.role === 'lead')).toHaveLength(1)
})

test(
  'sessions are listed with who, role and device, and one that was revoked or is too old holds ' + 'no more',
  async () => {
    const [one, two] = [await member(own.db, own.studioId), await member(own.db, own.studioId, 'assistant')]
    const [lead, phone] = await Promise.all([createSession(own.db, one, 'desk'), createSession(own.db, two, 'phone')])
    expect((await listSessions(own.db, own.studioId)).map(s => [s.id, s.member, s.role, s.device]).sort()).toEqual(
      [
        [lead, 'A lead', 'lead', 'desk'],
        [phone, 'A assistant', 'assistant', 'phone'],
      ].sort(),
    )
    await revokeOwnSession(own.db, own.studioId, phone)
    expect(await findSession(own.db, phone)).toBeNull()
    expect((await refusal(revokeOwnSession(own.db, own.studioId, phone))).status).toBe(404)
    await own.db
      .update(sessions)
      .set({ expiresAt: new Date(Date.now() - 1) })
      .where(eq(sessions.id, lead))
    expect(await findSession(own.db, lead)).toBeNull()
    expect(await listSessions(own.db, own.studioId)).toEqual([])
    // One of before people had names keeps the role it has.
    const old = await createSession(own.db, { studioId: own.studioId, memberId: null, role: 'assistant' }, 'old')
    expect(await findSession(own.db, old)).toMatchObject({ role: 'assistant', member: null })
  },
)

test('nobody touches people and sessions of another studio', async () => {
  const other = await studio()
  const theirs = await member(other.db, other.studioId)
  const session = await createSession(other.db, theirs, 'theirs')
  expect((await refusal(revokeOwnSession(own.db, own.studioId, session))).status).toBe(404)
  expect(
    (await refusal(updateMember(own.db, own.studioId, theirs.memberId, { name: 'X', role: 'viewer' }))).status,
  ).toBe(404)
  expect((await refusal(revokeMember(own.db, own.studioId, theirs.memberId))).status).toBe(404)
  expect((await refusal(cancelLinks(own.db, own.studioId, theirs.memberId))).status).toBe(404)
  expect((await refusal(createSignInToken(own.db, own.studioId, { memberId: theirs.memberId }))).status).toBe(404)
  expect(await findSession(own.db, session)).toMatchObject({ role: 'lead', member: { name: 'A lead' } })
  await other.end()
})

test('takes and what was put right carry who, under the name they have now', async () => {
  const [kim, lead] = [await member(own.db, own.studioId, 'assistant', 'Kim'), await member(own.db, own.studioId)]
  const setupId = await makeSetup(own.db, own.studioId, own.shootId)
  const { logTake } = await import('~~/server/services/takes')
  const take = await logTake(own.db, own.studioId, setupId, aTake(), kim.memberId)
  expect(take.by).toBe('Kim')
  await amendTake(own.db, own.studioId, take.id, { ...amendmentOf(aTake()), verdict: 'on' }, lead.memberId)
  await updateMember(own.db, own.studioId, kim.memberId, { name: 'Kim B.', role: 'assistant' })
  expect((await listTakes(own.db, own.studioId, setupId))[0]).toMatchObject({
    by: 'Kim B.',
    verdict: 'on',
    former: [{ verdict: 'late', by: 'A lead' }],
  })
  expect((await fire(own.db, own.studioId, setupId)).by).toBeNull()
})

test('a run is followed by one number, and ends with the session, the role or the set-up', async () => {
  const kim = await member(own.db, own.studioId, 'assistant', 'Kim')
  await member(own.db, own.studioId)
  const setupId = await makeSetup(own.db, own.studioId, own.shootId)
  const session = { id: await createSession(own.db, kim, 'phone'), role: 'assistant' as const }
  const follows = async (
    on: string,
    as: { id: string; role: 'assistant' | 'viewer' },
    of = own.studioId,
  ): Promise<number | null> => (await changesSeen(own.db, [{ setupId: on, studioId: of, session: as }]))[0]!
  const look = (
    as: { id: string; role: 'assistant' | 'viewer' } = session,
    of = own.studioId,
  ): Promise<number | null> => follows(setupId, as, of)
  const before = (await look())!
  const take = await fire(own.db, own.studioId, setupId)
  expect(await look()).toBeGreaterThan(before)
  const logged = (await look())!
  await amendTake(own.db, own.studioId, take.id, { ...amendmentOf(aTake()), verdict: 'on' })
  expect(await look()).toBeGreaterThan(logged)
  expect(await look(session, '6f1c0b8e-0000-4000-8000-000000000000')).toBeNull()
  await updateMember(own.db, own.studioId, kim.memberId, { name: 'Kim', role: 'viewer' })
  expect(await look()).toBeNull()
  expect(await look({ id: session.id, role: 'viewer' })).not.toBeNull()
  await updateMember(own.db, own.studioId, kim.memberId, { name: 'Kim', role: 'assistant' })
  await archiveSetup(own.db, own.studioId, setupId)
  expect(await look()).toBeNull()
  const second = await makeSetup(own.db, own.studioId, own.shootId)
  expect(await follows(second, session)).toBe(0)
  await revokeSession(own.db, session.id)
  expect(await follows(second, session)).toBeNull()
})

test('a caller who calls too often waits for the next stretch of time; another does not', async () => {
  const rate = { what: 'test', calls: 3, seconds: 60 }
  const at = Date.UTC(2026, 10, 24, 18, 30, 5)
  const who = own.studioId
  for (let i = 0; i < 3; i++) await countCall(own.db, rate, who, at + i * 1000)
  expect(await refusal(countCall(own.db, rate, who, at + 10_000))).toEqual({
    status: 429,
    detail: 'Too many requests (limit 3 in 60 s). Try again in 45 s',
  })
  await countCall(own.db, rate, `${who}2`, at)
  await countCall(own.db, { ...rate, what: 'other' }, who, at)
  await countCall(own.db, rate, who, at + 60_000)
})

test('a studio is found by its very name', async () => {
  const name = `Crème ${own.studioId}`
  const id = await createStudio(own.db, name)
  expect(await findStudioNamed(own.db, name)).toMatchObject({ id })
  expect(await findStudioNamed(own.db, name.replace('è', 'e'))).toBeNull()
  await createStudio(own.db, name)
  expect(await findStudioNamed(own.db, name)).toBeNull()
  expect(await createMember(own.db, id, { name: 'X', role: 'lead' })).toMatch(/-/)
})

test('the installation is led from its first studio that is no demo, and from no other', async () => {
  const first = await findOwnStudio(own.db)
  expect(first).toMatchObject({ name: 'My studio', isDemo: false })
  expect(await leadsInstallation(own.db, first!.id)).toBe(true)
  expect(await leadsInstallation(own.db, own.studioId)).toBe(false)
})

test('a hundred sessions made as somebody is shown out: none of them lives', async () => {
  await member(own.db, own.studioId)
  for (let round = 0; round < 100; round++) {
    const kim = await member(own.db, own.studioId, 'assistant', `Kim ${round}`)
    const [id] = await Promise.all([
      createSession(own.db, kim, 'phone'),
      // A little later each time, to meet it before, in the middle and after.
      new Promise(done => setTimeout(done, round % 5)).then(() => revokeMember(own.db, own.studioId, kim.memberId)),
    ])
    expect(await findSession(own.db, id)).toBeNull()
  }
  expect(await listSessions(own.db, own.studioId)).toEqual([])
})
