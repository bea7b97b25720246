import { thresholdWindow } from '../../sensing'
import { traitsOf } from '../../recipes/all'
import { startIsHeard } from '../../setup/typical'
import { splashCavity } from '../../subjects'
import { sensorOf } from '../../sensors/all'
import { peakAtSensor } from '../../sensors/sound'
import { meanInputs, motionFor } from '../chain'
import { isSequence } from '../sequence'
import { type FixDraft, type Rule, length, number, speed, time } from './types'

export const beamTooShort: Rule = a => {
  const { setup, beamBlock } = a
  const { sensor, motion } = setup
  if (setup.trigger !== 'sensor' || beamBlock === null || beamBlock >= sensor.response * (1 - 1e-9)) return null
  const objectSpeed = (motion.objectLength + sensor.beamWidth) / beamBlock
  const width = Math.ceil((sensor.response * objectSpeed - motion.objectLength) * 10_000) / 10_000
  const fixes: FixDraft[] = []
  if (width <= 0.05) {
    fixes.push({
      label: 'Use a beam {width} wide along the travel',
      figures: { width: length(width, 'mm') },
      changes: [{ path: 'sensor.beamWidth', value: width }],
    })
  }
  const faster = Math.floor(beamBlock * 0.9 * 1e7) / 1e7
  if (faster > 0) {
    fixes.push({
      label: 'Use a sensor that answers within {response}',
      figures: { response: time(faster) },
      changes: [{ path: 'sensor.response', value: faster }],
    })
  }
  return {
    id: 'beam-too-short',
    severity: 'error',
    title: 'The beam is crossed in {block}: too quick for the sensor',
    reason: 'At {speed} an object of {object} blocks a beam of {beam} for {block}; the sensor needs {response}.',
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

export const sensorThreshold: Rule = ({ setup }) => {
  const { sensor } = setup
  if (setup.trigger !== 'sensor' || !sensorOf(setup).hears) return null
  if (sensor.falsePeak === null || sensor.eventPeak === null) {
    return {
      id: 'sensor-untested',
      severity: 'note',
      title: 'Sound sensor not tested',
      reason:
        'Note the loudest false peak (shutter click, footstep, bounce) and the quietest true one, and the ' +
        'threshold follows.',
      figures: {},
      paths: ['sensor.falsePeak', 'sensor.eventPeak'],
      fixes: [],
    }
  }
  const peak = peakAtSensor(setup) ?? sensor.eventPeak
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
        ? 'The sensor is so keen that a click or a bounce fires it'
        : 'No threshold tells the event from a click',
      reason: window.separable
        ? 'Loudest false peak {false}, threshold {threshold}, quietest true peak {event}: {margin} dB between them.'
        : 'Loudest false peak {false}, quietest true peak {event}: {margin} dB. Bring the microphone nearer, or ' +
          'muffle what is false.',
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
      reason: 'Threshold {threshold} is above the quietest true peak, {event}.',
      figures,
      paths: ['sensor.threshold', 'sensor.eventPeak'],
      fixes,
    }
  }
  return null
}

/** Echoes in a studio die within about this time, s. */
const RINGING = 0.25

export const holdOffShort: Rule = ({ setup }) => {
  const { controller } = setup
  if (setup.trigger !== 'sensor' || !sensorOf(setup).hears || isSequence(setup)) return null
  const ringing = Math.max(RINGING, Number((setup.sensor.bounceAfter * 1.5).toPrecision(2)))
  if (controller.holdOff >= ringing) return null
  return {
    id: 'hold-off-short',
    severity: 'note',
    title: 'Hold-off shorter than the echo',
    reason:
      'After {holdOff} the controller listens again; bounces and echoes go on for about {ringing} and can pop the ' +
      'flash twice.',
    figures: { holdOff: time(controller.holdOff), ringing: time(ringing) },
    paths: ['controller.holdOff'],
    fixes: [
      {
        label: 'Set the hold-off to {ringing}',
        figures: { ringing: time(ringing) },
        changes: [{ path: 'controller.holdOff', value: ringing }],
      },
    ],
  }
}

export const opticalPreFlash: Rule = ({ setup }) => {
  const slave = setup.flashes.findIndex(flash => flash.fired === 'slave')
  if ((setup.link.kind !== 'optical' && slave < 0) || setup.method === 'fast-shutter') return null
  return {
    id: 'optical-pre-flash',
    severity: 'note',
    title: 'Optical slaves follow any flash',
    reason:
      'A metering pre-flash fires them early: manual power on every unit, no pre-flash, no other flash in the room.',
    figures: {},
    paths: [slave < 0 ? 'link.kind' : `flashes[${slave}].fired`],
    fixes: [],
  }
}

export const silentSource: Rule = ({ setup }) => {
  const { sensor, action } = setup
  const listens = setup.trigger === 'sensor' && sensorOf(setup).hears
  if (!listens || sensor.source !== 'start' || startIsHeard(action.kind)) return null
  return {
    id: 'silent-source',
    severity: 'warning',
    title: 'The microphone answers to a start that makes no sound',
    reason: 'Nothing is heard when it is let go. What hits the surface, the floor under it or the table is heard.',
    figures: {},
    paths: ['sensor.source'],
    fixes: [{ label: 'Answer to the impact', changes: [{ path: 'sensor.source', value: 'impact' }] }],
  }
}

export const poolShallow: Rule = ({ known: setup, drag, timing }) => {
  if (!traitsOf(setup.recipe).splashes || setup.subject.liquidDepth <= 0 || timing.impact === null) return null
  if (setup.moment.model !== 'splash' && setup.moment.model !== 'cavity') return null
  const impact = motionFor(setup, drag, meanInputs(setup)).speedAt(timing.impact)
  if (impact <= 0) return null
  const cavity = splashCavity({ diameter: setup.motion.diameter, speed: impact })
  if (setup.subject.liquidDepth >= cavity.radius && cavity.inRange) return null
  const shallow = setup.subject.liquidDepth < cavity.radius
  const deep = Math.ceil(cavity.radius * 1.2 * 1000) / 1000
  return {
    id: 'pool-shallow',
    severity: 'note',
    title: shallow ? 'Shallower than the cavity is deep' : 'Outside what the splash times are known for',
    reason: shallow
      ? 'The cavity would be {radius} deep, the liquid is {depth}: crown and jet come sooner and lower than planned.'
      : 'At Fr {froude} and We {weber} the times are a guess: the first takes will tell.',
    figures: {
      radius: length(cavity.radius, 'mm'),
      depth: length(setup.subject.liquidDepth, 'mm'),
      froude: number(cavity.froude),
      weber: number(cavity.weber),
    },
    paths: ['subject.liquidDepth'],
    fixes: shallow
      ? [
          {
            label: 'Fill it to {deep}',
            figures: { deep: length(deep, 'mm') },
            changes: [{ path: 'subject.liquidDepth', value: deep }],
          },
        ]
      : [],
  }
}
