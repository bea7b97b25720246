/** Middle of some numbers: half are below it. 0 of none. */
export function median(values: ArrayLike<number>): number {
  return quantileOf(values, 0.5)
}

/** The value a share of the numbers is below; 0 of none. */
export function quantileOf(values: ArrayLike<number>, share: number): number {
  const sorted = Float64Array.from(values).sort()
  if (sorted.length === 0) return 0
  const at = share * (sorted.length - 1)
  const low = Math.floor(at)
  const high = Math.min(low + 1, sorted.length - 1)
  return sorted[low]! + (at - low) * (sorted[high]! - sorted[low]!)
}

/** Standard deviation of the bulk of some numbers, from their median absolute deviation. */
export function spreadOf(values: ArrayLike<number>): number {
  const middle = median(values)
  return 1.4826 * median(Float64Array.from(values, value => Math.abs(value - middle)))
}

/** The mean of some numbers; 0 of none. */
export const meanOf = (values: ArrayLike<number>): number => {
  let total = 0
  for (let i = 0; i < values.length; i++) total += values[i]!
  return values.length === 0 ? 0 : total / values.length
}

/** Standard deviation, n − 1; null of fewer than two. */
export function deviationOf(values: ArrayLike<number>): number | null {
  if (values.length < 2) return null
  const mean = meanOf(values)
  let total = 0
  for (let i = 0; i < values.length; i++) total += (values[i]! - mean) ** 2
  return Math.sqrt(total / (values.length - 1))
}

/** A straight line through points, least squares. @returns its error of slope and height at x = 0 as well */
export function lineThrough(
  x: ArrayLike<number>,
  y: ArrayLike<number>,
): { slope: number; height: number; slopeError: number; heightError: number; scatter: number } {
  const n = x.length
  const [mx, my] = [meanOf(x), meanOf(y)]
  let [sxx, sxy] = [0, 0]
  for (let i = 0; i < n; i++) {
    sxx += (x[i]! - mx) ** 2
    sxy += (x[i]! - mx) * (y[i]! - my)
  }
  const slope = sxx > 0 ? sxy / sxx : 0
  const height = my - slope * mx
  let rest = 0
  for (let i = 0; i < n; i++) rest += (y[i]! - height - slope * x[i]!) ** 2
  const scatter = n > 2 ? Math.sqrt(rest / (n - 2)) : 0
  return {
    slope,
    height,
    scatter,
    slopeError: sxx > 0 ? scatter / Math.sqrt(sxx) : 0,
    heightError: sxx > 0 ? scatter * Math.sqrt(1 / n + mx ** 2 / sxx) : 0,
  }
}
