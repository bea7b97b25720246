import { median, spreadOf } from '../statistics'

/** An edge in a row of levels. */
export interface Edge {
  /** Place of half the step, px from the first of the row. */
  at: number
  /** px from a tenth to nine tenths of the step. */
  width: number
  /** Levels on either side of it, first to last. */
  before: number
  after: number
  /** Standard error of `at` and of `width`, px. */
  atError: number
  widthError: number
}

/** Where a row first crosses a level, walking from a place; null where it does not. */
function crossing(row: ArrayLike<number>, level: number, from: number, step: 1 | -1): number | null {
  for (let i = from; i + step >= 0 && i + step < row.length; i += step) {
    const [a, b] = [row[i]!, row[i + step]!]
    if ((a - level) * (b - level) <= 0 && a !== b) return i + (step * (level - a)) / (b - a)
  }
  return null
}

/**
 * The edge between the two ends of a row of levels.
 *
 * @param row at least 8 levels, with a step somewhere
 * @param noise of one level; left out: from the ends
 * @returns null where there is no step of more than five times the noise
 */
export function edgeOf(row: ArrayLike<number>, noise?: number): Edge | null {
  const n = row.length
  if (n < 8) return null
  const end = Math.max(2, Math.floor(n * 0.15))
  const head = Array.from({ length: end }, (_, i) => row[i]!)
  const tail = Array.from({ length: end }, (_, i) => row[n - 1 - i]!)
  const [before, after] = [median(head), median(tail)]
  const step = after - before
  const sigma = noise ?? Math.max(spreadOf(head), spreadOf(tail), 1e-9)
  if (!(Math.abs(step) > 5 * sigma)) return null
  const level = (share: number): number => before + share * step
  // From the half each way, so that a ripple at the ends is not taken for the edge.
  const half = crossing(row, level(0.5), 0, 1)
  if (half === null) return null
  const low = crossing(row, level(0.1), Math.floor(half), -1)
  const high = crossing(row, level(0.9), Math.max(0, Math.ceil(half) - 1), 1)
  if (low === null || high === null) return null
  const width = Math.max(high - low, 0.5)
  const perPx = sigma / (Math.abs(step) * (0.8 / width))
  return { at: half, width, before, after, atError: Math.hypot(perPx, 0.1), widthError: Math.hypot(2.2 * perPx, 0.15) }
}
