// @ts-check
// Bundles the benchmarks as the page's build does and runs them: `npm run bench`, or some of them: `npm run bench --
// plan search takes`; `npm run bench -- backup` needs a database, `npm run bench -- calls` one
// that `npm run fill` has filled.
import { spawnSync } from 'node:child_process'
import { mkdirSync } from 'node:fs'
import { dirname, resolve } from 'node:path'
import { fileURLToPath, pathToFileURL } from 'node:url'
import { build } from 'esbuild'

const root = resolve(dirname(fileURLToPath(import.meta.url)), '..')
const outfile = resolve(root, '.data/bench/main.mjs')
mkdirSync(dirname(outfile), { recursive: true })
await build({
  entryPoints: [resolve(root, 'scripts/bench/main.ts')],
  bundle: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  outfile,
  logLevel: 'error',
  alias: { '~~': root },
})
// What needs a database runs apart, and only where it is asked for.
const [, , asked] = process.argv
if (asked === 'backup' || asked === 'calls') {
  const args = ['--import', 'tsx', resolve(root, `scripts/bench/${asked}.ts`)]
  process.exitCode = spawnSync(process.execPath, args, { stdio: 'inherit' }).status ?? 1
} else await import(pathToFileURL(outfile).href)
