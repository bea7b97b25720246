import {
  type Setup,
  RECIPE,
  changed,
  durationFor,
  entered,
  entersPicture,
  find,
  flashFromLeaflet,
  playedSessions,
  knownTable,
  momentOf,
  newSetup,
  plan,
  positionsSeen,
  resultsOf,
  sourceOf,
  withChanges,
} from '~~/core'
import { parse } from '~~/shared/units'
import { figure as numberIn, inWords } from '../../support/figures'

/** The ten evenings that practitioners told, each figure worked out by hand. */

type Values = Record<string, string | number | boolean | null>
const said = (setup: Setup, values: Values): Setup =>
  Object.entries(values).reduce((now, [path, value]) => {
    const change = [{ path, value }]
    return entered(changed(now, change), change, '2026-11-29')
  }, setup)
const figure = (setup: Setup, id: string) => resultsOf(plan(setup)).find(result => result.id === id)!

describe('1: the paper', () => {
  // Sensor, controller, cable and flash together 0.2 ms, to the middle of the light.
  const start = said(newSetup('projectile'), {
    'sensor.position': 0.1,
    'moment.offset': 0,
    'sensor.response': 5e-6,
    'sensor.latency': 80e-6,
    'controller.latency': 20e-6,
    'link.latency': 5e-6,
    'flashes[0].latency': 75e-6,
    'flashes[1].latency': 75e-6,
  })
  const paper = find(start, 'subject.distance', figure(start, 'delay').read, 0.015).answers
  test('hit at 15.0 ms dialled it hangs 0.616 m off', () => {
    expect(plan(start).timing.chainLatency).toBeCloseTo(0.2e-3, 5)
    expect(paper).toHaveLength(1)
    // 34 m/s × (0.1/34 + 0.2 ms + 15 ms) without drag, which takes a millimetre.
    expect(paper[0]).toBeCloseTo(0.616, 2)
  })
  const poppadom = said(start, { 'subject.distance': paper[0]!, 'subject.depth': 0.012, 'moment.offset': 0.032 })
  test('20 mm past the far side of 12 mm of poppadom: 15.9 ms', () =>
    expect(plan(poppadom).timing.wanted! * 1e3).toBeCloseTo(15.9, 1))
  test('the streak at 50 µs is 1.69 mm; half a millimetre takes 15 µs, which no flash here gives', () => {
    expect(plan(poppadom).sharpness.subject * 1e3).toBeCloseTo(1.69, 2)
    const { duration, lights } = durationFor(plan(poppadom), 0.5e-3)
    expect(duration! * 1e6).toBeCloseTo(14.8, 1)
    expect(lights.map(light => light.power)).toEqual([null, null])
    expect(lights[0]).toMatchObject({ shortest: 31e-6, at: 1 / 128 })
  })
  test('a radio with 3 ms does: the delay is 3 ms shorter', () => {
    const radio = said(poppadom, { 'link.kind': 'radio', 'link.latency': 3e-3 })
    expect(plan(radio).timing.wanted! - plan(poppadom).timing.wanted!).toBeCloseTo(-3e-3 + 5e-6, 9)
    expect(plan(radio).timing.feasible).toBe(true)
  })
  test('a hand catapult is heard by its elastic', () => {
    const catapult = said(poppadom, { 'action.kind': 'catapult', 'sensor.kind': 'sound', 'sensor.position': 0 })
    expect(catapult.sensor.source).toBe('start')
    const p = plan(catapult)
    expect(p.findings.map(f => f.id)).not.toContain('silent-source')
    // It stands beside the path, and is not in the way.
    expect(catapult.sensor.offset).toBe(0.15)
    expect(p.findings.map(f => f.id)).not.toContain('mic-in-line')
  })
})

test('2: the guess of 6 m/s is 164 ms, and does not hold against one throw', () => {
  const start = said(newSetup('throw'), {
    'subject.distance': 1.1,
    'motion.angle': (15 * Math.PI) / 180,
    'sensor.position': 0.15,
    'motion.speed': 6,
  })
  const told = plan(withChanges(start, momentOf(start, RECIPE.throw.moments[2]!)))
  // 0.95 m at 6 m/s along the level: 164 ms, less the chain.
  expect(told.timing.wanted! + told.timing.chainLatency).toBeCloseTo(0.95 / (6 * Math.cos(Math.PI / 12)), 2)
  expect(start.motion.speedError).toBe(0.2)
  expect(playedSessions(start).props).toBeGreaterThan(3)
})

