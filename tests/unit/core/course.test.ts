import { assess, withChanges } from '~~/core'
import {
  ASKED_LESSONS,
  type AskedLesson,
  type Go,
  LESSONS,
  MASTERED,
  MOST_LUCK,
  type NumberAnswer,
  goOf,
  isRight,
  luckOf,
  masteryOf,
} from '~~/core/course'
import { seededRandom } from '~~/core/math/random'
import { MARK_TEXT, QUESTIONS, LESSON_TEXT } from '~~/shared/texts/course'
import { fillFigures } from '~~/shared/text/teller'

const SEEDS = 40
const goes = (lesson: AskedLesson, count = SEEDS): Go[] =>
  Array.from({ length: count }, (_, seed) => goOf(lesson, seed))
const numberOf = ({ answer }: Go): NumberAnswer => {
  if (answer.kind !== 'number') throw new Error('not a number')
  return answer
}

describe('every lesson', () => {
  test('the course has eleven, and each but the evening puts questions', () => {
    expect(LESSONS).toHaveLength(11)
    expect([...ASKED_LESSONS, 'evening'].sort()).toEqual([...LESSONS].sort())
  })
  test.each(ASKED_LESSONS)('%s: nobody is right by luck, the truth is right, and goes differ', lesson => {
    const drawn = goes(lesson)
    for (const go of drawn) {
      expect(luckOf(go.answer)).toBeLessThanOrEqual(MOST_LUCK)
      expect(luckOf(go.answer)).toBeGreaterThan(0)
      expect(isRight(go.answer, go.answer.kind === 'number' ? go.answer.truth : go.answer.right)).toBe(true)
      if (go.answer.kind === 'number') {
        const { right, range } = go.answer
        expect(right[0]).toBeGreaterThanOrEqual(range[0] - 1e-12)
        expect(right[1]).toBeLessThanOrEqual(range[1] + 1e-12)
        expect(isRight(go.answer, right[1] + 1e-3 * Math.abs(right[1]) + 1e-9)).toBe(false)
      } else expect(isRight(go.answer, go.answer.right + 1)).toBe(false)
    }
    const answers = drawn.map(({ answer }) => (answer.kind === 'number' ? answer.truth : answer.right))
    expect(new Set(answers).size).toBeGreaterThan(drawn[0]!.answer.kind === 'choice' ? 2 : SEEDS / 2)
    expect(goOf(lesson, 7)).toEqual(expect.objectContaining({ told: drawn[7]!.told, answer: drawn[7]!.answer }))
  })
  test.each(ASKED_LESSONS)('%s: question, hint and what is told afterwards have all their figures', lesson => {
    expect(LESSON_TEXT[lesson].title).toBeTruthy()
    for (const go of goes(lesson)) {
      const text = QUESTIONS[lesson][go.question]
      if (!text) throw new Error(`${lesson} ${go.question} has no text`)
      const asked = fillFigures(text.asks, go.told)
      expect(asked).not.toMatch(/\{|\}/)
      expect(asked.split(/\s+/).length).toBeLessThanOrEqual(60)
      expect(fillFigures(text.hint, go.told)).not.toMatch(/\{|\}/)
      expect(fillFigures(text.after, { ...go.told, ...go.shown })).not.toMatch(/\{|\}/)
      // The question does not give it away.
      expect(text.asks + text.hint).not.toContain('{truth}')
      for (const { id } of go.strip.marks) expect(MARK_TEXT[id]).toBeTruthy()
      // Nor does what is drawn with it.
      const { answer } = go
      if (answer.kind === 'number' && go.strip.place) {
        const { from, way } = go.strip.place
        const seen = go.strip.marks.filter(mark => !mark.later).map(({ at }) => way * (at - from))
        expect(seen.filter(at => at !== 0 && Math.abs(at / answer.truth - 1) < 1e-6)).toEqual([])
      }
    }
  })
})

