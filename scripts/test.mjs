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
import { longTermNode } from './lib/longTermNode.mjs'
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
/** The compiler that reads no component. */
const TSC = 'node_modules/typescript-native/bin/tsc'
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

/**
 * What is checked without running it: first what reads the types that a build writes anew, then the rest.
 * @returns {{ first: Check[], then: Check[] }}
 */
function checks() {
  const npx = (/** @type {string[]} */ ...args) => ['npx', '--no-install', ...args]
  // Where no component is read, the compiler that is a program of its own takes a quarter of the time.
  const tsc = (/** @type {string} */ config) => [process.execPath, TSC, '-p', config]
  const made = (/** @type {[part: string, name: string, command: string[]][]} */ all) =>
    all
      .filter(([part]) => wanted(part))
      .map(([, name, [command, ...args]]) => /** @type {Check} */ ([name, command, args]))
  return {
    first: made([
      ['types', 'types of pages', npx('vue-tsc', '--noEmit', '-p', '.nuxt/tsconfig.app.json')],
      ['lint', 'rules', npx('eslint', '.')],
      ['types', 'types of the server', tsc('.nuxt/tsconfig.server.json')],
      ['types', 'types of what all share', tsc('.nuxt/tsconfig.shared.json')],
      ['types', 'types of the build', tsc('.nuxt/tsconfig.node.json')],
    ]),
    then: made([
      ['types', 'types of core, scripts and tests', tsc('tsconfig.tools.json')],
      ['lint', 'nothing unused', npx('knip', '--no-progress', '--include', 'files,exports,dependencies,unlisted')],
      ['lint', 'format', npx('prettier', '--check', '--log-level', 'warn', '.')],
    ]),
  }
}

/**
 * What is started, killed and attacked, each in a folder of its own; the longest first. One of them runs on Node's
 * long-term version, all others on the one that runs this.
 * @param {string | null} longTerm @returns {Check[]}
 */
function starts(longTerm) {
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
    if (file !== 'restart') return [name, process.execPath, args, small]
    return longTerm ? [`${name}, on Node's long-term version`, longTerm, args] : [name, process.execPath, args]
  })
}

/** ms. */
const HOUR = 3_600_000
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
      // A test in plain Node that waits for what never comes would hold everything up.
      const all = { ...process.env, NUXT_TELEMETRY_DISABLED: '1', ...env }
      const child = spawn(command, args, { env: all, timeout: HOUR })
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
  const installed = needModules()
  await begun
  needPackages(packages)
  if (wanted('e2e')) browser = needBrowser()
  mkdirSync('.data/test', { recursive: true })

  // Types of what is imported unseen; an installation has just written them.
  if (!installed && (wanted('types') || wanted('lint')))
    await together([['what is imported unseen', 'npx', ['--no-install', 'nuxt', 'prepare']]])
  const { first, then } = checks()
  await together(first)
  // A build is half the time on one core, and filling a database all of it: what needs neither goes beside them.
  const [filled] = await Promise.all([builtAndFilled(), checkedAndTested(then)])
  if (failed.includes('build')) throw new Stop('The build failed')
  if (filled) await withDatabase(filled)
  if (wanted('start')) {
    const [list, before] = [starts(await longTermNode()), failed.length]
    await together(list, CORES + 1)
    failures += failed.length - before
    passes += list.length - (failed.length - before)
  }
  say(failed.length > 0 ? `\nFailed: ${failed.join(', ')}` : '\nAll passed')
  say(`${passes} passed, ${failures} failed`)
  return failed.length === 0 ? 0 : 1
}

/** Ends what is checked, and runs the tests that need no build. @param {Check[]} list */
async function checkedAndTested(list) {
  await together(list, 1)
  if (!wanted('unit')) return
  // Some of a store's tests wait for tries that are a second apart.
  const unit = jestCheck('unit', ['-c', 'jest.unit.config.mjs', `--maxWorkers=${availableParallelism()}`])
  const others = jestCheck('stores and components', ['tests/stores', 'tests/components', '--maxWorkers=1'])
  await together([unit, others], 2)
  for (const [name] of [unit, others]) countTests(name)
}

