// @ts-check
import { spawn, spawnSync } from 'node:child_process'
import { randomBytes } from 'node:crypto'
import http from 'node:http'
import https from 'node:https'
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { dirname, resolve } from 'node:path'
import { pause } from './processes.mjs'
import { Stop } from './system.mjs'

export const SERVER = resolve('.output/server/index.mjs')

/** A secret made once and kept. @param {string} file */
export function secretIn(file) {
  if (!existsSync(file)) {
    mkdirSync(dirname(file), { recursive: true })
    writeFileSync(file, randomBytes(32).toString('hex'), { mode: 0o600 })
  }
  return readFileSync(file, 'utf8')
}

/**
 * Migrates the database, loads demo data once where asked, and makes a sign-in token.
 * @param {string} databaseUrl @param {{ demo: boolean }} options @returns {{ token: string, demoLoaded: boolean }}
 */
export function prepareDatabase(databaseUrl, { demo }) {
  const done = spawnSync(process.execPath, ['--import', 'tsx', 'scripts/prepare-database.ts', ...(demo ? ['--demo'] : [])], {
    encoding: 'utf8', stdio: ['ignore', 'pipe', 'inherit'], env: { ...process.env, DATABASE_URL: databaseUrl },
  })
  if (done.status !== 0) throw new Stop('The database could not be prepared')
  return JSON.parse(done.stdout)
}

/** @param {{ databaseUrl: string, secret: string, host: string, port: number, tls?: { cert: string, key: string } | null, more?: Record<string, string> }} options */
export function startServer({ databaseUrl, secret, host, port, tls = null, more = {} }) {
  return spawn(process.execPath, [SERVER], {
    detached: true,
    stdio: ['ignore', 'inherit', 'inherit'],
    env: { ...process.env, NODE_ENV: 'production', DATABASE_URL: databaseUrl, SESSION_SECRET: secret, HOST: host, PORT: String(port), NITRO_HOST: host, NITRO_PORT: String(port), ...(tls ? { NITRO_SSL_CERT: tls.cert, NITRO_SSL_KEY: tls.key } : {}), ...more },
  })
}

/** Whether an address answers well; its own certificate is the only one trusted. @param {string} url @param {string} [ca] @returns {Promise<boolean>} */
const answers = (url, ca) => new Promise((resolve) => {
  const get = url.startsWith('https:') ? https.get : http.get
  const request = get(url, { ...(ca ? { ca, checkServerIdentity: () => undefined } : {}), timeout: 2000 }, (response) => {
    response.resume()
    resolve(response.statusCode === 200)
  })
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
