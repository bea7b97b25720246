import { CARD_FIELDS, FIELDS, FLASH_FIELDS, type Field, type NumberField } from '../setup/fields'
import { fieldAt, valueAt, withChange } from '../setup/paths'
import type { Setup } from '../setup/types'
import { type Assessment, assess } from './assess'
import { chanceResults, spreadResults } from './results/chances'
import { energyResult } from './results/energy'
import { exposureResults } from './results/exposure'
import { beamResult, opticsResults } from './results/optics'
import { sceneResults } from './results/scene'
import { timeResults } from './results/times'
import type { Result } from './results/types'

export type { Result } from './results/types'

/** How much a result answers to an input. */
export interface Sensitivity {
  path: string
  /** Per cent of the result for 1 % of the input; for results in stops, EV for 1 %. */
  change: number
  /** What the input was varied by. */
  per: 'percent' | 'degree' | 'third'
}

/** Every result of a plan, each with formula, spread and a way to read it from any other set-up. */
export function resultsOf(a: Assessment): Result[] {
  const drafts = [
    ...timeResults(a),
    ...spreadResults(a),
    ...chanceResults(a),
    ...exposureResults(a),
    ...opticsResults(a),
    ...sceneResults(a),
    beamResult(a),
    energyResult(a),
  ]
  return drafts.flatMap(draft =>
    draft === null || draft.value === null ? [] : [{ causes: [], ...draft, value: draft.value }],
  )
}

/** Relative step of a varied input, °C of a varied temperature, stops of a varied exposure value. */
const STEP = 1e-3
const THIRD = 1 / 3

const perOf = (field: NumberField): Sensitivity['per'] => {
  if (field.quantity === 'temperature') return 'degree'
  return field.quantity === 'stops' || field.quantity === 'ev' ? 'third' : 'percent'
}

/** Those of a list of fields that hold a measure: a number, and not a count. */
const measures = (fields: Readonly<Record<string, Field>>): string[] =>
  Object.entries(fields)
    .filter(([, field]) => field.type === 'number' && !field.integer)
    .map(([path]) => path)

/** Numeric inputs of a set-up that a result could depend on. */
export function inputPaths(setup: Setup): string[] {
  return [
    ...measures(FIELDS).filter(path => !path.startsWith('tests.') && path !== 'delay'),
    ...setup.flashes.flatMap((_, i) => measures(FLASH_FIELDS).map(key => `flashes[${i}].${key}`)),
    ...setup.scene.cards.flatMap((_, i) => measures(CARD_FIELDS).map(key => `scene.cards[${i}].${key}`)),
  ]
}

/**
 * The inputs a result answers to most, by a central difference over the whole plan: 1 % of the input gives so many per
 * cent of the result (EV where the
 * result is in stops). Inputs with no effect are left out. Some 20 ms for all of them: for when it is asked, not for
 * each pointer move.
 */
export function sensitivitiesOf(setup: Setup, result: Pick<Result, 'value' | 'read'>, most = 6): Sensitivity[] {
  const absolute = result.value.quantity === 'stops'
  // The planned delay follows the inputs; what is dialled does not change the plan's own figures.
  const here = result.read(assess(setup))
  if (here === null || (!absolute && here === 0)) return []
  const all = inputPaths(setup).flatMap((path): Sensitivity[] => {
    const field = fieldAt(path) as NumberField
    const value = valueAt(setup, path)
    if (typeof value !== 'number') return []
    const per = perOf(field)
    if (per === 'percent' && value === 0) return []
    const step = per === 'percent' ? Math.abs(value) * STEP : per === 'degree' ? 0.1 : 0.03
    const at = (v: number): number | null =>
      v < field.min || v > field.max ? null : result.read(assess(withChange(setup, { path, value: v })))
    const [high, low] = [at(value + step), at(value - step)]
    if (high === null && low === null) return []
    const width = (high === null ? 0 : 1) + (low === null ? 0 : 1)
    const difference = ((high ?? here) - (low ?? here)) / width
    const scale = per === 'percent' ? 0.01 / STEP : per === 'degree' ? 1 / step : THIRD / step
    const change = (absolute ? difference : (difference / Math.abs(here)) * 100) * scale
    return Math.abs(change) < 0.0005 || !Number.isFinite(change) ? [] : [{ path, change, per }]
  })
  return all.sort((x, y) => Math.abs(y.change) - Math.abs(x.change)).slice(0, most)
}
