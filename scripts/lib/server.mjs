// @ts-check
import { spawn, spawnSync } from 'node:child_process'
import { randomBytes } from 'node:crypto'
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

/** @param {{ databaseUrl: string, secret: string, host: string, port: number }} options */
export function startServer({ databaseUrl, secret, host, port }) {
  return spawn(process.execPath, [SERVER], {
    detached: true,
    stdio: ['ignore', 'inherit', 'inherit'],
    env: { ...process.env, NODE_ENV: 'production', DATABASE_URL: databaseUrl, SESSION_SECRET: secret, HOST: host, PORT: String(port), NITRO_HOST: host, NITRO_PORT: String(port) },
  })
}

/** Waits until the server and its database answer. @param {string} address */
export async function untilReady(address) {
  for (let tries = 0; tries < 200; tries++) {
    try {
      if ((await fetch(`${address}/api/health`)).ok) return
    }
    catch { /* not yet */ }
    await pause(100)
  }
  throw new Stop('The server does not answer')
}
