import { marked } from '../setup/typed'
import type { Setup } from '../setup/types'
import { MODIFIER_KEYS, PART, sharedKeys } from './figures'
import type { Basis, KitItem } from './types'

/** Fields of a set-up that hold the figures of an item, each with whether it was measured or rated. */
function figuresOf(setup: Setup, item: KitItem, id: string): [path: string, basis: Basis][] {
  const basis = (key: string): Basis => item.marks[key]?.basis ?? 'rated'
  const keys = sharedKeys(item.kind)
  const ofLights = (of: (at: number) => [string, Basis][], from: 'kit' | 'modifier'): [string, Basis][] =>
    setup.flashes.flatMap((flash, i) => (flash[from] === id ? of(i) : []))
  switch (item.kind) {
    case 'consumable':
      return []
    case 'modifier':
      return ofLights(
        i =>
          MODIFIER_KEYS.filter(key => key !== 'head').map((key): [string, Basis] => [
            `flashes[${i}].${key}`,
            basis(key),
          ]),
        'modifier',
      )
    case 'flash':
      return ofLights(
        i => [
          ...keys.map((key): [string, Basis] => [`flashes[${i}].${key}`, basis(key)]),
          ...item.table.flatMap((row, j) =>
            (['t05', 't01'] as const)
              .filter(key => row[key] !== null)
              .map((key): [string, Basis] => [`flashes[${i}].table[${j}].${key}`, row.basis]),
          ),
        ],
        'kit',
      )
    default: {
      const part = PART[item.kind]
      return setup.kit[item.kind] === id ? keys.map(key => [`${part}.${key}`, basis(key)]) : []
    }
  }
}

/**
 * A set-up that took figures from kit, with where they come from noted: rated, or measured where the kit says so.
 *
 * @param setup with the figures in it
 */
export function markedByKit(setup: Setup, item: KitItem, id: string): Setup {
  const figures = figuresOf(setup, item, id)
  const of = (wanted: Basis): string[] => figures.filter(([, basis]) => basis === wanted).map(([path]) => path)
  const said = { how: item.name }
  // What the kit itself only assumes is no better known here.
  return marked(marked(setup, of('rated'), 'rated', said), of('measured'), 'measured', said)
}
