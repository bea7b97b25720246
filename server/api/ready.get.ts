import { sql } from 'drizzle-orm'
import { setups } from '../database/schema'

/** Whether requests can be served: the database answers, and has the tables of this version. */
export default defineEventHandler(async () => {
  await useDatabase()
    .select({ one: sql`1`, planned: setups.planned })
    .from(setups)
    .limit(1)
  return { ok: true }
})
