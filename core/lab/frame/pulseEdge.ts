import { fastNormalCdf } from '../../math/normal'

/** A row of levels across an edge that a pulse drew out, the way the light went on running from left to right. */
export interface DrawnEdge {
  /** Levels from outside the thing in, or from inside out: what matters is that the travel runs along the row. */
  row: ArrayLike<number>
  /** Whether it is the front: then the row falls from the thing to the ground. */
  front: boolean
}

/** Forms of pulse that are tried: from nearly square to whole; by where they are cut, in time constants. */
const CUTS = [0.25, 0.6, 1, 1.5, Math.LN10 * 1.02, 8] as const
const LENGTHS = 36
const TABLE = 512

/** px of t.1 for each px of the time constant. */
const tenth = (cut: number): number => Math.min(cut, Math.LN10)

/** The softened share for a length and a form, tabled from `−5 soft` on. */
function tableOf(length: number, cut: number, soft: number): { from: number; step: number; values: Float64Array } {
  const scale = length / tenth(cut)
  const reach = 5 * soft
  const end = Math.min(cut, 8) * scale + reach
  const step = (end + reach) / (TABLE - 1)
  const values = new Float64Array(TABLE)
  // The pulse in slices of equal light, each an edge as soft as the lens draws it.
  const slices = 48
  const whole = -Math.expm1(-cut)
  for (let k = 0; k < slices; k++) {
    const at = -Math.log1p((-(k + 0.5) / slices) * whole) * scale
    for (let i = 0; i < TABLE; i++) values[i]! += fastNormalCdf((i * step - reach - at) / soft) / slices
  }
  return { from: -reach, step, values }
}

/** Sum of squares left of a row by levels that are best for a form at a place. */
function restOf(row: ArrayLike<number>, table: ReturnType<typeof tableOf>, at: number, front: boolean): number {
  const n = row.length
  let [sf, sff, sy, syf, syy] = [0, 0, 0, 0, 0]
  for (let i = 0; i < n; i++) {
    const x = (i - at - table.from) / table.step
    const k = Math.floor(x)
    const share =
      k < 0 ? 0 : k >= TABLE - 1 ? 1 : table.values[k]! + (x - k) * (table.values[k + 1]! - table.values[k]!)
    const f = front ? 1 - share : share
    const y = row[i]!
    sf += f
    sff += f * f
    sy += y
    syf += y * f
    syy += y * y
  }
  const det = n * sff - sf * sf
  if (det < 1e-9) return Infinity
  const slope = (n * syf - sf * sy) / det
  if (slope <= 0) return Infinity
  return Math.max(0, syy - (sy * sy) / n - slope * (syf - (sf * sy) / n))
}

/** The least rest over where the edge begins. */
function bestRest(edge: DrawnEdge, table: ReturnType<typeof tableOf>): number {
  const n = edge.row.length
  let [at, least] = [0, Infinity]
  const look = (from: number, to: number, step: number): void => {
    for (let x = from; x <= to; x += step) {
      const rest = restOf(edge.row, table, x, edge.front)
      if (rest < least) [at, least] = [x, rest]
    }
  }
  look(0, n - 1, Math.max(1, n / 40))
  for (let step = Math.max(0.5, n / 160); step > 0.02; step /= 4) look(at - 4 * step, at + 4 * step, step)
  return least
}

/**
 * How far a pulse of light drew an edge out, px of its t.1, whatever the form of the pulse.
 *
 * @param edges rows across the two ends of one thing
 * @param soft standard deviation by which an edge at rest is soft, px
 * @param rough length to look about, px, above 0
 * @returns mean and standard deviation over all lengths and forms that go with the rows; null where none does
 */
export function drawnLength(
  edges: readonly DrawnEdge[],
  soft: number,
  rough: number,
): { length: number; error: number; rest: number } | null {
  const sigma = Math.max(soft, 0.35)
  const samples = edges.reduce((total, edge) => total + edge.row.length, 0)
  const tried: { length: number; rest: number }[] = []
  for (const cut of CUTS)
    for (let i = 0; i < LENGTHS; i++) {
      const length = rough * 3.2 ** ((2 * i) / (LENGTHS - 1) - 1)
      const table = tableOf(length, cut, sigma)
      tried.push({ length, rest: edges.reduce((total, edge) => total + bestRest(edge, table), 0) })
    }
  const best = Math.min(...tried.map(one => one.rest))
  if (!Number.isFinite(best)) return null
  // Neighbouring pixels are softened together: some three of them tell as much as one.
  const noise = (3 * best) / Math.max(4, samples - 8)
  let [weights, sum, square] = [0, 0, 0]
  for (const { length, rest } of tried) {
    const weight = Math.exp(-(rest - best) / (2 * noise))
    weights += weight
    sum += weight * length
    square += weight * length * length
  }
  const mean = sum / weights
  // The grid's own step, 6.5 %, is part of the error.
  return {
    length: mean,
    error: Math.hypot(Math.sqrt(Math.max(0, square / weights - mean * mean)), 0.025 * mean),
    rest: best,
  }
}

