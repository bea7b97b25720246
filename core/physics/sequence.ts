import { GRAVITY } from './constants'
import { InputError, atLeast, finite, notNegative, positive, whole } from './errors'

/**
 * Open time a sequence needs, s, by both schools.
 *
 * @param input.count pops, at least 1
 * @param input.interval s between pops, 0 or above
 * @param input.start s from opening to the first pop, default 0
 * @param input.duration s of one pop, default 0
 * @returns lastPop = start + (n − 1)Δ; least = lastPop + duration; customary = start + nΔ
 * @throws InputError outside these ranges
 *
 * @public part of the contract that the vectors hold
 */
export function sequenceShutter(input: { count: number; interval: number; start?: number; duration?: number }): {
  least: number
  customary: number
  lastPop: number
} {
  const count = whole('count', input.count, 1)
  const interval = notNegative('interval', input.interval)
  const start = notNegative('start', input.start ?? 0)
  const lastPop = start + (count - 1) * interval
  return { least: lastPop + notNegative('duration', input.duration ?? 0), customary: start + count * interval, lastPop }
}

/**
 * How far successive positions of a moving body overlap in one frame.
 *
 * @param input.speed m/s, 0 or above
 * @param input.interval s, 0 or above
 * @param input.width m of the body along its travel, above 0
 * @param input.count pops, at least 1
 * @returns step (m), overlap (share of the body re-exposed), deepest (most pops on one place), stillStops (log2 n where
 * nothing moves)
 * @throws InputError outside these ranges
 *
 * @public part of the contract that the vectors hold
 */
export function sequenceOverlap(input: { speed: number; interval: number; width: number; count: number }): {
  step: number
  overlap: number
  deepest: number
  stillStops: number
} {
  const count = whole('count', input.count, 1)
  const width = positive('width', input.width)
  const step = notNegative('speed', input.speed) * notNegative('interval', input.interval)
  return {
    step,
    overlap: count > 1 ? Math.max(0, 1 - step / width) : 0,
    deepest: step === 0 ? count : Math.min(count, Math.ceil(width / step)),
    stillStops: Math.log2(count),
  }
}

/**
 * Pop times after release, s, that space a falling object evenly in the frame, drag left out.
 *
 * @param input.from m below the release of the first position, 0 or above
 * @param input.to m of the last, not below `from`
 * @param input.count positions, at least 2
 * @throws InputError outside these ranges
 *
 * @public part of the contract that the vectors hold
 */
export function equalSpacingFall(input: { from: number; to: number; count: number }): number[] {
  const from = notNegative('from', input.from)
  const to = finite('to', input.to)
  if (to < from) throw new InputError('to', to, `not above the first position: at least ${from} m`)
  const count = whole('count', input.count, 2)
  return Array.from({ length: count }, (_, i) => Math.sqrt((2 * (from + ((to - from) * i) / (count - 1))) / GRAVITY))
}

/**
 * Fewest equal units that can share the pops, each ready again a recycle time after it fired.
 *
 * @param input.times s, in any order, at least one
 * @param input.recycle s, 0 or above
 * @throws InputError outside these ranges
 */
export function relayUnits(input: { times: number[]; recycle: number }): { units: number } {
  const recycle = notNegative('recycle', input.recycle)
  const times = [...atLeast('times', input.times, 1)].sort((a, b) => finite('times', a) - finite('times', b))
  const readyAt: number[] = []
  for (const time of times) {
    // Giving each pop to the unit ready longest uses the fewest units (interval partitioning).
    const unit = readyAt.findIndex(ready => ready <= time)
    if (unit < 0) readyAt.push(time + recycle)
    else readyAt[unit] = time + recycle
  }
  return { units: readyAt.length }
}
