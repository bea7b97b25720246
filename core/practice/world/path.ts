import { GRAVITY } from '../../physics/constants'
import type { KnownSetup } from '../../setup/known'
import type { WorldAir } from './air'

/** A point of a path: s after the action starts; m along the travel and out of it; m/s. */
export interface PathPoint {
  t: number
  x: number
  y: number
  vx: number
  vy: number
}

/** The way a thing really went, point by point. */
export interface WorldPath {
  points: PathPoint[]
  /** s at which its leading edge is at a place along the travel; on the way back where asked; null: never. */
  whenAt: (x: number, back?: boolean) => number | null
  at: (t: number) => PathPoint
  /** s at which it stands still at the top; null: no top. */
  top: number | null
}

const G = GRAVITY
/** Steps over the way that matters, and longest time looked at, s. */
const STEPS = 240
const LONGEST = 12
const MOST_POINTS = 6000

/** Sphere's drag over that at low speed, point by point of the Mach number. */
const RISE: [number, number][] = [
  [0.5, 1],
  [0.6, 1.06],
  [0.7, 1.17],
  [0.8, 1.3],
  [0.9, 1.49],
  [1, 1.72],
  [1.1, 1.89],
  [1.2, 2],
  [1.4, 2.11],
  [1.6, 2.13],
  [2, 2.13],
  [3, 2.02],
  [4, 1.96],
]
function riseAt(mach: number): number {
  for (let i = 0; i < RISE.length; i++) {
    if (mach > RISE[i]![0]) continue
    if (i === 0) return 1
    const [a, b] = [RISE[i - 1]!, RISE[i]!]
    return a[1] + ((b[1] - a[1]) * (mach - a[0])) / (b[0] - a[0])
  }
  return RISE.at(-1)![1]
}

/** What pulls on the thing: along the travel and out of it, m/s². */
type Pull = (p: PathPoint) => [number, number]

/** Drag of the thing in air, 1/m, at a speed. */
function dragIn(setup: KnownSetup, air: WorldAir): (speed: number) => number {
  const { kind, dragPerMetre, diameter, mass, dragCoefficient } = setup.motion
  if (dragPerMetre !== null) return () => dragPerMetre
  const k = (0.5 * air.density * dragCoefficient * Math.PI * (diameter / 2) ** 2) / mass
  return speed => k * (kind === 'flight' ? riseAt(speed / air.sound) : 1)
}

/** What a thing is braked in, evenly from face to face, m along the travel. */
interface Brake {
  from: number
  to: number
  /** m/s², once it has come in. */
  by: number | null
}

/** How near a face counts as at it, m. */
const AT_FACE = 1e-7

function brakesOf({ motion, recipe, subject }: KnownSetup, surface: number): Brake[] {
  if (motion.kind !== 'flight' || recipe !== 'projectile' || subject.speedLost <= 0) return []
  const first = { from: surface, to: surface + subject.depth, by: null }
  if (subject.secondGap === null) return [first]
  const at = surface + Math.max(subject.secondGap, subject.depth)
  return [first, { from: at, to: at + subject.secondDepth, by: null }]
}

function pullOf(setup: KnownSetup, air: WorldAir, reach: number, surface: number): Pull {
  const drag = dragIn(setup, air)
  const { motion, subject } = setup
  switch (motion.kind) {
    case 'still':
    case 'steady':
      return () => [0, 0]
    case 'flight':
      return p => [-drag(p.vx) * p.vx * p.vx, 0]
    case 'arc':
      return p => {
        const v = Math.hypot(p.vx, p.vy)
        return [-drag(v) * v * p.vx, -G - drag(v) * v * p.vy]
      }
    case 'stream':
      return () => [G, 0]
    case 'toss':
      return () => [-G, 0]
    case 'swing':
      return () => [(motion.speed * motion.speed) / (2 * reach), 0]
    case 'fall': {
      const volume = (Math.PI * motion.diameter ** 3) / 6
      const wet = setup.recipe === 'drop' && subject.liquidDepth > 0
      return p => {
        if (!wet || p.x <= surface) return [G - drag(p.vx) * p.vx * p.vx, 0]
        // Under the surface: weight less what it displaces, half of that carried along, and the liquid's own drag.
        const area = Math.PI * (motion.diameter / 2) ** 2
        return [
          ((motion.mass - 1000 * volume) * G - 250 * area * p.vx * Math.abs(p.vx)) / (motion.mass + 500 * volume),
          0,
        ]
      }
    }
  }
}

function step(p: PathPoint, h: number, pull: Pull): PathPoint {
  const [a1x, a1y] = pull(p)
  const half = (ax: number, ay: number): PathPoint => ({
    t: p.t + h / 2,
    x: p.x + (h / 2) * p.vx,
    y: p.y,
    vx: p.vx + (h / 2) * ax,
    vy: p.vy + (h / 2) * ay,
  })
  const [a2x, a2y] = pull(half(a1x, a1y))
  const end = {
    t: p.t + h,
    x: p.x + h * p.vx + (h * h * a1x) / 2,
    y: p.y + h * p.vy + (h * h * a1y) / 2,
    vx: p.vx + h * a2x,
    vy: p.vy + h * a2y,
  }
  const [a3x, a3y] = pull(end)
  return {
    t: p.t + h,
    x: p.x + h * p.vx + (h * h * (a1x + 2 * a2x)) / 6,
    y: p.y + h * p.vy + (h * h * (a1y + 2 * a2y)) / 6,
    vx: p.vx + (h * (a1x + 4 * a2x + a3x)) / 6,
    vy: p.vy + (h * (a1y + 4 * a2y + a3y)) / 6,
  }
}

