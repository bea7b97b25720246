import { speedOfSound } from '../physics/air'
import type { Standing } from '../light/place'
import { isSilhouette, silhouetteLevels } from '../light/silhouette'
import { beamBlockTime } from '../physics/flight'
import { airyDiameter, depthOfField, effectiveAperture, fieldOfView, magnification } from '../physics/optics'
import { burstCatch, keepProbability, quantiseDelay } from '../physics/timing'
import { sensorOf } from '../sensors/all'
import { conditionedOnEvidence } from '../inference/conditioned'
import { focusedDistance } from '../setup/focus'
import { metered } from '../setup/metered'
import { known } from '../defaults/typical'
import type { KnownSetup } from '../setup/known'
import type { Setup } from '../setup/types'
import { type BodyStreak, acrossPicture, fastestSharp, objectSpeedAt, sizeOf, streaksOf } from '../take/bodies'
import type { Exposing, Optics } from '../setup/parts'
import { type NamedStage, totalLatency } from '../take/chain'
import type { TakeTimes } from '../sensors/take'
import {
  type LightPulse,
  type LightWay,
  ambientExposure,
  asMet,
  exposingLights,
  highestPowerWithin,
  lightLevel,
  lightPulses,
  stopsOf,
} from '../light/pulses'
import { type FaceShown, faceShown } from '../take/face'
import type { Motion } from '../physics/travel'
import { type Nature, natureOf } from '../take/nature'
import { type SequencePlan, sequenceOf } from './sequence'
import { type ShutterCheck, highSpeedSyncActs, lightLost, shutterCheck, syncRuledOut } from '../light/shutter'
import { smearOf } from '../physics/smear'
import { type Spread, spreadOf } from '../take/spread'

/** Nothing in a studio waits longer; stands in for a window the thing never leaves, s. */
const LONGEST_WINDOW = 10

/** When things happen in the mean take, and the delay for it, s. */
export interface Timing extends TakeTimes {
  /**
   * Delay that puts the capture on the moment, s; negative: the chain is too slow; null: no delay is dialled or
   * something never happens.
   */
  wanted: number | null
  /** Nearest the controller can be set to, s. */
  set: number | null
  /** set − wanted, s. */
  residual: number | null
  /** Delay in use: dialled, else set. */
  used: number | null
  /** Whether the controller can be set to what is wanted, within a step. */
  feasible: boolean
  /** Capture instant: middle of the light or of the exposure, s after the action starts. */
  captured: number | null
  /** captured − moment, s, + = late. */
  bias: number | null
  /** Sum of the chain without the delay, s. */
  chainLatency: number
  /** By hand: s before the moment at which to press, and what is pressed at; null for other triggers. */
  leadPlanned: number | null
  lead: number | null
}

/** How far things move while there is light, m. */
export interface Sharpness {
  /** What freezes. */
  by: 'flash' | 'shutter'
  /** s of light that draws the sharp core of the streak (of one flash, its t.1), or of open shutter. */
  duration: number
  /** Every body of the set-up with its own streak. */
  bodies: BodyStreak[]
  /** The fastest of those that must be sharp, and its m/s; none where none must. */
  worst: BodyStreak | null
  speed: number
  /** Its streak: m at the subject, m on the sensor, pixels. */
  subject: number
  sensor: number
  pixels: number
  /** What is seen of it beyond its core: m at the subject from the core's start, and stops under it; null: nothing. */
  ghost: { length: number; under: number } | null
  /** m that are held to the limit: the core, or the ghost where that is less than 4 stops under it. */
  judged: number
  limit: number
  extrapolated: boolean
  /** For each light the highest power within the limit; null: none. */
  highestPowers: (number | null)[]
}