/** Lengths that are tried for a whole streak, and the factor to either side of a rough one. */
const WHOLE_LENGTHS = 60
const WHOLE_REACH = 4

/** Rest of a row against a bar that a pulse draws out from a place on, with the best levels; and its height. */
function wholeRest(
  row: Float64Array,
  table: ReturnType<typeof tableOf>,
  at: number,
  size: number,
): { rest: number; height: number } {
  const n = row.length
  const share = (x: number): number => {
    const place = (x - table.from) / table.step
    const k = Math.floor(place)
    return k < 0 ? 0 : k >= TABLE - 1 ? 1 : table.values[k]! + (place - k) * (table.values[k + 1]! - table.values[k]!)
  }
  let [sf, sff, sy, syf, syy] = [0, 0, 0, 0, 0]
  for (let i = 0; i < n; i++) {
    const f = share(i - at) - share(i - at - size)
    const y = row[i]!
    sf += f
    sff += f * f
    sy += y
    syf += y * f
    syy += y * y
  }
  const det = n * sff - sf * sf
  const height = det < 1e-9 ? 0 : (n * syf - sf * sy) / det
  if (height <= 0) return { rest: Infinity, height: 0 }
  return { rest: Math.max(0, syy - (sy * sy) / n - height * (syf - (sf * sy) / n)), height }
}

/**
 * How far a pulse of light drew a whole thing out, px of its t.1: a bar, or the middle of a disc, that is evenly bright
 * and as long as it is wide, whatever the form of the pulse.
 *
 * @param row of levels over all of it, the travel running along the row
 * @param size px of the thing along its travel, above 0
 * @param soft standard deviation by which an edge at rest is soft, px
 * @param rough length to look about, px, above 0
 * @returns mean and standard deviation over all lengths and forms that go with the row, and the share of its light that
 * the best leaves; null where none does
 */
export function wholeLength(
  row: Float64Array,
  { size, soft, rough }: { size: number; soft: number; rough: number },
): { length: number; error: number; left: number } | null {
  const sigma = Math.max(soft, 0.35)
  const tried: { length: number; rest: number; height: number }[] = []
  for (const cut of CUTS)
    for (let i = 0; i < WHOLE_LENGTHS; i++) {
      const length = rough * WHOLE_REACH ** ((2 * i) / (WHOLE_LENGTHS - 1) - 1)
      const table = tableOf(length, cut, sigma)
      let [at, best] = [0, { rest: Infinity, height: 0 }]
      const look = (from: number, to: number, step: number): void => {
        for (let x = from; x <= to; x += step) {
          const here = wholeRest(row, table, x, size)
          if (here.rest < best.rest) [at, best] = [x, here]
        }
      }
      look(-size, row.length, Math.max(1, row.length / 60))
      for (let step = Math.max(0.5, row.length / 240); step > 0.05; step /= 4) look(at - 4 * step, at + 4 * step, step)
      tried.push({ length, ...best })
    }
  const best = tried.reduce((a, b) => (b.rest < a.rest ? b : a))
  if (!Number.isFinite(best.rest)) return null
  const noise = (3 * best.rest) / Math.max(4, row.length - 6)
  let [weights, sum, square] = [0, 0, 0]
  for (const { length, rest } of tried) {
    const weight = Math.exp(-(rest - best.rest) / (2 * noise))
    weights += weight
    sum += weight * length
    square += weight * length * length
  }
  const mean = sum / weights
  return {
    length: mean,
    // The grid's own step, 5 %, and what a pixel of the size makes of it, are part of the error.
    error: Math.hypot(Math.sqrt(Math.max(0, square / weights - mean * mean)), 0.02 * mean, 0.7),
    left: Math.sqrt(best.rest / row.length) / best.height,
  }
}
