import { logGamma } from './logGamma'
import { boundary } from './quantile'

/** Continued fraction of the incomplete beta function (Abramowitz & Stegun 26.5.8), by Lentz. */
function betaFraction(a: number, b: number, x: number): number {
  const least = 1e-300
  let c = 1
  let d = (1 / Math.max(Math.abs(1 - ((a + b) * x) / (a + 1)), least)) * Math.sign(1 - ((a + b) * x) / (a + 1) || 1)
  let f = d
  for (let m = 1; m <= 300; m++) {
    const even = (m * (b - m) * x) / ((a + 2 * m - 1) * (a + 2 * m))
    d = 1 / (1 + even * d)
    c = 1 + even / c
    f *= d * c
    const odd = (-(a + m) * (a + b + m) * x) / ((a + 2 * m) * (a + 2 * m + 1))
    d = 1 / (1 + odd * d)
    c = 1 + odd / c
    f *= d * c
    if (Math.abs(d * c - 1) < 1e-14) break
  }
  return f
}

/** Regularised incomplete beta function, 0 to 1. */
function incompleteBeta(a: number, b: number, x: number): number {
  if (x <= 0) return 0
  if (x >= 1) return 1
  const front = Math.exp(logGamma(a + b) - logGamma(a) - logGamma(b) + a * Math.log(x) + b * Math.log1p(-x))
  return x < (a + 1) / (a + b + 2) ? (front * betaFraction(a, b, x)) / a : 1 - (front * betaFraction(b, a, 1 - x)) / b
}

/** Chance that |t| of Student's distribution is above a value, 0 to 1; degrees of freedom above 0. */
function studentTails(t: number, freedom: number): number {
  return incompleteBeta(freedom / 2, 0.5, freedom / (freedom + t * t))
}

/**
 * Two-sided quantile of Student's t: the value that |t| exceeds with the chance given.
 *
 * @param tails chance in both tails together, above 0 to below 1
 * @param freedom degrees of freedom, above 0
 */
export function studentQuantile(tails: number, freedom: number): number {
  return boundary(t => studentTails(t, freedom) > tails, 1, 1e12)
}
