import { FOREVER, GRAVITY } from '../physics/constants'
import { DRAG_RISE, machFlight } from '../physics/drag'
import type { MotionKind } from '../setup/types'
import type { Sinking } from '../physics/subjects'
import { arcWithDrag } from './arc'
import type { Motion } from '../physics/travel'

/** What a motion is worked out from, SI. */
export interface MotionInput {
  kind: MotionKind
  speed: number
  angle: number
  /** 1/m, quadratic. */
  dragPerMetre: number
  /** m/s of sound, where the drag is that of a sphere by its Mach number; null: as measured, the same at any speed. */
  soundSpeed?: number | null
  /** m of the swing up to the subject. */
  reach: number
  /** m to a surface and what happens to the thing below it; null: there is none. */
  liquid?: { surface: number; depth: number; sink: (speed: number) => Sinking } | null
  /** What it goes through and is slowed by, in order along the travel. */
  through?: readonly Obstacle[]
}

/** Something that what flies goes through. */
export interface Obstacle {
  /** m along the travel to its near face, and its depth. */
  near: number
  depth: number
  /** Share of the speed lost in it. */
  lost: number
}

type Path = Omit<Motion, 'alongAt'> & Partial<Pick<Motion, 'alongAt'>>

const never = null

/** Drag that changes nothing a double can tell over a room, 1/m; less than it would lose digits. */
const AIRLESS = 1e-15

const KINDS: Record<MotionKind, (input: MotionInput) => Path> = {
  still: () => ({ timeAt: () => 0, positionAt: () => 0, speedAt: () => 0, apex: never }),

  flight({ speed, dragPerMetre: k, soundSpeed = null }) {
    if (soundSpeed !== null && k >= AIRLESS && speed > DRAG_RISE * soundSpeed) {
      const flight = machFlight({ speed, dragPerMetre: k, soundSpeed })
      return {
        timeAt(x) {
          const t = x < 0 ? Infinity : flight.timeAt(x)
          return t < FOREVER ? t : never
        },
        positionAt: flight.placeAt,
        speedAt: t => (t < 0 ? 0 : flight.speedAt(t)),
        apex: never,
      }
    }
    return {
      timeAt(x) {
        if (x < 0) return never
        const kx = k * x
        const t = (x / speed) * (kx < AIRLESS ? 1 : Math.expm1(kx) / kx)
        return t < FOREVER ? t : never
      },
      positionAt: t => (t <= 0 ? 0 : k < AIRLESS ? speed * t : Math.log1p(k * speed * t) / k),
      speedAt: t => (t < 0 ? 0 : speed / (1 + k * speed * t)),
      apex: never,
    }
  },

  // From rest; with drag the terminal speed follows from k vt² = g.
  fall: ({ dragPerMetre: k }) => ({
    timeAt(x) {
      if (x < 0) return never
      if (k < AIRLESS) return Math.sqrt((2 * x) / GRAVITY)
      const t = (k * x + Math.log1p(Math.sqrt(-Math.expm1(-2 * k * x)))) / Math.sqrt(GRAVITY * k)
      return t < FOREVER ? t : never
    },
    positionAt(t) {
      if (t <= 0) return 0
      const a = Math.sqrt(GRAVITY * k) * t
      if (k < AIRLESS) return (GRAVITY * t * t) / 2
      // ln cosh a: of a short fall in thin air the long form would keep only the noise of its last digits.
      return (a < 1 ? Math.log1p(2 * Math.sinh(a / 2) ** 2) : a + Math.log1p(Math.exp(-2 * a)) - Math.LN2) / k
    },
    speedAt(t) {
      if (t <= 0) return 0
      const a = Math.sqrt(GRAVITY * k) * t
      return k < AIRLESS ? GRAVITY * t : Math.sqrt(GRAVITY / k) * Math.tanh(a)
    },
    apex: never,
  }),

  stream: ({ speed }) => ({
    timeAt: x => (x < 0 ? never : (2 * x) / (speed + Math.sqrt(speed * speed + 2 * GRAVITY * x))),
    positionAt: t => (t <= 0 ? 0 : speed * t + (GRAVITY * t * t) / 2),
    speedAt: t => (t < 0 ? 0 : speed + GRAVITY * t),
    apex: never,
  }),

  // x is the horizontal distance.
  arc({ speed, angle, dragPerMetre: k }) {
    if (k >= AIRLESS) return arcWithDrag(speed, angle, k)
    const along = speed * Math.cos(angle)
    const up = speed * Math.sin(angle)
    return {
      timeAt: x => (x < 0 || along <= 0 ? never : x / along),
      positionAt: t => (t <= 0 ? 0 : along * t),
      speedAt: t => (t < 0 ? 0 : Math.hypot(along, up - GRAVITY * t)),
      alongAt: t => (t < 0 ? 0 : along),
      riseAt: t => (t <= 0 ? 0 : up * t - (GRAVITY * t * t) / 2),
      apex: up > 0 ? up / GRAVITY : never,
    }
  },

  // x is the height above the hand.
  toss: ({ speed }) => ({
    timeAt(x, descending = false) {
      const left = speed * speed - 2 * GRAVITY * x
      if (x < 0 || left < 0) return never
      return descending ? (speed + Math.sqrt(left)) / GRAVITY : (2 * x) / (speed + Math.sqrt(left))
    },
    positionAt: t => (t <= 0 ? 0 : speed * t - (GRAVITY * t * t) / 2),
    speedAt: t => (t < 0 ? 0 : Math.abs(speed - GRAVITY * t)),
    apex: speed / GRAVITY,
  }),

  steady: ({ speed }) => ({
    timeAt: x => (x < 0 ? never : x / speed),
    positionAt: t => (t <= 0 ? 0 : speed * t),
    speedAt: t => (t < 0 ? 0 : speed),
    apex: never,
  }),

  // Even acceleration from rest that reaches `speed` at `reach`.
  swing({ speed, reach }) {
    if (reach <= 0) return KINDS.still({} as MotionInput)
    return {
      timeAt: x => (x < 0 ? never : (2 * Math.sqrt(x * reach)) / speed),
      positionAt: t => (t <= 0 ? 0 : (speed * speed * t * t) / (4 * reach)),
      speedAt: t => (t < 0 ? 0 : (speed * speed * t) / (2 * reach)),
      apex: never,
    }
  },
}

