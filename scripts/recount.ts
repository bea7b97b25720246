import { createConnection } from 'mysql2/promise'
import { connectionOptions } from '../server/database/address'
import { connectionFailure } from '../server/database/failure'
import { recountAll, wrongCells } from '../server/database/recount'
import { withDatabase } from './lib/home.mjs'
import { Stop } from './lib/system.mjs'

/** Compares what is counted of the log with its takes, cell by cell; with --rebuild counts all of it anew first. */
async function main(): Promise<void> {
  const rebuild = process.argv.includes('--rebuild')
  await withDatabase(async (url: string) => {
    const connection = await createConnection(connectionOptions(url))
    try {
      if (rebuild) await recountAll(connection)
      const { cells, wrong } = await wrongCells(connection)
      for (const { cell, stands, counted } of wrong)
        console.log(`${cell}: ${stands} stands there, ${counted} are there`)
      console.log(
        wrong.length === 0 ? `${cells} counts, all as the takes are` : 'npm run recount -- --rebuild mends it',
      )
      process.exitCode = wrong.length === 0 ? 0 : 1
    } finally {
      await connection.end()
    }
  })
}

main().catch((error: unknown) => {
  console.error(
    error instanceof Stop ? error.message : (connectionFailure(error, process.env.DATABASE_URL ?? '') ?? error),
  )
  process.exitCode = 1
})
