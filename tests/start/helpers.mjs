// @ts-check
import assert from 'node:assert/strict'
import { spawn } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { end, pause, processesWith, runs } from '../../scripts/lib/processes.mjs'
import { SERVER } from '../../scripts/lib/server.mjs'

/**
 * @typedef {{ child: import('node:child_process').ChildProcess, text: () => string, ended: Promise<number | null> }}
 * Begun
 */

/**
 * Begins the start command on a data folder, its own database, and any free port.
 * @param {string} home
 * @param {string[]} [args]
 * @param {Record<string, string>} [more] variables beside this test's
 * @returns {Begun}
 */
export function begin(home, args = ['--link'], more = {}) {
  /** @type {NodeJS.ProcessEnv} */
  const env = { ...process.env }
  for (const name of ['DATABASE_URL', 'PORT', 'HOST']) delete env[name]
  Object.assign(env, { EPIRO_DATA: home }, more)
  const child = spawn(process.execPath, ['scripts/start.mjs', ...args], { env, stdio: ['ignore', 'pipe', 'pipe'] })
  let text = ''
  child.stdout.on('data', chunk => {
    text += chunk
  })
  child.stderr.on('data', chunk => {
    text += chunk
  })
  return { child, text: () => text, ended: new Promise(done => child.once('exit', code => done(code))) }
}

/**
 * Waits until something holds.
 * @param {() => boolean | Promise<boolean>} condition
 * @param {string} what
 * @param {number} [patience] ms
 */
export async function until(condition, what, patience = 60_000) {
  for (const over = Date.now() + patience; Date.now() < over;) {
    if (await condition()) return
    await pause(100)
  }
  assert.fail(`Waited in vain: ${what}`)
}

/** Waits until it answers. @param {Begun} begun @returns {Promise<{ address: string, token: string }>} */
export async function answering(begun) {
  const link = () => /(https?:\/\/[\d.:]+)\/sign-in#([\w-]+)/.exec(begun.text())
  await until(() => link() !== null || begun.child.exitCode !== null, `an address:\n${begun.text()}`, 240_000)
  const found = link()
  assert.ok(found, `It ended with ${begun.child.exitCode}:\n${begun.text()}`)
  return { address: found[1] ?? '', token: found[2] ?? '' }
}

/** Ends everything that belongs to a data folder. @param {string} home @param {Begun} [begun] */
export async function endAll(home, begun) {
  begun?.child.kill('SIGTERM')
  for (
    let waited = 0;
    begun && begun.child.exitCode === null && begun.child.signalCode === null && waited < 20_000;
    waited += 100
  )
    await pause(100)
  for (const pid of processesWith('scripts/start.mjs', `EPIRO_DATA=${home}`)) await end(pid, 'start.mjs', 5000)
  for (const pid of processesWith(SERVER, `EPIRO_HOME=${home}`)) await end(pid, SERVER, 3000)
  for (const pid of databasesOf(home)) await end(pid, home, 15_000)
}

/** @param {string} home */
export const databasesOf = home => processesWith('mariadbd').filter(pid => runs(pid, `--datadir=${home}/mariadb/data`))

/** @param {string} home @returns {any} */
export const stateOf = home => JSON.parse(readFileSync(`${home}/running.json`, 'utf8'))

/** @typedef {{ status: number, body: any, bytes: Buffer, took: number }} Answer */

/** A browser's way with the API: its cookie kept. @param {string} address */
export function caller(address) {
  let cookie = ''
  return {
    /**
     * @param {string} method
     * @param {string} path
     * @param {unknown} [body] bytes are sent as they are, all else as JSON
     * @returns {Promise<Answer>}
     */
    async call(method, path, body) {
      const began = Date.now()
      const raw = Buffer.isBuffer(body)
      const response = await fetch(address + path, {
        method,
        headers: { cookie, 'content-type': raw ? 'application/octet-stream' : 'application/json' },
        ...(body === undefined ? {} : { body: raw ? new Uint8Array(body) : JSON.stringify(body) }),
        signal: AbortSignal.timeout(30_000),
      }).catch(() => null)
      const bytes = Buffer.from((await response?.arrayBuffer().catch(() => null)) ?? new ArrayBuffer(0))
      const set = response?.headers.get('set-cookie')?.split(';')[0]
      if (set) cookie = set
      let parsed = null
      try {
        parsed = JSON.parse(bytes.toString('utf8'))
      } catch {
        /* no JSON */
      }
      return { status: response?.status ?? 0, body: parsed, bytes, took: Date.now() - began }
    },
  }
}

/**
 * @typedef {{ address: string, call: (method: string, path: string, body?: unknown) => Promise<Answer> }} Lead
 * a browser that is signed in
 */

/** @param {Begun} begun @returns {Promise<Lead>} */
export async function signedIn(begun) {
  const { address, token } = await answering(begun)
  const one = caller(address)
  await until(async () => (await one.call('GET', '/api/health')).status === 200, 'health')
  assert.equal((await one.call('POST', '/api/session', { token })).status, 200)
  return { address, ...one }
}
