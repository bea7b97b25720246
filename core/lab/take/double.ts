import type { Seen } from './instants'
import type { Small } from './small'

/** Share of light that a second pop must have of the first, and of the rest that it must explain. */
const LEAST_SHARE = 0.25
const EXPLAINS = 0.3

function product(a: Float32Array, b: Float32Array): number {
  let total = 0
  for (let i = 0; i < a.length; i++) total += a[i]! * b[i]!
  return total
}

/**
 * How much light a second pop has of the first in a picture: the light of two instants of the plan adds up.
 *
 * @param at place among the instants of the one that goes best with the picture alone
 * @returns null: one instant explains it about as well
 */
export function doubleOf({ light }: Small, seen: readonly Seen[], at: number): number | null {
  const own = product(light, light)
  const first = seen[at]!.small.light
  const [aa, ap] = [product(first, first), product(first, light)]
  const alone = own - ap ** 2 / aa
  let best: { share: number; rest: number } | null = null
  for (const { small } of seen) {
    const [bb, bp, ab] = [product(small.light, small.light), product(small.light, light), product(first, small.light)]
    const det = aa * bb - ab * ab
    if (det < 1e-6 * aa * bb) continue
    const [u, v] = [(ap * bb - bp * ab) / det, (bp * aa - ap * ab) / det]
    const rest = own - u * ap - v * bp
    if (u > 0 && v > 0 && (!best || rest < best.rest)) best = { share: Math.min(u, v) / Math.max(u, v), rest }
  }
  return best && best.share > LEAST_SHARE && best.rest < (1 - EXPLAINS) * alone ? best.share : null
}
