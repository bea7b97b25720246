import {
  type Setup,
  SHUTTERS,
  changed,
  completeSetup,
  compareMethods,
  exposureLevel,
  followUps,
  knownTable,
  methodChanges,
  newSetup,
  optics,
  plan,
  recycleAt,
  sensing,
  shutterMoves,
  withChange,
  withChanges,
} from '~~/core'
import { machFlight, sphereDragRatio } from '~~/core/physics/drag'
import { pulseMiddle, pulseShape, pulseShare, pulseTimeOf } from '~~/core/physics/flash'
import { arcWithDrag } from '~~/core/take/arc'
import { chainStages } from '~~/core/take/chain'
import { known } from '~~/core/defaults/typical'
import { sinking, splashCavity } from '~~/core/physics/subjects'
import { checkSetup } from '~~/shared/schemas/setup'
import early from '../../files/setup-1.json'

type Values = Record<string, string | number | boolean | null>
const make = (recipe: Parameters<typeof newSetup>[0], values: Values = {}): Setup =>
  withChanges(
    newSetup(recipe),
    Object.entries(values).map(([path, value]) => ({ path, value })),
  )

describe('flight', () => {
  test('a bow shock with drag arrives when the first of its points does', () => {
    const [v, k, c, x, y] = [430, 0.09, 343, 1.4, 0.6]
    let first = Infinity
    for (let e = 0; e < x; e += 1e-5) {
      if (v * Math.exp(-k * e) <= c) break
      first = Math.min(first, Math.expm1(k * e) / (k * v) + Math.hypot(x - e, y) / c)
    }
    expect(sensing.shockTime({ downrange: x, offset: y, speed: v, soundSpeed: c, dragPerMetre: k })).toBeCloseTo(
      first,
      9,
    )
    expect(sensing.shockTime({ downrange: x, offset: y, speed: v, soundSpeed: c })!).toBeLessThan(first)
    expect(sensing.shockTime({ downrange: x, offset: y, speed: v, soundSpeed: c, dragPerMetre: 1e-12 })).toBeCloseTo(
      sensing.shockTime({ downrange: x, offset: y, speed: v, soundSpeed: c })!,
      9,
    )
  })
  test('a sphere past half the speed of sound is braked by its Mach number', () => {
    const flight = machFlight({ speed: 420, dragPerMetre: 0.08, soundSpeed: 343 })
    let [v, x, t] = [420, 0, 0]
    const h = 2e-6
    while (x < 12) {
      const middle = v - (h / 2) * 0.08 * sphereDragRatio(v / 343) * v * v
      x += h * middle
      v -= h * 0.08 * sphereDragRatio(middle / 343) * middle * middle
      t += h
    }
    expect(flight.timeAt(x) / t).toBeCloseTo(1, 6)
    expect(flight.speedAt(t) / v).toBeCloseTo(1, 5)
    expect(flight.placeAt(t) / x).toBeCloseTo(1, 6)
    expect(sphereDragRatio(0.3)).toBe(1)
    expect(sphereDragRatio(1)).toBeCloseTo(1.72, 12)
    expect(sphereDragRatio(0.75)).toBeCloseTo((1.17 + 1.3) / 2, 12)
  })
  test('an arc through air is integrated to a millionth', () => {
    const [speed, angle, k] = [6, 0.6, 0.4]
    const arc = arcWithDrag(speed, angle, k)
    let [x, y, vx, vy, t] = [0, 0, speed * Math.cos(angle), speed * Math.sin(angle), 0]
    const h = 1e-6
    let top = 0
    while (x < 1.5) {
      const v = Math.hypot(vx, vy)
      const [mx, my] = [vx - (h / 2) * k * v * vx, vy - (h / 2) * (9.80665 + k * v * vy)]
      const m = Math.hypot(mx, my)
      x += h * mx
      y += h * my
      if (vy > 0 && vy - h * (9.80665 + k * m * my) <= 0) top = t + h
      vx -= h * k * m * mx
      vy -= h * (9.80665 + k * m * my)
      t += h
    }
    expect(arc.timeAt(x)! / t).toBeCloseTo(1, 6)
    expect(arc.alongAt(t) / vx).toBeCloseTo(1, 5)
    expect(arc.riseAt!(t)).toBeCloseTo(y, 5)
    expect(arc.apex!).toBeCloseTo(top, 5)
  })
  test('the window along an arc goes by the speed along it, not by that of its path', () => {
    const p = plan(make('throw', { 'moment.reference': 'travel', 'moment.offset': 0.5, 'motion.angle': 0.9 }))
    expect(p.alongSpeed).toBeLessThan(0.9 * p.objectSpeed)
    expect(p.keep.before).toBeCloseTo(p.setup.moment.window.beforeDistance / p.alongSpeed, 12)
  })
})

