import Papa from 'papaparse'

/** A take of the log as it goes out; SI units. */
export interface LoggedRow {
  shootName: string
  setupName: string
  recipe: string
  number: number
  firedAt: string
  delay: number
  planned: number | null
  verdict: string
  keeper: boolean
  position: number | null
  sharp: boolean | null
  exposed: boolean | null
  clean: boolean | null
  note: string
}

const COLUMNS: [header: string, key: keyof LoggedRow][] = [
  ['shoot', 'shootName'], ['set-up', 'setupName'], ['recipe', 'recipe'], ['take', 'number'], ['fired', 'firedAt'], ['delay s', 'delay'], ['planned s', 'planned'], ['verdict', 'verdict'], ['keeper', 'keeper'],
  ['past the mark m', 'position'], ['sharp', 'sharp'], ['exposed', 'exposed'], ['clean', 'clean'], ['note', 'note'],
]

/** The log as a table, RFC 4180, units in its headings. */
export const logToCsv = (rows: readonly LoggedRow[]): string => `${Papa.unparse({ fields: COLUMNS.map(([header]) => header), data: rows.map(row => COLUMNS.map(([, key]) => row[key])) }, { escapeFormulae: true })}\r\n`

export const logToJson = (rows: readonly LoggedRow[]): string => `${JSON.stringify({ format: 'epiro-log', version: 1, takes: rows }, null, 1)}\n`
