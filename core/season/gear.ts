/** What a day's takes say of a piece of gear, as logarithms (a press: s). */
export interface GearDay {
  /** Days since any first day, whole or not. */
  day: number
  takes: number
  mean: number
  /** Sum of the squares of each take's distance from the mean. */
  squares: number
  /** Variance of the day's own error, such as that of the tape; 0: none. */
  error: number
  /** Degrees of freedom of the squares, where they are not one less than the takes. */
  free?: number
}

const freeOf = ({ takes, free }: GearDay): number => free ?? takes - 1

/** What is thought of it before any day, from what the recipe assumes. */
export interface GearPrior {
  mean: number
  /** Standard deviation of that. */
  error: number
  /** Typical standard deviation from take to take. */
  spread: number
}

/** A piece of gear on a day to come. */
export interface GearLevel {
  /** Level of the day, and its standard deviation: what is not known of it, drift since, and how days differ. */
  mean: number
  error: number
  /** Standard deviation from take to take, and from day to day. */
  spread: number
  betweenDays: number
  /** Standard deviation that it drifts by in thirty days. */
  drift: number
  days: number
  takes: number
  /** Natural logarithm of how likely the days are by this model. */
  evidence: number
}

/** Log-sd of the take-to-take spread about the recipe's. */
const SPREAD_ERROR = 0.5
/** Days over which drift is stated. */
export const MONTH = 30
/** Nodes: of the spread in standard deviations of what is known of it; of the others in typical spreads. */
const SPREAD_NODES = [-2.4, -1.6, -0.8, 0, 0.8, 1.6, 2.4]
const BETWEEN_NODES = [0.05, 0.25, 0.55, 0.95, 1.5, 2.2]
const DRIFT_NODES = [0.02, 0.15, 0.35, 0.65, 1.1]

const halfNormal = (x: number): number => Math.exp(-(x * x) / 2)
/** Width that each node of a list stands for. */
const widths = (nodes: readonly number[]): number[] =>
  nodes.map((node, i) => {
    const low = i === 0 ? 0 : (nodes[i - 1]! + node) / 2
    const high = i === nodes.length - 1 ? node + (node - nodes[i - 1]!) / 2 : (nodes[i + 1]! + node) / 2
    return high - low
  })

/** Where the logarithm of the spread lies by the takes and what is thought before, and its standard deviation. */
function spreadOf(days: readonly GearDay[], prior: GearPrior): { at: number; sd: number } {
  const free = days.reduce((sum, day) => sum + freeOf(day), 0)
  const squares = days.reduce((sum, day) => sum + day.squares, 0)
  const centre = Math.log(prior.spread)
  let at = centre
  for (let step = 0; step < 40; step++) {
    const fit = squares * Math.exp(-2 * at)
    const slope = -(at - centre) / SPREAD_ERROR ** 2 - free + fit
    const bend = 1 / SPREAD_ERROR ** 2 + 2 * fit
    at += Math.max(-1, Math.min(1, slope / bend))
  }
  return { at, sd: 1 / Math.sqrt(1 / SPREAD_ERROR ** 2 + 2 * squares * Math.exp(-2 * at)) }
}

interface Node {
  spread: number
  between: number
  drift: number
  weight: number
}

function nodesOf(days: readonly GearDay[], prior: GearPrior): Node[] {
  const known = spreadOf(days, prior)
  const [between, drift] = [widths(BETWEEN_NODES), widths(DRIFT_NODES)]
  return SPREAD_NODES.flatMap(z => {
    const log = known.at + known.sd * z
    const thought = Math.exp(-(((log - Math.log(prior.spread)) / SPREAD_ERROR) ** 2) / 2)
    return BETWEEN_NODES.flatMap((t, i) =>
      DRIFT_NODES.map((k, j) => ({
        spread: Math.exp(log),
        between: t * prior.spread,
        drift: (k * prior.spread) / 2,
        weight: Math.log(thought * known.sd * halfNormal(t) * between[i]! * halfNormal(k) * drift[j]!),
      })),
    )
  })
}

/** Walks through the days at one node; what a jump adds to the variance at each day's beginning is given. */
function walk(
  days: readonly GearDay[],
  prior: GearPrior,
  { spread, between, drift }: Node,
  jumps: readonly number[],
): { mean: number; variance: number; last: number; evidence: number } {
  let [mean, variance, evidence] = [prior.mean, prior.error ** 2, 0]
  let last = days[0]?.day ?? 0
  days.forEach((own, i) => {
    const { day, takes, mean: seen, squares, error } = own
    variance += (drift ** 2 * (day - last)) / MONTH + (jumps[i] ?? 0)
    last = day
    const noise = between ** 2 + error + spread ** 2 / takes
    const total = variance + noise
    const off = seen - mean
    evidence -= 0.5 * (Math.log(2 * Math.PI * total) + (off * off) / total)
    evidence -= freeOf(own) * Math.log(spread) + squares / (2 * spread ** 2)
    mean += (variance / total) * off
    variance *= noise / total
  })
  return { mean, variance, last, evidence }
}

/** What a noted repair adds to the variance of the level, at the first day after it. */
const jumpsOf = (days: readonly GearDay[], repairs: readonly number[], prior: GearPrior): number[] =>
  days.map(({ day }, i) => {
    const before = i === 0 ? -Infinity : days[i - 1]!.day
    return repairs.filter(at => at > before && at <= day).length * prior.error ** 2
  })

