import type { Finding } from '../plan'
import type { Result } from '../plan/explain'
import { count, share } from '../plan/findings/types'
import type { Setup } from '../setup/types'
import type { PlayedSessions } from './played'

/** Beyond this nobody buys. */
const MANY = 10_000

/**
 * A note where fewer props are at hand than a played session needs; null where there are enough, or nothing is ever
 * caught.
 */
export function stockFinding({ goal }: Pick<Setup, 'goal'>, many: PlayedSessions): Finding | null {
  if (many.later <= 0 || (many.props !== null && many.props <= goal.stock)) return null
  const { props } = many
  return {
    id: 'stock',
    severity: 'note',
    title: props === null ? 'finding.stock.tooManyToCount' : 'finding.stock.propsNeeded',
    reason: props === null ? 'finding.stock.tooFewOnTime' : 'finding.stock.simulated',
    figures: {
      props: count(props ?? MANY),
      stock: count(goal.stock),
      keepers: count(goal.keepers),
      confidence: share(goal.confidence),
      later: share(many.later),
    },
    paths: ['goal.stock'],
    fixes:
      props === null
        ? []
        : [
            {
              label: 'finding.stock.getProps',
              figures: { props: count(props) },
              changes: [{ path: 'goal.stock', value: props }],
              raises: [],
              clears: [],
              cost: { flashStops: null, ambientStops: 0, depth: null, blur: 0, keep: 0 },
            },
          ],
  }
}

/** A result of the plan as it was played: one quantity has one value wherever it stands. */
export function withPlayed(result: Result, many: PlayedSessions): Result {
  const played: Partial<Record<string, number>> = { keeper: many.keeper, first: many.first, keep: many.later }
  const value = played[result.id]
  if (value === undefined) return result
  const figures =
    result.id === 'keeper'
      ? Object.fromEntries(Object.entries(many.parts).map(([part, chance]) => [part, share(chance)]))
      : result.figures
  return { ...result, value: share(value), figures: { ...result.figures, ...figures } }
}

/** How many as a result with what it is made of, beside the other figures of a plan; null where it is beyond count. */
export function propsResult({ goal }: Pick<Setup, 'goal'>, many: PlayedSessions): Result | null {
  if (many.props === null) return null
  return {
    id: 'props',
    label: 'result.stock.propsNeeded',
    value: count(many.props),
    causes: [],
    read: () => null,
    formula: 'result.stock.played',
    figures: {
      plays: count(many.plays),
      keepers: count(goal.keepers),
      confidence: share(goal.confidence),
      find: { value: many.toFind, quantity: 'number' },
      later: share(many.later),
      kept: share(many.kept),
      misfire: share(many.misfire),
      wrong: share(many.wrongVerdict),
      all: count(many.ifAllKept ?? MANY),
    },
  }
}
