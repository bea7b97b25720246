import { offBase } from '../inference/unknowns'
import { type Matrix, cholesky } from '../math/matrix'
import type { Random } from '../math/random'
import type { HeldPosterior, Setup } from '../setup/types'
import { type Assessment, assess } from './assess'
import { motionFor, takeTimes } from '../take/chain'
import type { TakeInputs } from '../sensors/take'
import type { Motion } from '../physics/travel'
import { natureOf } from '../take/nature'
import { offMean, uncertainInputs } from '../take/spread'

/** One take as it happens, its inputs drawn from their spreads. The same object is handed out each time. */
export interface DrawnTake {
  inputs: TakeInputs
  motion: Motion
  /** s after the action starts; null where it never happens. */
  sensed: number | null
  moment: number | null
  captured: number | null
  /** captured − moment, s; null where either never happens. */
  offset: number | null
}

/** A source of takes; null where what was drawn cannot be. */
export type TakeSource = () => DrawnTake | null

/** The unknowns that were seen, drawn with their covariance. */
function heldDraw({ inputs, log, values }: HeldPosterior, triangle: Matrix, random: Random) {
  const z = inputs.map(() => random.normal())
  return inputs.map((input, i) => {
    const off = triangle[i]!.reduce((sum, l, j) => sum + l * z[j]!, 0)
    return [input, offBase({ log: log[i]! }, values[i]!, off)] as const
  })
}

/**
 * A source of rigs: each call draws what the plan may have wrong, the same for all takes of that rig, and gives the
 * source of its takes.
 *
 * @param setup validated
 * @param random where the draws come from
 * @param options.errors false: the rig is as planned
 */
export function rigSource(
  setup: Setup,
  random: Random,
  options: { errors?: boolean; assessment?: Assessment } = {},
): () => TakeSource {
  const { known, drag, stages, timing, keep: window } = options.assessment ?? assess(setup)
  const { mean, motion } = natureOf(known)
  const uncertain = uncertainInputs(known)
  // What was seen ties unknowns together: they are drawn as one.
  const tied = new Set<string>(known.posterior?.inputs)
  const errors = options.errors ? uncertain.filter(entry => entry.kind === 'uncertainty' && !tied.has(entry.input)) : []
  const scatter = uncertain.filter(entry => entry.kind === 'scatter')
  const jitters = stages.map(stage => stage.jitter).filter(jitter => jitter > 0)
  const fixed = timing.chainLatency + (timing.used ?? 0)
  const frame = 1 / known.camera.frameRate
  const hand = known.trigger === 'hand' ? known.hand : null
  const triangle = known.posterior && known.posterior.inputs.length > 0 ? cholesky(known.posterior.covariance) : null
  return () => {
    const rig: TakeInputs = { ...mean }
    for (const entry of errors) rig[entry.input] = offMean(entry, rig[entry.input], random.normal())
    let early = hand && options.errors && !triangle ? hand.flinchError * random.normal() : 0
    let late = 0
    if (triangle && options.errors) {
      const held = heldDraw(known.posterior!, triangle, random)
      for (const [input, value] of held) {
        if (input === 'latency') late = value - (stages.find(stage => stage.id === 'measured')?.latency ?? 0)
        else if (input === 'flinch') early = value - known.hand.flinch
        else rig[input] = value
      }
    }
    const inputs: TakeInputs = { ...rig }
    const take: DrawnTake = { inputs, motion, sensed: null, moment: null, captured: null, offset: null }
    return () => {
      Object.assign(inputs, rig)
      // A spread is a share of what is so, not of what was planned.
      for (const entry of scatter)
        inputs[entry.input] = offMean(
          { input: entry.input, sigma: (entry.sigma * rig[entry.input]) / mean[entry.input] },
          inputs[entry.input],
          random.normal(),
        )
      inputs.subjectDistance = Math.max(0, inputs.subjectDistance)
      inputs.sensorPosition = Math.max(0, inputs.sensorPosition)
      inputs.temperatureC = Math.min(60, Math.max(-40, inputs.temperatureC))

      take.motion = motionFor(known, drag, inputs)
      const times = takeTimes(known, drag, inputs, take.motion)
      take.sensed = times.sensed
      take.moment = times.moment
      take.captured = take.offset = null
      if (times.moment === null) return take
      let jitter = 0
      for (const sigma of jitters) jitter += sigma * random.normal()
      if (known.trigger === 'sensor') {
        if (times.sensed === null || timing.used === null) return take
        take.offset = times.sensed + fixed + late + jitter - times.moment
      } else if (known.trigger === 'burst') take.offset = random.uniform() * frame - window.before
      else take.offset = (timing.captured ?? 0) - early + jitter - times.moment
      take.captured = times.moment + take.offset
      return take
    }
  }
}

/**
 * A source of takes played out with every spread drawn.
 *
 * @param setup validated
 * @param random where the draws come from
 * @param options.first true: what the plan may have wrong is drawn too, anew for each; false: only what differs from
 * take to take
 */
export function takeSource(
  setup: Setup,
  random: Random,
  options: { first?: boolean; assessment?: Assessment } = {},
): TakeSource {
  const { first = false, ...rest } = options
  const rigs = rigSource(setup, random, { errors: first, ...rest })
  if (first) return () => rigs()()
  return rigs()
}