/** Sum of weights given as logarithms. */
function logSum(values: readonly number[]): number {
  const most = Math.max(...values)
  return most + Math.log(values.reduce((sum, value) => sum + Math.exp(value - most), 0))
}

/**
 * A piece of gear on a day to come, by its takes over many days: a level that drifts, days that differ, takes that
 * scatter; each share of the variance weighed over nodes by how well it explains the days.
 *
 * @param days in order; with at least one take each
 * @param at the day to come, counted as `days` are
 * @param repairs days on which it was repaired or replaced: what it was before says less from then on
 */
export function gearLevel(
  prior: GearPrior,
  days: readonly GearDay[],
  at: number,
  repairs: readonly number[] = [],
): GearLevel {
  const jumps = jumpsOf(days, repairs, prior)
  const lastDay = days.at(-1)?.day ?? at
  const since = repairs.filter(repair => repair > lastDay && repair <= at).length * prior.error ** 2
  const walked = nodesOf(days, prior).map(node => {
    const { mean, variance, last, evidence } = walk(days, prior, node, jumps)
    const ahead = variance + (node.drift ** 2 * Math.max(0, at - last)) / MONTH + since
    return { node, mean, variance: ahead + node.between ** 2, log: node.weight + evidence }
  })
  const evidence = logSum(walked.map(({ log }) => log))
  const shares = walked.map(({ log }) => Math.exp(log - evidence))
  const over = (of: (one: (typeof walked)[number]) => number): number =>
    walked.reduce((sum, one, i) => sum + shares[i]! * of(one), 0)
  const mean = over(one => one.mean)
  return {
    mean,
    error: Math.sqrt(over(one => one.variance + (one.mean - mean) ** 2)),
    spread: Math.sqrt(over(({ node }) => node.spread ** 2)),
    betweenDays: Math.sqrt(over(({ node }) => node.between ** 2)),
    drift: Math.sqrt(over(({ node }) => node.drift ** 2)),
    days: days.length,
    takes: days.reduce((sum, { takes }) => sum + takes, 0),
    evidence: evidence - logSum(nodesOf(days, prior).map(({ weight }) => weight)),
  }
}

/** Boundaries at the end of the days at which a jump is looked for, and from how likely it is told. */
const LAST = 3
const TOLD = 4.2

/** A jump between two days. */
export interface GearJump {
  /** The first day after it. */
  day: number
  /** Level after less level before, and the standard error of that. */
  by: number
  error: number
  /** Natural logarithm of how much better a jump explains the days. */
  factor: number
}

/**
 * A jump of the level at one of the last three boundaries between days; null: nothing that would be told by chance in
 * fewer than some three of a hundred logs that are looked at daily.
 *
 * @param days at least two
 */
export function jumpOf(prior: GearPrior, days: readonly GearDay[], repairs: readonly number[] = []): GearJump | null {
  if (days.length < 3) return null
  const at = days.at(-1)!.day
  const plain = gearLevel(prior, days, at, repairs).evidence
  const places = days.map((_, i) => i).slice(Math.max(1, days.length - LAST))
  const tried = places
    .filter(i => !repairs.some(repair => repair > days[i - 1]!.day && repair <= days[i]!.day))
    .map(i => ({ i, evidence: gearLevel(prior, days, at, [...repairs, days[i]!.day]).evidence }))
  if (tried.length === 0) return null
  const factor = logSum(tried.map(({ evidence }) => evidence)) - Math.log(tried.length) - plain
  if (factor < TOLD) return null
  const best = tried.reduce((one, other) => (other.evidence > one.evidence ? other : one))
  const cut = days[best.i]!.day
  const side = (some: readonly GearDay[]): GearLevel => gearLevel(prior, some, cut)
  const [before, after] = [side(days.slice(0, best.i)), side(days.slice(best.i))]
  return { day: cut, by: after.mean - before.mean, error: Math.hypot(before.error, after.error), factor }
}

/** Takes on either side of a step within a day, and how far apart they have to lie, in standard errors. */
const EITHER_SIDE = 4
const STEP_TOLD = 4.44

/**
 * A step from one take to the next within a day; null: none that would be told in more than some three of a hundred
 * days without one, looked at after every take.
 *
 * @param takes in the order they were fired, each as a logarithm
 */
export function stepOf(takes: readonly number[]): { from: number; by: number; t: number } | null {
  const n = takes.length
  if (n < 2 * EITHER_SIDE) return null
  const total = takes.reduce((sum, value) => sum + value, 0)
  let best: { from: number; by: number; t: number } | null = null
  let sum = 0
  for (let from = 1; from <= n - EITHER_SIDE; from++) {
    sum += takes[from - 1]!
    if (from < EITHER_SIDE) continue
    const [low, high] = [sum / from, (total - sum) / (n - from)]
    const squares = takes.reduce((all, value, i) => all + (value - (i < from ? low : high)) ** 2, 0)
    const t = (high - low) / Math.sqrt((squares / (n - 2)) * (1 / from + 1 / (n - from)))
    if (best === null || Math.abs(t) > Math.abs(best.t)) best = { from, by: high - low, t }
  }
  return best && Math.abs(best.t) >= STEP_TOLD ? best : null
}
