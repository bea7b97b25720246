import { GRAVITY } from '../physics/constants'
import { type Random, seededRandom } from '../math/random'
import { type TakeSettings, settingsOf } from '../run/settings'
import { focusedDistance } from '../setup/focus'
import { known } from '../defaults/typical'
import type { KnownSetup } from '../setup/known'
import type { Setup } from '../setup/types'
import { type PracticeRig, truthOf } from './rig'
import { lasts, lightJitter, midFrame, midLight, recharged } from './world/light'
import { type Extras, type ShotInputs, type WorldTake, happen } from './world/take'

/** What truly happened in a take of the bench. */
export type TrueVerdict = 'early' | 'on' | 'late' | 'missed' | 'misfire'

/** How a shot was made: what the devices were set to and the state they were in. */
export interface ShotConditions {
  /** s dialled; by hand, s after the moment at which is pressed, negative: before. */
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
  /** m of streak at the subject of what must be sharp, and the limit of the set-up. */
  blur: number
  blurLimit: number
  /** Whether a face was towards the camera, where that is wanted. */
  faced?: boolean
  /** Stops of this shot's flash light against the usual. */
  flashStops?: number
  /** s after the action starts at which the thing reached the subject; null: never. */
  impact?: number | null
  moment?: number | null
  /** Inputs of this shot. */
  inputs: ShotInputs
}

/** Chance that a beam or contact is set off by nothing at all, a fly or a draught. */
const STRAY = 0.003

const randomOf = (rig: PracticeRig, number: number): Random =>
  seededRandom((Math.imul(rig.seed, 0x9e3779b1) + Math.imul(number, 0x85ebca77)) >>> 0)

/** Sensors that answer to whatever is loud enough. */
const HAS_THRESHOLD: Readonly<Record<Setup['sensor']['kind'], boolean>> = {
  beam: false,
  sound: true,
  contact: false,
  hand: false,
  sight: false,
  ear: false,
  phone: true,
  vibration: true,
}

/** Threshold a sensor stands at where the set-up names none. */
export const thresholdOf = (setup: Setup): number => setup.sensor.threshold ?? 0.2

/** What scatters from shot to shot on a rig: shares of what is true, by a factor, since none of it can be negative. */
function scattered(rig: PracticeRig, inputs: ShotInputs, random: Random): ShotInputs {
  const { motion, subject, moment } = rig.setup
  const by = (share: number): number =>
    Math.exp(Math.sqrt(Math.log(1 + (share * rig.truth.scatter) ** 2)) * random.normal())
  const moves = motion.kind !== 'still' && motion.kind !== 'fall'
  return {
    ...inputs,
    speed: inputs.speed * (moves ? by(motion.speedSpread) : 1),
    crackSpeed: inputs.crackSpeed * by(subject.crackSpeedSpread),
    phaseScale: inputs.phaseScale * by(moment.timeSpread),
    ...(inputs.speedLost ? { speedLost: Math.min(0.97, inputs.speedLost * by(subject.speedLostSpread)) } : {}),
  }
}

/**
 * s from the sensor's answer, or the press, to the middle of the light or of the exposure: stage by stage, each with
 * its scatter.
 */
function chainOf(setup: KnownSetup, rig: PracticeRig, random: Random): number {
  const { sensor, controller, link, camera, hand } = setup
  const off = (sigma: number): number => sigma * rig.truth.scatter * random.normal()
  let at = rig.truth.chain
  if (setup.trigger === 'sensor')
    at += off(sensor.jitter) + controller.latency + off(controller.jitter) + link.latency + off(link.jitter)
  else if (setup.trigger === 'hand')
    at += -rig.truth.flinch + off(hand.scatter) + (setup.flashes.length > 0 ? link.latency + off(link.jitter) : 0)
  if (setup.method === 'fast-shutter') return at + midFrame(setup) + off(camera.lagJitter)
  const released = setup.method === 'open-shutter' ? 0 : camera.lag + off(camera.lagJitter)
  return at + released + midLight(setup) + off(lightJitter(setup))
}

