/** How a studio's minutes differ from the rule of thumb, and one observation from the studio's own: log-sd. */
const RULE = 0.5
const OBSERVED = 0.12
/** How a day's pace differs from the usual. */
const PACE = 0.12

/** Planned minutes of a kind of work and what they turned out as. */
export interface Worked {
  planned: number
  real: number
  /** Log-sd of that kind of work from time to time. */
  spread: number
}

/**
 * Minutes of a kind of work after some were timed: log minutes ~ N(log rule, 0.5²), each observation with its own
 * spread.
 *
 * @returns min expected, log-sd of that, and how many were timed
 */
export function learntMinutes(
  rule: number,
  timed: readonly number[],
  spread: number,
): { minutes: number; sigma: number; of: number } {
  const seen = timed.filter(minutes => minutes > 0)
  const each = 1 / (spread ** 2 + OBSERVED ** 2)
  const precision = 1 / RULE ** 2 + seen.length * each
  const mean = (Math.log(rule) / RULE ** 2 + each * seen.reduce((sum, m) => sum + Math.log(m), 0)) / precision
  return { minutes: Math.exp(mean), sigma: Math.sqrt(1 / precision), of: seen.length }
}

/**
 * The pace of a day after some of its work is done: 1 as planned, 1.2 a fifth slower.
 *
 * @returns the pace expected, and its log-sd
 */
export function paceOf(works: readonly Worked[]): { pace: number; sigma: number } {
  const told = works.filter(({ planned, real }) => planned > 0 && real > 0)
  const variance = 1 / (1 / PACE ** 2 + told.reduce((sum, { spread }) => sum + 1 / spread ** 2, 0))
  const mean =
    variance * told.reduce((sum, { planned, real, spread }) => sum + Math.log(real / planned) / spread ** 2, 0)
  return { pace: Math.exp(mean), sigma: Math.sqrt(variance) }
}
