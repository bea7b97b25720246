import {
  type DelayPrior,
  type ExplainedProposal,
  type FiredTake,
  type KeeperWindow,
  fitDelayLine,
  bracketedDelay,
  bracketingFor,
  proposeDelay,
} from './search'
import { chiSquareQuantile } from '../math/chiSquare'
import { studentQuantile } from '../math/student'
import { type Assessment, type Dial, dialOf } from '../plan'
import { type LoggedTake, delayToday, feedbackOf, offsetOf } from './feedback'

/** The line of place against delay through the takes. */
export interface DelayFit {
  /** m/s past the mark, its standard error, s dialled for the mark, m of scatter. */
  speed: number
  speedError: number | null
  delayAtMark: number
  scatter: number | null
  /** Intervals that hold the truth in 95 of 100 logs of so many takes; null from two. */
  speedInterval: [number, number] | null
  scatterInterval: [number, number] | null
  points: { number: number; delay: number; position: number; outlier: boolean }[]
}

/** A drift of the ideal delay from take to take. */
export interface Drift {
  /** s for each take, + = the object comes later. */
  perTake: number
  /** Standard error of that, s. */
  error: number
  takes: number
}

/** Where a run stands after its takes. */
export interface RunState {
  prior: DelayPrior
  window: KeeperWindow
  /** Takes the search goes by. */
  used: number[]
  /** Delay proposed next with its chance and reason; null where nothing is dialled. */
  proposal: ExplainedProposal | null
  /** Where bracketing would stand, s. */
  bracketing: number
  fit: DelayFit | null
  drift: Drift | null
  keepers: number
}

/** Fewest points from which an outlier can be told, and the chance of finding one in a clean log. */
const LEAST_FOR_OUTLIER = 5
const FALSE_OUTLIER = 0.01
/** Fewest takes that show a drift, and the chance of seeing one where there is none. */
const LEAST_FOR_DRIFT = 5
const FALSE_DRIFT = 0.006
/** Level of the intervals that are printed. */
const LEVEL = 0.95

/** A step of nothing would make the search divide by it. */
const LEAST_SPREAD = 1e-7

/** The prior of the search: what the plan says before any take. */
export function priorOf(plan: Assessment): DelayPrior | null {
  const dial = dialOf(plan)
  return (
    dial && {
      delay: dial.wanted,
      uncertainty: Math.max(plan.spread.uncertainty, LEAST_SPREAD),
      scatter: Math.max(plan.spread.scatter, LEAST_SPREAD),
    }
  )
}

/** Takes after which one counts half, where a drift is followed. */
const HALF_LIFE = 4

/** A verdict so many uncertainties beyond the plan says that the plan was worse than it thought. */
const WALKED_OUT = 2

/**
 * The prior after takes that walked out of it: still early far above what was planned, or late far below it, the moment
 * may be as far again as was walked.
 * Else a search that trusts its prior creeps in ever smaller steps towards a moment it holds impossible.
 */
export function widened(prior: DelayPrior, takes: readonly FiredTake[]): DelayPrior {
  const walked = takes.map(take =>
    !('outcome' in take) || take.outcome === 'keeper'
      ? 0
      : take.outcome === 'early'
        ? take.delay - prior.delay
        : prior.delay - take.delay,
  )
  const farthest = Math.max(0, ...walked)
  return farthest > WALKED_OUT * prior.uncertainty ? { ...prior, uncertainty: farthest } : prior
}

interface Point {
  number: number
  delay: number
  position: number
}

const lineOf = (points: readonly Point[]) =>
  new Set(points.map(p => p.delay)).size < 2 || new Set(points.map(p => p.position)).size < 2
    ? null
    : fitDelayLine({ points: [...points] })

/** Values of which at least two differ once one of them is left out. */
function differWithout(values: readonly number[]): (value: number) => boolean {
  const count = new Map<number, number>()
  for (const value of values) count.set(value, (count.get(value) ?? 0) + 1)
  return value => count.size - (count.get(value) === 1 ? 1 : 0) >= 2
}

