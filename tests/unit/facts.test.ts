import {
  type Evidence,
  type Setup,
  assess,
  entered,
  evidenceOf,
  fieldAt,
  flashFromKit,
  flashFromLeaflet,
  markedByKit,
  newSetup,
  type NumberField,
  plan,
  READINGS,
  sourceOf,
  withChanges,
  marked,
} from '~~/core'
import { sourceLines } from '~~/shared/text/sources'
import { checkKitItem } from '~~/shared/schemas/kit'
import { parse, parseField } from '~~/shared/units'

/** A fact typed into its one field. */
function say(setup: Setup, path: string, text: string): Setup {
  const parsed = parseField(text, fieldAt(path) as NumberField)
  if ('error' in parsed) throw new Error(`${path}: ${parsed.error}`)
  const changes = [{ path, value: parsed.value }]
  return entered(withChanges(setup, changes), changes, '2026-11-26')
}
/** A fact as evidence. */
function see(setup: Setup, kind: Evidence['kind'], text: string, rest: Partial<Evidence> = {}): Setup {
  const parsed = parseField(text, READINGS[kind])
  if ('error' in parsed) throw new Error(`${kind}: ${parsed.error}`)
  return { ...setup, evidence: [...setup.evidence, evidenceOf(setup, { ...rest, kind, value: parsed.value! })] }
}
const wanted = (setup: Setup): number => plan(setup).timing.wanted!

/** Facts as people say them; each is entered in one place and acts on the plan. */
describe('twenty facts as people say them', () => {
  const cracker = newSetup('projectile')
  const pour = newSetup('pour')
  const balloon = newSetup('balloon')
  const shot = plan(cracker).timing.used!

  test.each<[string, Setup, (setup: Setup) => Setup, (setup: Setup) => number, number, number]>([
    ['it does 112 feet a second', cracker, s => say(s, 'motion.speed', '112 fps'), s => s.motion.speed, 34.1376, 6],
    [
      'the ball is 2.1 g',
      cracker,
      s => say(s, 'motion.mass', '4.2 g'),
      s => assess(s).drag / assess(cracker).drag,
      0.5,
      6,
    ],
    [
      '3 ft from the muzzle',
      cracker,
      s => say(s, 'subject.distance', '3 ft'),
      s => plan(s).timing.impact! / plan(cracker).timing.impact!,
      1.017,
      2,
    ],
    [
      'the beam is 12 inches out',
      cracker,
      s => say(s, 'sensor.position', '12 in'),
      s => plan(s).timing.sensed!,
      0.3048 / 34,
      3,
    ],
    [
      'an inch and a half past the face',
      cracker,
      s => say(s, 'moment.offset', '1 1/2 in'),
      s => s.moment.offset,
      0.0381,
      9,
    ],
    [
      'the card was hit at 18.4 ms, 38 mm past',
      cracker,
      s => see(s, 'place', '38 mm', { delay: shot }),
      s => plan(s).setup.motion.speed,
      34.36,
      1,
    ],
    [
      'the chronograph said 36 m/s',
      cracker,
      s => see(s, 'speed', '36 m/s', { at: 0 }),
      s => plan(s).setup.motion.speed,
      35.4,
      0,
    ],
    [
      'it was out of the frame already',
      cracker,
      s => see(s, 'beyond', '100 mm', { delay: shot }),
      s => Number(wanted(s) < wanted(cracker) - 5e-4),
      1,
      9,
    ],
    [
      'it was not there yet',
      cracker,
      s => see(s, 'short', '0 mm', { delay: shot }),
      s => Number(wanted(s) > wanted(cracker) + 3e-4),
      1,
      9,
    ],
    [
      '26.2 ms from bang to hit on the recording',
      cracker,
      s => see(s, 'interval', '26.2 ms'),
      s => plan(s).timing.impact!,
      0.0262,
      4,
    ],
    [
      // Weighed with the radio's own jitter and what was assumed of it, 714 ± 150 µs.
      'the chain takes 350 µs',
      cracker,
      s => see(withChanges(s, [{ path: 'link.kind', value: 'radio' }]), 'latency', '350 us'),
      s => plan(s).timing.chainLatency,
      388e-6,
      5,
    ],
    [
      'the picture was 20 ms late',
      pour,
      s => see(s, 'late', '20 ms', { delay: plan(pour).timing.used }),
      s => Number(wanted(s) < wanted(pour) - 0.01),
      1,
      9,
    ],
    [
      'the microphone is 2 yards off',
      balloon,
      s => say(s, 'sensor.offset', '2 yd'),
      s => plan(s).timing.sensed!,
      1.8288 / 343.4,
      4,
    ],
    ['a metered triple', pour, s => say(s, 'picture.ambientEv', '1/60 f/4 ISO 400'), s => s.picture.ambientEv, 7.91, 9],
    ['300 lux', pour, s => say(s, 'picture.ambientEv', '300 lux'), s => s.picture.ambientEv, 6.91, 9],
    ['a dim room', pour, s => say(s, 'picture.ambientEv', 'dim room'), s => s.picture.ambientEv, 3, 9],
    [
      'the meter says the key is a stop over',
      pour,
      s => see(s, 'light', '1 stop', { light: 0 }),
      s => Number(plan(s).exposure.flash! > plan(pour).exposure.flash! + 0.3),
      1,
      9,
    ],
    [
      'the room metered three stops up',
      pour,
      s => see(s, 'ambient', '-1'),
      s => Number(plan(s).exposure.ambient > plan(pour).exposure.ambient + 2),
      1,
      9,
    ],
    ['the key at 1/128', pour, s => say(s, 'flashes[0].power', '1/128'), s => plan(s).pulses[0]!.t01 * 1e6, 31, 6],
    [
      'the shutter at 250',
      newSetup('throw'),
      s => say(s, 'picture.shutter', '250'),
      s => s.picture.shutter,
      1 / 250,
      9,
    ],
    ['68 °F in here', cracker, s => say(s, 'air.temperatureC', '68 °F'), s => s.air.temperatureC, 20, 9],
    [
      'pressed within 30 ms',
      withChanges(newSetup('toss'), [{ path: 'trigger', value: 'hand' }]),
      s => say(s, 'hand.scatter', '±30 ms'),
      s => s.hand.scatter,
      0.03,
      9,
    ],
  ])('%s', (_, before, fact, read, value, digits) => {
    const after = fact(before)
    expect(read(after)).toBeCloseTo(value, digits)
    // In one place: one mark or one piece of evidence, nothing else; what is dialled needs no mark.
    expect(after.marks.length + after.evidence.length).toBeLessThanOrEqual(1)
  })
})

