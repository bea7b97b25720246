import { createWriteStream } from 'node:fs'
import { open, rename, rm } from 'node:fs/promises'
import { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { constants, createGzip } from 'node:zlib'
import type { Connection } from 'mysql2/promise'
import { type BackupHead, BackupError, type Counts } from './backupFile'
import { type Table, belonging, connect, tables } from './backupTables'
import { migrationsDone, readMigrations } from './migrate'
import { rowsOf } from './rows'

const written = (value: unknown): unknown => (Buffer.isBuffer(value) ? value.toString('base64') : value)

async function* lines(
  connection: Connection,
  head: BackupHead,
  list: readonly Table[],
  counts: Counts,
): AsyncGenerator<string> {
  yield `${JSON.stringify(head)}\n`
  for (const table of list) {
    yield `${JSON.stringify({ table: table.name, columns: table.columns })}\n`
    const { sql, values } = belonging(
      table,
      head.whole,
      head.studios.map(studio => studio.id),
    )
    const text =
      `select ${table.columns.map(column => `\`${column}\``).join(', ')} from ` +
      `\`${table.name}\`${sql}${table.order ? ` order by ${table.order}` : ''}`
    // The promises' connection holds the one that streams, untold by its types.
    const raw = Reflect.get(connection, 'connection') as Streaming
    counts[table.name] = 0
    for await (const row of raw.query({ sql: text, rowsAsArray: true }, values).stream({ highWaterMark: 50 })) {
      counts[table.name]!++
      yield `${JSON.stringify((row as unknown[]).map(written))}\n`
    }
  }
  yield `${JSON.stringify({ end: true, rows: counts })}\n`
}

/**
 * Writes everything of a database, or of studios in it, into one file, as it stands at one instant while it goes on
 * being used. The file is whole or not there.
 *
 * @param studioIds null: everything
 */
export async function writeBackup(
  url: string,
  file: string,
  studioIds: readonly string[] | null = null,
): Promise<Counts> {
  const connection = await connect(url)
  const unfinished = `${file}.${process.pid}.part`
  try {
    await connection.query('set session transaction isolation level repeatable read')
    await connection.query('start transaction with consistent snapshot')
    const whole = studioIds === null
    const studios = (await rowsOf(
      connection,
      `select id, name from studios${whole ? '' : ' where id in (?)'} order by id`,
      whole ? [] : [studioIds],
    )) as BackupHead['studios']
    if (!whole && studios.length !== studioIds.length) throw new BackupError('No such studio')
    const head: BackupHead = {
      format: 'epiro-backup',
      version: 1,
      madeAt: new Date().toISOString(),
      migrations: await migrationsDone(connection, readMigrations()),
      whole,
      studios,
    }
    const counts: Counts = {}
    await pipeline(
      Readable.from(lines(connection, head, await tables(connection, whole), counts)),
      createGzip({ level: constants.Z_BEST_SPEED }),
      createWriteStream(unfinished, { mode: 0o600 }),
    )
    const handle = await open(unfinished, 'r+')
    await handle.sync()
    await handle.close()
    await rename(unfinished, file)
    return counts
  } finally {
    await rm(unfinished, { force: true })
    connection.destroy()
  }
}

/** A connection whose answers come row by row. */
interface Streaming {
  query: (options: object, values: unknown[]) => { stream: (options: object) => Readable }
}
