import {
  RECIPES,
  type Setup,
  compareMethods,
  equalExposures,
  flight,
  newSetup,
  plan,
  sensing,
  simulateTakes,
  solveLight,
  timing,
  withChange,
  withChanges,
} from '~~/core'
import { GRAVITY } from '~~/core/physics/constants'
import { figure, inWords } from '../../support/figures'

const change = (setup: Setup, values: Record<string, string | number | boolean | null>): Setup =>
  withChanges(
    setup,
    Object.entries(values).map(([path, value]) => ({ path, value })),
  )
const cracker = (values: Record<string, string | number | boolean | null> = {}): Setup =>
  change(newSetup('projectile'), values)

describe('timing of the cracker, by hand', () => {
  const setup = cracker()
  const p = plan(setup)
  const at = (distance: number) => flight.flightTime({ distance, speed: setup.motion.speed, dragPerMetre: p.drag })

  test('the ball crosses the beam and reaches the mark as its flight says', () => {
    expect(p.timing.sensed).toBeCloseTo(at(0.3), 12)
    expect(p.timing.moment).toBeCloseTo(at(0.93), 12)
  })
  test("the delay is what is left after the chain, on the controller's steps", () => {
    // A beam answers no sooner than the block it needs, 80 µs; the light's middle is after its peak: tau = t.5 / ln 2,
    // cut at t.1.
    const tau = 38e-6 / Math.LN2
    const chain = 80e-6 + 20e-6 + 5e-6 + 90e-6 - tau * Math.log1p(-(1 - Math.exp(-50e-6 / tau)) / 2)
    expect(p.timing.chainLatency).toBeCloseTo(chain, 12)
    expect(p.timing.wanted).toBeCloseTo(at(0.93) - at(0.3) - chain, 12)
    expect(p.timing.set).toBeCloseTo(0.0184, 12)
    expect(p.timing.bias).toBeCloseTo(p.timing.set! - p.timing.wanted!, 12)
  })
  test('the spread of a beam trigger grows only with the flight from beam to mark', () => {
    const speed = (s: Setup) => plan(s).spread.causes.find(c => c.id === 'speed-spread')!.seconds
    const gap = plan(setup).timing.moment! - plan(setup).timing.sensed!
    expect(speed(setup)).toBeCloseTo(gap * setup.motion.speedSpread, 9)
    const shifted = cracker({ 'sensor.position': 1.3, 'subject.distance': 1.9, 'catch.distance': 3 })
    // A metre later the drag has slowed the ball by a little under one per cent.
    expect(speed(shifted) / speed(setup)).toBeGreaterThan(1)
    expect(speed(shifted) / speed(setup)).toBeLessThan(1.01)
  })
  test('that of a sound trigger at the muzzle grows with the whole flight', () => {
    const heard = plan(
      cracker({ 'sensor.kind': 'sound', 'sensor.source': 'start', 'sensor.position': 0.1, 'sensor.offset': 0.2 }),
    )
    expect(heard.spread.causes.find(c => c.id === 'speed-spread')!.seconds).toBeCloseTo(
      heard.timing.moment! * setup.motion.speedSpread,
      8,
    )
    expect(heard.timing.sensed).toBeCloseTo(Math.hypot(0.1, 0.2) / heard.soundSpeed, 12)
  })
  test("an error of the sensor's place shifts the picture by as much", () => {
    const place = p.spread.causes.find(c => c.id === 'sensor-position')!
    expect(place.seconds * p.objectSpeed).toBeCloseTo(0.002, 4)
    expect(place.kind).toBe('uncertainty')
  })
  test('a dialled delay moves where the object is caught by its speed', () => {
    const late = plan(cracker({ delay: p.timing.set! + 0.001 }))
    expect(late.caughtAt! - p.caughtAt!).toBeCloseTo(0.001 * p.objectSpeed, 4)
  })
})