describe('light by its name', () => {
  test.each([
    ['2.5 lux', 0],
    ['1000 lx', 8.64],
    ['Open shade', 12],
    ['candle light', 2],
    ['dark room', -4],
  ])('%s', (text, ev) => expect(parse(text, 'ev')).toMatchObject({ value: ev }))
  test('other words and no light at all are not understood', () => {
    for (const text of ['purple', '0 lux', 'lux']) expect(parse(text, 'ev')).toHaveProperty('error')
  })
})

test('turns, a minute or a second, and a guide number with its letters', () => {
  expect(parse('3 turns/s', 'rate')).toEqual({ value: 3 })
  expect(parse('90 rpm', 'rate')).toEqual({ value: 1.5 })
  expect(parse('GN 58', 'guide')).toEqual({ value: 58 })
})

describe('a flash from its leaflet', () => {
  const said = {
    name: 'Spark 2',
    supply: 'battery',
    durations: [{ duration: 1 / 11_000, measure: 't05', power: 1 / 16 }],
    guideNumber: 36,
    energy: null,
    recycleTime: 2,
  } as const
  test('what is said is rated and stays as it is; the rest is drawn to it and assumed', () => {
    const item = flashFromLeaflet(said)
    expect(checkKitItem(item)).toHaveProperty('value')
    const row = item.table.find(entry => entry.power === 1 / 16)!
    expect(row).toMatchObject({ t05: 1 / 11_000, t01: null, basis: 'rated' })
    // A typical unit has 115 µs at 1/16 and 1250 µs at full: all of them in the same ratio.
    const full = item.table.find(entry => entry.power === 1)!
    expect(full.t05! / 1250e-6).toBeCloseTo(1 / 11_000 / 115e-6, 9)
    expect(full.basis).toBe('assumed')
    expect([item.marks.guideNumber!.basis, item.marks.energy!.basis, item.marks.recycleTime!.basis]).toEqual([
      'rated',
      'assumed',
      'rated',
    ])
    expect(item.figures.energy).toBeCloseTo(76 * (36 / 28) ** 2, 6)
  })
  test('energy alone gives a guide number; a mains head is of its own kind', () => {
    const item = flashFromLeaflet({
      ...said,
      supply: 'mains',
      guideNumber: null,
      energy: 2000,
      durations: [{ duration: 1 / 700, measure: 't01', power: 1 }],
    })
    expect(item.figures.guideNumber).toBeCloseTo(180, 6)
    expect(item.marks.guideNumber!.basis).toBe('assumed')
    expect(item.table.find(row => row.power === 1)).toMatchObject({ t05: null, t01: 1 / 700 })
    expect(item.table.find(row => row.power === 0.5)!.t01).toBeCloseTo((1900e-6 * (1 / 700)) / 1500e-6, 9)
  })
  test('a power between two typical ones takes the place of the one within 0.4 stops of it', () => {
    const powers = (power: number): number[] =>
      flashFromLeaflet({ ...said, durations: [{ ...said.durations[0], power }] }).table.map(row => row.power)
    expect(powers(0.11)).toEqual([1, 1 / 2, 1 / 4, 0.11, 1 / 16, 1 / 32, 1 / 64, 1 / 128])
    expect(powers(0.09)).toEqual([1, 1 / 2, 1 / 4, 1 / 8, 0.09, 1 / 16, 1 / 32, 1 / 64, 1 / 128])
  })
  test('three lines of a leaflet all stand; between them the rest is drawn, beyond them as the last', () => {
    const durations = [
      { duration: 1 / 1000, measure: 't05', power: 1 },
      { duration: 1 / 9000, measure: 't05', power: 1 / 16 },
      { duration: 1 / 20_000, measure: 't05', power: 1 / 128 },
    ] as const
    const { table } = flashFromLeaflet({ ...said, durations })
    const at = (power: number) => table.find(row => row.power === power)!
    for (const { duration, power } of durations)
      expect(at(power)).toMatchObject({ t05: duration, t01: null, basis: 'rated' })
    // Typical: 1250, 115 and 22 µs there, 420 µs at a quarter, which is half of the way from full to 1/16.
    const factors = [1e-3 / 1250e-6, 1 / 9000 / 115e-6]
    expect(at(1 / 4).t05).toBeCloseTo(420e-6 * Math.sqrt(factors[0]! * factors[1]!), 12)
    expect(at(1 / 4)).toMatchObject({ basis: 'assumed' })
    expect(table.every((row, i) => i === 0 || (row.t05 ?? 0) < (table[i - 1]!.t05 ?? 1))).toBe(true)
    expect(() => flashFromLeaflet({ ...said, durations: [] })).toThrow(/durations/)
  })
  test('in a set-up the rated figures are rated, the assumed ones assumed', () => {
    const item = flashFromLeaflet(said)
    const start = newSetup('pour')
    const lit = { ...start, flashes: start.flashes.map(flash => flashFromKit(flash, item, 'k')) }
    const setup = markedByKit(lit, item, 'k')
    expect(sourceOf(setup, 'flashes[0].guideNumber').from).toBe('rated')
    expect(sourceOf(setup, 'flashes[0].energy').from).toBe('assumed')
    expect(Number.isFinite(plan(setup).sharpness.subject)).toBe(true)
  })
})

