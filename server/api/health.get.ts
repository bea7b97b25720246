import { sql } from 'drizzle-orm'

/** Whether server and database answer; the only route besides signing in that asks for no session. */
export default defineEventHandler(async () => {
  await useDatabase().execute(sql`select 1`)
  return { ok: true }
})
