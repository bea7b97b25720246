import { type Database, openDatabase } from '../database/client'

let database: Database | undefined

/** The process's one pool. */
export function useDatabase(): Database {
  const url = process.env.DATABASE_URL
  if (!url) throw new Error('DATABASE_URL is not set: start with npm start')
  return (database ??= openDatabase(url))
}
