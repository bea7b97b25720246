import { chunking } from '~~/scripts/lib/chunks.mjs'
import { spawn, spawnSync } from 'node:child_process'
import { mkdirSync, mkdtempSync, readFileSync, renameSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { createServer } from 'node:net'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'
import { hashOf } from '../../scripts/lib/hashOf.mjs'
import { backAgain, patience } from '../../scripts/lib/patience.mjs'
import { choosePort, end, portFree, runs } from '../../scripts/lib/processes.mjs'
import { bundled, programArgs } from '../../scripts/lib/programs.mjs'
import { secretIn } from '../../scripts/lib/server.mjs'
import { Stop, needNode } from '../../scripts/lib/system.mjs'

test('a taken port is seen, and another chosen', async () => {
  const taken = createServer()
  await new Promise<void>(done => taken.listen(0, '127.0.0.1', done))
  const { port } = taken.address() as { port: number }
  expect(await portFree(port)).toBe(false)
  const other = await choosePort(port)
  expect(other).not.toBe(port)
  expect(await portFree(other)).toBe(true)
  await new Promise(done => taken.close(done))
  expect(await choosePort(port)).toBe(port)
})

test('a port that another process chose a moment ago is left to it, and is free once that has ended', async () => {
  const first = createServer()
  await new Promise<void>(done => first.listen(0, '127.0.0.1', done))
  const { port } = first.address() as { port: number }
  await new Promise(done => first.close(done))
  const code = `import { choosePort } from './scripts/lib/processes.mjs'
    console.log(await choosePort(${port}))
    setInterval(() => {}, 1000)`
  const other = spawn(process.execPath, ['--input-type=module', '-e', code], { stdio: ['ignore', 'pipe', 'inherit'] })
  const gone = new Promise(done => other.once('exit', done))
  try {
    expect(await new Promise(done => other.stdout.once('data', data => done(Number(data))))).toBe(port)
    expect(await portFree(port)).toBe(true)
    expect(await choosePort(port)).not.toBe(port)
  } finally {
    other.kill('SIGKILL')
  }
  await gone
  expect(await choosePort(port)).toBe(port)
  rmSync(join(tmpdir(), `epiro-port-${port}`))
})

test('a process is known by its command line as well as its number, and ended, by force if need be', async () => {
  const stubborn = spawn(
    process.execPath,
    ['-e', 'process.on("SIGTERM", () => {}); setInterval(() => {}, 1000); console.log("stubborn-mark")'],
    { stdio: ['ignore', 'pipe', 'ignore'] },
  )
  await new Promise(done => stubborn.stdout.once('data', done))
  expect(runs(stubborn.pid, 'stubborn-mark')).toBe(true)
  expect(runs(stubborn.pid, 'another program')).toBe(false)
  expect(runs(undefined, '')).toBe(false)
  const gone = new Promise(done => stubborn.once('exit', (_, signal) => done(signal)))
  await end(stubborn.pid!, 'another program', 100)
  expect(runs(stubborn.pid, 'stubborn-mark')).toBe(true)
  await end(stubborn.pid!, 'stubborn-mark', 200)
  expect(await gone).toBe('SIGKILL')
})

test('a secret is made once, for its owner only', () => {
  const folder = mkdtempSync(join(tmpdir(), 'epiro-'))
  const file = join(folder, 'deep', 'secret')
  const first = secretIn(file)
  expect(first).toMatch(/^[0-9a-f]{64}$/)
  expect(secretIn(file)).toBe(first)
  rmSync(folder, { recursive: true })
})

test('an old Node is refused in words', () => {
  expect(() => needNode(20, 19)).not.toThrow()
  expect(() => needNode(99, 0)).toThrow(Stop)
  expect(() => needNode(99, 0)).toThrow('Node.js 99.0 or later')
})

test('the lock file names no registry', () => {
  expect(readFileSync('package-lock.json', 'utf8')).not.toContain('"resolved"')
})

test('core imports nothing but core, held by the linter', () => {
  const probes = [
    "import { readFileSync } from 'node:fs'\nimport { parse } from '../shared/units'\n\nexport const a = " +
      '[readFileSync, parse, window]\n',
    "import { positive } from './errors'\n\nexport const a = positive\n",
  ]
  const script = `
    import { ESLint } from 'eslint'
    // By its rules alone: those that need types would have the whole project read.
    const { rules } = await new ESLint().calculateConfigForFile('core/probe.ts')
    const held = Object.fromEntries(['no-restricted-imports', 'no-restricted-globals'].map(name => [name, rules[name]]))
    const linter = new ESLint({ overrideConfigFile: true, overrideConfig: [{ rules: held }] })
    const [{ messages: refused }] = await linter.lintText(process.argv[1], { filePath: 'core/probe.js' })
    const [{ messages: allowed }] = await linter.lintText(process.argv[2], { filePath: 'core/probe.js' })
    console.log(JSON.stringify({ refused: refused.map(m => m.ruleId + ' ' + m.message), allowed: allowed.length }))`
  const { stdout } = spawnSync(process.execPath, ['--input-type=module', '--eval', script, ...probes], {
    encoding: 'utf8',
    env: { ...process.env, NODE_OPTIONS: '' },
  })
  const { refused, allowed } = JSON.parse(stdout) as { refused: string[]; allowed: number }
  expect(refused.join('\n').match(/core imports only from core|no-restricted-globals/g)).toHaveLength(3)
  expect(allowed).toBe(0)
}, 120_000)

test('a program is bundled once for each state of the sources, and runs from any folder', () => {
  const file = bundled('worker')!
  const madeAt = statSync(file).mtimeMs
  expect(bundled('worker')).toBe(file)
  expect(statSync(file).mtimeMs).toBe(madeAt)
  expect(programArgs('worker')).toEqual([file])
  const help = spawnSync(process.execPath, [resolve('bin/epiro.mjs'), 'help'], { cwd: tmpdir(), encoding: 'utf8' })
  expect(help.stdout).toMatch(/^epiro plan FILE/)
})

test('the state of the sources is another with each name and each byte, and else the same', () => {
  const folder = mkdtempSync(join(tmpdir(), 'epiro-hash-'))
  try {
    const states = [hashOf([folder])]
    mkdirSync(join(folder, 'a'))
    writeFileSync(join(folder, 'a', 'one.ts'), 'x')
    states.push(hashOf([folder]))
    writeFileSync(join(folder, 'a', 'one.ts'), 'y')
    states.push(hashOf([folder]))
    renameSync(join(folder, 'a', 'one.ts'), join(folder, 'a', 'two.ts'))
    states.push(hashOf([folder]))
    renameSync(join(folder, 'a', 'two.ts'), join(folder, 'two.ts'))
    states.push(hashOf([folder]))
    expect(new Set(states).size).toBe(5)
    expect(hashOf([folder, join(folder, 'missing')])).toBe(states[4])
  } finally {
    rmSync(folder, { recursive: true, force: true })
  }
})

test('pauses between tries double to a minute, begin anew after one that went well, and can be stopped', async () => {
  let now = 0
  let stopped = false
  const sleep = (ms: number): Promise<void> => {
    now += ms
    return Promise.resolve()
  }
  const tries = patience(() => stopped, { sleep, now: () => now })
  const pauses: number[] = []
  for (let i = 0; i < 9; i++) {
    const from = now
    tries.began()
    await tries.pause()
    pauses.push(now - from)
  }
  expect(pauses).toEqual([500, 1000, 2000, 4000, 8000, 16_000, 32_000, 60_000, 60_000])
  tries.began()
  now += 60_001
  const from = now
  await tries.pause()
  expect(now - from).toBe(500)
  stopped = true
  const at = now
  await tries.pause()
  expect(now).toBe(at)
})

test('a pause ends as soon as the database that was away is back, and the next is a first one', async () => {
  let now = 0
  const sleep = (ms: number): Promise<void> => {
    now += ms
    return Promise.resolve()
  }
  const tries = patience(() => false, { sleep, now: () => now })
  for (let i = 0; i < 8; i++) {
    tries.began()
    await tries.pause()
  }
  tries.began()
  // There all along: it ended for another reason, and the pause is a whole one.
  let from = now
  await tries.pause(backAgain('', async () => true))
  expect(now - from).toBe(60_000)
  tries.began()
  from = now
  await tries.pause(backAgain('', async () => now - from >= 5000))
  expect(now - from).toBe(5000)
  tries.began()
  from = now
  await tries.pause()
  expect(now - from).toBe(500)
})

test('a database is away while nothing listens where it should', async () => {
  const server = createServer()
  await new Promise<void>(done => server.listen(0, '127.0.0.1', done))
  const { port } = server.address() as { port: number }
  await new Promise(done => server.close(done))
  const back = backAgain(`mysql://u:p@127.0.0.1:${port}/epiro`)
  expect(await back()).toBe(false)
  const again = createServer(socket => socket.end())
  await new Promise<void>(done => again.listen(port, '127.0.0.1', done))
  expect(await back()).toBe(true)
  await new Promise(done => again.close(done))
})

describe('files of the page', () => {
  type Import = [source: string, ...names: string[]]
  const named = (names: string[]) =>
    names.map(name => ({ type: 'ImportSpecifier', imported: { name }, local: { name }, exported: { name } }))
  const imports = ([source, ...names]: Import) => ({
    type: 'ImportDeclaration',
    source: { value: source },
    specifiers: named(names),
  })
  const own = { type: 'VariableDeclaration' }
  /** A module that defines names and uses those of others. */
  const module = (defines: string[], ...uses: Import[]) => ({
    importedIds: uses.map(([source]) => source),
    exportedBindings: { '.': defines },
    moduleSideEffects: false,
    ast: { body: [...uses.map(imports), own] },
  })
  const barrel = (...sources: string[]) => ({
    importedIds: sources,
    exportedBindings: Object.fromEntries(sources.map(source => [source, ['*']])),
    moduleSideEffects: false,
    ast: { body: sources.map(value => ({ type: 'ExportAllDeclaration', source: { value } })) },
  })
  const SETUP = '/app/pages/setups/[id]/index.vue'
  const LOG = '/app/pages/log/index.vue'
  const GRAPH: Record<string, Parameters<typeof chunking>[1] extends (id: string) => infer I ? I : never> = {
    '/app/layouts/default.vue': module([], ['/button', 'button']),
    [SETUP]: module([], ['/core', 'plan', 'field'], ['/drawing', 'drawing'], ['/button', 'button']),
    [LOG]: module([], ['/core', 'field'], ['/chart', 'chart']),
    '/app/pages/setups/[id]/run.vue': module([], ['/core', 'plan']),
    '/app/pages/kit.vue': module([], ['/through', 'light']),
    '/core': barrel('/plan', '/field', '/unused'),
    '/through': {
      importedIds: ['/light'],
      exportedBindings: { '.': ['light'] },
      moduleSideEffects: false,
      ast: { body: [imports(['/light', 'light']), { type: 'ExportNamedDeclaration', specifiers: named(['light']) }] },
    },
    '/plan': module(['plan'], ['/light', 'light']),
    '/light': module(['light']),
    '/field': module(['field']),
    '/unused': module(['unused']),
    '/drawing': module(['drawing'], ['/style', 'style']),
    '/style': { ...module(['style']), moduleSideEffects: true },
    '/button': module(['button']),
    '/chart': module(['chart']),
  }
  const chunkOf = chunking(Object.keys(GRAPH), id => GRAPH[id] ?? null)

  test('come by who needs a name, through what only passes it on, and not by what else that passes on', () => {
    expect(Object.fromEntries(Object.keys(GRAPH).map(id => [id, chunkOf(id)]))).toEqual({
      '/app/layouts/default.vue': 'shell',
      [SETUP]: 'workspace',
      [LOG]: undefined,
      '/app/pages/setups/[id]/run.vue': undefined,
      '/app/pages/kit.vue': undefined,
      // Who asks for one of its names would else have all of them.
      '/core': undefined,
      '/through': undefined,
      '/plan': 'plan',
      '/light': 'common',
      '/field': 'base',
      '/unused': undefined,
      '/drawing': 'workspace',
      '/style': 'workspace',
      '/button': 'shell',
      '/chart': undefined,
    })
  })

  test('are told from trees that are each read once, as reading one takes the bundler its while', () => {
    const read = new Map<string, number>()
    const told = chunking(Object.keys(GRAPH), id => {
      const info = GRAPH[id] ?? null
      return (
        info && {
          ...info,
          get ast() {
            read.set(id, (read.get(id) ?? 0) + 1)
            return info.ast ?? null
          },
        }
      )
    })
    for (const id of Object.keys(GRAPH)) told(id)
    expect(read.size).toBe(Object.keys(GRAPH).length)
    expect([...read.values()].filter(times => times !== 1)).toEqual([])
  })
})
