import { goldenMaximum } from '../../math/golden'
import { fastNormalCdf } from '../../math/normal'
import { SCATTER_LOG_SD, SCATTER_NODES, type DelayPrior, type KeeperWindow } from './posterior'

/** Rounds of the golden section: to a thousandth of where it looks. */
const ROUNDS = 16

/**
 * The delay of best chance after takes whose offsets were all measured, s: the same posterior as the grid's, in closed
 * form for each scatter, for the
 * thousands of a played session.
 *
 * @param prior of the plan, s
 * @param window s
 * @param ideals delays each take would have wanted: what was dialled less its offset, s; at least one
 */
export function bestOfOffsets(prior: DelayPrior, window: KeeperWindow, ideals: readonly number[]): number {
  const n = ideals.length
  const mean = ideals.reduce((sum, y) => sum + y, 0) / n
  const squares = ideals.reduce((sum, y) => sum + (y - mean) ** 2, 0)
  const u2 = prior.uncertainty ** 2
  let most = -Infinity
  const nodes = SCATTER_NODES.map(z => {
    const s2 = (prior.scatter * Math.exp(SCATTER_LOG_SD * z)) ** 2
    const marginal = u2 + s2 / n
    const log =
      -(z * z) / 2 -
      (n * Math.log(s2)) / 2 -
      squares / (2 * s2) +
      Math.log(s2 / n) / 2 -
      Math.log(marginal) / 2 -
      (mean - prior.delay) ** 2 / (2 * marginal)
    most = Math.max(most, log)
    const variance = 1 / (1 / u2 + n / s2)
    return { log, middle: variance * (prior.delay / u2 + (n * mean) / s2), spread: Math.sqrt(s2 + variance) }
  })
  let total = 0
  let centre = 0
  let widest = 0
  const weighed = nodes.map(node => {
    const weight = Math.exp(node.log - most)
    total += weight
    centre += weight * node.middle
    if (weight > 1e-3) widest = Math.max(widest, node.spread)
    return { ...node, weight }
  })
  centre = centre / total + (window.before - window.after) / -2
  const chance = (delay: number): number =>
    weighed.reduce(
      (sum, { weight, middle, spread }) =>
        weight < 1e-4
          ? sum
          : sum +
            weight *
              (fastNormalCdf((window.after - delay + middle) / spread) -
                fastNormalCdf((-window.before - delay + middle) / spread)),
      0,
    )
  const reach = widest + (window.before + window.after) / 2
  return goldenMaximum(chance, centre - reach, centre + reach, ROUNDS)
}
