import { assess, dialOf } from '../../plan'
import { recipeStart } from '../../recipes'
import { withChanges } from '../../setup/paths'
import type { Setup } from '../../setup/types'
import { type Draws, drawsOf, length, speed, time } from '../draw'
import type { Go, NumberAnswer } from '../types'

/** Share of the right delay by which an answer may be off, and of a press, s. */
const OFF = 0.06
const OFF_PRESS = 0.02

/** s of the chain between the sensor's answer and the light. */
const chainOf = (setup: Setup): number =>
  assess(setup).stages.reduce((sum, stage) => (stage.id === 'hand' ? sum : sum + stage.latency), 0)

const delayOf = (setup: Setup): number => dialOf(assess(setup))!.wanted

const answerOf = (truth: number): NumberAnswer => ({
  kind: 'number',
  quantity: 'time',
  unit: 'ms',
  truth,
  right: [truth * (1 - OFF), truth * (1 + OFF)],
  range: [0, 3 * truth],
  byFactor: false,
})

const dialled =
  (setup: Setup) =>
  (delay: number): Setup => ({ ...setup, delay: Math.max(0, delay) })

function byBeam({ between }: Draws): Omit<Go, 'lesson'> {
  const start = recipeStart('projectile')
  const subject = between(0.3, 0.9)
  const setup = withChanges(start, [
    { path: 'motion.speed', value: between(18, 60) },
    { path: 'subject.distance', value: subject },
    { path: 'sensor.position', value: subject * 0.2 },
    { path: 'sensor.latency', value: between(50e-6, 900e-6) },
  ])
  const truth = delayOf(setup)
  const gap = setup.subject.distance + setup.moment.offset - setup.sensor.position
  return {
    question: 'beam',
    setup,
    told: { speed: speed(setup.motion.speed), gap: length(gap), chain: time(chainOf(setup)) },
    shown: { truth: time(truth), flight: time(truth + chainOf(setup)) },
    answer: answerOf(truth),
    strip: {
      quantity: 'time',
      unit: 'ms',
      place: { from: chainOf(setup), way: 1 },
      marks: [
        { at: 0, id: 'beam', later: true },
        { at: truth + chainOf(setup), id: 'moment', later: true },
      ],
    },
    pictureOf: dialled(setup),
  }
}

function bySound({ between }: Draws): Omit<Go, 'lesson'> {
  const setup = withChanges(recipeStart('projectile'), [
    { path: 'sensor.kind', value: 'sound' },
    { path: 'sensor.source', value: 'start' },
    { path: 'sensor.position', value: 0 },
    { path: 'motion.speed', value: between(18, 60) },
    { path: 'subject.distance', value: between(0.5, 1.5) },
    { path: 'sensor.offset', value: between(0.2, 1.2) },
  ])
  const truth = delayOf(setup)
  const heard = setup.sensor.offset / assess(setup).soundSpeed
  return {
    question: 'sound',
    setup,
    told: {
      speed: speed(setup.motion.speed),
      gap: length(setup.subject.distance + setup.moment.offset, 'm'),
      mic: length(setup.sensor.offset, 'm'),
      chain: time(chainOf(setup)),
    },
    shown: { truth: time(truth), heard: time(heard), flight: time(truth + heard + chainOf(setup)) },
    answer: answerOf(truth),
    strip: {
      quantity: 'time',
      unit: 'ms',
      place: { from: chainOf(setup), way: 1 },
      marks: [
        { at: -heard, id: 'shot', later: true },
        { at: 0, id: 'heard', later: true },
        { at: truth + chainOf(setup), id: 'moment', later: true },
      ],
    },
    pictureOf: dialled(setup),
  }
}

function byHand({ between, random }: Draws): Omit<Go, 'lesson'> {
  const lag = between(0.03, 0.14)
  const flinch = Math.round(60 * random.normal()) / 2000
  const setup: Setup = {
    ...withChanges(recipeStart('toss'), [
      { path: 'camera.lag', value: lag },
      { path: 'hand.flinch', value: flinch },
    ]),
    method: 'sync-shutter',
    trigger: 'hand',
  }
  const truth = -delayOf(setup)
  return {
    question: flinch >= 0 ? 'handEarly' : 'handLate',
    setup,
    told: { lag: time(lag), flinch: time(Math.abs(flinch)), chain: time(chainOf(setup) - lag) },
    shown: { truth: time(truth) },
    answer: {
      ...answerOf(truth),
      right: [truth - OFF_PRESS, truth + OFF_PRESS],
      range: [Math.min(0, truth - OFF_PRESS), Math.max(0.3, truth + OFF_PRESS)],
    },
    strip: {
      quantity: 'time',
      unit: 'ms',
      place: { from: 0, way: -1 },
      marks: [
        { at: 0, id: 'moment', later: true },
        { at: -truth, id: 'press', later: true },
      ],
    },
    pictureOf: null,
  }
}

/** From what sets the light off to the moment: which delay is dialled, by beam, by sound and by hand in turn. */
export function chain(seed: number): Go {
  const draws = drawsOf(seed, 0)
  const go = [byBeam, bySound, byHand][seed % 3]!(draws)
  return { lesson: 'chain', ...go }
}
