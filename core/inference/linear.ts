import { normalCdf } from '../math/normal'
import { offMean } from '../take/spread'
import type { Evidence } from '../setup/types'
import { type ChainModel, predicted } from './predict'
import type { UnknownInputs, Unknown } from './types'
import { inferredSigma, offBase } from './unknowns'

/** What one firing had of its own: how far off the usual, in standard deviations as they were assumed. */
export interface Own {
  firing: string
  /** What of it: an input of the take, the hand, or the chain. */
  what: string
}

/** Names of what scatters beside the inputs of a take. */
export const HAND = 'hand'
/** Name of the whole chain among what observations share. */
export const CHAIN = 'chain'

/** What is looked for: the unknowns, and what each firing that was seen more than once had of its own. */
export interface Sought {
  unknowns: readonly Unknown[]
  own: readonly Own[]
}

/** One piece of evidence with its world and what of the sought bears on it. */
export interface Seen {
  evidence: Evidence
  /** The firing it was seen in; null: one of its own. */
  firing: string | null
  world: ChainModel
  /** For each uncertain input of a take, the place of its unknown among the sought. */
  places: { input: keyof UnknownInputs; at: number }[]
  /** The same of what its firing had of its own, after the unknowns; empty: it scatters by itself. */
  own: { what: string; at: number }[]
  /** Whether it is compared by its logarithm (`byLog`). */
  log: boolean
  /** Of a speed: what its square has lost since the start, m²/s². */
  lost: number
}

/** A piece of evidence, linear about a point; the evidence's own unit, or its logarithm. */
export interface LinearisedObservation {
  seen: Seen
  /** Reading minus what should have been seen. */
  residual: number
  /** d(what is seen)/d(what is sought), per standard deviation of its prior. */
  slope: number[]
  /** Variance of the reading. */
  reading: number
  /** Variance of what scatters by the common factor, in first and in second order; and of the chain. */
  scatter: number
  bend: number
  jitter: number
  /** What the scatter shifts the mean by, the factor being one. */
  shift: number
}

/** How far a numerical derivative goes either way, in standard deviations. */
const STEP = 1e-3
/** How far it goes for what scatters: what matters is how the reading bends over it. */
const WIDE = 1

/** No reading tells an unknown better than to 1e-5 of what was held before: beyond that the sums are noise. */
const FINEST = 1e-10

/** An input off its usual by so many of its standard deviations from take to take. */
function offUsual({ scatter, mean }: ChainModel, x: UnknownInputs, input: keyof UnknownInputs, z: number): number {
  const sigma = scatter.find(entry => entry.input === input)!.sigma
  return offMean({ input: input as never, sigma: (sigma * x[input]) / mean[input] }, x[input], z)
}

/** A take whose picture comes so much later, s: by its chain, or by the hand. */
const delayed = ({ setup }: ChainModel, x: UnknownInputs, by: number): UnknownInputs =>
  setup.trigger === 'hand' ? { ...x, flinch: x.flinch - by } : { ...x, latency: x.latency + by }

/** A take off its usual in one thing that scatters, by so many standard deviations. */
export function scatteredBy(world: ChainModel, x: UnknownInputs, what: string, z: number): UnknownInputs {
  if (what === CHAIN) return delayed(world, x, z * world.jitter)
  if (what === HAND) return delayed(world, x, z * world.handScatter)
  const input = what as keyof UnknownInputs
  return { ...x, [input]: offUsual(world, x, input, z) }
}

/** Inputs of the take as it is held. */
function inputsAt({ world, places, own }: Seen, { unknowns }: Sought, shift: readonly number[]): UnknownInputs {
  let inputs = { ...world.mean }
  for (const { input, at } of places) {
    const unknown = unknowns[at]!
    inputs[input] = offBase(unknown, unknown.prior, shift[at]! * inferredSigma(unknown))
  }
  for (const { what, at } of own) inputs = scatteredBy(world, inputs, what, shift[at]!)
  return inputs
}

