// @ts-check
import assert from 'node:assert/strict'
import { spawn } from 'node:child_process'
import { rmSync } from 'node:fs'
import { createConnection } from 'mysql2/promise'
import { localDatabase } from '../../scripts/lib/database.mjs'
import { pause } from '../../scripts/lib/processes.mjs'
import { programArgs } from '../../scripts/lib/programs.mjs'
import { endAll } from './helpers.mjs'

/** Takes of the backup: as many as take a second or two to put back. */
const TAKES = 12_000
const EMPTY = 'drop database epiro; create database epiro character set utf8mb4 collate utf8mb4_unicode_ci; use epiro'

/** @param {string} url @param {string[]} args */
function program(url, args) {
  const child = spawn(process.execPath, args, {
    env: { ...process.env, DATABASE_URL: url },
    stdio: ['ignore', 'pipe', 'pipe'],
  })
  let text = ''
  for (const stream of [child.stdout, child.stderr]) stream.on('data', chunk => (text += chunk))
  return { child, ended: new Promise(done => child.once('close', code => done(code))), text: () => text }
}

/**
 * Restoring, killed at some instant, then again: all or nothing of the backup is there, and the next one puts back the
 * same to the byte.
 * @param {string} home @param {number} times @param {() => number} random from 0 to 1
 * @returns {Promise<[fault: string, times: number, result: string]>}
 */
export async function restoreKilled(home, times, random) {
  rmSync(home, { recursive: true, force: true })
  const database = localDatabase(home)
  const url = await database.start()
  const restore = (/** @type {string[]} */ more = []) =>
    program(url, ['--import', 'tsx', 'scripts/backup.ts', 'restore', `${home}/kept.epiro`, ...more])
  try {
    const connection = await createConnection({ uri: url, multipleStatements: true })
    /** @returns {Promise<any[]>} */
    const rows = async (/** @type {string} */ sql) => /** @type {any} */ ((await connection.query(sql))[0])
    const sums = async () =>
      (await rows('checksum table studios, members, shoots, setups, takes, kit_items, pictures')).map(r => r.Checksum)
    const prepared = program(url, [...programArgs('prepare'), '--demo', '--backups', `${home}/backups`])
    assert.equal(await prepared.ended, 0, prepared.text())
    await connection.query(
      'insert into takes (id, studio_id, setup_id, device_key, number, delay, verdict, keeper, note, fired_at) ' +
        "select concat('full-', seq), s.studio_id, s.id, concat('full-key-', seq), 1000 + seq, seq / 1e6, 'on', 0, " +
        `repeat('x', 200), '2026-11-24' from seq_1_to_${TAKES} join (select id, studio_id from setups limit 1) s`,
    )
    const wanted = await sums()
    const written = program(url, ['--import', 'tsx', 'scripts/backup.ts', 'backup', `${home}/kept.epiro`])
    assert.equal(await written.ended, 0, written.text())
    await connection.query(EMPTY)
    const began = Date.now()
    const undisturbed = restore()
    assert.equal(await undisturbed.ended, 0, undisturbed.text())
    const takes = Date.now() - began
    assert.deepEqual(await sums(), wanted)
    let nothing = 0
    for (let i = 0; i < times; i++) {
      await connection.query(EMPTY)
      const killed = restore()
      // Before it opens the database there is nothing to find.
      await pause(takes * (0.3 + 0.7 * random()))
      killed.child.kill('SIGKILL')
      await killed.ended
      const [there] = await rows("show tables like 'takes'")
      // What it had sent is taken back by the database as soon as it sees the connection gone.
      const [found] = there ? await rows("select count(*) as n from takes where id like 'full-%'") : [{ n: 0 }]
      assert.ok(found.n === 0 || found.n === TAKES, `${found.n} of ${TAKES} takes`)
      if (found.n === 0) nothing++
      const again = restore(['--replace'])
      assert.equal(await again.ended, 0, again.text())
      assert.deepEqual(await sums(), wanted)
    }
    await connection.end()
    return [
      `kill while ${TAKES} takes are put back`,
      times,
      `nothing of it there ${nothing} times, all ${times - nothing} times; put back whole by the next one`,
    ]
  } finally {
    await database.stop()
    await endAll(home)
  }
}
