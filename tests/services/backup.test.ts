import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { gunzipSync, gzipSync } from 'node:zlib'
import { type RowDataPacket, createConnection } from 'mysql2/promise'
import { newKitItem } from '~~/core'
import { connectionOptions } from '~~/server/database/address'
import { writeBackup } from '~~/server/database/backup'
import { readHead } from '~~/server/database/backupFile'
import { migrateTo, readMigrations } from '~~/server/database/migrate'
import { restoreBackup } from '~~/server/database/restore'
import { createKit } from '~~/server/services/kit'
import { addPicture } from '~~/server/services/pictures'
import { beginPractice, speakToBench } from '~~/server/services/practice'
import { putRun } from '~~/server/services/runs'
import { createSession } from '~~/server/services/sessions'
import { openDatabase } from '~~/server/database/client'
import { amendTake, listTakes, strikeTake } from '~~/server/services/takes'
import { amendmentOf } from '~~/shared/takes/input'
import { aTake, emptyDatabase, fire, makeSetup, member, picture, studio, wholePicture } from './support'

const here = process.env.DATABASE_URL!
const folder = mkdtempSync(join(tmpdir(), 'epiro-backup-'))
const file = join(folder, 'studio.epiro')
let own: Awaited<ReturnType<typeof studio>>
let setupId = ''
let pictureId = ''

beforeAll(async () => {
  own = await studio()
  const { memberId } = await member(own.db, own.studioId, 'assistant', 'Kim')
  await createSession(own.db, { studioId: own.studioId, memberId, role: 'assistant' }, 'phone')
  setupId = await makeSetup(own.db, own.studioId, own.shootId)
  const takes = [
    await fire(own.db, own.studioId, setupId, { note: 'naïve "quoted"\nline 😀', delay: 0.1 + 0.2 }),
    await fire(own.db, own.studioId, setupId),
    await fire(own.db, own.studioId, setupId),
  ]
  await amendTake(
    own.db,
    own.studioId,
    takes[1]!.id,
    { ...amendmentOf(aTake()), verdict: 'on', keeper: true },
    memberId,
  )
  await strikeTake(own.db, own.studioId, takes[2]!.id, true)
  pictureId = (
    await addPicture(
      own.db,
      own.studioId,
      setupId,
      { name: 'a.jpg', zone: 0, take: takes[0]!.id },
      await picture('jpeg'),
    )
  ).id
  await putRun(own.db, own.studioId, setupId, {
    step: 2,
    delay: 0.018,
    openedAt: null,
    actedAt: '2026-11-24T18:30:00.123Z',
  })
  await createKit(own.db, own.studioId, [newKitItem('flash', 'Speedlight of ours')])
  const practice = await beginPractice(own.db, own.studioId, 'milk-crown', 3)
  for (const line of ['HELLO 1', 'SET DELAY 100000', 'ARM']) await speakToBench(own.db, own.studioId, practice.id, line)
}, 120_000)
afterAll(async () => {
  await own.end()
  rmSync(folder, { recursive: true })
})

/** Every row of every table that belongs to a studio, as the database tells it. */
async function everything(url: string, studioId: string): Promise<Record<string, unknown[]>> {
  const connection = await createConnection({ ...connectionOptions(url), dateStrings: true })
  const all = async (sql: string): Promise<unknown[]> =>
    (await connection.query<RowDataPacket[]>(sql, [studioId]))[0].map(row => JSON.stringify(row))
  const found: Record<string, unknown[]> = { studios: await all('select * from studios where id = ?') }
  for (const table of ['members', 'shoots', 'setups', 'takes', 'kit', 'runs', 'pictures', 'practices'])
    found[table] = (await all(`select * from ${table} where studio_id = ?`)).sort()
  found.picture_parts = (
    await all('select p.* from picture_parts p join pictures q on q.id = p.picture_id where q.studio_id = ?')
  ).sort()
  found.practice_shots = (
    await all('select p.* from practice_shots p join practices q on q.setup_id = p.setup_id where q.studio_id = ?')
  ).sort()
  await connection.end()
  return found
}

