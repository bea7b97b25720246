import { type Bodies, STRIDE } from './bodies'
import type { Material } from './material'
import { meet, normal } from './meet'
import { type Tree, growTree } from './tree'

/** Where a ray met something. */
export interface Hit {
  /** m along the ray; Infinity: nothing. */
  t: number
  body: number
  nx: number
  ny: number
  nz: number
}

/** How far, m, what rides is from where it is in the bodies; and how far what stays is (a camera that turns). */
export interface Shift {
  rideX: number
  rideY: number
  rideZ: number
  stayX: number
  stayY: number
}

/** Share of the light that a wall of thin glass lets through on the way to a light, and something solid and clear. */
const THROUGH_GLASS = 0.88
const THROUGH_CLEAR = 0.7

/** Everything that rays can meet, at any instant. */
export class Geometry {
  readonly materials: readonly Material[]
  /** Whether small bodies fly about on their own. */
  readonly flies: boolean
  private readonly kinds: Uint8Array
  private readonly figures: Float64Array
  private readonly velocities: Float64Array
  private readonly materialOf: Uint16Array
  private readonly moves: Uint8Array
  /** 0: stops light; else the share that goes through. */
  private readonly lets: Float64Array
  private readonly staying: Tree
  /** At rest: they are met from where they are. */
  private readonly riding: Tree
  private readonly stack = new Int32Array(64)
  private readonly reached = new Float64Array(64)

  /** @param time s about the instant of the picture in which light may fall */
  constructor(bodies: Bodies, time: readonly [number, number]) {
    this.kinds = Uint8Array.from(bodies.kinds)
    this.figures = Float64Array.from(bodies.figures)
    this.velocities = Float64Array.from(bodies.velocities)
    this.materials = bodies.materials
    this.materialOf = Uint16Array.from(bodies.materialOf)
    const { velocities } = this
    const moves = (i: number): boolean =>
      velocities[i * 3] !== 0 || velocities[i * 3 + 1] !== 0 || velocities[i * 3 + 2] !== 0
    this.moves = Uint8Array.from(bodies.kinds, (_, i) => (moves(i) ? 1 : 0))
    this.flies = this.moves.includes(1)
    this.lets = Float64Array.from(bodies.materialOf, index => {
      const { kind } = bodies.materials[index]!
      return kind === 'glass' ? THROUGH_GLASS : kind === 'clear' ? THROUGH_CLEAR : 0
    })
    const all = bodies.kinds.map((_, i) => i)
    const among = (rides: boolean): number[] => all.filter(i => bodies.rides[i] === rides)
    this.staying = growTree(bodies, this.figures, this.velocities, among(false), time)
    this.riding = growTree(bodies, this.figures, this.velocities, among(true), [0, 0])
  }

  material(body: number): Material {
    return this.materials[this.materialOf[body]!]!
  }

  get bodies(): number {
    return this.figures.length / STRIDE
  }

  /** The nearest body on a ray at a time, s about the instant of the picture. */
  nearest(
    ox: number,
    oy: number,
    oz: number,
    dx: number,
    dy: number,
    dz: number,
    time: number,
    shift: Shift,
    hit: Hit,
  ): void {
    hit.t = Infinity
    hit.body = -1
    this.nearestStaying(ox - shift.stayX, oy - shift.stayY, oz, dx, dy, dz, time, hit)
    this.nearestRider(ox - shift.rideX, oy - shift.rideY, oz - shift.rideZ, dx, dy, dz, hit)
  }

  /** The same among what stays or flies about; `hit` holds what is met so far. */
  nearestStaying(ox: number, oy: number, oz: number, dx: number, dy: number, dz: number, time: number, hit: Hit): void {
    this.nearestOf(this.staying, ox, oy, oz, dx, dy, dz, time, hit)
  }

  /** The same among what rides, from where that is. */
  nearestRider(ox: number, oy: number, oz: number, dx: number, dy: number, dz: number, hit: Hit): void {
    this.nearestOf(this.riding, ox, oy, oz, dx, dy, dz, 0, hit)
  }

