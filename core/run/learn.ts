import { type DelayPrior, type ExplainedProposal, type FiredTake, type KeeperWindow, fitDelayLine, ladderDelay, ladderFor, proposeDelay } from '../calibration'
import type { Plan } from '../plan'
import { shotsForKeepers } from '../timing'
import { type LoggedTake, delayToday, feedbackOf, offsetOf } from './feedback'

export interface DelayFit {
  /** m/s past the mark, its standard error, s dialled for the mark, m of scatter. */
  speed: number
  speedError: number | null
  delayAtMark: number
  scatter: number | null
  points: { number: number, delay: number, position: number, outlier: boolean }[]
}

/** A wander of the ideal delay from take to take. */
export interface Drift {
  /** s for each take, + = the object comes later. */
  perTake: number
  /** Standard error of that, s. */
  error: number
  takes: number
}

export interface RunState {
  prior: DelayPrior
  window: KeeperWindow
  /** Takes the search goes by. */
  used: number[]
  /** Delay proposed next with its chance and reason; null where nothing is dialled. */
  proposal: ExplainedProposal | null
  /** Where a ladder would stand, s. */
  ladder: number
  fit: DelayFit | null
  drift: Drift | null
  keepers: number
  /** Takes still needed for the keepers still wanted, at the confidence asked for; null: beyond count. */
  needed: number | null
}

/** Fewest points from which an outlier can be told, and how far off it is, in scatters of the others. */
const LEAST_FOR_OUTLIER = 5
const FAR_OFF = 4
/** Fewest takes that show a drift, and how sure it must be, in standard errors. */
const LEAST_FOR_DRIFT = 5
const SURE = 3

/** A step of nothing would make the search divide by it. */
const LEAST_SPREAD = 1e-7

/** The prior of the search: what the plan says before any take. */
export function priorOf(plan: Plan): DelayPrior | null {
  const { wanted } = plan.timing
  return wanted === null ? null : { delay: wanted, uncertainty: Math.max(plan.spread.uncertainty, LEAST_SPREAD), scatter: Math.max(plan.spread.scatter, LEAST_SPREAD) }
}

/** Takes after which one counts half, where a wander is followed. */
const HALF_LIFE = 4

/** A verdict so many uncertainties beyond the plan says that the plan was worse than it thought. */
const WALKED_OUT = 2

/**
 * The prior after takes that walked out of it: still early far above what was planned, or late far below it, the moment may be as far again as was walked.
 * Else a search that trusts its prior creeps in ever smaller steps towards a moment it holds impossible.
 */
export function widened(prior: DelayPrior, takes: readonly FiredTake[]): DelayPrior {
  const walked = takes.map(take => (!('outcome' in take) || take.outcome === 'keeper' ? 0 : take.outcome === 'early' ? take.delay - prior.delay : prior.delay - take.delay))
  const farthest = Math.max(0, ...walked)
  return farthest > WALKED_OUT * prior.uncertainty ? { ...prior, uncertainty: farthest } : prior
}

function fitOf(plan: Plan, takes: readonly LoggedTake[]): DelayFit | null {
  const all = takes.flatMap(take => (offsetOf(plan, take) === null ? [] : [{ number: take.number, delay: delayToday(plan, take), position: take.position as number }]))
  const line = (points: typeof all) => (new Set(points.map(p => p.delay)).size < 2 || new Set(points.map(p => p.position)).size < 2 ? null : fitDelayLine({ points }))
  let points = all
  const outliers = new Set<number>()
  // The one that stands farthest off the line of the others is left out, as long as there is one.
  while (points.length >= LEAST_FOR_OUTLIER) {
    const off = points.map((point) => {
      const others = line(points.filter(other => other !== point))
      return others?.scatter ? { point, far: Math.abs(point.position - others.speed * (point.delay - others.delayAtMark)) / others.scatter } : { point, far: 0 }
    })
    const worst = off.reduce((a, b) => (b.far > a.far ? b : a))
    if (worst.far < FAR_OFF || outliers.size >= all.length / 4) break
    outliers.add(worst.point.number)
    points = points.filter(point => point !== worst.point)
  }
  const fit = line(points)
  return fit === null ? null : { ...fit, points: all.map(point => ({ ...point, outlier: outliers.has(point.number) })) }
}

