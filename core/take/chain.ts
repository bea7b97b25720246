import { speedOfSound, airDensity } from '../physics/air'
import { sphereDrag } from '../physics/flight'
import { SENSOR } from '../sensors/all'
import type { TakeInputs, TakeTimes } from '../sensors/take'
import { intoLiquid, secondOf, slows } from '../recipes/through'
import { type Sinking, cavitySealTime, hangTime, sinking, splashCavity, tearTime } from '../physics/subjects'
import type { Stage } from '../physics/timing'
import type { Happening, Held, SignalChain, Travel } from '../setup/parts'
import type { HeldPosterior, Setup } from '../setup/types'
import { flashLatency } from '../light/pulses'
import { type MotionInput, type Obstacle, motionOf } from './motion'
import type { Motion } from '../physics/travel'
import { midExposure } from '../light/shutter'
import type { ChainText } from './texts'

/** A stage of the chain, with what it is called. */
export interface NamedStage extends Stage {
  id: 'sensor' | 'controller' | 'link' | 'camera' | 'flash' | 'shutter' | 'hand' | 'measured'
  /** What it is called. */
  say: ChainText
}

const LINKED: Readonly<Record<SignalChain['link']['kind'], ChainText>> = {
  cable: 'chain.link.cable',
  radio: 'chain.link.radio',
  optical: 'chain.link.optical',
}

/** Quadratic drag of the set-up's object, 1/m: as measured, else that of a sphere. */
export function dragOf({ motion, air }: Pick<Setup, 'motion' | 'air'>): number {
  if (motion.kind !== 'flight' && motion.kind !== 'fall' && motion.kind !== 'arc') return 0
  return (
    motion.dragPerMetre ??
    sphereDrag({
      diameter: motion.diameter,
      mass: motion.mass,
      dragCoefficient: motion.dragCoefficient,
      airDensity: airDensity(air),
    })
  )
}

/** What has lost more of its speed than this does not come out again, share. */
const MOST_LOST = 0.97

/** What is held of an input after what was seen; null where nothing bears on it. */
const heldOf = ({ posterior }: Pick<Setup, 'posterior'>, input: HeldPosterior['inputs'][number]): number | null =>
  posterior?.values[posterior.inputs.indexOf(input)] ?? null

/** The inputs of the mean take. */
export function meanInputs(setup: Held): TakeInputs {
  return {
    speed: setup.motion.speed,
    subjectDistance: setup.subject.distance,
    sensorPosition: setup.sensor.position,
    sensorOffset: setup.sensor.offset,
    temperatureC: setup.air.temperatureC,
    crackSpeed: setup.subject.crackSpeed,
    waveSpeed: setup.sensor.waveSpeed,
    phaseScale: heldOf(setup, 'phaseScale') ?? 1,
    speedLost: slows(setup) ? setup.subject.speedLost : 0,
  }
}

/** What is gone through, first and second. */
function obstaclesOf(setup: Pick<Setup, 'recipe' | 'motion' | 'subject'>, x: TakeInputs): Obstacle[] {
  if (!slows(setup) || x.speedLost <= 0) return []
  const lost = Math.min(x.speedLost, MOST_LOST)
  const second = secondOf(setup)
  return [
    { near: x.subjectDistance, depth: setup.subject.depth, lost },
    ...(second ? [{ near: x.subjectDistance + second.gap, depth: second.depth, lost }] : []),
  ]
}

/** Speed of sound in the set-up's air at a temperature, m/s. */
const soundIn = ({ air }: Pick<Setup, 'air'>, temperatureC: number): number =>
  speedOfSound({ temperatureC, relativeHumidity: air.relativeHumidity, pressure: air.pressure })

/** How the set-up's object goes on in the liquid it falls or pours into; a stream neither sinks nor floats. */
function sinkOf({ motion }: Pick<Setup, 'motion'>): (speed: number) => Sinking {
  const { diameter, mass, kind } = motion
  const displaced = (1000 * Math.PI * diameter ** 3) / 6
  return speed => sinking({ speed, diameter, mass: kind === 'stream' ? displaced : mass })
}

/** The liquid a falling object ends in; null where there is none. */
function liquidOf(setup: Pick<Setup, 'recipe' | 'motion' | 'subject'>, surface: number): MotionInput['liquid'] {
  if (setup.motion.kind !== 'fall' || !intoLiquid(setup.recipe) || setup.subject.liquidDepth <= 0) return null
  return { surface, depth: setup.subject.liquidDepth, sink: sinkOf(setup) }
}

/** How the set-up's object moves in a take. @param drag 1/m, as of `dragOf` */
export function motionFor(setup: Travel, drag: number, x: TakeInputs): Motion {
  const { kind, angle, dragPerMetre } = setup.motion
  return motionOf({
    kind,
    angle,
    speed: x.speed,
    dragPerMetre: drag,
    soundSpeed: kind === 'flight' && dragPerMetre === null ? soundIn(setup, x.temperatureC) : null,
    reach: setup.subject.distance,
    liquid: liquidOf(setup, x.subjectDistance),
    through: obstaclesOf(setup, x),
  })
}

/** s from the reference to the moment, for the phase models. */
function phaseTime(
  { moment, subject, motion: { diameter, turns } }: Pick<Setup, 'moment' | 'subject' | 'motion'>,
  x: TakeInputs,
  motion: Motion,
  impact: number | null,
): number {
  switch (moment.model) {
    case 'time':
      return moment.time
    case 'tear':
      return moment.fraction * tearTime({ diameter: subject.height, crackSpeed: x.crackSpeed })
    case 'hang':
      return hangTime({ diameter: subject.height, sagFraction: moment.fraction })
    case 'turn':
      return turns > 0 ? moment.fraction / turns : moment.time
    case 'cavity':
      return moment.fraction * cavitySealTime({ radius: diameter / 2 })
    case 'splash': {
      const speed = impact === null ? 0 : motion.speedAt(impact)
      return speed > 0 ? moment.fraction * splashCavity({ diameter, speed }).time : moment.time
    }
  }
}