/** When the light fell; null where nothing set it off. */
function capturedOf(
  setup: KnownSetup,
  conditions: ShotConditions,
  take: WorldTake,
  planned: number | null,
  chain: number,
  phase: number,
): number | null {
  if (setup.trigger === 'sensor') return take.answered === null ? null : take.answered + conditions.delay + chain
  if (take.moment === null) return null
  // On the count one aims at when it usually comes, not at when it comes this time.
  if (setup.trigger === 'hand') return (planned ?? take.moment) + conditions.delay + chain
  return take.moment + (phase - 0.5) / setup.camera.frameRate
}

/** m/s of what must be sharp in this shot, the fastest of it. */
function sharpSpeed(setup: KnownSetup, inputs: ShotInputs, take: WorldTake): number {
  const { motion } = setup
  const speedAt = (t: number | null): number => {
    const p = t === null ? null : take.path.at(t)
    return p === null ? 0 : Math.hypot(p.vx, p.vy)
  }
  const moves = motion.kind !== 'still'
  // A stream ends at the surface.
  const seen = motion.kind === 'stream' && take.impact !== null ? Math.min(take.moment ?? 0, take.impact) : take.moment
  const worked: Record<Setup['bodies'][number]['kind'], number> = {
    object: moves ? speedAt(seen) : 0,
    own: moves ? speedAt(seen) : 0,
    rim: Math.PI * motion.diameter * motion.turns,
    tear: inputs.crackSpeed,
    skin: 100,
    drops: moves ? speedAt(take.impact) : 0,
    limbs: inputs.speed,
    contents: moves ? speedAt(take.impact) / 2 : GRAVITY * Math.max(0, take.moment ?? 0),
  }
  return setup.bodies.reduce((most, body) => (body.sharp ? Math.max(most, body.speed ?? worked[body.kind]) : most), 0)
}

/** Whether a face was towards the camera: turned on by this shot's own turns; undefined where any side will do. */
function facedAt(rig: PracticeRig, setup: KnownSetup, captured: number, number: number): boolean | undefined {
  const { turns, turnsSpread, faces, faceWithin, faceAtStart } = setup.motion
  if (faceWithin === null) return undefined
  const own = seededRandom((Math.imul(rig.seed, 0x51ed270b) + Math.imul(number, 0x2c1b3c6d)) >>> 0)
  const turned = faceAtStart / (2 * Math.PI) + turns * (1 + turnsSpread * own.normal()) * captured
  const away = Math.abs(turned * faces - Math.round(turned * faces)) / faces
  return away * 2 * Math.PI <= faceWithin
}

/** Whether the light fell in the window, and on which side else; out of the frame it is missed. */
function verdictOf(setup: KnownSetup, offset: number, past: number | null, along: number): TrueVerdict {
  const { window } = setup.moment
  if (past !== null) {
    const field =
      (setup.camera.sensorWidth * (focusedDistance(setup) - setup.lens.focalLength)) / setup.lens.focalLength
    if (Math.abs(past) > field / 2) return 'missed'
    // On its way back a thing is late where it has come less far.
    const on = along < 0 ? -past : past
    return on < -window.beforeDistance ? 'early' : on > window.afterDistance ? 'late' : 'on'
  }
  if (setup.moment.reference === 'travel') return offset < 0 ? 'early' : offset > 0 ? 'late' : 'on'
  return offset < -window.beforeTime ? 'early' : offset > window.afterTime ? 'late' : 'on'
}

/**
 * One shot of a practice rig, event by event: a world of its own that shares no sum with the plan.
 *
 * @param rig as drawn; what it throws is its own, whatever the set-up assumes
 * @param current the set-up as it stands: where things are, how lights and camera are set
 * @param number 1 and up; the same number of the same rig scatters the same way
 * @param worn shots that wore the rig before this one
 * @returns what truly happened
 */
