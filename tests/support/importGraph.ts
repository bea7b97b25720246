import { existsSync, readFileSync, readdirSync } from 'node:fs'
import { dirname, join, relative } from 'node:path'

const ROOT = process.cwd()
/** Outer folders, and those that each may import from. */
export const KNOWS: Readonly<Record<string, readonly string[]>> = {
  core: ['core'],
  shared: ['core', 'shared'],
  server: ['core', 'shared', 'server'],
  cli: ['core', 'shared', 'server', 'cli'],
  app: ['core', 'shared', 'app'],
}
/** Layers of the core, lowest first: each imports only from those before it, types included. */
export const LAYERS = [
  'math',
  'physics',
  'setup',
  'recipes',
  'sensors',
  'light',
  'defaults',
  'take',
  'inference',
  'plan',
  'advice',
  'run',
  'day',
  'season',
  'kit',
  'render',
  'lab',
  'practice',
  'scoring',
  'course',
] as const
const IMPORT = /^\s*(?:import|export)\s+(type\s)?(?:[^'";]*?\sfrom\s+)?'([^']+)'/gm

function files(folder: string): string[] {
  return readdirSync(join(ROOT, folder), { withFileTypes: true, recursive: true })
    .filter(entry => entry.isFile() && /\.(ts|vue)$/.test(entry.name))
    .map(entry => relative(ROOT, join(entry.parentPath, entry.name)))
}

/** The file of ours that an import names; null: it is a package or an asset. */
function target(from: string, name: string): string | null {
  const base = name.startsWith('~~/')
    ? name.slice(3)
    : name.startsWith('#shared/')
      ? `shared/${name.slice(8)}`
      : name.startsWith('~/')
        ? `app/${name.slice(2)}`
        : name.startsWith('.')
          ? join(dirname(from), name)
          : null
  if (base === null) return null
  return (
    [base, `${base}.ts`, `${base}/index.ts`].find(at => /\.(ts|vue)$/.test(at) && existsSync(join(ROOT, at))) ?? null
  )
}

/** Whether every name an import brings is a type: then nothing is loaded by it. */
const onlyTypes = (statement: string): boolean => {
  const named = /\{([^}]*)\}/.exec(statement)?.[1]
  return named !== undefined && named.split(',').every(name => name.trim() === '' || name.trim().startsWith('type '))
}

/** What a file imports. */
export interface Import {
  to: string
  /** Whether it is loaded by that: types are not. */
  loads: boolean
}

/** Every file of those folders, and what it imports of them. */
export function importGraph(): Map<string, Import[]> {
  const graph = new Map<string, Import[]>()
  for (const folder of Object.keys(KNOWS))
    for (const file of files(folder)) {
      const text = readFileSync(join(ROOT, file), 'utf8')
      const found = [...text.matchAll(IMPORT)].flatMap((match): Import[] => {
        const to = target(file, match[2]!)
        return to === null ? [] : [{ to, loads: match[1] === undefined && !onlyTypes(match[0]) }]
      })
      graph.set(file, found)
    }
  return graph
}

/** The folder of the core that a file is in; null: it is in none. */
export const layerOf = (file: string): string | null => /^core\/([^/]+)\//.exec(file)?.[1] ?? null

/** Folders of the core that each of them imports from. */
export function layersKnown(graph: ReadonlyMap<string, readonly Import[]>): Map<string, Set<string>> {
  const known = new Map<string, Set<string>>()
  for (const [file, imports] of graph) {
    const from = layerOf(file)
    if (from === null) continue
    const to = known.get(from) ?? known.set(from, new Set()).get(from)!
    for (const one of imports) {
      const layer = layerOf(one.to)
      if (layer !== null && layer !== from) to.add(layer)
    }
  }
  return known
}

/** The layers as a Mermaid chart, without the arrows that others imply. */
export function layerChart(known: ReadonlyMap<string, ReadonlySet<string>>): string {
  const reaches = (from: string, to: string): boolean =>
    [...(known.get(from) ?? [])].some(next => next === to || reaches(next, to))
  const arrows = [...known].flatMap(([from, to]) => {
    const direct = [...to].filter(one => ![...to].some(other => other !== one && reaches(other, one)))
    return direct.length === 0 ? [] : [`  ${from} --> ${direct.sort().join(' & ')}`]
  })
  return ['```mermaid', 'flowchart BT', ...arrows.sort(), '```'].join('\n')
}
