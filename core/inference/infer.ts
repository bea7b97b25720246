import { type Matrix, cholesky } from '../math/matrix'
import type { Setup } from '../setup/types'
import { included } from './firing'
import { type Fit, type Mode, SCATTER_LOG_SD, fitted } from './fit'
import { gather } from './gather'
import { isTiming } from './predict'
import { outliersOf } from './outliers'
import type { Posterior } from './types'
import { inferredSigma, offBase } from './unknowns'

/** Mean and covariance of the unknowns over the modes, in standard deviations of the priors. */
function summed({ sought: { unknowns }, modes }: Fit): { off: number[]; covariance: Matrix; node: number } {
  const weighted = (values: number[]): number => values.reduce((sum, value, k) => sum + modes[k]!.weight * value, 0)
  const mean = (of: (mode: Mode) => number): number => weighted(modes.map(of))
  const shift = unknowns.map((_, i) => mean(mode => mode.off[i]!))
  // Roots are averaged, not variances: the sum over the scatter has longer tails than one normal can have, and so both
  // the 68 % and the 95 % interval hold nearly what they say.
  const roots = modes.map(mode => cholesky(unknowns.map((_, i) => mode.covariance[i]!)) ?? mode.covariance)
  const root = unknowns.map((_, i) => unknowns.map((_, j) => weighted(roots.map(triangle => triangle[i]![j]!))))
  const covariance = root.map((row, i) =>
    root.map(
      (other, j) =>
        row.reduce((sum, value, k) => sum + value * other[k]!, 0) +
        mean(mode => (mode.off[i]! - shift[i]!) * (mode.off[j]! - shift[j]!)),
    ),
  )
  return { off: shift, covariance, node: mean(mode => mode.node) }
}

/**
 * What is held after everything that was seen: priors u ~ N(m, S), each reading h(u) plus its error and the scatter of
 * its firing, which is sought too where several things were seen of it; mode by Gauss–Newton, covariance
 * (S⁻¹ + JᵀWJ)⁻¹ kept whole; how large the scatter is, a common factor, log-normal 0.5 about what was assumed, is
 * summed over nine nodes by Laplace's approximation. A reading told again counts once.
 *
 * @param setup validated, its figures as entered
 * @returns null where nothing that was seen bears on when things happen
 */
export function infer(setup: Setup): Posterior | null {
  const evidence = included(setup.evidence).filter(isTiming)
  if (evidence.length === 0) return null
  const { sought, seen } = gather(setup, evidence)
  const fit = fitted(seen, sought)
  if (fit.rows.length === 0 || fit.modes.length === 0) return null
  const unknowns = [...sought.unknowns]
  const sigmas = unknowns.map(inferredSigma)
  const { off: shift, covariance, node } = summed(fit)
  const spread = fit.modes.reduce((sum, mode) => sum + mode.weight * (mode.node - node) ** 2, 0)
  return {
    unknowns,
    values: unknowns.map((unknown, i) => offBase(unknown, unknown.prior, shift[i]! * sigmas[i]!)),
    covariance: covariance.map((row, i) => row.map((value, j) => sigmas[i]! * sigmas[j]! * value)),
    scatter: { factor: Math.exp(node * SCATTER_LOG_SD), sigma: SCATTER_LOG_SD * Math.sqrt(spread) },
    outliers: outliersOf(fit, seen),
    evidence: fit.rows.map(row => row.seen.evidence.id),
  }
}