test('a studio comes back row by row in an empty database, and beside what is there', async () => {
  const counts = await writeBackup(here, file, [own.studioId])
  const before = await everything(here, own.studioId)
  expect(counts).toMatchObject({
    studios: 1,
    members: 1,
    setups: 2,
    takes: 3,
    kit: 1,
    pictures: 1,
    runs: 1,
    practices: 1,
  })
  expect(Object.fromEntries(Object.entries(before).map(([name, rows]) => [name, rows.length]))).toEqual(
    expect.objectContaining({ takes: 3, picture_parts: counts.picture_parts, practice_shots: counts.practice_shots }),
  )
  expect(Object.keys(counts)).not.toEqual(expect.arrayContaining(['sessions']))
  const empty = await emptyDatabase('epiro_restored')
  expect(await restoreBackup(empty, file)).toEqual({ counts, sessions: [] })
  expect(await everything(empty, own.studioId)).toEqual(before)
  // What comes back is used like what was there.
  const db = openDatabase(empty)
  expect(
    (await listTakes(db, own.studioId, setupId)).map(take => [take.number, take.verdict, take.former?.[0]?.by]),
  ).toEqual([
    [2, 'on', 'Kim'],
    [1, 'late', undefined],
  ])
  expect((await listTakes(db, own.studioId, setupId, true)).map(take => take.number)).toEqual([3])
  expect((await wholePicture(db, own.studioId, pictureId, 'full')).data).toEqual(
    (await wholePicture(own.db, own.studioId, pictureId, 'full')).data,
  )
  await db.$client.end()

  // A second studio beside it; the first is not overwritten unasked.
  const other = await studio()
  await writeBackup(here, join(folder, 'other.epiro'), [other.studioId])
  expect(await restoreBackup(empty, join(folder, 'other.epiro'))).toMatchObject({
    counts: { studios: 1, shoots: 1, takes: 0 },
  })
  await expect(restoreBackup(empty, file)).rejects.toThrow(/Already in this database.*--replace/)
  const changed = await createConnection(connectionOptions(empty))
  await changed.query("update takes set note = 'spoilt' where studio_id = ?", [own.studioId])
  await changed.query('delete from runs')
  await changed.end()
  expect(await restoreBackup(empty, file, { replace: true })).toEqual({ counts, sessions: [] })
  expect(await everything(empty, own.studioId)).toEqual(before)
  expect((await everything(empty, other.studioId)).shoots).toHaveLength(1)
  await other.end()
}, 60_000)

test('a backup of everything says whose sessions it holds, lets nobody in unasked, and holds no links', async () => {
  const all = join(folder, 'all.epiro')
  const counts = await writeBackup(here, all)
  expect(counts.sessions).toBeGreaterThan(0)
  expect(counts.studios).toBeGreaterThan(1)
  expect(counts).not.toHaveProperty('sign_in_links')
  const empty = await emptyDatabase('epiro_everything')
  const put = await restoreBackup(empty, all)
  expect(put.counts).toEqual(counts)
  expect(put.sessions).toContainEqual({ name: 'Kim', browsers: 1 })
  expect(await everything(empty, own.studioId)).toEqual(await everything(here, own.studioId))
  const signedIn = async (url: string): Promise<number> => {
    const connection = await createConnection(connectionOptions(url))
    const [[row]] = await connection.query<RowDataPacket[]>('select count(*) as n from sessions')
    await connection.end()
    return Number(row!.n)
  }
  expect(await signedIn(empty)).toBe(0)
  const asked = await emptyDatabase('epiro_let_in')
  expect((await restoreBackup(asked, all, { sessions: true })).sessions).toEqual(put.sessions)
  expect(await signedIn(asked)).toBe(counts.sessions)
}, 60_000)

