import { slows } from '../recipes/through'
import { SENSOR } from '../sensors/all'
import type { HeldPosterior, Setup } from '../setup/types'
import type { Happening, Held } from '../setup/parts'
import { type NamedStage, takeTimes } from './chain'
import type { TakeInputs, TakeTimes } from '../sensors/take'
import type { Nature } from './nature'
import type { ChainText } from './texts'

/** `scatter` differs from take to take; `uncertainty` is what the plan may have wrong, the same for every take. */
export type CauseKind = 'scatter' | 'uncertainty'

/** A cause of the spread: its standard deviation, and what of the spread is its part. */
export interface Cause {
  id: string
  /** What it is called. */
  say: ChainText
  kind: CauseKind
  /** Field of the set-up it comes from. */
  path: string
  /** Standard deviation it gives the offset of capture from moment, s. */
  seconds: number
  /** d(offset)/d(input), s per unit of the input. */
  derivative: number
  /** Share of the variance of its kind, 0 to 1. */
  share: number
}

interface UncertainInput {
  id: string
  say: ChainText
  kind: CauseKind
  path: string
  input: keyof TakeInputs
  sigma: number
}

/** Inputs that cannot be negative: they spread by a factor, log-normally, with their mean figure in the middle. */
export const BY_FACTOR: ReadonlySet<keyof TakeInputs> = new Set([
  'speed',
  'crackSpeed',
  'waveSpeed',
  'phaseScale',
  'speedLost',
])

/** An input off its mean by z standard deviations. */
export function offMean(entry: Pick<UncertainInput, 'input' | 'sigma'>, mean: number, z: number): number {
  if (!BY_FACTOR.has(entry.input)) return mean + entry.sigma * z
  return mean * Math.exp(Math.sqrt(Math.log1p((entry.sigma / mean) ** 2)) * z)
}

/** Standard deviation of a held input, in its own unit. */
export const sigmaOf = ({ log, values, covariance }: HeldPosterior, at: number): number =>
  log[at] ? values[at]! * Math.sqrt(Math.expm1(covariance[at]![at]!)) : Math.sqrt(covariance[at]![at]!)

/** What varies, with its standard deviation in the input's own unit; entries of no spread are left out. */
export function uncertainInputs(setup: Held): UncertainInput[] {
  const { motion, subject, sensor, moment, air } = setup
  const all: UncertainInput[] = [
    {
      id: 'speed-spread',
      say: 'cause.speed-spread',
      kind: 'scatter',
      path: 'motion.speedSpread',
      input: 'speed',
      sigma: motion.speed * motion.speedSpread,
    },
    {
      id: 'speed-error',
      say: 'cause.speed-error',
      kind: 'uncertainty',
      path: 'motion.speedError',
      input: 'speed',
      sigma: motion.speed * motion.speedError,
    },
    {
      id: 'subject-distance',
      say: 'cause.subject-distance',
      kind: 'uncertainty',
      path: 'subject.distanceError',
      input: 'subjectDistance',
      sigma: subject.distanceError,
    },
    {
      id: 'sensor-position',
      say: 'cause.sensor-position',
      kind: 'uncertainty',
      path: 'sensor.positionError',
      input: 'sensorPosition',
      sigma: sensor.positionError,
    },
    {
      id: 'sensor-offset',
      say: 'cause.sensor-offset',
      kind: 'uncertainty',
      path: 'sensor.positionError',
      input: 'sensorOffset',
      sigma: sensor.positionError,
    },
    {
      id: 'air-temperature',
      say: 'cause.air-temperature',
      kind: 'uncertainty',
      path: 'air.temperatureError',
      input: 'temperatureC',
      sigma: air.temperatureError,
    },
    {
      id: 'crack-spread',
      say: 'cause.crack-spread',
      kind: 'scatter',
      path: 'subject.crackSpeedSpread',
      input: 'crackSpeed',
      sigma: subject.crackSpeed * subject.crackSpeedSpread,
    },
    {
      id: 'crack-error',
      say: 'cause.crack-error',
      kind: 'uncertainty',
      path: 'subject.crackSpeedError',
      input: 'crackSpeed',
      sigma: subject.crackSpeed * subject.crackSpeedError,
    },
    {
      id: 'wave-error',
      say: 'cause.wave-error',
      kind: 'uncertainty',
      path: 'sensor.waveSpeedError',
      input: 'waveSpeed',
      sigma: SENSOR[sensor.kind].knocks ? sensor.waveSpeed * sensor.waveSpeedError : 0,
    },
    {
      id: 'loss-spread',
      say: 'cause.loss-spread',
      kind: 'scatter',
      path: 'subject.speedLostSpread',
      input: 'speedLost',
      sigma: slows(setup) ? subject.speedLost * subject.speedLostSpread : 0,
    },
    {
      id: 'loss-error',
      say: 'cause.loss-error',
      kind: 'uncertainty',
      path: 'subject.speedLostError',
      input: 'speedLost',
      sigma: slows(setup) ? subject.speedLost * subject.speedLostError : 0,
    },
    {
      id: 'phase-spread',
      say: 'cause.phase-spread',
      kind: 'scatter',
      path: 'moment.timeSpread',
      input: 'phaseScale',
      sigma: moment.timeSpread,
    },
    {
      id: 'phase-error',
      say: 'cause.phase-error',
      kind: 'uncertainty',
      path: 'moment.timeError',
      input: 'phaseScale',
      sigma: moment.timeError,
    },
  ]
  const held = setup.posterior
  if (held) {
    // Places were seen apart: one error for both no longer says it.
    for (const entry of all) {
      const at = entry.kind === 'uncertainty' ? held.inputs.indexOf(entry.input) : -1
      if (at >= 0) entry.sigma = sigmaOf(held, at)
    }
  }
  return all.filter(entry => entry.sigma > 0)
}

