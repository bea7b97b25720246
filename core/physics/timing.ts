import { InputError, atLeast, finite, notNegative, positive, within } from './errors'
import { normalCdf } from '../math/normal'

/** One stage of the chain from sensor to light: its mean latency and its standard deviation, s, both 0 or above. */
export interface Stage {
  latency: number
  jitter: number
}

/**
 * Latency and jitter of stages in a row, s: the sum, and the root sum of squares.
 *
 * @throws InputError for a negative latency or jitter
 *
 * @public part of the contract that the vectors hold
 */
export function latencyChain(input: { stages: Stage[] }): Stage {
  let latency = 0
  let variance = 0
  atLeast('stages', input.stages, 0).forEach((stage, i) => {
    latency += notNegative(`stages[${i}].latency`, stage.latency)
    variance += notNegative(`stages[${i}].jitter`, stage.jitter) ** 2
  })
  return { latency, jitter: Math.sqrt(variance) }
}

/**
 * The delay a controller can really be set to, s: nearest step, clamped; residual = set − wanted.
 *
 * @param input.delay s wanted
 * @param input.step s, above 0
 * @param input.minimum s
 * @param input.maximum s, not below `minimum`
 * @throws InputError outside these ranges
 */
export function quantiseDelay(input: { delay: number; step: number; minimum: number; maximum: number }): {
  delay: number
  residual: number
} {
  const step = positive('step', input.step)
  const minimum = finite('minimum', input.minimum)
  const maximum = finite('maximum', input.maximum)
  if (maximum < minimum) throw new InputError('maximum', maximum, `not below the minimum, ${minimum} s`)
  const nearest = Math.round(finite('delay', input.delay) / step) * step
  const delay = Math.min(Math.max(nearest, minimum), maximum)
  return { delay, residual: delay - input.delay }
}

/**
 * Share of takes that keep: P(−before ≤ X ≤ after) for X normal about `bias` with standard deviation `scatter`.
 *
 * @param input.bias mean offset of the capture from the moment, any unit, plus = late
 * @param input.scatter standard deviation, same unit, 0 or above
 * @param input.before how early still keeps, same unit
 * @param input.after how late still keeps, same unit, not below −before
 * @returns 0 to 1
 * @throws InputError outside these ranges
 */
export function keepProbability(input: { bias: number; scatter: number; before: number; after: number }): number {
  const { bias, scatter, before, after } = input
  finite('bias', bias)
  notNegative('scatter', scatter)
  finite('before', before)
  if (finite('after', after) < -before) throw new InputError('after', after, 'not below −before')
  const low = -before - bias
  const high = after - bias
  if (scatter === 0 || !Number.isFinite(low / scatter) || !Number.isFinite(high / scatter))
    return low <= 0 && high >= 0 ? 1 : 0
  // From the nearer tail, so that a remote window keeps its digits.
  return low > 0
    ? normalCdf(-low / scatter) - normalCdf(-high / scatter)
    : normalCdf(high / scatter) - normalCdf(low / scatter)
}

/**
 * Takes needed for at least one keeper with a given confidence; null where no take keeps, or over 10,000 would be
 * needed.
 *
 * @param input.keep chance of a keeper per take, 0 to 1
 * @param input.confidence 0 to below 1
 * @throws InputError outside these ranges
 */
export function shotsFor(input: { keep: number; confidence: number }): number | null {
  return shotsForKeepers({ ...input, keepers: 1 })
}

/**
 * Takes needed for a number of keepers with a given confidence (negative binomial); null where that would take over
 * 10,000.
 *
 * @param input.keep chance of a keeper per take, 0 to 1
 * @param input.confidence 0 to below 1
 * @param input.keepers wanted, a whole number of at least 1
 * @throws InputError outside these ranges
 */
export function shotsForKeepers(input: { keep: number; confidence: number; keepers: number }): number | null {
  const keep = within('keep', input.keep, 0, 1)
  const confidence = within('confidence', input.confidence, 0, 1)
  if (confidence === 1) throw new InputError('confidence', confidence, 'below 1')
  const keepers = input.keepers
  if (!Number.isInteger(keepers) || keepers < 1)
    throw new InputError('keepers', keepers, 'a whole number of at least 1')
  if (keep === 1) return keepers
  if (keep === 0) return null
  if (keepers / keep > 2 * MOST_TAKES) return null
  if (keepers === 1) {
    const takes = Math.log1p(-confidence) / Math.log1p(-keep)
    const count = Math.max(1, Math.ceil(takes - 1e-12 * takes))
    return count > MOST_TAKES ? null : count
  }
  // P(k-th keeper at take n) = C(n−1, k−1) p^k q^(n−k), in logs, since the first terms may be smaller than any number.
  let logTerm = keepers * Math.log(keep)
  const logMiss = Math.log1p(-keep)
  let reached = Math.exp(logTerm)
  for (let takes = keepers; takes <= MOST_TAKES; takes++) {
    if (reached >= confidence - 1e-12) return takes
    logTerm += Math.log(takes / (takes - keepers + 1)) + logMiss
    reached += Math.exp(logTerm)
  }
  return null
}

/** Nobody buys more props than this. */
const MOST_TAKES = 10_000

/**
 * Chance that a burst with a random phase has a frame within a window: min(1, rate × window).
 *
 * @param input.frameRate frames/s, 0 or above
 * @param input.window s, 0 or above
 * @throws InputError outside these ranges
 */
export function burstCatch(input: { frameRate: number; window: number }): number {
  return Math.min(1, notNegative('frameRate', input.frameRate) * notNegative('window', input.window))
}
