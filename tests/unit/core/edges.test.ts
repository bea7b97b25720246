import {
  type LoggedTake,
  type Setup,
  cautionsOf,
  compareMethods,
  dialOf,
  flashFromKit,
  kitChanges,
  kitDifferences,
  momentChanges,
  newKitItem,
  newSetup,
  plan,
  runStateOf,
  solveLight,
  assess,
  bufferAfter,
  roomShowsAfter,
  rolesOf,
  slowestRecycle,
  stepsOf,
  timing,
  withChange,
  withChanges,
  withKit,
} from '~~/core'
import { CALL_TEXTS, STEP_TEXTS } from '~~/shared/texts/run'

type Values = Record<string, string | number | boolean | null>
const make = (recipe: Parameters<typeof newSetup>[0], values: Values = {}): Setup =>
  withChanges(
    newSetup(recipe),
    Object.entries(values).map(([path, value]) => ({ path, value })),
  )

test('the first take has scatter and what is not known together, as the root of their squares', () => {
  const p = plan(newSetup('projectile'))
  const { before, after } = p.keep
  const both = Math.sqrt(p.spread.scatter ** 2 + p.spread.uncertainty ** 2)
  expect(p.keep.firstTake).toBeCloseTo(
    timing.keepProbability({ bias: p.timing.bias!, scatter: both, before, after }),
    12,
  )
})

test('lights jitter apart: each counts by its share of the light', () => {
  const setup = make('projectile', {
    'flashes[0].jitter': 30e-6,
    'flashes[1].jitter': 10e-6,
    'flashes[0].units': 1,
    'flashes[0].distance': 0.5,
    'flashes[1].distance': 1,
  })
  const stage = plan(setup).stages.find(s => s.id === 'flash')!
  // Half the distance is four times the light: shares of four fifths and one fifth.
  expect(stage.jitter).toBeCloseTo(Math.hypot(0.8 * 30e-6, 0.2 * 10e-6), 12)
})

test('a method with less light asks for a higher ISO, one with more for a lower', () => {
  const dim = make('powder', { 'flashes[0].distance': 2.4, 'flashes[1].distance': 2.4, 'picture.iso': 100 })
  const bright = make('powder', { 'flashes[0].distance': 0.4, 'flashes[1].distance': 0.4, 'picture.iso': 800 })
  const iso = (setup: Setup): number =>
    compareMethods(setup).find(m => m.method === 'open-shutter' && m.trigger === 'sensor')!.iso
  expect(iso(dim)).toBeGreaterThan(100)
  expect(iso(bright)).toBeLessThan(800)
})

test('where light is short the solver moves lights in, and where there is too much it turns them down', () => {
  const far = make('projectile', { 'flashes[0].distance': 6, 'flashes[1].distance': 6, 'camera.maximumIso': 100 })
  const nearer = solveLight(far).nearest.find(n => n.givesUp === 'distance')!
  const placed = withChanges(far, nearer.changes)
  for (const flash of placed.flashes) expect(flash.distance).toBeLessThan(6)
  const near = make('projectile', {
    'flashes[0].distance': 0.15,
    'flashes[1].distance': 0.15,
    'picture.depthWanted': 0.002,
    'picture.blurLimit': 0.02,
  })
  const { solution } = solveLight(near)
  expect(Math.abs(solution!.exposure)).toBeLessThanOrEqual(1 / 3 + 1e-6)
})

test('a sag is a square of time: twice as late is four times the share', () => {
  const setup = withChanges(newSetup('balloon'), [
    { path: 'moment.model', value: 'hang' },
    { path: 'moment.fraction', value: 0.1 },
  ])
  const p = plan(setup)
  const later = momentChanges(p, 2 * p.timing.moment!).find(change => change.path === 'moment.fraction')!
  expect(later.value).toBeCloseTo(0.4, 6)
})

