import { seededRandom } from '../math/random'
import { type TakeInputs, chainStages, meanInputs } from '../plan/chain'
import { uncertainInputs } from '../plan/spread'
import type { Setup } from '../setup/types'

/** What is true of a practice rig and hidden from whoever shoots with it. SI units. */
export interface RigTruth {
  /** m/s at the start, and of the tear. */
  speed: number
  crackSpeed: number
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
  /** Peaks at the sensor, on the scale of its threshold: of the shutter’s click or a voice, and of the event, each the middle of a log-normal spread. */
  click: number
  event: number
  /** s after the event at which the sensor is set off once more. */
  bounce: number
}

/** A simulated rig: the set-up it was rigged as, and what is true of it. */
export interface PracticeRig {
  seed: number
  /** As it was when the rig was drawn: what it throws and what happens then stays, whatever is typed into the set-up later. */
  setup: Setup
  truth: RigTruth
}

/** Peaks where the set-up names none. */
const CLICK = 0.06
const EVENT = 0.7
const LEAST_FACTOR = 0.2

/**
 * A rig drawn for a set-up: what the plan may have wrong is wrong by as much as it says it may be, and the rest by what is usual.
 *
 * @param setup validated
 * @param seed whole number; the same seed gives the same rig
 * @param options.drift share of the speed lost with each shot
 */
export function drawRig(setup: Setup, seed: number, options: { drift?: number } = {}): PracticeRig {
  const random = seededRandom(seed)
  const errors: Partial<Record<keyof TakeInputs, number>> = {}
  for (const entry of uncertainInputs(setup)) {
    // A draw beyond two and a half is a rig nobody would believe.
    if (entry.kind === 'uncertainty') errors[entry.input] = entry.sigma * Math.max(-2.5, Math.min(2.5, random.normal()))
  }
  const mean = meanInputs(setup)
  const off = (input: keyof TakeInputs): number => errors[input] ?? 0
  const factor = (input: keyof TakeInputs): number => Math.max(LEAST_FACTOR, 1 + off(input) / (mean[input] || 1))
  return {
    seed, setup,
    truth: {
      speed: mean.speed * factor('speed'), crackSpeed: mean.crackSpeed * factor('crackSpeed'), phase: factor('phaseScale'),
      sensorPosition: off('sensorPosition'), sensorOffset: off('sensorOffset'), subjectDistance: off('subjectDistance'), temperatureC: off('temperatureC'),
      scatter: Math.exp(0.3 * random.normal()),
      chain: 0.08 * random.normal() * chainStages(setup).reduce((sum, stage) => sum + stage.latency, 0),
      drift: options.drift ?? 0,
      misfire: 0.01 + 0.04 * random.uniform(),
      click: (setup.sensor.falsePeak ?? CLICK) * Math.exp(0.2 * random.normal()),
      event: (setup.sensor.eventPeak ?? EVENT) * Math.exp(0.2 * random.normal()),
      bounce: 0.04 + 0.1 * random.uniform(),
    },
  }
}

/** The set-up as it stands with what the rig really throws, and the mean inputs of a shot after so many before. */
export function truthOf(rig: PracticeRig, current: Setup, before: number): { setup: Setup, inputs: TakeInputs } {
  const { truth } = rig
  const moment = { ...rig.setup.moment, window: current.moment.window }
  const setup: Setup = {
    ...current, motion: rig.setup.motion, moment, air: { ...rig.setup.air },
    subject: { ...current.subject, depth: rig.setup.subject.depth, height: rig.setup.subject.height, crackSpeed: rig.setup.subject.crackSpeed },
  }
  const mean = meanInputs(setup)
  const wears = Math.max(LEAST_FACTOR, 1 - truth.drift * before)
  return {
    setup,
    inputs: {
      speed: truth.speed * wears,
      subjectDistance: Math.max(0, mean.subjectDistance + truth.subjectDistance), sensorPosition: Math.max(0, mean.sensorPosition + truth.sensorPosition),
      sensorOffset: Math.max(0, mean.sensorOffset + truth.sensorOffset), temperatureC: Math.min(60, Math.max(-40, mean.temperatureC + truth.temperatureC)),
      crackSpeed: truth.crackSpeed, phaseScale: truth.phase,
    },
  }
}
