import { readFileSync } from 'node:fs'
import { differences } from '../../support/golden'
import { type GoldenReadings, KEPT_SEEDS, sampleRead, toolRead } from '../../support/goldenReadings'
import { newKitItem, newSetup, valueAt } from '~~/core'
import { beginning } from '~~/core/lab/frame/place'
import { shot } from '~~/core/lab/samples/camera'
import {
  type LabInput,
  type LabReading,
  type LabTool,
  LAB_TOOLS,
  exportedToKit,
  exportedToSetup,
  labTool,
  readLab,
  takenFromKit,
  takenFromSetup,
  traceOf,
} from '~~/core/lab'
import { edgeOf } from '~~/core/lab/frame/edge'
import { grayOf, countOf } from '~~/core/lab/frame/clock'
import { curveOf } from '~~/core/lab/frame/exposure'
import { onsetsOf } from '~~/core/lab/sound/onsets'
import { trainOf } from '~~/core/lab/sound/bounces'
import { normalCdf } from '~~/core/math/normal'
import { seededRandom } from '~~/core/math/random'
import { limitsOf } from '../../support/figures'
import { golden } from '../../support/runs'
import { LAB } from '~~/shared/text/lab'

const tool = (id: string): LabTool => labTool(id)!
const figure = (reading: LabReading, id: string) => reading.figures.find(one => one.id === id)!

/** How a figure comes out over stand-ins: bias and worst, as a share or in its unit, and coverage of its errors. */
function over(id: string, of: string, seeds: number, relative: boolean) {
  const [off, z]: [number[], number[]] = [[], []]
  for (let seed = 1; seed <= seeds; seed++) {
    const { reading, truth } = sampleRead(id, seed)
    const read = reading.figures.find(one => one.id === of)
    if (!reading.trusted || read?.value == null || read.bound) continue
    off.push(relative ? read.value / truth[of]! - 1 : read.value - truth[of]!)
    z.push((read.value - truth[of]!) / (read.error ?? Infinity))
  }
  const mean = off.reduce((a, b) => a + b, 0) / off.length
  return {
    read: off.length,
    bias: mean,
    worst: Math.max(...off.map(Math.abs)),
    within2: z.filter(value => Math.abs(value) <= 2).length / z.length,
  }
}

/** Tools that fit forms of pulses, or whose pictures are rendered: a second or more each. */
const SLOW = new Set(['ground', 'sync', 'streak', 'disc', 'place', 'chain', 'clock'])

// Limits are those of the table in docs/physics.md, with room for so few files.
test.each<[tool: string, figure: string, relative: boolean, bias: number, worst: number]>([
  ['black', 'ev', false, 0.05, 0.3],
  ['exposure', 'stops', false, 0.02, 0.1],
  ['ground', 'evenness', false, 0.05, 0.3],
  ['sync', 'travel', true, 0.05, 0.2],
  ['sharpness', 'width', true, 0.03, 0.12],
  ['streak', 'duration', true, 0.03, 0.1],
  ['place', 'past', false, 0.0004, 0.002],
  ['disc', 'duration', true, 0.03, 0.1],
  ['chain', 'latency', true, 0.05, 0.1],
  ['clock', 'lag', true, 0.03, 0.15],
  ['speed', 'speed', true, 0.004, 0.02],
  ['levels', 'margin', false, 0.1, 0.5],
  ['bounces', 'height', true, 0.01, 0.04],
  ['trace', 't01', true, 0.012, 0.04],
  ['trace', 't05', true, 0.012, 0.04],
])('%s reads %s of stand-ins without bias, and as surely as it says', (id, of, relative, bias, worst) => {
  const seeds = (SLOW.has(id) ? 1 : 5) * (process.env.EPIRO_THOROUGH === '1' ? 4 : 1)
  const seen = over(id, of, seeds, relative)
  expect(seen.read).toBeGreaterThanOrEqual(Math.max(1, seeds - 1))
  // One file has a miss, no bias.
  expect(Math.abs(seen.bias)).toBeLessThan(seeds === 1 ? worst : bias)
  expect(seen.worst).toBeLessThan(worst)
  expect(seen.within2).toBeGreaterThanOrEqual(0.8)
})

const kept = JSON.parse(readFileSync('tests/golden/readings.json', 'utf8')) as GoldenReadings

