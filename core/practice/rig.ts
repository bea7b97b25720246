import { seededRandom } from '../math/random'
import { completeSetup } from '../defaults/complete'
import { known } from '../defaults/typical'
import type { KnownSetup } from '../setup/known'
import type { Setup } from '../setup/types'
import type { ShotInputs } from './world/take'

/** What is true of a practice rig and hidden from whoever shoots with it. SI units. */
export interface RigTruth {
  /** m/s at the start, and of the tear. */
  speed: number
  crackSpeed: number
  /** m/s of a knock in the table; rigs of earlier days have that of their set-up. */
  waveSpeed?: number
  /** Factor on the time from the reference to the moment. */
  phase: number
  /** How far off the tape was, m; the thermometer, K. */
  sensorPosition: number
  sensorOffset: number
  subjectDistance: number
  temperatureC: number
  /** Factor on every spread from take to take. */
  scatter: number
  /** s that the chain is slower than its ratings say. */
  chain: number
  /** Share of the speed lost with each shot: pressure falls, elastic tires. */
  drift: number
  /** Chance of a shot in which nothing comes out, 0 to 1. */
  misfire: number
  /**
   * Peaks at the sensor, on the scale of its threshold: of the shutter’s click or a voice, and of the event, each the
   * middle of a log-normal spread.
   */
  click: number
  event: number
  /** s after the event at which the sensor is set off once more. */
  bounce: number
  /**
   * m beside the middle of a beam that things pass, standard deviation; spread of a peak and of a flash's light from
   * shot to shot, natural log.
   */
  offAxis: number
  loudness: number
  flash: number
  /** Share of its speed that what flies loses in what it goes through; rigs of earlier days have none. */
  speedLost?: number
  /** s that whoever presses on the count comes early. */
  flinch: number
}

/** A simulated rig: the set-up it was rigged as, and what is true of it. */
export interface PracticeRig {
  seed: number
  /**
   * As it was when the rig was drawn: what it throws and what happens then stays, whatever is typed into the set-up
   * later.
   */
  setup: Setup
  truth: RigTruth
}

/** Peaks where the set-up names none. */
const CLICK = 0.06
const EVENT = 0.7
/** A draw beyond so many deviations is a rig nobody would believe. */
const BELIEVED = 2.5
/** What the world has beyond the plan: share of a thing's radius it passes beside a beam; natural logs. */
const BESIDE = 0.25
const LOUDNESS = 0.15
const FLASH_TO_FLASH = 0.05

/** Truth that rigs of earlier days did not have. */
const EXTRAS_OF_OLD = { offAxis: 0, loudness: LOUDNESS, flash: 0, flinch: 0 }

/** A rig read back from where it was kept, completed by what its day did not have. */
export const completeRig = (rig: PracticeRig): PracticeRig => ({
  ...rig,
  setup: completeSetup(rig.setup) as Setup,
  truth: { ...EXTRAS_OF_OLD, ...rig.truth },
})

/**
 * A rig drawn for a set-up: what the plan may have wrong is wrong by as much as it says it may be, and the rest by what
 * is usual.
 *
 * @param setup validated
 * @param seed whole number; the same seed gives the same rig
 * @param options.drift share of the speed lost with each shot
 */
