import { type Contradiction, contradictionsOf } from './contradictions'
import { exactOrder } from './exact'
import { type PlayedDays, playedDays } from './played'
import { searchedOrder } from './search'
import { type DayOrder, type DayPlanInput, MOST_EXACT } from './types'
import { type Ground, groundOf, walked } from './walk'

/** Why a set-up is left out. */
export type DropReason = 'window' | 'end' | 'after'

/** A planned day. */
export interface DayPlan extends DayOrder {
  /** Whether the order is the best there is; else the best that was found. */
  exact: boolean
  dropped: { id: string; reason: DropReason }[]
  played: PlayedDays
  contradictions: Contradiction[]
}

/** The best order of a day, or the best found where there are too many set-ups to be sure. */
export function orderOf(ground: Ground): DayOrder & { exact: boolean } {
  const exact = ground.input.setups.length <= MOST_EXACT
  return { ...(exact ? exactOrder(ground) : searchedOrder(ground)), exact }
}

const placesOf = ({ setups }: DayPlanInput, order: DayOrder): number[] =>
  order.rows.map(row => setups.findIndex(({ id }) => id === row.id))

/** Whether a set-up fits somewhere in an order, all others kept. */
function fits(input: DayPlanInput, order: readonly number[], one: number): boolean {
  const ground = groundOf(input)
  return Array.from({ length: order.length + 1 }, (_, at) => [...order.slice(0, at), one, ...order.slice(at)]).some(
    next => walked(ground, next, true) !== null,
  )
}

/** What keeps a set-up out of an order: that the day ends, what has to come before it, or when it may be fired. */
function reasonFor(input: DayPlanInput, order: readonly number[], one: number): DropReason {
  if (fits({ ...input, end: Infinity }, order, one)) return 'end'
  const loose = { ...input, setups: input.setups.map(setup => ({ ...setup, after: [] })) }
  if (fits(loose, order, one)) return 'after'
  return 'window'
}

/**
 * Plans a day: which set-ups in which order, played, and what stands in its way.
 *
 * @param order places in the list, where it is given; else the best is found
 */
export function planDay(input: DayPlanInput, order?: readonly number[]): DayPlan {
  const ground = groundOf(input)
  const found = order ? { ...walked(ground, order), exact: false } : orderOf(ground)
  const places = placesOf(input, found)
  const dropped = input.setups.flatMap((setup, i) =>
    places.includes(i) ? [] : [{ id: setup.id, reason: reasonFor(input, places, i) }],
  )
  const played = playedDays(input, places, ground)
  return { ...found, dropped, played, contradictions: contradictionsOf(input, dropped, played, found.rows) }
}
