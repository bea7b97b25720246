import Papa from 'papaparse'
import { type FlashRow, MOST_FLASH_ROWS } from '../../core'
import { parse } from '../units'

/** Rows of durations read from a pasted table, or what is wrong with it, by line. */
export type PastedRows = { rows: FlashRow[] } | { error: string }

type Column = 'power' | 't05' | 't01'
const HEADINGS: readonly [RegExp, Column][] = [
  [/power|output|setting|level/i, 'power'],
  [/t\s*[.,]?\s*0?[.,]?5\b|half/i, 't05'],
  [/t\s*[.,]?\s*0?[.,]?1\b|tenth/i, 't01'],
]
const UNIT = /(?:µ|μ|\bu)s\b|\bmicrosec|\bms\b|\bmillisec|\bs(?:ec(?:onds?)?)?\b/i
/** Longer than any table of a leaflet; more is no table. */
const MOST_TEXT = 20_000

const columnOf = (heading: string): Column | null => HEADINGS.find(([pattern]) => pattern.test(heading))?.[1] ?? null

/** What the columns hold, and in which unit; without headings three columns are power, t.5 and t.1. */
function columnsOf(first: readonly string[]): {
  columns: (Column | null)[]
  units: (string | undefined)[]
  headed: boolean
} {
  const columns = first.map(columnOf)
  const headed = columns.some(column => column !== null)
  return headed
    ? { columns, units: first.map(heading => UNIT.exec(heading)?.[0]), headed }
    : { columns: first.length === 3 ? ['power', 't05', 't01'] : [], units: [], headed }
}

/**
 * Reads durations against power from cells of a spreadsheet: tabs, semicolons or commas between them, a row a power, in
 * what is typed into the table itself: `1/64`, `250 µs`, `1/11000`. A heading says which duration a column holds, and
 * may give its unit; an empty cell was not rated.
 */
export function pastedDurations(text: string): PastedRows {
  if (text.length > MOST_TEXT) return { error: 'Too long for a table of durations' }
  const cells = Papa.parse<string[]>(text.trim(), { skipEmptyLines: 'greedy' }).data
  if (cells.length === 0 || text.trim() === '') return { error: 'Nothing was pasted' }
  const { columns, units, headed } = columnsOf(cells[0]!)
  if (!columns.includes('power') || !(columns.includes('t05') || columns.includes('t01')))
    return { error: 'Add headings: power, and t.5 or t.1. Three columns without headings are read as power, t.5, t.1' }
  const rows: FlashRow[] = []
  for (const [i, line] of cells.slice(headed ? 1 : 0).entries()) {
    const row: Record<Column, number | null> = { power: null, t05: null, t01: null }
    for (const [j, column] of columns.entries()) {
      const cell = line[j]?.trim() ?? ''
      if (column === null || cell === '') continue
      const read = column === 'power' ? parse(cell, 'power') : parse(cell, 'time', { unit: unitOf(units[j]) })
      if ('error' in read) return { error: `Row ${i + 1}: ${read.error}` }
      row[column] = read.value
    }
    if (row.power === null) return { error: `Row ${i + 1}: power is missing` }
    rows.push({ power: row.power, t05: row.t05, t01: row.t01 })
  }
  if (rows.length === 0) return { error: 'No rows under the headings' }
  if (rows.length > MOST_FLASH_ROWS) return { error: `At most ${MOST_FLASH_ROWS} rows` }
  return { rows: rows.sort((a, b) => b.power - a.power) }
}

/** Unit that bare numbers of a column are in; without one, microseconds, as in the table itself. */
function unitOf(said: string | undefined): string {
  if (said === undefined) return 'µs'
  return /^(ms|milli)/i.test(said) ? 'ms' : /^s/i.test(said) ? 's' : 'µs'
}