/** Where and when an event of the travel happens, m along it and s; null where it never does. */
function eventAt(
  setup: Happening,
  x: TakeInputs,
  motion: Motion,
  impact: number | null,
  event: Setup['sensor']['source'],
): { place: number; time: number } | null {
  const near = setup.motion.kind === 'still' ? 0 : x.subjectDistance
  switch (event) {
    case 'start':
      return { place: 0, time: 0 }
    case 'impact':
      return impact === null ? null : { place: near, time: impact }
    case 'bounce':
      return impact === null ? null : { place: near, time: impact + setup.sensor.bounceAfter }
    case 'floor': {
      if (impact === null) return null
      const { liquidDepth, depth } = setup.subject
      if (!intoLiquid(setup.recipe) || liquidDepth <= 0) {
        const time = motion.timeAt(near + depth)
        return time === null ? null : { place: near + depth, time }
      }
      const speed = motion.speedAt(impact)
      const below = speed > 0 ? sinkOf(setup)(speed).timeAt(liquidDepth) : null
      return below === null ? null : { place: near + liquidDepth, time: impact + below }
    }
  }
}

/** When what the moment is timed from happens, s; null where it never does, or the moment is a place. */
function referenceTime(setup: Happening, x: TakeInputs, motion: Motion, impact: number | null): number | null {
  switch (setup.moment.reference) {
    case 'travel':
      return null
    case 'start':
      return 0
    case 'impact':
      return impact
    case 'apex':
      return motion.apex
    case 'floor':
      return eventAt(setup, x, motion, impact, 'floor')?.time ?? null
    case 'second':
      return motion.timeAt(x.subjectDistance + (secondOf(setup)?.gap ?? 0))
  }
}

/**
 * When everything happens in one take: one model for every recipe. The action starts at 0; the thing moves; the sensor
 * is reached by the object itself, by a sound or by a touch; the moment is a place along the travel or a time after an
 * event.
 *
 * @param drag 1/m, as of `dragOf`
 * @param motion of that take, where it is there already
 */
export function takeTimes(
  setup: Happening,
  drag: number,
  x: TakeInputs,
  motion = motionFor(setup, drag, x),
): TakeTimes {
  const { sensor, moment } = setup
  const impact = motion.timeAt(x.subjectDistance)

  const { answersToEvent, listens, sensed: senses } = SENSOR[sensor.kind]
  const event = answersToEvent ? eventAt(setup, x, motion, impact, sensor.source) : null
  const soundSpeed = listens ? soundIn(setup, x.temperatureC) : 0
  const { sensed, heard } = senses({ setup, drag, x, motion, event, soundSpeed })

  const reference = referenceTime(setup, x, motion, impact)
  const at =
    moment.reference === 'travel'
      ? motion.timeAt(x.subjectDistance + moment.offset, moment.descending)
      : reference === null
        ? null
        : reference + phaseTime(setup, x, motion, impact) * x.phaseScale
  return { impact, apex: motion.apex, sensed, heard, reference, moment: at }
}

/** Stages from the sensor's place to the middle of the light or of the exposure, in order. */
export function chainStages(setup: SignalChain): NamedStage[] {
  const { sensor, controller, link, camera, hand } = setup
  const stages: NamedStage[] = []
  const off = heldOf(setup, 'latency')
  if (off !== null && off !== 0) stages.push({ id: 'measured', say: 'chain.measured', latency: off, jitter: 0 })
  const linked: NamedStage = { id: 'link', say: LINKED[link.kind], latency: link.latency, jitter: link.jitter }
  if (setup.trigger === 'sensor') {
    stages.push({
      id: 'sensor',
      say: 'chain.sensor',
      latency: SENSOR[sensor.kind].latency(setup),
      jitter: sensor.jitter,
    })
    stages.push({ id: 'controller', say: 'chain.controller', latency: controller.latency, jitter: controller.jitter })
    stages.push(linked)
  } else if (setup.trigger === 'hand') {
    stages.push({ id: 'hand', say: 'chain.hand', latency: -hand.flinch, jitter: hand.scatter })
    if (setup.flashes.length > 0) stages.push(linked)
  }
  if (setup.method !== 'open-shutter')
    stages.push({ id: 'camera', say: 'chain.camera', latency: camera.lag, jitter: camera.lagJitter })
  if (setup.method === 'fast-shutter') {
    stages.push({ id: 'shutter', say: 'chain.shutter', latency: midExposure(setup), jitter: 0 })
  } else {
    const flash = flashLatency(setup)
    stages.push({ id: 'flash', say: 'chain.flash', latency: flash.latency, jitter: flash.jitter })
  }
  return stages
}

/** s that all stages take together, the delay left out. */
export const totalLatency = (stages: readonly NamedStage[]): number =>
  stages.reduce((sum, stage) => sum + stage.latency, 0)

/** s from the sensor's place until the controller's delay begins. */
export function latencyBeforeDelay(stages: readonly NamedStage[]): number {
  return stages.reduce(
    (sum, stage) => (stage.id === 'sensor' || stage.id === 'controller' ? sum + stage.latency : sum),
    0,
  )
}
