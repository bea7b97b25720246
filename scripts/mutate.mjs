// @ts-check
// Mutants of the core against the tests that are about them: `npm run mutate`, or some groups: `npm run mutate --
// light run`, or some files of one: `npm run mutate -- findings core/plan/findings/scene.ts`. `--share=0.1` tries
// one in ten, drawn by `--seed=…`: a score then comes with the range in which that of all lies, 19 times in 20.
import { spawnSync } from 'node:child_process'
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { dirname, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'

process.chdir(resolve(dirname(fileURLToPath(import.meta.url)), '..'))

/**
 * All of the core, each part with the tests that are about it.
 * @type {Record<string, { mutate: string[], tests: string[] }>}
 */
const GROUPS = {
  physics: {
    mutate: ['core/*.ts', '!core/index.ts', 'core/math/*.ts'],
    tests: ['math', 'vectors', 'laws', 'amendments', 'motion', 'numbers', 'sequence', 'schedule', 'plan'],
  },
  plan: {
    mutate: ['core/plan/*.ts', 'core/recipes/*.ts', 'core/sensors/*.ts'],
    tests: [
      ...['plan', 'motion', 'shutter', 'light', 'sensitivity', 'amendments', 'sequence', 'schedule', 'explain'],
      ...['desk', 'said', 'golden'],
    ],
  },
  findings: {
    mutate: ['core/plan/findings/*.ts'],
    tests: ['findings', 'rules', 'rulesOfLight', 'golden', 'sequence', 'said', 'scene'],
  },
  setup: {
    mutate: ['core/setup/*.ts', 'core/kit/*.ts'],
    tests: [
      'amendments',
      'paths',
      'sequence',
      'said',
      'match',
      'desk',
      'inference',
      '../kit',
      '../validate',
      '../schemas',
    ],
  },
  inference: {
    mutate: ['core/inference/*.ts', 'core/calibration/*.ts'],
    tests: ['inference', 'posterior', 'search', 'learnFigures', 'run'],
  },
  light: {
    mutate: ['core/light/*.ts'],
    tests: ['light', 'rulesOfLight', 'scene', 'desk', 'newCard', 'lightGoals', 'shutter', 'render'],
  },
  run: {
    mutate: ['core/run/*.ts', 'core/rehearsal/*.ts'],
    tests: ['run', 'learnFigures', 'session', 'match', 'edges', 'lightGoals'],
  },
  lab: { mutate: ['core/lab/**/*.ts'], tests: ['lab', 'onsets', 'wave', 'takeReading', 'takeCloser', 'together'] },
  render: { mutate: ['core/render/**/*.ts'], tests: ['render', 'scene', 'newCard'] },
  practice: { mutate: ['core/practice/**/*.ts'], tests: ['practice', 'world', 'session'] },
}

const words = process.argv.slice(2)
const option = (/** @type {string} */ name) => words.find(word => word.startsWith(`--${name}=`))?.split('=')[1]
const asked = words.filter(name => name in GROUPS)
/** Of those groups these files alone. */
const files = words.filter(name => !(name in GROUPS) && !name.startsWith('--'))
const share = Number(option('share') ?? 1)
process.env.MUTANT_SHARE = String(share)
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

mkdirSync('.data', { recursive: true })
const scores = []
for (const name of asked.length > 0 ? asked : Object.keys(GROUPS)) {
  const { mutate, tests } = /** @type {{ mutate: string[], tests: string[] }} */ (GROUPS[name])
  const config = {
    testRunner: 'jest',
    coverageAnalysis: 'perTest',
    concurrency: 2,
    timeoutMS: 8000,
    // Counting what each test runs through makes long sums ten times as long.
    dryRunTimeoutMinutes: 20,
    plugins: ['@stryker-mutator/*', resolve('scripts/lib/sampleMutants.mjs')],
    ...(share < 1 ? { checkers: ['sample'] } : {}),
    mutate: files.length > 0 ? files : mutate,
    tempDirName: '.data/stryker',
    // The tests with all that they load in one file: to load some hundred anew for each mutant takes most of the time.
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
    // Texts are asserted where they carry a figure; a mutant of a label says nothing of the sums.
    mutator: { excludedMutations: ['StringLiteral'] },
    ignorePatterns: ['.data', '.output', '.nuxt', 'docs', 'test-results'],
    reporters: ['json', 'clear-text', 'progress-append-only'],
    jsonReporter: { fileName: `.data/mutation-${name}.json` },
    clearTextReporter: { allowColor: false, reportTests: false, reportMutants: false },
  }
  writeFileSync('.data/stryker.json', JSON.stringify(config))
  spawnSync('npx', ['--no-install', 'stryker', 'run', '.data/stryker.json'], { stdio: 'inherit' })
  /** @type {{ files: Record<string, { mutants: { status: string }[] }> }} */
  const report = JSON.parse(readFileSync(`.data/mutation-${name}.json`, 'utf8'))
  const all = Object.values(report.files)
    .flatMap(file => file.mutants)
    .filter(mutant => mutant.status !== 'Ignored' && mutant.status !== 'CompileError')
  const killed = all.filter(mutant => mutant.status === 'Killed' || mutant.status === 'Timeout').length
  scores.push(`${name.padEnd(10)} ${score(killed, all.length)}`)
}
console.log(`\n${scores.join('\n')}`)
