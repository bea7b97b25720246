import { type FixDraft, type Rule, length, speed, time } from './types'

/** The beam is blocked for less time than its sensor needs. */
export const beamTooShort: Rule = a => {
  const { setup, beamBlock } = a
  const { sensor, motion } = setup
  if (setup.trigger !== 'sensor' || beamBlock === null || beamBlock >= sensor.response * (1 - 1e-9)) return null
  // It was tried, and it did trip.
  if (setup.tests.sensor.fired !== null && setup.tests.sensor.fired > 0) return null
  const objectSpeed = (motion.objectLength + sensor.beamWidth) / beamBlock
  const width = Math.ceil((sensor.response * objectSpeed - motion.objectLength) * 10_000) / 10_000
  const fixes: FixDraft[] = []
  if (width <= 0.05) {
    fixes.push({
      label: 'finding.beamTooShort.widenBeam',
      figures: { width: length(width, 'mm') },
      changes: [{ path: 'sensor.beamWidth', value: width }],
    })
  }
  const faster = Math.floor(beamBlock * 0.9 * 1e7) / 1e7
  if (faster > 0) {
    fixes.push({
      label: 'finding.beamTooShort.useSensorRespondsWithin',
      figures: { response: time(faster) },
      changes: [{ path: 'sensor.response', value: faster }],
    })
  }
  return {
    id: 'beam-too-short',
    severity: 'error',
    title: 'finding.beamTooShort.beamBlockedOnlySensor',
    reason: 'finding.beamTooShort.objectBlocksBeamSensor',
    figures: {
      block: time(beamBlock),
      response: time(sensor.response),
      object: length(motion.objectLength, 'mm'),
      beam: length(sensor.beamWidth, 'mm'),
      speed: speed(objectSpeed),
    },
    paths: ['sensor.response', 'sensor.beamWidth'],
    fixes,
  }
}
