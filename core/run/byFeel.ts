import { NINE_IN_TEN, betaShare } from '../math/betaShare'
import type { Assessment } from '../plan'
import { type LoggedTake, delayToday } from './feedback'
import type { RunState } from './learn'

/** How somebody who works by feel stands: by hand on the count, or by burst. */
export interface ByFeel {
  /** Takes judged early, on time or late, and those on time. */
  judged: number
  onTime: number
  /** Chance that the next is on time, with nine-in-ten ends. */
  chance: { mean: number; low: number; high: number }
  /** s that the last presses came late on average (negative: early), its error, and how they vary; null: by burst. */
  late: { by: number; error: number; spread: number } | null
  /** What to do about it; null: that is not clear yet. */
  advice: 'right' | 'sooner' | 'later' | null
  /** Frames of an event that fall into the window on average; null: by hand. */
  framesPerEvent: number | null
}

/** Takes that the plan's own chance counts for. */
const PRIOR = 4
/** Presses looked back at: what somebody does changes. */
const LAST = 6
/** Takes on the wrong side from which a burst is told to be off, and how many times those on the other. */
const OFF_SIDE = 3

function chanceOf(plan: Assessment, judged: number, onTime: number): ByFeel['chance'] {
  const p = Math.min(0.98, Math.max(0.02, plan.keep.firstTake))
  const { mean, low, high } = betaShare(PRIOR * p + onTime, PRIOR * (1 - p) + judged - onTime)
  return { mean, low, high }
}

/** By hand: how the last presses stand to the best one that all takes point to. */
function handOf(
  plan: Assessment,
  takes: readonly LoggedTake[],
  state: RunState | null,
): Pick<ByFeel, 'late' | 'advice'> {
  const posterior = state?.proposal?.posterior
  const last = takes.filter(take => take.verdict !== 'misfire').slice(-LAST)
  if (!posterior || last.length < 2) return { late: null, advice: null }
  const by = last.reduce((sum, take) => sum + delayToday(plan, take), 0) / last.length - posterior.delay
  const late = { by, error: posterior.uncertainty, spread: posterior.scatter }
  if (Math.abs(by) > NINE_IN_TEN * late.error) return { late, advice: by > 0 ? 'sooner' : 'later' }
  const window = plan.keep.before + plan.keep.after
  return { late, advice: late.error < window / 2 ? 'right' : null }
}

/** By burst: on which side of the moment its frames fall. */
function burstAdvice(takes: readonly LoggedTake[]): ByFeel['advice'] {
  const of = (verdict: LoggedTake['verdict']): number => takes.filter(take => take.verdict === verdict).length
  const [early, late] = [of('early'), of('late')]
  if (Math.max(early, late) >= OFF_SIDE * Math.max(1, Math.min(early, late))) return early > late ? 'later' : 'sooner'
  return of('on') >= OFF_SIDE ? 'right' : null
}

/**
 * How the takes stand of somebody who works by feel, and what to do.
 *
 * @param plan of the set-up as it is now
 * @param takes of this set-up in the order they were fired
 * @param state where the run stands after them
 * @returns null where a sensor fires, or no take was judged
 */
export function byFeelOf(plan: Assessment, takes: readonly LoggedTake[], state: RunState | null): ByFeel | null {
  const { trigger } = plan.setup
  if (trigger === 'sensor') return null
  const seen = takes.filter(({ verdict }) => verdict === 'early' || verdict === 'on' || verdict === 'late')
  if (seen.length === 0) return null
  const onTime = seen.filter(({ verdict }) => verdict === 'on').length
  return {
    judged: seen.length,
    onTime,
    chance: chanceOf(plan, seen.length, onTime),
    ...(trigger === 'hand' ? handOf(plan, seen, state) : { late: null, advice: burstAdvice(seen) }),
    framesPerEvent: trigger === 'burst' ? plan.keep.framesPerEvent : null,
  }
}