test('3: a face within 20° of 40 mm at 18 turns a second shows in 22 %, and bounds the headline', () => {
  const disc = said(newSetup('toss', 'fast-shutter'), {
    'motion.diameter': 0.04,
    'motion.turns': 18,
    'motion.turnsSpread': 0.2,
    'motion.faceWithin': Math.PI / 9,
    'picture.shutter': 1 / 1000,
  })
  const p = plan(disc)
  expect(p.face!.chance).toBeCloseTo(40 / 180, 3)
  expect(p.keeper.chance).toBeLessThan(0.22)
  expect(p.keeper.parts.face).toBe(p.face!.chance)
  const rim = p.sharpness.bodies.find(body => body.kind === 'rim')!
  expect(rim.at).toBeCloseTo(2.26, 2)
  expect(rim.subject * 1e3).toBeCloseTo(2.26, 2)
  const faster = plan(said(disc, { 'picture.shutter': 1 / 8000 })).sharpness.bodies
  expect(faster.find(body => body.kind === 'rim')!.subject * 1e3).toBeCloseTo(0.28, 2)
})

test('4: a pebble falls 0.50 m in 319 ms; its strike draws a streak, and the floor is held in the picture', () => {
  const tank = said(newSetup('drop'), {
    'subject.distance': 0.5,
    'subject.liquidDepth': 0.15,
    'motion.diameter': 0.014,
    'motion.mass': 0.0036,
    'flashes[0].power': 1 / 4,
    'flashes[1].power': 1 / 4,
  })
  const floor = withChanges(
    tank,
    momentOf(
      tank,
      RECIPE.drop.moments.find(m => m.name.includes('bottom'))!,
    ),
  )
  const p = plan(floor)
  // 319.3 ms in a vacuum, and some tenths for the air.
  expect(Math.abs(p.timing.impact! * 1e3 - 319.5)).toBeLessThan(0.7)
  expect(p.sharpness.speed).toBeGreaterThan(0.3)
  // 150 mm under the surface, in a picture 144 mm high.
  const out = p.findings.find(finding => finding.id === 'out-of-frame')
  expect(out?.severity).toBe('error')
  expect(p.keeper.stop).toBe('out-of-frame')
  const lowered = inWords(out!.fixes).find(fix => fix.label.startsWith('Lower the camera'))!
  expect(plan(withChanges(floor, lowered.changes)).findings.map(finding => finding.id)).not.toContain('out-of-frame')
  const short = plan(said(floor, { 'flashes[0].power': 1 / 64, 'flashes[1].power': 1 / 64 }))
  expect(short.exposure.flash! - p.exposure.flash!).toBeCloseTo(-4, 9)
  expect(short.sharpness.subject / p.sharpness.subject).toBeCloseTo(50 / 560, 2)
})

test('5: on the count, with 45 ms of scatter, 25 ms are caught in 22 %; by a burst at 9 a second in as many', () => {
  const bag = said(newSetup('balloon', 'fast-shutter', 'hand'), {
    'hand.scatter': 0.045,
    'hand.flinchError': 0,
    'moment.window.beforeTime': 0.0125,
    'moment.window.afterTime': 0.0125,
  })
  expect(plan(bag).keep.perTake).toBeCloseTo(0.22, 2)
  const burst = said(bag, { 'trigger': 'burst', 'camera.frameRate': 9 })
  expect(plan(burst).keep.perTake).toBeCloseTo(0.225, 3)
  expect(bag.picture.shutter).toBeLessThanOrEqual(1 / 1000)
})

describe('6: no delay', () => {
  const mic = (values: Values): Setup =>
    said(newSetup('projectile'), {
      'sensor.kind': 'sound',
      'sensor.position': 0,
      'sensor.riseTime': 0,
      'sensor.latency': 120e-6,
      'controller.delayMaximum': 0,
      ...values,
    })
  const where = (setup: Setup): number[] => find(setup, 'sensor.offset', figure(setup, 'delay').read, 0).answers
  test('27.4 ms after the shot the microphone would have to stand 9.35 m off', () => {
    const setup = mic({})
    expect(plan(setup).timing.moment! * 1e3).toBeCloseTo(27.4, 1)
    expect(where(setup)).toHaveLength(1)
    expect(where(setup)[0]).toBeCloseTo(9.35, 1)
  })
  test('at 180 m/s and 1.2 m, 6.7 ms: 2.22 m', () => {
    const setup = mic({ 'motion.speed': 180, 'subject.distance': 1.17 })
    expect(plan(setup).timing.moment! * 1e3).toBeCloseTo(6.7, 1)
    expect(where(setup)[0]).toBeCloseTo(2.22, 1)
  })
  test('what a result does not depend on is said to be so', () => {
    const found = find(mic({}), 'lens.focalLength', figure(mic({}), 'delay').read, 0.01)
    expect(found).toMatchObject({ answers: [], flat: true })
  })
})

