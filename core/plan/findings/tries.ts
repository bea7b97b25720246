import { type Change, valueAt, withChanges, withinLimits } from '../../setup/paths'
import { type Assessment, assess } from '../assess'
import { exposingLights } from '../light'
import type { Figure, FixDraft } from './types'

/** Of a distance, by what a third of a stop makes up each, and of a power: tried one after the other. */
export const FARTHER = Array.from({ length: 15 }, (_, i) => 2 ** ((i + 1) / 6))
export const NEARER = Array.from({ length: 8 }, (_, i) => 2 ** (-(i + 1) / 6))
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
/** Steps to either side that are tried. */
const MOST_STEPS = 24

/**
 * A field moved by the least of some steps to either side that does and takes no light from the front; null: none.
 *
 * @param step in the field's own unit
 * @param good asked only of where things stand: times and exposure are those of before
 */
export function leastStep(
  a: Assessment,
  path: string,
  step: number,
  good: (after: Assessment) => boolean,
): { path: string; value: number } | null {
  const now = Number(valueAt(a.setup, path))
  const front = exposingLights(a.setup).length
  for (let i = 1; i <= MOST_STEPS; i++)
    for (const side of [1, -1]) {
      const change = { path, value: Number((now + side * i * step).toFixed(5)) }
      if (!withinLimits(change)) continue
      const after = relit(a, [change])
      if (good(after) && exposingLights(after.setup).length >= front) return change
    }
  return null
}

/** Part of a fix: what is done to one field, with its figure in place of `{}`. */
export interface Part {
  text: string
  figure: Figure
  change: Change
}

/** One fix of several parts. */
export function together(parts: readonly Part[]): FixDraft {
  const text = parts.map((part, i) => part.text.replace('{}', `{to${i}}`)).join(', ')
  return {
    label: `${text[0]!.toUpperCase()}${text.slice(1)}`,
    figures: Object.fromEntries(parts.map(({ figure }, i) => [`to${i}`, figure])),
    changes: parts.map(({ change }) => change),
  }
}

/** A distance to the centimetre. */
export const rounded = (value: number): number => Math.round(value * 100) / 100