/**
 * How far each point stands off the line of the others, in standard errors of what that line says there: externally
 * studentised residuals, Student's t of n − 3 degrees of freedom. 0 where the others make no line, or one without
 * scatter.
 *
 * @see Cook and Weisberg, Residuals and Influence in Regression, 1982, section 2.2
 */
function studentised(points: readonly Point[]): number[] {
  const n = points.length
  const [x, y] = [points.map(p => p.delay), points.map(p => p.position)]
  const mean = (values: readonly number[]): number => values.reduce((sum, value) => sum + value, 0) / n
  const [middle, level] = [mean(x), mean(y)]
  const sxx = x.reduce((sum, value) => sum + (value - middle) ** 2, 0)
  const slope = x.reduce((sum, value, i) => sum + (value - middle) * (y[i]! - level), 0) / sxx
  const residuals = y.map((value, i) => value - level - slope * (x[i]! - middle))
  const squares = residuals.reduce((sum, residual) => sum + residual ** 2, 0)
  const [delaysDiffer, placesDiffer] = [differWithout(x), differWithout(y)]
  return points.map(({ delay, position }, i) => {
    if (!delaysDiffer(delay) || !placesDiffer(position)) return 0
    const free = 1 - 1 / n - (delay - middle) ** 2 / sxx
    const ofOthers = (squares - residuals[i]! ** 2 / free) / (n - 3)
    return ofOthers > squares * ROUNDING ? Math.abs(residuals[i]!) / Math.sqrt(ofOthers * free) : 0
  })
}

/** Squares below this share of their sum are what sums are rounded by. */
const ROUNDING = 1e-14

/** Takes that stand farther off the line of the others than chance puts them, the farthest left out first. */
function outliersOf(all: readonly Point[]): Set<number> {
  const outliers = new Set<number>()
  let points = [...all]
  while (points.length >= LEAST_FOR_OUTLIER && outliers.size < all.length / 4) {
    const distances = studentised(points)
    const farthest = Math.max(...distances)
    const worst = points[distances.indexOf(farthest)]!
    if (!(farthest >= studentQuantile(FALSE_OUTLIER / points.length, points.length - 3))) break
    outliers.add(worst.number)
    points = points.filter(point => point !== worst)
  }
  return outliers
}

function fitOf(plan: Assessment, takes: readonly LoggedTake[]): DelayFit | null {
  const all = takes.flatMap((take): Point[] =>
    offsetOf(plan, take) === null
      ? []
      : [{ number: take.number, delay: delayToday(plan, take), position: take.position as number }],
  )
  const outliers = outliersOf(all)
  const points = all.filter(point => !outliers.has(point.number))
  const fit = lineOf(points)
  if (fit === null) return null
  const freedom = points.length - 2
  const t = freedom > 0 ? studentQuantile(1 - LEVEL, freedom) : 0
  const chi = (p: number): number => Math.sqrt(freedom / chiSquareQuantile(p, freedom))
  return {
    ...fit,
    speedInterval: fit.speedError === null ? null : [fit.speed - t * fit.speedError, fit.speed + t * fit.speedError],
    scatterInterval:
      fit.scatter === null ? null : [fit.scatter * chi((1 + LEVEL) / 2), fit.scatter * chi((1 - LEVEL) / 2)],
    points: all.map(point => ({ ...point, outlier: outliers.has(point.number) })),
  }
}

/** Wander of the ideal delay over takes in the order they were fired; null where the takes show none. */
export function driftOf(plan: Assessment, takes: readonly LoggedTake[]): Drift | null {
  const ideals = takes.flatMap(take => {
    const offset = offsetOf(plan, take)
    return offset === null ? [] : [delayToday(plan, take) - offset]
  })
  const n = ideals.length
  if (n < LEAST_FOR_DRIFT) return null
  const mean = ideals.reduce((sum, y) => sum + y, 0) / n
  const middle = (n - 1) / 2
  const sxx = ideals.reduce((sum, _, i) => sum + (i - middle) ** 2, 0)
  const perTake = ideals.reduce((sum, y, i) => sum + (i - middle) * (y - mean), 0) / sxx
  const left = ideals.reduce((sum, y, i) => sum + (y - mean - perTake * (i - middle)) ** 2, 0)
  const error = Math.sqrt(left / (n - 2) / sxx)
  return error > 0 && Math.abs(perTake) > studentQuantile(FALSE_DRIFT, n - 2) * error
    ? { perTake, error, takes: n }
    : null
}

