import { createReadStream, createWriteStream } from 'node:fs'
import { open, rename, rm } from 'node:fs/promises'
import { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { constants, createGunzip, createGzip } from 'node:zlib'
import { type Connection, createConnection } from 'mysql2/promise'
import { connectionOptions } from './address'
import { migrateTo, migrationsDone, readMigrations, tablesOf } from './migrate'
import { rowsOf } from './rows'

/** What can be said in a sentence to whoever takes a backup or puts one back. */
export class BackupError extends Error {}

/** First line of a backup. The rest: a line for each table, followed by one for each row; the last line counts them. */
export interface BackupHead {
  format: 'epiro-backup'
  version: 1
  madeAt: string
  /** How many migrations the tables had seen. */
  migrations: number
  /** Everything, the sessions with it; else single studios. */
  whole: boolean
  studios: { id: string; name: string }[]
}

/** Rows of each table. */
export type Counts = Record<string, number>

/** Never in a backup: what lets people in, and what is counted for minutes. */
const LEFT_OUT = new Set(['sign_in_links', 'rate_counts'])
/** Only in a backup of everything. */
const WHOLE_ONLY = new Set(['marks', 'sessions'])
/** How rows without a studio of their own belong to one. */
const THROUGH: Record<string, string> = {
  picture_parts: 'picture_id in (select id from pictures where studio_id in (?))',
  practice_shots: 'setup_id in (select setup_id from practices where studio_id in (?))',
}

interface Table {
  name: string
  columns: string[]
  binary: boolean[]
  order: string
}

/** Values come and go as the database writes them: instants as text, numbers as numbers. */
const connect = (url: string): Promise<Connection> =>
  createConnection({ ...connectionOptions(url), dateStrings: true, supportBigNumbers: true })

async function tables(connection: Connection, whole: boolean): Promise<Table[]> {
  const found: Table[] = []
  for (const name of await tablesOf(connection)) {
    if (LEFT_OUT.has(name) || (!whole && WHOLE_ONLY.has(name))) continue
    const rows = await rowsOf(
      connection,
      'select column_name as name, data_type as type, column_key as `key` from information_schema.columns where ' +
        'table_schema = database() and table_name = ? order by ordinal_position',
      [name],
    )
    found.push({
      name,
      columns: rows.map(row => row.name as string),
      binary: rows.map(row => /blob|binary/.test(row.type as string)),
      order: rows
        .filter(row => row.key === 'PRI')
        .map(row => `\`${row.name}\``)
        .join(', '),
    })
  }
  return found
}

function belonging(
  { name, columns }: Table,
  whole: boolean,
  studios: readonly string[],
): { sql: string; values: unknown[] } {
  if (whole) return { sql: '', values: [] }
  const through =
    THROUGH[name] ?? (name === 'studios' ? 'id in (?)' : columns.includes('studio_id') ? 'studio_id in (?)' : null)
  if (through === null) throw new Error(`Table ${name}: how its rows belong to a studio is not said`)
  return { sql: ` where ${through}`, values: [studios] }
}

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

type Line =
  | { kind: 'head'; head: BackupHead }
  | { kind: 'table'; table: string; columns: string[] }
  | { kind: 'row'; row: unknown[] }
  | { kind: 'end'; rows: Counts }

function read(text: string): Line {
  const value = JSON.parse(text) as unknown
  if (Array.isArray(value)) return { kind: 'row', row: value }
  const line = (value ?? {}) as Record<string, unknown>
  if (typeof line.table === 'string' && Array.isArray(line.columns))
    return { kind: 'table', table: line.table, columns: line.columns as string[] }
  if (line.end === true) return { kind: 'end', rows: line.rows as Counts }
  if (
    line.format === 'epiro-backup' &&
    line.version === 1 &&
    Number.isInteger(line.migrations) &&
    Array.isArray(line.studios)
  )
    return {
      kind: 'head',
      head: {
        format: 'epiro-backup',
        version: 1,
        madeAt: String(line.madeAt),
        migrations: Number(line.migrations),
        whole: line.whole === true,
        studios: line.studios as BackupHead['studios'],
      },
    }
  throw new BackupError('Not a backup that Epiro made')
}

/** Lines of a text that comes in pieces. */
async function* split(chunks: AsyncIterable<Buffer>): AsyncGenerator<string> {
  let pieces: Buffer[] = []
  for await (const chunk of chunks) {
    let from = 0
    for (let end = chunk.indexOf(10); end >= 0; end = chunk.indexOf(10, from)) {
      pieces.push(chunk.subarray(from, end))
      yield Buffer.concat(pieces).toString('utf8')
      pieces = []
      from = end + 1
    }
    if (from < chunk.length) pieces.push(chunk.subarray(from))
  }
  if (pieces.length > 0) yield Buffer.concat(pieces).toString('utf8')
}

/** Lines of a backup. A file cut short or damaged ends in an error. */
async function* linesOf(file: string): AsyncGenerator<Line> {
  const unpacked = createGunzip()
  const packed = createReadStream(file).on('error', error => unpacked.destroy(error))
  packed.pipe(unpacked)
  let first = true
  let ended = false
  try {
    for await (const text of split(unpacked)) {
      const line = read(text)
      if (first && line.kind !== 'head') throw new BackupError('Not a backup that Epiro made')
      first = false
      ended = line.kind === 'end'
      yield line
    }
  } catch (error) {
    const { code, message } = error as NodeJS.ErrnoException
    if (error instanceof BackupError || code === 'ENOENT' || code === 'EACCES') throw error
    if (error instanceof SyntaxError || /^Z_|^ERR_/.test(code ?? ''))
      throw new BackupError(first ? 'Not a backup that Epiro made' : `The backup is damaged: ${message}`)
    throw error
  } finally {
    packed.destroy()
  }
  if (!ended) throw new BackupError('The backup is cut short')
}

/** What a backup holds, by its first line. */
export async function readHead(file: string): Promise<BackupHead> {
  for await (const line of linesOf(file)) if (line.kind === 'head') return line.head
  throw new BackupError('Not a backup that Epiro made')
}

/** Bytes and rows of one insert, below what any server takes in a packet. */
const BATCH = { bytes: 4_000_000, rows: 1000 }

async function insertAll(connection: Connection, file: string, here: ReadonlyMap<string, Table>): Promise<Counts> {
  const counts: Counts = {}
  let table: Table | undefined
  let columns: string[] = []
  let batch: unknown[][] = []
  let bytes = 0
  const send = async (): Promise<void> => {
    if (batch.length > 0)
      await connection.query(
        `insert ${table!.name === 'marks' ? 'ignore ' : ''}into \`${table!.name}\` ` +
          `(${columns.map(c => `\`${c}\``).join(', ')}) values ?`,
        [batch],
      )
    batch = []
    bytes = 0
  }
  for await (const line of linesOf(file)) {
    if (line.kind === 'table') {
      await send()
      table = here.get(line.table)
      const unknown = line.columns.find(column => !table?.columns.includes(column))
      if (!table || unknown)
        throw new BackupError(
          `The backup is of a later version: ${line.table}${unknown ? `.${unknown}` : ''} is not known here`,
        )
      columns = line.columns
      counts[line.table] = 0
    } else if (line.kind === 'row') {
      const binary = columns.map(column => table!.binary[table!.columns.indexOf(column)])
      batch.push(
        line.row.map((value, i) => (binary[i] && typeof value === 'string' ? Buffer.from(value, 'base64') : value)),
      )
      bytes += line.row.reduce((sum: number, value) => sum + (typeof value === 'string' ? value.length : 8), 0)
      counts[table!.name]!++
      if (batch.length >= BATCH.rows || bytes >= BATCH.bytes) await send()
    } else if (line.kind === 'end') {
      await send()
      const short = Object.entries(line.rows).find(([name, rows]) => counts[name] !== rows)
      if (short)
        throw new BackupError(`The backup is damaged: ${short[0]} has ${counts[short[0]] ?? 0} of ${short[1]} rows`)
    }
  }
  return counts
}

/**
 * Puts a backup back: into an empty database, whatever version it is of; else beside what is there, where it is of this
 * version.
 *
 * @param replace whether a studio that is there already gives way to the one of the backup
 * @returns rows put back; all or none
 */
export async function restoreBackup(url: string, file: string, { replace = false } = {}): Promise<Counts> {
  const head = await readHead(file)
  const migrations = readMigrations()
  if (head.migrations > migrations.length)
    throw new BackupError('The backup is of a later version of Epiro than this one')
  const connection = await connect(url)
  try {
    const empty =
      (await tablesOf(connection)).length === 0 ||
      (await rowsOf(connection, 'select 1 from studios limit 1')).length === 0
    if (empty)
      await migrateTo(connection, migrations, Math.max(head.migrations, await migrationsDone(connection, migrations)))
    else await migrateTo(connection, migrations)
    const level = await migrationsDone(connection, migrations)
    if (level !== head.migrations)
      throw new BackupError('This backup is of an earlier version: put it into an empty database')
    const list = await tables(connection, true)
    const ids = head.studios.map(studio => studio.id)
    const known = ids.length === 0 ? [] : await rowsOf(connection, 'select name from studios where id in (?)', [ids])
    if (known.length > 0 && !replace)
      throw new BackupError(
        `Here already: ${known.map(row => row.name as string).join(', ')}. With --replace it gives way to the backup`,
      )
    await connection.query('set foreign_key_checks = 0')
    await connection.beginTransaction()
    if (known.length > 0) await clear(connection, ids)
    const counts = await insertAll(connection, file, new Map(list.map(table => [table.name, table])))
    await connection.commit()
    await connection.query('set foreign_key_checks = 1')
    await migrateTo(connection, migrations)
    return counts
  } finally {
    connection.destroy()
  }
}

/** Takes studios out of the database, what lets people in with them. */
async function clear(connection: Connection, studios: readonly string[]): Promise<void> {
  await connection.query('delete from sign_in_links where studio_id in (?)', [studios])
  const all = await tables(connection, true)
  // What belongs through another table goes before that table does.
  for (const table of all
    .filter(({ name }) => name !== 'marks')
    .sort((a, b) => Number(b.name in THROUGH) - Number(a.name in THROUGH))) {
    const { sql, values } = belonging(table, false, studios)
    await connection.query(`delete from \`${table.name}\`${sql}`, values)
  }
}
