/** Value below which a share of the sorted times lies. */
export function quantile(times: number[], share: number): number {
  const sorted = [...times].sort((a, b) => a - b)
  return sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))]!
}

/** Runs once for each item and gives the times, ms. */
export function timesOf<T>(items: readonly T[], run: (item: T) => unknown): number[] {
  return items.map(item => {
    const started = performance.now()
    run(item)
    return performance.now() - started
  })
}