/**
 * Where a run stands after its takes: the next delay with its chance and why, bracketing beside it, the fitted line, a
 * drift, and how many takes are needed.
 *
 * @param plan of the set-up as it is now
 * @param takes of this set-up in the order they were fired; those that learnt figures already rest on left out
 * @param options.follow follow a drift: earlier takes count as they would be today by the drift they show, and each
 * the less the older it is
 * @returns null where no delay is dialled: by hand, by burst, or where the moment is never reached
 */
export function runStateOf(
  plan: Assessment,
  takes: readonly LoggedTake[],
  options: { follow?: boolean } = {},
): RunState | null {
  const prior = priorOf(plan)
  const dial = dialOf(plan)
  if (prior === null || dial === null) return null
  const window = { before: plan.keep.before, after: plan.keep.after }
  const said = takes.flatMap(take => {
    const feedback = feedbackOf(plan, take)
    return feedback ? [{ take, feedback }] : []
  })
  const drift = driftOf(plan, takes)
  if (options.follow) {
    said.forEach((entry, i) => {
      const since = said.length - i
      entry.feedback.delay += (drift?.perTake ?? 0) * since
      entry.feedback.weight = 0.5 ** ((since - 1) / HALF_LIFE)
    })
  }
  const walked = takes.flatMap((take): [delay: number, outcome: 'early' | 'keeper' | 'late'][] => {
    const outcome =
      take.verdict === 'on' ? 'keeper' : take.verdict === 'early' || take.verdict === 'late' ? take.verdict : null
    return outcome === null ? [] : [[delayToday(plan, take), outcome]]
  })
  return {
    prior,
    window,
    used: said.map(s => s.take.number),
    proposal: nextProposal(
      dial,
      prior,
      window,
      said.map(s => s.feedback),
    ),
    bracketing: onDial(
      dial,
      bracketedDelay(
        bracketingFor(prior, window),
        walked.map(([, outcome]) => outcome),
        walked.map(([delay]) => delay),
      ),
    ),
    keepers: takes.filter(take => take.keeper).length,
    fit: fitOf(plan, takes),
    drift,
  }
}

/** What to dial next after what takes said: the one way a run, the bench and a played session search. */
export function nextProposal(
  dial: Dial,
  prior: DelayPrior,
  window: KeeperWindow,
  feedback: readonly FiredTake[],
  grid: 'fine' | 'coarse' = 'fine',
): ExplainedProposal {
  const { step, minimum, maximum } = dial
  // A keeper found, there is nothing to learn that is worth a prop: from now on the likeliest.
  const policy = feedback.some(take => 'outcome' in take && take.outcome === 'keeper') ? 'greedy' : 'auto'
  return proposeDelay(
    { prior: widened(prior, feedback), window, takes: [...feedback], step, minimum, maximum },
    policy,
    grid,
  )
}

/** A place as the dial can be set to. */
const onDial = ({ step, minimum, maximum }: Dial, delay: number): number =>
  Number(Math.min(maximum, Math.max(minimum, Math.round(delay / step) * step)).toPrecision(12))

/** Bracketing written out: start, step and so many rungs, s, each as can be dialled. */
export function rungsOf(plan: Assessment, rungs: number): { start: number; step: number; delays: number[] } | null {
  const prior = priorOf(plan)
  const dial = dialOf(plan)
  if (prior === null || dial === null) return null
  const { start, step } = bracketingFor(prior, { before: plan.keep.before, after: plan.keep.after })
  return {
    start: onDial(dial, start),
    step,
    delays: Array.from({ length: rungs }, (_, i) => onDial(dial, start + i * step)),
  }
}