describe('liquid', () => {
  test.each([
    [3, 0.02, 0.012],
    [2, 0.03, 0.005],
    [1, 0.02, (1000 * Math.PI * 0.02 ** 3) / 6],
  ])('at %d m/s a sphere of %d m and %d kg sinks as step by step', (speed, diameter, mass) => {
    const sink = sinking({ speed, diameter, mass })
    const volume = (Math.PI * diameter ** 3) / 6
    let [v, x, t] = [speed, 0, 0]
    for (; t < 0.03; t += 1e-6) {
      const a =
        (9.80665 * (mass - 1000 * volume) - 0.5 * 1000 * 0.5 * (Math.PI / 4) * diameter ** 2 * v * v) /
        (mass + 500 * volume)
      x += v * 1e-6 + (a * 1e-12) / 2
      v += a * 1e-6
    }
    expect(sink.depthAt(t) / x).toBeCloseTo(1, 4)
    expect(sink.speedAt(t) / v).toBeCloseTo(1, 4)
    expect(sink.timeAt(x)! / t).toBeCloseTo(1, 4)
  })
  test('a thread of liquid that is stopped at once never strikes the floor', () => {
    expect(sinking({ speed: 20, diameter: 0.0004, mass: (1000 * Math.PI * 0.0004 ** 3) / 6 }).timeAt(3.8)).toBeNull()
  })
  test('what floats never gets deeper than where it stops', () => {
    const cork = sinking({ speed: 2, diameter: 0.03, mass: 0.003 })
    const deepest = cork.depthAt(10)
    expect(cork.speedAt(10)).toBe(0)
    expect(cork.timeAt(deepest * 1.001)).toBeNull()
    expect(cork.timeAt(deepest * 0.5)!).toBeGreaterThan(0)
  })
  test(
    'the strike on the floor is heard later than the surface, by the liquid’s own slowness; a bounce by ' + 'its time',
    () => {
      const heard = (source: string, more: Values = {}) =>
        plan(
          make('drop', {
            'sensor.kind': 'sound',
            'sensor.source': source,
            'sensor.position': 0.45,
            'sensor.offset': 0.4,
            ...more,
          }),
        ).timing.sensed!
      const inAir = 0.05 / 2.97
      expect(heard('floor') - heard('impact')).toBeGreaterThan(1.1 * inAir)
      expect(heard('floor') - heard('impact')).toBeLessThan(4 * inAir)
      expect(heard('bounce', { 'sensor.bounceAfter': 0.2 }) - heard('impact')).toBeCloseTo(0.2, 9)
    },
  )
  test('a splash scales with the speed of impact: the cavity as its fourth root, crown and jet with it', () => {
    const [slow, fast] = [splashCavity({ diameter: 0.02, speed: 2 }), splashCavity({ diameter: 0.02, speed: 4 })]
    expect(fast.radius / slow.radius).toBeCloseTo(Math.SQRT2, 9)
    expect(fast.time / slow.time).toBeCloseTo(2 ** 0.25, 9)
    expect(slow).toMatchObject({ inRange: true, froude: expect.closeTo(4 / (9.80665 * 0.02), 9) })
    const after = (height: number) => {
      const { timing } = plan(make('drop', { 'subject.distance': height }))
      return timing.moment! - timing.impact!
    }
    // Twice the height, √2 of the speed: the eighth root of two in time, the air's drag aside.
    expect(after(0.9) / after(0.45)).toBeCloseTo(2 ** 0.125, 2)
  })
})

describe('sound', () => {
  const mic = (values: Values = {}): Setup =>
    make('balloon', { 'sensor.threshold': 0.35, 'sensor.eventPeak': 0.7, 'sensor.riseTime': 100e-6, ...values })
  test('has risen to the threshold before it is heard', () => {
    const latency = (values: Values) => chainStages(known(mic(values)))[0]!.latency
    expect(latency({})).toBeCloseTo(40e-6 + 50e-6, 12)
    expect(latency({ 'sensor.threshold': null })).toBeCloseTo(40e-6 + 50e-6, 12)
    expect(latency({ 'sensor.threshold': 0.14 })).toBeCloseTo(40e-6 + 20e-6, 12)
  })
  test('falls by 1/r from where it was noted', () => {
    const far = mic({ 'sensor.peakDistance': 0.11, 'sensor.offset': 0.44 })
    expect(plan(far).findings.map(f => f.id)).toContain('sensor-too-dull')
    expect(plan(mic({ 'sensor.peakDistance': 0.11 })).findings.map(f => f.id)).not.toContain('sensor-too-dull')
  })
  test('a microphone answers to what makes a sound, whatever it is chosen for', () => {
    for (const [recipe, source] of [
      ['drop', 'impact'],
      ['pour', 'impact'],
      ['toss', 'impact'],
      ['throw', 'impact'],
      ['projectile', 'start'],
      ['powder', 'start'],
    ] as const) {
      const setup = newSetup(recipe)
      const other = { ...setup, sensor: { ...setup.sensor, kind: 'beam' as const, source: 'start' as const } }
      expect(changed(other, [{ path: 'sensor.kind', value: 'sound' }]).sensor.source).toBe(source)
    }
  })
})

