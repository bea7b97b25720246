import type { SensorFacts } from './facts'

/** A hand on the button beside the action: a person's time. */
export const hand: SensorFacts = {
  typical: { latency: 0, jitter: 0.05 },
  crossed: false,
  listens: false,
  knocks: false,
  fallsBy: null,
  answersToEvent: false,
  rows: [],
  sensed: () => ({ sensed: 0, heard: null }),
  latency: ({ sensor }) => sensor.latency,
}
