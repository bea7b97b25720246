import { type Random, seededRandom } from '../math/random'
import { type Ground, walked } from './walk'
import { type DayOrder, VALUES, better } from './types'

/** Orders that are tried in all, and starts that they are shared over. */
const TRIED = { most: 24_000, starts: 12 }

/** A start: what is worth most and closes soonest first; later ones are shuffled ever more. */
function startOf(ground: Ground, random: Random, start: number): number[] {
  const { setups } = ground.input
  const closes = (i: number): number => ground.stretches[i]!.at(-1)?.[1] ?? 0
  const key = setups.map(
    ({ value }, i) => VALUES.indexOf(value) * 200 + Math.min(closes(i), 3000) / 10 + start * 120 * random.uniform(),
  )
  return setups.map((_, i) => i).sort((a, b) => key[a]! - key[b]!)
}

const moved = (order: readonly number[], from: number, to: number): number[] => {
  const next = order.filter((_, i) => i !== from)
  next.splice(to, 0, order[from]!)
  return next
}
const exchanged = (order: readonly number[], a: number, b: number): number[] =>
  order.map((one, i) => (i === a ? order[b]! : i === b ? order[a]! : one))

/** Orders that differ from one by an insertion or an exchange. */
function* beside(order: readonly number[]): Generator<number[]> {
  for (let a = 0; a < order.length; a++) {
    for (let b = 0; b < order.length; b++) {
      if (a === b) continue
      yield moved(order, a, b)
      if (b > a) yield exchanged(order, a, b)
    }
  }
}

/** Goes from an order to better ones beside it until none is better. @returns the day, and how many were tried */
function climbed(ground: Ground, from: readonly number[], most: number): { day: DayOrder; tried: number } {
  let order = from
  let day = walked(ground, order)
  let tried = 0
  for (let found = true; found && tried < most;) {
    found = false
    for (const next of beside(order)) {
      tried++
      const other = walked(ground, next)
      if (!better(other, day)) continue
      order = next
      day = other
      found = true
      break
    }
  }
  return { day, tried }
}

/**
 * A good order where there are too many set-ups for the best: insertions and exchanges from several starts, each until
 * none of them helps. The same day always gives the same order.
 */
export function searchedOrder(ground: Ground, seed = 1): DayOrder {
  const random = seededRandom(seed)
  let best = walked(ground, [])
  let left: number = TRIED.most
  for (let start = 0; start < TRIED.starts && left > 0; start++) {
    const { day, tried } = climbed(ground, startOf(ground, random, start), left)
    left -= tried
    if (better(day, best)) best = day
  }
  return best
}
