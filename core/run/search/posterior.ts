import { InputError, finite, notNegative, positive } from '../../physics/errors'
import { fastNormalCdf } from '../../math/normal'

/**
 * What the plan says before any take: ideal delay, how wrong it may be, first guess of the scatter from take to take;
 * all s.
 */
export interface DelayPrior {
  delay: number
  uncertainty: number
  scatter: number
}

/** How much too early and too late still makes a keeper, s, both 0 or above and not both 0. */
export interface KeeperWindow {
  before: number
  after: number
}

/**
 * A fired take: the delay used, s, and one form of feedback; offset = capture minus the ideal instant, s, plus = too
 * late.
 */
export type FiredTake = (
  | { delay: number; outcome: 'early' | 'keeper' | 'late' }
  | { delay: number; offset: number }
  | { delay: number; between: [number | null, number | null] }
) &
  /** How much it counts, above 0 to 1, for a rig that drifts; left out: fully. */
  { weight?: number }

/** Log-sd of the scatter about its first guess. */
export const SCATTER_LOG_SD = 0.5
/** Nodes of the scatter in log-sd: skewed upwards, since a rig is oftener worse than hoped. */
export const SCATTER_NODES = [-3, -2.25, -1.5, -0.75, 0, 0.75, 1.5, 2.25, 3, 3.75]
/** The same where a twentieth of the window is good enough. */
const COARSE_SCATTERS = [-2.25, -0.9, 0.45, 1.8, 3.15]
/** Nodes of the mean: fine for a proposal, coarse for the thousands of a played session. */
const FINE = 501
const COARSE = 121
/** How finely the posterior is worked out. */
export type Grid = 'fine' | 'coarse'
/** A verdict is wrong now and then: this much stays under each, 0 to ⅓. */
const VERDICT_FLOOR = 0.03
/** Share of the mass below which the ends of the grid are let go. */
const LET_GO = 1e-7

/** Likelihood of a verdict whose interval has a chance, one wrong now and then. */
export const verdictLikelihood = (chance: number): number => VERDICT_FLOOR + (1 - 3 * VERDICT_FLOOR) * chance

/**
 * Joint posterior of the mean ideal delay μ and the scatter s on a grid: rows of equal weight spacing in μ for each
 * node of s.
 * `weight[j][i]` is the probability of (mean[i], scatter[j]).
 */
export interface DelayPosterior {
  first: number
  spacing: number
  count: number
  scatters: number[]
  weight: Float64Array[]
  delay: number
  uncertainty: number
  scatter: number
}

const weightOf = (take: FiredTake): number => take.weight ?? 1

/** Feedback of a take as an interval of offsets, s; null where it is a measured offset. */
export function offsetInterval(take: FiredTake, window: KeeperWindow): [number, number] | null {
  if ('offset' in take) return null
  if ('between' in take) return [take.between[0] ?? -Infinity, take.between[1] ?? Infinity]
  if (take.outcome === 'early') return [-Infinity, -window.before]
  if (take.outcome === 'late') return [window.after, Infinity]
  return [-window.before, window.after]
}

/** @throws InputError for a prior, window or take outside its range, naming the field. */
export function checkSearch(prior: DelayPrior, window: KeeperWindow, takes: readonly FiredTake[]): void {
  finite('prior.delay', prior.delay)
  positive('prior.uncertainty', prior.uncertainty)
  positive('prior.scatter', prior.scatter)
  notNegative('window.before', window.before)
  notNegative('window.after', window.after)
  if (window.before + window.after === 0) throw new InputError('window', window, 'a window wider than 0 s')
  takes.forEach((take, i) => {
    finite(`takes[${i}].delay`, take.delay)
    if (take.weight !== undefined && !(take.weight > 0 && take.weight <= 1))
      throw new InputError(`takes[${i}].weight`, take.weight, 'above 0 to 1')
    if ('offset' in take) finite(`takes[${i}].offset`, take.offset)
    else if ('between' in take) {
      const [low, high] = offsetInterval(take, window) as [number, number]
      if (!(low < high)) throw new InputError(`takes[${i}].between`, take.between, 'two rising offsets, null for open')
    } else if (!['early', 'keeper', 'late'].includes(take.outcome)) {
      throw new InputError(`takes[${i}].outcome`, take.outcome, 'early, keeper or late; or give an offset or between')
    }
  })
}

