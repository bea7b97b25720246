import { cholesky, solveBy } from '../../math/matrix'
import { lineThrough, median, spreadOf } from '../statistics'

/** A pulse of light in a trace. */
export interface Pulse {
  /** s from the start of the file to its peak, and to half of it on the way up. */
  peakAt: number
  riseAt: number
  t05: number
  t01: number
  t05Error: number
  t01Error: number
  peak: number
  /** It reached the end of the recorder's scale. */
  saturated: boolean
  /** Samples within t.5. */
  samples: number
}

/** Even steps: the mean of a scope's own. */
export const stepOf = (time: Float64Array): number => (time[time.length - 1]! - time[0]!) / Math.max(1, time.length - 1)

/** A trace with its coupling undone: as it is likeliest, and as far off as it may be. */
export interface Uncoupled {
  light: Float64Array
  /** s; null: it was coupled directly, as far as the trace tells. */
  tau: number | null
  /** The light were the coupling one standard error stronger. */
  stronger: Float64Array
  /** Whether there is too little rest after the light to tell a coupling from none. */
  open: boolean
}

/**
 * Times its half-duration after the peak at which a pulse has died away: as many as leave a part of the recording after
 * it, between these; and before it at which none is yet.
 */
const DEAD = [6.5, 11] as const
const LEAVES = 0.35
const BEFORE = 0.8
const ROUNDS = 4
/** Half-durations of rest after the light at the least, for a coupling to be told. */
const LEAST_REST = 1.5
/** Half-durations of a recording beyond which its rest may drift. */
const DRIFTS = 60
/** A coupling this many errors from none is one. */
const TOLD = 4

/** Least squares of three parts, by the normal equations; with the variance of the second, per unit of noise. */
function threeParts(
  rows: Iterable<readonly [x: number, y: number, z: number, value: number]>,
): { fit: [number, number, number]; second: number } | null {
  const m = [0, 0, 0, 0, 0, 0]
  const v = [0, 0, 0]
  for (const [x, y, z, value] of rows) {
    m[0]! += x * x
    m[1]! += x * y
    m[2]! += x * z
    m[3]! += y * y
    m[4]! += y * z
    m[5]! += z * z
    v[0]! += x * value
    v[1]! += y * value
    v[2]! += z * value
  }
  const triangle = cholesky([
    [m[0]!, m[1]!, m[2]!],
    [m[1]!, m[3]!, m[4]!],
    [m[2]!, m[4]!, m[5]!],
  ])
  if (triangle === null) return null
  const [first, second, third] = solveBy(triangle, v)
  return { fit: [first!, second!, third!], second: solveBy(triangle, [0, 1, 0])[1]! }
}

/** Where it is surely dark: before the first light, between pops, and after the last, sample by sample. */
function darkIn(light: Float64Array, noise: number): { dark: Uint8Array; half: number } {
  const dark = new Uint8Array(light.length).fill(1)
  let half = 0
  for (const [from, to] of partsOf(light, noise)) {
    let top = from
    for (let i = from; i < to; i++) if (light[i]! > light[top]!) top = i
    const level = light[top]! / 2
    const up = crossingFrom(light, top, level, -1, 2)
    const width = crossingFrom(light, top, level, 1, 2) - up
    half = Math.max(half, width)
    const fits = ((1 - LEAVES) * (to - top)) / Math.max(1, width)
    const dead = Math.min(DEAD[1], Math.max(DEAD[0], fits))
    const [start, end] = [Math.floor(up - BEFORE * width), Math.ceil(top + dead * width)]
    dark.fill(0, Math.max(0, start), Math.min(light.length, end))
  }
  return { dark, half }
}

/**
 * Undoes a coupling that lets no steady level through. What it lets through is y = L − ∫y/τ, so that wherever it is
 * dark y = r − S/τ + d t, with S the sum of the trace, r its rest and d its drift. The three are fitted over all that
 * is dark, the undershoot from where the light has died away on; the light is L = y − r + S/τ − d t everywhere.
 *
 * @param light with its rest taken off
 */
