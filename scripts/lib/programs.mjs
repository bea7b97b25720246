// @ts-check
import { existsSync, mkdirSync, readdirSync, renameSync, rmSync, statSync } from 'node:fs'
import { createRequire } from 'node:module'
import { join, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'
import { hashOf } from './hashOf.mjs'

const ROOT = fileURLToPath(new URL('../..', import.meta.url))
/** Beside the packages, which what is bundled still asks for. */
const KEPT_IN = join(ROOT, 'node_modules/.cache/epiro')
const SOURCES = ['cli', 'core', 'scripts', 'server', 'shared', 'package-lock.json']
/** States of the sources that are kept: who started before a change may still ask for its own. */
const MOST_KEPT = 3

/** What runs outside the page and the server, by the TypeScript it begins with. */
const PROGRAMS = { cli: 'cli/main.ts', prepare: 'scripts/prepare-database.ts', worker: 'server/workers/main.ts' }
/** @typedef {keyof typeof PROGRAMS} Program */

/** @param {string} folder */
function bundleInto(folder) {
  const made = `${folder}.${process.pid}.part`
  /** @type {typeof import('esbuild')} */
  const { buildSync } = createRequire(import.meta.url)('esbuild')
  buildSync({
    absWorkingDir: ROOT,
    entryPoints: PROGRAMS,
    outdir: made,
    outExtension: { '.js': '.mjs' },
    bundle: true,
    splitting: true,
    format: 'esm',
    platform: 'node',
    target: 'node20',
    packages: 'external',
    alias: { '~~': ROOT },
    logLevel: 'error',
  })
  try {
    renameSync(made, folder)
  } catch (error) {
    // Another start was quicker.
    rmSync(made, { recursive: true, force: true })
    if (!existsSync(folder)) throw error
  }
}

/** @param {string} kept */
function clearOld(kept) {
  const old = readdirSync(KEPT_IN)
    .map(name => ({ name, made: statSync(join(KEPT_IN, name)).mtimeMs }))
    .sort((a, b) => b.made - a.made)
  for (const { name } of old.slice(MOST_KEPT)) {
    if (name !== kept) rmSync(join(KEPT_IN, name), { recursive: true, force: true })
  }
}

let known = ''
/** Of the sources as this process found them. */
const state = () => (known ||= hashOf(SOURCES.map(path => join(ROOT, path))).slice(0, 16))

/**
 * The file of a program, bundled anew where a source changed: what compiles itself at each start takes three times as
 * long. Null where it cannot be kept, as on a disk that only reads.
 * @param {Program} name @returns {string | null}
 */
export function bundled(name) {
  const folder = join(KEPT_IN, state())
  const file = join(folder, `${name}.mjs`)
  if (existsSync(file)) return file
  try {
    mkdirSync(KEPT_IN, { recursive: true })
    bundleInto(folder)
    clearOld(state())
    return file
  } catch {
    return null
  }
}

/** What Node is given to run a program. @param {Program} name @returns {string[]} */
export function programArgs(name) {
  const file = bundled(name)
  return file ? [file] : ['--import', 'tsx', resolve(ROOT, PROGRAMS[name])]
}
