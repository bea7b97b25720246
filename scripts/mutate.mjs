// @ts-check
// Mutants of the core against the tests that are about them: `npm run mutate`, or some groups: `npm run mutate --
// shutter run`, or some files of one: `npm run mutate -- findings core/plan/findings/scene.ts`.
import { spawnSync } from 'node:child_process'
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { dirname, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'

process.chdir(resolve(dirname(fileURLToPath(import.meta.url)), '..'))

/** @type {Record<string, { mutate: string[], tests: string[] }>} */
const GROUPS = {
  physics: {
    mutate: ['core/*.ts', '!core/index.ts', 'core/math/*.ts'],
    tests: ['vectors', 'laws', 'amendments', 'motion'],
  },
  shutter: { mutate: ['core/plan/shutter.ts', 'core/plan/bodies.ts'], tests: ['shutter', 'amendments', 'light'] },
  chain: {
    mutate: ['core/plan/chain.ts', 'core/plan/motion.ts', 'core/plan/arc.ts'],
    tests: ['plan', 'motion', 'amendments', 'world'],
  },
  assess: {
    mutate: [
      'core/plan/assess.ts',
      'core/plan/light.ts',
      'core/plan/spread.ts',
      'core/plan/compare.ts',
      'core/plan/solver.ts',
    ],
    tests: ['plan', 'light', 'sensitivity', 'amendments'],
  },
  inference: {
    mutate: ['core/inference/*.ts', 'core/setup/marks.ts', 'core/setup/evidence.ts', 'core/math/{matrix,root}.ts'],
    tests: ['inference'],
  },
  findings: {
    mutate: ['core/plan/findings/*.ts'],
    tests: ['findings', 'rules', 'rulesOfLight', 'golden', 'sequence', 'said', 'scene'],
  },
  setup: {
    mutate: ['core/setup/choices.ts', 'core/setup/typical.ts', 'core/setup/complete.ts', 'core/setup/paths.ts'],
    tests: ['amendments', 'paths', 'sequence'],
  },
  sequence: {
    mutate: ['core/plan/schedule.ts', 'core/plan/sequence.ts', 'core/plan/pops.ts'],
    tests: ['sequence', 'schedule'],
  },
  run: {
    mutate: ['core/run/feedback.ts', 'core/run/learn.ts', 'core/run/apply.ts', 'core/calibration/ladder.ts'],
    tests: ['run', 'learnFigures'],
  },
  session: { mutate: ['core/run/session.ts', 'core/run/stock.ts', 'core/calibration/offsets.ts'], tests: ['session'] },
}

const asked = process.argv.slice(2).filter(name => name in GROUPS)
/** Of those groups these files alone. */
const files = process.argv.slice(2).filter(name => !(name in GROUPS))
mkdirSync('.data', { recursive: true })
const scores = []
for (const name of asked.length > 0 ? asked : Object.keys(GROUPS)) {
  const { mutate, tests } = /** @type {{ mutate: string[], tests: string[] }} */ (GROUPS[name])
  const config = {
    testRunner: 'jest',
    coverageAnalysis: 'perTest',
    concurrency: 2,
    timeoutMS: 20_000,
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
  scores.push(
    `${name.padEnd(10)} ${killed} of ${all.length} killed, ${((killed / Math.max(1, all.length)) * 100).toFixed(1)} %`,
  )
}
console.log(`\n${scores.join('\n')}`)
