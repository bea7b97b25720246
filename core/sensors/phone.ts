import type { SensorFacts } from './facts'
import { sound } from './sound'

/** A phone that listens and fires the camera or a flash: its sound goes through buffers. */
export const phone: SensorFacts = { ...sound, typical: { latency: 0.04, jitter: 0.01 } }