/** Everything a plan shows but its findings. */
export interface Assessment {
  /** The set-up as what was seen makes it, and as it was entered; the same where nothing was seen. */
  setup: Setup
  entered: Setup
  /** The set-up with what was not entered filled in by its stated rule: what every figure here goes by. */
  known: KnownSetup
  drag: number
  soundSpeed: number
  timing: Timing
  stages: NamedStage[]
  spread: Spread
  /** m/s of the object at the moment; along the axis of travel; and of the fastest body to hold sharp. */
  objectSpeed: number
  alongSpeed: number
  markSpeed: number
  /** m past the near face where a take at the mean is caught; null where nothing travels. */
  caughtAt: number | null
  keep: {
    /** s either side of the moment. */
    before: number
    after: number
    /** Chance per take once the mean is right, and for the very first take, 0 to 1. */
    perTake: number
    firstTake: number
    /** The same as `perTake` were the delay not held to the controller's steps. */
    unstepped: number
    /** Frames of a burst that fall within the window, on average; null: no burst. */
    framesPerEvent: number | null
  }
  /** How the face of what turns stands; null where any side will do. */
  face: FaceShown | null
  pulses: LightPulse[]
  sharpness: Sharpness
  optics: {
    magnification: number
    effectiveAperture: number
    fieldWidth: number
    fieldHeight: number
    pixelPitch: number
    near: number
    far: number | null
    depth: number | null
    airy: number
  }
  exposure: {
    /**
     * Stops of what faces the camera against correct, with what the shutter cuts off, cards throw and flags keep off;
     * of a silhouette that is the background; null without flash.
     */
    flash: number | null
    /** Where lights light only the background: stops of the subject before it; null there: black. */
    silhouette: { subject: number | null } | null
    /** The same as the set-up gives it: a take’s own flashes may give more or less. */
    planned: number | null
    /** Stops each light loses to the shutter in the middle of the frame. */
    lost: readonly number[]
    /** Lights that stand in front and so expose what faces the camera, by their place in the list. */
    front: number[]
    ambient: number
    black: boolean
  }
  shutter: ShutterCheck
  /** s the beam is blocked; null for other sensors or where it is never reached. */
  beamBlock: number | null
  /** Several pops in one frame; null: a single one. */
  sequence: SequencePlan | null
}

/** Everything a plan shows but its findings: one pure pass over the set-up. */
export function assess(entered: Setup): Assessment {
  const setup = metered(conditionedOnEvidence(entered))
  const given = known(setup)
  const nature = natureOf(given)
  const { drag, motion, times, stages } = nature
  const spread = spreadOf(given, nature)
  const timing = timingOf(given, times, stages)
  const objectSpeed = objectSpeedAt(given, nature)
  const alongSpeed =
    times.moment === null || given.sequence.track.length > 1 ? objectSpeed : Math.abs(motion.alongAt(times.moment))
  const pulses = lightPulses(given)
  const optics = opticsOf(given)
  const lost = lightLost(given, asMet(given, pulses))
  const way = { effectiveAperture: optics.effectiveAperture, lost: lost.middle }
  const sequence = sequenceOf(given, motion, pulses, timing.captured, way)
  const exposure = exposureOf(given, way, sequence)
  const sharpness = sharpnessOf(given, nature, objectSpeed, pulses, { optics, level: exposure.flash })
  return {
    setup,
    entered,
    known: given,
    drag,
    timing,
    stages,
    spread,
    objectSpeed,
    alongSpeed,
    pulses,
    optics,
    sharpness,
    sequence,
    markSpeed: sharpness.speed,
    caughtAt:
      timing.captured === null || given.motion.kind === 'still'
        ? null
        : motion.positionAt(timing.captured) - given.subject.distance,
    soundSpeed: speedOfSound(given.air),
    keep: keepOf(given, timing, spread, alongSpeed),
    face: faceShown(given, nature, timing.captured),
    exposure,
    shutter: shutterCheck(given, asMet(given, pulses)),
    beamBlock: beamBlockOf(given, motion, times.sensed),
  }
}

/** s a beam is blocked by what crosses it; null for other sensors or where it is never reached. */
function beamBlockOf(setup: Pick<Setup, 'sensor' | 'motion'>, motion: Motion, sensed: number | null): number | null {
  const speed = sensorOf(setup).crossed && sensed !== null ? motion.speedAt(sensed) : 0
  return speed > 0
    ? beamBlockTime({ objectLength: setup.motion.objectLength, beamWidth: setup.sensor.beamWidth, speed })
    : null
}

/** Whether a take at the mean falls within the window of the moment. */
export function hitsMoment({ timing, keep }: Pick<Assessment, 'timing' | 'keep'>): boolean {
  return timing.bias !== null && timing.bias >= -keep.before && timing.bias <= keep.after
}

/** What the delay is dialled on, and what else it is for. */
type Dialled = Pick<Setup, 'trigger' | 'controller' | 'delay' | 'hand'>

function timingOf(setup: Dialled, times: TakeTimes, stages: readonly NamedStage[]): Timing {
  const chainLatency = totalLatency(stages)
  const base = { ...times, chainLatency, leadPlanned: null, lead: null }
  const none = { ...base, wanted: null, set: null, residual: null, used: null, captured: null, bias: null }
  if (setup.trigger === 'hand') return byHand(setup, times, none)
  // By burst nothing is dialled: it has no phase.
  if (setup.trigger === 'burst')
    return { ...none, feasible: times.moment !== null, captured: times.moment, bias: times.moment === null ? null : 0 }
  if (times.moment === null || times.sensed === null) return { ...none, feasible: false }
  const { controller } = setup
  const wanted = times.moment - times.sensed - chainLatency
  const { delay: set, residual } = quantiseDelay({
    delay: wanted,
    step: controller.delayStep,
    minimum: controller.delayMinimum,
    maximum: Math.max(controller.delayMinimum, controller.delayMaximum),
  })
  const used = setup.delay ?? set
  const captured = times.sensed + chainLatency + used
  const bias = captured - times.moment
  return {
    ...base,
    wanted,
    set,
    residual,
    used,
    captured,
    bias,
    feasible: Math.abs(residual) <= controller.delayStep * 0.500001,
  }
}

