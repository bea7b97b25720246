import type { Bodies } from './bodies'
import { boundsOf } from './bounds'

/** Bodies in a leaf at most, where splitting them does not pay; deeper than this nothing is split. */
const LEAF = 3
const DEEPEST = 48
/** Places along each axis at which a split is tried. */
const BINS = 12
/** What it costs to go into a box, against trying a body. */
const STEP = 0.8

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

/** Half of the surface of a box, of six figures from `at`; 0 for an empty one. */
function surface(box: Float64Array, at: number): number {
  const x = box[at + 3]! - box[at]!
  const y = box[at + 4]! - box[at + 1]!
  const z = box[at + 5]! - box[at + 2]!
  return x < 0 ? 0 : x * y + y * z + z * x
}

const empty = (box: Float64Array, at: number): void => {
  box[at] = box[at + 1] = box[at + 2] = Infinity
  box[at + 3] = box[at + 4] = box[at + 5] = -Infinity
}

/** Widens a box by another; written out, for it is what growing a tree spends its time on. */
function widen(box: Float64Array, at: number, by: Float64Array, from: number): void {
  if (by[from]! < box[at]!) box[at] = by[from]!
  if (by[from + 1]! < box[at + 1]!) box[at + 1] = by[from + 1]!
  if (by[from + 2]! < box[at + 2]!) box[at + 2] = by[from + 2]!
  if (by[from + 3]! > box[at + 3]!) box[at + 3] = by[from + 3]!
  if (by[from + 4]! > box[at + 4]!) box[at + 4] = by[from + 4]!
  if (by[from + 5]! > box[at + 5]!) box[at + 5] = by[from + 5]!
}

/** Where to split: the axis, and the bin of the middle from which on bodies go to the second child. */
interface Split {
  axis: number
  bin: number
  /** Bodies that are tried for a ray that meets the box, boxes counted too. */
  cost: number
}

/** Grows a tree over boxes by the surface heuristic: a ray meets a box as often as that has surface. */
class Grower {
  readonly nodes: { box: Float64Array; first: number; count: number }[] = []
  readonly order: Int32Array
  /** Twice the middle of each body's box. */
  private readonly middles: Float64Array
  private readonly bins = new Float64Array(BINS * 6)
  private readonly counts = new Int32Array(BINS)
  private readonly side = new Float64Array(6)
  private readonly ahead = new Float64Array(BINS)

  constructor(private readonly boxes: Float64Array) {
    this.order = Int32Array.from({ length: boxes.length / 6 }, (_, i) => i)
    this.middles = new Float64Array(boxes.length / 2)
    for (let body = 0; body < this.order.length; body++)
      for (let k = 0; k < 3; k++) this.middles[body * 3 + k] = boxes[body * 6 + k]! + boxes[body * 6 + 3 + k]!
    if (this.order.length > 0) this.grow(0, this.order.length, 0)
  }

  private grow(from: number, to: number, depth: number): void {
    const box = new Float64Array(6)
    empty(box, 0)
    for (let j = from; j < to; j++) widen(box, 0, this.boxes, this.order[j]! * 6)
    const node = { box, first: from, count: to - from }
    this.nodes.push(node)
    if (to - from <= LEAF || depth >= DEEPEST) return
    const split = this.best(from, to, surface(box, 0))
    if (split === null) return
    const middle = this.part(from, to, split)
    node.count = 0
    this.grow(from, middle, depth + 1)
    node.first = this.nodes.length
    this.grow(middle, to, depth + 1)
  }

  /** Lowest and highest middle of bodies along an axis. */
  private extent(from: number, to: number, axis: number): [low: number, high: number] {
    let low = Infinity
    let high = -Infinity
    for (let j = from; j < to; j++) {
      const at = this.middles[this.order[j]! * 3 + axis]!
      if (at < low) low = at
      if (at > high) high = at
    }
    return [low, high]
  }

  /** The cheapest split; null where all middles fall together. */
  private best(from: number, to: number, whole: number): Split | null {
    let best: Split | null = null
    for (let axis = 0; axis < 3; axis++) {
      const [low, high] = this.extent(from, to, axis)
      if (!(high > low)) continue
      this.fill(from, to, axis, low, BINS / (high - low))
      const { bin, cost } = this.cheapest(whole)
      if (bin > 0 && (best === null || cost < best.cost)) best = { axis, bin, cost }
    }
    return best
  }

  private binOf(body: number, axis: number, low: number, scale: number): number {
    const bin = ((this.middles[body * 3 + axis]! - low) * scale) | 0
    return bin < BINS ? bin : BINS - 1
  }

  /** Bodies by the bin their middle falls in: how many, and the box about them. */
  private fill(from: number, to: number, axis: number, low: number, scale: number): void {
    this.counts.fill(0)
    for (let b = 0; b < BINS; b++) empty(this.bins, b * 6)
    for (let j = from; j < to; j++) {
      const body = this.order[j]!
      const bin = this.binOf(body, axis, low, scale)
      this.counts[bin] = this.counts[bin]! + 1
      widen(this.bins, bin * 6, this.boxes, body * 6)
    }
  }

  private cheapest(whole: number): { bin: number; cost: number } {
    const { bins, counts, side, ahead } = this
    empty(side, 0)
    let held = 0
    for (let b = BINS - 1; b > 0; b--) {
      widen(side, 0, bins, b * 6)
      held += counts[b]!
      ahead[b] = held * surface(side, 0)
    }
    empty(side, 0)
    held = 0
    let [bin, cost] = [0, Infinity]
    for (let b = 1; b < BINS; b++) {
      widen(side, 0, bins, (b - 1) * 6)
      held += counts[b - 1]!
      const spent = STEP + (held * surface(side, 0) + ahead[b]!) / whole
      if (spent < cost) [bin, cost] = [b, spent]
    }
    return { bin, cost }
  }

  /** Puts bodies in order by the side of a split. @returns where the second side begins */
  private part(from: number, to: number, { axis, bin }: Split): number {
    const [low, high] = this.extent(from, to, axis)
    const scale = BINS / (high - low)
    let middle = from
    for (let j = from; j < to; j++) {
      const body = this.order[j]!
      if (this.binOf(body, axis, low, scale) >= bin) continue
      this.order[j] = this.order[middle]!
      this.order[middle++] = body
    }
    return middle
  }
}

/**
 * The hierarchy of some bodies, split where rays have least to try.
 *
 * @param among bodies by their number
 * @param time s about the instant of the picture in which they may be met
 * @remarks Binned surface-area heuristic.
 */
export function growTree(
  { kinds }: Pick<Bodies, 'kinds'>,
  figures: Float64Array,
  velocities: Float64Array,
  among: readonly number[],
  time: readonly [number, number],
): Tree {
  const all = new Float64Array(among.length * 6)
  among.forEach((body, i) => boundsOf(kinds[body]!, figures, body, velocities, time, all, i * 6))
  const { nodes, order } = new Grower(all)
  const boxes = new Float64Array(nodes.length * 6)
  nodes.forEach(({ box }, i) => boxes.set(box, i * 6))
  return {
    boxes,
    first: Int32Array.from(nodes, node => node.first),
    counts: Int32Array.from(nodes, node => node.count),
    order: order.map(i => among[i]!),
  }
}