/** Everything that is read: any change shows, wanted or not. `npm run golden` writes down what is read. */
golden.each(LAB_TOOLS.flatMap(({ id }) => KEPT_SEEDS.map(seed => [id, seed] as const)))(
  '%s reads of stand-in %i what it read',
  (id, seed) => {
    expect(differences(toolRead(id, seed), kept[`${id} ${seed}`])).toEqual([])
  },
)

test('a ground is read round a bowl, behind a jug and above a table', () => {
  for (const seed of [3, 4]) {
    const { files, truth } = tool('ground').sample(seed)
    const reading = readLab(tool('ground'), files)
    expect(Math.abs(figure(reading, 'evenness').value! - truth.evenness!)).toBeLessThan(0.1)
    expect(Math.abs(figure(reading, 'middle').value! - truth.middle!)).toBeLessThan(0.1)
    // Bowl or jug, and table.
    expect(figure(reading, 'subject').value!).toBeGreaterThan(0.3)
    expect(figure(reading, 'subject').value!).toBeLessThan(0.7)
  }
})

test('a hidden middle is less sure the more its ground bends', () => {
  const [width, height] = [192, 132]
  /** A ground of so many stops by x, −1 to 1, with a dark jug before its middle. */
  const behindJug = (stops: (x: number) => number): LabReading => {
    const level = Float32Array.from({ length: width * height }, (_, i) => {
      const x = (2 * ((i % width) + 0.5)) / width - 1
      const isJug = Math.abs(x) < 0.45 && i > 0.3 * width * height
      return isJug ? 0.004 : 0.18 * 2 ** stops(x)
    })
    const frame = { width, height, level, factor: 1, exposure: { shutter: 1, aperture: 8, iso: 100 }, tone: 'sRGB' }
    return readLab(tool('ground'), [{ kind: 'frame', name: 'jug.jpg', frame } as LabInput])
  }
  const [flat, bent] = [behindJug(() => 1), behindJug(x => 1 - 1.5 * x ** 4)].map(one => figure(one, 'middle'))
  expect(flat!.value).toBeCloseTo(1, 2)
  expect(flat!.error).toBeCloseTo(Math.hypot(0.05 + 0.08 * 0.45 * 0.7, 0.06), 2)
  expect(bent!.error! - flat!.error!).toBeGreaterThan(0.05)
  expect(Math.abs(bent!.value! - 1)).toBeLessThan(2 * bent!.error!)
})

test('spots that stay are found, and none is made up', () => {
  let [found, there] = [0, 0]
  for (let seed = 1; seed <= 6; seed++) {
    const { files, truth } = tool('specks').sample(seed)
    const count = figure(readLab(tool('specks'), files), 'specks').value!
    expect(count).toBeLessThanOrEqual(truth.specks!)
    found += count
    there += truth.specks!
  }
  expect(found / there).toBeGreaterThan(0.5)
})