/** Everything that scatters in a world. */
export const scattersIn = ({ scatter, handScatter, jitter }: ChainModel): string[] => [
  ...scatter.map(({ input }) => input),
  ...(handScatter > 0 ? [HAND] : []),
  ...(jitter > 0 ? [CHAIN] : []),
]

/** A reading with an error of a larger share than this is not compared by its logarithm. */
const ROUGH = 0.3

/**
 * Whether a reading is compared by its logarithm: speeds, and times from the start, scatter by a factor, and the
 * logarithm of a factor is even where the factor is skew.
 *
 * @param expected in the usual take; null: it is never reached
 */
export const byLog = ({ kind, from, value, error }: Evidence, expected: number | null): boolean =>
  (kind === 'speed' || kind === 'blocked' || (kind === 'interval' && from === 'start')) &&
  Math.min(value, expected ?? value) > 0 &&
  error < ROUGH * value

/**
 * A reading as it is compared: a speed as the one at the start that would give it, whose logarithm stays even also
 * where next to nothing of it is left.
 */
export function compared({ evidence, log, lost }: Seen, value: number): number | null {
  if (!log) return value
  if (value <= 0) return null
  return evidence.kind === 'speed' ? Math.log(value * value + lost) / 2 : Math.log(value)
}

/** A reading from what it was compared as. */
export function readAs({ evidence, log, lost }: Seen, value: number): number {
  if (!log) return value
  return evidence.kind === 'speed' ? Math.sqrt(Math.max(0, Math.exp(2 * value) - lost)) : Math.exp(value)
}

/** What an error of a reading is as it is compared; and the other way round, to be divided by. */
export function sharpened({ evidence, log, lost }: Seen, value: number): number {
  if (!log) return 1
  return evidence.kind === 'speed' ? value / (value * value + lost) : 1 / value
}

/** What should be seen, as it is compared; null where it could not be. */
function comparedAt(seen: Seen, x: UnknownInputs): number | null {
  const expected = predicted(seen.world, seen.evidence, x)
  return expected === null ? null : compared(seen, expected)
}

/** Reading minus what should have been seen; null where it could not have been. */
export function residualOf(seen: Seen, sought: Sought, shift: readonly number[]): number | null {
  const expected = comparedAt(seen, inputsAt(seen, sought, shift))
  return expected === null ? null : compared(seen, seen.evidence.value)! - expected
}

/** What one thing that scatters does to what is seen: by standard deviation, and by its square. */
function bent(seen: Seen, x: UnknownInputs, what: string, here: number): { slope: number; bend: number } {
  const at = (z: number): number | null => comparedAt(seen, scatteredBy(seen.world, x, what, z))
  const [more, less] = [at(WIDE), at(-WIDE)]
  if (more !== null && less !== null) return { slope: (more - less) / 2, bend: (more + less) / 2 - here }
  const [near, far] = [at(STEP), at(-STEP)]
  if (near !== null && far !== null) return { slope: (near - far) / (2 * STEP), bend: 0 }
  return { slope: 0, bend: 0 }
}

/** d(what is seen)/d(one of the sought), one-sided at the end of what can happen. */
function slopeAt(seen: Seen, sought: Sought, shift: readonly number[], at: number, residual: number): number {
  const miss = (by: number): number | null => {
    const there = [...shift]
    there[at] = shift[at]! + by
    return residualOf(seen, sought, there)
  }
  const [more, less] = [miss(STEP), miss(-STEP)]
  if (more !== null && less !== null) return (less - more) / (2 * STEP)
  if (more !== null) return (residual - more) / STEP
  return less === null ? 0 : (less - residual) / STEP
}

/**
 * A piece of evidence linear about what is held.
 *
 * @param shift change of each of the sought from its prior, in its standard deviations
 * @returns null where it could not have been seen
 */