/** A person aims so that chain and own flinch are made up for; what is pressed at may be typed. */
function byHand(setup: Pick<Setup, 'hand'>, { moment }: TakeTimes, none: Omit<Timing, 'feasible'>): Timing {
  if (moment === null) return { ...none, feasible: false }
  const leadPlanned = none.chainLatency
  const lead = setup.hand.lead ?? leadPlanned
  const bias = leadPlanned - lead
  return { ...none, leadPlanned, lead, captured: moment + bias, bias, feasible: true }
}

/** The keeper window in time, s either side of the moment; along the travel by the speed along it. */
function keeperWindow(setup: Pick<Setup, 'moment'>, alongSpeed: number): { before: number; after: number } {
  const { window } = setup.moment
  if (setup.moment.reference !== 'travel') return { before: window.beforeTime, after: window.afterTime }
  return {
    before: Math.min(LONGEST_WINDOW, window.beforeDistance / Math.max(alongSpeed, 1e-9)),
    after: Math.min(LONGEST_WINDOW, window.afterDistance / Math.max(alongSpeed, 1e-9)),
  }
}

function keepOf(
  setup: Pick<Setup, 'moment' | 'camera' | 'trigger' | 'delay'>,
  timing: Timing,
  spread: Spread,
  alongSpeed: number,
): Assessment['keep'] {
  const { before, after } = keeperWindow(setup, alongSpeed)
  const { frameRate } = setup.camera
  const chance = (scatter: number, bias = timing.bias): number => {
    if (bias === null) return 0
    if (setup.trigger === 'burst') return burstCatch({ frameRate, window: before + after })
    return keepProbability({ bias, scatter, before, after })
  }
  return {
    before,
    after,
    perTake: chance(spread.scatter),
    firstTake: chance(Math.hypot(spread.scatter, spread.uncertainty)),
    unstepped: chance(
      spread.scatter,
      timing.bias === null ? null : setup.delay === null ? timing.bias - (timing.residual ?? 0) : timing.bias,
    ),
    framesPerEvent: setup.trigger === 'burst' ? frameRate * (before + after) : null,
  }
}

function opticsOf(setup: Optics): Assessment['optics'] {
  const { camera, lens, picture } = setup
  const distance = focusedDistance(setup)
  const m = magnification({ focalLength: lens.focalLength, subjectDistance: distance })
  const aperture = effectiveAperture({ aperture: picture.aperture, magnification: m, pupilRatio: lens.pupilRatio })
  return {
    magnification: m,
    effectiveAperture: aperture,
    fieldWidth: fieldOfView({ sensorSize: camera.sensorWidth, magnification: m }),
    fieldHeight: fieldOfView({ sensorSize: camera.sensorHeight, magnification: m }),
    pixelPitch: camera.sensorWidth / camera.pixelsWide,
    ...depthOfField({
      focalLength: lens.focalLength,
      aperture: picture.aperture,
      subjectDistance: distance,
      circleOfConfusion: picture.circleOfConfusion,
      pupilRatio: lens.pupilRatio,
    }),
    airy: airyDiameter({ effectiveAperture: aperture }),
  }
}

/** What makes the picture sharp, and for how long it is lit, s: the summed light's core, or the open shutter. */
function freezingBy(
  setup: Exposing & Pick<Setup, 'method' | 'flashes'>,
  pulses: readonly LightPulse[],
): 'flash' | 'shutter' {
  if (setup.method === 'fast-shutter' || pulses.length === 0) return 'shutter'
  // Past the sync, high-speed sync flickers through the whole travel: the shutter freezes, whatever the flash's own
  // figures say.
  return highSpeedSyncActs(setup) ? 'shutter' : 'flash'
}

/** A ghost this many stops under the core is held to the limit no more. */
const FAINT = 4
/** A ghost hardly longer than the core is the core. */
const GHOST_SHOWS = 1.05
/** Light of no level is looked at as if it were correct. */
const CORRECT = 0

