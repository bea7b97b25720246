import { sourceOf } from '../setup/typed'
import { valueAt } from '../setup/paths'
import { knownTable } from '../defaults/typical'
import type { FigureSource, Setup } from '../setup/types'
import { PART, type PartKind, sharedKeys } from './figures'
import { newKitItem } from './start'
import type { Basis, FigureValue, KitItem, KitKind, KitMark } from './types'

/** An item of the studio's kit, with how many set-ups took it. */
export interface OwnItem {
  id: string
  item: KitItem
  uses: number
}

/** How far off a figure is from another, as a ratio: 0 for the same. */
const off = (a: unknown, b: number): number =>
  typeof a === 'number' && a > 0 && b > 0 ? Math.abs(Math.log(a / b)) : Infinity

/** How ill an item suits what a recipe starts with; Infinity: not at all. */
function misfit({ kind, figures }: KitItem, setup: Setup): number {
  switch (kind) {
    case 'sensor':
      return figures.kind === setup.sensor.kind ? 0 : Infinity
    case 'link':
      return figures.kind === setup.link.kind ? 0 : Infinity
    case 'lens':
      return off(figures.focalLength, setup.lens.focalLength)
    case 'flash':
      return setup.flashes[0] ? off(figures.guideNumber, setup.flashes[0].guideNumber) : Infinity
    case 'camera':
    case 'controller':
      return 0
    case 'hand':
      return setup.trigger === 'hand' ? 0 : Infinity
    // Props, modifiers and what is thrown, poured or burst are chosen for the picture.
    case 'consumable':
    case 'modifier':
    case 'launcher':
    case 'mixture':
    case 'skin':
      return Infinity
  }
}

/**
 * The studio's own gear for a new set-up, one of each kind: what suits the recipe best, and of several that do equally
 * what was taken most.
 *
 * @param setup as its recipe starts
 * @returns ids by kind; kinds that nothing suits are left out
 */
export function ownKitFor(setup: Setup, items: readonly OwnItem[]): Partial<Record<KitKind, string>> {
  const best: Partial<Record<KitKind, { id: string; misfit: number; uses: number }>> = {}
  for (const { id, item, uses } of items) {
    const badly = misfit(item, setup)
    const now = best[item.kind]
    if (badly === Infinity) continue
    if (!now || badly < now.misfit - 1e-9 || (badly < now.misfit + 1e-9 && uses > now.uses))
      best[item.kind] = { id, misfit: badly, uses }
  }
  return Object.fromEntries(Object.entries(best).map(([kind, { id }]) => [kind, id]))
}

/** Kinds that a set-up's own figures can be kept as. */
export type KeptKind = Exclude<PartKind, 'link'> | 'flash'

const BASIS: Readonly<Record<FigureSource, Basis>> = {
  assumed: 'assumed',
  rated: 'rated',
  yours: 'rated',
  measured: 'measured',
}

const pathOf = (kind: KeptKind, light: number): string => (kind === 'flash' ? `flashes[${light}]` : PART[kind])

/** Whether somebody has said anything of a part: then it is worth keeping. */
export function isOwn(setup: Setup, kind: KeptKind, light = 0): boolean {
  const start = `${pathOf(kind, light)}.`
  const keys = new Set([...sharedKeys(kind), 'table'])
  return setup.marks.some(
    mark =>
      mark.from !== 'assumed' &&
      mark.path.startsWith(start) &&
      keys.has(mark.path.slice(start.length).replace(/\[.*$/, '')),
  )
}

/**
 * A part of a set-up as an item of kit: its figures, each with where it comes from.
 *
 * @param name of the item
 */
export function keptAsKit(setup: Setup, kind: KeptKind, name: string, light = 0): KitItem {
  const start = newKitItem(kind, name)
  const mark = (path: string): KitMark => {
    const { from, date } = sourceOf(setup, path)
    return { basis: BASIS[from], date: from === 'measured' ? date : '' }
  }
  const keys = sharedKeys(kind)
  const at = (key: string): string => `${pathOf(kind, light)}.${key}`
  const flash = kind === 'flash' ? setup.flashes[light] : undefined
  return {
    ...start,
    figures: {
      ...start.figures,
      ...Object.fromEntries(
        keys.map(key => [key, (valueAt(setup, at(key)) ?? start.figures[key] ?? null) as FigureValue]),
      ),
    },
    marks: { ...start.marks, ...Object.fromEntries(keys.map(key => [key, mark(at(key))])) },
    table: flash
      ? knownTable(flash).map((row, i) => ({
          ...row,
          ...(flash.borrowed ? { basis: 'assumed', date: '' } : mark(at(`table[${i}].t01`))),
        }))
      : [],
    repeat: flash ? flash.repeat.map(row => ({ ...row })) : [],
  }
}