describe('one model for every chain of events', () => {
  const events = (recipe: Parameters<typeof newSetup>[0], values = {}) => plan(change(newSetup(recipe), values)).timing

  test.each<[string, () => number | null, () => number]>([
    ['a tear is timed from the pin', () => events('balloon').moment, () => (0.55 * Math.PI * 0.28) / (2 * 250)],
    [
      'the sag of freed liquid',
      () => events('balloon', { 'moment.model': 'hang', 'moment.fraction': 0.1 }).moment,
      () => Math.sqrt((2 * 0.1 * 0.28) / GRAVITY),
    ],
    [
      'a cavity closes after the impact',
      () => events('drop', { 'moment.model': 'cavity', 'moment.fraction': 1 }).moment! - events('drop').impact!,
      () => 2.285 * Math.sqrt(0.01 / GRAVITY),
    ],
    [
      'a stream speeds up from the lip',
      () => events('pour').impact,
      () => (-0.35 + Math.sqrt(0.35 ** 2 + 2 * GRAVITY * 0.16)) / GRAVITY,
    ],
    [
      'a throw without drag keeps its horizontal speed',
      () => events('throw', { 'motion.dragCoefficient': 0 }).impact,
      () => 0.9 / (4 * Math.cos(Math.PI / 12)),
    ],
    ['a toss stands still at its apex', () => events('toss').moment, () => 3.2 / GRAVITY],
    [
      'a toss passes a height twice',
      () =>
        events('toss', { 'moment.reference': 'travel', 'moment.descending': true }).moment! +
        events('toss', { 'moment.reference': 'travel' }).moment!,
      () => (2 * 3.2) / GRAVITY,
    ],
    ['a swing gathers speed evenly', () => events('swing').moment, () => (2 * 0.8) / 3],
    [
      'a cloud is braked by the air',
      () => events('powder', { 'moment.reference': 'travel', 'moment.offset': 0.2 }).moment,
      () => flight.flightTime({ distance: 0.2, speed: 4, dragPerMetre: 4 }),
    ],
    [
      'an impact is heard from the subject',
      () =>
        events('projectile', {
          'sensor.kind': 'sound',
          'sensor.source': 'impact',
          'sensor.position': 0.9,
          'sensor.offset': 0.5,
        }).sensed! - events('projectile').impact!,
      () => 0.5 / plan(cracker()).soundSpeed,
    ],
    [
      'a contact at the impact',
      () => events('projectile', { 'sensor.kind': 'contact', 'sensor.source': 'impact' }).sensed,
      () => events('projectile').impact!,
    ],
    ['a hand acts at the start', () => events('projectile', { 'sensor.kind': 'hand' }).sensed, () => 0],
  ])('%s', (_, actual, expected) => expect(actual()).toBeCloseTo(expected(), 9))

  test('a shock runs ahead of a projectile faster than sound, and its microphone hears it first', () => {
    const fast = cracker({
      'motion.speed': 500,
      'sensor.kind': 'sound',
      'sensor.source': 'start',
      'sensor.position': 0.8,
      'sensor.offset': 0.1,
      'motion.dragPerMetre': 0,
    })
    const p = plan(fast)
    expect(p.timing.heard).toBe('shock')
    expect(p.timing.sensed).toBeCloseTo(
      sensing.shockTime({ downrange: 0.8, offset: 0.1, speed: 500, soundSpeed: p.soundSpeed })!,
      12,
    )
    expect(plan(change(fast, { 'motion.speed': 300 })).timing.heard).toBe('report')
  })
  test('through the camera the shutter lag counts; open, it does not', () => {
    const open = plan(cracker()).timing
    const sync = plan(cracker({ 'method': 'sync-shutter', 'picture.shutter': 1 / 125, 'camera.lag': 0.002 })).timing
    expect(open.wanted! - sync.wanted!).toBeCloseTo(0.002, 9)
  })
  test('what never happens is null, and said', () => {
    const p = plan(change(newSetup('toss'), { 'moment.reference': 'travel', 'moment.offset': 2 }))
    expect(p.timing).toMatchObject({ moment: null, wanted: null, captured: null, feasible: false })
    expect(p.findings[0]?.id).toBe('never-arrives')
  })
})

