import { speedOfSound } from '../air'
import { beamBlockTime } from '../flight'
import { airyDiameter, depthOfField, effectiveAperture, fieldOfView, magnification, motionBlur } from '../optics'
import { burstCatch, keepProbability, quantiseDelay, shotsForKeepers } from '../timing'
import type { Setup } from '../setup/types'
import { type NamedStage, type TakeTimes, chainStages, dragOf, meanInputs, motionFor, takeTimes } from './chain'
import { type LightPulse, type ShutterCheck, ambientExposure, flashExposure, highestPowerWithin, lightPulses, shutterCheck } from './light'
import { type SequencePlan, sequenceOf } from './sequence'
import { type Spread, spreadOf } from './spread'

/** Nothing in a studio waits longer; stands in for a window the thing never leaves, s. */
const LONGEST_WINDOW = 10

export interface Timing extends TakeTimes {
  /** Delay that puts the capture on the moment, s; negative: the chain is too slow; null: no delay is dialled or something never happens. */
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
}

export interface Sharpness {
  /** What freezes. */
  by: 'flash' | 'shutter'
  /** s of light that draws the streak (t.1) or of open shutter. */
  duration: number
  speed: number
  /** m at the subject, m on the sensor, pixels. */
  subject: number
  sensor: number
  pixels: number
  limit: number
  extrapolated: boolean
  /** For each light the highest power within the limit; null: none. */
  highestPowers: (number | null)[]
}

export interface Assessment {
  setup: Setup
  drag: number
  soundSpeed: number
  timing: Timing
  stages: NamedStage[]
  spread: Spread
  /** m/s of the object at the moment, and of the fastest part to hold sharp. */
  objectSpeed: number
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
    /** Props for the keepers wanted; null: more than can be counted. */
    readonly props: number | null
  }
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
    /** Stops against correct; null without flash. */
    flash: number | null
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
export function assess(setup: Setup): Assessment {
  const drag = dragOf(setup)
  const mean = meanInputs(setup)
  const times = takeTimes(setup, drag, mean)
  const stages = chainStages(setup)
  const chainLatency = stages.reduce((sum, stage) => sum + stage.latency, 0)
  const motion = motionFor(setup, drag, mean)
  const spread = spreadOf(setup, drag, stages)
  const timing = timingOf(setup, times, chainLatency)

  const objectSpeed = times.moment === null ? 0 : motion.speedAt(times.moment)
  const markSpeed = setup.moment.speed ?? objectSpeed
  const travels = setup.moment.reference === 'travel'
  const caughtAt = timing.captured === null || setup.motion.kind === 'still'
    ? null
    : motion.positionAt(timing.captured) - setup.subject.distance

  const pulses = lightPulses(setup)
  const optics = opticsOf(setup)
  const sequence = sequenceOf(setup, drag, pulses, timing.captured, optics.effectiveAperture)
  const block = setup.sensor.kind === 'beam' && times.sensed !== null ? motion.speedAt(times.sensed) : 0
  return {
    setup, drag, timing, stages, spread, objectSpeed, markSpeed, caughtAt, pulses, optics,
    soundSpeed: speedOfSound(setup.air),
    keep: keepOf(setup, timing, spread, travels, objectSpeed),
    sharpness: sharpnessOf(setup, markSpeed, pulses, optics),
    exposure: exposureOf(setup, optics.effectiveAperture, sequence),
    shutter: shutterCheck(setup, pulses),
    beamBlock: block > 0 ? beamBlockTime({ objectLength: setup.motion.objectLength, beamWidth: setup.sensor.beamWidth, speed: block }) : null,
    sequence,
  }
}

/** Whether a take at the mean falls within the window of the moment. */
export function hitsMoment({ timing, keep }: Pick<Assessment, 'timing' | 'keep'>): boolean {
  return timing.bias !== null && timing.bias >= -keep.before && timing.bias <= keep.after
}

function timingOf(setup: Setup, times: TakeTimes, chainLatency: number): Timing {
  const { controller } = setup
  const base = { ...times, chainLatency }
  const none = { ...base, wanted: null, set: null, residual: null, used: null, captured: null, bias: null }
  if (setup.trigger !== 'sensor') {
    // On a count or by burst nothing is dialled: the person learns the lead, the burst has no phase.
    return { ...none, feasible: times.moment !== null, captured: times.moment, bias: times.moment === null ? null : 0 }
  }
  if (times.moment === null || times.sensed === null) return { ...none, feasible: false }
  const wanted = times.moment - times.sensed - chainLatency
  const { delay: set, residual } = quantiseDelay({
    delay: wanted,
    step: controller.delayStep,
    minimum: controller.delayMinimum,
    maximum: Math.max(controller.delayMinimum, controller.delayMaximum),
  })
  const used = setup.delay ?? set
  const captured = times.sensed + chainLatency + used
  return {
    ...base, wanted, set, residual, used, captured,
    feasible: Math.abs(residual) <= controller.delayStep * 0.500001,
    bias: captured - times.moment,
  }
}

