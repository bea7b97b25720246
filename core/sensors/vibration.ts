import type { SensorFacts } from './facts'
import { riseToThreshold } from './sound'

/**
 * A piezo disc on the table: it answers to a knock, once its waves have come along the wood and risen. Over a plate
 * they spread in a ring, so that their peak falls with the square root of the distance, and no room echoes them.
 */
export const vibration: SensorFacts = {
  typical: { latency: 30e-6, jitter: 100e-6 },
  crossed: false,
  listens: false,
  knocks: true,
  fallsBy: 0.5,
  answersToEvent: true,
  rows: [
    'source',
    'position',
    'offset',
    'waveSpeed',
    'waveSpeedError',
    'ringing',
    'bounceAfter',
    'threshold',
    'falsePeak',
    'eventPeak',
    'peakDistance',
    'riseTime',
  ],
  sensed: ({ x, event }) => ({
    sensed:
      event === null ? null : event.time + Math.hypot(x.sensorPosition - event.place, x.sensorOffset) / x.waveSpeed,
    heard: null,
  }),
  latency: setup => setup.sensor.latency + riseToThreshold(setup, 0.5),
}