/** What a thing does once it is under a surface: slowed by the liquid, and stopped by its floor. */
function intoLiquid(above: Path, { surface, depth, sink }: NonNullable<MotionInput['liquid']>): Path {
  const impact = above.timeAt(surface)
  if (impact === null) return above
  const speed = above.speedAt(impact)
  if (speed <= 0) return above
  const below = sink(speed)
  const onFloor = (t: number): boolean => {
    const floor = below.timeAt(depth)
    return floor !== null && t - impact >= floor
  }
  return {
    ...above,
    timeAt(x) {
      if (x <= surface) return above.timeAt(x)
      const t = x > surface + depth ? null : below.timeAt(x - surface)
      return t === null ? never : impact + t
    },
    positionAt: t => (t <= impact ? above.positionAt(t) : surface + (onFloor(t) ? depth : below.depthAt(t - impact))),
    speedAt: t => (t <= impact ? above.speedAt(t) : onFloor(t) ? 0 : below.speedAt(t - impact)),
  }
}

/**
 * A path that goes through something: braked evenly from its near to its far face, so that the share is lost there, and
 * free again behind it.
 */
function through(before: Path, { near, depth, lost }: Obstacle, free: (speed: number) => Path): Path {
  const enters = before.timeAt(near)
  if (enters === null || lost <= 0) return before
  const speed = before.speedAt(enters)
  const left = speed * (1 - lost)
  const brake = (speed * speed - left * left) / (2 * depth)
  const inside = (2 * depth) / (speed + left)
  const leaves = enters + inside
  const behind = free(left)
  return {
    timeAt(x) {
      if (x <= near) return before.timeAt(x)
      if (x > near + depth) {
        const t = behind.timeAt(x - near - depth)
        return t === null ? never : leaves + t
      }
      return enters + (2 * (x - near)) / (speed + Math.sqrt(speed * speed - 2 * brake * (x - near)))
    },
    positionAt(t) {
      if (t <= enters) return before.positionAt(t)
      const since = t - enters
      return since < inside
        ? near + speed * since - (brake * since * since) / 2
        : near + depth + behind.positionAt(since - inside)
    },
    speedAt(t) {
      if (t <= enters) return before.speedAt(t)
      return t < leaves ? speed - brake * (t - enters) : behind.speedAt(t - leaves)
    },
    apex: never,
  }
}

/** The motion of a kind; every input in SI, within the limits of the set-up's fields. */
export function motionOf(input: MotionInput): Motion {
  const free = KINDS[input.kind](input)
  const wet = !input.liquid ? free : intoLiquid(free, input.liquid)
  const path = (input.through ?? []).reduce(
    (so, obstacle) => through(so, obstacle, speed => KINDS[input.kind]({ ...input, speed })),
    wet,
  )
  // Made for this call alone: completed in place, since it is made by the dozen for each plan.
  path.alongAt ??= path.speedAt
  return path as Motion
}