describe('shutter', () => {
  test.each(SHUTTERS)(
    '%s: mid exposure is between the middle row’s opening and closing, and the drawing and the chain agree',
    shutterKind => {
      const setup = known(
        make('powder', {
          'method': 'fast-shutter',
          'camera.shutterKind': shutterKind,
          'picture.shutter': 1 / 1000,
          'camera.readOut': 0.02,
        }),
      )
      const moves = shutterMoves(setup)
      const middle = (moves.opens + moves.full) / 2 + 0.0005
      expect(chainStages(setup).find(stage => stage.id === 'shutter')!.latency).toBeCloseTo(middle, 12)
      const expected = {
        'focal-plane': 0.0005 - 0.0034 / 2,
        'leaf': 0.0005,
        'rolling': 0.0005 + 0.01,
        'global': 0.0005,
      }[shutterKind]
      expect(middle).toBeCloseTo(expected, 12)
    },
  )
  test('light lost in the middle and at the worst row is what is left of the pulse, summed slice by slice', () => {
    const setup = make('powder', {
      'picture.shutter': 1 / 200,
      'flashes[0].power': 1,
      'flashes[1].power': 1,
      'camera.curtainTravel': 0.0034,
    })
    const p = plan(setup)
    const tau = 1250e-6 / Math.LN2
    const out = (until: number): number => {
      let [sum, whole] = [0, 0]
      for (let t = 0; t < 3800e-6; t += 1e-7) {
        const y = Math.exp(-t / tau)
        whole += y
        if (t < until) sum += y
      }
      return sum / whole
    }
    const lag = 5e-6 + 90e-6
    expect(p.shutter.lostWorst).toBeCloseTo(-Math.log2(out(1 / 200 - 0.0034 - lag)), 2)
    expect(p.shutter.lostMiddle).toBeCloseTo(-Math.log2(out(1 / 200 - 0.0017 - lag)), 2)
    expect(p.exposure.lost[0]).toBeCloseTo(p.shutter.lostMiddle, 6)
    expect(p.findings.find(f => f.id === 'past-sync')!.severity).toBe('error')
    // The tail of a short pulse costs nothing, and nothing is said.
    expect(plan(make('powder', { 'picture.shutter': 1 / 200 })).shutter).toMatchObject({
      lostWorst: 0,
      dark: 0,
      notFullyLit: 0,
    })
    expect(plan(make('powder', { 'picture.shutter': 1 / 200 })).findings.map(f => f.id)).not.toContain('past-sync')
  })
  test('high-speed sync loses its light in any method; a leaf that closes early cuts the pulse', () => {
    const hss = (method: string) =>
      plan(
        make('powder', {
          method,
          'picture.shutter': 1 / 1000,
          'flashes[0].highSpeedSync': true,
          'flashes[1].highSpeedSync': true,
        }),
      ).exposure.lost[0]!
    expect(hss('sync-shutter')).toBeCloseTo(Math.log2(1 + 0.0034 * 1000), 9)
    expect(hss('fast-shutter')).toBeCloseTo(hss('sync-shutter'), 12)
    expect(hss('open-shutter')).toBe(0)
    const leaf = plan(make('powder', { 'camera.shutterKind': 'leaf', 'picture.shutter': 1 / 8000 }))
    expect(leaf.shutter).toMatchObject({ dark: 0, notFullyLit: 1, edge: 'all' })
    expect(leaf.shutter.lostMiddle).toBeGreaterThan(1)
    expect(plan(make('powder', { 'camera.shutterKind': 'global', 'picture.shutter': 1 / 20_000 })).shutter.dark).toBe(1)
  })
})

