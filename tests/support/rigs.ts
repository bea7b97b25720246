import { calibration } from '../../core'
import { seededRandom } from '../../core/math/random'

/** A simulated rig in half-windows: its ideal delays one take after another, and what the plan believes of it. */
export interface Rig {
  prior: calibration.DelayPrior
  ideal: number[]
}

/**
 * `offsets`: pictures show how far the object was. `outcomes`: only early, on or late. `greedy`: outcomes, best chance
 * without looking ahead.
 */
export type SearchMode = 'offsets' | 'outcomes' | 'greedy' | 'ladder'

const WINDOW = { before: 1, after: 1 }
const MOST = 400

/** Rigs whose mean is off by the uncertainty and whose scatter the plan knows only to its log-normal half. */
export function rigs(count: number, uncertainty: number, scatter: number, seed = 1): Rig[] {
  const random = seededRandom(seed)
  return Array.from({ length: count }, () => {
    const mean = uncertainty * random.normal()
    const guess = scatter * Math.exp(0.5 * random.normal())
    return {
      prior: { delay: 0, uncertainty, scatter: guess },
      ideal: Array.from({ length: MOST }, () => mean + scatter * random.normal()),
    }
  })
}

/** Takes to the first keeper, a share of the verdicts wrong; the time of each proposal, ms, is added to `times`. */
export function playRig(rig: Rig, mode: SearchMode, times?: number[], wrong = 0): number {
  const errs = seededRandom(Math.round(1e6 * Math.abs(rig.ideal[0]!)))
  const outcomes: ('early' | 'keeper' | 'late')[] = []
  const takes: calibration.FiredTake[] = []
  const ladder = calibration.bracketingFor(rig.prior, WINDOW)
  for (let take = 0; take < MOST; take++) {
    let delay: number
    if (mode === 'ladder') delay = calibration.bracketedDelay(ladder, outcomes)
    else {
      const started = performance.now()
      delay = calibration.proposeDelay(
        { prior: rig.prior, window: WINDOW, takes },
        mode === 'greedy' ? 'greedy' : 'auto',
      ).delay
      times?.push(performance.now() - started)
    }
    const offset = delay - rig.ideal[take]!
    const outcome = offset < -WINDOW.before ? 'early' : offset > WINDOW.after ? 'late' : 'keeper'
    if (outcome === 'keeper') return take + 1
    const said = errs.uniform() < wrong ? (outcome === 'early' ? 'late' : 'early') : outcome
    outcomes.push(said)
    takes.push(mode === 'offsets' ? { delay, offset } : { delay, outcome: said })
  }
  return MOST
}