describe('spread and keep rate', () => {
  test.each(RECIPES)('a Monte Carlo of %s agrees with the first order', recipe => {
    const setup = newSetup(recipe)
    const { keep, spread } = plan(setup)
    const simulated = simulateTakes(setup, { takes: 40_000, seed: 4 })
    expect(Math.abs(simulated.keep - keep.perTake)).toBeLessThan(4 * simulated.keepError + 0.006)
    expect(simulated.scatter / spread.scatter).toBeGreaterThan(0.95)
    expect(simulated.scatter / spread.scatter).toBeLessThan(1.06)
  })
  test('where the first order fails it says so, and the simulation knows better', () => {
    const setup = change(newSetup('toss'), {
      'moment.reference': 'travel',
      'moment.offset': 0.065,
      'motion.speedSpread': 0.03,
    })
    const { spread, keep } = plan(setup)
    expect(spread.firstOrder).toBe(false)
    expect(['spread.impossible', 'spread.bends']).toContain(spread.firstOrderReason?.say)
    const simulated = simulateTakes(setup, { takes: 20_000 })
    expect(simulated.never).toBeGreaterThan(0.05)
    expect(Math.abs(simulated.keep - keep.perTake)).toBeGreaterThan(0.02)
  })
  test('shares of each kind of cause add up to one, and their squares to the whole', () => {
    for (const recipe of RECIPES) {
      const { spread } = plan(newSetup(recipe))
      for (const kind of ['scatter', 'uncertainty'] as const) {
        const causes = spread.causes.filter(c => c.kind === kind)
        if (causes.length === 0) continue
        expect(causes.reduce((sum, c) => sum + c.share, 0)).toBeCloseTo(1, 9)
        expect(Math.sqrt(causes.reduce((sum, c) => sum + c.seconds ** 2, 0))).toBeCloseTo(spread[kind], 12)
      }
    }
  })
  test('a burst catches what its frames leave, a hand what it scatters', () => {
    const burst = change(newSetup('powder'), { trigger: 'burst' })
    expect(plan(burst).keep.perTake).toBeCloseTo(0.07 * 9, 9)
    expect(simulateTakes(burst, { takes: 40_000 }).keep).toBeCloseTo(0.63, 1)
    const hand = plan(change(newSetup('toss'), { trigger: 'hand' }))
    // On a count everything counts that shifts the apex: 4 % of the toss's speed are 4 % of its way up.
    const ofToss = (0.04 * 3.2) / GRAVITY
    expect(hand.keep.perTake).toBeCloseTo(
      timing.keepProbability({
        bias: 0,
        scatter: Math.hypot(0.05, ofToss, 0.004, 8e-6, 1e-6),
        before: 0.03,
        after: 0.03,
      }),
      6,
    )
    expect(hand.timing.leadPlanned).toBeCloseTo(hand.timing.chainLatency, 12)
    expect(hand.timing.chainLatency - (0.055 - 0.03 + 5e-6 + 90e-6)).toBeCloseTo(57.1e-6, 7)
    expect(plan(change(newSetup('toss'), { 'trigger': 'hand', 'hand.lead': 0 })).timing.bias).toBeCloseTo(
      hand.timing.leadPlanned!,
      9,
    )
  })
  test('the same seed gives the same takes', () => {
    expect(simulateTakes(cracker(), { takes: 500, seed: 9 })).toEqual(simulateTakes(cracker(), { takes: 500, seed: 9 }))
    expect(() => simulateTakes(cracker(), { takes: 0 })).toThrow('takes')
  })
})

