// @ts-check
import { spawn, spawnSync } from 'node:child_process'
import { randomBytes } from 'node:crypto'
import http from 'node:http'
import https from 'node:https'
import { existsSync } from 'node:fs'
import { resolve } from 'node:path'
import { readChecked, writeWhole } from './files.mjs'
import { pause } from './processes.mjs'
import { bundled, programArgs } from './programs.mjs'
import { Stop, say } from './system.mjs'

export const SERVER = resolve('.output/server/index.mjs')

/**
 * A secret made once and kept; one that is missing or no secret is made anew, which signs every device out.
 * @param {string} file
 */
export function secretIn(file) {
  const known = readChecked(file, text => (/^[0-9a-f]{64}$/.test(text) ? text : null))
  if (known) return known
  if (existsSync(file)) say(`${file} held no secret and was made anew; every device must sign in again.`)
  const made = randomBytes(32).toString('hex')
  writeWhole(file, made)
  return made
}

/** Where processes for heavy jobs find what they run. @returns {Record<string, string>} */
const forJobs = () => ({ EPIRO_WORKER: bundled('worker') ?? '' })

/**
 * Migrates the database, after a backup where there is something to lose, loads demo data once and makes a sign-in
 * token where asked.
 * @param {string} databaseUrl
 * @param {{ demo?: boolean, season?: boolean, link?: boolean, backups?: string }} options
 * @returns {{ token: string | null, demoLoaded: boolean, backup: string | null }}
 */
export function prepareDatabase(databaseUrl, { demo = false, season = false, link = false, backups }) {
  const loaded = [...(demo ? ['--demo'] : []), ...(season ? ['--season'] : [])]
  const args = [...loaded, ...(link ? ['--link'] : []), ...(backups ? ['--backups', backups] : [])]
  const done = spawnSync(process.execPath, [...programArgs('prepare'), ...args], {
    encoding: 'utf8',
    stdio: ['ignore', 'pipe', 'inherit'],
    env: { ...process.env, ...forJobs(), DATABASE_URL: databaseUrl },
  })
  if (done.status !== 0) throw new Stop('The database could not be prepared.')
  return JSON.parse(done.stdout)
}

/**
 * @param {{ databaseUrl: string, secret: string, host: string, port: number, tls?: { cert: string, key: string } |
 * null, more?: Record<string, string> }} options
 */
export function startServer({ databaseUrl, secret, host, port, tls = null, more = {} }) {
  return spawn(process.execPath, [SERVER], {
    detached: true,
    stdio: ['ignore', 'inherit', 'inherit'],
    env: {
      ...process.env,
      ...forJobs(),
      NODE_ENV: 'production',
      DATABASE_URL: databaseUrl,
      SESSION_SECRET: secret,
      HOST: host,
      PORT: String(port),
      NITRO_HOST: host,
      NITRO_PORT: String(port),
      ...(tls ? { NITRO_SSL_CERT: tls.cert, NITRO_SSL_KEY: tls.key } : {}),
      ...more,
    },
  })
}

/**
 * Whether an address answers well; its own certificate is the only one trusted.
 * @param {string} url
 * @param {string} [ca]
 * @returns {Promise<boolean>}
 */
const answers = (url, ca) =>
  new Promise(resolve => {
    const get = url.startsWith('https:') ? https.get : http.get
    const request = get(
      url,
      { ...(ca ? { ca, checkServerIdentity: () => undefined } : {}), timeout: 2000 },
      response => {
        response.resume()
        resolve(response.statusCode === 200)
      },
    )
    request.on('error', () => resolve(false)).on('timeout', () => request.destroy())
  })

/** Waits until the server and its database answer. @param {string} address @param {string} [ca] */
export async function untilReady(address, ca) {
  for (let tries = 0; tries < 200; tries++) {
    if (await answers(`${address}/api/health`, ca)) return
    await pause(100)
  }
  throw new Stop('The server does not answer')
}
