import { significant } from '../math/significant'
import { GEAR, GEAR_KINDS, type GearKind, type GearMemory } from '../season'
import type { KitItem, KitKind } from './types'

/** Whether takes tell how a kind of kit is. */
export const isGear = (kind: KitKind): kind is GearKind => (GEAR_KINDS as readonly KitKind[]).includes(kind)

/** From so many days on it is known how days differ; before, that is assumed. */
const DAYS_TOLD = 3

/**
 * An item of kit with the figures its takes have shown in place of its own, as a new set-up takes it: measured, and
 * said how. As it is where that is switched off, or it has not been fired.
 *
 * @param date yyyy-mm-dd, of its last day
 */
export function remembered(item: KitItem, memory: GearMemory | null, date: string): KitItem {
  if (!isGear(item.kind) || memory === null || item.figures.remembers !== true) return item
  const [value, error, spread] = GEAR[item.kind].keys
  const shown = { [value]: memory.value, [error]: memory.error, [spread]: memory.spread }
  const days = memory.days === 1 ? 'one day' : `${memory.days} days`
  const assumed = memory.days < DAYS_TOLD ? ', how days differ is assumed' : ''
  return {
    ...item,
    name: `${item.name.slice(0, 60)}, learnt on ${days}${assumed}`,
    figures: {
      ...item.figures,
      ...Object.fromEntries(Object.entries(shown).map(([key, figure]) => [key, significant(figure)])),
    },
    marks: {
      ...item.marks,
      ...Object.fromEntries(Object.keys(shown).map(key => [key, { basis: 'measured' as const, date }])),
    },
  }
}