describe('flash', () => {
  test(
    'the middle of the light is 12 µs after the peak at 1/128 and a millisecond at full of a small ' + 'battery flash',
    () => {
      expect(pulseMiddle(pulseShape({ t05: 22e-6, t01: 31e-6 }))).toBeCloseTo(12e-6, 6)
      expect(pulseMiddle(pulseShape({ t05: 1250e-6, t01: 3800e-6 }))).toBeCloseTo(1.04e-3, 5)
      const latency = (power: number) =>
        plan(make('balloon', { 'flashes[0].power': power, 'flashes[1].power': power })).timing.chainLatency
      expect(latency(1) - latency(1 / 128)).toBeCloseTo(1.04e-3 - 12e-6, 5)
    },
  )
  test.each([
    { t05: 30e-6, t01: 30e-6 },
    { t05: 22e-6, t01: 31e-6 },
    { t05: 100e-6, t01: 500e-6 },
  ])('share and time of a pulse are each other’s inverse: %j', durations => {
    const shape = pulseShape(durations)
    for (const share of [0, 0.1, 0.5, 0.9]) expect(pulseShare(shape, pulseTimeOf(shape, share))).toBeCloseTo(share, 9)
    expect([pulseShare(shape, -1), pulseShare(shape, 1), pulseTimeOf(shape, 1)]).toEqual([0, 1, shape.cut])
  })
  test(
    'a rating of one’s own takes the place of a typical unit’s; its other duration is estimated by the kind ' +
      'of flash',
    () => {
      const own = changed(newSetup('projectile'), [{ path: 'flashes[0].table[6].t05', value: 120e-6 }])
      expect(own.flashes[0]!.borrowed).toBe(false)
      expect(own.flashes[0]!.table[6]).toEqual({ power: 1 / 64, t05: 120e-6, t01: null })
      // Typical there is 38 µs: the whole table is drawn out as much.
      expect(own.flashes[0]!.table[7]!.t05).toBeCloseTo((22e-6 * 120) / 38, 12)
      expect(own.flashes[1]).toEqual(newSetup('projectile').flashes[1])
      expect(plan(own).pulses[0]!.t01).toBeCloseTo(1.3 * 120e-6, 9)
      expect(checkSetup(own)).toHaveProperty('value')
      const mains = {
        supply: 'mains' as const,
        table: [
          { power: 1, t05: 500e-6, t01: null },
          { power: 0.5, t05: null, t01: 3e-3 },
        ],
      }
      expect(knownTable(mains)).toEqual([
        { power: 1, t05: 500e-6, t01: 1500e-6 },
        { power: 0.5, t05: 1e-3, t01: 3e-3 },
      ])
    },
  )
  test('recycle goes with the energy, and no repeating mode is made up', () => {
    expect(recycleAt({ recycleTime: 2.6, recyclePower: 1 }, 1 / 16)).toBeCloseTo(2.6 / 16, 12)
    expect(newSetup('swing').flashes.every(flash => flash.repeat.length === 0)).toBe(true)
  })
})

describe('what was not entered', () => {
  test('another kind of link moves the plan by its typical figures, unless its own were entered', () => {
    const cable = newSetup('projectile')
    const radio = changed({ ...cable, link: { ...cable.link, latency: 3e-6 } }, [{ path: 'link.kind', value: 'radio' }])
    expect(radio.link).toMatchObject({ kind: 'radio', latency: null, jitter: null })
    expect(plan(radio).timing.chainLatency - plan(cable).timing.chainLatency).toBeCloseTo(500e-6 - 5e-6, 9)
    expect(
      plan(withChange(radio, { path: 'link.latency', value: 1.2e-3 })).timing.chainLatency -
        plan(cable).timing.chainLatency,
    ).toBeCloseTo(1.2e-3 - 5e-6, 9)
    expect(followUps(radio, { path: 'link.kind', value: 'radio' })).toEqual([])
  })
  test('the circle of confusion is the sensor’s diagonal / 1500 unless set', () => {
    expect(plan(newSetup('projectile')).known.picture.circleOfConfusion).toBeCloseTo(
      Math.hypot(0.036, 0.024) / 1500,
      12,
    )
    const small = plan(make('projectile', { 'camera.sensorWidth': 0.0173, 'camera.sensorHeight': 0.013 }))
    expect(small.known.picture.circleOfConfusion).toBeCloseTo(14.4e-6, 7)
    expect(plan(make('projectile', { 'picture.circleOfConfusion': 30e-6 })).known.picture.circleOfConfusion).toBe(30e-6)
  })
  test('depth of field counts the pupil ratio: at life size and 0.6 a third more', () => {
    const at = (pupilRatio: number) =>
      optics.depthOfField({ focalLength: 0.1, aperture: 8, subjectDistance: 0.2, circleOfConfusion: 30e-6, pupilRatio })
    expect(at(0.6).depth! / at(1).depth!).toBeCloseTo(4 / 3, 4)
    expect(
      optics.apertureForDepth({
        focalLength: 0.1,
        subjectDistance: 0.2,
        circleOfConfusion: 30e-6,
        depth: at(0.6).depth!,
        pupilRatio: 0.6,
      }),
    ).toBeCloseTo(8, 9)
    const deep = plan(make('projectile', { 'lens.pupilRatio': 0.5 })).optics.depth!
    expect(deep).toBeGreaterThan(plan(newSetup('projectile')).optics.depth!)
  })
})