/** The keeper window in time, s either side of the moment. */
function keeperWindow(setup: Setup, travels: boolean, objectSpeed: number): { before: number, after: number } {
  const { window } = setup.moment
  if (!travels) return { before: window.beforeTime, after: window.afterTime }
  return {
    before: Math.min(LONGEST_WINDOW, window.beforeDistance / Math.max(objectSpeed, 1e-9)),
    after: Math.min(LONGEST_WINDOW, window.afterDistance / Math.max(objectSpeed, 1e-9)),
  }
}

function keepOf(setup: Setup, timing: Timing, spread: Spread, travels: boolean, objectSpeed: number): Assessment['keep'] {
  const { before, after } = keeperWindow(setup, travels, objectSpeed)
  const chance = (scatter: number): number => {
    if (timing.bias === null) return 0
    if (setup.trigger === 'burst') return burstCatch({ frameRate: setup.camera.frameRate, window: before + after })
    return keepProbability({ bias: timing.bias, scatter, before, after })
  }
  const perTake = chance(spread.scatter)
  const { keepers, confidence } = setup.goal
  return {
    before, after, perTake,
    firstTake: chance(Math.hypot(spread.scatter, spread.uncertainty)),
    // Counted when asked: fixes are tried by the dozen and seldom need it.
    get props() { return shotsForKeepers({ keep: perTake, confidence, keepers }) },
  }
}

function opticsOf(setup: Setup): Assessment['optics'] {
  const { camera, lens, picture } = setup
  // Nothing focuses closer than about its own length at 5:1.
  const distance = Math.max(picture.distance, 1.2 * lens.focalLength)
  const m = magnification({ focalLength: lens.focalLength, subjectDistance: distance })
  const aperture = effectiveAperture({ aperture: picture.aperture, magnification: m, pupilRatio: lens.pupilRatio })
  return {
    magnification: m,
    effectiveAperture: aperture,
    fieldWidth: fieldOfView({ sensorSize: camera.sensorWidth, magnification: m }),
    fieldHeight: fieldOfView({ sensorSize: camera.sensorHeight, magnification: m }),
    pixelPitch: camera.sensorWidth / camera.pixelsWide,
    ...depthOfField({ focalLength: lens.focalLength, aperture: picture.aperture, subjectDistance: distance, circleOfConfusion: picture.circleOfConfusion }),
    airy: airyDiameter({ effectiveAperture: aperture }),
  }
}

/** The light that freezes: t.1 of the slowest flash that gives a tenth of the light or more, or the shutter. */
export function freezingDuration(setup: Setup, pulses: readonly LightPulse[]): { by: 'flash' | 'shutter', duration: number, extrapolated: boolean } {
  if (setup.method === 'fast-shutter' || pulses.length === 0) return { by: 'shutter', duration: setup.picture.shutter, extrapolated: false }
  // Past the sync, high-speed sync flickers through the whole travel: the shutter freezes, whatever the flash's own figures say.
  if (highSpeedSyncActs(setup)) return { by: 'shutter', duration: setup.picture.shutter, extrapolated: false }
  const telling = pulses.filter(pulse => pulse.share >= 0.1)
  const slowest = telling.reduce((a, b) => (b.t01 > a.t01 ? b : a))
  return { by: 'flash', duration: slowest.t01, extrapolated: slowest.extrapolated }
}

/** Whether a flash set to high-speed sync is lighting a shutter past its sync. */
export function highSpeedSyncActs(setup: Setup): boolean {
  return setup.camera.shutterKind === 'focal-plane' && setup.picture.shutter < setup.camera.syncSpeed * (1 - 1e-6)
    && setup.flashes.some(flash => flash.highSpeedSync)
}

function sharpnessOf(setup: Setup, speed: number, pulses: readonly LightPulse[], optics: Assessment['optics']): Sharpness {
  const freeze = freezingDuration(setup, pulses)
  const angleToSensor = setup.picture.angleToSensor
  const blur = (duration: number): ReturnType<typeof motionBlur> =>
    motionBlur({ speed, duration, magnification: optics.magnification, pixelPitch: optics.pixelPitch, angleToSensor })
  const limit = setup.picture.blurLimit
  const across = speed * Math.abs(Math.cos(angleToSensor))
  return {
    ...freeze, speed, limit, ...blur(freeze.duration),
    highestPowers: setup.flashes.map(flash => highestPowerWithin(flash, across > 0 ? limit / across : Infinity)),
  }
}

function exposureOf(setup: Setup, aperture: number, sequence: SequencePlan | null): Assessment['exposure'] {
  const ambient = ambientExposure(setup, aperture)
  // A sequence is exposed by its first pop; what later lights add is its own matter.
  return { flash: sequence?.exposures[0]?.stops ?? flashExposure(setup, aperture), ambient, black: ambient <= setup.picture.ambientLimit }
}
