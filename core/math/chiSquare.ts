import { logGamma } from './logGamma'
import { boundary } from './quantile'

/**
 * Regularised lower incomplete gamma function P(a, x), by its series or its continued fraction (Abramowitz & Stegun
 * 6.5.29, 6.5.31).
 */
function lowerGamma(a: number, x: number): number {
  if (x <= 0) return 0
  const front = Math.exp(-x + a * Math.log(x) - logGamma(a + 1))
  if (x < a + 1) {
    let term = 1 / a
    let sum = term
    for (let n = 1; Math.abs(term) > 1e-15 * Math.abs(sum); n++) sum += term *= x / (a + n)
    return front * a * sum
  }
  let b = x + 1 - a
  let c = 1e300
  let d = 1 / b
  let h = d
  for (let i = 1; i < 500; i++) {
    const an = -i * (i - a)
    b += 2
    d = 1 / (an * d + b)
    c = b + an / c
    h *= d * c
    if (Math.abs(d * c - 1) < 1e-14) break
  }
  return 1 - front * a * h
}

/**
 * Quantile of the chi-square distribution.
 *
 * @param p chance of being below it, above 0 to below 1
 * @param freedom degrees of freedom, above 0
 */
export function chiSquareQuantile(p: number, freedom: number): number {
  return boundary(x => lowerGamma(freedom / 2, x / 2) < p, freedom + 10, 1e9)
}