/** Builds what is to be served, and fills the databases that tests run on; null where none asks for one. */
async function builtAndFilled() {
  if (wanted('e2e') || wanted('start')) await together([['build', process.execPath, ['scripts/build.mjs']]])
  if (failed.includes('build') || (!wanted('services') && !wanted('e2e'))) return null
  // Measurements and pictures want the machine for themselves; tests wait for pages a fifth of their time.
  return filledSides(wanted('e2e') && project === 'desktop' && !process.env.DATABASE_URL ? PAGES : 1)
}

/**
 * Tests by Jest, as a check to be run.
 * @param {string} name @param {string[]} args @param {Record<string, string>} [more] @returns {Check}
 */
function jestCheck(name, args, more) {
  rmSync(resultOf(name), { force: true })
  const env = {
    NODE_OPTIONS: '--experimental-vm-modules --no-warnings',
    ...(asked.includes('--thorough') ? { EPIRO_THOROUGH: '1' } : {}),
    ...more,
  }
  return [name, 'npx', ['--no-install', 'jest', '--json', `--outputFile=${resultOf(name)}`, ...args], env]
}
const resultOf = (/** @type {string} */ name) => `.data/test/jest-${name.replaceAll(' ', '-')}.json`
/** Counts what Jest ran under a name. @param {string} name */
function countTests(name) {
  const result = readChecked(resultOf(name), JSON.parse)
  passes += result?.numPassedTests ?? 0
  failures += result?.numFailedTests ?? 0
}

/**
 * One of the databases that tests run on, and where pages are tested a server on it. Tests of pages that run at once
 * have one each, so that none sees what another does.
 * @param {number} number
 */
function side(number) {
  const home = resolve(`.data/test/mariadb${number || ''}`)
  const database = process.env.DATABASE_URL ? null : localDatabase(home)
  let databaseUrl = String(process.env.DATABASE_URL)
  /** @type {import('node:child_process').ChildProcess | undefined} */
  let server
  return {
    home,
    address: () => databaseUrl,
    async open() {
      if (database) databaseUrl = await database.start()
    },
    async clear() {
      await database?.stop()
      if (database) rmSync(home, { recursive: true, force: true })
    },
    /** Its server. @param {string} token that lets the tests in @returns {Promise<Record<string, string>>} */
    async serve(token) {
      const port = await choosePort(3100 + number)
      server = startServer({ databaseUrl, secret: SECRET, host: '127.0.0.1', port, more: EAGER })
      await untilReady(`http://127.0.0.1:${port}`)
      return {
        [`BASE_URL_${number}`]: `http://127.0.0.1:${port}`,
        [`SIGN_IN_TOKEN_${number}`]: token,
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
/** @typedef {ReturnType<typeof side>} Side */

/** So many databases with demo data: one is filled, and the others are copies of it. @param {number} count */
async function filledSides(count) {
  const sides = Array.from({ length: count }, (_, number) => side(number))
  const [first, ...others] = /** @type {[Side, ...Side[]]} */ (sides)
  try {
    for (const each of sides) await each.clear()
    await first.open()
    const { token } = prepareDatabase(first.address(), { demo: true, season: project === 'screenshots', link: true })
    if (others.length > 0) {
      // What is copied lies still.
      await first.stop()
      for (const each of others)
        if (run('cp', ['-a', first.home, each.home]) !== 0) throw new Stop('A database could not be copied')
      await Promise.all(sides.map(each => each.open()))
    }
    return { sides, token: String(token) }
  } catch (error) {
    for (const each of sides) await each.stop()
    throw error
  }
}

/** @param {Awaited<ReturnType<typeof filledSides>>} filled */
async function withDatabase({ sides, token }) {
  try {
    if (wanted('services')) {
      const check = jestCheck('services on a database', ['-c', 'jest.services.config.mjs'], {
        DATABASE_URL: String(sides[0]?.address()),
        EPIRO_WORKER: bundled('worker') ?? '',
        ...EAGER,
      })
      step(...check)
      countTests(check[0])
    }
    if (wanted('e2e')) await pages(sides, token)
  } finally {
    for (const each of sides) await each.stop()
  }
}

/** @param {Side[]} sides @param {string} token that lets the tests in */
async function pages(sides, token) {
  const env = { PLAYWRIGHT_JSON_OUTPUT_NAME: '.data/test/playwright.json', CHROMIUM: browser, ...EAGER }
  for (const served of await Promise.all(sides.map(each => each.serve(token)))) Object.assign(env, served)
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
