import { sql } from 'drizzle-orm'
import { migrate } from 'drizzle-orm/mysql2/migrator'
import { openDatabase } from '../server/database/client'
import { createSignInToken } from '../server/services/sessions'
import { createStudio, findOwnStudio } from '../server/services/studios'
import { loadDemo } from './demo/index'

/** Migrates, makes the first studio, loads the demo once with --demo, and prints a sign-in token as JSON. Safe to run beside another. */
async function main(): Promise<void> {
  const db = openDatabase(process.env.DATABASE_URL ?? '')
  const lock = await db.$client.getConnection()
  try {
    await lock.query('select get_lock(\'epiro-prepare\', 60)')
    await migrate(db, { migrationsFolder: 'server/database/migrations' })
    const studioId = (await findOwnStudio(db))?.id ?? await createStudio(db, 'My studio')
    const demoLoaded = process.argv.includes('--demo') ? await loadDemo(db) : false
    const token = await createSignInToken(db, studioId)
    await db.execute(sql`delete from sign_in_links where expires_at < utc_timestamp()`)
    console.log(JSON.stringify({ token, demoLoaded }))
  }
  finally {
    await lock.query('select release_lock(\'epiro-prepare\')')
    lock.release()
    await db.$client.end()
  }
}

main().catch((error: unknown) => {
  console.error(error)
  process.exit(1)
})
