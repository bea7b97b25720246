import { BOX, CAPSULE, CONE, DISC, PLATE, SHELL, SPHERE, STRIDE } from './bodies'

/** Nearer than this is where a ray starts, m. */
export const NEAR = 1e-6

/** The normal of the last body met, not turned towards anything. */
export const normal = new Float64Array(3)

const put = (x: number, y: number, z: number): void => {
  const length = Math.sqrt(x * x + y * y + z * z) || 1
  normal[0] = x / length
  normal[1] = y / length
  normal[2] = z / length
}

/** First of the two crossings of b ± √d that is in front, else Infinity. */
const first = (low: number, high: number, most: number): number =>
  low > NEAR ? (low < most ? low : Infinity) : high > NEAR && high < most ? high : Infinity

function meetSphere(
  f: Float64Array,
  i: number,
  ox: number,
  oy: number,
  oz: number,
  dx: number,
  dy: number,
  dz: number,
  most: number,
): number {
  const x = ox - f[i]!
  const y = oy - f[i + 1]!
  const z = oz - f[i + 2]!
  const r = f[i + 3]!
  const b = x * dx + y * dy + z * dz
  const c = x * x + y * y + z * z - r * r
  const d = b * b - c
  if (d <= 0) return Infinity
  const root = Math.sqrt(d)
  const t = first(-b - root, -b + root, most)
  if (t < Infinity) put(x + t * dx, y + t * dy, z + t * dz)
  return t
}

function meetShell(
  f: Float64Array,
  i: number,
  ox: number,
  oy: number,
  oz: number,
  dx: number,
  dy: number,
  dz: number,
  most: number,
): number {
  const x = ox - f[i]!
  const y = oy - f[i + 1]!
  const z = oz - f[i + 2]!
  const r = f[i + 3]!
  const b = x * dx + y * dy + z * dz
  const d = b * b - (x * x + y * y + z * z - r * r)
  if (d <= 0) return Infinity
  const root = Math.sqrt(d)
  for (let k = 0; k < 2; k++) {
    const t = k === 0 ? -b - root : -b + root
    if (t <= NEAR || t >= most) continue
    const nx = (x + t * dx) / r
    const ny = (y + t * dy) / r
    const nz = (z + t * dz) / r
    if (nx * f[i + 4]! + ny * f[i + 5]! + nz * f[i + 6]! < f[i + 7]!) {
      put(nx, ny, nz)
      return t
    }
  }
  return Infinity
}

function meetBox(
  f: Float64Array,
  i: number,
  ox: number,
  oy: number,
  oz: number,
  dx: number,
  dy: number,
  dz: number,
  most: number,
): number {
  let low = -Infinity
  let high = Infinity
  let axis = 0
  let farAxis = 0
  for (let k = 0; k < 3; k++) {
    const o = k === 0 ? ox : k === 1 ? oy : oz
    const d = k === 0 ? dx : k === 1 ? dy : dz
    const c = f[i + k]!
    const h = f[i + 3 + k]!
    if (d === 0) {
      if (o < c - h || o > c + h) return Infinity
      continue
    }
    let a = (c - h - o) / d
    let b = (c + h - o) / d
    if (a > b) {
      const swap = a
      a = b
      b = swap
    }
    if (a > low) {
      low = a
      axis = k
    }
    if (b < high) {
      high = b
      farAxis = k
    }
  }
  if (low > high) return Infinity
  const t = first(low, high, most)
  if (t < Infinity) {
    const k = t === low ? axis : farAxis
    const side = k === 0 ? ox + t * dx - f[i]! : k === 1 ? oy + t * dy - f[i + 1]! : oz + t * dz - f[i + 2]!
    put(k === 0 ? side : 0, k === 1 ? side : 0, k === 2 ? side : 0)
  }
  return t
}

function meetPlate(
  f: Float64Array,
  i: number,
  ox: number,
  oy: number,
  oz: number,
  dx: number,
  dy: number,
  dz: number,
  most: number,
): number {
  const ux = f[i + 3]!
  const uy = f[i + 4]!
  const uz = f[i + 5]!
  const vx = f[i + 6]!
  const vy = f[i + 7]!
  const vz = f[i + 8]!
  const nx = uy * vz - uz * vy
  const ny = uz * vx - ux * vz
  const nz = ux * vy - uy * vx
  const facing = nx * dx + ny * dy + nz * dz
  if (facing === 0) return Infinity
  const x = f[i]! - ox
  const y = f[i + 1]! - oy
  const z = f[i + 2]! - oz
  const t = (nx * x + ny * y + nz * z) / facing
  if (t <= NEAR || t >= most) return Infinity
  const px = t * dx - x
  const py = t * dy - y
  const pz = t * dz - z
  const u = (px * ux + py * uy + pz * uz) / (ux * ux + uy * uy + uz * uz)
  const v = (px * vx + py * vy + pz * vz) / (vx * vx + vy * vy + vz * vz)
  if (u < -1 || u > 1 || v < -1 || v > 1) return Infinity
  put(nx, ny, nz)
  return t
}

function meetDisc(
  f: Float64Array,
  i: number,
  ox: number,
  oy: number,
  oz: number,
  dx: number,
  dy: number,
  dz: number,
  most: number,
): number {
  const nx = f[i + 3]!
  const ny = f[i + 4]!
  const nz = f[i + 5]!
  const facing = nx * dx + ny * dy + nz * dz
  if (facing === 0) return Infinity
  const x = f[i]! - ox
  const y = f[i + 1]! - oy
  const z = f[i + 2]! - oz
  const t = (nx * x + ny * y + nz * z) / facing
  if (t <= NEAR || t >= most) return Infinity
  const px = t * dx - x
  const py = t * dy - y
  const pz = t * dz - z
  const r2 = px * px + py * py + pz * pz
  if (r2 > f[i + 6]! * f[i + 6]! || r2 < f[i + 7]! * f[i + 7]!) return Infinity
  put(nx, ny, nz)
  return t
}

