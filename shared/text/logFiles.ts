import Papa from 'papaparse'
import type { Setup } from '../../core'
import {
  type LogImportSetup,
  type LogImportTake,
  MOST_AT_ONCE,
  MOST_SETUPS_AT_ONCE,
  completeLogSetup,
  completeLogTake,
  logSetupSchema,
  logTakeSchema,
} from '../schemas/logImport'
import { type Checked, MOST_MISTAKES, type Mistake, check, told } from '../schemas/validate'
import { LEFT_OUT } from '../texts/log'
import { plainCell, quotedCell, safeCell } from './cells'

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
const COLUMNS: [header: string, key: keyof LoggedRow, kind: Kind][] = [
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
  rows.map(row => COLUMNS.map(([, key, kind]) => cellOf(row, key, kind)))
const csv = (lines: unknown[][]): string => `${Papa.unparse(lines, { quotes: quotedCell })}\r\n`

/** The first line of the log as a table, RFC 4180, units in its headings. */
export const CSV_HEAD = csv([COLUMNS.map(([header]) => header)])

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
  JSON.stringify(Object.fromEntries(COLUMNS.map(([, key]) => [key, row[key]])))

/** The log as JSON, a take a line, with the set-ups its takes belong to. */
export const logToJson = (rows: readonly LoggedRow[], setups: readonly LoggedSetup[] = []): string =>
  jsonHead(setups) + rows.map(jsonTake).join(',\n') + JSON_FOOT

/** A log read from a file. */
export interface LogFile {
  setups: LogImportSetup[]
  takes: LogImportTake[]
}

function collect(
  rows: readonly { value: unknown; where: string }[],
  setups: LogImportSetup[],
  mistakes: Mistake[],
): Checked<LogFile> {
  const takes: LogImportTake[] = []
  for (const { value, where } of rows) {
    const checked = check(logTakeSchema, value, completeLogTake)
    if ('value' in checked) takes.push(checked.value)
    else
      mistakes.push(
        ...checked.mistakes.map(m => ({ field: where, reason: m.field ? `${m.field}: ${m.reason}` : m.reason })),
      )
    if (mistakes.length >= MOST_MISTAKES) break
  }
  if (mistakes.length > 0) return { mistakes: told(mistakes) }
  return takes.length > 0
    ? { value: { setups, takes } }
    : { mistakes: [{ field: '', reason: 'No takes in this file' }] }
}

/** Reads a log that was taken out as JSON: its takes, or every mistake with its place. */
export function logFromJson(text: string): Checked<LogFile> {
  let value: unknown
  try {
    value = JSON.parse(text)
  } catch {
    return { mistakes: [{ field: '', reason: 'Not valid JSON' }] }
  }
  const file = (value !== null && typeof value === 'object' ? value : {}) as {
    format?: unknown
    setups?: unknown
    takes?: unknown
  }
  if (file.format !== 'epiro-log' || !Array.isArray(file.takes))
    return { mistakes: [{ field: 'format', reason: 'Not a log exported from Epiro' }] }
  const mistakes: Mistake[] = []
  const setups: LogImportSetup[] = []
  for (const [i, setup] of (Array.isArray(file.setups) ? (file.setups as unknown[]) : []).entries()) {
    const checked = check(logSetupSchema, setup, completeLogSetup)
    if ('value' in checked) setups.push(checked.value)
    else
      mistakes.push(
        ...checked.mistakes.map(m => ({
          field: `set-up ${i + 1}`,
          reason: m.field ? `${m.field}: ${m.reason}` : m.reason,
        })),
      )
  }
  return collect(
    file.takes.map((take: unknown, i) => ({ value: onlyTake(take), where: `take ${i + 1}` })),
    setups,
    mistakes,
  )
}

/** Without the names that only people read. */
function onlyTake(take: unknown): unknown {
  if (take === null || typeof take !== 'object') return take
  const { shootName: _s, setupName: _u, recipe: _r, by: _b, ...rest } = take as Record<string, unknown>
  return rest
}

function valueOf(text: string, kind: Kind): unknown {
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

/** Reads a log that was taken out as a table: its takes, or every mistake with its line. */
export function logFromCsv(text: string): Checked<LogFile> {
  const parsed = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, ''), {
    header: true,
    skipEmptyLines: 'greedy',
    transform: plainCell,
  })
  const missing = COLUMNS.filter(([header]) => !LATER.has(header) && !parsed.meta.fields?.includes(header)).map(
    ([header]) => header,
  )
  if (missing.length > 0) return { mistakes: [{ field: 'line 1', reason: `Columns missing: ${missing.join(', ')}` }] }
  const mistakes = parsed.errors.map((error): Mistake => ({
    field: `line ${(error.row ?? 0) + 2}`,
    reason: error.message,
  }))
  return collect(
    parsed.data.map((line, i) => ({
      value: onlyTake(
        Object.fromEntries(COLUMNS.map(([header, key, kind]) => [key, valueOf(line[header] ?? '', kind)])),
      ),
      where: `line ${i + 2}`,
    })),
    [],
    mistakes,
  )
}

/** A log in parts that the server takes at once, each with the set-ups its takes belong to. */
export function batchesOf({ setups, takes }: LogFile): LogFile[] {
  const known = new Map(setups.map(setup => [setup.id, setup]))
  const batches: LogFile[] = []
  let ids = new Set<string>()
  for (const take of takes) {
    let batch = batches.at(-1)
    if (!batch || batch.takes.length >= MOST_AT_ONCE || (!ids.has(take.setupId) && ids.size >= MOST_SETUPS_AT_ONCE)) {
      batches.push((batch = { setups: [], takes: [] }))
      ids = new Set()
    }
    batch.takes.push(take)
    const setup = known.get(take.setupId)
    if (!ids.has(take.setupId) && setup) batch.setups.push(setup)
    ids.add(take.setupId)
  }
  return batches
}
