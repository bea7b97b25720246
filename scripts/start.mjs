// @ts-check
// Starts Epiro: installs what is missing, then database, migrations, demo data and server. See the README.
import { mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { dirname, join, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'
import { needBuild, needModules } from './lib/build.mjs'
import { localDatabase } from './lib/database.mjs'
import { choosePort, end, pause, portFree, runs } from './lib/processes.mjs'
import { SERVER, prepareDatabase, secretIn, startServer, untilReady } from './lib/server.mjs'
import { Stop, needNode, needPackages, say } from './lib/system.mjs'

process.chdir(resolve(dirname(fileURLToPath(import.meta.url)), '..'))
const HOME = resolve(process.env.EPIRO_DATA ?? '.data/app')
const STATE = join(HOME, 'running.json')

/** @typedef {{ pid: number, serverPid?: number, address: string, databaseUrl: string }} State */
/** @returns {State | null} */
const readState = () => { try { return JSON.parse(readFileSync(STATE, 'utf8')) } catch { return null } }

/** @param {string} address @param {string} token */
function greet(address, token) {
  say(`\n  Epiro runs at     ${address}`)
  say(`  Sign in (once):   ${address}/sign-in#${token}\n`)
}

async function main() {
  needNode(20, 19)
  if (!process.env.DATABASE_URL) needPackages({ 'mariadbd': 'mariadb-server', 'mariadb-install-db': 'mariadb-server' })
  needModules()
  mkdirSync(HOME, { recursive: true })

  const before = readState()
  if (before && runs(before.pid, 'start.mjs') && before.pid !== process.pid) {
    say('Epiro is already running.')
    greet(before.address, prepareDatabase(before.databaseUrl, { demo: false }).token)
    return
  }
  // What a killed start left behind.
  if (before?.serverPid) await end(before.serverPid, SERVER, 5000)
  needBuild()

  const database = process.env.DATABASE_URL ? null : localDatabase(join(HOME, 'mariadb'))
  let stopping = false
  /** @type {import('node:child_process').ChildProcess | undefined} */
  let server
  const stop = async (/** @type {number} */ code) => {
    if (stopping) return
    stopping = true
    if (server?.pid) await end(server.pid, SERVER, 10_000)
    await database?.stop()
    rmSync(STATE, { force: true })
    process.exit(code)
  }
  for (const signal of /** @type {const} */ (['SIGINT', 'SIGTERM', 'SIGHUP'])) process.on(signal, () => { say('\nStopping …'); void stop(0) })

  try {
    const databaseUrl = database ? await database.start() : String(process.env.DATABASE_URL)
    const { token, demoLoaded } = prepareDatabase(databaseUrl, { demo: process.env.EPIRO_DEMO !== '0' })
    if (demoLoaded) say('Demo data loaded.')
    const host = process.env.HOST ?? '127.0.0.1'
    if (process.env.PORT && !await portFree(Number(process.env.PORT), host)) throw new Stop(`Port ${process.env.PORT} is taken`)
    const port = process.env.PORT ? Number(process.env.PORT) : await choosePort(3000, host)
    const address = `http://${host.includes(':') ? `[${host}]` : host}:${port}`
    const secret = process.env.SESSION_SECRET ?? secretIn(join(HOME, 'session-secret'))

    const launch = () => {
      server = startServer({ databaseUrl, secret, host, port })
      writeFileSync(STATE, JSON.stringify({ pid: process.pid, serverPid: server.pid, address, databaseUrl }), { mode: 0o600 })
      server.on('exit', (code, signal) => {
        if (stopping) return
        say(`The server ended (${signal ?? code}); starting it again.`)
        setTimeout(() => { if (!stopping) launch() }, 500)
      })
    }
    launch()
    await untilReady(address)
    greet(address, token)

    while (!stopping) {
      await pause(1000)
      if (database && !stopping && !database.alive()) {
        say('The database ended; starting it again.')
        await database.start()
      }
    }
  }
  catch (error) {
    if (!stopping) {
      say(error instanceof Stop ? error.message : String(/** @type {Error} */ (error).stack))
      await stop(1)
    }
  }
}

main().catch((error) => {
  console.error(error instanceof Stop ? error.message : error)
  process.exit(1)
})
