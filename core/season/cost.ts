import { seededRandom } from '../math/random'
import { quantileOf } from '../math/orderQuantile'
import type { Tried } from './compare'

/** Takes to a keeper, with nine-in-ten ends; null: nothing was kept. */
export interface Cost {
  takes: number
  kept: number
  each: number | null
  low: number | null
  high: number | null
}

const DRAWS = 1000

/** Takes to a keeper over set-ups: the takes of all by the keepers of all, its ends by drawing set-ups again. */
export function costOf(setups: readonly Tried[], seed = 1): Cost {
  const total = (list: readonly Tried[]): Tried =>
    list.reduce((sum, { takes, kept }) => ({ takes: sum.takes + takes, kept: sum.kept + kept }), { takes: 0, kept: 0 })
  const { takes, kept } = total(setups)
  if (kept === 0) return { takes, kept, each: null, low: null, high: null }
  const random = seededRandom(seed)
  const drawn = Array.from({ length: DRAWS }, () =>
    total(setups.map(() => setups[Math.floor(random.uniform() * setups.length)]!)),
  ).map(sum => (sum.kept === 0 ? Infinity : sum.takes / sum.kept))
  const end = (q: number): number | null => {
    const value = quantileOf(drawn, q)
    return setups.length > 1 && Number.isFinite(value) ? value : null
  }
  return { takes, kept, each: takes / kept, low: end(0.05), high: end(0.95) }
}