describe('what is right, by the sums of the trade', () => {
  const figure = (go: Go, name: string): number => go.told[name]!.value
  test('chain: way over speed, less what the chain takes; from a shot, less what the sound takes', () => {
    const seen = new Set<string>()
    for (const go of goes('chain', 30)) {
      seen.add(go.question)
      const { truth } = numberOf(go)
      const chain = figure(go, 'chain')
      if (go.question === 'beam') expect(truth / (figure(go, 'gap') / figure(go, 'speed') - chain)).toBeCloseTo(1, 1)
      else if (go.question === 'sound')
        expect(truth / (figure(go, 'gap') / figure(go, 'speed') - figure(go, 'mic') / 344 - chain)).toBeCloseTo(1, 1)
      else {
        const early = go.question === 'handEarly' ? 1 : -1
        expect(truth).toBeCloseTo(figure(go, 'lag') + chain - early * figure(go, 'flinch'), 2)
      }
    }
    expect([...seen].sort()).toEqual(expect.arrayContaining(['beam', 'sound']))
    expect(seen.size).toBeGreaterThan(2)
  })
  test('freezing: one step more power smears beyond the limit, one less is not needed', () => {
    for (const go of goes('freezing', 12)) {
      if (go.answer.kind !== 'choice') throw new Error('no choice')
      const streak = (place: number): number => assess(go.pictureOf!(place)).sharpness.judged
      const limit = figure(go, 'limit')
      expect(streak(go.answer.right)).toBeLessThanOrEqual(limit)
      expect(streak(go.answer.right - 1)).toBeGreaterThan(limit)
    }
  })
  test('exposure: four times the open time is two stops more room', () => {
    for (const go of goes('exposure', 12)) {
      const { under, over } = go.shown
      // The room stays six stops under, and one step on it would not; steps of two stops.
      expect(under!.value).toBeGreaterThanOrEqual(6)
      expect(over!.value).toBeLessThan(6)
      expect(under!.value - over!.value).toBeCloseTo(2, 0)
      // EV by hand: what f-number and time want at this ISO, against what the room has.
      if (go.answer.kind !== 'choice') throw new Error('no choice')
      const open = go.answer.options[go.answer.right]!
      const wanted = Math.log2(figure(go, 'aperture') ** 2 / open) - Math.log2(figure(go, 'iso') / 100)
      expect(wanted - figure(go, 'room')).toBeGreaterThan(5)
    }
  })
  test('sync: the open time covers the curtain’s travel and the light', () => {
    for (const go of goes('sync', 12)) {
      if (go.answer.kind !== 'choice') throw new Error('no choice')
      const open = go.answer.options[go.answer.right]!
      expect(open).toBeGreaterThan(figure(go, 'travel'))
      expect(assess(go.pictureOf!(go.answer.right + 1)).shutter.lostWorst).toBeGreaterThan(1 / 6)
    }
  })
  test('search: between what was early and what was late, and beyond where all were alike', () => {
    for (const go of goes('search')) {
      const { truth } = numberOf(go)
      const [first, second] = [figure(go, 'first'), figure(go, 'second')]
      if (go.question.startsWith('EL') || go.question.startsWith('LE')) {
        expect(truth).toBeGreaterThan(Math.min(first, second))
        expect(truth).toBeLessThan(Math.max(first, second))
      } else if (go.question === 'EE') expect(truth).toBeGreaterThan(second)
      else if (go.question === 'LL') expect(truth).toBeLessThan(second)
    }
  })
  test('scatter: against the mean of the takes, and by less than all of it', () => {
    for (const go of goes('scatter')) {
      const { truth } = numberOf(go)
      const mean = go.shown.mean!.value
      expect(truth * mean).toBeLessThanOrEqual(0)
      expect(Math.abs(truth)).toBeLessThan(Math.abs(mean) + 1e-12)
    }
  })
  test('sensors: above every click and below every bang', () => {
    for (const go of goes('sensors')) {
      const { right } = numberOf(go)
      for (const i of [1, 2, 3, 4]) {
        expect(right[0]).toBeGreaterThan(figure(go, `click${i}`))
        expect(right[1]).toBeLessThan(figure(go, `bang${i}`))
      }
    }
  })
  test('light: by the square of the distance', () => {
    for (const go of goes('light', 15)) {
      const { truth } = numberOf(go)
      const square = figure(go, 'far') * Math.sqrt(figure(go, 'to') / figure(go, 'from'))
      expect(Math.abs(Math.log(truth / square))).toBeLessThan(0.08)
    }
  })
  test('sequences and readings: way over speed, once and turned round', () => {
    for (const go of goes('sequences')) {
      const gaps = go.question === 'open' ? figure(go, 'pops') - 1 : 1
      expect(numberOf(go).truth).toBeCloseTo((gaps * figure(go, 'apart')) / figure(go, 'speed'), 9)
    }
    for (const go of goes('reading')) {
      const way = (figure(go, 'streak') / figure(go, 'pixels')) * figure(go, 'size')
      const { truth } = numberOf(go)
      if (go.question === 'duration') expect(truth / (way / figure(go, 'speed'))).toBeCloseTo(1, 9)
      else expect(truth / (way / figure(go, 'duration'))).toBeCloseTo(1, 9)
    }
  })
  test('a picture of an answer is that of its set-up with the answer in it', () => {
    const beam = goes('chain', 3).find(({ question }) => question === 'beam')!
    expect(beam.pictureOf!(0.0123).delay).toBe(0.0123)
    const nearer = goOf('light', 3).pictureOf!(0.5)
    expect(nearer.flashes[0]!.distance).toBe(0.5)
    expect(assess(withChanges(nearer, [{ path: 'flashes[0].distance', value: 1 }])).exposure.flash!).toBeLessThan(
      assess(nearer).exposure.flash!,
    )
  })
})

describe('mastery', () => {
  const played = (seed: number, luck: number, knows: number, most = 20) => {
    const random = seededRandom(seed)
    const goesOf = Array.from({ length: most }, () => ({ right: random.uniform() < knows, hinted: false, luck }))
    return masteryOf(goesOf)
  }
  test('who guesses passes seldom within twenty goes, who knows soon', () => {
    for (const [luck, guessed, median] of [
      [0.3, 0.07, 5],
      [0.1, 0.05, 3],
    ] as const) {
      const passes = Array.from({ length: 1500 }, (_, i) => played(i, luck, luck).mastered).filter(Boolean).length
      expect(passes / 1500).toBeLessThan(guessed)
      expect(passes).toBeGreaterThan(0)
      const needed = Array.from({ length: 1500 }, (_, i) => played(9000 + i, luck, 0.9).after ?? 99).sort(
        (a, b) => a - b,
      )
      expect(needed[750]).toBe(median)
    }
  })
  test('a hint counts for nothing, a mistake takes back, and what was mastered stays so', () => {
    const right = { right: true, hinted: false, luck: 0.1 }
    expect(masteryOf([{ ...right, hinted: true }])).toMatchObject({ weight: 0, mastered: false })
    expect(masteryOf([right]).weight).toBeCloseTo(Math.log(9), 9)
    expect(masteryOf([right, { ...right, right: false }]).weight).toBeCloseTo(Math.log(9) + Math.log(0.1 / 0.9), 9)
    expect(masteryOf([{ ...right, right: false }]).weight).toBe(0)
    const three = masteryOf([right, right, right])
    expect(three.weight).toBeGreaterThanOrEqual(MASTERED)
    expect(masteryOf([right, right, right, { ...right, right: false }])).toEqual(three)
  })
})