test('a catch inside the subject catches nothing; just behind it, it does', () => {
  const ids = (distance: number): string[] =>
    plan(make('projectile', { 'catch.distance': distance })).findings.map(f => f.id)
  expect(ids(0.905)).toContain('catch')
  expect(ids(0.912)).toContain('catch')
  expect(ids(0.913)).not.toContain('catch')
})

describe('cautions and calls fit what is there', () => {
  const ids = (setup: Setup): string[] => cautionsOf(setup).map(c => c.id)
  test.each<[Parameters<typeof newSetup>[0], Values, string, boolean]>([
    ['pour', {}, 'shards', true],
    ['toss', {}, 'shards', false],
    ['pour', {}, 'water', true],
    ['balloon', { 'subject.filling': 'liquid' }, 'dust', false],
    ['balloon', { 'subject.filling': 'liquid' }, 'water', true],
    ['balloon', { 'subject.filling': 'powder' }, 'dust', true],
    ['balloon', {}, 'dust', false],
    ['powder', {}, 'dust', true],
    ['powder', {}, 'dark', false],
    ['powder', { method: 'open-shutter' }, 'dark', true],
  ])('%s %j: %s is shown: %p', (recipe, values, id, shown) =>
    expect(ids(make(recipe, values)).includes(id)).toBe(shown),
  )

  test('a call is given by whom the set-up names for it, else by whom it is usual', () => {
    const setup = make('projectile', { 'crew.lights-out': 'Mara', 'crew.lights-on': ' Mara ', 'crew.reset': 'prop' })
    const by = Object.fromEntries(stepsOf(setup).map(step => [step.id, step.role]))
    expect(by).toMatchObject({
      'ready': 'lead',
      'lights-out': 'Mara',
      'lights-on': 'Mara',
      'open': 'shutter',
      'act': 'action',
      'reset': 'prop',
    })
    expect(rolesOf(stepsOf(setup))).toEqual(['lead', 'Mara', 'shutter', 'action', 'prop'])
    expect(rolesOf(stepsOf(newSetup('projectile')))).toEqual(['lead', 'shutter', 'action'])
  })

  test('lights come on after an open shutter, by one call; without flash nobody waits for one', () => {
    const calls = (setup: Setup): string[] =>
      stepsOf(setup)
        .filter(step => step.id === 'lights-on')
        .map(step => CALL_TEXTS[step.call]!)
    expect(calls(newSetup('drop'))).toEqual(['Lights'])
    expect(calls(newSetup('projectile'))).toEqual(['Unloaded, lights on'])
    expect(calls(newSetup('powder'))).toEqual([])
    const ready = (setup: Setup): string => STEP_TEXTS[stepsOf(setup)[0]!.text]!
    expect(ready(newSetup('drop'))).toBe('Everyone in place; delay dialled; flashes ready.')
    expect(ready({ ...make('throw', { method: 'fast-shutter', trigger: 'burst' }), flashes: [] })).toBe(
      'Everyone in place.',
    )
  })
})

describe('clocks of a take', () => {
  test('lights are ready when the slowest of them is, in proportion to its power', () => {
    const setup = make('projectile', {
      'flashes[0].recycleTime': 4,
      'flashes[0].recyclePower': 1,
      'flashes[0].power': 1 / 4,
      'flashes[1].recycleTime': 6,
      'flashes[1].recyclePower': 1,
      'flashes[1].power': 1 / 8,
    })
    expect(slowestRecycle(setup)).toBeCloseTo(1, 12)
    expect(slowestRecycle({ flashes: [] })).toBe(0)
  })
  test('the room shows when it has come to its limit: a stop of ambient halves the time', () => {
    const at = (ev: number): number => roomShowsAfter(assess(make('drop', { 'picture.ambientEv': ev })))
    const { exposure, setup } = assess(newSetup('drop'))
    expect(roomShowsAfter({ exposure, setup })).toBeCloseTo(
      setup.picture.shutter * 2 ** (setup.picture.ambientLimit - exposure.ambient),
      9,
    )
    expect(at(-4) / at(-3)).toBeCloseTo(2, 9)
  })
  test('a burst fills its buffer frame by frame, and is told when it is full', () => {
    const burst = make('pour', { 'trigger': 'burst', 'camera.frameRate': 10, 'camera.bufferFrames': 25 })
    expect(bufferAfter(burst, 0)).toEqual({ frames: 1, of: 25, left: 2.5 })
    expect(bufferAfter(burst, 1.05)).toMatchObject({ frames: 11, left: expect.closeTo(1.45, 9) })
    expect(bufferAfter(burst, 4)).toEqual({ frames: 25, of: 25, left: 0 })
    expect(bufferAfter(newSetup('pour'), 1)).toBeNull()
  })
})

