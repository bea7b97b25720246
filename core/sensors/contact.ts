import type { SensorFacts } from './facts'

/** Foil, a switch or a knock sensor on the thing itself: it closes with the event. */
export const contact: SensorFacts = {
  typical: { latency: 10e-6, jitter: 20e-6 },
  crossed: false,
  listens: false,
  knocks: false,
  fallsBy: null,
  answersToEvent: true,
  rows: ['source', 'bounceAfter'],
  sensed: ({ event }) => ({ sensed: event?.time ?? null, heard: null }),
  latency: ({ sensor }) => sensor.latency,
}
