import { type Change, withChanges, withinLimits } from '../../setup/paths'
import { type Assessment, assess } from '../assess'

/** Steps of a distance, and thirds of a stop, that are tried one after the other. */
export const FARTHER = Array.from({ length: 12 }, (_, i) => 1.15 ** (i + 1))
export const BRIGHTER = Array.from({ length: 18 }, (_, i) => 2 ** ((i + 1) / 3))

/**
 * A set-up with changes of which only the light in space is asked: where cards, ground and heads stand, and what lights
 * give that the exposure does not count. Times, pulses and exposure are those of before: a search needs no whole plan
 * at each step.
 */
export const relit = (a: Assessment, changes: readonly Change[]): Assessment => ({
  ...a,
  setup: withChanges(a.setup, changes),
  entered: withChanges(a.entered, changes),
  known: withChanges(a.known, changes),
})

/** A set-up with any changes, worked out anew. */
export const anew = (a: Assessment, changes: readonly Change[]): Assessment => assess(withChanges(a.entered, changes))

/**
 * The first of some factors that does, as changes; null: none.
 *
 * @param changed what the changes make of a set-up
 */
export function firstWithin(
  a: Assessment,
  factors: readonly number[],
  changes: (factor: number) => Change[],
  good: (after: Assessment) => boolean,
  changed: (a: Assessment, changes: readonly Change[]) => Assessment = anew,
): Change[] | null {
  for (const factor of factors) {
    const tried = changes(factor)
    if (tried.every(withinLimits) && good(changed(a, tried))) return tried
  }
  return null
}
/** A distance to the centimetre. */
export const rounded = (value: number): number => Math.round(value * 100) / 100
