import { type Random, seededRandom } from '../math/random'
import { significant } from '../math/significant'
import type { Figure } from '../plan/findings'

/** Draws for a go: the same seed gives the same go. */
export interface Draws {
  random: Random
  /** Between two values, evenly by factors, as somebody would write it. */
  between: (low: number, high: number, figures?: number) => number
  /** One of a list. */
  one: <T>(list: readonly T[]) => T
}

/** @param lesson so that lessons of one seed differ */
export function drawsOf(seed: number, lesson: number): Draws {
  const random = seededRandom((Math.imul(seed, 0x9e3779b1) + Math.imul(lesson + 1, 0x85ebca77)) >>> 0)
  return {
    random,
    between: (low, high, figures = 2) => significant(low * (high / low) ** random.uniform(), figures),
    one: list => list[Math.floor(random.uniform() * list.length)]!,
  }
}

/** A time to be told, s. */
export const time = (value: number, unit = 'ms'): Figure => ({ value, quantity: 'time', unit })
/** A length to be told, m. */
export const length = (value: number, unit = 'mm'): Figure => ({ value, quantity: 'length', unit })
/** A speed to be told, m/s. */
export const speed = (value: number): Figure => ({ value, quantity: 'speed' })
/** A power to be told, fraction of full. */
export const power = (value: number): Figure => ({ value, quantity: 'power' })
/** An open time to be told, s. */
export const shutter = (value: number): Figure => ({ value, quantity: 'shutter' })
/** A bare number to be told. */
export const plain = (value: number): Figure => ({ value, quantity: 'number' })
/** A count to be told. */
export const count = (value: number): Figure => ({ value, quantity: 'count' })

/** Draws until one is fit: what is told must leave something to decide. */
export function until<T>(draw: () => T | null, tries = 200): T {
  for (let i = 0; i < tries; i++) {
    const drawn = draw()
    if (drawn !== null) return drawn
  }
  throw new Error('No go could be drawn')
}
