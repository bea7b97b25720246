import { type MySql2Database, drizzle } from 'drizzle-orm/mysql2'
import { type Pool, createPool } from 'mysql2/promise'
import * as schema from './schema'

export type Database = MySql2Database<typeof schema> & { $client: Pool }

/** A pool on a `mysql://` address; times are UTC on both sides. */
export function openDatabase(url: string): Database {
  const pool = createPool({ uri: url, timezone: 'Z', charset: 'utf8mb4_unicode_ci', connectionLimit: 10, connectTimeout: 5000 })
  return drizzle(pool, { schema, mode: 'default' }) as Database
}
