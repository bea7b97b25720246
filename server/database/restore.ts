import type { Connection } from 'mysql2/promise'
import { BackupError, type Counts, linesOf, readHead } from './backupFile'
import { type Table, THROUGH, belonging, connect, tables } from './backupTables'
import { migrateTo, migrationsDone, readMigrations, tablesOf } from './migrate'
import { recountAll } from './recount'
import { rowsOf } from './rows'

/** Bytes and rows of one insert, below what any server takes in a packet. */
const BATCH = { bytes: 4_000_000, rows: 1000 }

/** Whose browsers a backup of everything knew as signed in, when it is put back. */
export interface SessionsFound {
  name: string
  browsers: number
}

export interface Restored {
  counts: Counts
  /** By name; nobody in a backup of single studios. */
  sessions: SessionsFound[]
}

/** A table of the backup as rows come to it. */
interface Target {
  table: Table
  columns: string[]
  /** Where the row says whose it is; −1: it does not. */
  studio: number
  binary: boolean[]
}

const damaged = (why: string): BackupError => new BackupError(`The backup is damaged: ${why}`)
const BASE64 = /^[A-Za-z0-9+/]*={0,2}$/

function targetOf(line: { table: string; columns: string[] }, here: ReadonlyMap<string, Table>): Target {
  const { columns } = line
  const table = here.get(line.table)
  const unknown = columns.find(column => !table?.columns.includes(column))
  if (!table || unknown)
    throw new BackupError(
      `The backup is of a later version: ${line.table}${unknown ? `.${unknown}` : ''} is not known here`,
    )
  if (columns.length === 0 || new Set(columns).size < columns.length) throw damaged(`columns of ${line.table}`)
  return {
    table,
    columns,
    studio: columns.indexOf(line.table === 'studios' ? 'id' : 'studio_id'),
    binary: columns.map(column => table.binary[table.columns.indexOf(column)] === true),
  }
}

/** A row as the database takes it. @throws BackupError for one that Epiro cannot have written */
function rowFor(
  { table, columns, studio, binary }: Target,
  row: readonly unknown[],
  ids: ReadonlySet<unknown>,
): unknown[] {
  if (row.length !== columns.length)
    throw damaged(`a row of ${table.name} has ${row.length} of ${columns.length} figures`)
  if (studio >= 0 && !ids.has(row[studio])) throw damaged(`a row of ${table.name} is of no studio in it`)
  return row.map((value, i) => {
    if (typeof value === 'object' && value !== null) throw damaged(`${table.name}.${columns[i]} holds a list`)
    if (!binary[i] || value === null) return value
    if (typeof value !== 'string' || !BASE64.test(value)) throw damaged(`${table.name}.${columns[i]} holds no bytes`)
    return Buffer.from(value, 'base64')
  })
}

/** Of MariaDB: a column that has to have a value got none. */
const NO_DEFAULT = 1364

/** What the database will not take of a backup, in a sentence; any other error as it is. */
function refusedBy(error: unknown, table: string): unknown {
  const { sqlState, errno, message } = error as { sqlState?: string; errno?: number; message: string }
  // Classes of data that does not fit, of keys that clash, and of values cut off.
  return /^(22|23|01)/.test(sqlState ?? '') || errno === NO_DEFAULT
    ? damaged(`${table} cannot hold what is in it (${message})`)
    : error
}

async function insertAll(
  connection: Connection,
  file: string,
  here: ReadonlyMap<string, Table>,
  studios: ReadonlySet<unknown>,
  leftOut: ReadonlySet<string>,
): Promise<Counts> {
  const counts: Counts = {}
  let target: Target | undefined
  let batch: unknown[][] = []
  let bytes = 0
  const send = async (): Promise<void> => {
    if (batch.length === 0) return
    const { table, columns } = target!
    const into = `insert ${table.name === 'marks' ? 'ignore ' : ''}into \`${table.name}\``
    try {
      await connection.query(`${into} (${columns.map(c => `\`${c}\``).join(', ')}) values ?`, [batch])
    } catch (error) {
      throw refusedBy(error, table.name)
    }
    batch = []
    bytes = 0
  }
  for await (const line of linesOf(file)) {
    if (line.kind === 'table') {
      await send()
      target = targetOf(line, here)
      if (counts[line.table] !== undefined) throw damaged(`${line.table} stands in it twice`)
      counts[line.table] = 0
    } else if (line.kind === 'row') {
      if (!target) throw damaged('a row before any table')
      counts[target.table.name]!++
      const row = rowFor(target, line.row, studios)
      if (leftOut.has(target.table.name)) continue
      batch.push(row)
      bytes += line.row.reduce((sum: number, value) => sum + (typeof value === 'string' ? value.length : 8), 0)
      if (batch.length >= BATCH.rows || bytes >= BATCH.bytes) await send()
    } else if (line.kind === 'end') {
      await send()
      const short = Object.entries(line.rows).find(([name, rows]) => counts[name] !== rows)
      if (short) throw damaged(`${short[0]} has ${counts[short[0]] ?? 0} of ${short[1]} rows`)
    }
  }
  return counts
}

/** Rows whose own row of another table is missing end the restoring: keys are not checked while rows come in. */
async function checkReferences(connection: Connection): Promise<void> {
  const keys = await rowsOf(
    connection,
    'select table_name as child, column_name as col, referenced_table_name as parent, referenced_column_name as ref ' +
      'from information_schema.key_column_usage where table_schema = database() and referenced_table_name is not null',
  )
  for (const { child, col, parent, ref } of keys) {
    const [lost] = await rowsOf(
      connection,
      `select 1 from \`${child}\` c left join \`${parent}\` p on p.\`${ref}\` = c.\`${col}\` ` +
        `where c.\`${col}\` is not null and p.\`${ref}\` is null limit 1`,
    )
    if (lost) throw damaged(`a row of ${child} names one of ${parent} that is not in it`)
  }
}

