import { atLeast, finite, notNegative, positive, whole, within } from './errors'

/** One light as exposure sees it. */
export interface FlashLight {
  /** Guide number at ISO 100, m, at the zoom in use, above 0. */
  guideNumber: number
  /** Fraction of full power, above 0 to 1. */
  power: number
  /** m from light to subject, above 0. */
  distance: number
  /** Stops lost in modifiers, default 0. */
  lossStops?: number
  /** Pops on the same place, a whole number, default 1. */
  pops?: number
}

/**
 * Aperture at which a flash exposes correctly: GN √(power × pops × iso/100) / distance, less what modifiers take.
 *
 * @param input.iso above 0
 * @throws InputError outside the ranges of `FlashLight`
 */
export function flashAperture(input: FlashLight & { iso: number }): number {
  const { lossStops = 0, pops = 1 } = input
  const gain =
    positive('power', within('power', input.power, 0, 1)) * whole('pops', pops, 1) * (positive('iso', input.iso) / 100)
  return (
    ((positive('guideNumber', input.guideNumber) * Math.sqrt(gain)) / positive('distance', input.distance)) *
    2 ** (-finite('lossStops', lossStops) / 2)
  )
}

/**
 * Fall-off of a light with distance: stops at one distance against another, + = more light.
 *
 * @param input.from m from the light to where it is right, above 0
 * @param input.at m from the light to where it is asked for, above 0
 * @throws InputError outside these ranges
 * @remarks Inverse square: a bare head or one small against its distance.
 */
export function fallOff(input: { from: number; at: number }): number {
  return 2 * Math.log2(positive('from', input.from) / positive('at', input.at))
}

/**
 * Exposure by flash against the correct one, stops, over (+) or under (−). Lights add as the squares of their
 * apertures.
 *
 * @param input.flashes at least one
 * @param input.iso above 0
 * @param input.effectiveAperture f-number as the light sees it, above 0
 * @throws InputError outside these ranges
 */
export function flashStops(input: { flashes: FlashLight[]; iso: number; effectiveAperture: number }): number {
  let sum = 0
  for (const flash of atLeast('flashes', input.flashes, 1)) sum += flashAperture({ ...flash, iso: input.iso }) ** 2
  return Math.log2(sum / positive('effectiveAperture', input.effectiveAperture) ** 2)
}

/**
 * Exposure by continuous light against the correct one, stops.
 *
 * @param input.ev100 exposure value of the light at ISO 100
 * @param input.iso above 0
 * @param input.effectiveAperture above 0
 * @param input.shutter s open, above 0
 * @throws InputError outside these ranges
 */
export function ambientStops(input: {
  ev100: number
  iso: number
  effectiveAperture: number
  shutter: number
}): number {
  return (
    finite('ev100', input.ev100) +
    Math.log2(positive('iso', input.iso) / 100) -
    Math.log2(positive('effectiveAperture', input.effectiveAperture) ** 2 / positive('shutter', input.shutter))
  )
}

/**
 * Band left by a focal-plane shutter past its sync. The flash contact closes when the first curtain is home; the row at
 * fraction y of the travel is covered by the second curtain at y·travel + shutter, and is dark where that is ≤ travel +
 * lag.
 *
 * @param input.shutter s, above 0
 * @param input.curtainTravel s, above 0
 * @param input.lag s from contact to light (link + flash), 0 or above
 * @param input.duration s of the light, 0 or above
 * @returns dark and notFullyLit as fractions of the frame, 0 to 1; fastestClean, s, the fastest shutter without a band
 * @throws InputError outside these ranges
 */
export function shutterBand(input: { shutter: number; curtainTravel: number; lag: number; duration: number }): {
  dark: number
  notFullyLit: number
  fastestClean: number
} {
  const shutter = positive('shutter', input.shutter)
  const travel = positive('curtainTravel', input.curtainTravel)
  const lag = notNegative('lag', input.lag)
  const fastestClean = travel + lag + notNegative('duration', input.duration)
  const share = (needed: number): number => Math.min(1, Math.max(0, (needed - shutter) / travel))
  return { dark: share(travel + lag), notFullyLit: share(fastestClean), fastestClean }
}

/**
 * Stops lost in high-speed sync: the light is spread over travel + shutter, each row sees only the shutter.
 *
 * @param input.shutter s, above 0
 * @param input.curtainTravel s, 0 or above
 * @throws InputError outside these ranges
 */
export function highSpeedSyncLoss(input: { shutter: number; curtainTravel: number }): number {
  return Math.log2(1 + notNegative('curtainTravel', input.curtainTravel) / positive('shutter', input.shutter))
}
