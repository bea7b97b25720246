import { playedDays } from './played'
import { type DayOrder, VALUES } from './types'
import { type Ground, isBound, walked } from './walk'

/** Orders held beside the best, how much later they may end, min, and days behind each. */
const OTHERS = 20
const LATER = 10
const DAYS = 600
/** By how much surer another has to be. */
const BETTER = 0.02

/** An order that keeps the fixed times on more days than the one that is over soonest. */
export interface SurerOrder {
  /** Places in the list. */
  order: number[]
  /** Share of days on which the fixed time that fails most is kept, in it and in the soonest. */
  kept: number
  instead: number
  /** min that it is over later, as planned. */
  later: number
}

/** Orders that differ from one by moving a set-up elsewhere. */
function neighbours(order: readonly number[]): number[][] {
  const seen = new Map<string, number[]>()
  for (const [from, moved] of order.entries()) {
    const rest = order.filter((_, i) => i !== from)
    for (let to = 0; to <= rest.length; to++) {
      const next = [...rest.slice(0, to), moved, ...rest.slice(to)]
      seen.set(next.join(), next)
    }
  }
  seen.delete(order.join())
  return [...seen.values()]
}

/** Share of days on which the fixed time that fails most is kept; the same days for each order. */
function keptShare(ground: Ground, order: readonly number[]): number {
  const { rows } = playedDays({ ...ground.input, days: DAYS }, order, ground)
  return Math.min(1, ...order.flatMap((place, k) => (isBound(ground, place) ? [rows[k]!.window] : [])))
}

/**
 * An order over at most ten minutes later with which the fixed times hold on clearly more days; null: none, or nothing
 * is fixed. All are played on the same days.
 */
export function surerOrder(ground: Ground, best: DayOrder): SurerOrder | null {
  const places = best.rows.map(row => ground.input.setups.findIndex(({ id }) => id === row.id))
  if (!places.some(place => isBound(ground, place))) return null
  const others = neighbours(places)
    .map(order => ({ order, walk: walked(ground, order) }))
    .filter(({ walk }) => walk.end <= best.end + LATER && VALUES.every(v => walk.lost[v] === best.lost[v]))
    .sort((a, b) => a.walk.end - b.walk.end)
    .slice(0, OTHERS)
  const instead = keptShare(ground, places)
  const tried = others
    .map(({ order, walk }) => ({ order, kept: keptShare(ground, order), instead, later: walk.end - best.end }))
    .sort((a, b) => b.kept - a.kept)
  const [surest] = tried
  return surest && surest.kept > instead + BETTER ? surest : null
}