/** Wander of the ideal delay over takes in the order they were fired; null where the takes show none. */
export function driftOf(plan: Plan, takes: readonly LoggedTake[]): Drift | null {
  const ideals = takes.flatMap((take) => { const offset = offsetOf(plan, take); return offset === null ? [] : [delayToday(plan, take) - offset] })
  const n = ideals.length
  if (n < LEAST_FOR_DRIFT) return null
  const mean = ideals.reduce((sum, y) => sum + y, 0) / n
  const middle = (n - 1) / 2
  const sxx = ideals.reduce((sum, _, i) => sum + (i - middle) ** 2, 0)
  const perTake = ideals.reduce((sum, y, i) => sum + (i - middle) * (y - mean), 0) / sxx
  const left = ideals.reduce((sum, y, i) => sum + (y - mean - perTake * (i - middle)) ** 2, 0)
  const error = Math.sqrt(left / (n - 2) / sxx)
  return error > 0 && Math.abs(perTake) > SURE * error ? { perTake, error, takes: n } : null
}

/**
 * Where a run stands after its takes: the next delay with its chance and why, the ladder beside it, the fitted line, a drift, and how many takes are needed.
 *
 * @param plan of the set-up as it is now
 * @param takes of this set-up in the order they were fired; those that learnt figures already rest on left out
 * @param options.follow follow a wander: earlier takes count as they would be today by the drift they show, and each the less the older it is
 * @returns null where no delay is dialled: by hand, by burst, or where the moment is never reached
 */
export function runStateOf(plan: Plan, takes: readonly LoggedTake[], options: { follow?: boolean } = {}): RunState | null {
  const prior = priorOf(plan)
  if (prior === null) return null
  const { controller, goal } = plan.setup
  const window = { before: plan.keep.before, after: plan.keep.after }
  const said = takes.flatMap((take) => { const feedback = feedbackOf(plan, take); return feedback ? [{ take, feedback }] : [] })
  const drift = driftOf(plan, takes)
  if (options.follow) {
    said.forEach((entry, i) => {
      const since = said.length - i
      entry.feedback.delay += (drift?.perTake ?? 0) * since
      entry.feedback.weight = 0.5 ** ((since - 1) / HALF_LIFE)
    })
  }
  const feedback = said.map(s => s.feedback)
  const proposal = proposeDelay({
    prior: widened(prior, feedback), window, takes: feedback, step: controller.delayStep, minimum: controller.delayMinimum, maximum: Math.max(controller.delayMinimum, controller.delayMaximum),
    // A keeper found, there is nothing to learn that is worth a prop: from now on the likeliest.
  }, feedback.some(take => 'outcome' in take && take.outcome === 'keeper') ? 'greedy' : 'auto')
  const outcomes = takes.flatMap((take): ('early' | 'keeper' | 'late')[] => (take.verdict === 'on' ? ['keeper'] : take.verdict === 'early' || take.verdict === 'late' ? [take.verdict] : []))
  const keepers = takes.filter(take => take.keeper).length
  const wanting = Math.max(0, goal.keepers - keepers)
  return {
    prior, window, used: said.map(s => s.take.number), proposal, keepers,
    ladder: Math.max(controller.delayMinimum, Math.round(ladderDelay(ladderFor(prior, window), outcomes) / controller.delayStep) * controller.delayStep),
    fit: fitOf(plan, takes), drift,
    needed: wanting === 0 ? 0 : shotsForKeepers({ keep: proposal.keep, confidence: goal.confidence, keepers: wanting }),
  }
}

/** A ladder written out: start, step and so many rungs, s, each as the controller can be set. */
export function rungsOf(plan: Plan, rungs: number): { start: number, step: number, delays: number[] } | null {
  const prior = priorOf(plan)
  if (prior === null) return null
  const { delayStep, delayMinimum } = plan.setup.controller
  const { start, step } = ladderFor(prior, { before: plan.keep.before, after: plan.keep.after })
  const snap = (delay: number): number => Number((Math.max(delayMinimum, Math.round(delay / delayStep) * delayStep)).toPrecision(12))
  return { start: snap(start), step, delays: Array.from({ length: rungs }, (_, i) => snap(start + i * step)) }
}