/** Whether inputs off their mean can still be. */
function possible(x: TakeInputs): boolean {
  return (
    x.speed > 0 &&
    x.crackSpeed > 0 &&
    x.phaseScale >= 0 &&
    x.sensorPosition >= 0 &&
    x.sensorOffset >= 0 &&
    x.subjectDistance >= 0 &&
    x.temperatureC >= -40 &&
    x.temperatureC <= 60
  )
}

/** A take, and what it is timed from. */
type Timed = Happening & Pick<Setup, 'trigger'>

/** Moment minus sensed time, s, or, on a count, minus the start of the action; null where either never happens. */
function untilMoment({ trigger }: Pick<Setup, 'trigger'>, { moment, sensed }: TakeTimes): number | null {
  const from = trigger === 'sensor' ? sensed : 0
  return moment === null || from === null ? null : moment - from
}

/** The same for a take of its own inputs; null too where they cannot be. */
export function wantedDelayBeforeChain(setup: Timed, drag: number, x: TakeInputs): number | null {
  if (!possible(x)) return null
  return untilMoment(setup, takeTimes(setup, drag, x))
}

/** A spread beyond this, s, is no spread but a timing that has broken down. */
const LONGEST_SPREAD = 1e6

/** Steps of the numerical derivative: large enough against rounding, small enough for the fourth-order formula. */
const RELATIVE_STEP = 1e-3
const ABSOLUTE_STEP: Partial<Record<keyof TakeInputs, number>> = {
  temperatureC: 0.1,
  sensorOffset: 1e-4,
  sensorPosition: 1e-4,
  subjectDistance: 1e-4,
}

/**
 * d(offset)/d(input), s per unit, by Richardson's central difference; one-sided at the end of what can happen (a toss
 * at its apex, a
 * distance of zero); null where the input cannot be varied at all.
 */
