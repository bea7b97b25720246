import { recipeStart } from '../../recipes'
import { drawsOf, count, length, speed, time } from '../draw'
import type { Go, NumberAnswer } from '../types'

const OFF = 0.1

const answerOf = (truth: number): NumberAnswer => ({
  kind: 'number',
  quantity: 'time',
  unit: 'ms',
  truth,
  right: [truth * (1 - OFF), truth * (1 + OFF)],
  range: [truth / 8, truth * 8],
  byFactor: true,
})

/** How far apart pops follow, and how long the shutter has to stand open for them. */
export function sequences(seed: number): Go {
  const { between, one } = drawsOf(seed, 8)
  const setup = recipeStart('toss')
  const [v, apart, pops] = [between(0.8, 9), between(0.03, 0.25), one([4, 5, 6, 8] as const)]
  const interval = apart / v
  const open = seed % 2 === 1
  const truth = open ? (pops - 1) * interval : interval
  return {
    lesson: 'sequences',
    question: open ? 'open' : 'interval',
    setup,
    told: { speed: speed(v), apart: length(apart), pops: count(pops) },
    shown: { truth: time(truth), interval: time(interval), gaps: count(pops - 1) },
    answer: answerOf(truth),
    strip: {
      quantity: 'time',
      unit: 'ms',
      place: { from: 0, way: 1 },
      marks: Array.from({ length: pops }, (_, i) => ({ at: i * interval, id: 'pop', later: true as const })),
    },
    pictureOf: null,
  }
}
