import { whole } from '../errors'
import { seededRandom } from '../math/random'
import type { Setup } from '../setup/types'
import { assess } from './assess'
import { type TakeInputs, meanInputs, motionFor, takeTimes } from './chain'
import { uncertainInputs } from './spread'

export interface SimulatedTakes {
  takes: number
  /** Share that keeps, 0 to 1, and its standard error. */
  keep: number
  keepError: number
  /** Mean and standard deviation of capture minus moment, s, over the takes in which both happen. */
  meanOffset: number
  scatter: number
  /** Share of takes in which the sensor or the moment is never reached. */
  never: number
}

/**
 * Takes played out one by one with every spread drawn from a normal distribution: the check on the first-order keep rate, and its
 * replacement where the first order fails.
 *
 * @param setup validated
 * @param options.takes at least 1
 * @param options.seed whole number
 * @param options.first true: what the plan may have wrong is drawn too, as for a first take; false: only what differs from take to take
 * @throws InputError for a number of takes below 1
 *
 * Position windows are judged by where the object was, not by the time to get there: exact where the speed changes.
 */
export function simulateTakes(setup: Setup, options: { takes: number, seed?: number, first?: boolean }): SimulatedTakes {
  const count = whole('takes', options.takes, 1)
  const random = seededRandom(options.seed ?? 1)
  const assessment = assess(setup)
  const { drag, stages, timing, keep: window } = assessment
  const mean = meanInputs(setup)
  const drawn = uncertainInputs(setup).filter(entry => options.first || entry.kind === 'scatter')
  const jitters = stages.map(stage => stage.jitter).filter(jitter => jitter > 0)
  const fixed = timing.chainLatency + (timing.used ?? 0)
  const byPlace = setup.moment.reference === 'travel' && setup.motion.kind !== 'still' && setup.trigger === 'sensor' && !setup.moment.descending
  const { beforeDistance, afterDistance } = setup.moment.window
  const frame = 1 / setup.camera.frameRate

  let kept = 0
  let happened = 0
  let sum = 0
  let squares = 0
  const inputs: TakeInputs = { ...mean }
  for (let take = 0; take < count; take++) {
    Object.assign(inputs, mean)
    for (const entry of drawn) inputs[entry.input] += entry.sigma * random.normal()
    if (inputs.speed <= 0 || inputs.crackSpeed <= 0 || inputs.phaseScale < 0) continue
    inputs.subjectDistance = Math.max(0, inputs.subjectDistance)
    inputs.sensorPosition = Math.max(0, inputs.sensorPosition)
    inputs.temperatureC = Math.min(60, Math.max(-40, inputs.temperatureC))

    const times = takeTimes(setup, drag, inputs)
    if (times.moment === null) continue
    let offset = 0
    for (const jitter of jitters) offset += jitter * random.normal()
    if (setup.trigger === 'sensor') {
      if (times.sensed === null || timing.used === null) continue
      offset += times.sensed + fixed - times.moment
    }
    else if (setup.trigger === 'burst') offset += random.uniform() * frame - window.before
    else offset += (timing.moment ?? 0) - times.moment
    happened++
    sum += offset
    squares += offset * offset
    if (byPlace) {
      const past = motionFor(setup, drag, inputs).positionAt(times.moment + offset) - inputs.subjectDistance - setup.moment.offset
      if (past >= -beforeDistance && past <= afterDistance) kept++
    }
    else if (offset >= -window.before && offset <= window.after) kept++
  }
  const keep = kept / count
  const meanOffset = happened > 0 ? sum / happened : 0
  return {
    takes: count,
    keep,
    keepError: Math.sqrt((keep * (1 - keep)) / count),
    meanOffset,
    scatter: happened > 0 ? Math.sqrt(Math.max(0, squares / happened - meanOffset * meanOffset)) : 0,
    never: 1 - happened / count,
  }
}