/** The side of a cone, or of a cylinder where both radii agree. */
function meetCone(
  f: Float64Array,
  i: number,
  ox: number,
  oy: number,
  oz: number,
  dx: number,
  dy: number,
  dz: number,
  most: number,
): number {
  const ax = f[i + 3]! - f[i]!
  const ay = f[i + 4]! - f[i + 1]!
  const az = f[i + 5]! - f[i + 2]!
  const length2 = ax * ax + ay * ay + az * az
  if (length2 === 0) return Infinity
  const ra = f[i + 6]!
  const rb = f[i + 7]!
  const x = ox - f[i]!
  const y = oy - f[i + 1]!
  const z = oz - f[i + 2]!
  // How far along the axis, 0 to 1, ray and origin are; the radius grows with it.
  const od = (x * ax + y * ay + z * az) / length2
  const dd = (dx * ax + dy * ay + dz * az) / length2
  const px = x - od * ax
  const py = y - od * ay
  const pz = z - od * az
  const qx = dx - dd * ax
  const qy = dy - dd * ay
  const qz = dz - dd * az
  const grow = rb - ra
  const r = ra + od * grow
  const g = dd * grow
  const a = qx * qx + qy * qy + qz * qz - g * g
  const b = px * qx + py * qy + pz * qz - r * g
  const c = px * px + py * py + pz * pz - r * r
  let low: number
  let high: number
  if (Math.abs(a) < 1e-12) {
    if (b === 0) return Infinity
    low = high = -c / (2 * b)
  } else {
    const d = b * b - a * c
    if (d <= 0) return Infinity
    const root = Math.sqrt(d)
    low = (-b - root) / a
    high = (-b + root) / a
    if (low > high) {
      const swap = low
      low = high
      high = swap
    }
  }
  for (let k = 0; k < 2; k++) {
    const t = k === 0 ? low : high
    if (t <= NEAR || t >= most) continue
    const along = od + t * dd
    if (along < 0 || along > 1 || ra + along * grow < 0) continue
    const nx = px + t * qx
    const ny = py + t * qy
    const nz = pz + t * qz
    const lean = (grow * (ra + along * grow)) / length2
    put(nx - lean * ax, ny - lean * ay, nz - lean * az)
    return t
  }
  return Infinity
}

const ball = new Float64Array(4)
function meetCapsule(
  f: Float64Array,
  i: number,
  ox: number,
  oy: number,
  oz: number,
  dx: number,
  dy: number,
  dz: number,
  most: number,
): number {
  const r = f[i + 6]!
  let best = most
  const ax = f[i + 3]! - f[i]!
  const ay = f[i + 4]! - f[i + 1]!
  const az = f[i + 5]! - f[i + 2]!
  const length2 = ax * ax + ay * ay + az * az
  if (length2 > 0) {
    const x = ox - f[i]!
    const y = oy - f[i + 1]!
    const z = oz - f[i + 2]!
    const od = (x * ax + y * ay + z * az) / length2
    const dd = (dx * ax + dy * ay + dz * az) / length2
    const px = x - od * ax
    const py = y - od * ay
    const pz = z - od * az
    const qx = dx - dd * ax
    const qy = dy - dd * ay
    const qz = dz - dd * az
    const a = qx * qx + qy * qy + qz * qz
    const b = px * qx + py * qy + pz * qz
    const d = b * b - a * (px * px + py * py + pz * pz - r * r)
    // What misses the cylinder without ends misses all of it.
    if (d <= 0 && a > 1e-12) return Infinity
    if (d > 0 && a > 0) {
      const root = Math.sqrt(d)
      for (let k = 0; k < 2; k++) {
        const t = (k === 0 ? -b - root : -b + root) / a
        const along = od + t * dd
        if (t <= NEAR || t >= most || along < 0 || along > 1) continue
        put(px + t * qx, py + t * qy, pz + t * qz)
        best = t
        break
      }
    }
  }
  for (let end = 0; end <= 3; end += 3) {
    ball[0] = f[i + end]!
    ball[1] = f[i + end + 1]!
    ball[2] = f[i + end + 2]!
    ball[3] = r
    const t = meetSphere(ball, 0, ox, oy, oz, dx, dy, dz, best)
    if (t < best) best = t
  }
  return best < most ? best : Infinity
}

/**
 * Distance at which a ray meets a body, m, nearer than `most`; Infinity where it does not. Sets `normal`.
 *
 * @param kind of the body, and `index` its number
 * @param ox origin, d direction of length 1
 */
export function meet(
  kind: number,
  figures: Float64Array,
  index: number,
  ox: number,
  oy: number,
  oz: number,
  dx: number,
  dy: number,
  dz: number,
  most: number,
): number {
  const i = index * STRIDE
  switch (kind) {
    case SPHERE:
      return meetSphere(figures, i, ox, oy, oz, dx, dy, dz, most)
    case CAPSULE:
      return meetCapsule(figures, i, ox, oy, oz, dx, dy, dz, most)
    case BOX:
      return meetBox(figures, i, ox, oy, oz, dx, dy, dz, most)
    case PLATE:
      return meetPlate(figures, i, ox, oy, oz, dx, dy, dz, most)
    case DISC:
      return meetDisc(figures, i, ox, oy, oz, dx, dy, dz, most)
    case CONE:
      return meetCone(figures, i, ox, oy, oz, dx, dy, dz, most)
    case SHELL:
      return meetShell(figures, i, ox, oy, oz, dx, dy, dz, most)
    default:
      return Infinity
  }
}
