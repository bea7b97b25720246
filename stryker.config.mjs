/** Mutants of the core against its tests: `npm run mutate`, or of some files: `npm run mutate -- --mutate core/plan/shutter.ts`. */
export default {
  testRunner: 'jest',
  jest: { configFile: 'jest.config.mjs', enableFindRelatedTests: true },
  testRunnerNodeArgs: ['--experimental-vm-modules', '--no-warnings'],
  coverageAnalysis: 'perTest',
  mutate: ['core/**/*.ts', '!core/**/index.ts', '!core/**/types.ts'],
  // Texts are asserted where they carry a figure; a mutant of a label says nothing of the sums.
  mutator: { excludedMutations: ['StringLiteral'] },
  ignorePatterns: ['.data', '.output', '.nuxt', 'docs', 'test-results'],
  tempDirName: '.data/stryker',
  reporters: ['clear-text', 'json'],
  jsonReporter: { fileName: '.data/mutation.json' },
  clearTextReporter: { allowColor: false, logTests: false, reportTests: false, reportMutants: true },
  thresholds: { high: 85, low: 80, break: null },
  concurrency: 2,
  timeoutMS: 20_000,
  disableTypeChecks: false,
}
