import { type Assessment, assess, exposureLevel } from '../plan/assess'
import { inputPaths } from '../plan/explain'
import type { NumberField } from '../setup/fields'
import { canBeMarked, sourceOf } from '../setup/typed'
import { fieldAt, valueAt, withChange } from '../setup/paths'
import { assumedAt } from '../defaults/typical'
import type { Setup } from '../setup/types'

/** How far a figure is taken to be off to see whether it matters: a share of it; degrees; stops. */
const OFF = { share: 0.1, temperature: 3, stops: 0.5 }

/** The most that a figure moves delay, streak or light when it is off by a tenth. */
export interface Matter {
  path: string
  /** Share of the delay, of the streak, or of the light; the largest of the three. */
  most: number
}

function moved(here: Assessment, there: Assessment): number {
  const ratio = (x: number | null, y: number | null): number =>
    x === null || y === null ? (x === y ? 0 : 1) : Math.abs(y - x) / Math.max(Math.abs(x), 1e-9)
  const [x, y] = [exposureLevel(here), exposureLevel(there)]
  return Math.max(
    ratio(here.timing.wanted ?? here.timing.lead, there.timing.wanted ?? there.timing.lead),
    ratio(here.sharpness.subject, there.sharpness.subject),
    x === null || y === null ? (x === y ? 0 : 1) : Math.abs(2 ** (y - x) - 1),
    // A figure that says how sure the plan is moves none of the three, but what the next take will show.
    Math.abs(there.keep.firstTake - here.keep.firstTake),
  )
}

/**
 * How much each of some figures matters, the most first: delay, streak, light or first take with the figure a tenth
 * more
 * and a tenth less.
 *
 * @param setup validated
 * @param paths fields; those without a number are left out
 */
export function mattersOf(setup: Setup, paths: readonly string[]): Matter[] {
  const here = assess(setup)
  const all = paths.flatMap((path): Matter[] => {
    const field = fieldAt(path)
    const value = valueAt(setup, path) ?? assumedAt(setup, path)
    if (field?.type !== 'number' || typeof value !== 'number') return []
    const values = offOf(field, value)
    const at = (v: number): number =>
      v < field.min || v > field.max || v === value ? 0 : moved(here, assess(withChange(setup, { path, value: v })))
    return [{ path, most: Math.max(at(value + values), at(value - values)) }]
  })
  return all.sort((x, y) => y.most - x.most)
}

function offOf({ quantity, integer }: NumberField, value: number): number {
  if (quantity === 'temperature') return OFF.temperature
  if (quantity === 'stops' || quantity === 'ev') return OFF.stops
  return integer ? Math.max(1, Math.round(Math.abs(value) * OFF.share)) : Math.abs(value) * OFF.share
}

/** Every field of a set-up with a figure that can be known or not. */
function figuresOf(setup: Setup): string[] {
  const tables = setup.flashes.flatMap((flash, i) => flash.table.map((_, j) => `flashes[${i}].table[${j}].t01`))
  return [...inputPaths(setup), ...tables].filter(canBeMarked)
}

/** An assumed figure that moves nothing by more than this share is not worth naming. */
export const MATTERS = 0.02

/** The assumed figures that matter, the most first: those a dial card names. */
export const assumedOf = (setup: Setup): Matter[] =>
  mattersOf(
    setup,
    figuresOf(setup).filter(path => sourceOf(setup, path).from === 'assumed'),
  ).filter(row => row.most > MATTERS)
