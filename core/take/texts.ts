import type { LINKS } from '../setup/types'

/** Stages of the chain, and what spreads a take, by their ids; their words stand in `shared/texts/chain.ts`. */
export type ChainText =
  | `chain.${'sensor' | 'controller' | 'camera' | 'flash' | 'shutter' | 'hand' | 'measured'}`
  | `chain.link.${(typeof LINKS)[number]}`
  | `cause.${
      | 'speed-spread'
      | 'speed-error'
      | 'subject-distance'
      | 'sensor-position'
      | 'sensor-offset'
      | 'air-temperature'
      | 'crack-spread'
      | 'crack-error'
      | 'wave-error'
      | 'loss-spread'
      | 'loss-error'
      | 'phase-spread'
      | 'phase-error'
      | 'hand-flinch'
      | 'latency-error'}`
  | `spread.${'noEffect' | 'impossible' | 'bends'}`