describe('what cannot be trusted says so', () => {
  test('every tool, without files', () => {
    for (const one of LAB_TOOLS) {
      const reading = readLab(one, [])
      expect(reading.trusted).toBe(false)
      expect(reading.gives).toEqual([])
      expect(limitsOf(reading)[0]).toMatch(/^Add (a file|\{n\} files) of the kind it reads/)
    }
  })
  const even = (level: number): LabInput => ({
    kind: 'frame',
    name: 'even.jpg',
    frame: {
      width: 64,
      height: 48,
      level: new Float32Array(64 * 48).fill(level),
      factor: 1,
      exposure: { shutter: 1, aperture: 8, iso: 100 },
      tone: 'sRGB',
    },
  })
  test('a frame as black as the file goes gives a bound and no evidence', () => {
    const reading = readLab(tool('black'), [even(0)])
    expect(figure(reading, 'ambient')).toMatchObject({ bound: 'below' })
    expect(reading.gives).toEqual([])
    expect(limitsOf(reading).join()).toContain('cannot show anything darker')
  })
  test('a patch that is burnt out', () => {
    const reading = readLab(tool('exposure'), [even(1)])
    expect(reading.trusted).toBe(false)
    expect(limitsOf(reading)[0]).toBe('The patch is burnt out: it is over by more than this.')
  })
  test('an even picture has no edge, no streak, no disc, no clock', () => {
    for (const id of ['sharpness', 'streak', 'disc', 'clock'])
      expect(readLab(tool(id), [even(0.3)])).toMatchObject({ trusted: false, gives: [] })
  })
  test('silence has no shots, bounces or levels', () => {
    const random = seededRandom(3)
    const samples = Float32Array.from({ length: 96_000 }, () => 0.001 * random.normal())
    const silence: LabInput = { kind: 'sound', name: 'silence.wav', sound: { rate: 48_000, samples } }
    for (const id of ['speed', 'bounces', 'levels'])
      expect(readLab(tool(id), [silence], { distance: 3 })).toMatchObject({ trusted: false, gives: [] })
  })
  test('a saturated trace gives bounds and nothing to send', () => {
    const { files, settings } = tool('trace').sample(4)
    const cut = files.map(file =>
      file.kind === 'trace'
        ? { ...file, trace: { ...file.trace, columns: [file.trace.columns[0]!.map(value => Math.min(0.5, value))] } }
        : file,
    )
    const reading = readLab(tool('trace'), cut, settings)
    expect(reading.trusted).toBe(false)
    expect(figure(reading, 't01').bound).toBe('below')
    expect(reading.gives).toEqual([])
  })
  test('events as loud as the clicks have no threshold between', () => {
    const { files } = tool('levels').sample(2)
    const reading = readLab(tool('levels'), [files[1]!, files[0]!])
    expect(reading.trusted).toBe(false)
    expect(limitsOf(reading)[0]).toMatch(/^Something else is as loud as the event/)
  })
})

test('a mark set by hand takes the place of what was read, and the figures follow', () => {
  const { files, settings, truth } = tool('speed').sample(5)
  const before = readLab(tool('speed'), files, settings)
  const impact = before.marks.find(mark => mark.id === 'impact0')!
  const after = readLab(tool('speed'), files, settings, [{ id: 'impact0', file: 0, at: impact.at + 0.01 }])
  expect(after.marks.find(mark => mark.id === 'impact0')).toMatchObject({ byHand: true, at: impact.at + 0.01 })
  expect(figure(after, 'gap').value! - figure(before, 'gap').value!).toBeCloseTo(0.01, 9)
  expect(figure(before, 'gap').value).toBeCloseTo(truth.gap!, 3)
})

test('several files of a tool for one give their mean and scatter, and a mark moves its own file alone', () => {
  const files = [1, 2, 3].flatMap(seed => tool('sharpness').sample(seed).files)
  const each = files.map(file => figure(readLab(tool('sharpness'), [file]), 'width').value!)
  const mean = (each[0]! + each[1]! + each[2]!) / 3
  const reading = readLab(tool('sharpness'), files)
  expect(figure(reading, 'width').value).toBeCloseTo(mean, 9)
  const scatter = Math.sqrt(each.reduce((total, value) => total + (value - mean) ** 2, 0) / 2)
  expect(figure(reading, 'width-scatter').value).toBeCloseTo(scatter, 9)
  expect(reading.rows.map(row => row.figures[0]!.value)).toEqual(each)
  const away = readLab(tool('sharpness'), files, {}, [
    { id: 'x0', file: 1, at: 0 },
    { id: 'x1', file: 1, at: 30 },
  ])
  expect(LAB.told(away.rows[1]!.name)).toBe('edge.jpg: not read')
  expect(figure(away, 'width').value).toBeCloseTo((each[0]! + each[2]!) / 2, 9)
  expect(limitsOf(away)).toContain('{out} of {all} files are left out.')
})

test('an edge is found to a fraction of a pixel, rising or falling', () => {
  const at = (sign: number) =>
    Float64Array.from({ length: 60 }, (_, i) => 0.4 + sign * 0.2 * (2 * normalCdf((i - 27.3) / 2) - 1))
  for (const sign of [1, -1]) {
    const edge = edgeOf(at(sign), 1e-4)!
    expect(edge.at).toBeCloseTo(27.3, 1)
    expect(edge.width).toBeCloseTo(2 * 2.563, 0)
    expect(Math.sign(edge.after - edge.before)).toBe(sign)
  }
  expect(edgeOf(new Float64Array(40).fill(0.3))).toBeNull()
})

