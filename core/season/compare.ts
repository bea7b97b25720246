import { NINE_IN_TEN, type ShareHeld, betaShare } from '../math/betaShare'
import { logGamma } from '../math/logGamma'

/** Takes of one way of doing something, and how many were kept. */
export interface Tried {
  takes: number
  kept: number
}

/** Keepers and takes that each way is held to have had before any: four and four. */
const PRIOR = 4
/** How sure one has to be to call it settled, where it is looked at after every take. */
const SETTLED = 0.995
/** Takes each way beyond which two ways are too alike to find out. */
const MOST = 150
/** (1.96 + 0.84)²: a difference seen in four of five comparisons, at 95 %. */
const POWER = 7.85

/** Two ways of doing something, held against each other. */
export interface Comparison {
  /** Chance of a keeper each way, and nine-in-ten ends. */
  ways: { chance: number; low: number; high: number; takes: number }[]
  /** How much better the second is, with nine-in-ten ends. */
  better: { by: number; low: number; high: number }
  /** Chance that the second is the better one. */
  sure: number
  /** Which is settled to be better (0 or 1); null: neither is. */
  settled: 0 | 1 | null
  /** Takes each way that would settle it, so far counted; null: too alike to find out, or settled. */
  wanted: number | null
}

const logBeta = (a: number, b: number): number => logGamma(a) + logGamma(b) - logGamma(a + b)

/**
 * Chance that a share ~ Beta(a, b) is above one ~ Beta(c, d), all whole numbers: the closed sum.
 *
 * @param shares whole and above 0
 */
function chanceAbove([a, b]: [number, number], [c, d]: [number, number]): number {
  let total = 0
  for (let i = 0; i < a; i++)
    total += Math.exp(logBeta(c + i, b + d) - Math.log(b + i) - logBeta(1 + i, b) - logBeta(c, d))
  return Math.min(1, total)
}

const shareOf = ({ takes, kept }: Tried): ShareHeld => betaShare(PRIOR + kept, PRIOR + takes - kept)

/** Which of two ways keeps more, and how sure that is; made to be looked at after every take. */
export function compareTried(one: Tried, other: Tried): Comparison {
  const [p, q] = [shareOf(one), shareOf(other)]
  const by = q.mean - p.mean
  const sd = Math.hypot(p.sd, q.sd)
  const beta = ({ takes, kept }: Tried): [number, number] => [PRIOR + kept, PRIOR + takes - kept]
  const sure = chanceAbove(beta(other), beta(one))
  const settled = sure >= SETTLED ? 1 : sure <= 1 - SETTLED ? 0 : null
  const each = (POWER * (p.mean * (1 - p.mean) + q.mean * (1 - q.mean))) / by ** 2
  return {
    ways: [
      { ...told(p), takes: one.takes },
      { ...told(q), takes: other.takes },
    ],
    better: { by, low: by - NINE_IN_TEN * sd, high: by + NINE_IN_TEN * sd },
    sure,
    settled,
    wanted: settled !== null || !(each <= MOST) ? null : Math.ceil(each),
  }
}
const told = ({ mean, low, high }: ShareHeld) => ({ chance: mean, low, high })

/**
 * How much better the second way is, set-up by set-up and then together, so that a way tried on easy set-ups is not
 * the better for it: Mantel and Haenszel's difference, with Sato's error.
 *
 * @param pairs takes of both ways in each set-up; where one has none it tells nothing
 * @returns null where no set-up had both
 */
export function pairedDifference(
  pairs: readonly (readonly [one: Tried, other: Tried])[],
): { by: number; low: number; high: number; setups: number } | null {
  let [top, weight, p, q, setups] = [0, 0, 0, 0, 0]
  for (const [{ takes: n0, kept: b }, { takes: n1, kept: a }] of pairs) {
    if (n0 === 0 || n1 === 0) continue
    const n = n0 + n1
    setups++
    top += (a * n0 - b * n1) / n
    weight += (n0 * n1) / n
    p += (n1 ** 2 * b - n0 ** 2 * a + (n1 * n0 * (n0 - n1)) / 2) / n ** 2
    q += (a * (n0 - b) + b * (n1 - a)) / (2 * n)
  }
  if (setups === 0) return null
  const by = top / weight
  const sd = Math.sqrt(Math.max(0, (by * p + q) / weight ** 2))
  return { by, low: by - NINE_IN_TEN * sd, high: by + NINE_IN_TEN * sd, setups }
}

/** The variant to fire next, there and back again (A B B A): a launcher that tires favours neither. */
export function nextVariant(variants: readonly string[], fired: number): string | null {
  const round = [...variants, ...[...variants].reverse()]
  return round[fired % Math.max(1, round.length)] ?? null
}
