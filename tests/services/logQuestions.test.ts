import { newSetup } from '~~/core'
import { compareLogs } from '~~/server/services/logCompare'
import { forgetQuestion, keepQuestion, listQuestions } from '~~/server/services/logQuestions'
import { askedBy, compareSchema, questionSchema } from '~~/shared/schemas/logQuestions'
import { check } from '~~/shared/schemas/validate'
import { fire, makeSetup, refusal, studio } from './support'

let own: Awaited<ReturnType<typeof studio>>
beforeAll(async () => {
  own = await studio()
})
afterAll(() => own.end())

test('a question is kept under its name, asked anew under it, and forgotten; each studio has its own', async () => {
  const other = await studio()
  const kept = await keepQuestion(own.db, own.studioId, { name: 'Late drops', asked: 'recipe=drop&verdict=late' }, null)
  const again = await keepQuestion(own.db, own.studioId, { name: 'Late drops', asked: 'recipe=drop' }, null)
  expect(again.id).toBe(kept.id)
  await keepQuestion(own.db, own.studioId, { name: 'All', asked: '' }, null)
  expect((await listQuestions(own.db, own.studioId)).map(({ name, asked }) => [name, asked])).toEqual([
    ['All', ''],
    ['Late drops', 'recipe=drop'],
  ])
  expect(await listQuestions(other.db, other.studioId)).toEqual([])
  expect(await refusal(forgetQuestion(other.db, other.studioId, kept.id))).toMatchObject({ status: 404 })
  await forgetQuestion(own.db, own.studioId, kept.id)
  expect((await listQuestions(own.db, own.studioId)).map(({ name }) => name)).toEqual(['All'])
  await other.end()
})

test('a studio keeps so many and no more', async () => {
  const other = await studio()
  for (let i = 0; i < 100; i++) await keepQuestion(other.db, other.studioId, { name: `No. ${i}`, asked: '' }, null)
  const over = keepQuestion(other.db, other.studioId, { name: 'One more', asked: '' }, null)
  expect(await refusal(over)).toMatchObject({ status: 409 })
  // One that is there is asked anew all the same.
  await keepQuestion(other.db, other.studioId, { name: 'No. 7', asked: 'keepers=1' }, null)
  expect((await listQuestions(other.db, other.studioId)).find(one => one.name === 'No. 7')?.asked).toBe('keepers=1')
  await other.end()
})

test('an address is a question or is refused', () => {
  expect(askedBy('recipe=drop,pour&from=2026-03-01&keepers=1&as=sheet')).toMatchObject({
    recipe: ['drop', 'pour'],
    from: '2026-03-01',
    keepers: true,
  })
  for (const address of ['recipe=soup', 'from=2026-02-30', 'verdict=good', 'what=ever', 'recipe=drop,'])
    expect([address, askedBy(address)]).toEqual([address, null])
  expect(check(questionSchema, { name: 'Drops', asked: 'recipe=soup' })).toHaveProperty('mistakes.0.field', 'asked')
  expect(check(questionSchema, { name: ' Drops', asked: '' })).toHaveProperty('mistakes.0.field', 'name')
  expect(check(compareSchema, { one: '', other: 'from=yesterday' })).toHaveProperty('mistakes.0.field', 'other')
})

test('two questions are counted, what both find is told, and they are compared set-up by set-up', async () => {
  const setups = []
  // The easy set-up keeps nine of ten, the hard one three of ten, late in the week one more of each.
  for (const [name, kept] of [
    ['Easy', 9],
    ['Hard', 3],
  ] as const) {
    const id = await makeSetup(own.db, own.studioId, own.shootId, { ...newSetup('projectile'), name })
    setups.push(id)
    for (const [day, more, takes] of [
      [23, 0, name === 'Easy' ? 20 : 10],
      [26, 1, name === 'Easy' ? 10 : 20],
    ] as const)
      for (let i = 0; i < takes; i++)
        await fire(own.db, own.studioId, id, {
          keeper: i % 10 < kept + more,
          verdict: 'on',
          note: i === 0 ? 'first' : '',
          firedAt: `2026-11-${day}T18:${10 + i}:00.000Z`,
        })
  }
  const compare = (one: string, other: string) => compareLogs(own.db, own.studioId, askedBy(one)!, askedBy(other)!)
  const before = 'to=2026-11-24'
  const after = 'from=2026-11-25'
  const week = await compare(before, after)
  expect(week).toMatchObject({ one: { takes: 30, kept: 21 }, other: { takes: 30, kept: 18 }, both: 0 })
  // Together the second days look worse, for most of their takes were of the hard one; in each set-up they are better.
  expect(week.paired).toMatchObject({ setups: 2 })
  expect(week.paired!.by).toBeCloseTo(0.1, 9)
  expect(week.paired!.low).toBeLessThan(0.1)
  const overlapping = await compare('', after)
  expect(overlapping).toMatchObject({ one: { takes: 60 }, other: { takes: 30 }, both: 30, paired: null })
  const byWord = await compare('text=first', `${after}&text=first`)
  expect(byWord).toMatchObject({ one: { takes: 4 }, other: { takes: 2 }, both: 2 })
  // Words in one question alone count in what both find, on whichever side they stand.
  expect(await compare('text=first', after)).toMatchObject({ one: { takes: 4 }, other: { takes: 30 }, both: 2 })
  expect(await compare(before, 'text=first')).toMatchObject({ one: { takes: 30 }, other: { takes: 4 }, both: 2 })
  const named = await compare('text=easy', 'text=hard')
  expect(named).toMatchObject({ one: { takes: 30 }, other: { takes: 30 }, both: 0, paired: null })
})