describe('where figures come from, as a report tells them apart', () => {
  const matters = [
    { path: 'flashes[0].lossStops', most: 0.4 },
    { path: 'motion.speedError', most: 0.2 },
  ]
  test('measured with what was seen, rated, entered, assumed: a line each', () => {
    let setup = entered(newSetup('projectile'), [{ path: 'subject.distance', value: 0.8 }])
    setup = marked(setup, ['motion.speed'], 'measured')
    setup = marked(setup, ['camera.curtainTravel', 'flashes[1].guideNumber'], 'rated')
    setup = { ...setup, evidence: [evidenceOf(setup, { kind: 'place', value: 0.03, delay: 0.018, id: 'a' })] }
    expect(sourceLines(setup, matters)).toEqual([
      'Measured: Launch speed, 1 measurement',
      'Rated: Curtain travel, Rim: Guide number',
      'Entered: Distance from start to subject',
      'Worth checking: assumed, and they matter: Key: Modifier loss, Speed uncertainty',
    ])
    const off = { ...setup, evidence: [{ ...setup.evidence[0]!, on: false }] }
    expect(sourceLines(off, [])[0]).toBe('Measured: Launch speed')
    expect(sourceLines(newSetup('projectile'), [])).toEqual([])
  })
  test('more than six of a kind are counted', () => {
    const paths = ['air.temperatureC', 'air.pressure', 'motion.speed', 'motion.mass', 'motion.diameter']
    const more = [...paths, 'subject.depth', 'subject.height', 'sensor.position']
    expect(sourceLines(marked(newSetup('projectile'), more, 'measured'), [])[0]).toMatch(/Subject depth and 2 more$/)
  })
})
