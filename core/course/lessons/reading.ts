import { recipeStart } from '../../recipes'
import { drawsOf, length, plain, speed } from '../draw'
import type { Go, NumberAnswer } from '../types'

const OFF = 0.1

/** What a streak in a picture says: of the speed where the flash is known, of the flash where the speed is. */
export function reading(seed: number): Go {
  const { between } = drawsOf(seed, 9)
  const [size, pixels, streak] = [between(0.006, 0.09), between(60, 900), between(8, 90)]
  const drawn = (streak / pixels) * size
  const asksSpeed = seed % 2 === 1
  const v = between(4, 80)
  const duration = drawn / v
  const truth = asksSpeed ? v : duration
  const answer: NumberAnswer = {
    kind: 'number',
    quantity: asksSpeed ? 'number' : 'time',
    unit: asksSpeed ? '' : 'µs',
    truth,
    right: [truth * (1 - OFF), truth * (1 + OFF)],
    range: [truth / 10, truth * 10],
    byFactor: true,
  }
  return {
    lesson: 'reading',
    question: asksSpeed ? 'speed' : 'duration',
    setup: recipeStart('projectile'),
    told: {
      size: length(size),
      pixels: plain(pixels),
      streak: plain(streak),
      ...(asksSpeed ? { duration: { value: duration, quantity: 'time' as const } } : { speed: speed(v) }),
    },
    shown: { truth: asksSpeed ? speed(v) : { value: duration, quantity: 'time' }, drawn: length(drawn) },
    answer,
    strip: {
      quantity: 'number',
      unit: '',
      place: null,
      marks: [
        { at: 0, id: 'front' },
        { at: streak, id: 'streakEnd' },
        { at: pixels, id: 'size' },
      ],
    },
    pictureOf: null,
  }
}
