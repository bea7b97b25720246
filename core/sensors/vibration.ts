import type { SensorFacts } from './facts'
import { PEAK_ROWS, arrivalOf, byPeak } from './sound'

/**
 * A piezo disc on the table: it answers to a knock, once its waves have come along the wood and risen. Over a plate
 * they spread in a ring, so that their peak falls with the square root of the distance, and no room echoes them.
 */
export const vibration: SensorFacts = {
  typical: { latency: 30e-6, jitter: 100e-6 },
  crossed: false,
  listens: false,
  knocks: true,
  answersToEvent: true,
  rows: ['source', 'position', 'offset', 'waveSpeed', 'waveSpeedError', 'ringing', ...PEAK_ROWS],
  sensed: take => ({ sensed: arrivalOf(take, take.x.waveSpeed), heard: null }),
  ...byPeak(0.5),
}