/** Whose sessions that are still good a backup holds. */
async function sessionsIn(file: string): Promise<SessionsFound[]> {
  const names = new Map<unknown, string>()
  const found = new Map<string, number>()
  let table = ''
  let columns: string[] = []
  for await (const line of linesOf(file)) {
    if (line.kind === 'table') ({ table, columns } = line)
    if (line.kind !== 'row') continue
    const at = (name: string): unknown => line.row[columns.indexOf(name)]
    if (table === 'members') names.set(at('id'), String(at('name')))
    const good =
      table === 'sessions' && at('revoked_at') === null && Date.parse(`${String(at('expires_at'))}Z`) > Date.now()
    if (!good) continue
    const name = names.get(at('member_id')) ?? 'somebody without a name'
    found.set(name, (found.get(name) ?? 0) + 1)
  }
  return [...found].map(([name, browsers]) => ({ name, browsers })).sort((a, b) => (a.name < b.name ? -1 : 1))
}

/**
 * Puts a backup back: into an empty database, whatever version it is of; else beside what is there, where it is of this
 * version.
 *
 * @param replace whether a studio that is there already gives way to the one of the backup
 * @param sessions whether browsers that were signed in when it was made are signed in again; else nobody is
 * @returns rows put back, all or none, and whose sessions were in it
 * @throws BackupError in a sentence, for a file that is no backup, damaged, of a later version, or of what is here
 */
export async function restoreBackup(
  url: string,
  file: string,
  { replace = false, sessions = false } = {},
): Promise<Restored> {
  const head = await readHead(file)
  const migrations = readMigrations()
  if (head.migrations > migrations.length)
    throw new BackupError('The backup is of a later version of Epiro than this one')
  const found = head.whole ? await sessionsIn(file) : []
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
      throw new BackupError('This backup is from an earlier version. Restore it into an empty database')
    const list = await tables(connection, true)
    const ids = head.studios.map(studio => studio.id)
    const known = ids.length === 0 ? [] : await rowsOf(connection, 'select name from studios where id in (?)', [ids])
    if (known.length > 0 && !replace)
      throw new BackupError(
        `Already in this database: ${known.map(row => row.name as string).join(', ')}. ` +
          'Add --replace to overwrite it with the backup',
      )
    await connection.query('set foreign_key_checks = 0')
    await connection.beginTransaction()
    if (known.length > 0) await clear(connection, ids)
    const here = new Map(list.map(table => [table.name, table]))
    const leftOut = new Set(sessions ? [] : ['sessions'])
    const counts = await insertAll(connection, file, here, new Set(ids), leftOut)
    await checkReferences(connection)
    await connection.commit()
    await connection.query('set foreign_key_checks = 1')
    await migrateTo(connection, migrations)
    await recountAll(connection)
    return { counts, sessions: found }
  } finally {
    connection.destroy()
  }
}

/** Takes studios out of the database, what lets people in with them. */
async function clear(connection: Connection, studios: readonly string[]): Promise<void> {
  for (const name of ['sign_in_links', 'take_cells', 'setup_frames'])
    await connection.query(`delete from ${name} where studio_id in (?)`, [studios])
  const all = await tables(connection, true)
  // What belongs through another table goes before that table does.
  for (const table of all
    .filter(({ name }) => name !== 'marks')
    .sort((a, b) => Number(b.name in THROUGH) - Number(a.name in THROUGH))) {
    const { sql, values } = belonging(table, false, studios)
    await connection.query(`delete from \`${table.name}\`${sql}`, values)
  }
}
