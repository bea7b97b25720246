import { drawnThrough } from '../setup/durations'
import { knownTable } from '../defaults/typical'
import type { FigureValue, KitDurationRow, KitItem, KitMark } from './types'

/** What somebody types of an item is its rating, unless it was measured before. */
const said = (mark: KitMark | undefined): KitMark =>
  mark?.basis === 'measured' ? mark : { basis: 'rated', date: mark?.date ?? '' }

/** An item with one figure typed: it is no longer assumed. */
export const withTyped = (item: KitItem, key: string, value: FigureValue): KitItem => ({
  ...item,
  figures: { ...item.figures, [key]: value },
  marks: { ...item.marks, [key]: said(item.marks[key]) },
})

const KEYS = ['t05', 't01'] as const

/**
 * A flash with its table of durations edited: a row that was assumed and is typed in becomes rated, and what is only
 * assumed follows along the whole table. Rows added or taken away change no other.
 */
export function withTypedDurations(item: KitItem, rows: readonly KitDurationRow[]): KitItem {
  const before = item.table
  if (rows.length !== before.length) return { ...item, table: [...rows] }
  const typed = rows.flatMap((row, i) =>
    KEYS.filter(key => row[key] !== null && row[key] !== before[i]![key]).map(key => ({ row: i, key })),
  )
  if (typed.length === 0) return { ...item, table: [...rows] }
  const supply = item.figures.supply as 'battery' | 'mains' | 'spark'
  const isKnown = (row: number, key: 't05' | 't01'): boolean =>
    before[row]!.basis !== 'assumed' && before[row]![key] !== null
  const drawn = drawnThrough(knownTable({ supply, table: before }), rows, typed, isKnown)
  const touched = new Set(typed.map(one => one.row))
  return { ...item, table: rows.map((row, i) => ({ ...row, ...drawn[i]!, ...(touched.has(i) ? said(row) : {}) })) }
}
