import { existsSync, readFileSync, readdirSync } from 'node:fs'
import { dirname, join, relative } from 'node:path'

/** Folders may only know those below them, and no file may come back to itself by what it imports. */
const ROOT = process.cwd()
const KNOWS: Readonly<Record<string, readonly string[]>> = {
  core: ['core'],
  shared: ['core', 'shared'],
  server: ['core', 'shared', 'server'],
  cli: ['core', 'shared', 'server', 'cli'],
  app: ['core', 'shared', 'app'],
}
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

interface Import {
  to: string
  loads: boolean
}
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

test('every folder is read, and its imports with it', () => {
  expect(graph.size).toBeGreaterThan(400)
  expect(graph.get('core/plan/assess.ts')!.map(one => one.to)).toContain('core/plan/chain.ts')
  expect(graph.get('shared/schemas/setup.ts')!.map(one => one.to)).toContain('core/index.ts')
})

test('no folder knows what is above it', () => {
  const wrong = [...graph].flatMap(([file, imports]) =>
    imports
      // The page knows the server's answers by their types, and loads nothing of it.
      .filter(({ to, loads }) => loads || !(file.startsWith('app/') && to.startsWith('server/')))
      .filter(({ to }) => !KNOWS[file.split('/')[0]!]!.includes(to.split('/')[0]!))
      .map(({ to }) => `${file} imports ${to}`),
  )
  expect(wrong).toEqual([])
})

test('nothing that is loaded comes back to itself', () => {
  const state = new Map<string, 'open' | 'done'>()
  const cycles: string[] = []
  const walk = (file: string, way: readonly string[]): void => {
    if (state.get(file) === 'done') return
    if (state.get(file) === 'open') {
      cycles.push([...way.slice(way.indexOf(file)), file].join(' → '))
      return
    }
    state.set(file, 'open')
    for (const { to, loads } of graph.get(file) ?? []) if (loads) walk(to, [...way, file])
    state.set(file, 'done')
  }
  for (const file of graph.keys()) walk(file, [])
  expect(cycles).toEqual([])
})
