import { type Change, withChanges, withinLimits } from '../../setup/paths'
import { type Assessment, assess } from '../assess'

/** Steps of a distance, and thirds of a stop, that are tried one after the other. */
export const FARTHER = Array.from({ length: 12 }, (_, i) => 1.15 ** (i + 1))
export const BRIGHTER = Array.from({ length: 18 }, (_, i) => 2 ** ((i + 1) / 3))

/** The first of some factors that does, as changes; null: none. */
export function firstWithin(
  a: Assessment,
  factors: readonly number[],
  changes: (factor: number) => Change[],
  good: (after: Assessment) => boolean,
): Change[] | null {
  for (const factor of factors) {
    const tried = changes(factor)
    if (tried.every(withinLimits) && good(assess(withChanges(a.entered, tried)))) return tried
  }
  return null
}
/** A distance to the centimetre. */
export const rounded = (value: number): number => Math.round(value * 100) / 100
