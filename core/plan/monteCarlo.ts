import { whole } from '../physics/errors'
import { seededRandom } from '../math/random'
import type { Setup } from '../setup/types'
import { assess } from './assess'
import { takeSource } from './draw'

/** Takes drawn at random from a plan, and the shares of their outcomes. */
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
 * Takes played out one by one with every spread drawn, by a factor where it cannot be negative: the check on the
 * first-order keep rate, and its
 * replacement where the first order fails.
 *
 * @param setup validated
 * @param options.takes at least 1
 * @param options.seed whole number
 * @param options.first true: what the plan may have wrong is drawn too, as for a first take; false: only what differs
 * from take to take
 * @throws InputError for a number of takes below 1
 *
 * Position windows are judged by where the object was, not by the time to get there: exact where the speed changes.
 */
export function simulateTakes(
  setup: Setup,
  options: { takes: number; seed?: number; first?: boolean },
): SimulatedTakes {
  const count = whole('takes', options.takes, 1)
  const assessment = assess(setup)
  const { keep: window } = assessment
  const next = takeSource(setup, seededRandom(options.seed ?? 1), { first: options.first ?? false, assessment })
  const byPlace =
    setup.moment.reference === 'travel' &&
    setup.motion.kind !== 'still' &&
    setup.trigger === 'sensor' &&
    !setup.moment.descending
  const { beforeDistance, afterDistance } = setup.moment.window

  let kept = 0
  let happened = 0
  let sum = 0
  let squares = 0
  for (let i = 0; i < count; i++) {
    const take = next()
    if (take === null || take.offset === null || take.captured === null) continue
    const { offset } = take
    happened++
    sum += offset
    squares += offset * offset
    if (byPlace) {
      const past = take.motion.positionAt(take.captured) - take.inputs.subjectDistance - setup.moment.offset
      if (past >= -beforeDistance && past <= afterDistance) kept++
    } else if (offset >= -window.before && offset <= window.after) kept++
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
