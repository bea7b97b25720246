// @ts-check
// Everything that must pass, on a database of its own. `npm test` runs all; `npm test -- unit e2e` some of it;
// `--thorough` plays simulations in full, where a sixth of them is told apart from a mistake as a rule.
import { spawn } from 'node:child_process'
import { mkdirSync, rmSync } from 'node:fs'
import { availableParallelism } from 'node:os'
import { dirname, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'
import { needModules } from './lib/build.mjs'
import { localDatabase } from './lib/database.mjs'
import { readChecked } from './lib/files.mjs'
import { choosePort, end } from './lib/processes.mjs'
import { bundled } from './lib/programs.mjs'
import { SERVER, prepareDatabase, startServer, untilReady } from './lib/server.mjs'
import { HEADLESS, Stop, beginPackages, needBrowser, needNode, needPackages, run, say } from './lib/system.mjs'

process.chdir(resolve(dirname(fileURLToPath(import.meta.url)), '..'))
const PARTS = ['lint', 'types', 'unit', 'services', 'e2e', 'start']
const asked = process.argv.slice(2)
const project = ['screenshots', 'frames', 'pages'].find(name => asked.includes(`--${name}`)) ?? 'desktop'
const parts =
  project !== 'desktop'
    ? ['e2e']
    : asked.filter(part => PARTS.includes(part)).length > 0
      ? asked.filter(part => PARTS.includes(part))
      : PARTS
const wanted = (/** @type {string} */ part) => parts.includes(part)

/**
 * Tests beside each other fill the machine: what stands back would never come, and what waits would give up. Frames of
 * set-ups that no test looks at are not drawn.
 */
const EAGER = {
  EPIRO_WORKER_NICE: '0',
  EPIRO_STAND_PATIENCE: '60000',
  ...(project === 'desktop' ? { EPIRO_SETUP_FRAMES: '0' } : {}),
}
const SECRET = 'only-for-tests-'.repeat(3)
const failed = /** @type {string[]} */ ([])
let passes = 0
let failures = 0
let browser = ''
const seconds = (/** @type {number} */ since) => ((Date.now() - since) / 1000).toFixed(0)
/** @param {string} name @param {string} command @param {string[]} args @param {Record<string, string>} [env] */
function step(name, command, args, env) {
  say(`\n── ${name}`)
  const started = Date.now()
  const ok = run(command, args, env) === 0
  say(`── ${name}: ${ok ? 'passed' : 'FAILED'} in ${seconds(started)} s`)
  if (!ok) failed.push(name)
}
/** @typedef {[name: string, command: string, args: string[], env?: Record<string, string>]} Check */

/** What is checked without running it. @returns {Check[]} */
function checks() {
  const types = (/** @type {string} */ config) => ['vue-tsc', '--noEmit', '-p', config]
  /** @type {[part: string, name: string, args: string[]][]} */
  const all = [
    ['types', 'types of pages and server', ['nuxt', 'typecheck']],
    ['types', 'types of core, scripts and tests', types('tsconfig.tools.json')],
    ['lint', 'rules', ['eslint', '.']],
    ['lint', 'nothing unused', ['knip', '--no-progress', '--include', 'files,exports,dependencies,unlisted']],
    ['lint', 'format', ['prettier', '--check', '--log-level', 'warn', '.']],
  ]
  return all.filter(([part]) => wanted(part)).map(([, name, args]) => [name, 'npx', ['--no-install', ...args]])
}

/** What is started, killed and attacked, each in a folder of its own; the longest first. @returns {Check[]} */
function starts() {
  /** @type {[name: string, file: string, ...faults: string[]][]} */
  const all = [
    ['a machine without room', 'faults', 'fullDisk'],
    ['kills while a backup is put back', 'faults', 'killedRestore'],
    ['kills while it starts, and damaged state', 'faults', 'firstStartKilled', 'migrationKilled', 'damagedState'],
    ['what somebody may send', 'attacks'],
    ['two starts, and a database that stops or goes', 'faults', 'twoStarts', 'frozenDatabase', 'databaseGone'],
    ['a cluster of databases', 'cluster'],
    ['start, kill and restart', 'restart'],
    ['listen over https', 'secure'],
    ['a database over TLS', 'encrypted'],
  ]
  // The season is a first start's; one of them starts with it.
  const small = { EPIRO_DEMO: 'small' }
  return all.map(([name, file, ...faults]) => {
    const args = [`tests/start/${file}.mjs`, ...faults]
    return file === 'restart' ? [name, process.execPath, args] : [name, process.execPath, args, small]
  })
}

/** Checks at once: a core each, or where they wait for one another's processes, one more. */
const CORES = Math.min(3, availableParallelism())
/** Tests of pages at once. */
const PAGES = Math.min(4, availableParallelism() + 1)

/** Runs checks, so many at once; what one prints stays together. @param {Check[]} list */
async function together(list, atOnce = CORES) {
  const waiting = [...list]
  const worker = async () => {
    for (let check = waiting.shift(); check; check = waiting.shift()) {
      const [name, command, args, env] = check
      const started = Date.now()
      const child = spawn(command, args, { env: { ...process.env, NUXT_TELEMETRY_DISABLED: '1', ...env } })
      let text = ''
      for (const stream of [child.stdout, child.stderr]) stream.on('data', chunk => (text += chunk))
      const code = await new Promise(done => child.once('close', done))
      say(`\n── ${name}\n${text}── ${name}: ${code === 0 ? 'passed' : 'FAILED'} in ${seconds(started)} s`)
      if (code !== 0) failed.push(name)
    }
  }
  await Promise.all(Array.from({ length: atOnce }, worker))
}

async function main() {
  needNode(20, 19)
  /** @type {Record<string, string>} */
  const packages = process.env.DATABASE_URL
    ? {}
    : { 'mariadbd': 'mariadb-server', 'mariadb-install-db': 'mariadb-server' }
  const begun = beginPackages(wanted('e2e') ? { ...packages, [HEADLESS]: HEADLESS } : packages)
  needModules()
  await begun
  needPackages(packages)
  if (wanted('e2e')) browser = needBrowser()
  mkdirSync('.data/test', { recursive: true })

  await together(checks())
  // A build is half the time on one core: the tests that need none go beside it.
  await together([
    ...(wanted('e2e') || wanted('start')
      ? [/** @type {Check} */ (['build', process.execPath, ['scripts/build.mjs']])]
      : []),
    // Some of a store's tests wait for tries that are a second apart.
    ...(wanted('unit') ? [jestCheck('jest', [`--maxWorkers=${availableParallelism() + 1}`])] : []),
  ])
  if (wanted('unit')) countTests()
  if (failed.includes('build')) throw new Stop('The build failed')
  if (wanted('services') || wanted('e2e')) await withDatabase()
  if (wanted('start')) {
    const [list, before] = [starts(), failed.length]
    await together(list, CORES + 1)
    failures += failed.length - before
    passes += list.length - (failed.length - before)
  }
  say(failed.length > 0 ? `\nFailed: ${failed.join(', ')}` : '\nAll passed')
  say(`${passes} passed, ${failures} failed`)
  return failed.length === 0 ? 0 : 1
}

/**
 * Tests by Jest, as a check to be run.
 * @param {string} name @param {string[]} args @param {Record<string, string>} [more] @returns {Check}
 */
function jestCheck(name, args, more) {
  rmSync('.data/test/jest.json', { force: true })
  const env = {
    NODE_OPTIONS: '--experimental-vm-modules --no-warnings',
    ...(asked.includes('--thorough') ? { EPIRO_THOROUGH: '1' } : {}),
    ...more,
  }
  return [name, 'npx', ['--no-install', 'jest', '--json', '--outputFile=.data/test/jest.json', ...args], env]
}
/** Counts what Jest ran last. */
function countTests() {
  const result = readChecked('.data/test/jest.json', JSON.parse)
  passes += result?.numPassedTests ?? 0
  failures += result?.numFailedTests ?? 0
}

/**
 * A database with demo data and, where pages are tested, a server on it. Tests of pages that run at once have one each,
 * so that none sees what another does.
 * @param {number} number
 */
async function side(number) {
  const home = resolve(`.data/test/mariadb${number || ''}`)
  const database = process.env.DATABASE_URL ? null : localDatabase(home)
  await database?.stop()
  if (database) rmSync(home, { recursive: true, force: true })
  const databaseUrl = database ? await database.start() : String(process.env.DATABASE_URL)
  const { token } = prepareDatabase(databaseUrl, { demo: true, season: project === 'screenshots', link: true })
  /** @type {import('node:child_process').ChildProcess | undefined} */
  let server
  return {
    databaseUrl,
    async serve() {
      const port = await choosePort(3100 + number)
      server = startServer({ databaseUrl, secret: SECRET, host: '127.0.0.1', port, more: EAGER })
      await untilReady(`http://127.0.0.1:${port}`)
      return {
        [`BASE_URL_${number}`]: `http://127.0.0.1:${port}`,
        [`SIGN_IN_TOKEN_${number}`]: String(token),
        [`DATABASE_URL_${number}`]: databaseUrl,
        SESSION_SECRET: SECRET,
      }
    },
    async stop() {
      if (server?.pid) await end(server.pid, SERVER, 5000)
      await database?.stop()
    },
  }
}

async function withDatabase() {
  // Measurements and pictures want the machine for themselves; tests wait for pages a fifth of their time.
  const sides = wanted('e2e') && project === 'desktop' && !process.env.DATABASE_URL ? PAGES : 1
  const all = []
  try {
    for (let number = 0; number < sides; number++) all.push(await side(number))
    if (wanted('services')) {
      const check = jestCheck('services on a database', ['-c', 'jest.services.config.mjs'], {
        DATABASE_URL: String(all[0]?.databaseUrl),
        EPIRO_WORKER: bundled('worker') ?? '',
        ...EAGER,
      })
      step(...check)
      countTests()
    }
    if (wanted('e2e')) await pages(all)
  } finally {
    for (const each of all) await each.stop()
  }
}

/** @param {Awaited<ReturnType<typeof side>>[]} sides */
async function pages(sides) {
  const env = { PLAYWRIGHT_JSON_OUTPUT_NAME: '.data/test/playwright.json', CHROMIUM: browser, ...EAGER }
  for (const each of sides) Object.assign(env, await each.serve())
  rmSync('.data/test/playwright.json', { force: true })
  const chosen = asked.filter(a => a.startsWith('-g') || a.endsWith('.spec.ts'))
  const args = ['--no-install', 'playwright', 'test', `--project=${project}`, `--workers=${sides.length}`, ...chosen]
  step('playwright', 'npx', args, env)
  const stats = readChecked('.data/test/playwright.json', JSON.parse)?.stats
  const second = stats?.flaky ?? 0
  if (second > 0) say(`${second} of the real interface passed only at the second try`)
  passes += (stats?.expected ?? 0) + second
  failures += stats?.unexpected ?? 0
}

main()
  .then(code => process.exit(code))
  .catch(error => {
    console.error(error instanceof Stop ? error.message : error)
    process.exit(1)
  })
