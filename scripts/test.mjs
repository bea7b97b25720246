// @ts-check
// Everything that must pass, on a database of its own. `npm test` runs all; `npm test -- unit e2e` some of it.
import { mkdirSync, readFileSync, rmSync } from 'node:fs'
import { dirname, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'
import { needBuild, needModules } from './lib/build.mjs'
import { localDatabase } from './lib/database.mjs'
import { choosePort, end } from './lib/processes.mjs'
import { SERVER, prepareDatabase, startServer, untilReady } from './lib/server.mjs'
import { Stop, needNode, needPackages, run, say } from './lib/system.mjs'

process.chdir(resolve(dirname(fileURLToPath(import.meta.url)), '..'))
const PARTS = ['lint', 'types', 'unit', 'services', 'e2e', 'start']
const asked = process.argv.slice(2)
const project = asked.includes('--screenshots') ? 'screenshots' : asked.includes('--frames') ? 'frames' : 'desktop'
const parts = project !== 'desktop' ? ['e2e'] : asked.filter(part => PARTS.includes(part)).length > 0 ? asked.filter(part => PARTS.includes(part)) : PARTS
const wanted = (/** @type {string} */ part) => parts.includes(part)

const failed = /** @type {string[]} */ ([])
let passes = 0
let failures = 0
/** @param {string} name @param {string} command @param {string[]} args @param {Record<string, string>} [env] */
function step(name, command, args, env) {
  say(`\n── ${name}`)
  const started = Date.now()
  const ok = run(command, args, env) === 0
  say(`── ${name}: ${ok ? 'passed' : 'FAILED'} in ${((Date.now() - started) / 1000).toFixed(0)} s`)
  if (!ok) failed.push(name)
}
/** @param {string} file @returns {any} */
const report = (file) => { try { return JSON.parse(readFileSync(file, 'utf8')) } catch { return null } }

async function main() {
  needNode(20, 19)
  needPackages({
    ...(process.env.DATABASE_URL ? {} : { 'mariadbd': 'mariadb-server', 'mariadb-install-db': 'mariadb-server' }),
    ...(wanted('e2e') ? { chromium: 'chromium' } : {}),
  })
  needModules()
  mkdirSync('.data/test', { recursive: true })

  if (wanted('lint')) step('eslint', 'npx', ['--no-install', 'eslint', '.'])
  if (wanted('types')) {
    step('types of pages and server', 'npx', ['--no-install', 'nuxt', 'typecheck'], { NUXT_TELEMETRY_DISABLED: '1' })
    step('types of the stores’ tests', 'npx', ['--no-install', 'vue-tsc', '--noEmit', '-p', 'tsconfig.stores.json'])
    step('types of core, scripts and tests', 'npx', ['--no-install', 'vue-tsc', '--noEmit', '-p', 'tsconfig.tools.json'])
  }
  if (wanted('unit')) jest('jest', ['--maxWorkers=100%'])
  if (wanted('e2e') || wanted('start')) needBuild()
  if (wanted('services') || wanted('e2e')) await withDatabase()
  if (wanted('start')) {
    for (const [name, file] of [['start, kill and restart', 'restart'], ['listen over https', 'secure'], ['what can go wrong on a machine', 'faults'], ['what somebody may send', 'attacks']]) {
      step(String(name), process.execPath, [`tests/start/${file}.mjs`])
      if (failed.includes(String(name))) failures++
      else passes++
    }
  }
  say(failed.length > 0 ? `\nFailed: ${failed.join(', ')}` : '\nAll passed')
  say(`${passes} passed, ${failures} failed`)
  return failed.length === 0 ? 0 : 1
}

/** @param {string} name @param {string[]} args @param {Record<string, string>} [env] */
function jest(name, args, env) {
  rmSync('.data/test/jest.json', { force: true })
  step(name, 'npx', ['--no-install', 'jest', '--json', '--outputFile=.data/test/jest.json', ...args], { NODE_OPTIONS: '--experimental-vm-modules --no-warnings', ...env })
  const result = report('.data/test/jest.json')
  passes += result?.numPassedTests ?? 0
  failures += result?.numFailedTests ?? 0
}

async function withDatabase() {
  const home = resolve('.data/test/mariadb')
  const database = process.env.DATABASE_URL ? null : localDatabase(home)
  /** @type {import('node:child_process').ChildProcess | undefined} */
  let server
  try {
    await database?.stop()
    if (database) rmSync(home, { recursive: true, force: true })
    const databaseUrl = database ? await database.start() : String(process.env.DATABASE_URL)
    const { token } = prepareDatabase(databaseUrl, { demo: true, link: true })
    if (wanted('services')) jest('services on a database', ['-c', 'jest.services.config.mjs'], { DATABASE_URL: databaseUrl })
    if (!wanted('e2e')) return
    const secret = 'only-for-tests-'.repeat(3)
    const port = await choosePort(3100)
    const address = `http://127.0.0.1:${port}`
    server = startServer({ databaseUrl, secret, host: '127.0.0.1', port })
    await untilReady(address)
    rmSync('.data/test/playwright.json', { force: true })
    step('playwright', 'npx', ['--no-install', 'playwright', 'test', `--project=${project}`, ...asked.filter(a => a.startsWith('-g') || a.endsWith('.spec.ts'))], {
      BASE_URL: address, SIGN_IN_TOKEN: String(token), DATABASE_URL: databaseUrl, SESSION_SECRET: secret, PLAYWRIGHT_JSON_OUTPUT_NAME: '.data/test/playwright.json',
    })
    const stats = report('.data/test/playwright.json')?.stats
    passes += stats?.expected ?? 0
    failures += (stats?.unexpected ?? 0) + (stats?.flaky ?? 0)
  }
  finally {
    if (server?.pid) await end(server.pid, SERVER, 5000)
    await database?.stop()
  }
}

main().then(code => process.exit(code)).catch((error) => {
  console.error(error instanceof Stop ? error.message : error)
  process.exit(1)
})
