import { significant } from '../math/significant'
import { type FlashMemory, GEAR, GEAR_KINDS, type GearKind, type GearMemory } from '../season'
import { samePower } from './power'
import type { KitItem, KitKind } from './types'

/** Whether takes tell how a kind of kit is. */
export const isGear = (kind: KitKind): kind is GearKind => (GEAR_KINDS as readonly KitKind[]).includes(kind)

/** Whether it is kept from day to day how a kind of kit is: by takes, or of a flash by readings. */
export const isRemembered = (kind: KitKind): boolean => kind === 'flash' || isGear(kind)

/** From so many days on it is known how days differ; before, that is assumed. */
const DAYS_TOLD = 3

function learntName({ name }: KitItem, { days }: GearMemory): string {
  const on = days === 1 ? 'one day' : `${days} days`
  return `${name.slice(0, 60)}, learnt on ${on}${days < DAYS_TOLD ? ', how days differ is assumed' : ''}`
}

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
  return {
    ...item,
    name: learntName(item, memory),
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

/**
 * A flash with the durations its readings show on the day in place of its own, as a new set-up takes it. A row that
 * was measured later than the last reading stays.
 *
 * @param date yyyy-mm-dd, of its last reading
 */
export function rememberedFlash(item: KitItem, flash: FlashMemory | null, date: string): KitItem {
  if (item.kind !== 'flash' || flash === null || item.figures.remembers !== true) return item
  const shownAt = (power: number) => flash.powers.find(one => samePower(one.power, power))
  const table = item.table.map(row => {
    const shown = shownAt(row.power)
    if (!shown || (row.basis === 'measured' && row.date > date)) return row
    const t01 = significant(shown.t01)
    const t05 =
      row.t05 === null ? null : significant(shown.half === null ? (row.t05 * t01) / (row.t01 ?? t01) : shown.half * t01)
    return { ...row, t01, t05: t05 === null ? null : Math.min(t05, t01), basis: 'measured' as const, date }
  })
  return { ...item, name: learntName(item, flash.memory), table }
}
