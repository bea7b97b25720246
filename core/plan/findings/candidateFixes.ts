import { type Change, valueAt, withChanges, withinLimits } from '../../setup/paths'
import { type Assessment, assess } from '../assess'
import { exposingLights } from '../../light/pulses'
import { type Figures, type FindingText, type FixDraft, length, named, said } from './types'

/** Of a distance, by what a third of a stop makes up each, and of a power: tried one after the other. */
export const FARTHER = Array.from({ length: 15 }, (_, i) => 2 ** ((i + 1) / 6))
/** Factors on a distance for coming nearer, a third of a stop each. */
export const NEARER = Array.from({ length: 8 }, (_, i) => 2 ** (-(i + 1) / 6))
/** Factors on a power for more light, a third of a stop each. */
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

/** Part of a fix: what is done to one field. */
export interface Part {
  label: FindingText
  figures: Figures
  change: Change
}

/** What is done where an angle or a place of something is set: stood, turned, or moved by so much. */
export function partFor(a: Assessment, owner: string, change: { path: string; value: number }): Part {
  const { path, value } = change
  const name = named(owner)
  const to = { value, quantity: 'angle' as const }
  if (path.endsWith('angle')) return { label: 'finding.candidateFixes.moveTo', figures: { name, to }, change }
  if (path.endsWith('turn')) return { label: 'finding.candidateFixes.turnTo', figures: { name, to }, change }
  const by = value - Number(valueAt(a.setup, path))
  const label = path.endsWith('along')
    ? 'finding.candidateFixes.moveAlongPath'
    : by > 0
      ? 'finding.candidateFixes.moveBack'
      : 'finding.candidateFixes.moveTowardsCamera'
  return { label, figures: { name, by: length(Math.abs(by), 'm') }, change }
}

/** One fix of several parts. */
const together = (parts: readonly Part[]): FixDraft => ({
  label: 'finding.candidateFixes.steps',
  figures: { steps: { each: parts.map(({ label, figures }) => said(label, figures)), by: 'steps' } },
  changes: parts.map(({ change }) => change),
})

/**
 * One fix of everything that is amiss, each part found with those before it done; none where one of them has no part.
 *
 * @param amiss what is, the first to be mended first
 * @param part what mends one of it; null: nothing does
 */
export function eachMended<T>(
  a: Assessment,
  amiss: (now: Assessment) => readonly T[],
  part: (now: Assessment, one: T) => Part | null,
): FixDraft[] {
  const parts: Part[] = []
  let now = a
  for (let [one] = amiss(a); one !== undefined; [one] = amiss(now)) {
    const next = part(now, one)
    if (!next || parts.some(before => before.change.path === next.change.path)) return []
    parts.push(next)
    now = relit(now, [next.change])
  }
  return [together(parts)]
}

/** Lights at so many times their distance, and as bright as before at what they are aimed at. */
export const asBrightAt = ({ setup }: Assessment, lights: readonly number[], times: number): Change[] =>
  lights.flatMap(i => [
    { path: `flashes[${i}].distance`, value: rounded(setup.flashes[i]!.distance * times) },
    { path: `flashes[${i}].power`, value: setup.flashes[i]!.power * times ** 2 },
  ])

/** A distance to the centimetre. */
export const rounded = (value: number): number => Math.round(value * 100) / 100
