const MOST_STEPS = 200

/**
 * A zero of a continuous function within a bracket, by ITP (interpolate, truncate, project): never slower than
 * bisection.
 *
 * @param f the function
 * @param a one end; f(a) and f(b) of different sign
 * @param b the other end, above a
 * @param tolerance absolute, of x
 */
export function rootBetween(f: (x: number) => number, a: number, b: number, tolerance: number): number {
  let [low, high] = [a, b]
  let [fLow, fHigh] = [f(low), f(high)]
  if (fLow === 0) return low
  if (fHigh === 0) return high
  const rising = fHigh > 0 ? 1 : -1
  const kappa = 0.2 / (high - low)
  const bound = Math.ceil(Math.log2((high - low) / (2 * tolerance))) + 1
  for (let j = 0; high - low > 2 * tolerance && j < MOST_STEPS; j++) {
    const middle = (low + high) / 2
    const reach = Math.max(0, tolerance * 2 ** (bound - j) - (high - low) / 2)
    const secant = (fHigh * low - fLow * high) / (fHigh - fLow)
    const side = Math.sign(middle - secant)
    const truncation = Math.min(kappa * (high - low) ** 2, Math.abs(middle - secant))
    const truncated = secant + side * truncation
    const x = Math.abs(truncated - middle) <= reach ? truncated : middle - side * reach
    const y = f(x)
    if (y * rising > 0) [high, fHigh] = [x, y]
    else if (y * rising < 0) [low, fLow] = [x, y]
    else return x
  }
  return (low + high) / 2
}
