import { mkdirSync, readdirSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { parseArgs } from 'node:util'
import { sql } from 'drizzle-orm'
import { createConnection } from 'mysql2/promise'
import { connectionOptions } from '../server/database/address'
import { writeBackup } from '../server/database/backup'
import { type OpenDatabase, openDatabase } from '../server/database/client'
import { connectionFailure } from '../server/database/failure'
import { OF_SCRIPTS } from '../server/database/pool'
import { migrateTo, migrationsDone, readMigrations, tablesOf } from '../server/database/migrate'
import { firstMember } from '../server/services/members'
import { clearLostParts } from '../server/services/pictures'
import { createSignInToken } from '../server/services/sessions'
import { settleZones } from '../server/services/studioZone'
import { createStudio, findOwnStudio } from '../server/services/studios'
import { endWorkers } from '../server/services/workers'
import { ownZone } from '../shared/units/zone'
import { loadDemo } from './demo/index'

/** Backups before upgrades that are kept. */
const KEPT = 3
const BACKUP = /^before-upgrade-.*\.epiro$/

/** Brings the tables up to date, after a backup where there is something in them; gives the backup's file. */
async function upgrade(url: string, folder: string | undefined): Promise<string | null> {
  const connection = await createConnection(connectionOptions(url))
  try {
    // One at a time, whoever else starts on this database.
    await connection.query("select get_lock('epiro-prepare', 600)")
    const migrations = readMigrations()
    if ((await migrationsDone(connection, migrations)) === migrations.length) return null
    let file: string | null = null
    if (folder && (await tablesOf(connection)).includes('studios')) {
      mkdirSync(folder, { recursive: true, mode: 0o700 })
      file = join(folder, `before-upgrade-${new Date().toISOString().replace(/[:.]/g, '-')}.epiro`)
      await writeBackup(url, file)
      for (const old of readdirSync(folder)
        .filter(name => BACKUP.test(name))
        .sort()
        .slice(0, -KEPT))
        rmSync(join(folder, old))
    }
    await migrateTo(connection, migrations)
    return file
  } finally {
    await connection.end()
  }
}

async function studioAndDemo(
  db: OpenDatabase,
  { demo, season }: { demo: boolean; season: boolean },
): Promise<{ studioId: string; demoLoaded: boolean }> {
  const lock = await db.$client.getConnection()
  try {
    await lock.query("select get_lock('epiro-prepare', 600)")
    return {
      studioId: (await findOwnStudio(db))?.id ?? (await createStudio(db, 'My studio')),
      demoLoaded: demo && (await loadDemo(db, { season })),
    }
  } finally {
    await lock.query("select release_lock('epiro-prepare')")
    lock.release()
  }
}

/**
 * Migrates, makes the first studio, loads the demo once with --demo, a season before it with --season, makes a link
 * with --link; prints what it did as JSON. Safe to run beside another.
 */
async function main(): Promise<void> {
  const { values } = parseArgs({
    options: {
      demo: { type: 'boolean' },
      season: { type: 'boolean' },
      link: { type: 'boolean' },
      backups: { type: 'string' },
    },
  })
  const url = process.env.DATABASE_URL ?? ''
  const backup = await upgrade(url, values.backups)
  const db = openDatabase(url, OF_SCRIPTS)
  try {
    const { studioId, demoLoaded } = await studioAndDemo(db, {
      demo: values.demo === true,
      season: values.season === true,
    })
    const token = values.link
      ? await createSignInToken(db, studioId, { memberId: await firstMember(db, studioId, 'lead', 'Lead') })
      : null
    await settleZones(db, ownZone())
    await clearLostParts(db)
    await db.execute(sql`delete from sign_in_links where expires_at < utc_timestamp()`)
    console.log(JSON.stringify({ token, demoLoaded, backup }))
  } finally {
    await db.$client.end()
    endWorkers()
  }
}

main().catch((error: unknown) => {
  const { code, message } = error as NodeJS.ErrnoException
  const full = code === 'ENOSPC' || /No space left|errno: 28|Table .* is full/i.test(message)
  console.error(full ? 'The disk is full.' : (connectionFailure(error, process.env.DATABASE_URL ?? '') ?? error))
  process.exit(1)
})