/** What the takes say, summed up for a grid. */
interface TakeLikelihood {
  prior: DelayPrior
  scatters: number[]
  /** Standard normal deviates of the scatters. */
  deviates: readonly number[]
  /** Weight of all offsets, the mean of the ideals that they tell, and the squares about it. */
  offsets: { weight: number; mean: number; squares: number }
  intervals: { delay: number; low: number; high: number; weight: number }[]
}

function toldBy(prior: DelayPrior, window: KeeperWindow, takes: readonly FiredTake[], grid: Grid): TakeLikelihood {
  const deviates = grid === 'fine' ? SCATTER_NODES : COARSE_SCATTERS
  const ideals = takes.flatMap(take =>
    'offset' in take ? [{ ideal: take.delay - take.offset, weight: weightOf(take) }] : [],
  )
  const weight = ideals.reduce((sum, one) => sum + one.weight, 0)
  const mean = weight ? ideals.reduce((sum, one) => sum + one.weight * one.ideal, 0) / weight : 0
  const squares = ideals.reduce((sum, one) => sum + one.weight * (one.ideal - mean) ** 2, 0)
  const intervals = takes.flatMap(take => {
    const interval = offsetInterval(take, window)
    return interval ? [{ delay: take.delay, low: interval[0], high: interval[1], weight: weightOf(take) }] : []
  })
  const scatters = deviates.map(z => prior.scatter * Math.exp(SCATTER_LOG_SD * z))
  return { prior, scatters, deviates, offsets: { weight, mean, squares }, intervals: gathered(intervals) }
}

/** Verdicts from which those of one delay are taken together: many takes are fired at few settings of a dial. */
const MANY = 64

/** Verdicts of one delay and interval as one, by the sum of their weights. */
function gathered(intervals: TakeLikelihood['intervals']): TakeLikelihood['intervals'] {
  if (intervals.length < MANY) return intervals
  const found = new Map<string, TakeLikelihood['intervals'][number]>()
  for (const { delay, low, high, weight } of intervals) {
    const key = `${delay} ${low} ${high}`
    found.set(key, { delay, low, high, weight: weight + (found.get(key)?.weight ?? 0) })
  }
  return [...found.values()]
}

/** Where the mean may lie for any of the scatters, five deviations either way. */
function reachOf({ prior, scatters, offsets }: TakeLikelihood): [low: number, high: number] {
  let low = Infinity
  let high = -Infinity
  for (const s of scatters) {
    const precision = 1 / prior.uncertainty ** 2 + offsets.weight / (s * s)
    const mean = (prior.delay / prior.uncertainty ** 2 + (offsets.weight * offsets.mean) / (s * s)) / precision
    low = Math.min(low, mean - 5 / Math.sqrt(precision))
    high = Math.max(high, mean + 5 / Math.sqrt(precision))
  }
  return [low, high]
}

/** Logarithm of the chance of all verdicts for a mean and a scatter. */
function verdictsLog(intervals: TakeLikelihood['intervals'], mu: number, s: number): number {
  let log = 0
  // One logarithm for all takes that count fully, or as many as a number can hold.
  let product = 1
  for (const t of intervals) {
    const mass = fastNormalCdf((t.high - t.delay + mu) / s) - fastNormalCdf((t.low - t.delay + mu) / s)
    if (t.weight !== 1) log += t.weight * Math.log(verdictLikelihood(mass))
    else if ((product *= verdictLikelihood(mass)) < 1e-200) {
      log += Math.log(product)
      product = 1
    }
  }
  return log + Math.log(product)
}

/** Weights on a grid of so many means, not yet a probability: each row a scatter. */
function likelihoods(told: TakeLikelihood, from: number, spacing: number, nodes: number): Float64Array[] {
  const { prior, offsets } = told
  let most = -Infinity
  const rows = told.scatters.map((s, j) => {
    const row = new Float64Array(nodes)
    const z = told.deviates[j] as number
    const base = -(z * z) / 2 - offsets.weight * Math.log(s) - offsets.squares / (2 * s * s)
    for (let i = 0; i < nodes; i++) {
      const mu = from + i * spacing
      const off = (mu - prior.delay) ** 2 / (2 * prior.uncertainty ** 2)
      const spread = (offsets.weight * (mu - offsets.mean) ** 2) / (2 * s * s)
      row[i] = base - off - spread + verdictsLog(told.intervals, mu, s)
      if ((row[i] as number) > most) most = row[i] as number
    }
    return row
  })
  for (const row of rows) for (let i = 0; i < nodes; i++) row[i] = Math.exp((row[i] as number) - most)
  return rows
}