describe('kit in a set-up', () => {
  const item = {
    ...newKitItem('flash', 'Lamp'),
    figures: { ...newKitItem('flash').figures, guideNumber: 40, minimumPower: 1 / 16, recyclePower: 1 },
  }
  test('a flash brings its figures; place and units stay, power as far as it can; its durations are its own', () => {
    const light = { ...newSetup('projectile').flashes[0]!, power: 1 / 64, units: 3, distance: 0.7 }
    const taken = flashFromKit(light, item, 'lamp')
    expect(taken).toMatchObject({
      kit: 'lamp',
      guideNumber: 40,
      power: 1 / 16,
      units: 3,
      distance: 0.7,
      borrowed: false,
    })
    const setup = { ...newSetup('projectile'), flashes: [taken] }
    expect(kitDifferences(setup, item, 'lamp')).toEqual([])
    const changed = { ...item, figures: { ...item.figures, guideNumber: 44 } }
    expect(kitDifferences(setup, changed, 'lamp')).toEqual(['guideNumber'])
    expect(withKit(setup, changed, 'lamp').flashes[0]!.guideNumber).toBe(44)
    expect(withKit(setup, changed, 'another').flashes[0]!.guideNumber).toBe(40)
  })
  test('props come as takes that the stock allows', () => {
    const props = { ...newKitItem('consumable'), figures: { stock: 25, perTake: 2 } }
    expect(kitChanges(props, 'box')).toEqual([
      { path: 'kit.consumable', value: 'box' },
      { path: 'goal.stock', value: 12 },
    ])
  })
})

test('what is off the line by what chance allows stays; what is far beyond is left out', () => {
  const p = plan(newSetup('projectile'))
  const take = (i: number, off: number): LoggedTake => {
    const delay = dialOf(p)!.wanted + (i - 4) * 1e-4
    return {
      number: i + 1,
      delay,
      planned: p.timing.wanted,
      verdict: 'on',
      keeper: false,
      position: 34 * (delay - p.timing.wanted!) + off,
    }
  }
  const wiggle = [0.6, -0.8, 0.2, 0.7, -0.5, -0.3, 0.9, -0.6]
  const outliers = (off: number): number[] =>
    runStateOf(
      p,
      wiggle.map((w, i) => take(i, (w + (i === 3 ? off : 0)) * 1e-3)),
    )!
      .fit!.points.filter(x => x.outlier)
      .map(x => x.number)
  expect(outliers(0)).toEqual([])
  expect(outliers(1.5)).toEqual([])
  expect(outliers(9)).toEqual([4])
})

test('a dial by hand is how long after the moment is pressed, and takes what is typed', () => {
  const hand = withChange(newSetup('toss'), { path: 'trigger', value: 'hand' })
  const dial = dialOf(plan(withChange(hand, { path: 'hand.lead', value: 0.04 })))!
  expect(dial).toMatchObject({ path: 'hand.lead', used: -0.04 })
  expect(dial.wanted).toBeCloseTo(-plan(hand).timing.chainLatency, 12)
  expect(dialOf(plan(withChange(newSetup('powder'), { path: 'trigger', value: 'burst' })))).toBeNull()
})
