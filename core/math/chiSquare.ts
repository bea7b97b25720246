/** Regularised lower incomplete gamma function P(a, x), by its series or its continued fraction (Abramowitz & Stegun 6.5.29, 6.5.31). */
function lowerGamma(a: number, x: number): number {
  if (x <= 0) return 0
  const front = Math.exp(-x + a * Math.log(x) - logFactorial(a))
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

/** ln Γ(a + 1) by Stirling's series, raised by recurrence where a is small. */
function logFactorial(a: number): number {
  let shift = 0
  let z = a + 1
  while (z < 12) shift += Math.log(z++)
  return (
    (z - 0.5) * Math.log(z)
    - z
    + 0.5 * Math.log(2 * Math.PI)
    + 1 / (12 * z)
    - 1 / (360 * z ** 3)
    + 1 / (1260 * z ** 5)
    - shift
  )
}

/**
 * Quantile of the chi-square distribution.
 *
 * @param p chance of being below it, above 0 to below 1
 * @param freedom degrees of freedom, above 0
 */
export function chiSquareQuantile(p: number, freedom: number): number {
  let low = 0
  let high = freedom + 10
  while (lowerGamma(freedom / 2, high / 2) < p && high < 1e9) high *= 2
  for (let i = 0; i < 80; i++) {
    const middle = (low + high) / 2
    if (lowerGamma(freedom / 2, middle / 2) < p) low = middle
    else high = middle
  }
  return (low + high) / 2
}
