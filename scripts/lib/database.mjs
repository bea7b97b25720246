// @ts-check
import { spawn, spawnSync } from 'node:child_process'
import { createHash, randomBytes } from 'node:crypto'
import { existsSync, mkdirSync, openSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join, resolve } from 'node:path'
import { choosePort, end, pause, runs } from './processes.mjs'
import { Stop, say } from './system.mjs'

const isRoot = process.getuid?.() === 0

/** As root the server must be told its user; mysql where it may reach the folder, else root. @param {string} folder */
function userFor(folder) {
  if (!isRoot) return null
  for (let at = resolve(folder); ; at = dirname(at)) {
    if (existsSync(at) && !(statSync(at).mode & 0o001)) return 'root'
    if (at === dirname(at)) return 'mysql'
  }
}

/**
 * MariaDB on loopback with a data directory of its own.
 * @param {string} home folder for its data, log and secrets
 */
export function localDatabase(home) {
  const folder = resolve(home)
  const data = join(folder, 'data')
  const run = join(folder, 'run')
  const pidFile = join(run, 'mariadbd.pid')
  const secretFile = join(folder, 'secret.json')
  const plainSocket = join(run, 's.sock')
  // A socket's path may hold some hundred characters.
  const socket = plainSocket.length < 100 ? plainSocket : join(tmpdir(), `epiro-${createHash('sha256').update(folder).digest('hex').slice(0, 12)}.sock`)
  let port = 0

  const pid = () => (existsSync(pidFile) ? Number(readFileSync(pidFile, 'utf8')) : undefined)

  /** @param {Record<string, unknown>} options */
  async function connect(options) {
    const { createConnection } = await import('mysql2/promise')
    return createConnection({ connectTimeout: 2000, ...options })
  }

  function initialise() {
    mkdirSync(data, { recursive: true })
    mkdirSync(run, { recursive: true })
    const user = userFor(folder)
    if (user === 'mysql') spawnSync('chown', ['-R', 'mysql:mysql', data, run])
    if (existsSync(join(data, 'mysql'))) return
    const done = spawnSync('mariadb-install-db', [
      '--no-defaults', ...(user ? [`--user=${user}`] : []), `--datadir=${data}`, '--auth-root-authentication-method=normal', '--skip-test-db',
    ], { encoding: 'utf8' })
    if (done.status !== 0) throw new Stop(`The database could not be made:\n${done.stdout}${done.stderr}`)
  }

  /** Whether it answers at all; a refused password is an answer. */
  async function answers() {
    try {
      await (await connect({ socketPath: socket, user: 'root' })).end()
      return true
    }
    catch (error) {
      return /** @type {{ code?: string }} */ (error).code === 'ER_ACCESS_DENIED_ERROR'
    }
  }

  /** One password for everyone who may connect, made once; an interruption half-way is mended by the next start. */
  async function secure() {
    const known = existsSync(secretFile) ? JSON.parse(readFileSync(secretFile, 'utf8')) : null
    if (known?.done) return known.password
    const password = known?.password ?? randomBytes(24).toString('hex')
    writeFileSync(secretFile, JSON.stringify({ password }), { mode: 0o600 })
    const root = await connect({ socketPath: socket, user: 'root' }).catch(() => connect({ socketPath: socket, user: 'root', password }))
    const [others] = await root.query('select user as name, host as place from mysql.user where user in (\'\', \'root\') and not (user = \'root\' and host = \'localhost\')')
    for (const { name, place } of /** @type {{ name: string, place: string }[]} */ (others)) await root.query('drop user ?@?', [name, place])
    await root.query('create database if not exists epiro character set utf8mb4 collate utf8mb4_unicode_ci')
    await root.query('create or replace user \'epiro\'@\'127.0.0.1\' identified by ?', [password])
    await root.query('grant all on epiro.* to \'epiro\'@\'127.0.0.1\'')
    await root.query('alter user \'root\'@\'localhost\' identified by ?', [password])
    await root.end()
    writeFileSync(secretFile, JSON.stringify({ password, done: true }), { mode: 0o600 })
    return password
  }

  return {
    /** Starts it, ending one that an interrupted run left behind. @returns {Promise<string>} its address */
    async start() {
      const left = pid()
      if (left && runs(left, data)) await end(left, data, 20_000)
      initialise()
      port = port || await choosePort(3306)
      const user = userFor(folder)
      const logFile = join(folder, 'mariadb.log')
      const log = openSync(logFile, 'a')
      const child = spawn('mariadbd', [
        '--no-defaults', ...(user ? [`--user=${user}`] : []), `--datadir=${data}`, '--bind-address=127.0.0.1', `--port=${port}`, `--socket=${socket}`,
        `--pid-file=${pidFile}`, '--skip-name-resolve', '--character-set-server=utf8mb4', '--collation-server=utf8mb4_unicode_ci',
        '--max-allowed-packet=64M', '--innodb-buffer-pool-size=128M',
      ], { detached: true, stdio: ['ignore', log, log] })
      child.on('error', error => say(`mariadbd: ${error.message}`))
      for (let tries = 0; tries < 300; tries++) {
        if (child.exitCode !== null) throw new Stop(`The database did not start; see ${logFile}`)
        const ready = await answers()
        if (ready) return `mysql://epiro:${await secure()}@127.0.0.1:${port}/epiro`
        await pause(100)
      }
      throw new Stop(`The database does not answer; see ${logFile}`)
    },
    alive: () => runs(pid(), data),
    async stop() {
      const running = pid()
      if (running) await end(running, data, 30_000)
    },
  }
}
