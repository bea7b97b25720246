import Papa from 'papaparse'
import {
  BASES,
  type Basis,
  type Field,
  KIT_FIGURES,
  KIT_KINDS,
  type KitItem,
  type KitKind,
  type NumberField,
} from '../../core'
import { checkKitItem } from '../schemas/kit'
import { plainCell, quotedCell, safeCell } from '../text/cells'
import type { Checked, Mistake } from '../schemas/validate'
import { parse } from '../units'
import { UNITS } from '../units/table'

/**
 * One line a figure: a table that any spreadsheet opens. Numbers in SI, their unit beside them; `power` only for what
 * depends on it.
 */
const COLUMNS = ['kind', 'item', 'figure', 'power', 'value', 'unit', 'basis', 'date'] as const
type Line = Record<(typeof COLUMNS)[number], string>

/** Columns of a flash's tables as figures: key in the row, and what the number is. */
const DURATIONS = { 't.5': 't05', 't.1': 't01' } as const
const REPEATS = { 'repeat rate': 'rate', 'repeat pops': 'pops' } as const

const siUnit = (field: NumberField): string =>
  UNITS[field.quantity].find(unit => unit.factor === 1 && !unit.offset)?.symbol ?? ''

function linesOf(item: KitItem): Line[] {
  const start = { kind: item.kind, item: item.name, power: '', unit: '', basis: '', date: '' }
  const figures = Object.entries(KIT_FIGURES[item.kind]).map(([key, field]): Line => {
    const value = item.figures[key]
    return {
      ...start,
      figure: key,
      value: value === null || value === undefined ? '' : String(value),
      unit: field.type === 'number' ? siUnit(field) : '',
      basis: item.marks[key]?.basis ?? '',
      date: item.marks[key]?.date ?? '',
    }
  })
  const durations = item.table.flatMap(row =>
    Object.entries(DURATIONS).map(([figure, key]): Line => ({
      ...start,
      figure,
      power: String(row.power),
      value: String(row[key]),
      unit: 's',
      basis: row.basis,
      date: row.date,
    })),
  )
  const repeats = item.repeat.flatMap(row =>
    Object.entries(REPEATS).map(([figure, key]): Line => ({
      ...start,
      figure,
      power: String(row.power),
      value: String(row[key]),
      unit: key === 'rate' ? '/s' : '',
    })),
  )
  const notes = item.notes ? [{ ...start, figure: 'notes', value: item.notes }] : []
  return [...figures, ...durations, ...repeats, ...notes]
}

/** Kit as a table of figures, RFC 4180. */
export function kitToCsv(items: readonly KitItem[]): string {
  const data = items.flatMap(linesOf).map(line => COLUMNS.map(column => safeCell(line[column])))
  return `${Papa.unparse({ fields: [...COLUMNS], data }, { quotes: quotedCell })}\r\n`
}

/** A text of the table as the value of a field; undefined where it is none. */
function valueOf(field: Field, text: string, unit: string): string | number | boolean | null | undefined {
  if (field.type === 'text' || field.type === 'choice') return text
  if (field.type === 'flag') return text === 'true' ? true : text === 'false' ? false : undefined
  if (text.trim() === '') return null
  const plain = Number(text)
  const si = siUnit(field)
  if (Number.isFinite(plain) && (unit === '' || unit === si)) return plain
  const parsed = parse(`${text} ${unit}`.trim(), field.quantity, { unit: field.unit ?? si })
  return 'error' in parsed ? undefined : parsed.value
}

const time: NumberField = { type: 'number', quantity: 'time', min: 0, max: 1, unit: 's' }

class LineMistake extends Error {
  constructor(
    readonly line: number,
    reason: string,
  ) {
    super(reason)
  }
}

