/**
 * How far a place is from the surface of each body, by its figures, and a ray marched by that: slow and plain, to hold
 * the product's own crossings against.
 */
export type Vec = readonly [number, number, number]

/** A vector by its three parts. */
export const vecOf = (part: (k: 0 | 1 | 2) => number): Vec => [part(0), part(1), part(2)]

export const minus = (a: Vec, b: Vec): Vec => [a[0] - b[0], a[1] - b[1], a[2] - b[2]]
/** A vector times a factor. */
export const sized = (a: Vec, by: number): Vec => vecOf(k => a[k] * by)
/** A vector made of length 1. */
export const unit = (a: Vec): Vec => sized(a, 1 / Math.hypot(...a))
export const dot = (a: Vec, b: Vec): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2]
export const along = (o: Vec, d: Vec, t: number): Vec => [o[0] + t * d[0], o[1] + t * d[1], o[2] + t * d[2]]
const length = (a: Vec): number => Math.hypot(...a)
const clamp = (x: number, low: number, high: number): number => Math.min(high, Math.max(low, x))

/** Distance in a plane from a point to a segment. */
function toSegment(x: number, y: number, [ax, ay]: [number, number], [bx, by]: [number, number]): number {
  const [ux, uy] = [bx - ax, by - ay]
  const share = clamp(((x - ax) * ux + (y - ay) * uy) / (ux * ux + uy * uy), 0, 1)
  return Math.hypot(x - ax - share * ux, y - ay - share * uy)
}
/** A place by how far along an axis from its foot it is, and how far off it. */
function byAxis(p: Vec, foot: Vec, axis: Vec): [up: number, out: number] {
  const n = length(axis)
  const from = minus(p, foot)
  const up = dot(from, axis) / n
  return [up, Math.sqrt(Math.max(0, dot(from, from) - up * up))]
}

export const toSphere = (p: Vec, centre: Vec, radius: number): number => Math.abs(length(minus(p, centre)) - radius)

export function toCapsule(p: Vec, from: Vec, to: Vec, radius: number): number {
  const axis = minus(to, from)
  const share = clamp(dot(minus(p, from), axis) / dot(axis, axis), 0, 1)
  return Math.abs(length(minus(p, along(from, axis, share))) - radius)
}

export function toBox(p: Vec, centre: Vec, half: Vec): number {
  const from = minus(p, centre)
  const q = vecOf(k => Math.abs(from[k]) - half[k])
  const outside = Math.hypot(...q.map(x => Math.max(0, x)))
  return outside > 0 ? outside : -Math.max(...q)
}

export function toPlate(p: Vec, centre: Vec, u: Vec, v: Vec): number {
  const from = minus(p, centre)
  const part = (side: Vec): number => clamp(dot(from, side) / dot(side, side), -1, 1)
  return length(minus(from, along(along([0, 0, 0], u, part(u)), v, part(v))))
}

export function toDisc(p: Vec, centre: Vec, normal: Vec, radius: number, hole: number): number {
  const [up, out] = byAxis(p, centre, normal)
  return Math.hypot(up, out - clamp(out, hole, radius))
}

export function toCone(p: Vec, from: Vec, to: Vec, fromRadius: number, toRadius: number): number {
  const [up, out] = byAxis(p, from, minus(to, from))
  return toSegment(up, out, [0, fromRadius], [length(minus(to, from)), toRadius])
}

/** A hollow ball whose part within `open` of a direction is missing. */
export function toShell(p: Vec, centre: Vec, radius: number, towards: Vec, open: number): number {
  const [up, out] = byAxis(p, centre, towards)
  if (Math.atan2(out, up) >= open) return Math.abs(Math.hypot(up, out) - radius)
  return Math.hypot(up - radius * Math.cos(open), out - radius * Math.sin(open))
}

/**
 * Where a ray first comes to a surface, by steps no longer than what is free about it; null where it comes to none, and
 * undefined where it passes too close to say.
 */
export function marched(distance: (p: Vec) => number, o: Vec, d: Vec, most: number): number | null | undefined {
  let t = 0
  let least = Infinity
  for (let step = 0; step < 4000 && t < most; step++) {
    const free = distance(along(o, d, t))
    if (free < 1e-10) return t
    // Going off again after having come close: it may have been touched.
    if (free > least && least < 1e-5) return undefined
    least = Math.min(least, free)
    t += free
  }
  return t >= most ? (least < 1e-5 ? undefined : null) : undefined
}

/** Which way the distance grows quickest at a place. */
export function steepest(distance: (p: Vec) => number, p: Vec): Vec {
  const h = 1e-6
  const g = vecOf(k => {
    const at = (by: number): Vec => vecOf(i => (i === k ? p[i] + by : p[i]))
    return distance(at(h)) - distance(at(-h))
  })
  const n = length(g)
  return vecOf(k => g[k] / n)
}
