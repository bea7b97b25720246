import type { MySqlDatabase } from 'drizzle-orm/mysql-core'
import { type MySql2PreparedQueryHKT, type MySql2QueryResultHKT, drizzle } from 'drizzle-orm/mysql2'
import type { Pool } from 'mysql2/promise'
import { type Patience, openPool } from './pool'
import * as schema from './schema'

/** The database, or one transaction on it. */
export type Database = MySqlDatabase<MySql2QueryResultHKT, MySql2PreparedQueryHKT, typeof schema>

/** The database with its pool, to be closed by whoever opened it. */
export type OpenDatabase = Database & { $client: Pool }

/** A pool on a `mysql://` address; times are UTC on both sides. */
export function openDatabase(url: string, patience?: Patience): OpenDatabase {
  return drizzle(openPool(url, patience), { schema, mode: 'default' }) as unknown as OpenDatabase
}
