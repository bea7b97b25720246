import type { DelayPrior, KeeperWindow } from './posterior'

/** Bracketing of the delay as it is done by hand, all s. */
export interface Bracketing {
  start: number
  step: number
}

/** Bracketing for a plan: from the early side, two uncertainties out, in steps of the window. */
export function bracketingFor(prior: DelayPrior, window: KeeperWindow): Bracketing {
  return { start: prior.delay - 2 * prior.uncertainty, step: window.before + window.after }
}

/**
 * Next delay of a bracketing after the verdicts so far, s: on by a step while early, back by half a step once past,
 * then by half steps either way.
 *
 * @param used delays really fired at, s, one for each verdict: the next rung stays between the latest that was early
 * and the earliest that was late
 */
export function bracketedDelay(
  bracketing: Bracketing,
  outcomes: readonly ('early' | 'keeper' | 'late')[],
  used: readonly number[] = [],
): number {
  let delay = bracketing.start
  let past = false
  outcomes.forEach((outcome, i) => {
    const from = used[i] ?? delay
    if (outcome === 'late') {
      past = true
      delay = from - bracketing.step / 2
    } else if (outcome === 'early') delay = from + (past ? bracketing.step / 2 : bracketing.step)
    else delay = from
  })
  if (used.length < outcomes.length) return delay
  const early = Math.max(-Infinity, ...used.filter((_, i) => outcomes[i] === 'early'))
  const late = Math.min(Infinity, ...used.filter((_, i) => outcomes[i] === 'late'))
  if (early >= late || (delay > early && delay < late)) return delay
  return Number.isFinite(early + late) ? (early + late) / 2 : delay
}
