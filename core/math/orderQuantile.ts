/** The q-quantile: the ⌈q·n⌉-th smallest. */
export function quantileOf(values: readonly number[], q: number): number {
  const sorted = [...values].sort((a, b) => a - b)
  return sorted[Math.max(0, Math.ceil(q * sorted.length - 1e-9) - 1)]!
}
