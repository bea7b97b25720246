import { recipeStart } from '../../recipes'
import { drawsOf, time, until } from '../draw'
import { MOST_LUCK, luckOf } from '../mastery'
import type { Go, NumberAnswer } from '../types'

const TAKES = 5
/** Standard deviations of what is left of the error within which a correction does. */
const OFF = 1

/** Whether takes say that the delay is off, or only that they scatter; and by how much to correct it. */
export function scatter(seed: number): Go {
  const { between, random, one } = drawsOf(seed, 5)
  return until(() => {
    const spread = between(0.0004, 0.006)
    const thought = spread * between(0.5, 3)
    const error = one([0, 0, 1]) === 0 ? 0.25 * thought * random.normal() : thought * random.normal()
    const offsets = Array.from({ length: TAKES }, () => Math.round((error + spread * random.normal()) * 1e5) / 1e5)
    const mean = offsets.reduce((sum, offset) => sum + offset, 0) / TAKES
    // By what takes say and by what was thought before, each by how sure it is.
    const [said, before] = [TAKES / spread ** 2, 1 / thought ** 2]
    const truth = (-mean * said) / (said + before)
    const left = OFF / Math.sqrt(said + before)
    const answer: NumberAnswer = {
      kind: 'number',
      quantity: 'time',
      unit: 'ms',
      truth,
      right: [truth - left, truth + left],
      range: [-3 * thought - left, 3 * thought + left],
      byFactor: false,
    }
    if (luckOf(answer) > MOST_LUCK || Math.abs(truth) > 3 * thought) return null
    const names = ['one', 'two', 'three', 'four', 'five'] as const
    return {
      lesson: 'scatter',
      question: 'correct',
      setup: recipeStart('projectile'),
      told: { ...Object.fromEntries(names.map((name, i) => [name, time(offsets[i]!)])), thought: time(thought) },
      shown: { truth: time(truth), mean: time(mean), spread: time(spread), left: time(left) },
      answer,
      strip: {
        quantity: 'time',
        unit: 'ms',
        place: null,
        marks: [{ at: 0, id: 'moment' }, ...offsets.map(at => ({ at, id: 'take' }))],
      },
      pictureOf: null,
    } satisfies Go
  })
}