test('sounds are found to a fraction of a millisecond through hum', () => {
  const rate = 48_000
  const random = seededRandom(8)
  const samples = Float32Array.from({ length: rate }, (_, i) => {
    const since = i / rate - 0.4321
    const sound = since >= 0 ? 0.4 * Math.exp(-since / 0.003) * Math.cos(2 * Math.PI * 1800 * since) : 0
    return sound + 0.05 * Math.sin((2 * Math.PI * 50 * i) / rate) + 0.001 * random.normal()
  })
  const [onset] = onsetsOf({ rate, samples })
  expect(onset!.at).toBeCloseTo(0.4321, 4)
})

test('the train of bounces is picked out of other sounds', () => {
  expect(trainOf([0.1, 0.5, 0.9, 1, 1.2, 1.425, 1.594])).toEqual([0.5, 0.9, 1.2, 1.425, 1.594])
})

test('the clock differs in one bit from one count to the next, and is read back', () => {
  for (let count = 0; count < 4096; count++) {
    expect(countOf(grayOf(count))).toBe(count)
    const changed = grayOf(count) ^ grayOf(count + 1)
    if (count < 4095) expect(changed & (changed - 1)).toBe(0)
  }
})

test('two frames a known step apart tell the contrast of a camera', () => {
  const light = (stops: number): Float32Array =>
    Float32Array.from({ length: 4000 }, (_, i) => Math.min(1, 0.18 * ((0.2 + i / 4000) * 2 ** stops) ** 1.25))
  const frame = (level: Float32Array) => ({
    width: 80,
    height: 50,
    level,
    factor: 1,
    exposure: { shutter: null, aperture: null, iso: null },
    tone: 'sRGB',
  })
  const curve = curveOf([frame(light(-1)), frame(light(0))], 1)!
  expect(curve.exponent).toBeCloseTo(1 / 1.25, 2)
  expect(curveOf([frame(light(-1)), frame(light(-1))], 1)).toBeNull()
})

describe('a trace from columns', () => {
  const rows = (start: number, step: number) =>
    Array.from({ length: 30 }, (_, i) => [start + i * step, i === 10 ? 1 : 0] as unknown[])
  test('takes the unit of time from its heading', () => {
    expect(traceOf([['time (us)', 'light'], ...rows(0, 1)]).time[1]).toBeCloseTo(1e-6, 12)
    expect(traceOf([['t [ms]', 'V'], ...rows(0, 2)]).time[1]).toBeCloseTo(2e-3, 12)
    expect(traceOf(rows(0, 0.5)).time[1]).toBe(0.5)
  })
  test.each([
    ['too few rows', rows(0, 1).slice(0, 5), 'rows'],
    ['time that turns back', [...rows(0, 1), [3, 0]], 'row 31'],
  ])('refuses %s', (_, bad, field) => {
    expect(() => traceOf(bad as unknown[][])).toThrow(expect.objectContaining({ field }))
  })
})