test('a backup of an earlier version goes into an empty database, and is brought up to date there', async () => {
  const old = await emptyDatabase('epiro_old')
  const connection = await createConnection(connectionOptions(old))
  await migrateTo(connection, readMigrations(), 3)
  await connection.query("insert into studios (id, name) values ('6f1c0b8e-0000-4000-8000-000000000001', 'Of old')")
  await connection.end()
  const kept = join(folder, 'old.epiro')
  expect(await writeBackup(old, kept)).toMatchObject({ studios: 1 })
  expect(await readHead(kept)).toMatchObject({ migrations: 3, whole: true, studios: [{ name: 'Of old' }] })
  await expect(restoreBackup(here, kept)).rejects.toThrow('earlier version. Restore it into an empty database')
  const empty = await emptyDatabase('epiro_upgraded')
  await restoreBackup(empty, kept)
  const db = openDatabase(empty)
  expect((await db.query.studios.findMany()).map(row => row.name)).toEqual(['Of old'])
  expect(await db.query.members.findMany()).toEqual([])
  await db.$client.end()
}, 60_000)

test(
  'what is no backup, cut short, damaged or of a later version is refused in a sentence, and nothing is ' + 'put back',
  async () => {
    const empty = await emptyDatabase('epiro_refused')
    const write = (name: string, bytes: Buffer | string): string => {
      writeFileSync(join(folder, name), bytes)
      return join(folder, name)
    }
    const lines = gunzipSync(readFileSync(file)).toString('utf8').trimEnd().split('\n')
    const packed = (some: string[]): Buffer => gzipSync(`${some.join('\n')}\n`)
    const later = JSON.stringify({ ...(JSON.parse(lines[0]!) as object), migrations: 99 })
    for (const [what, reason] of [
      [write('text', 'no backup'), /Not a backup/],
      [write('json.gz', gzipSync('{"a":1}\n')), /Not a backup/],
      [write('short', packed(lines.slice(0, -1))), /cut short/],
      [write('bytes', readFileSync(file).subarray(0, 700)), /cut short|damaged/],
      [write('gap', packed(lines.filter((_, i) => i !== lines.findIndex(l => l.startsWith('["')) + 2))), /damaged/],
      [write('later', packed([later, ...lines.slice(1)])), /later version of Epiro/],
      [
        write(
          'column',
          packed(lines.map(line => line.replace('"table":"kit","columns":["id"', '"table":"kit","columns":["ident"'))),
        ),
        /later version: kit.ident/,
      ],
    ] as const)
      await expect(restoreBackup(empty, what)).rejects.toThrow(reason)
    const connection = await createConnection(connectionOptions(empty))
    expect((await connection.query<RowDataPacket[]>('select 1 from studios'))[0]).toEqual([])
    await connection.end()
    await expect(restoreBackup(empty, join(folder, 'nowhere'))).rejects.toThrow(/ENOENT/)
    await expect(writeBackup(here, join(folder, 'x'), ['6f1c0b8e-0000-4000-8000-00000000dead'])).rejects.toThrow(
      'No such studio',
    )
    expect(readdirSync(folder).filter(name => name.includes('.part'))).toEqual([])
  },
  60_000,
)