describe('bodies', () => {
  test('each has its own streak, and the fastest that must be sharp answers to the limit', () => {
    const { sharpness } = plan(newSetup('balloon'))
    expect(sharpness.bodies.map(body => [body.kind, body.at])).toEqual([
      ['skin', 100],
      ['tear', 250],
      ['contents', expect.closeTo(0.0095, 4)],
    ])
    expect(sharpness.worst!.kind).toBe('skin')
    expect(sharpness.subject).toBeCloseTo(100 * 31e-6, 12)
    expect(plan(make('balloon', { 'bodies[1].sharp': true })).sharpness.subject).toBeCloseTo(250 * 31e-6, 12)
    expect(plan(make('balloon', { 'bodies[0].speed': 40 })).sharpness.subject).toBeCloseTo(40 * 31e-6, 12)
    expect(plan(make('balloon', { 'bodies[0].sharp': false, 'bodies[2].sharp': false })).sharpness).toMatchObject({
      worst: null,
      subject: 0,
    })
  })
  test('a rim goes π d a turn', () =>
    expect(plan(newSetup('toss')).sharpness.worst!.at).toBeCloseTo(Math.PI * 0.06 * 6, 9))
  test('a stream ends at the surface, whatever its cloud does after', () => {
    const stream = plan(newSetup('pour')).sharpness.bodies[0]!
    expect(stream.at).toBeCloseTo(Math.sqrt(0.35 ** 2 + 2 * 9.80665 * 0.16), 6)
  })
  test('a table of places gives its own speed', () => {
    const swing = newSetup('swing')
    const tracked = {
      ...swing,
      sequence: {
        ...swing.sequence,
        track: [
          { time: 0, position: 0 },
          { time: 1, position: 5 },
        ],
      },
    }
    expect(plan(tracked).objectSpeed).toBeCloseTo(5, 6)
  })
  test('a moment brings its window, its spreads and what must be sharp', () => {
    const balloon = newSetup('balloon')
    expect(balloon.moment.window).toMatchObject({ beforeTime: 0.0005, afterTime: 0.0008 })
  })
})

describe('a method is chosen whole', () => {
  test('its shutter comes along, a dialled delay stays; an open shutter by hand is among them', () => {
    const powder = make('powder', { delay: 0.05 })
    const open = withChanges(powder, methodChanges(powder, 'open-shutter', 'hand'))
    expect(open).toMatchObject({ method: 'open-shutter', trigger: 'hand', delay: 0.05, picture: { shutter: 2 } })
    expect(Math.abs(exposureLevel(plan(open))!)).toBeLessThan(0.6)
    expect(compareMethods(powder).map(m => `${m.method} ${m.trigger}`)).toContain('open-shutter hand')
  })
  test('of a burst the frames of one event are said', () => {
    expect(
      compareMethods(newSetup('powder')).find(m => m.method === 'sync-shutter' && m.trigger === 'burst')!
        .framesPerEvent,
    ).toBeCloseTo(0.63, 9)
  })
})

test('a file of the first days opens, and means what it meant', () => {
  const opened = checkSetup(early)
  if (!('value' in opened)) throw new Error(JSON.stringify(opened))
  const setup = opened.value
  expect(setup).toMatchObject({
    camera: { curtainRuns: 'left' },
    link: { latency: 5e-6 },
    picture: { circleOfConfusion: 30e-6 },
    hand: { flinch: 0, scatter: 0.05 },
    subject: { liquidDepth: 0 },
  })
  expect(setup.bodies).toEqual([{ name: 'Object', kind: 'object', speed: null, sharp: true }])
  for (const flash of setup.flashes) expect(recycleAt(flash, flash.power)).toBe(0.4)
  const p = plan(setup)
  expect(p.exposure.front).toEqual(setup.flashes.map((_, i) => i))
  expect(p.timing.set).toBeCloseTo(0.0184, 9)
  expect(completeSetup({ ...early, moment: { ...early.moment, speed: 12 } })).toMatchObject({
    bodies: [
      { kind: 'own', speed: 12, sharp: true },
      { kind: 'object', sharp: false },
    ],
  })
})
