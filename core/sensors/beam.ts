import type { SensorFacts } from './facts'

/** A light beam across the travel: the thing itself blocks it. */
export const beam: SensorFacts = {
  typical: { latency: 30e-6, jitter: 10e-6 },
  crossed: true,
  listens: false,
  knocks: false,
  fallsBy: null,
  answersToEvent: false,
  rows: ['position', 'beamWidth', 'response'],
  sensed: ({ motion, x }) => ({ sensed: motion.timeAt(x.sensorPosition), heard: null }),
  // Never sooner than the block it needs.
  latency: ({ sensor }) => Math.max(sensor.latency, sensor.response),
}