  private nearestOf(
    tree: Tree,
    ox: number,
    oy: number,
    oz: number,
    dx: number,
    dy: number,
    dz: number,
    time: number,
    hit: Hit,
  ): void {
    const { stack, reached } = this
    const { boxes, first, counts, order } = tree
    if (first.length === 0) return
    const ix = 1 / dx
    const iy = 1 / dy
    const iz = 1 / dz
    let top = 1
    stack[0] = 0
    reached[0] = entry(boxes, 0, ox, oy, oz, ix, iy, iz)
    while (top > 0) {
      top--
      if (reached[top]! >= hit.t) continue
      const node = stack[top]!
      const count = counts[node]!
      const from = first[node]!
      if (count > 0) {
        for (let j = from; j < from + count; j++) this.tryBody(order[j]!, ox, oy, oz, dx, dy, dz, time, hit)
        continue
      }
      // The nearer child first: what it holds may hide the other.
      const a = entry(boxes, (node + 1) * 6, ox, oy, oz, ix, iy, iz)
      const b = entry(boxes, from * 6, ox, oy, oz, ix, iy, iz)
      const far = a < b ? b : a
      if (far < hit.t) {
        stack[top] = a < b ? from : node + 1
        reached[top++] = far
      }
      const near = a < b ? a : b
      if (near < hit.t) {
        stack[top] = a < b ? node + 1 : from
        reached[top++] = near
      }
    }
  }

  private distance(
    body: number,
    ox: number,
    oy: number,
    oz: number,
    dx: number,
    dy: number,
    dz: number,
    time: number,
    most: number,
  ): number {
    if (this.moves[body] === 0 || time === 0)
      return meet(this.kinds[body]!, this.figures, body, ox, oy, oz, dx, dy, dz, most)
    const v = body * 3
    return meet(
      this.kinds[body]!,
      this.figures,
      body,
      ox - this.velocities[v]! * time,
      oy - this.velocities[v + 1]! * time,
      oz - this.velocities[v + 2]! * time,
      dx,
      dy,
      dz,
      most,
    )
  }

  private tryBody(
    body: number,
    ox: number,
    oy: number,
    oz: number,
    dx: number,
    dy: number,
    dz: number,
    time: number,
    hit: Hit,
  ): void {
    const t = this.distance(body, ox, oy, oz, dx, dy, dz, time, hit.t)
    if (t >= hit.t) return
    hit.t = t
    hit.body = body
    hit.nx = normal[0]!
    hit.ny = normal[1]!
    hit.nz = normal[2]!
  }

  /** Share of light that gets from a place as far as `reach` along a direction, 0 to 1: glass lets it through. */
  open(
    ox: number,
    oy: number,
    oz: number,
    dx: number,
    dy: number,
    dz: number,
    reach: number,
    time: number,
    shift: Shift,
  ): number {
    const riding = this.openOf(
      this.riding,
      ox - shift.rideX,
      oy - shift.rideY,
      oz - shift.rideZ,
      dx,
      dy,
      dz,
      reach,
      0,
      1,
    )
    if (riding === 0) return 0
    return this.openOf(this.staying, ox - shift.stayX, oy - shift.stayY, oz, dx, dy, dz, reach, time, riding)
  }

  private openOf(
    tree: Tree,
    ox: number,
    oy: number,
    oz: number,
    dx: number,
    dy: number,
    dz: number,
    reach: number,
    time: number,
    through: number,
  ): number {
    const { stack } = this
    const { boxes, first, counts, order } = tree
    if (first.length === 0) return through
    const ix = 1 / dx
    const iy = 1 / dy
    const iz = 1 / dz
    let top = 1
    stack[0] = 0
    while (top > 0) {
      const node = stack[--top]!
      if (entry(boxes, node * 6, ox, oy, oz, ix, iy, iz) >= reach) continue
      const count = counts[node]!
      const from = first[node]!
      if (count === 0) {
        stack[top++] = from
        stack[top++] = node + 1
        continue
      }
      for (let j = from; j < from + count; j++) {
        const body = order[j]!
        if (this.distance(body, ox, oy, oz, dx, dy, dz, time, reach) >= reach) continue
        through *= this.lets[body]!
        if (through === 0) return 0
      }
    }
    return through
  }
}

/** m along a ray at which it enters a box, 0 from inside it; Infinity where it does not. */
function entry(
  boxes: Float64Array,
  at: number,
  ox: number,
  oy: number,
  oz: number,
  ix: number,
  iy: number,
  iz: number,
): number {
  let a = (boxes[at]! - ox) * ix
  let b = (boxes[at + 3]! - ox) * ix
  let low = a < b ? a : b
  let high = a < b ? b : a
  a = (boxes[at + 1]! - oy) * iy
  b = (boxes[at + 4]! - oy) * iy
  if (a > b) {
    const swap = a
    a = b
    b = swap
  }
  if (a > low) low = a
  if (b < high) high = b
  a = (boxes[at + 2]! - oz) * iz
  b = (boxes[at + 5]! - oz) * iz
  if (a > b) {
    const swap = a
    a = b
    b = swap
  }
  if (a > low) low = a
  if (b < high) high = b
  return high < low || high < 0 ? Infinity : low > 0 ? low : 0
}