export function fireRig(
  rig: PracticeRig,
  current: Setup,
  number: number,
  conditions: ShotConditions,
  worn = number - 1,
): BenchShot {
  const random = randomOf(rig, number)
  const { setup, inputs: mean } = truthOf(rig, current, worn)
  const inputs = scattered(rig, mean, random)
  const [clickPeak, louder] = [
    rig.truth.click * Math.exp(rig.truth.loudness * random.normal()),
    Math.exp(rig.truth.loudness * random.normal()),
  ]
  const extras: Extras = {
    offAxis: rig.truth.offAxis * random.normal(),
    loudness: (louder * rig.truth.event) / (rig.setup.sensor.eventPeak ?? rig.truth.event),
  }
  const flashStops = (rig.truth.flash * random.normal()) / Math.LN2
  const [stray, misfires, phase] = [
    random.uniform() < STRAY * Math.sign(rig.truth.misfire),
    random.uniform() < rig.truth.misfire,
    random.uniform(),
  ]
  const take = happen(
    { ...setup, sensor: { ...setup.sensor, threshold: setup.sensor.threshold === null ? null : conditions.threshold } },
    inputs,
    extras,
  )
  const chain = chainOf(setup, rig, random)

  const listens = HAS_THRESHOLD[current.sensor.kind]
  const light = current.method !== 'fast-shutter' && current.flashes.length > 0
  const recycle = recharged(setup)
  const base = {
    number,
    conditions,
    settings: settingsOf(current),
    inputs,
    blurLimit: current.picture.blurLimit,
    captured: null,
    offset: null,
    past: null,
    twice: false,
    verdict: 'misfire' as const,
    blur: sharpSpeed(setup, inputs, take) * lasts(setup) * Math.abs(Math.cos(current.picture.angleToSensor)),
    flashStops,
    impact: take.impact,
    moment: take.moment,
  }
  const failed = (dark: NonNullable<BenchShot['dark']>, heard: BenchShot['heard'] = null): BenchShot => ({
    ...base,
    dark,
    heard,
  })

  if (misfires) return failed('misfire')
  if (current.method === 'open-shutter' && !conditions.open) return failed('shut')
  if (current.trigger === 'sensor') {
    if (!conditions.armed) return failed('safe')
    // Set off by a click or a voice while it waits, it is holding off or charging when the event comes.
    if (listens ? clickPeak > conditions.threshold : stray) return failed('click', 'click')
    if (listens && rig.truth.event * louder <= conditions.threshold) return failed('not-heard')
  }
  const planned =
    current.trigger === 'hand'
      ? happen(
          known(rig.setup),
          truthOf({ ...rig, truth: { ...rig.truth, ...asPlanned(rig.setup) } }, current, 0).inputs,
          { offAxis: 0, loudness: 1 },
        ).moment
      : null
  const captured = capturedOf(setup, conditions, take, planned, chain, phase)
  if (captured === null || take.moment === null) return failed('never')
  if (light && conditions.sincePop !== null && conditions.sincePop < recycle)
    return failed('charging', current.trigger === 'sensor' ? 'event' : 'hand')

  const offset = captured - take.moment
  const caught = take.path.at(captured)
  const byPlace = setup.moment.reference === 'travel' && setup.motion.kind !== 'still'
  const past = byPlace ? caught.x - inputs.subjectDistance - setup.moment.offset : null
  const twice =
    light &&
    current.trigger === 'sensor' &&
    current.method === 'open-shutter' &&
    conditions.holdOff < rig.truth.bounce &&
    recycle < rig.truth.bounce
  return {
    ...base,
    dark: null,
    heard: current.trigger === 'sensor' ? 'event' : 'hand',
    captured,
    offset,
    past,
    twice,
    faced: facedAt(rig, setup, captured, number),
    verdict: verdictOf(setup, offset, past, setup.moment.descending ? take.path.at(take.moment).vx : 1),
  }
}

/** Nothing off from what the set-up assumes. */
const asPlanned = ({ motion, subject, sensor }: Pick<Setup, 'motion' | 'subject' | 'sensor'>) => ({
  speed: motion.speed,
  crackSpeed: subject.crackSpeed,
  waveSpeed: sensor.waveSpeed,
  phase: 1,
  sensorPosition: 0,
  sensorOffset: 0,
  subjectDistance: 0,
  temperatureC: 0,
  drift: 0,
})
