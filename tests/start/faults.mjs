// @ts-check
// What can go wrong on a machine, done on purpose: kills at any instant, damaged state, two starts at once, a frozen
// database, a full disk.
// Each is done a few times here; EPIRO_FAULTS=100 does the kills a hundred times. Everything happens on loopback and in
// folders of its own; `faults.mjs fullDisk` does some alone, beside others.
import assert from 'node:assert/strict'
import { spawn, spawnSync } from 'node:child_process'
import { existsSync, mkdirSync, readFileSync, readdirSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { resolve } from 'node:path'
import { localDatabase } from '../../scripts/lib/database.mjs'
import { pause, processesWith } from '../../scripts/lib/processes.mjs'
import { programArgs } from '../../scripts/lib/programs.mjs'
import { answering, begin, databasesOf, endAll, signedIn, stateOf, until } from './helpers.mjs'
import { restoreKilled } from './restoreKilled.mjs'

const TIMES = Number(process.env.EPIRO_FAULTS ?? 1)
const asked = process.argv.slice(2)
const HOME = resolve(`.data/test/faults${asked.length > 0 ? `-${asked[0]}` : ''}`)
/** @type {[fault: string, times: number, result: string][]} */
const table = []

/** Instants from a row that repeats, so that a failure can be looked at again. @param {number} seed */
function instants(seed) {
  let state = seed
  return () => (state = (state * 1103515245 + 12345) % 2147483648) / 2147483648
}

const shoot = (/** @type {string} */ name) => ({ name, date: '2026-11-24', place: '', notes: '' })

async function firstStartKilled() {
  const random = instants(11)
  let unfinished = 0
  for (let i = 0; i < TIMES; i++) {
    rmSync(HOME, { recursive: true, force: true })
    const first = begin(HOME)
    await pause(200 + random() * 4500)
    first.child.kill('SIGKILL')
    // What it was about to do is killed with it, as in a power cut.
    for (const pid of processesWith(`--datadir=${HOME}/mariadb/data`)) {
      try {
        process.kill(pid, 'SIGKILL')
      } catch {
        /* it has ended */
      }
    }
    if (!existsSync(`${HOME}/running.json`)) unfinished++
    const second = begin(HOME)
    const { call } = await signedIn(second)
    assert.equal((await call('POST', '/api/shoots', shoot('after the kill'))).status, 201)
    assert.equal((await call('POST', '/api/session/demo', {})).status, 200)
    const shoots = (await call('GET', '/api/shoots')).body
    assert.equal(
      shoots.reduce((/** @type {number} */ n, /** @type {any} */ s) => n + s.setups.length, 0),
      10,
      'the demo is whole',
    )
    await endAll(HOME, second)
  }
  table.push([
    'kill during the first start',
    TIMES,
    `${TIMES} next starts work, demo whole (${unfinished} before it ran)`,
  ])
}

async function migrationKilled() {
  const home = `${HOME}-migration`
  rmSync(home, { recursive: true, force: true })
  const database = localDatabase(home)
  const url = await database.start()
  const { createConnection } = await import('mysql2/promise')
  const random = instants(5)
  const open = () => createConnection({ uri: url, multipleStatements: true })
  const prepare = () =>
    spawn(process.execPath, [...programArgs('prepare'), '--demo', '--backups', `${home}/backups`], {
      env: { ...process.env, DATABASE_URL: url },
      stdio: ['ignore', 'ignore', 'pipe'],
    })
  let half = 0
  try {
    // Empty and full in turn.
    for (let i = 0; i < Math.max(2, TIMES); i++) {
      const connection = await open()
      await connection.query(
        'drop database epiro; create database epiro character set utf8mb4 collate utf8mb4_unicode_ci; use epiro',
      )
      if (i % 2 === 1) await oldRows(connection)
      const child = prepare()
      await pause(500 + random() * 2500)
      child.kill('SIGKILL')
      await new Promise(done =>
        child.exitCode !== null || child.signalCode !== null ? done(null) : child.once('exit', done),
      )
      const [tables] = await connection.query('show tables')
      if (/** @type {unknown[]} */ (tables).length > 0 && /** @type {unknown[]} */ (tables).length < 18) half++
      const again = prepare()
      let said = ''
      again.stderr.on('data', chunk => (said += chunk))
      const code = await new Promise(done => again.once('close', done))
      assert.equal(code, 0, `start after kill ${i}: ${said}`)
      const [[row]] = /** @type {any} */ (
        await connection.query(
          'select count(*) as n from information_schema.columns where table_schema = database() and table_name = ' +
            "'takes' and column_name = 'member_id'",
        )
      )
      assert.equal(row.n, 1)
      const [[demo]] = /** @type {any} */ (
        await connection.query(
          'select count(*) as n from setups s join studios d on d.id = s.studio_id where d.is_demo',
        )
      )
      assert.equal(demo.n, 10)
      if (i % 2 === 1) {
        const [kept] = /** @type {any} */ (
          await connection.query("select delay from takes where id like 'old-%' order by id")
        )
        assert.deepEqual(
          kept.map((/** @type {any} */ r) => r.delay),
          Array.from({ length: 50 }, (_, k) => k / 1000),
        )
      }
      await connection.end()
    }
    const backups = existsSync(`${home}/backups`)
      ? readdirSync(`${home}/backups`).filter(name => name.endsWith('.epiro'))
      : []
    assert.ok(backups.length <= 3 && readdirSync(home).length > 0)
    table.push([
      'kill during a migration',
      Math.max(2, TIMES),
      `all next starts work, rows kept, demo whole (${half} left half of the tables); ${backups.length} backups kept`,
    ])
  } finally {
    await database.stop()
  }
}

/** Tables and rows as the third version had them. @param {import('mysql2/promise').Connection} connection */
async function oldRows(connection) {
  for (const number of ['0000_start', '0001_kit', '0002_run']) {
    await connection.query(
      readFileSync(`server/database/migrations/${number}.sql`, 'utf8').replaceAll('--> statement-breakpoint', ''),
    )
  }
  const entries = JSON.parse(readFileSync('server/database/migrations/meta/_journal.json', 'utf8')).entries.slice(0, 3)
  await connection.query(
    'create table `__drizzle_migrations` (id serial primary key, hash text not null, created_at bigint)',
  )
  for (const entry of entries)
    await connection.query("insert into `__drizzle_migrations` (hash, created_at) values ('', ?)", [entry.when])
  await connection.query(
    "insert into studios (id, name) values ('old', 'Old'); insert into shoots (id, studio_id, name, date, place, " +
      "notes) values ('old', 'old', 'Old', '2026-11-24', '', '')",
  )
  await connection.query(
    "insert into setups (id, studio_id, shoot_id, name, document) values ('old', 'old', 'old', 'Old', ?)",
    [readFileSync('tests/files/setup-1.json', 'utf8')],
  )
  for (let k = 0; k < 50; k++) {
    await connection.query(
      'insert into takes (id, studio_id, setup_id, device_key, number, delay, verdict, keeper, note, fired_at) ' +
        "values (?, 'old', 'old', ?, ?, ?, 'on', true, '', '2026-11-24')",
      [`old-${String(k).padStart(3, '0')}`, `key-${k}-old`, k + 1, k / 1000],
    )
  }
}

async function damagedState() {
  rmSync(HOME, { recursive: true, force: true })
  let begun = begin(HOME)
  let { call } = await signedIn(begun)
  assert.equal((await call('POST', '/api/shoots', shoot('kept'))).status, 201)
  await endAll(HOME, begun)
  const damages = [
    ['mariadb/secret.json', ''],
    ['mariadb/secret.json', null],
    ['mariadb/secret.json', '{"password":"' + 'ab'.repeat(24) + '","done":true}'],
    ['session-secret', ''],
    ['session-secret', 'short'],
    ['running.json', '{'],
    ['running.json', '{"pid":1,"serverPid":1,"address":"x","databaseUrl":"mysql://x"}'],
    ['mariadb/run/mariadbd.pid', '1'],
  ]
  const done = TIMES > 1 ? damages : damages.filter((_, i) => i % 3 === 0)
  for (const [file, text] of /** @type {[string, string | null][]} */ (done)) {
    if (text === null) rmSync(`${HOME}/${file}`)
    else writeFileSync(`${HOME}/${file}`, text)
    begun = begin(HOME)
    ;({ call } = await signedIn(begun))
    const names = (await call('GET', '/api/shoots')).body.map((/** @type {any} */ s) => s.name)
    assert.deepEqual(names, ['kept'], `${file} ${text}`)
    await endAll(HOME, begun)
  }
  assert.match(readFileSync(`${HOME}/session-secret`, 'utf8'), /^[0-9a-f]{64}$/)
  assert.equal(statSync(`${HOME}/mariadb/secret.json`).mode & 0o077, 0)
  table.push(['state files empty, missing, foreign', done.length, 'started each time, nothing lost'])
}

async function twoStarts() {
  rmSync(HOME, { recursive: true, force: true })
  let rounds = 0
  for (; rounds < Math.min(TIMES, 10); rounds++) {
    const both = [begin(HOME), begin(HOME)]
    const addresses = await Promise.all(both.map(answering))
    assert.equal(addresses[0]?.address, addresses[1]?.address)
    assert.equal(databasesOf(HOME).length, 1)
    const quiet = both.filter(one => /already running/.test(one.text()))
    assert.equal(quiet.length, 1)
    assert.equal(await quiet[0]?.ended, 0)
    // A start without state beside the one that runs touches nothing.
    const [before] = databasesOf(HOME)
    rmSync(`${HOME}/running.json`, { force: true })
    const third = begin(HOME)
    await until(() => /already running/.test(third.text()), 'the third to see the first')
    assert.equal(await third.ended, 0)
    assert.deepEqual(databasesOf(HOME), [before])
    await until(() => existsSync(`${HOME}/running.json`), 'the state to be written again')
    const link = spawnSync(process.execPath, ['bin/epiro.mjs', 'link', '--role', 'viewer', '--name', 'Guest'], {
      encoding: 'utf8',
      env: { ...process.env, EPIRO_DATA: HOME, DATABASE_URL: '' },
    })
    assert.match(link.stdout, /^http:\/\/127\.0\.0\.1:\d+\/sign-in#[\w-]{40,}\n$/)
    for (const one of both) await endAll(HOME, one)
  }
  table.push(['two starts at once, a third without state', rounds, 'one database, one server; the others say where'])
}

/**
 * Stops a process, and waits until the last of its threads stands: one that still runs would answer.
 * @param {number} pid
 */
async function freeze(pid) {
  process.kill(pid, 'SIGSTOP')
  const threads = `/proc/${pid}/task`
  const stands = (/** @type {string} */ thread) => /\) T /.test(readFileSync(`${threads}/${thread}/stat`, 'utf8'))
  await until(() => readdirSync(threads).every(stands), 'the database to stand still')
}

async function frozenDatabase() {
  const begun = begin(HOME)
  const { call } = await signedIn(begun)
  const [database, another] = databasesOf(HOME)
  assert.equal(another, undefined)
  let slowest = 0
  await freeze(/** @type {number} */ (database))
  try {
    for (let round = 0; round < 3; round++) {
      const answers = await Promise.all(
        [
          '/api/health',
          '/api/shoots',
          '/api/takes',
          '/api/kit',
          '/api/session',
          ...Array.from({ length: 25 }, () => '/api/takes'),
        ].map(path => call('GET', path)),
      )
      for (const { status, took } of answers) {
        assert.equal(status, 503, `round ${round} after ${took} ms`)
        slowest = Math.max(slowest, took)
      }
    }
  } finally {
    process.kill(/** @type {number} */ (database), 'SIGCONT')
  }
  assert.ok(slowest < 3000, `${slowest} ms`)
  await until(async () => (await call('GET', '/api/shoots')).status === 200, 'it to come back')
  table.push(['database frozen, 90 requests', 3, `all 503, slowest ${slowest} ms; answers again by itself`])
  await endAll(HOME, begun)
}

async function databaseGone() {
  const begun = begin(HOME)
  const { call } = await signedIn(begun)
  for (let i = 0; i < 3; i++) {
    process.kill(/** @type {number} */ (databasesOf(HOME)[0]), 'SIGKILL')
    await until(
      async () => (await call('POST', '/api/shoots', shoot(`after ${i}`))).status === 201,
      'the database to be back',
      90_000,
    )
  }
  const before = stateOf(HOME).serverPid
  process.kill(before, 'SIGKILL')
  await until(
    async () => (await call('GET', '/api/shoots')).status === 200 && stateOf(HOME).serverPid !== before,
    'the server to be back',
  )
  await endAll(HOME, begun)
  table.push(['database and server killed', 4, 'started again each time'])
}

/** On a small disk of its own, where this user may make one. */
async function fullDisk() {
  const disk = `${HOME}-disk`
  mkdirSync(disk, { recursive: true })
  if (spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=260m,mode=755', 'tmpfs', disk]).status !== 0) {
    table.push(['disk full', 0, 'not done: this user may make no disk'])
    return
  }
  const home = `${disk}/home`
  /** @type {import('./helpers.mjs').Begun | undefined} */
  let begun
  try {
    writeFileSync(`${disk}/filler`, Buffer.alloc(255 * 1024 * 1024))
    const refused = begin(home)
    assert.notEqual(await refused.ended, 0)
    assert.match(refused.text(), /disk is full/)
    assert.doesNotMatch(refused.text(), /\n\s+at /)
    rmSync(`${disk}/filler`)
    begun = begin(home)
    const { call } = await signedIn(begun)
    assert.equal((await call('POST', '/api/shoots', shoot('before'))).status, 201)
    fill(disk)
    let told = 0
    for (let i = 0; i < 3000 && told === 0; i++) {
      const { status } = await call('POST', '/api/shoots', { ...shoot(`s${i}`), notes: 'x'.repeat(4000) })
      if (status !== 201) told = status
    }
    assert.ok([507, 503].includes(told), `a full disk is told with ${told}`)
    // The database dies while there is no room, and comes back when there is.
    for (const pid of databasesOf(home)) process.kill(pid, 'SIGKILL')
    await pause(4000)
    rmSync(`${disk}/filler`, { force: true })
    await until(
      async () => (await call('POST', '/api/shoots', shoot('after'))).status === 201,
      'it to come back by itself',
      240_000,
    )
    const names = (await call('GET', '/api/shoots')).body.map((/** @type {any} */ s) => s.name)
    assert.ok(names.includes('before') && names.includes('after'))
    await endAll(home, begun)
    spawnSync('mount', ['-o', 'remount,ro', disk])
    const readOnly = begin(home)
    assert.notEqual(await readOnly.ended, 0)
    assert.match(readOnly.text(), /can only be read/)
    assert.doesNotMatch(readOnly.text(), /\n\s+at /)
    spawnSync('mount', ['-o', 'remount,rw', disk])
    table.push([
      'disk full, then room; folder read-only',
      1,
      `told in a sentence (${told}); back by itself, nothing lost`,
    ])
  } finally {
    spawnSync('mount', ['-o', 'remount,rw', disk])
    if (begun) await endAll(home, begun)
    await pause(500)
    spawnSync('umount', ['-l', disk])
  }
}

/** Fills a disk to its last block. @param {string} disk */
function fill(disk) {
  spawnSync('sh', ['-c', `head -c 1G /dev/zero >> ${disk}/filler`], { stdio: 'ignore' })
}

const killedRestore = async () => {
  table.push(await restoreKilled(`${HOME}-restore`, TIMES, instants(23)))
}

const FAULTS = {
  firstStartKilled,
  migrationKilled,
  killedRestore,
  damagedState,
  twoStarts,
  frozenDatabase,
  databaseGone,
  fullDisk,
}
try {
  for (const [name, fault] of Object.entries(FAULTS)) {
    if (asked.length > 0 && !asked.includes(name)) continue
    const began = Date.now()
    await fault()
    console.log(`${name}: ${((Date.now() - began) / 1000).toFixed(0)} s`)
  }
  for (const [fault, times, result] of table) console.log(`${fault.padEnd(44)} ${String(times).padStart(4)}  ${result}`)
} finally {
  for (const home of [HOME, `${HOME}-migration`]) await endAll(home)
}
