import { type Connection, type RowDataPacket, createConnection } from 'mysql2/promise'
import { connectionOptions } from '~~/server/database/address'
import { migrateTo, migrationsDone, readMigrations, tablesOf } from '~~/server/database/migrate'
import { emptyDatabase } from './support'

const migrations = readMigrations()
const open = async (name: string): Promise<Connection> =>
  createConnection({ ...connectionOptions(await emptyDatabase(name)), dateStrings: true })
const rows = async (connection: Connection, sql: string): Promise<RowDataPacket[]> =>
  (await connection.query<RowDataPacket[]>(sql))[0]

/** Every column, key and constraint there is, as the database tells them. */
async function shape(connection: Connection): Promise<unknown> {
  const columns = await rows(
    connection,
    `select table_name t, column_name c, column_type ty, is_nullable n, column_default d, collation_name co
    from information_schema.columns where table_schema = database() order by 1, 2`,
  )
  const keys = await rows(
    connection,
    `select table_name t, index_name i, column_name c, seq_in_index s, non_unique u
    from information_schema.statistics where table_schema = database() order by 1, 2, 4`,
  )
  const constraints = await rows(
    connection,
    `select table_name t, constraint_name c, constraint_type ty
    from information_schema.table_constraints where table_schema = database() order by 1, 2`,
  )
  return { columns, keys, constraints }
}

/** A connection that dies after so many statements, each of which was carried out. */
function dying(connection: Connection, after: number): Connection {
  let left = after
  return new Proxy(connection, {
    get(target, key) {
      if (key !== 'query') return Reflect.get(target, key).bind(target) as unknown
      return async (sql: string, values?: unknown[]) => {
        if (left-- <= 0) throw new Error('killed')
        return target.query(sql, values)
      }
    },
  })
}

let whole: unknown
let statements = 0
beforeAll(async () => {
  const connection = await open('epiro_migrated')
  const counting = new Proxy(connection, {
    get: (target, key) =>
      key === 'query'
        ? (...args: [string, unknown[]?]) => {
            statements++
            return target.query(...args)
          }
        : (Reflect.get(target, key).bind(target) as unknown),
  })
  expect(await migrateTo(counting)).toBe(migrations.length)
  whole = await shape(connection)
  expect(await tablesOf(connection)).toEqual(expect.arrayContaining(['members', 'setups', 'takes', 'rate_counts']))
  expect(await migrateTo(connection)).toBe(0)
  await connection.end()
})

test(
  'killed at any statement, again and again, the next start finishes the tables as they would ' + 'have been',
  async () => {
    const connection = await open('epiro_killed')
    for (let after = 3, kills = 0; ; after = 3 + ((kills * 7) % 11), kills++) {
      try {
        await migrateTo(dying(connection, after + 8))
        break
      } catch (error) {
        expect((error as Error).message).toBe('killed')
      }
      expect(kills).toBeLessThan(statements)
    }
    expect(await shape(connection)).toEqual(whole)
    expect(await migrationsDone(connection, migrations)).toBe(migrations.length)
    await connection.end()
  },
  120_000,
)

test('a change of tables that was made and not noted is taken as made, and rows stay', async () => {
  const connection = await open('epiro_half')
  await migrateTo(connection, migrations, 5)
  await connection.query("insert into studios (id, name) values ('s', 'Before')")
  await connection.query(
    "insert into shoots (id, studio_id, name, date, place, notes) values ('h', 's', 'Evening', '2026-11-24', '', '')",
  )
  await connection.query(
    "insert into setups (id, studio_id, shoot_id, name, document) values ('u', 's', 'h', 'Cracker', '{}')",
  )
  for (const key of ['aaaaaaaa', 'bbbbbbbb']) {
    await connection.query(
      `insert into takes (id, studio_id, setup_id, device_key, number, delay, verdict, keeper, note, fired_at)
      values (?, 's', 'u', ?, ?, 0.0185, 'on', true, '', '2026-11-24 18:30:00')`,
      [key, key, key === 'aaaaaaaa' ? 1 : 2],
    )
  }
  // As a migrator that notes whole migrations only leaves it: half of the sixth made, none of it noted.
  for (const { sql } of migrations[5]!.steps.slice(0, 9)) await connection.query(sql)
  expect(await migrationsDone(connection, migrations)).toBe(5)
  expect(await migrateTo(connection)).toBe(migrations.length - 5)
  expect(await shape(connection)).toEqual(whole)
  expect(await rows(connection, 'select device_key as k, delay, member_id as m from takes order by number')).toEqual([
    { k: 'aaaaaaaa', delay: 0.0185, m: null },
    { k: 'bbbbbbbb', delay: 0.0185, m: null },
  ])
  // Keys are compared byte by byte from now on.
  await connection.query(
    'insert into takes (id, studio_id, setup_id, device_key, number, delay, verdict, keeper, note, fired_at) ' +
      "values ('c', 's', 'u', 'AAAAAAAA', 3, 0, 'on', true, '', '2026-11-24')",
  )
  await connection.end()
}, 60_000)

test('a step that fails for another reason stops it, and is tried again', async () => {
  const connection = await open('epiro_failing')
  const [first] = migrations
  const bad = [
    { ...first!, steps: [...first!.steps.slice(0, 2), { migration: 0, statement: 2, sql: 'CREATE TABLE nonsense' }] },
  ]
  await expect(migrateTo(connection, bad)).rejects.toThrow(/at least 1 column/)
  expect(await migrationsDone(connection, migrations)).toBe(0)
  expect(await migrateTo(connection)).toBe(migrations.length)
  expect(await shape(connection)).toEqual(whole)
  await connection.end()
}, 60_000)

test('a change of rows is done with its note or not at all', async () => {
  const connection = await open('epiro_rows')
  await migrateTo(connection)
  await connection.query("insert into marks (name) values ('one')")
  const step = (sql: string) => [
    ...migrations,
    {
      number: migrations.length,
      madeAt: 9e12,
      hash: 'h',
      steps: [{ migration: migrations.length, statement: 0, sql }],
    },
  ]
  const more = step("update marks set name = concat(name, '+')")
  const note = { query: connection.query.bind(connection) }
  const failing = new Proxy(connection, {
    get: (target, key) =>
      key === 'query'
        ? (sql: string, values?: unknown[]) =>
            /insert ignore into migration_steps/.test(sql)
              ? Promise.reject(new Error('killed'))
              : note.query(sql, values)
        : (Reflect.get(target, key).bind(target) as unknown),
  })
  await expect(migrateTo(failing, more)).rejects.toThrow('killed')
  expect(await rows(connection, 'select name from marks')).toEqual([{ name: 'one' }])
  await migrateTo(connection, more)
  await migrateTo(connection, more)
  expect(await rows(connection, 'select name from marks')).toEqual([{ name: 'one+' }])
  await connection.end()
}, 60_000)
