import { seededRandom } from '../math/random'
import { type Plan, type TakeTimes, assess, plan } from '../plan'
import { type TakeInputs, chainStages, dragOf, motionFor, takeTimes } from '../plan/chain'
import { uncertainInputs } from '../plan/spread'
import { type TakeSettings, settingsOf } from '../run/settings'
import type { Setup } from '../setup/types'
import { type PracticeRig, truthOf } from './rig'

export type TrueVerdict = 'early' | 'on' | 'late' | 'missed' | 'misfire'

/** How a shot was made: what the devices were set to and the state they were in. */
export interface ShotConditions {
  /** s dialled. */
  delay: number
  /** Sensor's threshold, on the scale of its peaks. */
  threshold: number
  /** s the controller answers to no other trigger. */
  holdOff: number
  /** Whether the controller was armed. */
  armed: boolean
  /** Whether the shutter stood open, or the chain opens it. */
  open: boolean
  /** s since the flashes were last set off; null: not yet. */
  sincePop: number | null
}

/** What truly happened in one shot. */
export interface BenchShot {
  number: number
  conditions: ShotConditions
  settings: TakeSettings
  /** What set the light off. */
  heard: 'event' | 'click' | 'hand' | null
  /** Why there is no light on the event; null: there is. */
  dark: 'safe' | 'shut' | 'click' | 'not-heard' | 'charging' | 'misfire' | 'never' | null
  /** s after the action starts at which the light fell; null: none on the event. */
  captured: number | null
  /** captured − moment, s, + = late. */
  offset: number | null
  /** m past the mark where the object was caught; null where place tells nothing. */
  past: number | null
  verdict: TrueVerdict
  /** A second pop in the same frame, from a bounce. */
  twice: boolean
  /** m of streak at the subject, and the limit of the set-up. */
  blur: number
  blurLimit: number
  /** Inputs of this shot. */
  inputs: TakeInputs
}

/** Spread of a peak from take to take, natural log. */
const LOUDNESS = 0.15
/** Chance that a beam or contact is set off by nothing at all, a fly or a draught. */
const STRAY = 0.003

const randomOf = (rig: PracticeRig, number: number): ReturnType<typeof seededRandom> => seededRandom((Math.imul(rig.seed, 0x9E3779B1) + Math.imul(number, 0x85EBCA77)) >>> 0)

/** Threshold a sensor stands at where the set-up names none. */
export const thresholdOf = (setup: Setup): number => setup.sensor.threshold ?? 0.2

/**
 * One shot of a practice rig.
 *
 * @param rig as drawn; what it throws is its own, whatever the set-up assumes
 * @param current the set-up as it stands: where things are, how lights and camera are set
 * @param number 1 and up; the same number of the same rig scatters the same way
 * @param worn shots that wore the rig before this one
 * @returns what truly happened
 */
export function fireRig(rig: PracticeRig, current: Setup, number: number, conditions: ShotConditions, worn = number - 1): BenchShot {
  const random = randomOf(rig, number)
  const { setup, inputs } = truthOf(rig, current, worn)
  // Spreads are shares of what is assumed; on the rig they are the same shares of what is true.
  const ofTruth: Partial<Record<keyof TakeInputs, number>> = {
    speed: rig.truth.speed / rig.setup.motion.speed, crackSpeed: rig.truth.crackSpeed / rig.setup.subject.crackSpeed, phaseScale: rig.truth.phase,
  }
  for (const { kind, input, sigma } of uncertainInputs(rig.setup)) {
    if (kind === 'scatter') inputs[input] += sigma * (ofTruth[input] ?? 1) * rig.truth.scatter * random.normal()
  }
  inputs.speed = Math.max(0.05 * rig.truth.speed, inputs.speed)
  inputs.crackSpeed = Math.max(0.05 * rig.truth.crackSpeed, inputs.crackSpeed)
  inputs.phaseScale = Math.max(0.02, inputs.phaseScale)
  const drag = dragOf(setup)
  const times = takeTimes(setup, drag, inputs)
  const stages = chainStages(current)
  const jitter = stages.reduce((sum, stage) => sum + stage.jitter * random.normal(), 0)
  const [clickPeak, eventPeak] = [rig.truth.click * Math.exp(LOUDNESS * random.normal()), rig.truth.event * Math.exp(LOUDNESS * random.normal())]
  const [stray, misfires] = [random.uniform() < STRAY, random.uniform() < rig.truth.misfire]
  const chain = stages.reduce((sum, stage) => sum + stage.latency, 0) + rig.truth.chain

  const listens = current.sensor.kind === 'sound'
  const opens = current.method === 'open-shutter'
  // Set off by a click or a voice while it waits, it is holding off or charging when the event comes.
  const tooKeen = listens ? clickPeak > conditions.threshold : stray
  const recycle = Math.max(0, ...current.flashes.map(flash => flash.recycleTime))

  const settings = settingsOf(current)
  const { sharpness, optics } = assess(setup)
  const base = { number, conditions, settings, inputs, blur: sharpness.subject * (inputs.speed / rig.setup.motion.speed || 1), blurLimit: sharpness.limit, captured: null, offset: null, past: null, twice: false, verdict: 'misfire' as const }
  const failed = (dark: NonNullable<BenchShot['dark']>, heard: BenchShot['heard'] = null): BenchShot => ({ ...base, dark, heard })

  if (misfires) return failed('misfire')
  if (opens && !conditions.open) return failed('shut')
  const captured = capturedOf(current, conditions, times, chain + jitter, random.uniform())
  if (current.trigger === 'sensor') {
    if (!conditions.armed) return failed('safe')
    if (tooKeen) return failed('click', 'click')
    if (listens && eventPeak <= conditions.threshold) return failed('not-heard')
    if (times.sensed === null || times.moment === null) return failed('never')
  }
  if (captured === null || times.moment === null) return failed('never')
  const light = current.method !== 'fast-shutter'
  if (light && conditions.sincePop !== null && conditions.sincePop < recycle) return failed('charging', current.trigger === 'sensor' ? 'event' : 'hand')

  const offset = captured - times.moment
  const motion = motionFor(setup, drag, inputs)
  const byPlace = setup.moment.reference === 'travel' && setup.motion.kind !== 'still'
  const past = byPlace ? motion.positionAt(captured) - inputs.subjectDistance - setup.moment.offset : null
  const inFrame = optics.fieldWidth / 2
  const { before, after } = windowOf(setup, motion.speedAt(Math.max(0, times.moment)))
  const twice = light && current.trigger === 'sensor' && opens && conditions.holdOff < rig.truth.bounce && recycle < rig.truth.bounce
  return {
    ...base, dark: null, heard: current.trigger === 'sensor' ? 'event' : 'hand', captured, offset, past, twice,
    verdict: past !== null && Math.abs(past) > inFrame ? 'missed' : offset < -before ? 'early' : offset > after ? 'late' : 'on',
  }
}

