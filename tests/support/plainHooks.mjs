// @ts-check
import { statSync } from 'node:fs'
import { readFile } from 'node:fs/promises'
import { fileURLToPath } from 'node:url'
import { transformSync } from '@swc/core'
import { SWC_OPTIONS } from './swcOptions.mjs'

const ROOT = new URL('../../', import.meta.url).href
/** What an import may leave out. */
const ENDS = ['', '.ts', '/index.ts']
const ours = (/** @type {string | undefined} */ url) =>
  url !== undefined && url.startsWith(ROOT) && !url.includes('/node_modules/')

/** @type {Map<string, string | undefined>} */
const places = new Map()
/** The file that is meant by an address without its end; undefined where there is none. @param {string} url */
function placeOf(url) {
  if (!places.has(url)) {
    const end = ENDS.find(one => statSync(new URL(url + one), { throwIfNoEntry: false })?.isFile())
    places.set(url, end === undefined ? undefined : url + end)
  }
  return places.get(url)
}

/** @type {import('node:module').ResolveHook} */
export async function resolve(name, context, next) {
  const meant = name.startsWith('~~/')
    ? ROOT + name.slice(3)
    : name.startsWith('.') && ours(context.parentURL)
      ? new URL(name, context.parentURL).href
      : undefined
  const url = meant && placeOf(meant)
  return url ? next(url, context) : next(name, context)
}

/** @type {import('node:module').LoadHook} */
export async function load(url, context, next) {
  if (!ours(url)) return next(url, context)
  const file = fileURLToPath(url)
  if (file.endsWith('.json')) return { format: 'json', source: await readFile(file), shortCircuit: true }
  if (!file.endsWith('.ts')) return next(url, context)
  const options = { ...SWC_OPTIONS, filename: file, swcrc: false, configFile: false }
  const { code } = transformSync(await readFile(file, 'utf8'), options)
  return { format: 'module', source: code, shortCircuit: true }
}
