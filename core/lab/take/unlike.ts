import { median, spreadOf } from '../statistics'
import type { Small } from './small'

/** Noise of a picture against an instant, as a sum of squares: of what does not stand out. */
function noiseOf(picture: Small, best: Small): number {
  const left = picture.roots.map((root, i) => root - best.roots[i]!)
  return left.length * spreadOf(left) ** 2
}

/**
 * How little the plan has of what stands out in a picture: what its best instant leaves, against what one of its
 * instants leaves that has nothing to do with it; noise taken off both.
 *
 * @param best instant, in the picture's light
 * @param rests sums of squares that each instant leaves
 * @returns 0: all of it is there; 1: no instant does better than another
 */
export function unlikeOf(picture: Small, best: Small, rests: readonly number[]): number {
  const noise = noiseOf(picture, best)
  const least = Math.max(0, Math.min(...rests) - noise)
  const usual = Math.max(0, median(rests) - noise)
  return usual < 0.1 * noise ? 0 : Math.min(1, least / usual)
}
