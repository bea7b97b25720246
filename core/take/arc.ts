import { GRAVITY } from '../physics/constants'
import type { Motion } from '../physics/travel'

/** One point of the path: s, m, m/s. */
interface Point {
  t: number
  x: number
  y: number
  vx: number
  vy: number
}

/** Longest stretch looked at, s, and the step: a share of the time in which drag tells, never longer than this, s. */
const LONGEST = 20
const SHARE = 0.02
const LONGEST_STEP = 0.05
/** What takes more steps than this is held by the air where it is. */
const MOST_POINTS = 1500

/** Arcs that are kept: one plan asks for the same few again and again. */
const KEPT = 24
const kept = new Map<string, Motion>()

/** An arc through air with quadratic drag; the same one for the same three figures. See `integrated`. */
export function arcWithDrag(speed: number, angle: number, k: number): Motion {
  const key = `${speed}/${angle}/${k}`
  const known = kept.get(key)
  if (known) return known
  const made = integrated(speed, angle, k)
  kept.set(key, made)
  // A map gives its keys in the order they came in: the oldest goes.
  if (kept.size > KEPT) kept.delete(kept.keys().next().value!)
  return made
}

/**
 * An arc through air with quadratic drag, integrated as far as it is asked for (Runge–Kutta of fourth order, cubic
 * between its points): to 1e-6 of times and places. x is the horizontal distance.
 */
function integrated(speed: number, angle: number, k: number): Motion {
  const points: Point[] = [{ t: 0, x: 0, y: 0, vx: speed * Math.cos(angle), vy: speed * Math.sin(angle) }]
  const pull = (vx: number, vy: number): [number, number] => {
    const drag = k * Math.hypot(vx, vy)
    return [-drag * vx, -GRAVITY - drag * vy]
  }
  const grow = (): Point => {
    const p = points.at(-1)!
    const h = Math.min(LONGEST_STEP, SHARE / (k * Math.hypot(p.vx, p.vy) + 1e-12))
    const [ax1, ay1] = pull(p.vx, p.vy)
    const [ax2, ay2] = pull(p.vx + (h / 2) * ax1, p.vy + (h / 2) * ay1)
    const [ax3, ay3] = pull(p.vx + (h / 2) * ax2, p.vy + (h / 2) * ay2)
    const [ax4, ay4] = pull(p.vx + h * ax3, p.vy + h * ay3)
    const next: Point = {
      t: p.t + h,
      vx: p.vx + (h / 6) * (ax1 + 2 * ax2 + 2 * ax3 + ax4),
      vy: p.vy + (h / 6) * (ay1 + 2 * ay2 + 2 * ay3 + ay4),
      x: p.x + h * p.vx + ((h * h) / 6) * (ax1 + ax2 + ax3),
      y: p.y + h * p.vy + ((h * h) / 6) * (ay1 + ay2 + ay3),
    }
    points.push(next)
    return next
  }
  /** The stretch that holds what is asked for; null where the path never gets there. */
  const stretch = (reached: (p: Point) => boolean): [Point, Point] | null => {
    let i = points.findIndex(reached)
    while (i < 0) {
      if (points.at(-1)!.t > LONGEST || points.length > MOST_POINTS) return null
      if (reached(grow())) i = points.length - 1
    }
    return i === 0 ? [points[0]!, points[1] ?? grow()] : [points[i - 1]!, points[i]!]
  }
  const cubic = (a: number, da: number, b: number, db: number, h: number, u: number): number =>
    (1 + 2 * u) * (1 - u) ** 2 * a + u * (1 - u) ** 2 * h * da + u * u * (3 - 2 * u) * b + u * u * (u - 1) * h * db
  /** Where a curve has a value within a stretch: regula falsi (Illinois), for what rises or falls throughout. */
  const solve = (of: (u: number) => number, wanted: number): number => {
    let [a, b] = [0, 1]
    let [fa, fb] = [of(0) - wanted, of(1) - wanted]
    for (let i = 0; i < 40 && Math.abs(b - a) > 1e-13; i++) {
      const u = fb === fa ? (a + b) / 2 : b - (fb * (b - a)) / (fb - fa)
      const f = of(u) - wanted
      if (Math.abs(f) < 1e-15) return u
      if (f * fb < 0) {
        a = b
        fa = fb
      } else fa /= 2
      b = u
      fb = f
    }
    return b
  }
  const at = (t: number): [Point, Point, number] => {
    const [a, b] = stretch(p => p.t >= t) ?? [points.at(-2)!, points.at(-1)!]
    return [a, b, Math.min(1, Math.max(0, (t - a.t) / (b.t - a.t)))]
  }
  const velocity = (t: number): [number, number] => {
    const [a, b, u] = at(Math.max(0, t))
    const [[axA, ayA], [axB, ayB]] = [pull(a.vx, a.vy), pull(b.vx, b.vy)]
    return [cubic(a.vx, axA, b.vx, axB, b.t - a.t, u), cubic(a.vy, ayA, b.vy, ayB, b.t - a.t, u)]
  }
  const apex = (): number | null => {
    if (points[0]!.vy <= 0) return null
    const top = stretch(p => p.vy <= 0)
    if (top === null) return null
    const [a, b] = top
    const h = b.t - a.t
    return a.t + h * solve(u => cubic(a.vy, pull(a.vx, a.vy)[1], b.vy, pull(b.vx, b.vy)[1], h, u), 0)
  }
  return {
    timeAt(x) {
      if (x < 0) return null
      const found = stretch(p => p.x >= x)
      if (found === null) return null
      const [a, b] = found
      const h = b.t - a.t
      return a.t + h * solve(u => cubic(a.x, a.vx, b.x, b.vx, h, u), x)
    },
    positionAt(t) {
      if (t <= 0) return 0
      const [a, b, u] = at(t)
      return cubic(a.x, a.vx, b.x, b.vx, b.t - a.t, u)
    },
    speedAt: t => (t < 0 ? 0 : Math.hypot(...velocity(t))),
    alongAt: t => (t < 0 ? 0 : velocity(t)[0]),
    riseAt(t) {
      if (t <= 0) return 0
      const [a, b, u] = at(t)
      return cubic(a.y, a.vy, b.y, b.vy, b.t - a.t, u)
    },
    get apex() {
      return apex()
    },
  }
}
