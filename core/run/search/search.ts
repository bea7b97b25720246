import { InputError, finite, positive } from '../../physics/errors'
import { goldenMaximum } from '../../math/golden'
import { fastNormalCdf } from '../../math/normal'
import { quantiseDelay } from '../../physics/timing'
import {
  type DelayPosterior,
  type DelayPrior,
  type FiredTake,
  type Grid,
  type KeeperWindow,
  delayPosterior,
  idealWithin,
  keepChance,
} from './posterior'

/** What a proposal goes by: prior, window and the takes so far. */
export interface SearchInput {
  prior: DelayPrior
  window: KeeperWindow
  takes: FiredTake[]
  /** Delay step of the controller, s; left out: continuous. */
  step?: number
  /** Range of the controller, s. */
  minimum?: number
  maximum?: number
}

/** The delay to dial next, with its chance of a keeper. */
export interface Proposal {
  /** Delay to dial, s. */
  delay: number
  /** Chance that it makes a keeper, 0 to 1. */
  keep: number
  posterior: DelayPrior
}

/** Why a delay was chosen: it is the likeliest keeper, or it teaches most about where the keeper is. */
export type ProposalReason = 'likeliest' | 'halves'

/** A proposal with why it is that delay. */
export interface ExplainedProposal extends Proposal {
  reason: ProposalReason
  /** What the verdict early, on or late is expected to teach, bits. */
  information: number
  /** The best chance any delay has, 0 to 1. */
  bestKeep: number
  /** Where the ideal delay lies with 95 %, s. */
  interval: [number, number]
}

const plogp = (p: number): number => (p > 1e-15 ? -p * Math.log2(p) : 0)

/** Weight of a mean below which it adds nothing that is told. */
const LEFT_OUT = 1e-12

/** For each grid delay: chance of a keeper, and information a three-way verdict gives about (μ, s), bits. */
function scoreGrid(
  posterior: DelayPosterior,
  window: KeeperWindow,
  stride: number,
): { keep: Float64Array; information: Float64Array } {
  const { count, spacing, scatters, weight } = posterior
  const keep = new Float64Array(count)
  const early = new Float64Array(count)
  const known = new Float64Array(count)
  scatters.forEach((s, j) => {
    const row = weight[j] as Float64Array
    let mass = 0
    for (let i = 0; i < count; i++) mass += row[i] as number
    if (mass < 1e-6) return
    // The narrower the scatter, the fewer of the grid's means go with it.
    const first = row.findIndex(p => p > LEFT_OUT)
    const last = row.findLastIndex(p => p > LEFT_OUT)
    // A delay m steps above the mean has offset m·spacing; beyond the reach the verdict is certain.
    const reach = Math.min(count - 1, Math.ceil((Math.max(window.before, window.after) + 4.5 * s) / spacing))
    const width = 2 * reach + 1
    const kernelKeep = new Float64Array(width)
    const kernelEarly = new Float64Array(width)
    const kernelKnown = new Float64Array(width)
    for (let m = -reach; m <= reach; m++) {
      const offset = m * spacing
      const pEarly = fastNormalCdf((-window.before - offset) / s)
      const pNotLate = fastNormalCdf((window.after - offset) / s)
      kernelEarly[m + reach] = pEarly
      kernelKeep[m + reach] = pNotLate - pEarly
      kernelKnown[m + reach] = plogp(pEarly) + plogp(pNotLate - pEarly) + plogp(1 - pNotLate)
    }
    const above = new Float64Array(count + 1)
    for (let i = count - 1; i >= 0; i--) above[i] = (above[i + 1] as number) + (row[i] as number)
    for (let d = 0; d < count; d += stride) {
      let k = 0
      let e = d + reach + 1 <= count ? (above[d + reach + 1] as number) : 0
      let h = 0
      const from = Math.max(first, d - reach)
      const to = Math.min(last, d + reach)
      for (let i = from; i <= to; i++) {
        const p = row[i] as number
        const at = d - i + reach
        k += p * (kernelKeep[at] as number)
        e += p * (kernelEarly[at] as number)
        h += p * (kernelKnown[at] as number)
      }
      keep[d] = (keep[d] as number) + k
      early[d] = (early[d] as number) + e
      known[d] = (known[d] as number) + h
    }
  })
  const information = new Float64Array(count)
  for (let d = 0; d < count; d += stride) {
    const k = keep[d] as number
    const e = early[d] as number
    information[d] = Math.max(0, plogp(k) + plogp(e) + plogp(1 - k - e) - (known[d] as number))
  }
  return { keep, information }
}

