import { readFileSync, writeFileSync } from 'node:fs'
import { KNOWS, LAYERS, importGraph, layerChart, layerOf, layersKnown } from '../support/importGraph'

/** Folders may only know those below them, and no file may come back to itself by what it imports. */
const graph = importGraph()

test('every folder is read, and its imports with it', () => {
  expect(graph.size).toBeGreaterThan(400)
  expect(graph.get('core/plan/assess.ts')!.map(one => one.to)).toContain('core/take/chain.ts')
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

test('a layer of the core imports only from those below it, types included', () => {
  const rank = new Map<string, number>(LAYERS.map((layer, i) => [layer, i]))
  const files = [...graph.keys()].filter(file => file.startsWith('core/'))
  expect(files.filter(file => layerOf(file) === null)).toEqual(['core/index.ts'])
  expect([...new Set(files.flatMap(file => layerOf(file) ?? []))].sort()).toEqual([...LAYERS].sort())
  const wrong = files.flatMap(file =>
    layerOf(file) === null
      ? []
      : graph.get(file)!.flatMap(({ to }) => {
          const [own, other] = [rank.get(layerOf(file)!)!, rank.get(layerOf(to) ?? '') ?? Infinity]
          return other > own ? [`${file} imports ${to}`] : []
        }),
  )
  expect(wrong).toEqual([])
})

test('the picture of the layers is the one in the docs', () => {
  const file = 'docs/architecture.md'
  const [text, chart] = [readFileSync(file, 'utf8'), layerChart(layersKnown(graph))]
  const drawn = /```mermaid\nflowchart BT\n[\s\S]*?```/.exec(text)?.[0]
  if (process.env.EPIRO_GOLDEN === '1' && drawn) writeFileSync(file, text.replace(drawn, chart))
  else expect(drawn).toBe(chart)
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
