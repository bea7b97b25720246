/**
 * Mean of readings and of what was held before, each weighed by its own error, with the standard error of that mean.
 *
 * @param prior and `sigma`, its standard deviation, above 0
 * @param readings each with its standard error, above 0
 */
export function weightedMean(
  prior: number,
  sigma: number,
  readings: readonly { value: number; error: number }[],
): { value: number; sigma: number } {
  let [sum, weight] = [prior / sigma ** 2, 1 / sigma ** 2]
  for (const { value, error } of readings) {
    sum += value / error ** 2
    weight += 1 / error ** 2
  }
  return { value: sum / weight, sigma: Math.sqrt(1 / weight) }
}
