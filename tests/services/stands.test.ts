import { eq, sql } from 'drizzle-orm'
import { chosenFromKit, newKitItem, newSetup, plan, statusOf } from '~~/core'
import { setups } from '~~/server/database/schema'
import { createKit, listKit, updateKitItem } from '~~/server/services/kit'
import { logSetups } from '~~/server/services/logExport'
import { logPage } from '~~/server/services/logPage'
import { shootReport } from '~~/server/services/report'
import { archiveSetup, getSetup, setupDocument, updateSetup } from '~~/server/services/setups'
import { archiveShoot, createShoot, listShoots, shootNames } from '~~/server/services/shoots'
import { catchUp, onLate, savedStand } from '~~/server/services/statuses'
import { listTakes } from '~~/server/services/takes'
import { fire, makeSetup, studio } from './support'

let own: Awaited<ReturnType<typeof studio>>
beforeEach(async () => {
  own = await studio()
})
afterEach(() => own.end())

const listed = async () => (await listShoots(own.db, own.studioId)).shoots[0]!.setups

test('a list says where a set-up stands as its plan would, without planning it', async () => {
  const setup = { ...newSetup('toss'), goal: { ...newSetup('toss').goal, stock: 9 } }
  const id = await makeSetup(own.db, own.studioId, own.shootId, setup)
  await fire(own.db, own.studioId, id, { verdict: 'on' })
  await fire(own.db, own.studioId, id, { verdict: 'misfire' })
  const [row] = await listed()
  expect(row).toMatchObject({ recipe: 'toss', method: setup.method, keepersWanted: setup.goal.keepers, failed: null })
  expect(row!.stand).toEqual(statusOf(setup, plan(setup), { takes: 2, on: 1, keepers: 0, used: 1 }))
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

test('a save waits only so long for what its list will show: that comes by itself', async () => {
  const setup = newSetup('drop')
  let woken = 0
  onLate(() => woken++)
  try {
    expect(await savedStand(setup, 0)).toBeNull()
    expect(woken).toBe(1)
    expect(await savedStand(setup, 60_000)).toMatchObject({ stand: expect.any(Object) as object })
    expect(woken).toBe(1)
  } finally {
    onLate(() => {})
  }
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

test('one that cannot be read is found, taken out, and mended by a file; its takes are there all along', async () => {
  const id = await makeSetup(own.db, own.studioId, own.shootId, newSetup('drop'))
  await fire(own.db, own.studioId, id, { verdict: 'on' })
  for (const broken of ['{"not": ', '5', 'null', '{}', '[]']) {
    await own.db
      .update(setups)
      .set({ document: sql`${broken}`, planned: null })
      .where(eq(setups.id, id))
    await expect(getSetup(own.db, own.studioId, id)).rejects.toMatchObject({ statusCode: 422 })
    expect(await setupDocument(own.db, own.studioId, id)).toMatchObject({
      name: newSetup('drop').name,
      document: broken,
    })
    // Neither the report nor the log's own lists end with it.
    expect(await shootReport(own.db, own.studioId, own.shootId)).toMatchObject({
      setups: [],
      unreadable: [newSetup('drop').name],
    })
    expect(await logSetups(own.db, own.studioId, { order: 'newest', limit: 10 })).toEqual([])
    expect((await logPage(own.db, own.studioId, { order: 'newest', limit: 10 })).entries).toHaveLength(1)
  }
  const { revision } = await setupDocument(own.db, own.studioId, id)
  const mended = await updateSetup(own.db, own.studioId, id, revision, newSetup('drop'))
  expect(mended.setup).toEqual(newSetup('drop'))
  expect(await listTakes(own.db, own.studioId, id)).toHaveLength(1)
  await expect(setupDocument(own.db, own.studioId, own.shootId)).rejects.toMatchObject({ statusCode: 404 })
})

test('kit that cannot be read stands as new and says so; a take without readable settings is there', async () => {
  const id = await makeSetup(own.db, own.studioId, own.shootId, newSetup('drop'))
  await fire(own.db, own.studioId, id, { verdict: 'on' })
  const { ids } = await createKit(own.db, own.studioId, [newKitItem('flash', 'Old head')])
  await own.db.execute(sql`update kit set document = '{"kind": ' where id = ${ids[0]}`)
  await own.db.execute(sql`update takes set settings = '{', former = '[' where setup_id = ${id}`)
  const [item] = await listKit(own.db, own.studioId)
  expect(item).toMatchObject({ unreadable: true, item: newKitItem('flash', 'Old head') })
  await updateKitItem(own.db, own.studioId, ids[0]!, item!.revision, item!.item)
  expect((await listKit(own.db, own.studioId))[0]).not.toHaveProperty('unreadable')
  const [take] = await listTakes(own.db, own.studioId, id)
  expect(take).toMatchObject({ verdict: 'on', settings: null })
})

test('which set-ups use an item is told by what lies in the database, unreadable ones aside', async () => {
  const { ids } = await createKit(own.db, own.studioId, [newKitItem('camera', 'Body'), newKitItem('flash', 'Head')])
  const [body, head] = [newKitItem('camera', 'Body'), newKitItem('flash', 'Head')]
  const from = (name: string) => ({ ...chosenFromKit(newSetup('toss'), body, ids[0]!), name })
  const [b, a] = [
    await makeSetup(own.db, own.studioId, own.shootId, from('B')),
    await makeSetup(own.db, own.studioId, own.shootId, chosenFromKit(from('A'), head, ids[1]!)),
  ]
  await makeSetup(own.db, own.studioId, own.shootId, newSetup('drop'))
  const bad = await makeSetup(own.db, own.studioId, own.shootId, from('C'))
  await own.db
    .update(setups)
    .set({ document: sql`'{"kit": {"camera": "x"}, '` })
    .where(eq(setups.id, bad))
  const uses = Object.fromEntries((await listKit(own.db, own.studioId)).map(r => [r.item.name, r.usedBy!]))
  expect(uses.Body!.map(use => [use.setupId, use.name, use.differs])).toEqual([
    [a, 'A', []],
    [b, 'B', []],
  ])
  expect(uses.Head!.map(use => use.setupId)).toEqual([a])
})

test('shoots come in pages without a gap or a double, whatever was added or archived meanwhile', async () => {
  const days = ['2026-11-03', '2026-11-03', '2026-11-02', '2026-11-09', '2026-11-03', '2026-10-31']
  for (const [i, date] of days.entries())
    await createShoot(own.db, own.studioId, { name: `S${i}`, date, place: '', notes: '' })
  const whole = (await listShoots(own.db, own.studioId)).shoots
  expect(whole).toHaveLength(days.length + 1)
  expect(whole.map(shoot => shoot.date)).toEqual(
    whole
      .map(shoot => shoot.date)
      .sort()
      .reverse(),
  )
  const read: string[] = []
  let next: string | null = null
  do {
    const page = await listShoots(own.db, own.studioId, { limit: 2, ...(next ? { before: next } : {}) })
    read.push(...page.shoots.map(shoot => shoot.id))
    next = page.next
    // The last of a page may be put away before the next is asked for.
    if (read.length === 2) {
      await createShoot(own.db, own.studioId, { name: 'Newer', date: '2026-12-24', place: '', notes: '' })
      await archiveShoot(own.db, own.studioId, next!)
    }
  } while (next)
  expect(read).toEqual(whole.map(shoot => shoot.id))
  expect((await shootNames(own.db, own.studioId)).map(shoot => shoot.name)[0]).toBe('Newer')
  await expect(
    listShoots(own.db, own.studioId, { limit: 2, before: '6f1c0b8e-0000-4000-8000-00000000dead' }),
  ).rejects.toMatchObject({ statusCode: 422 })
})
