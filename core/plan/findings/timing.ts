import { sensorOf } from '../../sensors/all'
import { soundDistance, soundPlace } from '../../sensors/sound'
import { natureOf } from '../../take/nature'
import type { Assessment } from '../assess'
import { type FixDraft, length } from './types'

/** Rounded down to the millimetre, so that a place that just does still does. */
export const downToMillimetre = (metres: number): number => Math.floor(metres * 1000 + 1e-6) / 1000

/** Where the sensor would have to be to answer at `sensed`, s: the change that puts it there, or none. */
export function sensorAt(a: Assessment, sensed: number): FixDraft[] {
  const { setup } = a
  const { sensor } = setup
  if (sensorOf(setup).crossed) {
    if (sensed <= 0 || setup.motion.kind === 'still') return []
    const place = downToMillimetre(natureOf(a.known).motion.positionAt(sensed))
    return place > 0
      ? [
          {
            label: 'finding.timing.moveBeamStart',
            figures: { place: length(place, 'm') },
            changes: [{ path: 'sensor.position', value: place }],
          },
        ]
      : []
  }
  if (!sensorOf(setup).listens) return []
  const heard = a.timing.sensed === null ? Infinity : a.timing.sensed - soundDistance(setup) / a.soundSpeed
  const soundTime = sensed - heard
  const distance = downToMillimetre(soundTime * a.soundSpeed)
  if (!(distance > 0)) return []
  const source = soundPlace(setup)
  const along = Math.max(-distance, Math.min(distance, sensor.position - source))
  if (source + along < 0) return []
  return [
    {
      label: 'finding.timing.moveMicrophoneSource',
      figures: { place: length(distance, 'm') },
      changes: [
        { path: 'sensor.position', value: source + along },
        { path: 'sensor.offset', value: downToMillimetre(Math.sqrt(Math.max(0, distance * distance - along * along))) },
      ],
    },
  ]
}
