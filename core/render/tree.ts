import type { Bodies } from './bodies'
import { boundsOf } from './bounds'

/** Bodies in a leaf at most. */
const LEAF = 4

/** A hierarchy of boxes about bodies: which of them a ray can meet is found in a few steps. */
export interface Tree {
  /** Six figures a node: three lows, three highs. */
  boxes: Float64Array
  /** A leaf's bodies from here on in `order`; a branch's second child (the first comes next). */
  first: Int32Array
  /** Bodies of a leaf; 0 for a branch. */
  counts: Int32Array
  order: Int32Array
}

/**
 * The hierarchy of some bodies, split in the middle of the longest side.
 *
 * @param among bodies by their number
 * @param time s about the instant of the picture in which they may be met
 */
export function growTree(
  { kinds }: Pick<Bodies, 'kinds'>,
  figures: Float64Array,
  velocities: Float64Array,
  among: readonly number[],
  time: readonly [number, number],
): Tree {
  const n = among.length
  const boxes = new Float64Array(n * 6)
  among.forEach((body, i) => boundsOf(kinds[body]!, figures, body, velocities, time, boxes, i * 6))
  const order = Int32Array.from({ length: n }, (_, i) => i)
  const nodes: { box: number[]; first: number; count: number }[] = []

  const grow = (from: number, to: number): void => {
    const box = [Infinity, Infinity, Infinity, -Infinity, -Infinity, -Infinity]
    for (let j = from; j < to; j++)
      for (let k = 0; k < 3; k++) {
        box[k] = Math.min(box[k]!, boxes[order[j]! * 6 + k]!)
        box[3 + k] = Math.max(box[3 + k]!, boxes[order[j]! * 6 + 3 + k]!)
      }
    const node = { box, first: from, count: to - from }
    nodes.push(node)
    if (to - from <= LEAF) return
    const sides = [0, 1, 2].map(k => box[3 + k]! - box[k]!)
    const axis = sides.indexOf(Math.max(...sides))
    const centre = (j: number): number => boxes[j * 6 + axis]! + boxes[j * 6 + 3 + axis]!
    order.subarray(from, to).sort((a, b) => centre(a) - centre(b))
    const middle = (from + to) >> 1
    node.count = 0
    grow(from, middle)
    node.first = nodes.length
    grow(middle, to)
  }
  if (n > 0) grow(0, n)
  return {
    boxes: Float64Array.from(nodes.flatMap(node => node.box)),
    first: Int32Array.from(nodes.map(node => node.first)),
    counts: Int32Array.from(nodes.map(node => node.count)),
    order: order.map(i => among[i]!),
  }
}
