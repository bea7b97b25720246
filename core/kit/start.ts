import { TYPICAL_HEADS } from '../light/heads'
import { batteryFlash, recipeStart } from '../recipes'
import { KIT_FIGURES, figureOf } from './figures'
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
}

function startingFigures(kind: KitKind): Record<string, FigureValue> {
  if (kind === 'consumable') return { stock: 20, perTake: 1 }
  if (kind === 'modifier') return { head: 'softbox', ...TYPICAL_HEADS.softbox }
  const from = kind === 'flash' ? batteryFlash() : recipeStart('projectile')[kind]
  return Object.fromEntries(Object.keys(KIT_FIGURES[kind]).map(key => [key, figureOf(from, key)]))
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
