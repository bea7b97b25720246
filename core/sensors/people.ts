import { contact } from './contact'
import type { SensorFacts } from './facts'
import { sound } from './sound'

/** Somebody who presses when they see it: a person's reaction to light. */
export const sight: SensorFacts = { ...contact, typical: { latency: 0.25, jitter: 0.04 } }

/** Somebody who presses when they hear it: quicker than on sight, once the sound has come to them. */
export const ear: SensorFacts = {
  ...sound,
  typical: { latency: 0.18, jitter: 0.035 },
  rows: ['source', 'position', 'offset', 'bounceAfter'],
  latency: ({ sensor }) => sensor.latency,
}
