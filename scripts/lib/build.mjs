// @ts-check
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { hashOf } from './hashOf.mjs'
import { Stop, run, say } from './system.mjs'

const SOURCES = [
  ...['app', 'core', 'server', 'shared', 'public'],
  ...['nuxt.config.ts', 'scripts/lib/chunks.mjs', 'scripts/lib/serviceWorker.mjs', 'package.json', 'package-lock.json'],
]

/** @param {string} file */
const read = file => (existsSync(file) ? readFileSync(file, 'utf8') : '')

/** Installs the packages of the lock file, once for each lock file. @returns {boolean} whether it did */
export function needModules() {
  const mark = 'node_modules/.epiro-lock'
  const wanted = hashOf(['package-lock.json'])
  if (read(mark) === wanted) return false
  say('Installing packages …')
  if (run('npm', ['ci', '--include=dev', '--no-fund', '--no-audit'], { NUXT_TELEMETRY_DISABLED: '1' }) !== 0)
    throw new Stop('npm ci failed')
  writeFileSync(mark, wanted)
  return true
}

/** Builds for production where a source changed since the last build. */
export function needBuild() {
  const mark = '.output/.epiro-sources'
  const wanted = hashOf(SOURCES)
  if (read(mark) === wanted && existsSync('.output/server/index.mjs')) return
  say('Building …')
  if (
    run('npx', ['--no-install', 'nuxt', 'build'], {
      NUXT_TELEMETRY_DISABLED: '1',
      NODE_OPTIONS: '--max-old-space-size=4096',
    }) !== 0
  )
    throw new Stop('The build failed')
  mkdirSync('.output', { recursive: true })
  writeFileSync(mark, wanted)
}