/**
 * The path of what is let go in one shot, followed in small steps until it is past everything that matters.
 *
 * @param speed m/s it really starts with
 * @param surface m along the travel at which the subject's near face or surface really is
 * @param far m along the travel beyond which nothing is asked
 * @param lost share of its speed that it really loses in what it goes through
 */
export function walk(
  setup: KnownSetup,
  air: WorldAir,
  speed: number,
  surface: number,
  far: number,
  lost: number,
): WorldPath {
  const { kind, angle } = setup.motion
  const still = kind === 'still' || (kind === 'swing' && setup.subject.distance <= 0)
  const reach = Math.max(setup.subject.distance, 1e-9)
  const own = kind === 'swing' ? { ...setup, motion: { ...setup.motion, speed } } : setup
  const pull = still ? () => [0, 0] as [number, number] : pullOf(own, air, reach, surface)
  const from = kind === 'fall' || kind === 'swing' || still ? 0 : speed
  const points: PathPoint[] = [
    {
      t: 0,
      x: 0,
      y: 0,
      vx: kind === 'arc' ? from * Math.cos(angle) : from,
      vy: kind === 'arc' ? from * Math.sin(angle) : 0,
    },
  ]
  const brakes = brakesOf(setup, surface)
  const kept = 1 - Math.min(0.97, lost)
  const stride = Math.max(far, 1e-4) / STEPS
  const draggy = kind === 'flight' || kind === 'fall' || kind === 'arc'
  while (!still) {
    const p = points.at(-1)!
    const past = kind === 'toss' ? p.x < -0.1 : p.x > far && (kind !== 'arc' || p.vy <= 0)
    if (past || p.t > LONGEST) break
    const v = Math.hypot(p.vx, p.vy)
    const inside = brakes.find(brake => p.x >= brake.from - AT_FACE && p.x < brake.to - AT_FACE)
    if (inside) inside.by ??= (v * v * (1 - kept * kept)) / (2 * (inside.to - inside.from))
    const here: Pull = inside ? () => [-inside.by!, 0] : pull
    const face = Math.min(...brakes.flatMap(({ from, to }) => [from, to]).filter(x => x > p.x + AT_FACE))
    const [ax, ay] = here(p)
    const a = Math.hypot(ax, ay)
    // A stride of way, never long, and no more than the air can brake in it.
    const braked = draggy && v > 0 && a > 0 ? (0.1 * v) / a : 1
    const next = step(
      p,
      Math.min(0.02, braked, stride / (v + Math.sqrt(2 * a * stride) + 1e-12), (face - p.x) / v),
      here,
    )
    if (!Number.isFinite(next.x) || points.length > MOST_POINTS) break
    points.push(next)
  }
  const between = (a: PathPoint, b: PathPoint, share: number): PathPoint => {
    const h = b.t - a.t
    const s = share
    const curve = (p: number, dp: number, q: number, dq: number): number =>
      p * (1 - 3 * s * s + 2 * s ** 3) +
      h * dp * (s - 2 * s * s + s ** 3) +
      q * (3 * s * s - 2 * s ** 3) +
      h * dq * (s ** 3 - s * s)
    return {
      t: a.t + s * h,
      x: curve(a.x, a.vx, b.x, b.vx),
      y: curve(a.y, a.vy, b.y, b.vy),
      vx: a.vx + s * (b.vx - a.vx),
      vy: a.vy + s * (b.vy - a.vy),
    }
  }
  const at = (t: number): PathPoint => {
    if (t <= 0 || points.length < 2) return { ...points[0]!, ...(t < 0 ? { vx: 0, vy: 0 } : {}), t }
    let [low, high] = [0, points.length - 1]
    if (t >= points[high]!.t) {
      const e = points[high]!
      return { ...e, t, x: e.x + e.vx * (t - e.t), y: e.y + e.vy * (t - e.t) }
    }
    while (high - low > 1) {
      const middle = (low + high) >> 1
      if (points[middle]!.t <= t) low = middle
      else high = middle
    }
    return between(points[low]!, points[high]!, (t - points[low]!.t) / (points[high]!.t - points[low]!.t))
  }
  const crossing = (a: PathPoint, b: PathPoint, passed: (p: PathPoint) => boolean): number => {
    let [low, high] = [0, 1]
    for (let i = 0; i < 40; i++) {
      const middle = (low + high) / 2
      if (passed(between(a, b, middle))) high = middle
      else low = middle
    }
    return a.t + ((low + high) / 2) * (b.t - a.t)
  }
  return {
    points,
    at,
    top: kind === 'toss' || kind === 'arc' ? topOf(points, kind === 'toss' ? 'vx' : 'vy') : null,
    whenAt(x, back = false) {
      if (still) return 0
      if (x < 0) return null
      for (let i = 1; i < points.length; i++) {
        const [a, b] = [points[i - 1]!, points[i]!]
        if (!back && b.x >= x) return crossing(a, b, p => p.x >= x)
        if (back && a.x >= x && b.x < x) return crossing(a, b, p => p.x < x)
        // The top lies between two steps.
        if (!back && kind === 'toss' && a.vx > 0 && b.vx <= 0) {
          const t = a.t + (a.vx / (a.vx - b.vx)) * (b.t - a.t)
          if (at(t).x >= x) return crossing(a, { ...b, t, ...pick(at(t)) }, p => p.x >= x)
        }
      }
      return null
    },
  }
}

const pick = ({ x, y, vx, vy }: PathPoint) => ({ x, y, vx, vy })

function topOf(points: readonly PathPoint[], key: 'vx' | 'vy'): number | null {
  for (let i = 1; i < points.length; i++) {
    const [a, b] = [points[i - 1]!, points[i]!]
    if (a[key] > 0 && b[key] <= 0) return a.t + (a[key] / (a[key] - b[key])) * (b.t - a.t)
  }
  return null
}