function sharpnessOf(
  setup: Exposing & Pick<KnownSetup, 'method' | 'flashes' | 'link' | 'motion' | 'subject' | 'bodies'>,
  nature: Nature,
  object: number,
  pulses: readonly LightPulse[],
  { optics, level }: { optics: Assessment['optics']; level: number | null },
): Sharpness {
  const by = freezingBy(setup, pulses)
  const falling = by === 'flash' ? asMet(setup, pulses) : []
  const smear = (dwell: number) =>
    smearOf(falling, { dwell, level: level ?? CORRECT, floor: setup.picture.ambientLimit })
  const duration = by === 'flash' ? smear(1).core : setup.picture.shutter
  const limit = setup.picture.blurLimit
  const bodies = streaksOf(setup, nature, object, duration, optics)
  const worst = fastestSharp(bodies)
  const speed = worst?.at ?? 0
  const across = acrossPicture(speed, setup.picture)
  const seen = by === 'flash' && worst && across > 0 ? smear(sizeOf(setup, worst) / across) : null
  const ghost = seen && seen.ghost > seen.core * GHOST_SHOWS ? { length: seen.ghost * across, under: seen.under } : null
  const subject = worst?.subject ?? 0
  return {
    by,
    duration,
    bodies,
    worst,
    speed,
    limit,
    subject,
    ghost,
    judged: ghost && ghost.under < FAINT ? Math.max(subject, ghost.length) : subject,
    sensor: worst?.sensor ?? 0,
    pixels: worst?.pixels ?? 0,
    extrapolated: by === 'flash' && pulses.some(pulse => pulse.extrapolated && pulse.share > 0),
    highestPowers: setup.flashes.map(flash => highestPowerWithin(flash, across > 0 ? limit / across : Infinity)),
  }
}

/**
 * Lights that a shutter past its sync lets through: those in high-speed sync, where it is a fast shutter that makes the
 * picture.
 */
function lightsIn(setup: Exposing & Pick<Setup, 'method' | 'flashes'>): number[] {
  const all = setup.flashes.map((_, i) => i)
  return setup.method === 'fast-shutter' && syncRuledOut(setup) ? all.filter(i => setup.flashes[i]!.highSpeedSync) : all
}

function exposureOf(
  setup: Exposing & Standing & Pick<KnownSetup, 'method' | 'flashes' | 'scene'>,
  way: LightWay,
  sequence: SequencePlan | null,
): Assessment['exposure'] {
  const ambient = ambientExposure(setup, way.effectiveAperture)
  const lit = lightsIn(setup)
  // A sequence is exposed by its first pop that lights what faces the camera; what later lights add is its own matter.
  const first = sequence?.exposures.find(pop => exposingLights(setup, pop.lights).length > 0)
  const flash = first?.stops ?? lightLevel(setup, way, lit)
  return {
    flash,
    silhouette: isSilhouette(setup)
      ? { subject: stopsOf(silhouetteLevels(setup, way, first?.lights ?? lit).subject) }
      : null,
    planned: flash,
    lost: way.lost,
    front: exposingLights(setup, lit),
    ambient,
    black: ambient <= setup.picture.ambientLimit,
  }
}

/**
 * Stops of the picture against correct: by flash, or, where a fast shutter makes it, by flash and continuous light
 * together; null: no light.
 */
export function exposureLevel({ setup, exposure }: Pick<Assessment, 'setup' | 'exposure'>): number | null {
  if (setup.method !== 'fast-shutter') return exposure.flash
  return Math.log2((exposure.flash === null ? 0 : 2 ** exposure.flash) + 2 ** exposure.ambient)
}

/**
 * What is turned to put a take on its moment: the controller's delay, or, by hand, how long after the moment is pressed
 * (negative: before). All s.
 */
export interface Dial {
  path: 'delay' | 'hand.lead'
  wanted: number
  used: number
  step: number
  minimum: number
  maximum: number
}

/** Nobody presses more finely than this, s, nor farther from the moment. */
const FINEST_PRESS = 0.001
const FARTHEST_PRESS = 10

/** The dial of a set-up; null where there is none: by burst, or where the moment is never reached. */
export function dialOf({ setup, timing }: Pick<Assessment, 'setup' | 'timing'>): Dial | null {
  if (timing.lead !== null && timing.leadPlanned !== null) {
    return {
      path: 'hand.lead',
      wanted: -timing.leadPlanned,
      used: -timing.lead,
      step: FINEST_PRESS,
      minimum: -FARTHEST_PRESS,
      maximum: FARTHEST_PRESS,
    }
  }
  if (timing.wanted === null || timing.used === null) return null
  const { delayStep, delayMinimum, delayMaximum } = setup.controller
  return {
    path: 'delay',
    wanted: timing.wanted,
    used: timing.used,
    step: delayStep,
    minimum: delayMinimum,
    maximum: Math.max(delayMinimum, delayMaximum),
  }
}
