import type { Connection } from 'mysql2/promise'
import { readMigrationFiles } from 'drizzle-orm/migrator'
import { rowsOf } from './rows'

/**
 * The database commits each change of its tables by itself, so that a migration can stop half-way: each statement is a
 * step of its own.
 */
interface Step {
  /** Number of the migration, from 0. */
  migration: number
  statement: number
  sql: string
}

export interface Migration {
  number: number
  /** ms since 1970 by which earlier versions know it. */
  madeAt: number
  hash: string
  steps: Step[]
}

const FOLDER = 'server/database/migrations'

/** All migrations, the oldest first. */
export function readMigrations(folder = FOLDER): Migration[] {
  return readMigrationFiles({ migrationsFolder: folder }).map(({ sql, folderMillis, hash }, number) => ({
    number,
    madeAt: folderMillis,
    hash,
    steps: sql
      .map(text => text.trim())
      .filter(text => text !== '')
      .map((text, statement) => ({ migration: number, statement, sql: text })),
  }))
}

/**
 * What the database says to a change of tables that it has made already: table, column, key and constraint there, or
 * gone.
 */
const MADE_ALREADY = new Set([1050, 1060, 1061, 1091, 1051, 1826, 1022])
const madeAlready = (error: unknown): boolean => {
  const { errno, message } = error as { errno?: number; message?: string }
  return MADE_ALREADY.has(errno ?? 0) || (errno === 1005 && /errno: 121/.test(message ?? ''))
}
const changesTables = (sql: string): boolean => /^\s*(create|alter|drop|rename)\b/i.test(sql)

async function has(connection: Connection, table: string): Promise<boolean> {
  return (
    (
      await rowsOf(
        connection,
        'select 1 from information_schema.tables where table_schema = database() and table_name = ?',
        [table],
      )
    ).length > 0
  )
}

/** Tables of the application there are; none: the database is empty. */
export async function tablesOf(connection: Connection): Promise<string[]> {
  const rows = await rowsOf(
    connection,
    'select table_name as name from information_schema.tables where table_schema = database() and table_type = ' +
      "'BASE TABLE' order by table_name",
  )
  return rows.map(row => row.name as string).filter(name => name !== STEPS && name !== WHOLE)
}

const STEPS = 'migration_steps'
/** The list that earlier versions kept; it goes on being kept, so that they know what is here. */
const WHOLE = '__drizzle_migrations'

/** How many migrations are done whole. */
export async function migrationsDone(connection: Connection, migrations: readonly Migration[]): Promise<number> {
  if (!(await has(connection, WHOLE))) return 0
  const done = new Set(
    (await rowsOf(connection, `select created_at as madeAt from \`${WHOLE}\``)).map(row => Number(row.madeAt)),
  )
  const first = migrations.findIndex(migration => !done.has(migration.madeAt))
  return first < 0 ? migrations.length : first
}

async function run(connection: Connection, { migration, statement, sql }: Step): Promise<void> {
  const note = `insert ignore into ${STEPS} (migration, statement) values (?, ?)`
  if (changesTables(sql)) {
    try {
      await connection.query(sql)
    } catch (error) {
      if (!madeAlready(error)) throw error
    }
    await connection.query(note, [migration, statement])
    return
  }
  // A change of rows is done with its note or not at all.
  await connection.beginTransaction()
  try {
    await connection.query(sql)
    await connection.query(note, [migration, statement])
    await connection.commit()
  } catch (error) {
    await connection.rollback()
    throw error
  }
}

/**
 * Brings a database to a version, whatever a killed migration left of it: a step that is noted is not done again, and a
 * table, column, key or constraint
 * that is there already is no error.
 *
 * @param upTo how many migrations are to be done; all by default
 * @returns how many were done now
 */
export async function migrateTo(
  connection: Connection,
  migrations = readMigrations(),
  upTo = migrations.length,
): Promise<number> {
  await connection.query(
    `create table if not exists ${STEPS} (migration int not null, statement int not null, primary key (migration, ` +
      `statement))`,
  )
  await connection.query(
    `create table if not exists \`${WHOLE}\` (id serial primary key, hash text not null, created_at bigint)`,
  )
  const noted = new Set(
    (await rowsOf(connection, `select migration, statement from ${STEPS}`)).map(
      row => `${row.migration}.${row.statement}`,
    ),
  )
  const before = await migrationsDone(connection, migrations)
  for (const { number, hash, madeAt, steps } of migrations.slice(before, upTo)) {
    for (const step of steps) if (!noted.has(`${number}.${step.statement}`)) await run(connection, step)
    await connection.query(`insert into \`${WHOLE}\` (hash, created_at) values (?, ?)`, [hash, madeAt])
  }
  return Math.max(0, upTo - before)
}