describe('figures are sent on and taken back', () => {
  const from = { how: 'Lab, test: a.wav', date: '2026-11-27' }
  test('as evidence', () => {
    const setup = newSetup('projectile')
    const give = { to: 'evidence', label: 'lab.test', kind: 'speed', value: 88, error: 1.2 } as const
    const after = exportedToSetup(setup, give, from)
    expect(after.evidence.at(-1)).toMatchObject({ kind: 'speed', value: 88, error: 1.2, ...from })
    const later = { ...after, name: 'Renamed' }
    expect(takenFromSetup(later, setup, after, give)).toEqual({ ...setup, name: 'Renamed' })
  })
  test('a place past the mark is kept past the near face', () => {
    const setup = { ...newSetup('projectile') }
    const moved = { ...setup, moment: { ...setup.moment, offset: 0.03 } }
    const give = { to: 'evidence', label: 'lab.test', kind: 'place', value: 0.01, error: 0.001 } as const
    expect(exportedToSetup(moved, give, from).evidence.at(-1)!.value).toBeCloseTo(0.04, 12)
  })
  test('into fields, marked as measured', () => {
    const setup = newSetup('projectile')
    const give = {
      to: 'set-up',
      label: 'lab.test',
      changes: [{ path: 'camera.curtainTravel', value: 0.0031 }],
    } as const
    const after = exportedToSetup(setup, { ...give, changes: [...give.changes] }, from)
    expect(valueAt(after, 'camera.curtainTravel')).toBe(0.0031)
    expect(after.marks).toContainEqual({ path: 'camera.curtainTravel', from: 'measured', ...from })
    expect(takenFromSetup(after, setup, after, { ...give, changes: [...give.changes] })).toEqual(setup)
  })
  test('into a flash’s table, at its power, and no other item', () => {
    const flash = {
      ...newKitItem('flash', 'F'),
      table: [{ power: 1 / 16, t05: 1e-4, t01: 3e-4, basis: 'rated' as const, date: '' }],
    }
    const give = { to: 'kit-row', label: 'lab.test', power: 1 / 16, t05: null, t01: 2.2e-4, error: null } as const
    const after = exportedToKit(flash, give, from)!
    expect(after.table).toEqual([{ power: 1 / 16, t05: null, t01: 2.2e-4, basis: 'measured', date: '2026-11-27' }])
    expect(takenFromKit({ ...after, notes: 'later' }, flash, give)).toEqual({ ...flash, notes: 'later' })
    expect(exportedToKit(newKitItem('lens', 'L'), give, from)).toBeNull()
  })
  test('into a camera’s figures', () => {
    const camera = newKitItem('camera', 'C')
    const give = { to: 'kit', label: 'lab.test', kind: 'camera', figures: { lag: 0.061 } } as const
    const after = exportedToKit(camera, give, from)!
    expect(after.figures.lag).toBe(0.061)
    expect(after.marks.lag).toEqual({ basis: 'measured', date: '2026-11-27' })
    expect(takenFromKit(after, camera, give)).toEqual(camera)
  })
})

test('what moved between the two frames of a place is no thing: it is told, and set by hand', () => {
  const squares = (places: number[]) => (x: number, y: number) =>
    places.some(at => Math.abs(x - at) < 8 && Math.abs(y - 60) < 8) ? 0.5 : 0.02
  const frame = (places: number[], seed: number): LabInput => ({
    kind: 'frame',
    name: `${seed}.jpg`,
    frame: shot(squares(places), { width: 240, height: 120 }, seededRandom(seed)),
  })
  const read = (places: number[], marks: Parameters<typeof readLab>[3] = []) =>
    readLab(tool('place'), [frame(places, 1), frame([], 2)], { way: 'right', length: 0.24 }, [
      { id: 'mark', file: 0, at: 100 },
      ...marks,
    ])
  const alone = read([120])
  expect(alone.trusted).toBe(true)
  expect(Math.abs(alone.figures[0]!.value! - 0.028)).toBeLessThan(0.001)
  const several = read([40, 120, 200])
  expect(several.trusted).toBe(false)
  expect(several.gives).toEqual([])
  expect(limitsOf(several)[0]).toBe(
    'More than the object differs from the empty frame: did the camera or a light move?',
  )
  expect(read([40, 120, 200], [{ id: 'front', file: 0, at: 128 }]).trusted).toBe(true)
})

describe('where a front begins', () => {
  const row = (level: (x: number) => number): number[] =>
    Array.from({ length: 30 }, (_, i) => 0.02 + level(i) + 0.002 * Math.sin(7.3 * i * i))
  test('a soft edge is found at its half, to a fraction of a pixel', () => {
    for (const at of [11, 11.3, 11.7])
      for (const soft of [0.6, 1]) {
        const found = beginning(row(x => 0.6 / (1 + Math.exp((-1.7 * (x - at)) / soft))))!
        expect(Math.abs(found.at - at)).toBeLessThan(0.8)
        expect(Math.abs(found.at - at)).toBeLessThan(found.error)
      }
  })
  test('a round thing that grows brighter inwards is found at its edge, not at half of its light', () => {
    // Half of its light is four pixels in.
    const found = beginning(row(x => (x < 10 ? 0 : 0.25 * Math.sqrt(x - 10))))!
    expect(found.at).toBeGreaterThan(9.5)
    expect(found.at).toBeLessThan(11.4)
    expect(Math.abs(found.at - 10)).toBeLessThan(2.5 * found.error)
  })
  test('noise alone begins nowhere', () => {
    expect(beginning(row(() => 0))).toBeNull()
  })
})
