// @ts-check
// The start command as a user meets it: start, sign in, save, kill -9 each part, start again, nothing lost; Ctrl-C
// leaves nothing running.
import assert from 'node:assert/strict'
import { spawn } from 'node:child_process'
import { readFileSync, rmSync } from 'node:fs'
import { resolve } from 'node:path'
import { end, pause, runs } from '../../scripts/lib/processes.mjs'
import { SERVER } from '../../scripts/lib/server.mjs'

const HOME = resolve('.data/test/start')
const PID_FILE = `${HOME}/mariadb/run/mariadbd.pid`
rmSync(HOME, { recursive: true, force: true })

/**
 * @returns {Promise<{ child: import('node:child_process').ChildProcess, address: string, token: string, took: number
 * }>}
 */
function start() {
  const began = Date.now()
  const env = { ...process.env }
  delete env.DATABASE_URL
  delete env.PORT
  const child = spawn(process.execPath, ['scripts/start.mjs', '--link'], {
    env: { ...env, EPIRO_DATA: HOME },
    stdio: ['ignore', 'pipe', 'inherit'],
  })
  let text = ''
  return new Promise((done, failed) => {
    const timer = setTimeout(() => failed(new Error(`No address printed:\n${text}`)), 240_000)
    child.stdout.on('data', chunk => {
      text += chunk
      const match = /(http:\/\/127\.0\.0\.1:\d+)\/sign-in#([\w-]+)/.exec(text)
      if (match) {
        clearTimeout(timer)
        done({ child, address: match[1] ?? '', token: match[2] ?? '', took: Date.now() - began })
      }
    })
    child.once('exit', code => failed(new Error(`Ended with ${code}:\n${text}`)))
  })
}
const pidOfDatabase = () => Number(readFileSync(PID_FILE, 'utf8'))
const pidOfServer = () => JSON.parse(readFileSync(`${HOME}/running.json`, 'utf8')).serverPid
/** @param {() => boolean} condition @param {string} what */
async function until(condition, what) {
  for (let waited = 0; waited < 60_000; waited += 100) {
    if (condition()) return
    await pause(100)
  }
  assert.fail(`Waited in vain: ${what}`)
}

/**
 * @param {string} address
 * @param {string} cookie
 * @param {string} method
 * @param {string} path
 * @param {unknown} [body]
 */
async function call(address, cookie, method, path, body) {
  for (let tries = 0; ; tries++) {
    const response = await fetch(address + path, {
      method,
      headers: { cookie, 'content-type': 'application/json' },
      ...(body ? { body: JSON.stringify(body) } : {}),
    }).catch(() => null)
    if (response && response.status < 500) return response
    assert.ok(tries < 100, `${method} ${path} never answered`)
    await pause(200)
  }
}

/** @type {Awaited<ReturnType<typeof start>> | undefined} */
let begun
try {
  begun = await start()
  let run = begun
  const signedIn = await call(run.address, '', 'POST', '/api/session', { token: run.token })
  assert.equal(signedIn.status, 200)
  const cookie = (signedIn.headers.get('set-cookie') ?? '').split(';')[0] ?? ''
  assert.equal(
    (await call(run.address, '', 'POST', '/api/session', { token: run.token })).status,
    403,
    'a link works once',
  )
  const save = async (/** @type {string} */ name) => {
    const response = await call(run.address, cookie, 'POST', '/api/shoots', {
      name,
      date: '2026-11-24',
      place: '',
      notes: '',
    })
    assert.equal(response.status, 201)
  }
  const names = async () =>
    /** @type {{ name: string }[]} */ (await (await call(run.address, cookie, 'GET', '/api/shoots')).json())
      .map(s => s.name)
      .sort()

  await save('before')
  const database = pidOfDatabase()
  assert.ok(runs(database, `--tmpdir=${HOME}/mariadb/tmp`), 'no other database clears its temporary tables')
  process.kill(database, 'SIGKILL')
  await until(() => {
    try {
      return pidOfDatabase() !== database && runs(pidOfDatabase(), HOME)
    } catch {
      return false
    }
  }, 'the database to be started again')
  await save('after the database was killed')
  const server = pidOfServer()
  process.kill(server, 'SIGKILL')
  await until(() => pidOfServer() !== server, 'the server to be started again')
  await save('after the server was killed')

  // The start command itself killed: both parts are left behind, and the next start takes over.
  run.child.removeAllListeners('exit')
  run.child.kill('SIGKILL')
  await pause(300)
  assert.ok(runs(pidOfDatabase(), HOME), 'the database outlives its starter')
  run = begun = await start()
  assert.ok(run.took < 30_000, `a second start takes seconds, not ${run.took} ms`)
  assert.deepEqual(await names(), ['after the database was killed', 'after the server was killed', 'before'])

  const [db, web] = [pidOfDatabase(), pidOfServer()]
  run.child.removeAllListeners('exit')
  const ended = new Promise(done => run.child.once('exit', done))
  run.child.kill('SIGINT')
  assert.equal(await ended, 0)
  assert.ok(!runs(db, HOME) && !runs(web, SERVER), 'Ctrl-C leaves nothing running')
  console.log(
    `start, kill -9 of database, server and starter, restart in ${(run.took / 1000).toFixed(1)} s, stop: nothing lost`,
  )
} finally {
  begun?.child.kill('SIGTERM')
  await pause(500)
  try {
    await end(pidOfServer(), SERVER, 3000)
  } catch {
    /* it is gone */
  }
  try {
    await end(pidOfDatabase(), HOME, 5000)
  } catch {
    /* it is gone */
  }
}
