import Papa from 'papaparse'
import type { Setup } from '../../core'
import type { LogImportTake } from '../schemas/logImport'
import { LEFT_OUT } from '../texts/log'
import { quotedCell, safeCell } from './cells'

/** A take of the log as it goes out; SI units. */
export interface LoggedRow extends LogImportTake {
  shootName: string
  setupName: string
  recipe: string
  /** Who logged it; null: not known. It is not taken in again: people are a studio's own. */
  by: string | null
}

/** A set-up that takes of the log belong to, whole, so that the log can be read in where it is not known. */
export interface LoggedSetup {
  id: string
  shootName: string
  shootDate: string
  setup: Setup
}

/** A word is a text that may be none. */
type Kind = 'text' | 'word' | 'number' | 'flag' | 'json'
/** The columns of the log, with what each holds. */
export const LOG_COLUMNS: [header: string, key: keyof LoggedRow, kind: Kind][] = [
  ['shoot', 'shootName', 'text'],
  ['set-up', 'setupName', 'text'],
  ['recipe', 'recipe', 'text'],
  ['take', 'number', 'number'],
  ['fired', 'firedAt', 'text'],
  ['delay s', 'delay', 'number'],
  ['planned s', 'planned', 'number'],
  ['verdict', 'verdict', 'text'],
  ['keeper', 'keeper', 'flag'],
  ['past the mark m', 'position', 'number'],
  ['sharp', 'sharp', 'flag'],
  ['exposed', 'exposed', 'flag'],
  ['clean', 'clean', 'flag'],
  ['note', 'note', 'text'],
  ['cause', 'cause', 'word'],
  ['also', 'alsoCause', 'word'],
  ['variant', 'variant', 'word'],
  ['said', 'said', 'json'],
  ['settings', 'settings', 'json'],
  ['set-up id', 'setupId', 'text'],
  ['key', 'key', 'text'],
  ['by', 'by', 'text'],
]
/** Columns that files of earlier versions do not have. */
const LATER = new Set(['by', 'cause', 'also', 'variant', 'said'])

const written = (row: LoggedRow, key: keyof LoggedRow, kind: Kind): unknown =>
  kind === 'json' && row[key] !== null ? JSON.stringify(row[key]) : row[key]

/** Cells of settings: takes of a run were set alike, and hold the same ones. */
const settingsCells = new WeakMap<object, string>()
function cellOf(row: LoggedRow, key: keyof LoggedRow, kind: Kind): unknown {
  const value = row[key]
  if (kind !== 'json' || typeof value !== 'object' || value === null) return safeCell(written(row, key, kind))
  const known = settingsCells.get(value) ?? String(safeCell(written(row, key, kind)))
  settingsCells.set(value, known)
  return known
}
const tableOf = (rows: readonly LoggedRow[]): unknown[][] =>
  rows.map(row => LOG_COLUMNS.map(([, key, kind]) => cellOf(row, key, kind)))
const csv = (lines: unknown[][]): string => `${Papa.unparse(lines, { quotes: quotedCell })}\r\n`

/** The first line of the log as a table, RFC 4180, units in its headings. */
export const CSV_HEAD = csv([LOG_COLUMNS.map(([header]) => header)])

/** Takes as lines of that table. */
export const csvLines = (rows: readonly LoggedRow[]): string => (rows.length > 0 ? csv(tableOf(rows)) : '')

/** The log as a table. */
export const logToCsv = (rows: readonly LoggedRow[]): string => CSV_HEAD + csvLines(rows)

/** What the log as JSON begins with: the set-ups its takes belong to. Takes follow, then `JSON_FOOT`. */
export const jsonHead = (setups: readonly LoggedSetup[]): string =>
  `{"format":"epiro-log","version":1,"leftOut":${JSON.stringify(LEFT_OUT)},\n"setups":[` +
  `${setups.map(setup => JSON.stringify(setup)).join(',\n')}],\n"takes":[\n`
export const JSON_FOOT = '\n]}\n'

/** A take as a line of the log as JSON. */
export const jsonTake = (row: LoggedRow): string =>
  JSON.stringify(Object.fromEntries(LOG_COLUMNS.map(([, key]) => [key, row[key]])))

/** The log as JSON, a take a line, with the set-ups its takes belong to. */
export const logToJson = (rows: readonly LoggedRow[], setups: readonly LoggedSetup[] = []): string =>
  jsonHead(setups) + rows.map(jsonTake).join(',\n') + JSON_FOOT

/** A cell as it was before it was written. */
export function valueOf(text: string, kind: Kind): unknown {
  if (kind === 'text') return text
  if (text === '') return null
  if (kind === 'flag') return text === 'true' ? true : text === 'false' ? false : text
  if (kind === 'word') return text
  if (kind === 'number') return Number.isNaN(Number(text)) ? text : Number(text)
  try {
    return JSON.parse(text) as unknown
  } catch {
    return text
  }
}

/** Columns that a table of takes has to have, of any version, and has not. @param fields its headings */
export const missingColumns = (fields: readonly string[]): string[] =>
  LOG_COLUMNS.map(([header]) => header).filter(header => !LATER.has(header) && !fields.includes(header))