/**
 * The next delay with its reason.
 *
 * Where the pictures show how far the object was, each take teaches much wherever it is fired, and the delay of best
 * chance is
 * proposed. Where only early, on or late is known, the proposal maximises chance of a keeper + information about the
 * ideal delay (bits): a keeper ends the search, a bit halves what is left of it.
 *
 * @throws InputError for a prior, window, take, step or range outside its limits
 */
export function proposeDelay(
  input: SearchInput,
  policy: 'auto' | 'greedy' | 'informed' = 'auto',
  grid: Grid = 'fine',
): ExplainedProposal {
  const { prior, window, takes } = input
  if (input.step !== undefined) positive('step', input.step)
  const minimum = finite('minimum', input.minimum ?? -Number.MAX_VALUE)
  const maximum = finite('maximum', input.maximum ?? Number.MAX_VALUE)
  if (maximum < minimum) throw new InputError('maximum', maximum, `not below the minimum, ${minimum} s`)
  const posterior = delayPosterior(prior, window, takes, grid)
  // Candidates need not lie closer than the window and the posterior can tell apart.
  const stride = Math.max(
    1,
    Math.floor(Math.max((window.before + window.after) / 12, posterior.uncertainty / 20) / posterior.spacing),
  )
  const { keep, information } = scoreGrid(posterior, window, stride)
  const informed =
    policy === 'informed' || (policy === 'auto' && takes.length > 0 && !takes.some(take => 'offset' in take))

  let best = -1
  let chosen = -1
  let bestScore = -Infinity
  let likeliest = 0
  for (let d = 0; d < posterior.count; d += stride) {
    const at = posterior.first + d * posterior.spacing
    if ((at < minimum || at > maximum) && posterior.count > 1) continue
    if (best < 0 || (keep[d] as number) > likeliest) {
      best = d
      likeliest = keep[d] as number
    }
    const score = (keep[d] as number) + (informed ? (information[d] as number) : 0)
    if (score > bestScore) {
      bestScore = score
      chosen = d
    }
  }
  // The whole posterior may lie beyond what the controller can dial: then its nearest end.
  const wanted =
    chosen >= 0 ? posterior.first + chosen * posterior.spacing : Math.min(Math.max(posterior.delay, minimum), maximum)
  const refined =
    chosen >= 0 && !informed && grid === 'fine'
      ? refine(posterior, window, wanted, stride * posterior.spacing, minimum, maximum)
      : wanted
  const delay =
    input.step === undefined ? refined : quantiseDelay({ delay: refined, step: input.step, minimum, maximum }).delay
  const chance = keepChance(posterior, window, delay)
  const bestKeep = Math.max(chance, likeliest)
  return {
    delay,
    keep: chance,
    posterior: { delay: posterior.delay, uncertainty: posterior.uncertainty, scatter: posterior.scatter },
    reason: chance >= 0.97 * bestKeep ? 'likeliest' : 'halves',
    information: chosen >= 0 ? (information[chosen] as number) : 0,
    bestKeep,
    interval: idealWithin(posterior, 0.95),
  }
}

/** Best chance between candidate delays, by golden section within one step either side. */
function refine(
  posterior: DelayPosterior,
  window: KeeperWindow,
  delay: number,
  reach: number,
  minimum: number,
  maximum: number,
): number {
  const middle = goldenMaximum(
    at => keepChance(posterior, window, at),
    Math.max(minimum, delay - reach),
    Math.min(maximum, delay + reach),
    8,
  )
  return keepChance(posterior, window, middle) > keepChance(posterior, window, delay) ? middle : delay
}

/**
 * The next delay to dial, from the plan's prior, the window and every take so far.
 *
 * @param input.prior delay, uncertainty, scatter, s; uncertainty and scatter above 0
 * @param input.window before, after, s
 * @param input.takes each with its delay and one of outcome, offset (s), between ([low, high] of offset, s, null for
 * open)
 * @param input.step delay step, s
 * @param input.minimum least delay, s
 * @param input.maximum greatest delay, s
 * @returns delay (s), keep (its chance, 0 to 1), posterior of the ideal delay: mean, sd, and scatter (geometric mean),
 * s
 * @throws InputError outside these ranges
 */
export function nextDelay(input: SearchInput): Proposal {
  const { delay, keep, posterior } = proposeDelay(input)
  return { delay, keep, posterior }
}
