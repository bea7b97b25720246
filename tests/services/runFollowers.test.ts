import type { RowDataPacket } from 'mysql2/promise'
import { RunFollowers } from '~~/server/services/runFollowers'
import { putRun } from '~~/server/services/runs'
import { createSession, revokeSession } from '~~/server/services/sessions'
import { archiveSetup } from '~~/server/services/setups'
import type { RunRecord } from '~~/shared/schemas/run'
import { fire, makeSetup, member, studio } from './support'

let own: Awaited<ReturnType<typeof studio>>
beforeAll(async () => {
  own = await studio()
})
afterAll(() => own.end())

const until = async (what: () => boolean): Promise<void> => {
  for (let waited = 0; !what(); waited += 10) {
    if (waited > 10_000) throw new Error('Waited in vain')
    await new Promise(resolve => setTimeout(resolve, 10))
  }
}
const moved = (step: number) => ({ step, delay: null, openedAt: null, actedAt: null })

/** Somebody who follows, and what they heard. */
async function follow(followers: RunFollowers, setupId: string, as?: { id: string }) {
  const person = await member(own.db, own.studioId, 'assistant')
  const id = as?.id ?? (await createSession(own.db, person, 'phone'))
  const heard: RunRecord[] = []
  const found = { heard, ended: false, id, leave: () => {} }
  found.leave = await followers.follow(
    { setupId, studioId: own.studioId, session: { id, role: 'assistant' } },
    {
      tell: run => heard.push(run),
      end: () => {
        found.ended = true
      },
    },
  )
  return found
}

test('200 that follow at once are each told all, for two queries a look, and end with their own right', async () => {
  const followers = new RunFollowers(() => own.db, 30)
  const setupId = await makeSetup(own.db, own.studioId, own.shootId)
  const { id } = await follow(followers, setupId)
  const all = await Promise.all(Array.from({ length: 200 }, () => follow(followers, setupId, { id })))
  expect(all.every(({ heard }) => heard.length === 1 && heard[0]!.step === 0)).toBe(true)
  await putRun(own.db, own.studioId, setupId, moved(3))
  await until(() => all.every(({ heard }) => heard.at(-1)!.step === 3))
  const asked = async (): Promise<number> => {
    const [rows] = await own.db.$client.query<RowDataPacket[]>("show global status like 'Com_select'")
    return Number(rows[0]!.Value)
  }
  const before = await asked()
  const counted = all[0]!.heard.length
  await new Promise(resolve => setTimeout(resolve, 600))
  // Some 20 looks, more on a slow machine; one query each for 200 would be 4,000.
  expect((await asked()) - before).toBeLessThan(600)
  expect(all[0]!.heard.length).toBe(counted)
  const other = await follow(followers, setupId)
  await revokeSession(own.db, id)
  await until(() => all.every(({ ended }) => ended))
  expect(other.ended).toBe(false)
  await archiveSetup(own.db, own.studioId, setupId)
  await until(() => other.ended)
  expect(followers.size).toBe(0)
}, 60_000)

test('no change is missed, however it falls between what is seen and what is read', async () => {
  const followers = new RunFollowers(() => own.db, 5)
  const setupId = await makeSetup(own.db, own.studioId, own.shootId)
  const following: Awaited<ReturnType<typeof follow>>[] = []
  const TAKES = 40
  for (let i = 0; i < TAKES; i++) {
    const [, joined] = await Promise.all([fire(own.db, own.studioId, setupId), follow(followers, setupId)])
    following.push(joined)
  }
  await until(() => following.every(({ heard }) => heard.at(-1)!.lastTake === TAKES))
  for (const { heard } of following) {
    const numbers = heard.map(run => run.lastTake)
    expect(numbers).toEqual([...numbers].sort((a, b) => a - b))
  }
  for (const { leave } of following) leave()
  expect(followers.size).toBe(0)
}, 60_000)

test('a database that is away for a while ends nobody, and what changed meanwhile is told', async () => {
  let away = false
  const followers = new RunFollowers(() => {
    if (away) throw new Error('away')
    return own.db
  }, 5)
  const setupId = await makeSetup(own.db, own.studioId, own.shootId)
  const one = await follow(followers, setupId)
  away = true
  await putRun(own.db, own.studioId, setupId, moved(2))
  await new Promise(resolve => setTimeout(resolve, 50))
  expect([one.heard.length, one.ended]).toEqual([1, false])
  away = false
  await until(() => one.heard.at(-1)!.step === 2)
  one.leave()
}, 30_000)