describe('methods side by side', () => {
  const methods = inWords(compareMethods(cracker()))
  const of = (method: string, trigger: string) => methods.find(m => m.method === method && m.trigger === trigger)!

  test('the method in use will do for the cracker, and heads the list', () => {
    expect(methods[0]).toMatchObject({ method: 'open-shutter', trigger: 'sensor', freezesBy: 'flash', ruledOut: [] })
    expect(methods[0]!.keep).toBeCloseTo(plan(cracker()).keep.perTake, 9)
  })
  test('what is too dark says by how much, and at which ISO: the most the camera is trusted with, or its own', () => {
    const dark = (values: Record<string, number | boolean>) => {
      const tried = inWords(compareMethods({ ...cracker({ 'picture.ambientEv': -4, ...values }), flashes: [] }))
      const method = tried.find(m => m.method === 'fast-shutter' && m.trigger === 'sensor')!
      const { reason, figures } = method.ruledOut.find(r => r.reason.startsWith('Under by'))!
      expect(figure(figures.iso).value).toBe(method.iso)
      expect(figure(figures.under).value).toBe(-method.exposure)
      return [reason, method.iso]
    }
    const most = 'Under by {under} at {iso}, the highest acceptable ISO.'
    expect(dark({ 'camera.maximumIso': 3200 })).toEqual([most, 3200])
    expect(dark({ 'camera.maximumIso': 204_800 })).toEqual([most, 204_800])
    // Close up, its own meter leaves out what the bellows take.
    const near = { 'picture.distance': 0.25, 'picture.ambientEv': 12 }
    const own = dark({ 'camera.setsShutter': true, 'camera.maximumIso': 25_600, ...near })
    expect(own[0]).toBe('Under by {under} at {iso}.')
    expect(own[1]).toBeLessThan(25_600)
  })
  test('others are ruled out with reasons', () => {
    expect(
      of('sync-shutter', 'sensor')
        .ruledOut.map(r => r.reason)
        .join(),
    ).toMatch(/chain/)
    expect(
      of('sync-shutter', 'hand')
        .ruledOut.map(r => r.reason)
        .join(),
    ).toMatch(/scatter/)
    expect(
      of('fast-shutter', 'hand')
        .ruledOut.map(r => r.reason)
        .join(),
    ).toMatch(/fast enough|acceptable ISO/)
    expect(
      of('sync-shutter', 'burst')
        .ruledOut.map(r => r.reason)
        .join(),
    ).toMatch(/Frames come every/)
    expect(
      inWords(compareMethods(newSetup('powder')))
        .find(m => m.method === 'sync-shutter' && m.trigger === 'burst')!
        .ruledOut.map(r => r.reason)
        .join(),
    ).toMatch(/between frames/)
    expect(
      of('open-shutter', 'hand')
        .ruledOut.map(r => r.reason)
        .join(),
    ).toMatch(/scatter/)
  })
  test('in daylight a fast shutter freezes a throw, and by hand it is caught now and then', () => {
    const bright = compareMethods(
      change(newSetup('throw'), {
        'picture.ambientEv': 15,
        'picture.aperture': 5.6,
        'picture.iso': 800,
        'picture.blurLimit': 0.002,
        'camera.maximumIso': 25600,
      }),
    )
    const fast = bright.find(m => m.method === 'fast-shutter' && m.trigger === 'hand')!
    expect(fast).toMatchObject({ freezesBy: 'shutter', ruledOut: [] })
    expect(fast.keep).toBeGreaterThan(0.1)
    expect(fast.keep).toBeLessThan(0.6)
    expect(fast.shutter * 4).toBeLessThanOrEqual(0.002)
  })
  test.each(RECIPES)(
    '%s: the method in use, where it will do, asks for no change, a delay dialled by hand included',
    recipe => {
      const setup = change(newSetup(recipe), { delay: 0.0123 })
      const own = compareMethods(setup).find(m => m.method === setup.method && m.trigger === setup.trigger)!
      expect(withChanges(setup, own.changes)).toEqual(setup)
      expect(own.iso).toBe(setup.picture.iso)
    },
  )
  test('applying one gives the set-up it was computed from', () => {
    for (const m of compareMethods(newSetup('powder'))) {
      const p = plan(withChanges(newSetup('powder'), m.changes))
      expect(p.keep.perTake).toBeCloseTo(m.keep, 12)
      expect(p.sharpness.subject).toBeCloseTo(m.blur, 12)
    }
  })
})

