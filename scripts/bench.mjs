// @ts-check
// Bundles the benchmarks as the page's build does and runs them: `npm run bench`, or some of them: `npm run bench --
// plan search takes`.
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
await import(pathToFileURL(outfile).href)
