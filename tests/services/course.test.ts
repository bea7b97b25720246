import { ASKED_LESSONS, type AskedLesson, goOf } from '~~/core/course'
import { answerGo, courseOf } from '~~/server/services/course'
import { createMember } from '~~/server/services/members'
import { seedOf } from '~~/shared/course/seed'
import { studio } from './support'

let own: Awaited<ReturnType<typeof studio>>
let bo: string
beforeAll(async () => {
  own = await studio()
  bo = await createMember(own.db, own.studioId, { name: 'Bo', role: 'assistant' })
})
afterAll(() => own.end())

/** What is right of somebody's go. */
function truthOf(lesson: AskedLesson, number: number, person = bo): number {
  const { answer } = goOf(lesson, seedOf(person, number))
  return answer.kind === 'number' ? answer.truth : answer.right
}
const answer = (lesson: AskedLesson, number: number, value: number, hinted = false) =>
  answerGo(own.db, own.studioId, bo, { lesson, number, answer: value, hinted })

test('from the first lesson to the last that asks, by who knows: three to five goes each', async () => {
  for (const lesson of ASKED_LESSONS) {
    let number = 0
    for (; number < 8; number++) {
      const { right, progress } = await answer(lesson, number, truthOf(lesson, number))
      expect(right).toBe(true)
      expect(progress).toMatchObject({ goes: number + 1, right: number + 1 })
      if (progress.mastered) break
    }
    expect(number + 1).toBeGreaterThanOrEqual(2)
    expect(number + 1).toBeLessThanOrEqual(5)
  }
  const { own: lessons, person } = await courseOf(own.db, own.studioId, bo, false)
  expect(person).toBe(bo)
  expect(lessons.every(({ mastered, share }) => mastered && share === 1)).toBe(true)
}, 60_000)

test('sent twice it is kept once; another answer to it, or a go too far ahead, is refused', async () => {
  const goes = (await courseOf(own.db, own.studioId, bo, false)).own.find(({ lesson }) => lesson === 'light')!.goes
  const wrong = truthOf('light', goes) * 3
  expect((await answer('light', goes, wrong)).right).toBe(false)
  expect((await answer('light', goes, wrong)).progress.goes).toBe(goes + 1)
  await expect(answer('light', goes, truthOf('light', goes))).rejects.toMatchObject({ statusCode: 409 })
  await expect(answer('light', goes + 5, 1)).rejects.toMatchObject({ statusCode: 409 })
})

test('everybody has goes and progress of their own; the lead sees all, others their own', async () => {
  expect(seedOf(bo, 0)).not.toBe(seedOf('', 0))
  const nobody = await courseOf(own.db, own.studioId, null, false)
  expect(nobody).toMatchObject({ person: '', all: null, evenings: 0 })
  expect(nobody.own.every(({ goes }) => goes === 0)).toBe(true)
  await answerGo(own.db, own.studioId, null, { lesson: 'chain', number: 0, answer: 1, hinted: true })
  const { all } = await courseOf(own.db, own.studioId, bo, true)
  expect(all!.map(({ name }) => name).sort()).toEqual(['Bo', null].sort())
  const stranger = await studio()
  expect((await courseOf(stranger.db, stranger.studioId, null, true)).all).toEqual([])
  await stranger.end()
})
