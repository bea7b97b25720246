import { FOREVER, GRAVITY } from './constants'
import { notNegative, positive } from './errors'

/**
 * Time until a balloon's skin has torn open, s: half the circumference at crack speed.
 *
 * @param input.diameter m, above 0
 * @param input.crackSpeed m/s, above 0; latex roughly 50 to 570 with tension
 * @throws InputError outside these ranges
 *
 * Source of the speeds: Moulinet & Adda-Bedia 2015, Phys. Rev. Lett. 115, 184301.
 */
export function tearTime(input: { diameter: number; crackSpeed: number }): number {
  return (Math.PI * positive('diameter', input.diameter)) / (2 * positive('crackSpeed', input.crackSpeed))
}

/** Surface tension of a soap solution, N/m, and its density, kg/m³. */
const SOAP = { tension: 0.025, density: 1000 }

/**
 * Speed at which the edge of a hole in a film of soap runs, m/s: √(2σ / ρh), its momentum that of all it has gathered.
 *
 * @param input.thickness m, above 0; 0.05 to 5 µm for a bubble
 * @throws InputError outside this range
 *
 * Source: Taylor 1959, Proc. R. Soc. A 253, 313; Culick 1960, J. Appl. Phys. 31, 1128.
 */
export function filmSpeed(input: { thickness: number }): number {
  return Math.sqrt((2 * SOAP.tension) / (SOAP.density * positive('thickness', input.thickness)))
}

/**
 * How long freed liquid keeps its shape, s: until it has sagged by a fraction of its diameter, ½ g t² = fraction ×
 * diameter.
 *
 * @param input.diameter m, above 0
 * @param input.sagFraction share of the diameter, 0 or above
 * @throws InputError outside these ranges
 */
export function hangTime(input: { diameter: number; sagFraction: number }): number {
  return Math.sqrt((2 * notNegative('sagFraction', input.sagFraction) * positive('diameter', input.diameter)) / GRAVITY)
}

/**
 * Time from impact until the air cavity behind an object entering liquid closes, s: 2.285 √(r/g).
 *
 * @param input.radius m of the object, above 0
 * @throws InputError outside this range
 *
 * Nearly independent of the speed for deep closure. Source: Glasheen & McMahon 1996, Phys. Fluids 8, 2078.
 */
export function cavitySealTime(input: { radius: number }): number {
  return 2.285 * Math.sqrt(positive('radius', input.radius) / GRAVITY)
}

/**
 * Wave speed of stretched latex at rest, m/s, and its stretch at the burst over its length at rest, less 1: typical.
 */
const LATEX_WAVE = 50
const LATEX_STRETCH = 2

/**
 * Speed at which a torn skin recoils, m/s: wave speed × stretch, near 100 m/s for latex.
 *
 * @param input.waveSpeed m/s, above 0, default 50
 * @param input.stretch strain when it tears, above 0, default 2
 * @throws InputError outside these ranges
 *
 * Order of magnitude. Source: Mason 1963, Br. J. Appl. Phys. 14, 285 (free retraction of rubber).
 */
export function recoilSpeed(input: { waveSpeed?: number; stretch?: number } = {}): number {
  return positive('waveSpeed', input.waveSpeed ?? LATEX_WAVE) * positive('stretch', input.stretch ?? LATEX_STRETCH)
}

/** ∫ u^1.5 / √(1 − u⁴) from 0 to 1, twice: of a hemisphere's growth in units of √(R/g). */
const GROWTH = 1.3506

/**
 * The cavity that a drop or a small object punches into a deep pool: its greatest radius and when it has that, from
 * impact.
 *
 * @param input.diameter m of what falls, above 0
 * @param input.speed m/s at impact, above 0
 * @returns radius (m), time (s) to it, froude v²/(g d), weber (of water, 0.072 N/m) and whether both lie in the range
 * it holds for
 * @throws InputError outside these ranges
 *
 * A hemisphere that turns the energy of impact into depth: R = d (Fr/3)^¼, with its inertia 1.35 √(R/g) to grow. Within
 * some 30 % for Fr 10 to 1000 and We above 50. Sources: Engel 1966, J. Appl. Phys. 37, 1798; Pumphrey & Elmore 1990,
 * J. Fluid Mech. 220, 539.
 */
