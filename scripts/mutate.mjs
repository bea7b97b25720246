// @ts-check
// Mutants of the core against the tests that are about them: `npm run mutate`, or some parts: `npm run mutate --
// light run`, or some files of one: `npm run mutate -- findings core/plan/findings/scene.ts`. `--share=0.1` tries
// one in ten, drawn by `--seed=…`: a score then comes with the range in which that of all lies, 19 times in 20.
// `--laws` leaves out tests that compare with golden files: they notice any change, and cannot say that it is wrong.
import { spawnSync } from 'node:child_process'
import { mkdirSync, rmSync, writeFileSync } from 'node:fs'
import { dirname, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'
import { localDatabase } from './lib/database.mjs'
import { readChecked } from './lib/files.mjs'
import { AROUND, CORE } from './lib/mutantGroups.mjs'
import { prepareDatabase } from './lib/server.mjs'

process.chdir(resolve(dirname(fileURLToPath(import.meta.url)), '..'))

/** @type {Record<string, import('./lib/mutantGroups.mjs').Group>} */
const GROUPS = { ...CORE, ...AROUND }
const groupOf = (/** @type {string} */ name) => /** @type {import('./lib/mutantGroups.mjs').Group} */ (GROUPS[name])
const words = process.argv.slice(2)
const option = (/** @type {string} */ name) => words.find(word => word.startsWith(`--${name}=`))?.split('=')[1]
const asked = words.filter(name => name in GROUPS)
/** Of those groups these files alone. */
const files = words.filter(name => !(name in GROUPS) && !name.startsWith('--'))
const share = Number(option('share') ?? 1)
const laws = words.includes('--laws')
process.env.MUTANT_SHARE = String(share)
if (laws) process.env.EPIRO_LAWS = '1'
process.env.MUTANT_SEED = option('seed') ?? ''

/**
 * Share that was killed, as a line; of a draw with the range of the share of all (Wilson's, 95 %).
 * @param {number} killed @param {number} tried
 */
function score(killed, tried) {
  const [part, z2] = [killed / Math.max(1, tried), 1.96 ** 2]
  const middle = (part + z2 / (2 * tried)) / (1 + z2 / tried)
  const half = (Math.sqrt((part * (1 - part)) / tried + z2 / (4 * tried ** 2)) * 1.96) / (1 + z2 / tried)
  const range = `, ${((middle - half) * 100).toFixed(0)} to ${((middle + half) * 100).toFixed(0)} of all`
  return `${killed} of ${tried} killed, ${(part * 100).toFixed(1)} %${share < 1 && tried > 0 ? range : ''}`
}

/**
 * How the tests of a part of the core are run: with all that they load in one file, as some hundred to load anew for
 * each mutant take most of the time.
 * @param {string[]} tests
 * @param {boolean} counted whether it is told apart which tests run through which mutant
 */
const bundled = (tests, counted) => ({
  coverageAnalysis: counted ? 'perTest' : 'off',
  timeoutMS: 5000,
  timeoutFactor: 4,
  // Counting what each test runs through makes long sums ten times as long.
  dryRunTimeoutMinutes: 20,
  buildCommand: `node scripts/lib/bundleTests.mjs ${tests.join(' ')}`,
  jest: {
    projectType: 'custom',
    enableFindRelatedTests: false,
    config: {
      testEnvironment: 'node',
      roots: ['<rootDir>/mutated'],
      testMatch: ['<rootDir>/mutated/*.test.cjs'],
      transform: {},
      moduleNameMapper: {},
      extensionsToTreatAsEsm: [],
    },
  },
})

/**
 * How tests are run as they are: those that load the file of the mutant.
 * @param {string[]} tests @param {string} configFile
 */
const plain = (tests, configFile) => ({
  coverageAnalysis: 'off',
  timeoutMS: 30_000,
  testRunnerNodeArgs: ['--experimental-vm-modules', '--no-warnings'],
  jest: {
    projectType: 'custom',
    enableFindRelatedTests: true,
    configFile,
    config: { testMatch: tests.map(test => `<rootDir>/${test}`), maxWorkers: 1 },
  },
})

/** @param {string} name */
function runnerOf(name) {
  const tests = groupOf(name).tests.filter(test => !laws || !test.startsWith('golden'))
  if (name in CORE) return bundled(tests, groupOf(name).counted ?? true)
  return plain(tests, name === 'services' ? 'jest.services.config.mjs' : 'jest.config.mjs')
}

/** What the runner leaves out of its own score too: nobody could overlook a program that does not come up. */
const NO_MUTANT = new Set(['Ignored', 'CompileError', 'RuntimeError'])

/** Tries mutants of a part, or of some of its files. @param {string} name @returns {string} its score */
function tried(name) {
  const { mutate } = groupOf(name)
  const config = {
    testRunner: 'jest',
    // Half of them hand out the draw.
    concurrency: share < 1 && name !== 'services' ? 4 : 2,
    plugins: ['@stryker-mutator/*', resolve('scripts/lib/sampleMutants.mjs'), resolve('scripts/lib/tellSurvivors.mjs')],
    ...(share < 1 ? { checkers: ['sample'] } : {}),
    mutate: files.length > 0 ? files : mutate,
    tempDirName: '.data/stryker',
    // Texts are asserted where they carry a figure; a mutant of a label says nothing of the sums.
    mutator: { excludedMutations: ['StringLiteral'] },
    ignorePatterns: ['.data', '.output', '.nuxt', 'docs', 'test-results'],
    reporters: ['json', 'clear-text', 'progress-append-only', 'survivors'],
    jsonReporter: { fileName: `.data/mutation-${name}.json` },
    clearTextReporter: { allowColor: false, reportTests: false, reportMutants: false },
    ...runnerOf(name),
  }
  writeFileSync('.data/stryker.json', JSON.stringify(config))
  // An older report is no score of this run.
  rmSync(config.jsonReporter.fileName, { force: true })
  spawnSync('npx', ['--no-install', 'stryker', 'run', '.data/stryker.json'], { stdio: 'inherit' })
  /** @type {{ files: Record<string, { mutants: { status: string }[] }> } | null} */
  const report = readChecked(config.jsonReporter.fileName, JSON.parse)
  if (!report) return `${name.padEnd(10)} not tried to its end`
  const all = Object.values(report.files)
    .flatMap(file => file.mutants)
    .filter(mutant => !NO_MUTANT.has(mutant.status))
  const killed = all.filter(mutant => mutant.status === 'Killed' || mutant.status === 'Timeout').length
  return `${name.padEnd(10)} ${score(killed, all.length)}`
}

/** The same with a database of its own, as the services need one. @param {string} name */
async function onDatabase(name) {
  const home = resolve('.data/mutants-mariadb')
  rmSync(home, { recursive: true, force: true })
  const database = localDatabase(home)
  try {
    process.env.DATABASE_URL = await database.start()
    prepareDatabase(process.env.DATABASE_URL, { demo: true, link: false })
    return tried(name)
  } finally {
    await database.stop()
  }
}

mkdirSync('.data', { recursive: true })
const scores = []
for (const name of asked.length > 0 ? asked : Object.keys(CORE))
  scores.push(name === 'services' ? await onDatabase(name) : tried(name))
console.log(`\n${scores.join('\n')}`)