test('a backup made by hand is refused in a sentence whatever it holds, and nothing is put back', async () => {
  const empty = await emptyDatabase('epiro_by_hand')
  const lines = gunzipSync(readFileSync(file)).toString('utf8').trimEnd().split('\n')
  const head = JSON.parse(lines[0]!) as Record<string, unknown>
  const of = (table: string): number => lines.findIndex(line => line.includes(`{"table":"${table}"`))
  const columns = (table: string): string[] => (JSON.parse(lines[of(table)]!) as { columns: string[] }).columns
  /** The backup with one figure of the first row of a table made another. */
  const with_ = (table: string, column: string, value: unknown): string[] =>
    lines.map((line, i) => {
      if (i !== of(table) + 1) return line
      const row = JSON.parse(line) as unknown[]
      row[columns(table).indexOf(column)] = value
      return JSON.stringify(row)
    })
  const noHead = (change: object): string[] => [JSON.stringify({ ...head, ...change }), ...lines.slice(1)]
  const end = lines.length - 1
  const cases: readonly (readonly [string[], RegExp])[] = [
    [noHead({ migrations: -1 }), /Not a backup/],
    [noHead({ studios: [7] }), /Not a backup/],
    [noHead({ studios: [] }), /a row of .* is of no studio in it/],
    [[lines[0]!, '["a"]', ...lines.slice(1)], /a row before any table/],
    [[...lines.slice(0, end), '{"end":true,"rows":null}'], /Not a backup/],
    [[...lines.slice(0, end), '{"end":true,"rows":{"takes":1e9}}'], /takes has 3 of 1000000000 rows/],
    [[...lines.slice(0, of('takes')), '{"table":"takes","columns":[]}', lines[end]!], /columns of takes/],
    [[...lines.slice(0, of('takes')), '{"table":"takes","columns":[{"id":1}]}', lines[end]!], /Not a backup/],
    [lines.map((line, i) => (i === of('takes') + 1 ? '["short"]' : line)), /a row of takes has 1 of \d+ figures/],
    [with_('takes', 'note', { toSqlString: 'now()' }), /takes.note holds a list/],
    [with_('takes', 'note', ['a', 'b']), /takes.note holds a list/],
    [with_('takes', 'note', null), /takes cannot hold what is in it/],
    [with_('takes', 'verdict', 'perhaps'), /takes cannot hold what is in it/],
    [with_('takes', 'fired_at', 'yesterday'), /takes cannot hold what is in it/],
    [with_('takes', 'delay', '"; drop table takes; --'), /takes cannot hold what is in it/],
    [with_('takes', 'setup_id', '6f1c0b8e-0000-4000-8000-00000000dead'), /a row of takes names one of setups/],
    [with_('members', 'studio_id', '6f1c0b8e-0000-4000-8000-00000000dead'), /a row of members is of no studio/],
    [with_('picture_parts', 'data', 'not base64 \u0000'), /picture_parts.data holds no bytes/],
    [with_('shoots', 'name', 'x'.repeat(121)), /shoots cannot hold what is in it/],
    [[...lines.slice(0, end), ...lines.slice(of('takes'))], /takes stands in it twice/],
  ]
  for (const [i, [made, reason]] of cases.entries()) {
    const path = join(folder, `by-hand-${i}`)
    writeFileSync(path, gzipSync(`${made.join('\n')}\n`))
    await expect(
      restoreBackup(empty, path).catch((error: Error) => `${error.name}: ${error.message}`),
    ).resolves.toMatch(reason)
  }
  // A line without an end is given up long before it fills the memory.
  const endless = join(folder, 'endless')
  writeFileSync(endless, gzipSync(Buffer.alloc(80_000_000, 0x61)))
  await expect(restoreBackup(empty, endless)).rejects.toThrow('Not a backup')
  const connection = await createConnection(connectionOptions(empty))
  expect((await connection.query<RowDataPacket[]>('select id from takes'))[0]).toEqual([])
  await connection.end()
}, 60_000)

test('as a command: written and put back, and mistakes on standard error', () => {
  const run = (args: string[], url = here): string =>
    execFileSync(process.execPath, ['--import', 'tsx', 'scripts/backup.ts', ...args], {
      env: { ...process.env, DATABASE_URL: url, NODE_OPTIONS: '' },
      encoding: 'utf8',
      stdio: ['ignore', 'pipe', 'pipe'],
    })
  expect(run(['backup', join(folder, 'command.epiro')])).toMatch(/Written to .*command\.epiro: \d+ studios/)
  expect(() => run(['restore', join(folder, 'nowhere')])).toThrow(/no such file/)
  expect(() => run(['backup', '--studio', 'Nobody’s'])).toThrow(/No studio, or more than one/)
  expect(() => run(['restore', join(folder, 'command.epiro')])).toThrow(/Already in this database/)
}, 60_000)
