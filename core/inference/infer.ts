import { type Matrix, between, cholesky, inverseBy, logDeterminant, solveBy } from '../math/matrix'
import type { Evidence, Setup } from '../setup/types'
import { type Row, type Seen, pullOf, rowOf, scatterCost, varianceOf } from './linear'
import { type World, isTiming, predicted, worldOf } from './predict'
import type { Belief, Surprise, Unknown } from './types'
import { inferredSigma, offBase, sameUnknown, unknownsOf } from './unknowns'

/** Standard deviations beyond which a reading is asked about. */
const SURPRISING = 3
/** Standard deviation of ln(scatter / assumed) before anything was seen, and the nodes over it in units of that. */
const SCATTER_LOG_SD = 0.5
const NODES = [-2.4, -1.8, -1.2, -0.6, 0, 0.6, 1.2, 1.8, 2.4]
const MOST_STEPS = 12
const MOST_HALVINGS = 6
/** A step of fewer standard deviations than this changes nothing. */
const SETTLED = 1e-3

/** Whether what is seen would be otherwise were an unknown. */
function bearsOn(world: World, evidence: Evidence, unknown: Unknown): boolean {
  const at = (z: number): number | null =>
    predicted(world, evidence, {
      ...world.mean,
      [unknown.input]: offBase(unknown, unknown.prior, z * inferredSigma(unknown)),
    })
  return !Object.is(at(1), at(0)) || !Object.is(at(-1), at(0))
}

/** The unknowns that the evidence bears on. */
function gather(setup: Setup, evidence: readonly Evidence[]): { unknowns: Unknown[]; seen: Seen[] } {
  const unknowns: Unknown[] = []
  const measured = evidence.some(entry => entry.kind === 'latency')
  const seen = evidence.map(entry => {
    const world = worldOf(setup, entry)
    const places = unknownsOf(world.entered, measured)
      .filter(unknown => bearsOn(world, entry, unknown))
      .map(unknown => {
        const before = unknowns.findIndex(other => sameUnknown(other, unknown))
        return { input: unknown.input, at: before < 0 ? unknowns.push(unknown) - 1 : before }
      })
    return { evidence: entry, world, places }
  })
  return { unknowns, seen }
}

interface Mode {
  off: number[]
  covariance: Matrix
  /** −2 ln of the evidence's own probability, but for a constant. */
  cost: number
}

/** Standard deviations of its prior beyond which no unknown is looked for. */
const FARTHEST = 10
const within = (x: number): number => Math.min(FARTHEST, Math.max(-FARTHEST, x))

/**
 * Weights and pulls of the rows at a change `to`, the rows being linear about `about`; every unknown in standard
 * deviations of its prior.
 */
function normalEquations(
  rows: readonly Row[],
  about: readonly number[],
  to: readonly number[],
  factor: number,
): { matrix: Matrix; pull: number[]; cost: number } {
  const n = to.length
  const matrix = to.map((_, i) => Array.from({ length: n }, (_, j) => (i === j ? 1 : 0)))
  const pull = to.map(x => -x)
  let cost = to.reduce((sum, x) => sum + x * x, 0)
  for (const row of rows) {
    const residual = row.residual - row.slope.reduce((sum, s, i) => sum + s * (to[i]! - about[i]!), 0)
    const said = pullOf(row, residual, varianceOf(row, factor))
    cost += said.cost
    for (let i = 0; i < n; i++) {
      if (row.slope[i] === 0) continue
      pull[i]! += said.pull * row.slope[i]!
      for (let j = 0; j < n; j++) matrix[i]![j]! += said.weight * row.slope[i]! * row.slope[j]!
    }
  }
  return { matrix, pull, cost }
}

/** The most likely unknowns, by Gauss–Newton with step halving on the model itself. */
function mostLikely(seen: readonly Seen[], unknowns: readonly Unknown[]): [number[], Row[]] {
  let off = unknowns.map(() => 0)
  const rowsAt = (at: readonly number[]): Row[] => seen.flatMap(entry => rowOf(entry, unknowns, at) ?? [])
  let rows = rowsAt(off)
  for (let step = 0; step < MOST_STEPS; step++) {
    const { matrix, pull, cost } = normalEquations(rows, off, off, 1)
    const triangle = cholesky(matrix)
    if (triangle === null) break
    const move = solveBy(triangle, pull)
    let size = 1
    for (let half = 0; half < MOST_HALVINGS; half++, size /= 2) {
      const next = off.map((x, i) => within(x + size * move[i]!))
      const there = rowsAt(next)
      if (there.length < rows.length) continue
      if (normalEquations(there, next, next, 1).cost > cost + 1e-9 && half < MOST_HALVINGS - 1) continue
      off = next
      rows = there
      break
    }
    if (move.every(x => Math.abs(size * x) < SETTLED)) break
  }
  return [off, rows]
}

