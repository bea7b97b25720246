import { memoisedFor } from '../math/memoised'
import type { Matrix } from '../math/matrix'
import { sigmaOf } from '../take/spread'
import { FIELDS, type NumberField } from '../setup/fields'
import type { Evidence, FlashSetup, HeldPosterior, Setup } from '../setup/types'
import { curtainSeen } from './curtain'
import { infer } from './infer'
import { isTiming } from './predict'
import type { Posterior, Unknown } from './types'
import { inferredSigma, sameUnknown, unknownsOf } from './unknowns'
import { weightedMean } from '../math/weightedMean'

/** How wrong a light level may be that was assumed or worked out, and one of the room; stops. */
const LIGHT_ERROR = 0.5
const ROOM_ERROR = 2

const clamped = (path: keyof typeof FIELDS, value: number): number => {
  const { min, max } = FIELDS[path] as NumberField
  return Math.min(max, Math.max(min, value))
}

/**
 * Everything but the conditions that evidence keeps: what the inference depends on. Parts that do not change keep their
 * identity, so that comparing them is quick.
 */
function priorsOf({ recipe, motion, subject, moment, air, hand, sensor, controller, link, camera, flashes }: Setup) {
  const flash = flashes[0]
  return [
    recipe,
    motion,
    air,
    hand,
    camera,
    subject.distanceError,
    subject.liquidDepth,
    subject.speedLost,
    subject.speedLostSpread,
    subject.speedLostError,
    subject.secondDepth,
    subject.crackSpeed,
    subject.crackSpeedSpread,
    subject.crackSpeedError,
    moment.timeSpread,
    moment.timeError,
    sensor.positionError,
    sensor.beamWidth,
    sensor.response,
    sensor.latency,
    sensor.jitter,
    sensor.riseTime,
    sensor.threshold,
    sensor.eventPeak,
    sensor.peakDistance,
    sensor.waveSpeed,
    sensor.waveSpeedError,
    controller.latency,
    controller.jitter,
    link.latency,
    link.jitter,
    flash?.latency,
    flash?.jitter,
    flash?.slaveDelay,
    flash?.supply,
    flash?.table,
  ]
}

const inferred = memoisedFor<readonly Evidence[], Posterior | null>()

/** Beliefs of the last lists of evidence: a question about a reading tries the same few answers with every plan. */
const RECENT = 12
const recent: { evidence: readonly Evidence[]; priors: readonly unknown[]; belief: Posterior | null }[] = []

const sameParts = (a: readonly unknown[], b: readonly unknown[]): boolean =>
  a.length === b.length && a.every((part, i) => Object.is(part, b[i]))
const sameEntry = (a: Evidence, b: Evidence): boolean => a === b || sameParts(Object.values(a), Object.values(b))

function remembered(setup: Setup, priors: readonly unknown[]): Posterior | null {
  const { evidence } = setup
  const before = recent.find(
    one =>
      one.evidence.length === evidence.length &&
      sameParts(one.priors, priors) &&
      one.evidence.every((entry, i) => sameEntry(entry, evidence[i]!)),
  )
  if (before) return before.belief
  const belief = infer(setup)
  recent.push({ evidence, priors, belief })
  if (recent.length > RECENT) recent.shift()
  return belief
}

/** What the evidence of a set-up says, worked out once while only places are moved. */
export function posteriorOf(setup: Setup): Posterior | null {
  if (setup.evidence.length === 0) return null
  const priors = priorsOf(setup)
  return inferred(setup.evidence, priors, () => remembered(setup, priors))
}

/** s off what was entered that is not worth a stage of its own. */
const NO_LATENCY = 1e-6

/** The set-up's own unknowns as they are held: those that were seen with their covariance, the rest as entered. */
function ownOf(setup: Setup, belief: Posterior): { own: Unknown[]; values: number[]; covariance: Matrix } {
  const measured = belief.unknowns.some(unknown => unknown.input === 'latency')
  const own = unknownsOf(setup, measured)
  const places = own.map(unknown => belief.unknowns.findIndex(other => sameUnknown(other, unknown)))
  return {
    own,
    values: own.map((unknown, i) => {
      const value = places[i]! < 0 ? unknown.prior : belief.values[places[i]!]!
      return unknown.input === 'latency' && Math.abs(value) < NO_LATENCY ? 0 : value
    }),
    covariance: own.map((unknown, i) =>
      own.map((_, j) => {
        if (places[i]! >= 0 && places[j]! >= 0) return belief.covariance[places[i]!]![places[j]!]!
        return i === j ? inferredSigma(unknown) ** 2 : 0
      }),
    ),
  }
}

