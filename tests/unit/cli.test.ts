import { spawnSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import Ajv2020 from 'ajv/dist/2020.js'
import { RECIPES, type Setup, newSetup } from '~~/core'
import { type LabReading, labTool } from '~~/core/lab'
import { setupJsonSchema } from '~~/shared/schemas/setupJsonSchema'
import { setupSchema } from '~~/shared/schemas/setup'
import { check } from '~~/shared/schemas/validate'
import { fileOf } from '../support/labFiles'
import { randomSetup } from '../support/randomSetup'

const epiro = (args: string[], input = '') =>
  spawnSync(process.execPath, ['bin/epiro.mjs', ...args], {
    input,
    encoding: 'utf8',
    env: { ...process.env, NODE_OPTIONS: '' },
  })
const cracker = JSON.stringify(newSetup('projectile'))

test('plan prints the whole plan as JSON, from standard input', () => {
  const { status, stdout, stderr } = epiro(['plan', '-'], cracker)
  expect([status, stderr]).toEqual([0, ''])
  const plan = JSON.parse(stdout) as {
    timing: { set: number }
    findings: { id: string }[]
    howMany: { first: number; props: number; ifAllKept: number }
  }
  expect(plan.timing.set).toBeCloseTo(0.0184, 9)
  expect(plan.findings.map(f => f.id)).toEqual(['rated-duration'])
  expect(plan.howMany).toMatchObject({ first: expect.closeTo(0.35, 2), props: 8, ifAllKept: 6 })
})
test('plan --text prints a dial card with findings, the first take beside later ones, and props as played', () => {
  const whole = epiro(['plan', '-', '--text'], JSON.stringify(newSetup('balloon'))).stdout
  expect(whole).toMatch(
    /Keeper\s+[\d.]+\s% this take \(on time [\d.]+\s%, kept 80\s% as assumed, it fires 98\s%\); [\d.]+\s% once/,
  )
  expect(whole).toMatch(/Props\s+\d+ for 3 keepers at 90\s%: .*; \d+ if every take on time were kept/)
  const card = epiro(
    ['plan', '-', '--text'],
    JSON.stringify({ ...newSetup('balloon'), flashes: newSetup('balloon').flashes.map(f => ({ ...f, power: 1 })) }),
  ).stdout
  expect(card).toMatch(/Delay\s+0\s/)
  expect(card).toMatch(/Keeper\s+none: [\d.]+.mm streak/)
  expect(card).not.toMatch(/keepers at 90/)
  expect(card).toMatch(/NO-GO {2}[\d.]+.mm streak/)
  expect(card).toMatch(/→ Turn the flash down to/)
})
test('next proposes a delay and says why', () => {
  const search = {
    prior: { delay: 0.02, uncertainty: 0.002, scatter: 0.0002 },
    window: { before: 0.0005, after: 0.0005 },
    takes: [{ delay: 0.02, offset: 0.001 }],
    step: 0.0001,
  }
  const { status, stdout } = epiro(['next', '-'], JSON.stringify(search))
  expect(status).toBe(0)
  expect(JSON.parse(stdout)).toMatchObject({ delay: expect.closeTo(0.019, 9), reason: 'most likely on time' })
})
test.each<[string, string[], string, RegExp[]]>([
  [
    'every mistake on a line of its own',
    ['plan', '-'],
    cracker.replace('"speed":34', '"speed":"quick"').replace('"iso":320', '"iso":-1'),
    [/^-: motion\.speed: .*number$/m, /^-: picture\.iso: .*allowed/m],
  ],
  ['broken JSON', ['plan', '-'], '{', [/not valid JSON/]],
  ['a missing file', ['plan', 'nowhere.json'], '', [/nowhere\.json: no such file/]],
  ['no file', ['plan'], '', [/Name a file/]],
  ['an unknown command', ['fly'], '', [/Unknown command: fly/]],
  [
    'a take with two verdicts',
    ['next', '-'],
    '{"prior":{"delay":1,"uncertainty":1,"scatter":1},"window":{"before":1,"after":1},' +
      '"takes":[{"delay":1,"outcome":"late","offset":1}]}',
    [/takes\[0\]: One of/],
  ],
])('%s: standard error, exit 2', (_, args, input, lines) => {
  const { status, stdout, stderr } = epiro(args, input)
  expect([status, stdout]).toEqual([2, ''])
  for (const line of lines) expect(stderr).toMatch(line)
})

test('set changes a set-up by what is said, and asks with exit 3 where it has to', () => {
  const words = ['f/8 iso 400,', 'key at 1/64 half a metre away']
  const { status, stdout } = epiro(['set', '-', ...words, '--json'], cracker)
  expect(status).toBe(0)
  const after = JSON.parse(stdout) as Setup
  expect(after.picture).toMatchObject({ aperture: 8, iso: 400 })
  expect(after.flashes[0]).toMatchObject({ power: 1 / 64, distance: 0.5 })
  expect('value' in check(setupSchema, after)).toBe(true)
  expect(epiro(['set', '-', 'iso 400'], cracker).stdout).toMatch(/^ISO: ISO.\d+ → ISO.400\n$/)
  const asked = epiro(['set', '-', 'f/8, 200', '--json'], cracker)
  expect(asked.status).toBe(3)
  expect(JSON.parse(asked.stdout)).toEqual({
    asks: [{ phrase: '200', question: expect.stringContaining('200'), choices: ['ISO 200', 'shutter 1/200 s'] }],
  })
  expect(epiro(['set', '-'], cracker)).toMatchObject({ status: 2, stderr: expect.stringContaining('Say what to set') })
})

describe('the JSON Schema of the set-up file', () => {
  const validate = new Ajv2020({ allErrors: true }).compile(setupJsonSchema())
  test('is what epiro schema prints, and its example in the docs is valid', () => {
    expect(JSON.parse(epiro(['schema']).stdout)).toEqual(JSON.parse(JSON.stringify(setupJsonSchema())))
    const example = JSON.parse(/```json\n([\s\S]*?)```/.exec(readFileSync('docs/setup-file.md', 'utf8'))![1]!) as Setup
    expect(validate(example)).toBe(true)
    expect(check(setupSchema, example)).toHaveProperty('value')
  })
  test('accepts what the application accepts, and refuses what it refuses', () => {
    for (const recipe of RECIPES) expect(validate(newSetup(recipe))).toBe(true)
    for (let seed = 0; seed < 60; seed++) expect(validate(randomSetup(seed))).toBe(true)
    const bad = [
      { ...newSetup('drop'), extra: 1 },
      { ...newSetup('drop'), link: { kind: 'cable' } },
      { ...newSetup('drop'), version: 3 },
    ]
    for (const setup of bad) {
      expect(validate(setup)).toBe(false)
      expect(check(setupSchema, setup)).toHaveProperty('mistakes')
    }
  })
})

describe('read', () => {
  const folder = mkdtempSync(join(tmpdir(), 'epiro-read-'))
  afterAll(() => rmSync(folder, { recursive: true }))
  const kept = async (tool: string, seed: number): Promise<string[]> =>
    Promise.all(
      labTool(tool)!
        .sample(seed)
        .files.map(async input => {
          const { name, buffer } = await fileOf(input)
          writeFileSync(join(folder, name), buffer)
          return join(folder, name)
        }),
    )
  const figureOf = (stdout: string, id: string): number =>
    (JSON.parse(stdout) as { reading: LabReading }).reading.figures.find(figure => figure.id === id)!.value!

  test('gives what the Lab reads, the tool by what the files are, settings by their names', async () => {
    const { settings, truth } = labTool('speed')!.sample(3)
    const set = Object.entries(settings).flatMap(([key, value]) => ['--set', `${key}=${value}`])
    const shots = epiro(['read', ...(await kept('speed', 3)), ...set])
    expect([shots.status, shots.stderr]).toEqual([0, ''])
    expect(figureOf(shots.stdout, 'speed') / truth.speed!).toBeCloseTo(1, 2)
    const trace = epiro(['read', ...(await kept('trace', 4))])
    expect(figureOf(trace.stdout, 't01') / labTool('trace')!.sample(4).truth.t01!).toBeCloseTo(1, 1)
    const frame = epiro(['read', ...(await kept('black', 2)), '--tool', 'black'])
    expect(figureOf(frame.stdout, 'ambient')).toBeCloseTo(labTool('black')!.sample(2).truth.ambient!, 0)
  })
  test.each<[string, string[], RegExp]>([
    ['no file', [], /Name the files to read/],
    ['a file that is not there', ['nowhere.wav'], /file is "nowhere\.wav"; it must be a file that is there/],
    [
      'a file that is something else',
      ['package.json', '--tool', 'speed'],
      /package\.json is .*it must be a WAV recording/,
    ],
    ['a tool that there is not', ['package.json', '--tool', 'guess'], /--tool is "guess"/],
    ['a setting that the tool has not', ['package.json', '--tool', 'black', '--set', 'x=1'], /--set is "x"/],
  ])('%s: standard error, exit 2', (_, args, line) => {
    const { status, stdout, stderr } = epiro(['read', ...args])
    expect([status, stdout]).toEqual([2, ''])
    expect(stderr).toMatch(line)
  })
})

test('each command says how it is used, with an example', () => {
  for (const command of ['plan', 'next', 'schema', 'watch', 'bench', 'read', 'link', 'studio']) {
    const { status, stdout, stderr } = epiro([command, '--help'])
    expect([command, status, stderr]).toEqual([command, 0, ''])
    expect(stdout).toMatch(new RegExp(`^epiro ${command}`))
    expect(stdout).toMatch(new RegExp(`For example:\\n.*epiro ${command}`))
  }
  expect(epiro(['help', 'watch']).stdout).toBe(epiro(['watch', '-h']).stdout)
})

test('a name with terminal codes is shown, and nothing in it is obeyed', () => {
  const named = { ...newSetup('projectile'), name: 'Cracker \u001b]0;owned\u0007\u009b31m' }
  for (const args of [
    ['plan', '-', '--text'],
    ['plan', '-'],
  ]) {
    const { status, stdout } = epiro(args, JSON.stringify(named))
    expect(status).toBe(0)
    // eslint-disable-next-line no-control-regex
    expect(stdout).not.toMatch(/[\u0000-\u0008\u000e-\u001f\u007f-\u009f]/)
  }
  expect((JSON.parse(epiro(['plan', '-'], JSON.stringify(named)).stdout) as { setup: Setup }).setup.name).toBe(
    named.name,
  )
  const missing = epiro(['plan', 'no\u001b[2Jfile.json'])
  expect([missing.status, missing.stderr.includes('\u001b')]).toEqual([2, false])
})
