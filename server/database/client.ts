import type { MySqlDatabase } from 'drizzle-orm/mysql-core'
import { type MySql2PreparedQueryHKT, type MySql2QueryResultHKT, drizzle } from 'drizzle-orm/mysql2'
import type { Pool } from 'mysql2/promise'
import { withoutConflict } from './conflicts'
import { type Patience, openPool } from './pool'
import * as schema from './schema'

/** The database, or one transaction on it. */
export type Database = MySqlDatabase<MySql2QueryResultHKT, MySql2PreparedQueryHKT, typeof schema>

/** The database with its pool, to be closed by whoever opened it. */
export type OpenDatabase = Database & { $client: Pool }

/**
 * A pool on a `mysql://` address; times are UTC on both sides. A transaction undone for the sake of another is done
 * again: what it is given must leave nothing outside the database.
 */
export function openDatabase(url: string, patience?: Patience): OpenDatabase {
  const db: OpenDatabase = drizzle<typeof schema, Pool>(openPool(url, patience), { schema, mode: 'default' })
  const once = db.transaction.bind(db)
  db.transaction = (work, config) => withoutConflict(() => once(work, config))
  return db
}