/** The posterior on a grid of means from one to another. */
function onGrid(told: TakeLikelihood, from: number, to: number, nodes: number): DelayPosterior {
  const spacing = (to - from) / (nodes - 1)
  const weight = likelihoods(told, from, spacing, nodes)
  let total = 0
  for (const row of weight) for (let i = 0; i < nodes; i++) total += row[i] as number
  let mean = 0
  let scatter = 0
  weight.forEach((row, j) => {
    for (let i = 0; i < nodes; i++) {
      const p = (row[i] = (row[i] as number) / total)
      mean += p * (from + i * spacing)
      scatter += p * Math.log(told.scatters[j] as number)
    }
  })
  let variance = 0
  for (const row of weight)
    for (let i = 0; i < nodes; i++) variance += (row[i] as number) * (from + i * spacing - mean) ** 2
  return {
    first: from,
    spacing,
    count: nodes,
    scatters: told.scatters,
    weight,
    delay: mean,
    uncertainty: Math.sqrt(variance),
    scatter: Math.exp(scatter),
  }
}

/**
 * Posterior of (μ, s) by Bayes on a grid that follows the mass.
 *
 * Measured offsets are summed in closed form; each interval multiplies in its probability. The range of μ starts where
 * prior and
 * offsets put it for any s, and is narrowed once to where the mass is.
 *
 * @param grid how fine: `coarse` is some six times as quick and good to a twentieth of the window
 * @throws InputError as `checkSearch`
 */
export function delayPosterior(
  prior: DelayPrior,
  window: KeeperWindow,
  takes: readonly FiredTake[],
  grid: Grid = 'fine',
): DelayPosterior {
  checkSearch(prior, window, takes)
  const nodes = grid === 'fine' ? FINE : COARSE
  const told = toldBy(prior, window, takes, grid)
  const [low, high] = reachOf(told)
  const wide = onGrid(told, low, high, nodes)
  const share = new Float64Array(nodes)
  for (const row of wide.weight) for (let i = 0; i < nodes; i++) share[i] = (share[i] as number) + (row[i] as number)
  const firstKept = share.findIndex(p => p > LET_GO)
  const lastKept = share.findLastIndex(p => p > LET_GO)
  if (lastKept - firstKept > 0.7 * nodes) return wide
  return onGrid(told, low + (firstKept - 1) * wide.spacing, low + (lastKept + 1) * wide.spacing, nodes)
}

/** Chance of a keeper at a delay, 0 to 1, over everything the posterior holds possible. */
export function keepChance(posterior: DelayPosterior, window: KeeperWindow, delay: number): number {
  let keep = 0
  posterior.scatters.forEach((s, j) => {
    const row = posterior.weight[j] as Float64Array
    for (let i = 0; i < posterior.count; i++) {
      const p = row[i] as number
      if (p < 1e-12) continue
      const offset = delay - posterior.first - i * posterior.spacing
      keep += p * (fastNormalCdf((window.after - offset) / s) - fastNormalCdf((-window.before - offset) / s))
    }
  })
  return Math.min(1, Math.max(0, keep))
}

/** Where the mean ideal delay lies with a share of the posterior, s: as much left out below as above. */
export function idealWithin(posterior: DelayPosterior, share: number): [number, number] {
  const { first, spacing, count, weight } = posterior
  const ends: [number, number] = [first, first + (count - 1) * spacing]
  let below = 0
  for (let i = 0; i < count; i++) {
    const here = weight.reduce((sum, row) => sum + (row[i] as number), 0)
    const at = (part: number): number => first + (i - 0.5 + part) * spacing
    for (const [end, wanted] of [
      [0, (1 - share) / 2],
      [1, (1 + share) / 2],
    ] as const) {
      if (below < wanted && below + here >= wanted) ends[end] = at((wanted - below) / here)
    }
    below += here
  }
  return ends
}
