import type { Random } from '../math/random'
import type { Setup } from '../setup/types'
import { type Assessment, assess } from './assess'
import { type TakeInputs, meanInputs, takeTimes } from './chain'
import { uncertainInputs } from './spread'

/** One take as it happens, its inputs drawn from their spreads. The same object is handed out each time. */
export interface DrawnTake {
  inputs: TakeInputs
  /** s after the action starts; null where it never happens. */
  sensed: number | null
  moment: number | null
  captured: number | null
  /** captured − moment, s; null where either never happens. */
  offset: number | null
}

/**
 * A source of takes played out with every spread drawn from a normal distribution.
 *
 * @param setup validated
 * @param random where the draws come from
 * @param options.first true: what the plan may have wrong is drawn too; false: only what differs from take to take
 * @returns the next take, or null where what was drawn cannot be (a speed below 0)
 */
export function takeSource(setup: Setup, random: Random, options: { first?: boolean, assessment?: Assessment } = {}): () => DrawnTake | null {
  const { drag, stages, timing, keep: window } = options.assessment ?? assess(setup)
  const mean = meanInputs(setup)
  const drawn = uncertainInputs(setup).filter(entry => options.first || entry.kind === 'scatter')
  const jitters = stages.map(stage => stage.jitter).filter(jitter => jitter > 0)
  const fixed = timing.chainLatency + (timing.used ?? 0)
  const frame = 1 / setup.camera.frameRate
  const inputs: TakeInputs = { ...mean }
  const take: DrawnTake = { inputs, sensed: null, moment: null, captured: null, offset: null }
  return () => {
    Object.assign(inputs, mean)
    for (const entry of drawn) inputs[entry.input] += entry.sigma * random.normal()
    if (inputs.speed <= 0 || inputs.crackSpeed <= 0 || inputs.phaseScale < 0) return null
    inputs.subjectDistance = Math.max(0, inputs.subjectDistance)
    inputs.sensorPosition = Math.max(0, inputs.sensorPosition)
    inputs.temperatureC = Math.min(60, Math.max(-40, inputs.temperatureC))

    const times = takeTimes(setup, drag, inputs)
    take.sensed = times.sensed
    take.moment = times.moment
    take.captured = take.offset = null
    if (times.moment === null) return take
    let jitter = 0
    for (const sigma of jitters) jitter += sigma * random.normal()
    if (setup.trigger === 'sensor') {
      if (times.sensed === null || timing.used === null) return take
      take.offset = times.sensed + fixed + jitter - times.moment
    }
    else if (setup.trigger === 'burst') take.offset = random.uniform() * frame - window.before + jitter
    else take.offset = (timing.moment ?? 0) - times.moment + jitter
    take.captured = times.moment + take.offset
    return take
  }
}
