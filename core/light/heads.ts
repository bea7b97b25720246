import { REFLECTANCE } from './reflectors'
import { lobeOf } from './lamp'
import type { FlashSetup, Head } from '../setup/types'

/** What a head is usually like: its face, m, the full angle of half brightness, rad, and the stops it takes. */
export const TYPICAL_HEADS: Readonly<
  Record<Head, Pick<FlashSetup, 'headWidth' | 'headHeight' | 'beamAngle' | 'lossStops'>>
> = {
  bare: { headWidth: 0.08, headHeight: 0.05, beamAngle: Math.PI / 3, lossStops: 0 },
  grid: { headWidth: 0.18, headHeight: 0.18, beamAngle: Math.PI / 9, lossStops: 0.7 },
  snoot: { headWidth: 0.06, headHeight: 0.06, beamAngle: Math.PI / 12, lossStops: 0.7 },
  // An even scatterer is half as bright at 60° off its axis.
  umbrella: { headWidth: 0.9, headHeight: 0.9, beamAngle: (2 * Math.PI) / 3, lossStops: 1.3 },
  softbox: { headWidth: 0.6, headHeight: 0.6, beamAngle: (2 * Math.PI) / 3, lossStops: 1.3 },
  bounced: { headWidth: 1.5, headHeight: 1.5, beamAngle: (2 * Math.PI) / 3, lossStops: 2.5 },
  // Tracing paper or frosted glass, lit whole: half of the light is thrown back, the rest goes all ways.
  through: { headWidth: 0.3, headHeight: 0.3, beamAngle: (2 * Math.PI) / 3, lossStops: 2 },
}

/**
 * Stops that a bounce costs, against the same flash turned to the subject from where the card or wall stands: what of
 * its beam the surface catches, and that a white one throws it all ways.
 *
 * @param bounceDistance m from the flash, of a bare head, to the middle of the surface, above 0; it faces it squarely
 * @param headWidth m of the surface, and `headHeight`; above 0. It counts as a disc of its area
 * @remarks 2ρ (1 − cosⁿ⁺¹ θ) / (n + 1) for a beam that falls as cosⁿ and a disc seen under θ.
 */
export function bounceLoss({
  bounceDistance,
  headWidth,
  headHeight,
}: Pick<FlashSetup, 'headWidth' | 'headHeight'> & { bounceDistance: number }): number {
  const power = lobeOf(TYPICAL_HEADS.bare.beamAngle) + 1
  const cosine = Math.cos(Math.atan(Math.sqrt((headWidth * headHeight) / Math.PI) / bounceDistance))
  return -Math.log2((2 * REFLECTANCE.white * (1 - cosine ** power)) / power)
}
