import type { FlashSetup, KnownFlashRow, Setup } from './types'

/** Latency and standard deviation of a piece of the chain, s. */
interface Typical {
  latency: number
  jitter: number
}

/** What a link of a kind usually takes: assumed where nothing was entered. */
export const TYPICAL_LINKS: Record<Setup['link']['kind'], Typical> = {
  cable: { latency: 5e-6, jitter: 1e-6 },
  radio: { latency: 500e-6, jitter: 50e-6 },
  optical: { latency: 20e-6, jitter: 5e-6 },
}

/**
 * What comes of a light to the middle of the subject, whatever its power: parts of what a bare light of its guide
 * number gives at its distance.
 */
export interface Reach {
  /** Straight: less of a large face near by, of a light aimed beside the subject, or past a flag. */
  straight: number
  /** Thrown by cards on what faces the camera. */
  thrown: number
}

/** A light as the sums go by. */
export interface KnownFlash extends FlashSetup {
  table: KnownFlashRow[]
  /** What of it comes to the subject, and its share of all the light that does, 0 to 1. */
  reach: Reach
  share: number
}

/** A set-up with everything that was not entered filled in by its stated rule: what the sums go by. */
export interface KnownSetup extends Setup {
  sensor: Setup['sensor'] & { latency: number; jitter: number }
  link: Setup['link'] & { latency: number; jitter: number }
  picture: Setup['picture'] & { circleOfConfusion: number }
  flashes: KnownFlash[]
}
