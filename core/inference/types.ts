import type { TakeInputs } from '../sensors/take'
import type { Matrix } from '../math/matrix'

/**
 * What decides a take beside its inputs: the chain's latency off what was entered, s, and how early a hand presses, s.
 */
export interface UnknownInputs extends TakeInputs {
  latency: number
  flinch: number
}
/** An input that observations can bear on, or the chain's latency. */
export type UnknownInput = keyof UnknownInputs

/**
 * Something that is the same in every take and not known exactly. A place belongs to where it was put: the beam moved
 * is another unknown.
 */
export interface Unknown {
  input: UnknownInput
  /** What it belongs to: the place where the thing stood, the moment it was, the chain; empty: nothing. */
  of: string | number
  /** What was entered, in the input's unit, and its standard deviation. */
  prior: number
  sigma: number
  /** Whether it is inferred in its logarithm, as it cannot be negative. */
  log: boolean
}

/** An unknown that would bring a reading and the rest together, were it alone to blame: as it is held, as needed. */
export interface Culprit {
  input: UnknownInput
  held: number
  needs: number
}

/** A reading that everything else gives next to no chance. */
export interface Outlier {
  /** Id of the evidence. */
  evidence: string
  /** What was read, and what all the rest would have it be, in the evidence's unit. */
  read: number
  expected: number
  /** Standard deviation of their difference. */
  sigma: number
  /** Chance of a reading so far off, 0 to 1. */
  chance: number
  /** The likeliest first. */
  culprits: Culprit[]
}

/** What is held of the unknowns after everything that was seen. */
export interface Posterior {
  unknowns: Unknown[]
  /** Posterior medians, in the inputs' units. */
  values: number[]
  /** Covariance, of logarithms where an unknown is inferred in its own. */
  covariance: Matrix
  /** Scatter against what was assumed, a factor: posterior median and standard deviation of its logarithm. */
  scatter: { factor: number; sigma: number }
  outliers: Outlier[]
  /** Ids of the evidence it rests on. */
  evidence: string[]
}
