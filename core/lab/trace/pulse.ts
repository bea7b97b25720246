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

/**
 * Undoes a coupling that lets no steady level through: after a pulse the trace sinks below its rest and comes back, by
 * as much as has gone through: y = −∫y/τ wherever there is no light.
 *
 * @param light with its rest taken off
 * @returns the light as it was, and τ, s; null: it was coupled directly
 */
export function uncoupled(
  light: Float64Array,
  step: number,
  noise: number,
): { light: Float64Array; tau: number | null } {
  const n = light.length
  const sum = new Float64Array(n)
  for (let i = 1; i < n; i++) sum[i] = sum[i - 1]! + ((light[i]! + light[i - 1]!) / 2) * step
  let peakAt = 0
  for (let i = 0; i < n; i++) if (light[i]! > light[peakAt]!) peakAt = i
  const tailFrom = Math.floor(peakAt + (n - peakAt) * 0.5)
  const tail = light.subarray(tailFrom)
  const low = median(tail)
  if (n - tailFrom < 20 || !(low < -2.5 * (noise / Math.sqrt(tail.length) + noise * 0.05))) return { light, tau: null }
  let [up, down] = [0, 0]
  for (let i = tailFrom; i < n; i++) {
    up += light[i]! * sum[i]!
    down += sum[i]! ** 2
  }
  const tau = down > 0 && up < 0 ? -down / up : null
  if (tau === null || tau > 1e4 * n * step) return { light, tau: null }
  return { light: light.map((y, i) => y + sum[i]! / tau), tau }
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