export function linearised(seen: Seen, sought: Sought, shift: readonly number[]): LinearisedObservation | null {
  const { evidence, world, own, places } = seen
  const residual = residualOf(seen, sought, shift)
  if (residual === null) return null
  const slope = new Array<number>(shift.length).fill(0)
  for (const { at } of [...places, ...own]) slope[at] = slopeAt(seen, sought, shift, at, residual)
  const row = {
    seen,
    residual,
    slope,
    reading: Math.max(
      (evidence.error * sharpened(seen, evidence.value)) ** 2,
      FINEST * slope.reduce((sum, s) => sum + s * s, 0),
    ),
    scatter: 0,
    bend: 0,
    jitter: 0,
    shift: 0,
  }
  if (own.length > 0) return row
  const here = inputsAt(seen, sought, shift)
  const usual = comparedAt(seen, here)!
  for (const what of scattersIn(world)) {
    const by = bent(seen, here, what, usual)
    if (what === CHAIN) {
      row.jitter += by.slope ** 2
      continue
    }
    row.scatter += by.slope ** 2
    row.bend += 2 * by.bend ** 2
    row.shift += by.bend
  }
  return row
}

const isMean = ({ seen }: LinearisedObservation): boolean => seen.evidence.kind === 'found'

/** Variance that takes scatter with, the common factor being so. */
const scatterVariance = ({ scatter, bend, jitter }: LinearisedObservation, factor: number): number =>
  factor ** 2 * scatter + factor ** 4 * bend + jitter

/** Variance about what should have been seen; what a run found is a mean already, and scatters no more. */
export const varianceOf = (row: LinearisedObservation, factor: number): number =>
  row.reading + (isMean(row) ? 0 : scatterVariance(row, factor))

/** What a reading misses by, the mean of what scatters taken out of it. */
const missedBy = (row: LinearisedObservation, factor: number): number =>
  row.residual - (isMean(row) ? 0 : factor ** 2 * row.shift)

/** Of the variance of a reading error the share that is the instrument's own, where several were read with one. */
const OF_INSTRUMENT = 0.8

/** What the errors of two readings share: the scale of one instrument. */
function sharedBy(
  { seen: one, reading: a }: LinearisedObservation,
  { seen: other, reading: b }: LinearisedObservation,
): number {
  const { instrument, kind } = one.evidence
  const same = instrument !== '' && instrument === other.evidence.instrument && kind === other.evidence.kind
  return same ? OF_INSTRUMENT * Math.sqrt(a * b) : 0
}

/** Whether it says only that something lay on one side of it. */
export const isSide = ({ evidence: { kind } }: Seen): boolean => kind === 'beyond' || kind === 'short'
/** Whether an observation says only that a figure lies past a bound. */
export const isTail = ({ seen }: LinearisedObservation): boolean => isSide(seen)

/** Readings whose errors share something: each row is in one group. */
export function groupsOf(rows: readonly LinearisedObservation[]): LinearisedObservation[][] {
  const groups: LinearisedObservation[][] = []
  for (const row of rows) {
    const kin = groups.filter(group => group.some(other => sharedBy(row, other) !== 0))
    const joined = [...kin.flat(), row]
    for (const group of kin) groups.splice(groups.indexOf(group), 1)
    groups.push(joined)
  }
  return groups
}

/** A row as it is once the rows before it in its group are known: independent of them. */
export interface Said {
  row: LinearisedObservation
  residual: number
  slope: readonly number[]
  variance: number
  /** Standard deviation of what scatters in it, the factor being so. */
  scatter: number
}

/**
 * The rows of a group, each as it is once those before it are known: their likelihoods multiply. What says only a side
 * comes last, and is known to nobody.
 *
 * @param factor on the scatter
 */