function addLine(item: KitItem, line: Line, at: number): void {
  const mark = { basis: (line.basis || 'rated') as Basis, date: line.date }
  if (!BASES.includes(mark.basis)) throw new LineMistake(at, `basis is “${line.basis}”: rated, measured or assumed`)
  const wrong = (): never => {
    throw new LineMistake(at, `${line.figure}: “${line.value} ${line.unit}” is not understood`)
  }
  if (line.figure === 'notes') {
    item.notes = line.value
    return
  }
  const field = KIT_FIGURES[item.kind][line.figure]
  if (field) {
    const value = valueOf(field, line.value, line.unit)
    if (value === undefined) wrong()
    item.figures[line.figure] = value!
    item.marks[line.figure] = mark
    return
  }
  const power = Number(line.power)
  const row = <T extends { power: number }>(rows: T[], fresh: T): T =>
    rows.find(r => r.power === power) ?? (rows.push(fresh), fresh)
  if (line.figure in DURATIONS) {
    const value = valueOf(time, line.value, line.unit)
    if (typeof value !== 'number') wrong()
    const key = DURATIONS[line.figure as keyof typeof DURATIONS]
    Object.assign(row(item.table, { power, t05: 0, t01: 0, ...mark }), { [key]: value, ...mark })
    return
  }
  if (line.figure in REPEATS) {
    Object.assign(row(item.repeat, { power, rate: 0, pops: 0 }), {
      [REPEATS[line.figure as keyof typeof REPEATS]]: Number(line.value),
    })
    return
  }
  throw new LineMistake(at, `A ${item.kind} has no figure “${line.figure}”`)
}

/** Reads a table of figures: items, or every mistake with its line. */
export function kitFromCsv(text: string): Checked<KitItem[]> {
  const parsed = Papa.parse<Line>(text.replace(/^\uFEFF/, ''), {
    header: true,
    skipEmptyLines: 'greedy',
    transform: plainCell,
  })
  const missing = COLUMNS.filter(column => !parsed.meta.fields?.includes(column))
  if (missing.length > 0) return { mistakes: [{ field: 'line 1', reason: `Columns missing: ${missing.join(', ')}` }] }
  const mistakes: Mistake[] = parsed.errors.map(error => ({
    field: `line ${(error.row ?? 0) + 2}`,
    reason: error.message,
  }))
  const items = new Map<string, { item: KitItem; line: number }>()
  parsed.data.forEach((line, i) => {
    const at = i + 2
    if (!KIT_KINDS.includes(line.kind as KitKind)) {
      mistakes.push({ field: `line ${at}`, reason: `kind is “${line.kind}”: one of ${KIT_KINDS.join(', ')}` })
      return
    }
    const key = `${line.kind}\n${line.item}`
    const known = items.get(key) ?? {
      item: {
        format: 'epiro-kit',
        version: 1,
        kind: line.kind as KitKind,
        name: line.item,
        notes: '',
        figures: {},
        marks: {},
        table: [],
        repeat: [],
      },
      line: at,
    }
    items.set(key, known)
    try {
      addLine(known.item, line, at)
    } catch (error) {
      if (!(error instanceof LineMistake)) throw error
      mistakes.push({ field: `line ${error.line}`, reason: error.message })
    }
  })
  return collect(
    [...items.values()].map(({ item, line }) => ({ value: item, where: `line ${line}, ${item.name}` })),
    mistakes,
  )
}

/** Kit as JSON, each item as the API has it. */
export const kitToJson = (items: readonly KitItem[]): string =>
  `${JSON.stringify({ format: 'epiro-kit-list', version: 1, items }, null, 2)}\n`

/** Reads kit from JSON: a list, or a single item. */
export function kitFromJson(text: string): Checked<KitItem[]> {
  let value: unknown
  try {
    value = JSON.parse(text)
  } catch {
    return { mistakes: [{ field: '', reason: 'Not valid JSON' }] }
  }
  const list = value !== null && typeof value === 'object' ? (value as { format?: unknown; items?: unknown }) : {}
  const items = list.format === 'epiro-kit-list' && Array.isArray(list.items) ? (list.items as unknown[]) : [value]
  return collect(
    items.map((item, i) => ({ value: item, where: `item ${i + 1}` })),
    [],
  )
}

function collect(found: { value: unknown; where: string }[], mistakes: Mistake[]): Checked<KitItem[]> {
  const items: KitItem[] = []
  for (const { value, where } of found) {
    const checked = checkKitItem(value)
    if ('value' in checked) items.push(checked.value)
    else mistakes.push(...checked.mistakes.map(m => ({ field: where, reason: `${m.field}: ${m.reason}` })))
  }
  if (mistakes.length > 0) return { mistakes }
  return items.length > 0 ? { value: items } : { mistakes: [{ field: '', reason: 'No kit in this file' }] }
}
