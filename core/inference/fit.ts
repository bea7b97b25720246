import { type Matrix, cholesky, inverseBy, logDeterminant, solveBy } from '../math/matrix'
import {
  CHAIN,
  type LinearisedObservation,
  type Said,
  type Seen,
  type Sought,
  conditioned,
  groupsOf,
  isParabola,
  scoreOf,
  residualOf,
  linearised,
  scatterCost,
} from './linear'

/** Standard deviation of ln(scatter / assumed) before anything was seen, and the nodes over it in units of that. */
export const SCATTER_LOG_SD = 0.5
const NODES = [-2.4, -1.8, -1.2, -0.6, 0, 0.6, 1.2, 1.8, 2.4]
const MOST_STEPS = 12
const MOST_HALVINGS = 6
/** A step of fewer standard deviations than this changes nothing. */
const SETTLED = 1e-3

/** What is most likely where the scatter is a factor of what was assumed. */
export interface Mode {
  node: number
  factor: number
  off: number[]
  covariance: Matrix
  /** Its share in the sum over the scatter, 0 to 1. */
  weight: number
}

/** What some readings make of the sought: each mode in standard deviations of the priors. */
export interface Fit {
  sought: Sought
  /** Where the rows are linear. */
  about: number[]
  rows: LinearisedObservation[]
  modes: Mode[]
}

/** Standard deviations of its prior beyond which no unknown is looked for. */
const FARTHEST = 10
const within = (x: number): number => Math.min(FARTHEST, Math.max(-FARTHEST, x))

/** Precisions of the priors, the scatter being a factor of what was assumed. */
const precisionsOf = ({ unknowns, own }: Sought, factor: number): number[] => [
  ...unknowns.map(() => 1),
  ...own.map(({ what }) => (what === CHAIN ? 1 : factor ** -2)),
]

/**
 * Weights and scores of what was said at a change `to`, the rows being linear about `about`; everything in standard
 * deviations of its prior.
 *
 * @param precisions of the priors
 */
function normalEquations(
  said: readonly Said[],
  precisions: readonly number[],
  about: readonly number[],
  to: readonly number[],
): { matrix: Matrix; score: number[]; cost: number } {
  const n = to.length
  const matrix = to.map((_, i) => {
    const row = new Array<number>(n).fill(0)
    row[i] = precisions[i]!
    return row
  })
  const score = to.map((x, i) => -precisions[i]! * x)
  let cost = to.reduce((sum, x, i) => sum + precisions[i]! * x * x - Math.log(precisions[i]!), 0)
  for (const each of said) {
    const { slope } = each
    let { residual } = each
    const at: number[] = []
    for (let i = 0; i < n; i++) {
      if (slope[i] === 0) continue
      at.push(i)
      residual -= slope[i]! * (to[i]! - about[i]!)
    }
    const one = scoreOf(each, residual)
    cost += one.cost
    for (const i of at) {
      score[i]! += one.score * slope[i]!
      for (const j of at) matrix[i]![j]! += one.weight * slope[i]! * slope[j]!
    }
  }
  return { matrix, score, cost }
}

const allSaid = (groups: readonly (readonly LinearisedObservation[])[], factor: number): Said[] =>
  groups.flatMap(group => conditioned(group, factor))

/** The same rows with what each misses by at another place; null where one could not have been seen there. */
function missing(
  rows: readonly LinearisedObservation[],
  sought: Sought,
  shift: readonly number[],
): LinearisedObservation[] | null {
  const there: LinearisedObservation[] = []
  for (const row of rows) {
    const residual = residualOf(row.seen, sought, shift)
    if (residual === null) return null
    there.push({ ...row, residual })
  }
  return there
}

/** The most likely of what is sought, by Gauss–Newton with step halving on the model itself. */
function mostLikely(seen: readonly Seen[], sought: Sought): { about: number[]; rows: LinearisedObservation[] } {
  const rowsAt = (at: readonly number[]): LinearisedObservation[] =>
    seen.flatMap(entry => linearised(entry, sought, at) ?? [])
  const precisions = precisionsOf(sought, 1)
  let about = precisions.map(() => 0)
  let rows = rowsAt(about)
  for (let step = 0; step < MOST_STEPS; step++) {
    const { matrix, score, cost } = normalEquations(allSaid(groupsOf(rows), 1), precisions, about, about)
    const triangle = cholesky(matrix)
    if (triangle === null) break
    const move = solveBy(triangle, score)
    let size = 1
    let next: number[] | null = null
    for (let half = 0; half < MOST_HALVINGS; half++, size /= 2) {
      const tried = about.map((x, i) => within(x + size * move[i]!))
      const there = missing(rows, sought, tried)
      if (there === null) continue
      const { cost: then } = normalEquations(allSaid(groupsOf(there), 1), precisions, tried, tried)
      if (then > cost + 1e-9 && half < MOST_HALVINGS - 1) continue
      next = tried
      break
    }
    if (next === null) break
    // So near that the rows are linear all the way: the modes go it.
    if (move.every(x => Math.abs(size * x) < SETTLED)) break
    const anew = rowsAt(next)
    if (anew.length < rows.length) break
    about = next
    rows = anew
  }
  return { about, rows }
}

/** What is most likely with the scatter a factor of what was assumed, the rows being linear about a place; its cost. */
function modeFor(
  groups: readonly (readonly LinearisedObservation[])[],
  sought: Sought,
  about: readonly number[],
  node: number,
): (Omit<Mode, 'weight'> & { cost: number }) | null {
  const factor = Math.exp(node * SCATTER_LOG_SD)
  const precisions = precisionsOf(sought, factor)
  const said = allSaid(groups, factor)
  let shift = [...about]
  for (let step = 0; step < 3; step++) {
    const { matrix, score } = normalEquations(said, precisions, about, shift)
    const triangle = cholesky(matrix)
    if (triangle === null) return null
    const move = solveBy(triangle, score)
    shift = shift.map((x, i) => within(x + move[i]!))
    // Of parabolas alone the first step is the whole way.
    if (said.every(isParabola) || move.every(x => Math.abs(x) < SETTLED)) break
  }
  const { matrix, cost } = normalEquations(said, precisions, about, shift)
  const triangle = cholesky(matrix)
  const seen = said.reduce((sum, { row }) => sum + scatterCost(row, factor), 0)
  return (
    triangle && {
      node,
      factor,
      off: shift,
      covariance: inverseBy(triangle),
      // −2 ln of the evidence's own probability, but for a constant.
      cost: cost + logDeterminant(triangle) + seen + node * node,
    }
  )
}

/** What readings make of the sought; with none that could have been seen, the priors. */
export function fitted(seen: readonly Seen[], sought: Sought): Fit {
  const { about, rows } = mostLikely(seen, sought)
  const groups = groupsOf(rows)
  const modes = NODES.flatMap(node => modeFor(groups, sought, about, node) ?? [])
  const least = Math.min(...modes.map(mode => mode.cost))
  const weights = modes.map(mode => Math.exp((least - mode.cost) / 2))
  const total = weights.reduce((sum, w) => sum + w, 0)
  return { sought, about, rows, modes: modes.map((mode, k) => ({ ...mode, weight: weights[k]! / total })) }
}