export function derivative(setup: Timed, drag: number, mean: TakeInputs, input: keyof TakeInputs): number | null {
  const at = (change: number): number | null =>
    wantedDelayBeforeChain(setup, drag, { ...mean, [input]: mean[input] + change })
  const h = Math.max(Math.abs(mean[input]) * RELATIVE_STEP, ABSOLUTE_STEP[input] ?? 0) || 1e-6
  const [far, near, here, back, farBack] = [at(2 * h), at(h), at(0), at(-h), at(-2 * h)]
  if (far !== null && near !== null && back !== null && farBack !== null)
    return -(8 * (near - back) - (far - farBack)) / (12 * h)
  if (here === null) return null
  if (near !== null) return -(near - here) / h
  return back !== null ? -(here - back) / h : null
}

/** Places and distances that may well be zero, with an error that reaches past it. */
const AT_ZERO: ReadonlySet<keyof TakeInputs> = new Set([
  'sensorOffset',
  'sensorPosition',
  'subjectDistance',
  'temperatureC',
])

/** Why the first order does not hold, of which cause. */
export interface FirstOrderReason {
  say: ChainText
  figures?: { cause: { say: ChainText } }
}

/** How far takes scatter about the mean, and how far the mean itself may be off. */
export interface Spread {
  causes: Cause[]
  /** Standard deviation from take to take, s. */
  scatter: number
  /** Standard deviation of what the plan may have wrong, s. */
  uncertainty: number
  /** Whether the first order is good enough; if not, why. */
  firstOrder: boolean
  firstOrderReason: FirstOrderReason | null
}

/**
 * One uncertain input's part in the spread, and how far the timing bends over it; a reason where the first order does
 * not hold.
 */
function causeOf(
  setup: Timed,
  drag: number,
  mean: TakeInputs,
  entry: UncertainInput,
  slope: number | null,
  here: number | null,
): { cause: Cause | null; bend: number; reason: FirstOrderReason | null } {
  if (slope === 0) return { cause: null, bend: 0, reason: null }
  if (slope === null || !(Math.abs(slope * entry.sigma) < LONGEST_SPREAD))
    return { cause: null, bend: 0, reason: { say: 'spread.noEffect', figures: { cause: { say: entry.say } } } }
  const { id, say, kind, path, input, sigma } = entry
  const cause: Cause = { id, say, kind, path, derivative: slope, seconds: Math.abs(slope) * sigma, share: 0 }
  if (here === null) return { cause, bend: 0, reason: null }
  const off = (z: number): TakeInputs => ({ ...mean, [input]: offMean(entry, mean[input], z) })
  const [plus, minus] = [wantedDelayBeforeChain(setup, drag, off(1)), wantedDelayBeforeChain(setup, drag, off(-1))]
  if (plus === null || (minus === null && !AT_ZERO.has(input)) || (!possible(off(-3)) && !AT_ZERO.has(input))) {
    return { cause, bend: 0, reason: { say: 'spread.impossible', figures: { cause: { say } } } }
  }
  return { cause, bend: minus === null ? 0 : Math.abs(plus + minus - 2 * here) / 2, reason: null }
}

/** What a person who presses on the count may have wrong: the mean of the own flinch. */
function flinchCause({ trigger, hand }: Pick<Setup, 'trigger' | 'hand'>): Cause[] {
  if (trigger !== 'hand' || hand.flinchError <= 0) return []
  return [
    {
      id: 'hand-flinch',
      say: 'cause.hand-flinch',
      kind: 'uncertainty',
      path: 'hand.flinchError',
      derivative: -1,
      seconds: hand.flinchError,
      share: 0,
    },
  ]
}

const CAUSE_INPUTS: Partial<Record<string, HeldPosterior['inputs'][number]>> = {
  'speed-error': 'speed',
  'subject-distance': 'subjectDistance',
  'sensor-position': 'sensorPosition',
  'sensor-offset': 'sensorOffset',
  'air-temperature': 'temperatureC',
  'crack-error': 'crackSpeed',
  'wave-error': 'waveSpeed',
  'phase-error': 'phaseScale',
  'loss-error': 'speedLost',
  'hand-flinch': 'flinch',
  'latency-error': 'latency',
}

