import type { Connection, RowDataPacket } from 'mysql2/promise'

/** What a query finds. */
export async function rowsOf(connection: Connection, sql: string, values: unknown[] = []): Promise<RowDataPacket[]> {
  const [rows] = await connection.query<RowDataPacket[]>(sql, values)
  return rows
}