function capturedOf(current: Setup, conditions: ShotConditions, times: TakeTimes, chain: number, phase: number): number | null {
  if (current.trigger === 'sensor') return times.sensed === null ? null : times.sensed + chain + conditions.delay
  if (times.moment === null) return null
  if (current.trigger === 'hand') return times.moment + (chain - chainStages(current).reduce((sum, stage) => sum + stage.latency, 0))
  // A burst has no phase: the frame nearest the moment is within half an interval of it.
  return times.moment + (phase - 0.5) / current.camera.frameRate
}

function windowOf(setup: Setup, speed: number): { before: number, after: number } {
  const { window } = setup.moment
  if (setup.moment.reference !== 'travel') return { before: window.beforeTime, after: window.afterTime }
  return { before: window.beforeDistance / Math.max(speed, 1e-9), after: window.afterDistance / Math.max(speed, 1e-9) }
}

/** Nothing was lit, stops. */
const UNLIT = -12

/**
 * The plan that the frame of a shot is drawn from: the set-up with what really flew, caught when the light really fell.
 *
 * @param openFor s the shutter was open in all: the room adds up over it
 */
export function pictureOf(rig: PracticeRig, current: Setup, shot: BenchShot, openFor: number): Plan {
  const { setup, inputs } = { setup: truthOf(rig, current, 0).setup, inputs: shot.inputs }
  const thrown: Setup = {
    ...setup, delay: shot.conditions.delay,
    motion: { ...setup.motion, speed: inputs.speed }, subject: { ...setup.subject, distance: inputs.subjectDistance, crackSpeed: inputs.crackSpeed },
    picture: { ...setup.picture, shutter: current.method === 'open-shutter' ? Math.max(0.001, openFor) : setup.picture.shutter },
  }
  const whole = plan(thrown)
  // Set off by the click the light meets a scene in which nothing has happened yet.
  const happened = shot.captured ?? (shot.heard === 'click' ? -1 : null)
  const place = happened === null ? null : motionFor(thrown, whole.drag, inputs).positionAt(happened)
  const byFlash = current.method !== 'fast-shutter'
  const times = takeTimes(thrown, whole.drag, inputs)
  // What unfolds slower than usual looks younger at the same time after its start.
  const from = thrown.moment.reference === 'impact' ? times.impact : thrown.moment.reference === 'start' ? 0 : null
  const captured = happened === null || from === null || happened <= from ? happened : from + (happened - from) / inputs.phaseScale
  return {
    ...whole, sequence: shot.captured === null ? null : whole.sequence,
    timing: { ...whole.timing, impact: times.impact, moment: times.moment, captured },
    caughtAt: place === null || thrown.motion.kind === 'still' ? null : place - thrown.subject.distance,
    exposure: { ...whole.exposure, flash: captured === null && byFlash ? UNLIT : whole.exposure.flash },
  }
}