export function drawRig(setup: Setup, seed: number, options: { drift?: number } = {}): PracticeRig {
  const random = seededRandom(seed)
  const z = (): number => Math.max(-BELIEVED, Math.min(BELIEVED, random.normal()))
  const factor = (share: number): number => Math.exp(Math.sqrt(Math.log(1 + share * share)) * z())
  const { motion, subject, sensor, moment, air, hand, controller, camera } = setup
  const { sensor: given, link, flashes } = known(setup)
  const moves = motion.kind !== 'still' && motion.kind !== 'fall'
  const ratings =
    given.latency +
    controller.latency +
    link.latency +
    (setup.method === 'open-shutter' ? 0 : camera.lag) +
    Math.max(0, ...flashes.map(flash => flash.latency))
  return {
    seed,
    setup,
    truth: {
      speed: motion.speed * (moves ? factor(motion.speedError) : 1),
      crackSpeed: subject.crackSpeed * factor(subject.crackSpeedError),
      phase: factor(moment.timeError),
      sensorPosition: sensor.positionError * z(),
      sensorOffset: sensor.positionError * z(),
      subjectDistance: subject.distanceError * z(),
      temperatureC: air.temperatureError * z(),
      scatter: Math.exp(0.3 * random.normal()),
      chain: 0.08 * random.normal() * ratings,
      drift: options.drift ?? 0,
      misfire: 0.01 + 0.04 * random.uniform(),
      click: (sensor.falsePeak ?? CLICK) * Math.exp(0.2 * random.normal()),
      event: (sensor.eventPeak ?? EVENT) * Math.exp(0.2 * random.normal()),
      bounce: 0.04 + 0.1 * random.uniform(),
      offAxis: sensor.kind === 'beam' ? (BESIDE * motion.diameter) / 2 : 0,
      loudness: LOUDNESS,
      flash: FLASH_TO_FLASH,
      flinch: hand.flinch + hand.flinchError * z(),
      ...(sensor.kind === 'vibration' ? { waveSpeed: sensor.waveSpeed * factor(sensor.waveSpeedError) } : {}),
      ...(subject.speedLost > 0 ? { speedLost: subject.speedLost * factor(subject.speedLostError) } : {}),
    },
  }
}

/** A rig that is just as planned, with nothing that the plan leaves out: what the plan is held to. */
export function plannedRig(setup: Setup): PracticeRig {
  const { truth, ...rig } = drawRig(setup, 1)
  return {
    ...rig,
    truth: {
      ...truth,
      speed: setup.motion.speed,
      crackSpeed: setup.subject.crackSpeed,
      waveSpeed: setup.sensor.waveSpeed,
      phase: 1,
      sensorPosition: 0,
      sensorOffset: 0,
      subjectDistance: 0,
      temperatureC: 0,
      scatter: 1,
      chain: 0,
      drift: 0,
      misfire: 0,
      click: 1e-9,
      event: setup.sensor.eventPeak ?? EVENT,
      offAxis: 0,
      loudness: 0,
      flash: 0,
      flinch: setup.hand.flinch,
      speedLost: setup.subject.speedLost,
    },
  }
}

/** The least that is left of a speed. */
const LEAST_FACTOR = 0.2

/** The set-up as it stands with what the rig really throws, and the mean inputs of a shot after so many before. */
export function truthOf(rig: PracticeRig, current: Setup, before: number): { setup: KnownSetup; inputs: ShotInputs } {
  const { truth } = rig
  const { depth, height, crackSpeed, liquidDepth, filling, speedLost, secondDepth } = rig.setup.subject
  const setup = known({
    ...current,
    motion: { ...rig.setup.motion, faceWithin: current.motion.faceWithin },
    moment: { ...rig.setup.moment, window: current.moment.window },
    air: { ...rig.setup.air },
    subject: { ...current.subject, depth, height, crackSpeed, liquidDepth, filling, speedLost, secondDepth },
  })
  return {
    setup,
    inputs: {
      speed: truth.speed * Math.max(LEAST_FACTOR, 1 - truth.drift * before),
      subjectDistance: Math.max(0, setup.subject.distance + truth.subjectDistance),
      sensorPosition: Math.max(0, setup.sensor.position + truth.sensorPosition),
      sensorOffset: Math.max(0, setup.sensor.offset + truth.sensorOffset),
      temperatureC: Math.min(60, Math.max(-40, setup.air.temperatureC + truth.temperatureC)),
      crackSpeed: truth.crackSpeed,
      waveSpeed: truth.waveSpeed ?? setup.sensor.waveSpeed,
      phaseScale: truth.phase,
      speedLost: truth.speedLost ?? speedLost,
    },
  }
}
