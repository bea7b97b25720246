import type { KnownSetup } from '../setup/known'
import type { Setup } from '../setup/types'
import type { LightPulse } from './pulses'

/** A set-up as a camera frames it. */
export interface Framed {
  setup: Setup
  optics: {
    /** m at the subject. */
    fieldWidth: number
    fieldHeight: number
  }
}

/** A set-up with the exposure its lights were worked out to give. */
export interface Lit extends Framed {
  known: KnownSetup
  pulses: readonly LightPulse[]
  optics: Framed['optics'] & { effectiveAperture: number }
  exposure: {
    /** Stops against correct, of the take and as the set-up plans it; null without flash. */
    flash: number | null
    planned: number | null
    /** Stops each light loses to the shutter in the middle of the frame. */
    lost: readonly number[]
  }
}