export function uncoupled(light: Float64Array, step: number, noise: number): Uncoupled {
  const n = light.length
  const sum = new Float64Array(n)
  for (let i = 1; i < n; i++) sum[i] = sum[i - 1]! + ((light[i]! + light[i - 1]!) / 2) * step
  const scale = { sum: Math.max(1e-30, ...extremes(sum)), time: n * step }
  let now: Float64Array = light
  let [strength, error, rest, drift, half, open] = [0, Infinity, 0, 0, 0, false]
  for (let round = 0; round < ROUNDS; round++) {
    const seen = darkIn(now, noise)
    const { dark } = seen
    half = seen.half
    let last = n
    while (last > 0 && dark[last - 1] === 1) last--
    open = n - last < Math.max(20, LEAST_REST * half)
    if (open) break
    // A rest drifts over a long recording; over a short one that and a coupling would be the same.
    const drifts = n > DRIFTS * half
    const found = threeParts(
      (function* rows() {
        for (let i = 0; i < n; i++)
          if (dark[i] === 1) yield [1, sum[i]! / scale.sum, drifts ? (i * step) / scale.time : 0, light[i]!] as const
        if (!drifts) yield [0, 0, 1, 0] as const
      })(),
    )
    if (found === null) break
    ;[rest, strength, drift] = [found.fit[0], -found.fit[1] / scale.sum, found.fit[2] / scale.time]
    const [r, k, d] = [rest, strength, drift]
    const left = Float64Array.from({ length: n }, (_, i) =>
      dark[i] === 1 ? light[i]! - r + k * sum[i]! - d * i * step : 0,
    )
    // Hum and steps are no white noise: what is left of it over a stretch tells how far the fit may be off.
    error = (Math.sqrt(found.second) * lumpy(left, dark)) / scale.sum
    now = light.map((y, i) => y - r + k * sum[i]! - d * i * step)
  }
  const told = !open && strength > TOLD * error && strength * n * step > 1e-3
  const by = (k: number): Float64Array => light.map((y, i) => y - rest + k * sum[i]! - drift * i * step)
  // Where it is not told, it may still be there: as strong as would just not have been.
  const doubt = open ? 1 / (3 * n * step) : Math.max(error, told ? 0 : strength)
  return {
    light: told ? by(strength) : light,
    tau: told ? 1 / strength : null,
    stronger: told ? by(strength + error) : light.map((y, i) => y + doubt * sum[i]!),
    open,
  }
}

const extremes = (values: Float64Array): number[] => {
  let [low, high] = [0, 0]
  for (const value of values) {
    if (value < low) low = value
    if (value > high) high = value
  }
  return [-low, high]
}

/** Samples that hum and drift hold together at the most, as a share of the trace. */
const STRETCHES = 60

/** Standard deviation of what a fit leaves, as if it were white: of means over stretches, by their length's root. */
function lumpy(left: Float64Array, dark: Uint8Array): number {
  const long = Math.max(4, Math.floor(left.length / STRETCHES))
  let [total, square, count, white, whites] = [0, 0, 0, 0, 0]
  for (let from = 0; from + long <= left.length; from += long) {
    let [mean, all] = [0, true]
    for (let i = from; i < from + long; i++) {
      if (dark[i] === 0) all = false
      mean += left[i]! / long
    }
    if (!all) continue
    for (let i = from; i < from + long; i++) white += left[i]! ** 2
    whites += long
    total += mean
    square += mean ** 2
    count++
  }
  if (count < 3) return Infinity
  const spread = Math.sqrt(Math.max(0, square / count - (total / count) ** 2) * long)
  return Math.max(spread, Math.sqrt(white / whites))
}

function smoothedBy(light: Float64Array, reach: number): Float64Array {
  if (reach < 1) return light
  return light.map((_, i) => {
    let [total, count] = [0, 0]
    for (let j = Math.max(0, i - reach); j <= Math.min(light.length - 1, i + reach); j++, count++) total += light[j]!
    return total / count
  })
}

/** Share of a duration by which it is wrong through the height of the peak. */
const PEAK = 0.008

/** Where a trace falls below a level for good, walking from its peak; samples, with a part between two. */
function crossingFrom(light: Float64Array, peakAt: number, level: number, way: 1 | -1, hold: number): number {
  for (let i = peakAt; i + way >= 0 && i + way < light.length; i += way) {
    if (light[i + way]! >= level) continue
    let stays = true
    for (let k = 1; k <= hold && stays; k++) {
      const value = light[i + way * (k + 1)]
      if (value !== undefined && value > level) stays = false
    }
    if (!stays) continue
    const [a, b] = [light[i]!, light[i + way]!]
    return i + (way * (a - level)) / (a - b || 1)
  }
  return way > 0 ? light.length - 1 : 0
}

/** How fast the trace changes about a place, per sample. */
function slopeAt(light: Float64Array, at: number, reach: number): number {
  const [from, to] = [Math.max(0, Math.floor(at - reach)), Math.min(light.length - 1, Math.ceil(at + reach))]
  return Math.abs(light[to]! - light[from]!) / Math.max(1, to - from)
}

