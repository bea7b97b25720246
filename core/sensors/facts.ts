import type { Motion } from '../physics/travel'
import type { TakeInputs, TakeTimes } from './take'
import type { SignalChain } from '../setup/parts'
import type { Setup } from '../setup/types'

/** One take as a sensor meets it. */
export interface Sensing {
  setup: Pick<Setup, 'sensor' | 'motion'>
  /** Quadratic drag, 1/m. */
  drag: number
  x: TakeInputs
  motion: Motion
  /** Where what it answers to happens, m along the travel, and when, s; null: never, or it answers to no event. */
  event: { place: number; time: number } | null
  /** m/s; 0 for what does not listen. */
  soundSpeed: number
}

/** A kind of sensor: one file each, so that another kind is one more file, its name and its text. */
export interface SensorFacts {
  /** What one usually takes and scatters by, s: assumed where nothing was entered. */
  typical: { latency: number; jitter: number }
  /** Whether the thing itself crosses it on its travel. */
  crossed: boolean
  /** Whether it listens to sound in the air. */
  listens: boolean
  /** Whether it feels knocks in what it stands on. */
  knocks: boolean
  /** Power of the distance by which the peak of what it answers to falls; null: it has no threshold for a peak. */
  fallsBy: number | null
  /** Whether it answers to an event, such as the start or the impact, rather than to a place. */
  answersToEvent: boolean
  /** Its own rows of the panel, fields of `sensor`. */
  rows: readonly (keyof Setup['sensor'])[]
  /** When it is reached by what it answers to, s, before its own latency, and as what it is heard. */
  sensed(take: Sensing): Pick<TakeTimes, 'sensed' | 'heard'>
  /** s from then until its signal. */
  latency(setup: Pick<SignalChain, 'recipe' | 'sensor' | 'motion' | 'subject'>): number
}