export function splashCavity(input: { diameter: number; speed: number }): {
  radius: number
  time: number
  froude: number
  weber: number
  inRange: boolean
} {
  const d = positive('diameter', input.diameter)
  const v = positive('speed', input.speed)
  const froude = (v * v) / (GRAVITY * d)
  const weber = (1000 * v * v * d) / 0.072
  const radius = d * (froude / 3) ** 0.25
  return {
    radius,
    time: GROWTH * Math.sqrt(radius / GRAVITY),
    froude,
    weber,
    inRange: froude >= 10 && froude <= 1000 && weber >= 50,
  }
}

/** Density of water, kg/m³, and the drag coefficient of a blunt body in it. */
const WATER = 1000
const IN_LIQUID = 0.5

/** How a thing sinks after it entered a liquid: along the travel, s and m from the surface. */
export interface Sinking {
  timeAt: (depth: number) => number | null
  depthAt: (time: number) => number
  speedAt: (time: number) => number
}

/**
 * A sphere that enters a liquid at some speed and goes on under drag, buoyancy and the mass of liquid it takes along.
 *
 * @param input.speed m/s at the surface, above 0
 * @param input.diameter m, above 0
 * @param input.mass kg, above 0
 * @param input.liquidDensity kg/m³, above 0, default water
 * @param input.dragCoefficient above 0, default 0.5
 * @returns times and places below the surface; null for a depth that it never reaches, or not within a day
 * @throws InputError outside these ranges
 *
 * (m + ½ρV) dv/dt = (m − ρV) g − ½ρ C A v²; closed form whether it sinks, hovers or is driven back. The air it drags in
 * is left out.
 */
export function sinking(input: {
  speed: number
  diameter: number
  mass: number
  liquidDensity?: number
  dragCoefficient?: number
}): Sinking {
  const v0 = positive('speed', input.speed)
  const d = positive('diameter', input.diameter)
  const mass = positive('mass', input.mass)
  const rho = positive('liquidDensity', input.liquidDensity ?? WATER)
  const displaced = (rho * Math.PI * d ** 3) / 6
  const inertia = mass + displaced / 2
  const k = (positive('dragCoefficient', input.dragCoefficient ?? IN_LIQUID) * rho * Math.PI * d * d) / 8 / inertia
  const g = (GRAVITY * (mass - displaced)) / inertia
  const terminal = Math.sqrt(Math.abs(g) / k)
  // What floats is stopped at a time and depth of its own; what hovers only slows.
  const stop = g < 0 ? Math.atan(v0 / terminal) / (k * terminal) : Infinity
  const speedAt = (time: number): number => {
    if (time <= 0) return v0
    if (g === 0) return v0 / (1 + k * v0 * time)
    if (g < 0) return time >= stop ? 0 : terminal * Math.tan(k * terminal * (stop - time))
    const th = Math.tanh(k * terminal * time)
    return (terminal * (v0 + terminal * th)) / (terminal + v0 * th)
  }
  // dv/dx = g/v − k v, integrated over the depth.
  const depthOf = (speed: number): number =>
    g === 0 ? Math.log(v0 / speed) / k : Math.log((v0 * v0 - g / k) / (speed * speed - g / k)) / (2 * k)
  const depthAt = (time: number): number => {
    if (time <= 0) return 0
    if (g > 0 && Math.abs(v0 - terminal) < 1e-9 * terminal) return v0 * time
    if (g > 0) {
      const a = k * terminal * time
      return (a + Math.log((1 + v0 / terminal) / 2 + ((1 - v0 / terminal) / 2) * Math.exp(-2 * a))) / k
    }
    return depthOf(speedAt(Math.min(time, stop)))
  }
  return {
    speedAt,
    depthAt,
    timeAt(depth) {
      if (depth <= 0) return 0
      const grown = Math.exp(k * depth)
      if (g === 0) {
        const t = (grown - 1) / (k * v0)
        return t < FOREVER ? t : null
      }
      if (g < 0) {
        const left = (v0 * v0 + terminal * terminal) / (grown * grown) - terminal * terminal
        return left < 0 ? null : stop - Math.atan(Math.sqrt(left) / terminal) / (k * terminal)
      }
      const r = v0 / terminal
      const t = Math.log((grown + Math.sqrt(Math.max(0, grown * grown - (1 - r * r)))) / (1 + r)) / (k * terminal)
      return t < FOREVER ? t : null
    },
  }
}
