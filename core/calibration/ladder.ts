import type { DelayPrior, KeeperWindow } from './posterior'

/** A ladder of delays as it is walked by hand, all s. */
export interface Ladder {
  start: number
  step: number
}

/** The ladder for a plan: from the early side, two uncertainties out, in steps of the window. */
export function ladderFor(prior: DelayPrior, window: KeeperWindow): Ladder {
  return { start: prior.delay - 2 * prior.uncertainty, step: window.before + window.after }
}

/**
 * Next delay on the ladder after the verdicts so far, s: on by a step while early, back by half a step once past,
 * then by half steps either way.
 */
export function ladderDelay(ladder: Ladder, outcomes: readonly ('early' | 'keeper' | 'late')[]): number {
  let delay = ladder.start
  let past = false
  for (const outcome of outcomes) {
    if (outcome === 'late') {
      past = true
      delay -= ladder.step / 2
    }
    else if (outcome === 'early') delay += past ? ladder.step / 2 : ladder.step
  }
  return delay
}
