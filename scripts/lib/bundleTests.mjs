// @ts-check
// Bundles unit tests of the core with what they test into one file, for runs that load them thousands of times.
import { build } from 'esbuild'
import { GLOBALS_HEAD } from '../../tests/support/jestTransform.mjs'

const tests = process.argv.slice(2)
await build({
  stdin: { contents: tests.map(test => `import './${test}.test.ts'`).join('\n'), resolveDir: 'tests/unit/core' },
  outfile: 'mutated/all.test.cjs',
  bundle: true,
  format: 'cjs',
  platform: 'node',
  target: 'es2022',
  packages: 'external',
  alias: { '~~': process.cwd() },
  banner: { js: GLOBALS_HEAD },
  logLevel: 'error',
})