/** The chain's latency, where what was seen leaves it open. */
function latencyCause({ posterior }: Pick<Setup, 'posterior'>): Cause[] {
  const at = posterior?.inputs.indexOf('latency') ?? -1
  if (at < 0) return []
  const seconds = Math.sqrt(posterior!.covariance[at]![at]!)
  const path = STAGE_PATHS.measured
  return [
    { id: 'latency-error', say: 'cause.latency-error', kind: 'uncertainty', path, derivative: 1, seconds, share: 0 },
  ]
}

/**
 * Each cause's part in the variance of its kind, s²: its own square, or, where what was seen ties unknowns together,
 * gᵢ (C g)ᵢ, which may be negative.
 */
function partsOf(belief: HeldPosterior | undefined, causes: readonly Cause[], mean: TakeInputs): number[] {
  const held = causes.map(cause => {
    const input = cause.kind === 'uncertainty' ? CAUSE_INPUTS[cause.id] : undefined
    return belief && input ? belief.inputs.indexOf(input) : -1
  })
  const slopes = causes.map((cause, i) =>
    held[i]! >= 0 && belief!.log[held[i]!]
      ? cause.derivative * mean[belief!.inputs[held[i]!] as keyof TakeInputs]
      : cause.derivative,
  )
  return causes.map((cause, i) =>
    held[i]! < 0
      ? cause.seconds ** 2
      : causes.reduce(
          (sum, _, j) =>
            held[j]! < 0 ? sum : sum + slopes[i]! * slopes[j]! * belief!.covariance[held[i]!]![held[j]!]!,
          0,
        ),
  )
}

/** First-order budget of the offset between capture and moment; a burst has no phase, and nothing shifts it. */
export function spreadOf(setup: Held & Pick<Setup, 'trigger' | 'hand'>, nature: Nature): Spread {
  const { drag, mean, stages, times } = nature
  const slopes = new Map<keyof TakeInputs, number | null>()
  const here = untilMoment(setup, times)
  const parts = (setup.trigger === 'burst' ? [] : uncertainInputs(setup)).map(entry => {
    if (!slopes.has(entry.input)) slopes.set(entry.input, derivative(setup, drag, mean, entry.input))
    return causeOf(setup, drag, mean, entry, slopes.get(entry.input) ?? null, here)
  })
  const causes = [...parts.flatMap(part => part.cause ?? []), ...flinchCause(setup), ...latencyCause(setup)]
  for (const stage of stages) {
    if (stage.jitter > 0)
      causes.push({
        id: `${stage.id}-jitter`,
        say: stage.say,
        kind: 'scatter',
        path: STAGE_PATHS[stage.id],
        derivative: 1,
        seconds: stage.jitter,
        share: 0,
      })
  }
  const variance = { scatter: 0, uncertainty: 0 }
  const squares = partsOf(setup.posterior, causes, mean)
  causes.forEach((cause, i) => (variance[cause.kind] += squares[i]!))
  causes.forEach((cause, i) => {
    cause.share = variance[cause.kind] > 0 ? Math.max(0, squares[i]! / variance[cause.kind]) : 0
  })
  causes.sort((a, b) => b.seconds - a.seconds)
  const total = Math.sqrt(variance.scatter + variance.uncertainty)
  const bend = parts.reduce((most, part) => Math.max(most, part.bend), 0)
  const firstOrderReason =
    parts.find(part => part.reason !== null)?.reason ??
    (bend > 0.1 * total && total > 0 ? { say: 'spread.bends' as const } : null)
  return {
    causes,
    scatter: Math.sqrt(variance.scatter),
    uncertainty: Math.sqrt(variance.uncertainty),
    firstOrder: firstOrderReason === null,
    firstOrderReason,
  }
}

const STAGE_PATHS: Record<NamedStage['id'], string> = {
  sensor: 'sensor.jitter',
  controller: 'controller.jitter',
  link: 'link.jitter',
  camera: 'camera.lagJitter',
  flash: 'flashes[0].jitter',
  shutter: 'picture.shutter',
  hand: 'hand.scatter',
  measured: 'link.latency',
}
