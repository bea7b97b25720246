import { eq, sql } from 'drizzle-orm'
import { newSetup, plan, standOf } from '~~/core'
import { setups } from '~~/server/database/schema'
import { archiveSetup, getSetup, updateSetup } from '~~/server/services/setups'
import { listShoots } from '~~/server/services/shoots'
import { catchUp } from '~~/server/services/stands'
import { fire, makeSetup, studio } from './support'

let own: Awaited<ReturnType<typeof studio>>
beforeEach(async () => {
  own = await studio()
})
afterEach(() => own.end())

const listed = async () => (await listShoots(own.db, own.studioId))[0]!.setups

test('a list says where a set-up stands as its plan would, without planning it', async () => {
  const setup = { ...newSetup('toss'), goal: { ...newSetup('toss').goal, stock: 9 } }
  const id = await makeSetup(own.db, own.studioId, own.shootId, setup)
  await fire(own.db, own.studioId, id, { verdict: 'on' })
  await fire(own.db, own.studioId, id, { verdict: 'misfire' })
  const [row] = await listed()
  expect(row).toMatchObject({ recipe: 'toss', method: setup.method, keepersWanted: setup.goal.keepers, failed: null })
  expect(row!.stand).toEqual(standOf(setup, plan(setup), { takes: 2, on: 1, keepers: 0, used: 1 }))
  await updateSetup(own.db, own.studioId, id, 1, { ...setup, goal: { ...setup.goal, keepers: 44 } })
  expect((await listed())[0]!.keepersWanted).toBe(44)
})

test('one that cannot be read ends no list: it says so, and can be put away', async () => {
  const [bad, good] = [
    await makeSetup(own.db, own.studioId, own.shootId),
    await makeSetup(own.db, own.studioId, own.shootId, newSetup('drop')),
  ]
  await own.db
    .update(setups)
    .set({ document: sql`'{"not": '`, planned: null })
    .where(eq(setups.id, bad))
  expect((await listed()).map(row => [row.id, row.stand === null])).toEqual([
    [bad, true],
    [good, false],
  ])
  while ((await catchUp(own.db)) > 0);
  const rows = await listed()
  expect(rows[0]).toMatchObject({ failed: 'It cannot be read', stand: null, keepersWanted: null })
  await archiveSetup(own.db, own.studioId, bad)
  expect((await listed()).map(row => row.id)).toEqual([good])
})

test('what was saved before lists had columns is worked out, and nothing of it changes', async () => {
  const id = await makeSetup(own.db, own.studioId, own.shootId, newSetup('pour'))
  const before = await getSetup(own.db, own.studioId, id)
  await own.db.update(setups).set({ recipe: null, method: null, planned: null }).where(eq(setups.id, id))
  expect((await listed())[0]).toMatchObject({ recipe: null, stand: null, failed: null })
  while ((await catchUp(own.db)) > 0);
  expect((await listed())[0]!.recipe).toBe('pour')
  expect((await listed())[0]!.stand!.stand).toBe('planned')
  expect(await getSetup(own.db, own.studioId, id)).toEqual(before)
})

test('of many saves from one revision one is written, and each answer is its own', async () => {
  const setup = newSetup('swing')
  const id = await makeSetup(own.db, own.studioId, own.shootId, setup)
  for (let revision = 1; revision <= 4; revision++) {
    const answers = await Promise.all(
      Array.from({ length: 6 }, (_, i) =>
        updateSetup(own.db, own.studioId, id, revision, { ...setup, name: `Save ${revision}.${i}` }).then(
          saved => ({ name: saved.setup.name, revision: saved.revision, asked: `Save ${revision}.${i}` }),
          (error: { statusCode?: number }) => error.statusCode,
        ),
      ),
    )
    const written = answers.filter(answer => typeof answer === 'object')
    expect(written).toHaveLength(1)
    expect(written[0]).toMatchObject({ revision: revision + 1, name: written[0]!.asked })
    expect(answers.filter(answer => answer === 409)).toHaveLength(5)
  }
})
