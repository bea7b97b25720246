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
      title: knocks ? 'finding.sensorThreshold.vibrationUntested' : 'finding.sensorThreshold.soundUntested',
      reason: 'finding.sensorThreshold.noteLoudestFalsePeak',
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
      label: 'finding.sensorThreshold.setThreshold',
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
        ? 'finding.sensorThreshold.misfiresLikelyClickBounce'
        : 'finding.sensorThreshold.misfiresLikelyNoThreshold',
      reason: window.separable
        ? 'finding.sensorThreshold.loudestFalsePeakThreshold'
        : knocks
          ? 'finding.sensorThreshold.bringSensorCloser'
          : 'finding.sensorThreshold.bringMicrophoneCloser',
      figures,
      paths: ['sensor.threshold', 'sensor.falsePeak'],
      fixes,
    }
  }
  if (threshold !== null && threshold >= peak) {
    return {
      id: 'sensor-too-dull',
      severity: 'error',
      title: 'finding.sensorThreshold.sensorWillMissEvent',
      reason: knocks ? 'finding.sensorThreshold.lowerOrMoveSensor' : 'finding.sensorThreshold.lowerOrMoveMicrophone',
      figures,
      paths: ['sensor.threshold', 'sensor.eventPeak'],
      fixes,
    }
  }
  return null
}