test('7: the skater: 0.64 m apart, 4.48 m in all, six bodies of eight in the picture; open 1.4 s or 1.6', () => {
  const start = said(newSetup('run'), {
    'motion.speed': 3.2,
    'subject.distance': 4,
    'picture.distance': 10.1,
    'lens.focalLength': 0.1,
  })
  const pops = { placing: 'interval' as const, count: 8, interval: 0.2, joinsLast: false, from: 0, to: 1, times: [] }
  const group = { name: 'Pops', lights: [0, 1], start: 0, ...pops }
  const skater = { ...start, sequence: { ...start.sequence, groups: [group] } }
  const enters = entersPicture(plan(skater))!
  expect(enters).toBeLessThan(0)
  const p = plan({ ...skater, sequence: { ...skater.sequence, groups: [{ ...group, start: enters }] } })
  expect(p.optics.fieldWidth).toBeCloseTo(3.6, 1)
  const places = p.sequence!.exposures.map(exposure => exposure.along)
  expect(places[1]! - places[0]!).toBeCloseTo(0.64, 9)
  expect(places[7]! - places[0]!).toBeCloseTo(4.48, 9)
  expect(positionsSeen(p)).toBe(6)
  expect(p.sequence!.span).toBeCloseTo(1.4, 9)
  expect(p.sequence!.least).toBeGreaterThan(1.4)
  expect(p.sequence!.least).toBeLessThan(1.45)
  expect(p.sequence!.customary).toBeCloseTo(1.6, 9)
  const finding = p.findings.find(f => f.id === 'out-of-frame')!
  expect([numberIn(finding.figures.seen).value, numberIn(finding.figures.all).value]).toEqual([6, 8])
})

test('a thing struck late in its swing stands farther along, or the camera is aimed there: either holds it', () => {
  const late = said(newSetup('swing'), { 'moment.reference': 'travel', 'moment.offset': 0.4 })
  const { fixes } = plan(late).findings.find(f => f.id === 'out-of-frame')!
  const [aimed, moved] = ['Aim', 'Move the subject'].map(label =>
    inWords(fixes).find(fix => fix.label.startsWith(label))!,
  )
  expect(moved!.figures.by).toEqual(aimed!.figures.by)
  for (const { changes } of [aimed!, moved!])
    expect(plan(withChanges(late, changes)).findings.map(f => f.id)).not.toContain('out-of-frame')
  const at = plan(withChanges(late, moved!.changes)).setup
  expect(at.subject.distance - late.subject.distance).toBeCloseTo(numberIn(moved!.figures.by).value, 9)
  // What catches it stays as far behind it.
  expect(at.catch.distance - at.subject.distance).toBeCloseTo(late.catch.distance - late.subject.distance, 9)
})

test('8: sesame: guide number 28 at 1/8 and 0.6 m, ISO 200, is 3.1 stops over f/8 before anything is lost', () => {
  const start = newSetup('grains')
  const one = { ...start, flashes: [{ ...start.flashes[0]!, units: 1, lossStops: 0 }] }
  const bun = said(one, {
    'picture.aperture': 8,
    'picture.iso': 200,
    'picture.distance': 30,
    'flashes[0].power': 1 / 8,
    'flashes[0].distance': 0.6,
  })
  expect(plan(bun).exposure.flash).toBeCloseTo(2 * Math.log2((28 * Math.sqrt(1 / 8) * Math.SQRT2) / 0.6 / 8), 1)
  expect(plan(bun).exposure.flash).toBeCloseTo(3.1, 1)
  // One stop dark, said as it is said.
  expect(parse('one stop dark', 'stops')).toEqual({ value: -1 })
})

test('9: three lines of a leaflet; t.1 follows and is marked, and a typed t.1 moves only what was assumed', () => {
  const flash = flashFromLeaflet({
    name: 'Spark',
    supply: 'battery',
    durations: [
      { duration: 1 / 1000, measure: 't05', power: 1 },
      { duration: 1 / 9000, measure: 't05', power: 1 / 16 },
      { duration: 1 / 20_000, measure: 't05', power: 1 / 128 },
    ],
    guideNumber: 36,
    energy: null,
    recycleTime: 2.2,
  })
  const table = knownTable({ supply: 'battery', table: flash.table })
  const at = (power: number) => table.find(row => row.power === power)!
  expect(at(1 / 128).t01 / at(1 / 128).t05).toBeCloseTo(1.3, 9)
  expect(flash.marks.recycleTime!.basis).toBe('rated')
  const start = newSetup('pour')
  const typed = said(
    { ...start, flashes: [{ ...start.flashes[0]!, table: flash.table, borrowed: false }] },
    { 'flashes[0].table[7].t05': 1 / 20_000, 'flashes[0].table[7].t01': 70e-6 },
  )
  expect(typed.flashes[0]!.table[7]).toMatchObject({ t05: 1 / 20_000, t01: 70e-6 })
  expect(sourceOf(typed, 'flashes[0].table[7].t01').from).toBe('yours')
})
