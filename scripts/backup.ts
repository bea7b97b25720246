import { parseArgs } from 'node:util'
import { writeBackup } from '../server/database/backup'
import { BackupError, type Counts } from '../server/database/backupFile'
import { openDatabase } from '../server/database/client'
import { connectionFailure } from '../server/database/failure'
import { type Restored, restoreBackup } from '../server/database/restore'
import { findStudioNamed } from '../server/services/studios'
import { withDatabase } from './lib/home.mjs'
import { Stop } from './lib/system.mjs'

const HELP = `npm run backup -- [FILE] [--studio NAME]    everything, or one studio, into one file, while Epiro runs
npm run restore -- FILE [--replace]         puts a backup back, into an empty database or beside what is there
                                            --replace: overwrites an existing studio with the one in the backup
                                            --sessions: browsers that were signed in when it was made are again
Where: DATABASE_URL, or the database of Epiro on this machine (EPIRO_DATA).`

const summary = (counts: Counts): string =>
  ['studios', 'shoots', 'setups', 'takes', 'kit', 'pictures', 'runs', 'practices']
    .map(name => `${counts[name] ?? 0} ${name}`)
    .join(', ')

/** What was put back, and who is signed in by it. */
function tell({ counts, sessions }: Restored, letIn: boolean): void {
  console.log(`Put back: ${summary(counts)}`)
  if (sessions.length === 0) return
  const whose = sessions.map(({ name, browsers }) => (browsers === 1 ? name : `${name} (${browsers} browsers)`))
  console.log(
    letIn
      ? `Signed in again: ${whose.join(', ')}`
      : `Signed in when it was made, and not any more: ${whose.join(', ')}. ` +
          'Make links with npx epiro link; --sessions would have let them in.',
  )
}

async function studioIds(url: string, name: string): Promise<string[]> {
  const db = openDatabase(url)
  try {
    const studio = await findStudioNamed(db, name)
    if (!studio) throw new Stop(`No studio, or more than one, is named ${name}`)
    return [studio.id]
  } finally {
    await db.$client.end()
  }
}

/** Ids of the studios asked for; null: all. */
const asked = async (url: string, name?: string) => (name === undefined ? null : await studioIds(url, name))

async function main(): Promise<void> {
  const {
    values,
    positionals: [what, file],
  } = parseArgs({
    allowPositionals: true,
    options: {
      studio: { type: 'string' },
      replace: { type: 'boolean' },
      sessions: { type: 'boolean' },
      help: { type: 'boolean' },
    },
  })
  if (values.help || (what === 'restore' && !file)) {
    console.log(HELP)
    process.exitCode = values.help ? 0 : 2
    return
  }
  const began = Date.now()
  await withDatabase(async (url: string) => {
    if (what === 'restore')
      tell(
        await restoreBackup(url, file!, { replace: values.replace === true, sessions: values.sessions === true }),
        values.sessions === true,
      )
    else {
      const to = file ?? `epiro-${new Date().toISOString().slice(0, 19).replace(/:/g, '')}.epiro`
      console.log(`Written to ${to}: ` + summary(await writeBackup(url, to, await asked(url, values.studio))))
    }
  })
  console.log(`${((Date.now() - began) / 1000).toFixed(1)} s`)
}

main().catch((error: unknown) => {
  const { code, path, message } = error as NodeJS.ErrnoException
  if (error instanceof BackupError || error instanceof Stop) console.error(message)
  else if (code === 'ENOENT') console.error(`${path}: no such file`)
  else if (code === 'ENOSPC') console.error('The disk is full; no backup was written.')
  else console.error(connectionFailure(error, process.env.DATABASE_URL ?? '') ?? error)
  process.exit(1)
})
