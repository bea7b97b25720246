import { type Connection, createConnection } from 'mysql2/promise'
import { connectionOptions } from './address'
import { tablesOf } from './migrate'
import { rowsOf } from './rows'

/** Never in a backup: what lets people in, what is counted for minutes, and what is counted anew. */
const LEFT_OUT = new Set(['sign_in_links', 'rate_counts', 'take_cells', 'gear_days', 'setup_frames'])
/** Only in a backup of everything. */
const WHOLE_ONLY = new Set(['marks', 'sessions'])
/** How rows without a studio of their own belong to one. */
export const THROUGH: Record<string, string> = {
  picture_parts: 'picture_id in (select id from pictures where studio_id in (?))',
  practice_shots: 'setup_id in (select setup_id from practices where studio_id in (?))',
}

export interface Table {
  name: string
  columns: string[]
  binary: boolean[]
  order: string
}

/** Values come and go as the database writes them: instants as text, numbers as numbers. */
export const connect = (url: string): Promise<Connection> =>
  createConnection({ ...connectionOptions(url), dateStrings: true, supportBigNumbers: true })

export async function tables(connection: Connection, whole: boolean): Promise<Table[]> {
  const found: Table[] = []
  for (const name of await tablesOf(connection)) {
    if (LEFT_OUT.has(name) || (!whole && WHOLE_ONLY.has(name))) continue
    const rows = await rowsOf(
      connection,
      'select column_name as name, data_type as type, column_key as `key` from information_schema.columns where ' +
        'table_schema = database() and table_name = ? order by ordinal_position',
      [name],
    )
    found.push({
      name,
      columns: rows.map(row => row.name as string),
      binary: rows.map(row => /blob|binary/.test(row.type as string)),
      order: rows
        .filter(row => row.key === 'PRI')
        .map(row => `\`${row.name}\``)
        .join(', '),
    })
  }
  return found
}

export function belonging(
  { name, columns }: Table,
  whole: boolean,
  studios: readonly string[],
): { sql: string; values: unknown[] } {
  if (whole) return { sql: '', values: [] }
  const through =
    THROUGH[name] ?? (name === 'studios' ? 'id in (?)' : columns.includes('studio_id') ? 'studio_id in (?)' : null)
  if (through === null) throw new Error(`Table ${name} has no known link to a studio, so it cannot be backed up`)
  return { sql: ` where ${through}`, values: [studios] }
}
