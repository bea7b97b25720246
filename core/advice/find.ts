import { rootBetween } from '../math/root'
import { type Assessment, assess } from '../plan/assess'
import type { NumberField } from '../setup/fields'
import { fieldAt, valueAt, withChange } from '../setup/paths'
import type { Setup } from '../setup/types'

/** What an input would have to be for a result to be what is wanted. */
export interface Found {
  /** Every value within the field's limits that does it, from small to large. */
  answers: number[]
  /** Where none does: the value that comes nearest, and what the result is there; null: the result is nowhere. */
  nearest: { value: number; result: number } | null
  /** Whether the result does not depend on the input at all: then any value does as well as any other. */
  flat: boolean
}

/** Points of the scan either way of zero, and around the value at hand. */
const SCAN = 48
const NEAR = 12
/** An answer misses by no more than this share of the result, else the function jumps there. */
const EXACT = 1e-6
/** Results that differ by no more than this share are the same. */
const SAME = 1e-12
/** Relative tolerance of an answer. */
const FINE = 1e-11

/** Values to look at: over the whole of the field, and closer by where it stands. */
function scanned({ min, max }: NumberField, now: number): number[] {
  const all = new Set<number>([min, max])
  const span = max - min
  for (let i = 0; i <= SCAN; i++) all.add(min + (span * i) / SCAN)
  const least = Math.max(min, span * 1e-9)
  if (max > 0 && least > 0) for (let i = 0; i <= SCAN; i++) all.add(least * (max / least) ** (i / SCAN))
  const size = Math.abs(now) || span * 1e-3
  for (let k = -NEAR; k <= NEAR; k++) all.add(now + (size * k) / NEAR)
  return [...all].filter(x => x >= min && x <= max).sort((a, b) => a - b)
}

/**
 * Any result asked the other way round: what an input has to be, by a bracketing search of the plan over the whole of
 * its field.
 *
 * @param setup validated
 * @param path a field with a number
 * @param read the result, SI; null where it does not exist
 * @param wanted what it should be
 * @returns all answers, to 1e-6 of the result; else the nearest
 */
export function find(setup: Setup, path: string, read: (a: Assessment) => number | null, wanted: number): Found {
  const field = fieldAt(path)
  if (field?.type !== 'number') return { answers: [], nearest: null, flat: false }
  const at = (x: number): number | null => read(assess(withChange(setup, { path, value: x })))
  const entered = valueAt(setup, path)
  const points = scanned(field, typeof entered === 'number' ? entered : field.min).map(x => ({ x, y: at(x) }))
  const results = points.flatMap(({ y }) => y ?? [])
  const largest = results.reduce((most, y) => Math.max(most, Math.abs(y)), 0)
  if (results.length > 0 && results.every(y => Math.abs(y - results[0]!) <= SAME * largest))
    return { answers: [], nearest: { value: Number(entered), result: results[0]! }, flat: true }
  const answers: number[] = []
  let nearest: Found['nearest'] = null
  points.forEach(({ x, y }, i) => {
    if (y === null) return
    if (nearest === null || Math.abs(y - wanted) < Math.abs(nearest.result - wanted)) nearest = { value: x, result: y }
    // Where it does over a whole stretch, the ends of that are told.
    if (y === wanted && !(points[i - 1]?.y === wanted && points[i + 1]?.y === wanted)) answers.push(x)
    const next = points[i + 1]
    if (!next || next.y === null || (y - wanted) * (next.y - wanted) >= 0) return
    const root = rootBetween(v => (at(v) ?? NaN) - wanted, x, next.x, Math.max(Math.abs(next.x), 1e-9) * FINE)
    const there = at(root)
    // Of nothing at all there is no share: then of how far the result goes here.
    const scale = Math.max(Math.abs(wanted), Math.abs(next.y - y))
    if (there !== null && Math.abs(there - wanted) <= EXACT * scale) answers.push(root)
  })
  return { answers, nearest: answers.length > 0 ? null : nearest, flat: false }
}
