import { normalCdf } from '../math/normal'
import { offMean } from '../plan/spread'
import type { Evidence } from '../setup/types'
import { type World, perSecond, predicted } from './predict'
import type { BeliefInputs, Unknown } from './types'
import { inferredSigma, offBase } from './unknowns'

/** One piece of evidence with its world and the unknowns that bear on it. */
export interface Seen {
  evidence: Evidence
  world: World
  /** For each uncertain input of a take, the place of its unknown in the list. */
  places: { input: keyof BeliefInputs; at: number }[]
}

/** A piece of evidence, linear about a point; the evidence's own unit. */
export interface Row {
  seen: Seen
  /** Reading minus what should have been seen. */
  residual: number
  /** d(what is seen)/d(unknown), per standard deviation of its prior. */
  slope: number[]
  /** Variances: of the reading, of what scatters by the common factor, of the chain. */
  reading: number
  scatter: number
  jitter: number
}

/** How far a numerical derivative goes either way, in standard deviations. */
const STEP = 1e-3

/** No reading tells an unknown better than to 1e-5 of what was held before: beyond that the sums are noise. */
const FINEST = 1e-10

/** Inputs of the takes of a world, the unknowns as they are held. */
export function inputsAt({ world, places }: Seen, unknowns: readonly Unknown[], off: readonly number[]): BeliefInputs {
  const inputs = { ...world.mean }
  for (const { input, at } of places) {
    const unknown = unknowns[at]!
    inputs[input] = offBase(unknown, unknown.prior, off[at]! * inferredSigma(unknown))
  }
  return inputs
}

/** Variance that the scatter from take to take gives what is seen, the factor on it being one. */
function scattered({ evidence, world }: Seen, x: BeliefInputs): number {
  let variance = (perSecond(world, evidence, x) * world.handScatter) ** 2
  for (const { input, sigma } of world.scatter) {
    const at = (z: number): number | null =>
      predicted(world, evidence, {
        ...x,
        [input]: offMean({ input: input as never, sigma: (sigma * x[input]) / world.mean[input] }, x[input], z),
      })
    const [more, less] = [at(0.01), at(-0.01)]
    if (more !== null && less !== null) variance += ((more - less) / 0.02) ** 2
  }
  return variance
}

/**
 * A piece of evidence linear about what is held.
 *
 * @param off change of each unknown from its prior, in its standard deviations
 * @returns null where it could not have been seen
 */
export function rowOf(seen: Seen, unknowns: readonly Unknown[], off: readonly number[]): Row | null {
  const { evidence, world } = seen
  const here = inputsAt(seen, unknowns, off)
  const expected = predicted(world, evidence, here)
  if (expected === null) return null
  const slope = new Array<number>(unknowns.length).fill(0)
  for (const { input, at } of seen.places) {
    const unknown = unknowns[at]!
    const change = (by: number): number | null =>
      predicted(world, evidence, { ...here, [input]: offBase(unknown, here[input], by * inferredSigma(unknown)) })
    const [more, less] = [change(STEP), change(-STEP)]
    if (more !== null && less !== null) slope[at] = (more - less) / (2 * STEP)
    else if (more !== null) slope[at] = (more - expected) / STEP
    else if (less !== null) slope[at] = (expected - less) / STEP
  }
  return {
    seen,
    residual: evidence.value - expected,
    slope,
    reading: Math.max(evidence.error ** 2, FINEST * slope.reduce((sum, s) => sum + s * s, 0)),
    scatter: scattered(seen, here),
    jitter: (perSecond(world, evidence, here) * world.jitter) ** 2,
  }
}

/** Variance about what should have been seen; what a run found is a mean already, and scatters no more. */
export const varianceOf = ({ seen, reading, scatter, jitter }: Row, factor: number): number =>
  seen.evidence.kind === 'found' ? reading : reading + factor * factor * scatter + jitter

/**
 * What a row says at a residual: −2 ln likelihood but for a constant, and the weight and pull of the parabola that
 * stands in for it. "Beyond" and "short" are tails of the normal distribution.
 */
export function pullOf(row: Row, residual: number, variance: number): { cost: number; weight: number; pull: number } {
  const { kind } = row.seen.evidence
  const sigma = Math.sqrt(variance)
  if (kind !== 'beyond' && kind !== 'short') {
    return {
      cost: (residual * residual) / variance + Math.log(variance),
      weight: 1 / variance,
      pull: residual / variance,
    }
  }
  const side = kind === 'beyond' ? 1 : -1
  const z = Math.max(-30, (-side * residual) / sigma)
  const below = normalCdf(z)
  const mills = Math.exp(-z * z * 0.5) / Math.sqrt(2 * Math.PI) / below
  return { cost: -2 * Math.log(below), weight: (mills * (mills + z)) / variance, pull: (side * mills) / sigma }
}

/** −2 ln likelihood of the scatter that a run has seen, were the common factor so; 0 where none was. */
export function scatterCost({ seen, scatter, jitter }: Row, factor: number): number {
  const { kind, scatter: saw, takes } = seen.evidence
  const variance = factor * factor * scatter + jitter
  if (kind !== 'found' || saw === null || takes.length < 2 || variance <= 0) return 0
  return (takes.length - 1) * (Math.log(variance) + (saw * saw) / variance)
}
