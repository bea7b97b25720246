import { getTableColumns, sql } from 'drizzle-orm'
import type { MySqlTable } from 'drizzle-orm/mysql-core'
import type { Database } from './client'

/**
 * Puts many rows into a table, all with the columns that the first one names: the driver writes them out, where Drizzle
 * would build the statement value by value.
 */
export async function insertMany<T extends MySqlTable>(
  tx: Database,
  table: T,
  rows: readonly T['$inferInsert'][],
): Promise<void> {
  const [first] = rows
  if (!first) return
  const columns = Object.entries(getTableColumns(table)).filter(([key]) => key in first)
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