export function conditioned(group: readonly LinearisedObservation[], factor: number): Said[] {
  if (group.length === 1) {
    const row = group[0]!
    const scatter = factor * Math.sqrt(row.scatter)
    return [{ row, residual: missedBy(row, factor), slope: row.slope, variance: varianceOf(row, factor), scatter }]
  }
  const known: Said[] = []
  const tails: Said[] = []
  const shares: number[][] = []
  for (const row of [...group.filter(one => !isTail(one)), ...group.filter(isTail)]) {
    let residual = missedBy(row, factor)
    let variance = varianceOf(row, factor)
    const slope = [...row.slope]
    const share: number[] = []
    known.forEach((before, j) => {
      let covariance = sharedBy(row, before.row)
      for (let k = 0; k < j; k++) covariance -= share[k]! * shares[j]![k]! * known[k]!.variance
      share[j] = covariance / before.variance
      residual -= share[j]! * before.residual
      variance -= share[j]! * covariance
      for (let i = 0; i < slope.length; i++) slope[i]! -= share[j]! * before.slope[i]!
    })
    // Two readings of one thing to the last digit leave next to nothing open.
    const scatter = factor * Math.sqrt(row.scatter)
    const said = { row, residual, slope, variance: Math.max(variance, row.reading * 1e-6), scatter }
    if (isTail(row)) tails.push(said)
    else {
      known.push(said)
      shares.push(share)
    }
  }
  return [...known, ...tails]
}

/** φ(z) / Φ(z), and ln Φ(z), of the normal distribution; z no lower than −30. */
function tailOf(z: number): { mills: number; log: number } {
  const below = normalCdf(Math.max(-30, z))
  const far = Math.max(-30, z)
  return { mills: Math.exp((-far * far) / 2) / Math.sqrt(2 * Math.PI) / below, log: Math.log(below) }
}

/** Firings that all but always get as far as a speed is read, so many standard deviations, say nothing by doing so. */
const SURE = 4

/** Of a speed that is read where not every firing comes: how far the usual firing is above what comes just so far. */
function reachOf({ row: { seen }, scatter }: Said, residual: number): number | null {
  if (seen.lost <= 0 || seen.evidence.kind !== 'speed' || scatter <= 0) return null
  const z = (compared(seen, seen.evidence.value)! - residual - Math.log(seen.lost) / 2) / scatter
  return z < SURE ? z : null
}

/**
 * What a row says at a residual: −2 ln likelihood but for a constant, and the weight and score of the parabola that
 * stands in for it. "Beyond" and "short" are tails of the normal distribution; a speed near the top of a toss was read
 * only of firings that got there, which are the quicker ones.
 */
export function scoreOf(said: Said, residual: number): { cost: number; weight: number; score: number } {
  const { row, variance, scatter } = said
  const sigma = Math.sqrt(variance)
  if (isTail(row)) {
    const side = sideOf(row)
    const z = Math.max(-30, (-side * residual) / sigma)
    const { mills, log } = tailOf(z)
    return { cost: -2 * log, weight: (mills * (mills + z)) / variance, score: (side * mills) / sigma }
  }
  const exact = {
    cost: (residual * residual) / variance + Math.log(variance),
    weight: 1 / variance,
    score: residual / variance,
  }
  const z = reachOf(said, residual)
  if (z === null) return exact
  const { mills, log } = tailOf(z)
  return {
    cost: exact.cost + 2 * log,
    // The correction is hollow: what is left of the parabola still has a bottom.
    weight: Math.max(0.2 * exact.weight, exact.weight - (mills * (mills + z)) / scatter ** 2),
    score: exact.score - mills / scatter,
  }
}

/** 1: it was farther than the reading; −1: not as far. */
const sideOf = ({ seen }: LinearisedObservation): 1 | -1 => (seen.evidence.kind === 'beyond' ? 1 : -1)

/** Whether what a row says is a parabola whatever the residual. */
export const isParabola = ({ row }: Said): boolean => !isTail(row) && row.seen.lost === 0

/** Chance of a reading that far off or farther, where it should lie at `residual` 0 with this standard deviation. */
export function chanceOf(row: LinearisedObservation, residual: number, sigma: number): number {
  return isTail(row) ? normalCdf((-sideOf(row) * residual) / sigma) : 2 * normalCdf(-Math.abs(residual) / sigma)
}

/** −2 ln likelihood of the scatter that a run has seen, were the common factor so; 0 where none was. */
export function scatterCost(row: LinearisedObservation, factor: number): number {
  const { scatter: saw, takes } = row.seen.evidence
  const variance = scatterVariance(row, factor)
  if (!isMean(row) || saw === null || takes.length < 2 || variance <= 0) return 0
  return (takes.length - 1) * (Math.log(variance) + (saw * saw) / variance)
}