/** Parts of a trace with a pulse in each. */
export function partsOf(light: Float64Array, noise: number): [from: number, to: number][] {
  const top = light.reduce((a, b) => Math.max(a, b), 0)
  const level = Math.max(top * 0.35, 6 * noise)
  const bursts: [number, number][] = []
  for (let i = 0; i < light.length; i++) {
    if (light[i]! < level) continue
    const last = bursts.at(-1)
    // Pops of one flash are farther apart than they last.
    if (last && i - last[1] < Math.max(20, 4 * (last[1] - last[0]))) last[1] = i
    else bursts.push([i, i])
  }
  return bursts.map(([from, to], i) => [
    i === 0 ? 0 : Math.floor((bursts[i - 1]![1] + from) / 2),
    i === bursts.length - 1 ? light.length : Math.floor((to + bursts[i + 1]![0]) / 2),
  ])
}

/** Rest of a trace and its noise, from the quietest of its first parts. */
export function restOf(light: Float64Array): { rest: number; noise: number } {
  const head = light.subarray(0, Math.max(8, Math.floor(light.length * 0.05)))
  const steps = Float64Array.from({ length: head.length - 1 }, (_, i) => head[i + 1]! - head[i]!)
  return { rest: median(head), noise: Math.max(spreadOf(steps) / Math.SQRT2, 1e-12) }
}

/** The pulse in a part of a trace; its rest is taken as 0. */
export function pulseIn(
  all: Float64Array,
  [from, to]: [number, number],
  step: number,
  noise: number,
  fullScale: number | null,
): Pulse | null {
  const light = all.subarray(from, to)
  let top = 0
  for (let i = 0; i < light.length; i++) if (light[i]! > light[top]!) top = i
  const highest = light[top]!
  if (!(highest > 8 * noise)) return null
  const rough = crossingFrom(light, top, highest / 2, 1, 2) - crossingFrom(light, top, highest / 2, -1, 2)
  const reach = Math.floor(rough / 30)
  const smooth = smoothedBy(light, reach)
  const fine = smoothedBy(light, Math.floor(rough / 160))
  let peakAt = 0
  for (let i = 0; i < fine.length; i++) if (fine[i]! > fine[peakAt]!) peakAt = i
  const peak = peakOf(light, smooth, peakAt, highest, rough)
  const hold = Math.max(2, Math.round(rough / 8))
  const at = (share: number, way: 1 | -1): number => crossingFrom(smooth, peakAt, share * peak, way, hold)
  const [up5, down5, up1, down1] = [at(0.5, -1), at(0.5, 1), at(0.1, -1), at(0.1, 1)]
  const sigma = noise / Math.sqrt(2 * reach + 1)
  const wide = Math.max(2, reach)
  const errorAt = (place: number): number => Math.min(rough, sigma / Math.max(slopeAt(smooth, place, wide), 1e-12))
  const peakShare = (sigma / peak) * 1.2
  return {
    peakAt: (from + peakAt) * step,
    riseAt: (from + up5) * step,
    t05: (down5 - up5) * step,
    t01: (down1 - up1) * step,
    // The peak is read a little high or low out of the noise, and the levels with it.
    t05Error: Math.hypot(errorAt(up5), errorAt(down5), 0.3, peakShare * (down1 - up1), PEAK * (down5 - up5)) * step,
    t01Error: Math.hypot(errorAt(up1), errorAt(down1), 0.3, peakShare * (down1 - up1), PEAK * (down1 - up1)) * step,
    peak,
    saturated: isSaturated(light, highest, noise, fullScale),
    samples: down5 - up5,
  }
}

/**
 * Height of the peak: the fall after it, led back to its time, between what smoothing leaves of it and the highest
 * sample, which noise lifts.
 */
function peakOf(light: Float64Array, smooth: Float64Array, peakAt: number, highest: number, rough: number): number {
  const low = Math.max(smooth[peakAt]!, 1e-12)
  const [x, y]: [number[], number[]] = [[], []]
  for (let i = peakAt + Math.ceil(rough / 40); i < peakAt + rough / 2 && i < light.length; i++) {
    if (light[i]! < 0.4 * low) break
    x.push(i - peakAt)
    y.push(Math.log(light[i]!))
  }
  if (x.length < 6) return Math.max(low, (low + highest) / 2)
  return Math.min(highest, Math.max(low, Math.exp(lineThrough(x, y).height)))
}

/** A flat top: several samples at one and the same height, or at the end of the scale. */
function isSaturated(light: Float64Array, highest: number, noise: number, fullScale: number | null): boolean {
  let flat = 0
  const near = Math.max(highest * 1e-4, noise * 0.02)
  for (const value of light) if (value > highest - near) flat++
  return flat >= 4 || (fullScale !== null && highest > fullScale * 0.98)
}
