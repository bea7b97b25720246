import { getTableColumns, sql } from 'drizzle-orm'
import type { MySqlTable } from 'drizzle-orm/mysql-core'
import type { Database } from './client'

/**
 * Puts many rows into a table, all of the same columns: the driver writes them out, where Drizzle would build the
 * statement value by value.
 *
 * @throws Error where a row names a column that another does not
 */
export async function insertMany<T extends MySqlTable>(
  tx: Database,
  table: T,
  rows: readonly T['$inferInsert'][],
): Promise<void> {
  const [first] = rows
  if (!first) return
  const all = Object.entries(getTableColumns(table))
  const columns = all.filter(([key]) => key in first)
  // A value would be lost in silence, or put in as nothing.
  for (const row of rows)
    for (const [key] of all) if (key in row !== key in first) throw new Error(`Rows differ in what they name: ${key}`)
  const names = sql.join(
    columns.map(([, { name }]) => sql.identifier(name)),
    sql`, `,
  )
  const values = rows.map(row =>
    columns.map(([key, column]) => {
      const value: unknown = (row as Record<string, unknown>)[key] ?? null
      return value === null ? null : column.mapToDriverValue(value)
    }),
  )
  await tx.execute(sql`insert into ${table} (${names}) values ${sql.param(values)}`)
}
