// @ts-check
// Starts Epiro: installs what is missing, then database, migrations, demo data and server. See the README.
import { mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { dirname, join, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'
import { parseArgs } from 'node:util'
import { needBuild, needModules } from './lib/build.mjs'
import { fingerprint, givenCertificate, ownAddresses, ownCertificate } from './lib/certificate.mjs'
import { localDatabase } from './lib/database.mjs'
import { choosePort, end, pause, portFree, runs } from './lib/processes.mjs'
import { startRedirect } from './lib/redirect.mjs'
import { SERVER, prepareDatabase, secretIn, startServer, untilReady } from './lib/server.mjs'
import { Stop, needNode, needPackages, say } from './lib/system.mjs'

const HELP = `npm start                          on this machine alone, over http
npm start -- --listen              on every network of this machine, over https; a bare http port sends on to it
npm start -- --listen ADDRESS      on one address
  --cert FILE --key FILE           a certificate and its key, as PEM; else one is made at the first start
  --port N --http-port N           other ports than 3443 and 3080 (3000 without --listen)`

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

/** Where to listen: beyond loopback only where it is asked for. */
function wishes() {
  let values, positionals
  try {
    ({ values, positionals } = parseArgs({
      allowPositionals: true,
      options: { 'listen': { type: 'boolean' }, 'cert': { type: 'string' }, 'key': { type: 'string' }, 'port': { type: 'string' }, 'http-port': { type: 'string' }, 'help': { type: 'boolean' } },
    }))
  }
  catch (error) { throw new Stop(`${/** @type {Error} */ (error).message}\n${HELP}`) }
  /** @param {string | undefined} text */
  const port = (text) => {
    if (text === undefined) return null
    if (!/^\d{1,5}$/.test(text) || Number(text) > 65535) throw new Stop(`${text} is no port`)
    return Number(text)
  }
  if (positionals.length > (values.listen ? 1 : 0)) throw new Stop(HELP)
  const host = values.listen ? positionals[0] ?? '0.0.0.0' : process.env.HOST ?? '127.0.0.1'
  const secure = !/^(localhost|127\.|::1$)/.test(host)
  if (Boolean(values.cert) !== Boolean(values.key)) throw new Stop('A certificate needs its key: --cert FILE --key FILE')
  return { help: values.help, host, secure, cert: values.cert, key: values.key, port: port(values.port ?? process.env.PORT), httpPort: port(values['http-port'] ?? process.env.HTTP_PORT) }
}

/** A port that was asked for must be free; else the usual one or any. @param {number | null} asked @param {number} usual @param {string} host */
async function portOf(asked, usual, host) {
  if (asked !== null && !await portFree(asked, host)) throw new Stop(`Port ${asked} is taken`)
  return asked ?? choosePort(usual, host)
}

async function main() {
  const wished = wishes()
  if (wished.help) { say(HELP); return }
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
  /** @type {import('node:http').Server | undefined} */
  let redirect
  const stop = async (/** @type {number} */ code) => {
    if (stopping) return
    stopping = true
    redirect?.close()
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
    const { host, secure } = wished
    const everywhere = host === '0.0.0.0' || host === '::'
    const tls = !secure ? null : wished.cert && wished.key ? givenCertificate(wished.cert, wished.key) : await ownCertificate(HOME, everywhere ? ownAddresses() : [host])
    const port = await portOf(wished.port, secure ? 3443 : 3000, host)
    const shown = everywhere ? ownAddresses()[0] ?? '127.0.0.1' : host
    const address = `${secure ? 'https' : 'http'}://${shown.includes(':') ? `[${shown}]` : shown}:${port}`
    const secret = process.env.SESSION_SECRET ?? secretIn(join(HOME, 'session-secret'))

    const launch = () => {
      server = startServer({ databaseUrl, secret, host, port, tls })
      writeFileSync(STATE, JSON.stringify({ pid: process.pid, serverPid: server.pid, address, databaseUrl }), { mode: 0o600 })
      server.on('exit', (code, signal) => {
        if (stopping) return
        say(`The server ended (${signal ?? code}); starting it again.`)
        setTimeout(() => { if (!stopping) launch() }, 500)
      })
    }
    launch()
    await untilReady(everywhere ? address.replace(shown, '127.0.0.1') : address, tls?.cert)
    greet(address, token)
    if (tls) {
      const httpPort = await portOf(wished.httpPort, 3080, host)
      redirect = await startRedirect({ host, port: httpPort, httpsPort: port })
      say(`  http on port ${httpPort} sends on to https.`)
      say(`  The certificate's fingerprint, to compare on the phone:\n  ${fingerprint(tls.cert)}\n`)
    }

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
