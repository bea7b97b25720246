// @ts-check
// Starts Epiro: installs what is missing, then database, migrations, demo data and server. See the README.
import { rmSync } from 'node:fs'
import { dirname, join, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'
import { parseArgs } from 'node:util'
import { needBuild, needModules } from './lib/build.mjs'
import { fingerprint, givenCertificate, ownAddresses, ownCertificate } from './lib/certificate.mjs'
import { localDatabase } from './lib/database.mjs'
import { needFolder, writeWhole } from './lib/files.mjs'
import { holderOf, takeFolder } from './lib/lock.mjs'
import { backAgain, patience } from './lib/patience.mjs'
import { choosePort, end, pause, portFree, processesWith, runs } from './lib/processes.mjs'
import { startRedirect } from './lib/redirect.mjs'
import { SERVER, prepareDatabase, secretIn, startServer, untilReady } from './lib/server.mjs'
import { Stop, needNode, needPackages, say } from './lib/system.mjs'
import { homeFolder, stateIn } from './lib/home.mjs'

const HELP = `npm start                          on this machine alone, over http
npm start -- --listen              on every network of this machine, over https; plain http is redirected
npm start -- --listen ADDRESS      on one address
  --cert FILE --key FILE           a certificate and its key, as PEM; else one is made at the first start
  --port N --http-port N           other ports than 3443 and 3080 (3000 without --listen)
  --link                           prints a sign-in link even when not run in a terminal`

process.chdir(resolve(dirname(fileURLToPath(import.meta.url)), '..'))
const HOME = homeFolder()
const STATE = join(HOME, 'running.json')

const readState = () => stateIn(HOME)

/** A link is a key: it goes to a terminal or to whoever asks, and into no log. @param {boolean} asked */
const wantsLink = asked => asked || process.stdout.isTTY === true

/** @param {string} address @param {string | null} token */
function greet(address, token) {
  say(`\n  Epiro runs at     ${address}`)
  say(
    token ? `  Sign in (once, within 15 min):   ${address}/sign-in#${token}\n` : '  To sign in:       npx epiro link\n',
  )
}

/** Where to listen: beyond loopback only where it is asked for. */
function wishes() {
  let values, positionals
  try {
    ;({ values, positionals } = parseArgs({
      allowPositionals: true,
      options: {
        'listen': { type: 'boolean' },
        'cert': { type: 'string' },
        'key': { type: 'string' },
        'port': { type: 'string' },
        'http-port': { type: 'string' },
        'link': { type: 'boolean' },
        'help': { type: 'boolean' },
      },
    }))
  } catch (error) {
    throw new Stop(`${/** @type {Error} */ (error).message}\n${HELP}`)
  }
  /** @param {string | undefined} text */
  const port = text => {
    if (text === undefined) return null
    if (!/^\d{1,5}$/.test(text) || Number(text) > 65535) throw new Stop(`${text} is no port`)
    return Number(text)
  }
  if (positionals.length > (values.listen ? 1 : 0)) throw new Stop(HELP)
  const host = values.listen ? (positionals[0] ?? '0.0.0.0') : (process.env.HOST ?? '127.0.0.1')
  const secure = !/^(localhost|127\.|::1$)/.test(host)
  if (Boolean(values.cert) !== Boolean(values.key))
    throw new Stop('A certificate needs its key: --cert FILE --key FILE')
  return {
    help: values.help,
    link: values.link === true,
    host,
    secure,
    cert: values.cert,
    key: values.key,
    port: port(values.port ?? process.env.PORT),
    httpPort: port(values['http-port'] ?? process.env.HTTP_PORT),
  }
}

/**
 * A port that was asked for must be free; else the usual one or any.
 * @param {number | null} asked
 * @param {number} usual
 * @param {string} host
 */
async function portOf(asked, usual, host) {
  if (asked !== null && !(await portFree(asked, host))) throw new Stop(`Port ${asked} is taken`)
  return asked ?? choosePort(usual, host)
}

/** Another start has the folder: says where it answers, once it does. @param {boolean} link */
async function greetRunning(link) {
  for (let holder = await holderOf(HOME); holder; holder = await holderOf(HOME)) {
    if (holder.address) {
      say('Epiro is already running.')
      const url = readState()?.databaseUrl
      greet(holder.address, wantsLink(link) && url ? prepareDatabase(url, { link: true }).token : null)
      return
    }
    await pause(300)
  }
  throw new Stop('Epiro stopped while starting. Start it again')
}

/** What a start that was killed left behind. */
async function endLeftOver() {
  const before = readState()
  const left = new Set([
    ...(before?.serverPid ? [before.serverPid] : []),
    ...processesWith(SERVER, `EPIRO_HOME=${HOME}`),
  ])
  for (const pid of left) if (runs(pid, SERVER)) await end(pid, SERVER, 5000)
}

async function main() {
  const wished = wishes()
  if (wished.help) {
    say(HELP)
    return
  }
  needNode(20, 19)
  needFolder(HOME)
  const lock = await takeFolder(HOME)
  if (!lock) {
    await greetRunning(wished.link)
    return
  }
  if (!process.env.DATABASE_URL) needPackages({ 'mariadbd': 'mariadb-server', 'mariadb-install-db': 'mariadb-server' })
  needModules()
  await endLeftOver()
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
  for (const signal of /** @type {const} */ (['SIGINT', 'SIGTERM', 'SIGHUP']))
    process.on(signal, () => {
      say('\nStopping …')
      void stop(0)
    })

  try {
    const databaseUrl = database ? await database.start() : String(process.env.DATABASE_URL)
    const { token, demoLoaded, backup } = prepareDatabase(databaseUrl, {
      demo: process.env.EPIRO_DEMO !== '0',
      season: !['0', 'small'].includes(process.env.EPIRO_DEMO ?? ''),
      link: wantsLink(wished.link),
      backups: join(HOME, 'backups'),
    })
    if (backup) say(`A backup was made before the upgrade: ${backup}`)
    if (demoLoaded) say('Demo data loaded.')
    const { host, secure } = wished
    const everywhere = host === '0.0.0.0' || host === '::'
    const tls = !secure
      ? null
      : wished.cert && wished.key
        ? givenCertificate(wished.cert, wished.key)
        : await ownCertificate(HOME, everywhere ? ownAddresses() : [host])
    const port = await portOf(wished.port, secure ? 3443 : 3000, host)
    const shown = everywhere ? (ownAddresses()[0] ?? '127.0.0.1') : host
    const address = `${secure ? 'https' : 'http'}://${shown.includes(':') ? `[${shown}]` : shown}:${port}`
    const secret = process.env.SESSION_SECRET ?? secretIn(join(HOME, 'session-secret'))

    const state = () => JSON.stringify({ pid: process.pid, serverPid: server?.pid, address, databaseUrl })
    const serverAgain = patience(() => stopping)
    const launch = () => {
      server = startServer({ databaseUrl, secret, host, port, tls, more: { EPIRO_HOME: HOME } })
      serverAgain.began()
      server.on('exit', (code, signal) => {
        if (stopping) return
        say(`The server ended (${signal ?? code}); starting it again.`)
        void serverAgain.pause(backAgain(databaseUrl)).then(() => {
          if (!stopping) launch()
        })
      })
    }
    launch()
    writeWhole(STATE, state())
    await untilReady(everywhere ? address.replace(shown, '127.0.0.1') : address, tls?.cert)
    lock.tell(address)
    greet(address, token)
    if (tls) {
      const httpPort = await portOf(wished.httpPort, 3080, host)
      redirect = await startRedirect({ host, port: httpPort, httpsPort: port })
      say(`  http on port ${httpPort} sends on to https.`)
      say(`  The certificate's fingerprint, to compare on the phone:\n  ${fingerprint(tls.cert)}\n`)
    }

    const databaseAgain = patience(() => stopping)
    while (!stopping) {
      await pause(1000)
      if (stopping) break
      const kept = readState()
      if (kept?.pid !== process.pid || kept.serverPid !== server?.pid) {
        try {
          writeWhole(STATE, state())
        } catch {
          /* there is no room now */
        }
      }
      if (!database || database.alive()) continue
      say('The database ended; starting it again.')
      await databaseAgain.pause(() => database.alive())
      try {
        if (!stopping && !database.alive()) await database.start()
        databaseAgain.began()
      } catch (error) {
        say(error instanceof Stop ? error.message : String(error))
      }
    }
  } catch (error) {
    if (!stopping) {
      say(error instanceof Stop ? error.message : String(/** @type {Error} */ (error).stack))
      await stop(1)
    }
  }
}

main().catch(error => {
  console.error(error instanceof Stop ? error.message : error)
  process.exit(1)
})