/** The unknowns with the scatter a factor of what was assumed, the rows being linear about their mode. */
function modeFor(rows: readonly Row[], about: readonly number[], factor: number): Mode | null {
  let off = [...about]
  for (let step = 0; step < 3; step++) {
    const { matrix, pull } = normalEquations(rows, about, off, factor)
    const triangle = cholesky(matrix)
    if (triangle === null) return null
    const move = solveBy(triangle, pull)
    off = off.map((x, i) => within(x + move[i]!))
  }
  const { matrix, cost } = normalEquations(rows, about, off, factor)
  const triangle = cholesky(matrix)
  return (
    triangle && {
      off,
      covariance: inverseBy(triangle),
      cost: cost + logDeterminant(triangle) + rows.reduce((sum, row) => sum + scatterCost(row, factor), 0),
    }
  )
}

/** Readings that the rest would not have expected: externally studentised, as if each had been left out. */
function surprisesOf(rows: readonly Row[], covariance: Matrix): Surprise[] {
  return rows.flatMap(row => {
    const { evidence } = row.seen
    if (evidence.kind === 'beyond' || evidence.kind === 'short') return []
    const variance = varianceOf(row, 1)
    const left = 1 - between(row.slope, covariance, row.slope) / variance
    if (!(left > 1e-9)) return []
    const off = row.residual / left
    const sigma = Math.sqrt(variance / left)
    return Math.abs(off) > SURPRISING * sigma
      ? [{ evidence: evidence.id, read: evidence.value, expected: evidence.value - off, sigma }]
      : []
  })
}

/**
 * What is held after everything that was seen: priors u ~ N(m, S), each reading h(u) plus its error and the scatter of
 * its take; mode by Gauss–Newton, covariance (S⁻¹ + JᵀWJ)⁻¹ kept whole; how large the scatter is, a common factor,
 * log-normal 0.5 about what was assumed, is summed over nine nodes by Laplace's approximation.
 *
 * @param setup validated, its figures as entered
 * @returns null where nothing that was seen bears on when things happen
 */
export function infer(setup: Setup): Belief | null {
  const evidence = setup.evidence.filter(entry => entry.on && isTiming(entry))
  if (evidence.length === 0) return null
  const { unknowns, seen } = gather(setup, evidence)
  const [about, rows] = mostLikely(seen, unknowns)
  if (rows.length === 0) return null
  const modes = NODES.flatMap(node => {
    const mode = modeFor(rows, about, Math.exp(node * SCATTER_LOG_SD))
    return mode === null ? [] : [{ node, ...mode, cost: mode.cost + node * node }]
  })
  if (modes.length === 0) return null
  const least = Math.min(...modes.map(mode => mode.cost))
  const weights = modes.map(mode => Math.exp((least - mode.cost) / 2))
  const total = weights.reduce((sum, w) => sum + w, 0)
  const weighted = (values: number[]): number =>
    values.reduce((sum, value, k) => sum + (weights[k]! / total) * value, 0)
  const mean = (of: (mode: (typeof modes)[number]) => number): number => weighted(modes.map(of))
  const sigmas = unknowns.map(inferredSigma)
  const off = unknowns.map((_, i) => mean(mode => mode.off[i]!))
  // Roots are averaged, not variances: the sum over the scatter has longer tails than one normal can have, and so both
  // the 68 % and the 95 % interval hold nearly what they say.
  const roots = modes.map(mode => cholesky(mode.covariance) ?? mode.covariance)
  const root = unknowns.map((_, i) => unknowns.map((_, j) => weighted(roots.map(triangle => triangle[i]![j]!))))
  const inner = root.map(row => root.map(other => row.reduce((sum, value, k) => sum + value * other[k]!, 0)))
  const node = mean(mode => mode.node)
  return {
    unknowns,
    values: unknowns.map((unknown, i) => offBase(unknown, unknown.prior, off[i]! * sigmas[i]!)),
    covariance: inner.map((row, i) =>
      row.map(
        (value, j) =>
          sigmas[i]! * sigmas[j]! * (value + mean(mode => (mode.off[i]! - off[i]!) * (mode.off[j]! - off[j]!))),
      ),
    ),
    scatter: {
      factor: Math.exp(node * SCATTER_LOG_SD),
      sigma: SCATTER_LOG_SD * Math.sqrt(mean(mode => (mode.node - node) ** 2)),
    },
    surprises: surprisesOf(rows, modes.find(mode => mode.node === 0)?.covariance ?? modes[0]!.covariance),
    evidence: rows.map(row => row.seen.evidence.id),
  }
}
