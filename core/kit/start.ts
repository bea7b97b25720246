import { TYPICAL_HEADS } from '../light/heads'
import { batteryFlash, recipeStart } from '../recipes'
import type { Recipe } from '../setup/types'
import { KIT_FIGURES, PART, figureOf, sharedKeys } from './figures'
import type { FigureValue, KitItem, KitKind, KitMark } from './types'

const ASSUMED: KitMark = { basis: 'assumed', date: '' }

const NAMES: Record<KitKind, string> = {
  camera: 'New camera',
  lens: 'New lens',
  flash: 'New flash',
  sensor: 'New sensor',
  controller: 'New controller',
  link: 'New link',
  modifier: 'New modifier',
  consumable: 'New prop',
  launcher: 'New launcher',
  mixture: 'New mixture',
  skin: 'New skin',
  hand: 'New hand',
}

/** Recipes that have a typical one of a kind, where the first has none. */
const STARTS: Partial<Record<KitKind, Recipe>> = { mixture: 'drop', skin: 'balloon' }

function startingFigures(kind: KitKind): Record<string, FigureValue> {
  if (kind === 'consumable') return { stock: 20, perTake: 1 }
  if (kind === 'modifier') return { head: 'softbox', ...TYPICAL_HEADS.softbox }
  const from = kind === 'flash' ? batteryFlash() : recipeStart(STARTS[kind] ?? 'projectile')[PART[kind]]
  const start = Object.fromEntries(sharedKeys(kind).map(key => [key, figureOf(from, key)]))
  return 'remembers' in KIT_FIGURES[kind] ? { ...start, remembers: true } : start
}

/** A typical item of a kind, every figure marked as assumed until somebody types it. */
export function newKitItem(kind: KitKind, name = NAMES[kind]): KitItem {
  const flash = kind === 'flash' ? batteryFlash() : null
  const figures = startingFigures(kind)
  return {
    format: 'epiro-kit',
    version: 1,
    kind,
    name,
    notes: '',
    figures,
    marks: Object.fromEntries(Object.keys(figures).map(key => [key, { ...ASSUMED }])),
    table: flash ? flash.table.map(row => ({ ...row, ...ASSUMED })) : [],
    repeat: flash ? flash.repeat.map(row => ({ ...row })) : [],
  }
}