describe('the light solver', () => {
  test('finds settings that meet blur, depth and exposure within the kit', () => {
    const { solution, nearest } = solveLight(
      cracker({ 'picture.iso': 100, 'picture.aperture': 8, 'flashes[0].power': 1, 'flashes[1].power': 1 }),
    )
    expect(nearest).toEqual([])
    const after = plan(withChanges(cracker(), solution!.changes))
    expect(after.sharpness.subject).toBeLessThanOrEqual(0.002)
    expect(after.optics.depth).toBeGreaterThanOrEqual(0.025)
    expect(Math.abs(after.exposure.flash!)).toBeLessThanOrEqual(1 / 3 + 1e-6)
    expect(after.setup.picture.iso).toBeLessThanOrEqual(3200)
  })
  test('with none, names what each nearest setting gives up, and really gives up only that', () => {
    const hard = cracker({
      'picture.depthWanted': 0.05,
      'camera.maximumIso': 200,
      'picture.blurLimit': 0.0012,
      'flashes[0].distance': 3,
      'flashes[1].distance': 3,
      'lens.widestAperture': 1.4,
    })
    const { solution, nearest } = solveLight(hard)
    expect(solution).toBeNull()
    const gives = (what: string) => nearest.find(n => n.givesUp === what)!
    expect(gives('exposure').exposure).toBeLessThan(-0.3)
    expect(gives('depth').depth).toBeLessThan(0.05)
    expect(gives('depth').exposure).toBeGreaterThan(-0.5)
    expect(gives('blur').blur).toBeGreaterThan(0.0012)
    expect(gives('distance')).toMatchObject({ powers: gives('exposure').powers, aperture: gives('exposure').aperture })
  })
  test.each([
    [1, 3],
    [0.02, 0.15],
    [0.25, 0.5],
  ])('exposure is bounded on both sides, lights of power %d at %d m', (power, distance) => {
    const bright = cracker({
      'flashes[0].power': power,
      'flashes[1].power': power,
      'flashes[0].distance': distance,
      'flashes[1].distance': distance,
      'picture.depthWanted': 0.004,
      'picture.blurLimit': 0.02,
    })
    const { solution } = solveLight(bright)
    expect(Math.abs(plan(withChanges(bright, solution!.changes)).exposure.flash!)).toBeLessThanOrEqual(1 / 3 + 1e-6)
  })
  test('equal exposures are equal', () => {
    const setup = cracker({ 'flashes[0].power': 1 / 8, 'flashes[1].power': 1 / 8 })
    const level = plan(setup).exposure.flash!
    const rows = equalExposures(setup, { stops: 4 })
    expect(rows.map(row => row.possible)).toEqual([true, true, true, true])
    for (const row of rows) {
      expect(row.blur).toBeLessThan(plan(setup).sharpness.subject)
      for (const { changes } of row.payments)
        expect(plan(withChanges(setup, changes)).exposure.flash).toBeCloseTo(level, 6)
    }
  })
})

test('a plan is pure: the set-up is not touched, and the same plan comes twice', () => {
  const setup = cracker()
  const before = structuredClone(setup)
  expect(JSON.stringify(plan(setup))).toBe(JSON.stringify(plan(setup)))
  expect(setup).toEqual(before)
  expect(withChange(setup, { path: 'flashes[1].power', value: 1 }).flashes[0]).toBe(setup.flashes[0])
})
