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
}
