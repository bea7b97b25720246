import { flashAperture } from '../physics/exposure'
import { asLight } from '../light/reach'
import type { Assessment } from './assess'
import { sceneFigures } from '../light/figures'
import { lightLevel } from '../light/pulses'

/**
 * Stops by which one light alone is brighter than planned, from the aperture that a flash meter at the subject gives.
 *
 * @param aperture f-number the meter gives, above 0
 * @param iso at which it is set, above 0
 */
export function meteredStops(
  { known }: Pick<Assessment, 'known'>,
  light: number,
  aperture: number,
  iso: number,
): number {
  const flash = known.flashes[light]
  return flash ? 2 * Math.log2(aperture / flashAperture({ ...asLight(flash), iso })) : 0
}

/**
 * Stops by which a light is brighter than planned, from what a frame of a stand-in shows against correct.
 *
 * @param light by its place in the list, fired alone; one from behind on a stand-in that is turned to it. null: all of
 * them together
 * @param stops against correct, as the frame shows it
 * @returns the same where nothing is planned to come of it
 */
export function offPlan(a: Assessment, light: number | null, stops: number): number {
  if (light === null) return a.exposure.planned === null ? stops : stops - a.exposure.planned
  const way = { effectiveAperture: a.optics.effectiveAperture, lost: a.exposure.lost }
  const planned = lightLevel(a.known, way, [light]) ?? sceneFigures(a).lights[light]?.facing
  return planned === undefined ? stops : stops - planned
}

/** Stops that the extension of a close-up costs: what a frame of a room is darker by than the room. */
export const extensionStops = ({ known, optics }: Pick<Assessment, 'known' | 'optics'>): number =>
  2 * Math.log2(optics.effectiveAperture / known.picture.aperture)
