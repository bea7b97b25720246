import { flashAperture } from '../exposure'
import { asLight } from '../light/reach'
import type { Assessment } from './assess'

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