function withTiming(setup: Setup, belief: Posterior): Setup {
  const { own, values, covariance } = ownOf(setup, belief)
  const held: HeldPosterior = {
    inputs: own.map(unknown => unknown.input),
    log: own.map(unknown => unknown.log),
    values,
    covariance,
  }
  const at = (input: Unknown['input']): number => held.inputs.indexOf(input)
  const value = (input: Unknown['input'], entered: number): number => (at(input) < 0 ? entered : values[at(input)]!)
  const share = (input: Unknown['input'], entered: number): number =>
    at(input) < 0 ? entered : Math.min(1, sigmaOf(held, at(input)) / values[at(input)]!)
  const { factor } = belief.scatter
  const { motion, subject, sensor, moment, air, hand } = setup
  const spread = (path: keyof typeof FIELDS, entered: number): number => clamped(path, entered * factor)
  const sd = (input: Unknown['input'], entered: number): number => (at(input) < 0 ? entered : sigmaOf(held, at(input)))
  return {
    ...setup,
    posterior: held,
    motion: {
      ...motion,
      speed: clamped('motion.speed', value('speed', motion.speed)),
      speedError: share('speed', motion.speedError),
      speedSpread: spread('motion.speedSpread', motion.speedSpread),
    },
    subject: {
      ...subject,
      distance: clamped('subject.distance', value('subjectDistance', subject.distance)),
      distanceError: sd('subjectDistance', subject.distanceError),
      crackSpeed: clamped('subject.crackSpeed', value('crackSpeed', subject.crackSpeed)),
      crackSpeedError: share('crackSpeed', subject.crackSpeedError),
      speedLost: clamped('subject.speedLost', value('speedLost', subject.speedLost)),
      speedLostError: share('speedLost', subject.speedLostError),
      crackSpeedSpread: spread('subject.crackSpeedSpread', subject.crackSpeedSpread),
    },
    moment: {
      ...moment,
      timeError: share('phaseScale', moment.timeError),
      timeSpread: spread('moment.timeSpread', moment.timeSpread),
    },
    sensor: {
      ...sensor,
      position: clamped('sensor.position', value('sensorPosition', sensor.position)),
      offset: clamped('sensor.offset', value('sensorOffset', sensor.offset)),
      waveSpeed: clamped('sensor.waveSpeed', value('waveSpeed', sensor.waveSpeed)),
      waveSpeedError: share('waveSpeed', sensor.waveSpeedError),
    },
    air: {
      ...air,
      temperatureC: clamped('air.temperatureC', value('temperatureC', air.temperatureC)),
      temperatureError: sd('temperatureC', air.temperatureError),
    },
    hand:
      setup.trigger === 'hand'
        ? {
            ...hand,
            flinch: clamped('hand.flinch', value('flinch', hand.flinch)),
            flinchError: sd('flinch', hand.flinchError),
            scatter: spread('hand.scatter', hand.scatter),
          }
        : hand,
  }
}

/** Stops of light that a flash is taken to have, whatever its power and place. */
const strengthOf = (flash: Pick<FlashSetup, 'guideNumber' | 'units' | 'lossStops'>): number =>
  2 * Math.log2(flash.guideNumber) + Math.log2(flash.units) - flash.lossStops

/**
 * A light's reading against the figures that stand today: what was put right since it was metered is not off any more.
 */
function asNow(flash: FlashSetup, { value, error, light, conditions }: Evidence): { value: number; error: number } {
  const then = (key: 'guideNumber' | 'units' | 'lossStops'): number => {
    const kept = conditions.find(({ path }) => path === `flashes[${light}].${key}`)?.value
    return typeof kept === 'number' ? kept : flash[key]
  }
  const before = { guideNumber: then('guideNumber'), units: then('units'), lossStops: then('lossStops') }
  return { value: value - (strengthOf(flash) - strengthOf(before)), error }
}

/** Light is inferred apart: nothing in it bears on when things happen. */
function withLight(setup: Setup): Setup {
  const seen = setup.evidence.filter(entry => entry.on && !isTiming(entry))
  if (seen.length === 0) return setup
  const curtain = curtainSeen(setup)
  const room = seen.filter(entry => entry.kind === 'ambient')
  const known = setup.marks.some(mark => mark.path === 'picture.ambientEv' && mark.from !== 'assumed')
  return {
    ...setup,
    camera: curtain ? { ...setup.camera, curtainTravel: clamped('camera.curtainTravel', curtain.value) } : setup.camera,
    picture:
      room.length === 0
        ? setup.picture
        : {
            ...setup.picture,
            ambientEv: clamped(
              'picture.ambientEv',
              weightedMean(setup.picture.ambientEv, known ? LIGHT_ERROR : ROOM_ERROR, room).value,
            ),
          },
    flashes: setup.flashes.map((flash, i) => {
      const metered = seen
        .filter(entry => entry.kind === 'light' && entry.light === i)
        .map(entry => asNow(flash, entry))
      if (metered.length === 0) return flash
      return {
        ...flash,
        lossStops: Math.min(15, Math.max(-3, flash.lossStops - weightedMean(0, LIGHT_ERROR, metered).value)),
      }
    }),
  }
}

/**
 * The set-up as everything that was seen makes it: what every sum of the plan goes by. Its own figures stay beside the
 * evidence; this is worked out from both and never kept.
 *
 * @param setup validated
 * @returns the same object where nothing was seen, or where it is informed already
 */
export function conditionedOnEvidence(setup: Setup): Setup {
  if (setup.posterior || setup.evidence.every(entry => !entry.on)) return setup
  const belief = posteriorOf(setup)
  const lit = withLight(setup)
  return belief === null ? { ...lit, posterior: NOTHING_HELD } : withTiming(lit, belief)
}

/** Held of the timing where only light was seen: that the set-up is informed. */
const NOTHING_HELD: HeldPosterior = { inputs: [], log: [], values: [], covariance: [] }
