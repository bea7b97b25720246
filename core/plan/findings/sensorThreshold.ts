import { thresholdWindow } from '../../physics/sensing'
import { sensorOf } from '../../sensors/all'
import { peakAtSensor } from '../../sensors/sound'
import type { FixDraft, Rule } from './types'

/** The event is too quiet, or the noise too loud, for the sensor's threshold. */
export const sensorThreshold: Rule = ({ setup }) => {
  const { sensor } = setup
  const { fallsBy, knocks } = sensorOf(setup)
  if (setup.trigger !== 'sensor' || fallsBy === null) return null
  if (sensor.falsePeak === null || sensor.eventPeak === null) {
    return {
      id: 'sensor-untested',
      severity: 'note',
      title: `${knocks ? 'Vibration' : 'Sound'} sensor untested: it may misfire or miss the event`,
      reason:
        'Note the loudest false peak (shutter click, footstep, bounce) and the quietest real one, and ' +
        'the threshold is worked out.',
      figures: {},
      paths: ['sensor.falsePeak', 'sensor.eventPeak'],
      fixes: [],
    }
  }
  const peak = peakAtSensor(setup, fallsBy) ?? sensor.eventPeak
  const window = thresholdWindow({ falsePeaks: [sensor.falsePeak], eventPeaks: [peak] })
  const figures = {
    false: { value: sensor.falsePeak, quantity: 'number' as const },
    event: { value: peak, quantity: 'number' as const },
    threshold: { value: sensor.threshold ?? window.threshold ?? sensor.falsePeak, quantity: 'number' as const },
    margin: { value: window.marginDb, quantity: 'number' as const },
  }
  const fixes: FixDraft[] = []
  if (window.threshold !== null) {
    const set = Number(window.threshold.toPrecision(4))
    fixes.push({
      label: 'Set the threshold to {set}',
      figures: { set: { value: set, quantity: 'number' } },
      changes: [{ path: 'sensor.threshold', value: set }],
    })
  }
  const threshold = sensor.threshold
  if (!window.separable || (threshold !== null && threshold <= sensor.falsePeak)) {
    return {
      id: 'sensor-too-keen',
      severity: 'error',
      title: window.separable
        ? 'Misfires likely: a click or bounce is loud enough to trigger'
        : 'Misfires likely: no threshold separates the event from a click',
      reason: window.separable
        ? 'Loudest false peak {false}, threshold {threshold}, quietest real peak {event}: {margin} dB between them.'
        : 'Loudest false peak {false}, quietest real peak {event}: {margin} dB. Bring the ' +
          `${knocks ? 'sensor' : 'microphone'} closer, or muffle the false sounds.`,
      figures,
      paths: ['sensor.threshold', 'sensor.falsePeak'],
      fixes,
    }
  }
  if (threshold !== null && threshold >= peak) {
    return {
      id: 'sensor-too-dull',
      severity: 'error',
      title: 'The sensor will miss the event',
      reason:
        'The threshold, {threshold}, is above the quietest real peak, {event}. Lower it or move the ' +
        `${knocks ? 'sensor' : 'microphone'} closer.`,
      figures,
      paths: ['sensor.threshold', 'sensor.eventPeak'],
      fixes,
    }
  }
  return null
}
