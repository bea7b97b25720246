import { InputError, atLeast, finite, notNegative, positive } from './errors'

/**
 * Time from a report at its source until a microphone hears it, s.
 *
 * @param input.micDistance m from source to microphone, 0 or above
 * @param input.soundSpeed m/s, above 0
 * @throws InputError outside these ranges
 */
export function muzzleSoundTime(input: { micDistance: number; soundSpeed: number }): number {
  return notNegative('micDistance', input.micDistance) / positive('soundSpeed', input.soundSpeed)
}

/**
 * Time from the shot until the bow shock of a projectile faster than sound reaches a microphone beside its flight, s;
 * null where no shock arrives: not faster than sound, or the microphone stands behind the Mach cone's first ray.
 *
 * With drag the first arrival is the least of t(e) + r(e)/c over points e of the path for as long as it is faster than
 * sound.
 *
 * @param input.downrange m from muzzle to the point of the flight abreast of the microphone, 0 or above
 * @param input.offset m from that point to the microphone, 0 or above
 * @param input.speed m/s at the muzzle, above 0
 * @param input.soundSpeed m/s, above 0
 * @param input.dragPerMetre quadratic drag, 1/m, 0 or above, default 0
 * @throws InputError outside these ranges
 */
export function shockTime(input: {
  downrange: number
  offset: number
  speed: number
  soundSpeed: number
  dragPerMetre?: number
}): number | null {
  const x = notNegative('downrange', input.downrange)
  const y = notNegative('offset', input.offset)
  const v = positive('speed', input.speed)
  const c = positive('soundSpeed', input.soundSpeed)
  const k = notNegative('dragPerMetre', input.dragPerMetre ?? 0)
  if (v <= c) return null
  const leadOfRay = (y * c) / Math.sqrt((v - c) * (v + c))
  if (leadOfRay > x) return null
  if (k === 0) return x / v + (y * Math.sqrt((v - c) * (v + c))) / (v * c)
  // The rate of arrival along the path, 1/v(e) − cos(ray)/c, changes its sign once: bisected up to where sound catches
  // up.
  const speed = (e: number): number => v * Math.exp(-k * e)
  const slope = (e: number): number => 1 / speed(e) - (x - e) / (c * (Math.hypot(x - e, y) || 1e-300))
  const arrival = (e: number): number => Math.expm1(k * e) / (k * v) + Math.hypot(x - e, y) / c
  let low = 0
  let high = Math.min(x, Math.log(v / c) / k)
  if (slope(high) < 0) return arrival(high)
  for (let i = 0; i < 60; i++) {
    const middle = (low + high) / 2
    if (slope(middle) < 0) low = middle
    else high = middle
  }
  return arrival((low + high) / 2)
}

/**
 * Mean speed from one recording that holds both report and impact, m/s.
 *
 * @param input.gap s between the two sounds in the recording
 * @param input.distance m from source to target, above 0
 * @param input.sourceToMic m, 0 or above
 * @param input.targetToMic m, 0 or above
 * @param input.soundSpeed m/s, above 0
 * @throws InputError outside these ranges, or where the gap leaves no time for the flight
 */
export function acousticSpeed(input: {
  gap: number
  distance: number
  sourceToMic: number
  targetToMic: number
  soundSpeed: number
}): number {
  const c = positive('soundSpeed', input.soundSpeed)
  const soundLead = (notNegative('sourceToMic', input.sourceToMic) - notNegative('targetToMic', input.targetToMic)) / c
  const flight = finite('gap', input.gap) + soundLead
  if (flight <= 0) throw new InputError('gap', input.gap, `above ${-soundLead} s, the head start of the sounds`)
  return positive('distance', input.distance) / flight
}

/**
 * Threshold that tells the event from false alarms: geometric mean of the loudest false and the quietest true peak,
 * null where they overlap; margin = 20 log10 of their ratio, dB, negative where they overlap.
 *
 * @param input.falsePeaks amplitudes of what must not trigger, each above 0, at least one
 * @param input.eventPeaks amplitudes of what must, same scale, each above 0, at least one
 * @throws InputError outside these ranges
 */
export function thresholdWindow(input: { falsePeaks: number[]; eventPeaks: number[] }): {
  separable: boolean
  threshold: number | null
  marginDb: number
} {
  atLeast('falsePeaks', input.falsePeaks, 1).forEach((peak, i) => positive(`falsePeaks[${i}]`, peak))
  atLeast('eventPeaks', input.eventPeaks, 1).forEach((peak, i) => positive(`eventPeaks[${i}]`, peak))
  const loudestFalse = Math.max(...input.falsePeaks)
  const quietestTrue = Math.min(...input.eventPeaks)
  const separable = loudestFalse < quietestTrue
  return {
    separable,
    threshold: separable ? Math.sqrt(loudestFalse * quietestTrue) : null,
    marginDb: 20 * Math.log10(quietestTrue / loudestFalse),
  }
}
