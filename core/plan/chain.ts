import { speedOfSound, airDensity } from '../air'
import { sphereDrag } from '../flight'
import { shockTime } from '../sensing'
import { cavitySealTime, hangTime, tearTime } from '../subjects'
import type { Stage } from '../timing'
import type { Setup } from '../setup/types'
import { flashLatency } from './light'
import { type Motion, motionOf } from './motion'

/** A press on the count scatters by 40 to 60 ms; the middle of it, s. */
export const HAND_JITTER = 0.05

/** What decides when things happen in one take, SI; the mean take has the set-up's own figures. */
export interface TakeInputs {
  speed: number
  subjectDistance: number
  sensorPosition: number
  sensorOffset: number
  temperatureC: number
  crackSpeed: number
  /** Factor on the time from the reference to the moment. */
  phaseScale: number
}

export interface TakeTimes {
  /** s after the action starts; null where it never happens. */
  impact: number | null
  apex: number | null
  /** When the sensor's place is reached by what it answers to, before its own latency. */
  sensed: number | null
  /** What the sensor heard first, where it listens. */
  heard: 'report' | 'shock' | 'impact' | null
  moment: number | null
}

export interface NamedStage extends Stage {
  id: 'sensor' | 'controller' | 'link' | 'camera' | 'flash' | 'shutter' | 'hand'
  label: string
}

/** Quadratic drag of the set-up's object, 1/m: as measured, else that of a sphere. */
export function dragOf(setup: Setup): number {
  const { motion, air } = setup
  if (motion.kind !== 'flight' && motion.kind !== 'fall') return 0
  return motion.dragPerMetre ?? sphereDrag({
    diameter: motion.diameter,
    mass: motion.mass,
    dragCoefficient: motion.dragCoefficient,
    airDensity: airDensity(air),
  })
}

export function meanInputs(setup: Setup): TakeInputs {
  return {
    speed: setup.motion.speed,
    subjectDistance: setup.subject.distance,
    sensorPosition: setup.sensor.position,
    sensorOffset: setup.sensor.offset,
    temperatureC: setup.air.temperatureC,
    crackSpeed: setup.subject.crackSpeed,
    phaseScale: 1,
  }
}

export function motionFor(setup: Setup, drag: number, x: TakeInputs): Motion {
  return motionOf({ kind: setup.motion.kind, speed: x.speed, angle: setup.motion.angle, dragPerMetre: drag, reach: setup.subject.distance })
}

/** s from the reference to the moment, for the phase models. */
function phaseTime(setup: Setup, x: TakeInputs): number {
  const { moment, subject, motion } = setup
  switch (moment.model) {
    case 'time': return moment.time
    case 'tear': return moment.fraction * tearTime({ diameter: subject.height, crackSpeed: x.crackSpeed })
    case 'hang': return hangTime({ diameter: subject.height, sagFraction: moment.fraction })
    case 'cavity': return moment.fraction * cavitySealTime({ radius: motion.diameter / 2 })
  }
}

/**
 * When everything happens in one take: one model for every recipe. The action starts at 0; the thing moves; the sensor is reached by
 * the object itself, by a sound or by a touch; the moment is a place along the travel or a time after an event.
 */
export function takeTimes(setup: Setup, drag: number, x: TakeInputs): TakeTimes {
  const { sensor, moment } = setup
  const motion = motionFor(setup, drag, x)
  const impact = motion.timeAt(x.subjectDistance)

  let sensed: number | null = null
  let heard: TakeTimes['heard'] = null
  switch (sensor.kind) {
    case 'beam': sensed = motion.timeAt(x.sensorPosition); break
    case 'hand': sensed = 0; break
    case 'contact': sensed = sensor.source === 'start' ? 0 : impact; break
    case 'sound': {
      const soundSpeed = speedOfSound({ temperatureC: x.temperatureC, relativeHumidity: setup.air.relativeHumidity, pressure: setup.air.pressure })
      if (sensor.source === 'start') {
        heard = 'report'
        sensed = Math.hypot(x.sensorPosition, x.sensorOffset) / soundSpeed
        const shock = setup.motion.kind === 'flight' && x.speed > soundSpeed
          ? shockTime({ downrange: x.sensorPosition, offset: x.sensorOffset, speed: x.speed, soundSpeed })
          : null
        if (shock !== null && shock < sensed) { sensed = shock; heard = 'shock' }
      }
      else if (impact !== null) {
        heard = 'impact'
        const source = setup.motion.kind === 'still' ? 0 : x.subjectDistance
        sensed = impact + Math.hypot(x.sensorPosition - source, x.sensorOffset) / soundSpeed
      }
    }
  }

  let at: number | null
  switch (moment.reference) {
    case 'travel': at = motion.timeAt(x.subjectDistance + moment.offset, moment.descending); break
    case 'start': at = 0; break
    case 'impact': at = impact; break
    case 'apex': at = motion.apex; break
  }
  if (at !== null && moment.reference !== 'travel') at += phaseTime(setup, x) * x.phaseScale
  return { impact, apex: motion.apex, sensed, heard, moment: at }
}

/** Stages from the sensor's place to the middle of the light or of the exposure, in order. */
export function chainStages(setup: Setup): NamedStage[] {
  const { sensor, controller, link, camera } = setup
  const stages: NamedStage[] = []
  if (setup.trigger === 'sensor') {
    stages.push({ id: 'sensor', label: 'sensor', latency: sensor.latency, jitter: sensor.jitter })
    stages.push({ id: 'controller', label: 'controller', latency: controller.latency, jitter: controller.jitter })
    stages.push({ id: 'link', label: `${setup.link.kind} link`, latency: link.latency, jitter: link.jitter })
  }
  else if (setup.trigger === 'hand') stages.push({ id: 'hand', label: 'hand on the count', latency: 0, jitter: HAND_JITTER })
  const throughCamera = setup.method !== 'open-shutter'
  if (throughCamera) stages.push({ id: 'camera', label: 'shutter lag', latency: camera.lag, jitter: camera.lagJitter })
  if (setup.method === 'fast-shutter') {
    stages.push({ id: 'shutter', label: 'to mid exposure', latency: (setup.picture.shutter + curtainTime(setup)) / 2, jitter: 0 })
  }
  else {
    const flash = flashLatency(setup)
    stages.push({ id: 'flash', label: 'flash to mid light', latency: flash.latency, jitter: flash.jitter })
  }
  return stages
}

/** s from the sensor's place until the controller's delay begins. */
export function latencyBeforeDelay(stages: readonly NamedStage[]): number {
  return stages.reduce((sum, stage) => (stage.id === 'sensor' || stage.id === 'controller' ? sum + stage.latency : sum), 0)
}

/** s the opening takes to cross the frame. */
export function curtainTime(setup: Setup): number {
  const { camera } = setup
  if (camera.shutterKind === 'focal-plane') return camera.curtainTravel
  return camera.shutterKind === 'rolling' ? camera.readOut : 0
}
