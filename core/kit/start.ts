import { TYPICAL_HEADS } from '../light/heads'
import { batteryFlash, newSetup } from '../recipes'
import { KIT_FIGURES, figureOf } from './figures'
import type { FigureValue, KitItem, KitKind, Mark } from './types'

const RATED: Mark = { basis: 'rated', date: '' }

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
  const from = kind === 'flash' ? batteryFlash() : newSetup('projectile')[kind]
  return Object.fromEntries(Object.keys(KIT_FIGURES[kind]).map(key => [key, figureOf(from, key)]))
}

/** A plausible item of a kind, every figure marked as rated, to be changed from there. */
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
    marks: Object.fromEntries(Object.keys(figures).map(key => [key, { ...RATED }])),
    table: flash ? flash.table.map(row => ({ ...row, ...RATED })) : [],
    repeat: flash ? flash.repeat.map(row => ({ ...row })) : [],
  }
}
