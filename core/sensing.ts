import { InputError, atLeast, finite, notNegative, positive } from './errors'

/**
 * Time from a report at its source until a microphone hears it, s.
 *
 * @param input.micDistance m from source to microphone, 0 or above
 * @param input.soundSpeed m/s, above 0
 * @throws InputError outside these ranges
 */
export function muzzleSoundTime(input: { micDistance: number, soundSpeed: number }): number {
  return notNegative('micDistance', input.micDistance) / positive('soundSpeed', input.soundSpeed)
}

/**
 * Time from the shot until the bow shock of a projectile faster than sound reaches a microphone beside its flight, s;
 * null where no shock arrives: not faster than sound, or the microphone stands behind the Mach cone's first ray.
 *
 * @param input.downrange m from muzzle to the point of the flight abreast of the microphone, 0 or above
 * @param input.offset m from that point to the microphone, 0 or above
 * @param input.speed m/s, above 0, taken as constant
 * @param input.soundSpeed m/s, above 0
 * @throws InputError outside these ranges
 */
export function shockTime(input: { downrange: number, offset: number, speed: number, soundSpeed: number }): number | null {
  const x = notNegative('downrange', input.downrange)
  const y = notNegative('offset', input.offset)
  const v = positive('speed', input.speed)
  const c = positive('soundSpeed', input.soundSpeed)
  if (v <= c) return null
  const leadOfRay = (y * c) / Math.sqrt((v - c) * (v + c))
  if (leadOfRay > x) return null
  return x / v + (y * Math.sqrt((v - c) * (v + c))) / (v * c)
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
export function thresholdWindow(input: { falsePeaks: number[], eventPeaks: number[] }): {
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
