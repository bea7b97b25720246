import { between } from '../math/matrix'
import { type Fit, fitted } from './fit'
import {
  type LinearisedObservation,
  type Said,
  type Seen,
  type Sought,
  compared,
  chanceOf,
  conditioned,
  groupsOf,
  isSide,
  isTail,
  readAs,
  linearised,
  sharpened,
} from './linear'
import type { Culprit, Outlier, Unknown } from './types'
import { inferredSigma, offBase } from './unknowns'

/** A reading that everything else gives a smaller chance than this is asked about. */
const ASKED = 0.003
/**
 * Looked at more closely: readings at least so many standard deviations off what the rest says in linear order, and
 * sides whose chance is no larger than this as they are held; so many of them at most.
 */
const LOOKED_AT = 1.8
const LIKELY_SIDE = 0.8
const MOST_LOOKED_AT = 6
/** Culprits that are named, and the standard deviations of its prior beyond which none is one. */
const MOST_CULPRITS = 3
const FARTHEST_CULPRIT = 60

/** A row as it is once the rest of its group is known. */
function last(rows: readonly LinearisedObservation[], row: LinearisedObservation, factor: number): Said {
  const group = groupsOf(rows).find(one => one.includes(row))!
  const others = group.filter(other => other !== row && !isTail(other))
  return conditioned([...others, row], factor).at(-1)!
}

/** How far off what the rest says a row stands, roughly and quickly: from the fit it is part of. */
function suspicion(fit: Fit, row: LinearisedObservation): number {
  const mode = fit.modes.reduce((a, b) => (Math.abs(b.node) < Math.abs(a.node) ? b : a))
  const { residual: at, slope, variance } = last(fit.rows, row, Math.min(1, mode.factor))
  const residual = at - slope.reduce((sum, s, i) => sum + s * (mode.off[i]! - fit.about[i]!), 0)
  const sigma = Math.sqrt(variance)
  if (isTail(row)) {
    const chance = chanceOf(row, residual, sigma)
    return chance < LIKELY_SIDE ? LOOKED_AT / Math.max(chance, 1e-6) : 0
  }
  const left = Math.max(1e-6, 1 - between(slope, mode.covariance, slope) / variance)
  return Math.abs(residual) / (sigma * Math.sqrt(left))
}

/** What an unknown alone would have to be for the rest and the reading to agree. */
function culpritsOf(unknowns: readonly Unknown[], said: Said, shift: readonly number[], missed: number): Culprit[] {
  return unknowns
    .flatMap((unknown, i): (Culprit & { far: number })[] => {
      const slope = said.slope[i]!
      const needs = shift[i]! + missed / slope
      if (!(Math.abs(needs) < FARTHEST_CULPRIT)) return []
      const sigma = inferredSigma(unknown)
      const value = (by: number): number => offBase(unknown, unknown.prior, by * sigma)
      return [{ input: unknown.input, held: value(shift[i]!), needs: value(needs), far: Math.abs(needs - shift[i]!) }]
    })
    .sort((a, b) => a.far - b.far)
    .slice(0, MOST_CULPRITS)
    .map(({ input, held, needs }) => ({ input, held, needs }))
}

/** A reading held against what everything else says, worked out without it and at its own scatter. */
function against(seen: readonly Seen[], one: Seen, sought: Sought): Outlier | null {
  // What says only a side of the same firing would be a half of a normal: it is left out, and says nothing wrong.
  const rest = fitted(
    seen.filter(other => other !== one && (one.firing === null || other.firing !== one.firing || !isSide(other))),
    sought,
  )
  const row = linearised(one, sought, rest.about)
  if (row === null) return null
  const rows = [...rest.rows, row]
  let [chance, mean, square] = [0, 0, 0]
  const shift = rest.about.map(() => 0)
  for (const mode of rest.modes) {
    const { residual: at, slope, variance } = last(rows, row, mode.factor)
    const residual = at - slope.reduce((sum, s, i) => sum + s * (mode.off[i]! - rest.about[i]!), 0)
    const spread = variance + between(slope, mode.covariance, slope)
    chance += mode.weight * chanceOf(row, residual, Math.sqrt(spread))
    mean += mode.weight * residual
    square += mode.weight * (residual ** 2 + spread)
    mode.off.forEach((x, i) => (shift[i]! += mode.weight * x))
  }
  if (chance >= ASKED) return null
  const { evidence } = one
  const expected = readAs(one, compared(one, evidence.value)! - mean)
  return {
    evidence: evidence.id,
    read: evidence.value,
    expected,
    sigma: Math.sqrt(Math.max(0, square - mean ** 2)) / sharpened(one, expected),
    chance,
    culprits: culpritsOf(sought.unknowns, last(rows, row, 1), shift, mean),
  }
}

/**
 * Readings that everything else gives next to no chance, sides among them: each held against a fit of the rest.
 *
 * @param fit of everything that was seen
 */
export function outliersOf(fit: Fit, seen: readonly Seen[]): Outlier[] {
  return fit.rows
    .map(row => ({ row, far: suspicion(fit, row) }))
    .filter(({ far }) => far > LOOKED_AT)
    .sort((a, b) => b.far - a.far)
    .slice(0, MOST_LOOKED_AT)
    .flatMap(({ row }) => against(seen, row.seen, fit.sought) ?? [])
    .sort((a, b) => a.chance - b.chance)
}
