import { type Recipe, assess, evidenceOf, newSetup, withChanges } from '~~/core'
import type { Assessment } from '~~/core/plan/assess'
import { coarseStepOf } from '~~/core/plan/findings/coarseStep'
import { type Parts, type Values, at, fixesOf, offered, valueOf } from '../../support/rules'
import { figure, words } from '../../support/figures'
import {
  beamTooShort,
  burstBuffer,
  burstRecycle,
  catchBehind,
  coarseStep,
  delayOff,
  delayTooLong,
  evidenceSurprise,
  faceAway,
  holdOffShort,
  negativeDelay,
  neverArrives,
  opticalPreFlash,
  poolShallow,
  sensorThreshold,
  silentSource,
  spread,
} from '../../support/wordedRules'

describe('few takes keep', () => {
  const poor = { keep: { perTake: 0.2, before: 0.001, after: 0.002 } }

  test('from half on nothing is said, nor where the delay itself is off', () => {
    expect(spread(at('projectile', {}, { keep: { perTake: 0.5 } }))).toBeNull()
    expect(spread(at('projectile', {}, { keep: { perTake: 0.4999 } }))?.id).toBe('spread')
    const biased = (bias: number | null) => spread(at('projectile', {}, { ...poor, timing: { bias } }))
    expect(biased(-0.001)?.id).toBe('spread')
    expect(biased(-0.00101)).toBeNull()
    expect(biased(0.002)?.id).toBe('spread')
    expect(biased(0.00201)).toBeNull()
    expect(biased(null)).toBeNull()
    expect(spread(at('projectile', {}, { ...poor, timing: { moment: null } }))).toBeNull()
  })

  test('the window that half the takes need is offered, in the kind the moment is told by', () => {
    // 0.72 × 2 ms + 0.1 ms at 30 m/s: 46.2 mm, up to the tenth.
    const place = { ...poor, spread: { scatter: 0.002 }, timing: { bias: 1e-4 }, alongSpeed: 30 }
    expect(valueOf(spread(at('projectile', {}, place)), 'moment.window.afterDistance')).toBeCloseTo(0.0462, 10)
    // In time up to 10 µs.
    expect(valueOf(spread(at('drop', {}, place)), 'moment.window.beforeTime')).toBeCloseTo(0.00154, 10)
    const needs = (scatter: number) =>
      offered(spread(at('drop', {}, { ...poor, spread: { scatter }, timing: { bias: 0 } })))
    // Five seconds and more are no window.
    expect(needs(4.99 / 0.72)).toHaveLength(1)
    expect(needs(5 / 0.72)).toEqual([])
    expect(needs(0)).toEqual([])
  })

  test('a beam is moved as near as the chain allows, no nearer than it is', () => {
    const far = spread(at('projectile', {}, poor))!
    const place = valueOf(far, 'sensor.position')
    const { timing, setup } = at('projectile')
    // As far from the mark as it flies while the chain and the shortest delay pass, to the millimetre below.
    const way = setup.subject.distance + setup.moment.offset - place
    const needed = timing.chainLatency + setup.controller.delayMinimum
    expect(way / at('projectile').alongSpeed).toBeGreaterThanOrEqual(needed)
    expect(way / at('projectile').alongSpeed).toBeLessThan(needed + 0.002 / at('projectile').alongSpeed)
    expect(far.fixes).toHaveLength(2)
    const there = spread(at('projectile', { 'sensor.position': place }, poor))
    expect(offered(there).map(([path]) => path)).toEqual(['moment.window.beforeDistance'])
    const just = at('projectile', { 'sensor.position': place - 0.002 }, poor)
    expect(valueOf(spread(just), 'sensor.position')).toBe(place)
    // What is heard has no beam; what unfolds where it is has none that moves with it.
    expect(offered(spread(at('projectile', { 'sensor.kind': 'sound' }, poor))).map(([path]) => path)).toEqual([
      'moment.window.beforeDistance',
    ])
    expect(offered(spread(at('drop', {}, poor))).map(([path]) => path)).toEqual(['moment.window.beforeTime'])
    const never = at('projectile', {}, { ...poor, timing: { sensed: null } })
    expect(offered(spread(never)).map(([path]) => path)).toEqual(['moment.window.beforeDistance'])
    const passed = at('projectile', {}, { ...poor, timing: { sensed: 0.03, moment: 0.03 } })
    expect(offered(spread(passed)).map(([path]) => path)).toEqual(['moment.window.beforeDistance'])
  })

  test('by hand and by burst a sensor is offered, where something flashes', () => {
    const by = (changes: Values) => spread(at('powder', changes, poor))
    expect(offered(by({ trigger: 'hand' }))).toEqual([['trigger', 'sensor']])
    expect(offered(by({ trigger: 'burst' }))).toEqual([['trigger', 'sensor']])
    const dark = at('powder', { trigger: 'burst' }, poor)
    expect(offered(spread({ ...dark, setup: { ...dark.setup, flashes: [] } }))).toEqual([])
    expect(by({ trigger: 'burst' })!.title).toMatch(/^Frames come every/)
    expect(by({ trigger: 'hand' })!.title).toMatch(/^Takes scatter by/)
  })

  test('scatter against the window, with the largest cause and its field', () => {
    const of = (perTake: number) => spread(at('projectile', {}, { keep: { perTake, before: 0.001, after: 0.003 } }))
    expect(figure(of(0.49)!.figures.window).value).toBeCloseTo(0.004, 12)
    expect(of(0.5)).toBeNull()
    const said = spread(at('projectile', {}, poor))!
    const cause = at('projectile').spread.causes.find(one => one.kind === 'scatter')!
    expect(said.paths).toEqual([cause.path])
    expect(figure(said.figures.largest).value).toBe(cause.seconds)
    expect(said.reason).toContain(`Largest cause: ${words(cause.say)},`)
    const none = spread(at('projectile', {}, { ...poor, spread: { causes: [] } }))!
    expect(none.paths).toEqual(['moment.window.afterDistance'])
    expect(figure(none.figures.largest).value).toBe(0)
    expect(none.reason).toContain('Largest cause: none,')
  })
})

describe('the step of the delay', () => {
  const coarse = { keep: { perTake: 0.9, unstepped: 0.92, before: 0.001, after: 0.001 }, timing: { residual: 4e-4 } }

  test('costs two in a hundred or nothing is said, nor where nothing is dialled to a step', () => {
    const cost = (unstepped: number) =>
      coarseStepOf(at('projectile', {}, { ...coarse, keep: { perTake: 0.9, unstepped } }))
    expect(cost(0.9201)).toMatchObject({ off: 4e-4 })
    expect(cost(0.9199)).toBeNull()
    expect(cost(0.9201)!.cost).toBeCloseTo(0.0201, 10)
    const high = { ...coarse, keep: { perTake: 0.5, unstepped: 0.9 } }
    expect(coarseStepOf(at('projectile', { trigger: 'hand' }, high))).toBeNull()
    expect(coarseStepOf(at('projectile', { delay: 0.018 }, high))).toBeNull()
    expect(coarseStepOf(at('projectile', {}, { ...high, timing: { residual: 4e-4, feasible: false } }))).toBeNull()
    expect(coarseStepOf(at('projectile', {}, { ...high, timing: { residual: null } }))).toBeNull()
    expect(coarseStep(at('projectile', {}, { ...high, timing: { residual: null } }))).toBeNull()
  })

  test('a beam is moved by what the object flies meanwhile, the way that the delay is off', () => {
    const setup = at('projectile').setup
    const moved = (residual: number) =>
      valueOf(
        coarseStep(at('projectile', {}, { ...coarse, keep: { perTake: 0.5, unstepped: 0.9 }, timing: { residual } })),
        'sensor.position',
      ) - setup.sensor.position
    // About 37 m/s there, slowed by the air.
    expect(moved(4e-4)).toBeGreaterThan(-0.0152)
    expect(moved(4e-4)).toBeLessThan(-0.013)
    expect(moved(-4e-4)).toBeCloseTo(-moved(4e-4), 6)
    const paths = (changes: Values, parts: Parts) =>
      offered(
        coarseStep(at('projectile', changes, { ...coarse, keep: { perTake: 0.5, unstepped: 0.9 }, ...parts })),
      ).map(([path]) => path)
    expect(paths({}, {})).toEqual(['sensor.position', 'controller.delayStep'])
    expect(paths({ 'sensor.kind': 'sound' }, {})).toEqual(['controller.delayStep'])
    expect(paths({}, { timing: { residual: 4e-4, sensed: null } })).toEqual(['controller.delayStep'])
    // There is no place before the start.
    expect(paths({ 'sensor.position': 0.01 }, { timing: { residual: 4e-4, sensed: 0.0003 } })).toEqual([
      'controller.delayStep',
    ])
  })
})

describe('a burst', () => {
  const burst = { 'trigger': 'burst', 'camera.frameRate': 10, 'flashes[0].recycleTime': 0.1, 'flashes[0].power': 1 }

  test('as fast as the slowest flash is none too fast', () => {
    const [a, slow] = [at('toss', burst), at('toss', burst)]
    const flash = { ...a.setup.flashes[0]!, power: 1, recycleTime: 0.1 }
    a.setup = { ...a.setup, flashes: [flash] }
    expect(burstRecycle(a)).toBeNull()
    slow.setup = { ...slow.setup, flashes: [flash, { ...flash, recycleTime: 0.1001 }] }
    const told = burstRecycle(slow)!
    expect(figure(told.figures.recycle).value).toBeCloseTo(0.1001, 12)
    expect(offered(told)).toEqual([['camera.frameRate', 9.9]])
    expect(burstRecycle({ ...slow, setup: { ...slow.setup, flashes: [] } })).toBeNull()
    expect(burstRecycle({ ...slow, setup: { ...slow.setup, trigger: 'sensor' } })).toBeNull()
    const every = (recycleTime: number) =>
      offered(burstRecycle({ ...slow, setup: { ...slow.setup, flashes: [{ ...flash, recycleTime }] } }))
    // One frame in ten seconds is the slowest there is.
    expect(every(9.99)).toEqual([['camera.frameRate', 0.1]])
    expect(every(10.1)).toEqual([])
  })

  test('the buffer lasts to the moment or it is said how long it lasts', () => {
    const a = at('toss', { 'trigger': 'burst', 'camera.frameRate': 10, 'camera.bufferFrames': 5 })
    const moment = (value: number | null) => burstBuffer({ ...a, timing: { ...a.timing, moment: value } })
    expect(moment(0.5)).toBeNull()
    expect(moment(null)).toBeNull()
    const told = moment(0.51)!
    expect(told.figures).toMatchObject({ frames: { value: 5 }, lasts: { value: 0.5 }, moment: { value: 0.51 } })
    expect(told.paths).toEqual(['camera.bufferFrames', 'camera.frameRate'])
    expect(fixesOf(told)).toEqual([])
    expect(burstBuffer({ ...at('toss'), timing: { ...a.timing, moment: 9 } })).toBeNull()
  })
})

test('a catch at the very back of the subject is none', () => {
  const caught = (distance: number) =>
    catchBehind(at('projectile', { 'subject.distance': 1, 'subject.depth': 0.02, 'catch.distance': distance }))
  expect(caught(1.02)?.id).toBe('catch')
  expect(caught(1.0201)).toBeNull()
  expect(offered(caught(0.5))).toEqual([['catch.distance', 1.52]])
})

describe('the moment or the sensor is never reached', () => {
  test('the moment comes first, the sensor only where it fires', () => {
    const never = (parts: Parts, changes: Values = {}, recipe: Recipe = 'projectile') =>
      neverArrives(at(recipe, changes, parts))
    expect(never({ timing: { moment: null, sensed: null } })).toMatchObject({
      title: 'No picture: the object never gets to the moment',
      paths: ['moment.offset', 'motion.speed'],
    })
    expect(never({ timing: { sensed: null } })).toMatchObject({
      title: 'No picture: the object never reaches the sensor',
      paths: ['sensor.position', 'motion.speed'],
    })
    expect(never({ timing: { sensed: null } }, { trigger: 'hand' })).toBeNull()
    expect(never({ timing: { moment: null } }, { trigger: 'hand' })?.title).toBe(
      'No picture: the object never gets to the moment',
    )
    expect(never({})).toBeNull()
    expect(never({ timing: { moment: null } })!.reason).toMatch(/^With these figures the object does not get there/)
    const toss = never({ timing: { moment: null } }, {}, 'toss')!
    expect(toss.reason).toMatch(/^Tossed at \{speed\} it rises only \{rise\}/)
    expect(figure(toss.figures.rise).value).toBeCloseTo(at('toss').setup.motion.speed ** 2 / 19.6133, 9)
  })
})

describe('the light comes too late', () => {
  const base = { controller: { delayMinimum: 0.001, delayStep: 0.0002 } }
  const fired = (wanted: number | null, after = 1e-5, changes: Values = {}) => {
    const a = at('projectile', { 'controller.delayMinimum': 0.001, 'controller.delayStep': 0.0002, ...changes })
    return { ...a, timing: { ...a.timing, wanted }, keep: { ...a.keep, after } }
  }

  test('half a step early, or as late as keeps, is early enough', () => {
    expect(base.controller.delayMinimum - 0.0002 / 2).toBeCloseTo(0.0009, 12)
    expect(negativeDelay(fired(0.00090001))).toBeNull()
    expect(negativeDelay(fired(0.00089999))?.id).toBe('negative-delay')
    expect(negativeDelay(fired(0.00070001, 0.0003))).toBeNull()
    expect(figure(negativeDelay(fired(0.00069999, 0.0003))!.figures.late).value).toBeCloseTo(0.00030001, 9)
    expect(negativeDelay(fired(null))).toBeNull()
    const late = fired(-0.002)
    expect(negativeDelay({ ...late, timing: { ...late.timing, sensed: null } })).toBeNull()
    expect(negativeDelay({ ...late, timing: { ...late.timing, moment: null } })).toBeNull()
  })

  test('the beam goes as far back, and the subject as far on, as the chain with the shortest delay takes', () => {
    const late = fired(-0.002)
    const { setup, timing } = late
    const told = negativeDelay(late)
    const needed = timing.chainLatency + setup.controller.delayMinimum
    const speed = late.alongSpeed
    const mark = setup.subject.distance + setup.moment.offset
    const back = mark - valueOf(told, 'sensor.position')
    // Slower at the mark than on the way: a little more than that by its speed there.
    expect(back / speed).toBeGreaterThan(needed)
    expect(back / speed).toBeLessThan(needed * 1.02 + 0.001 / speed)
    // It passes the beam at 18 ms already: the subject must not come nearer for it.
    expect(offered(told).map(([path]) => path)).not.toContain('subject.distance')
    const close = at('projectile', {
      'sensor.position': setup.subject.distance - 0.005,
      'controller.delayMinimum': 0.003,
      'controller.delayStep': 0.0002,
    })
    expect(close.timing.wanted).toBeLessThan(0.002)
    const moved = negativeDelay(close)
    const on = valueOf(moved, 'subject.distance') + setup.moment.offset - close.setup.sensor.position
    const chain = close.timing.chainLatency + 0.003
    expect(on / close.alongSpeed).toBeGreaterThanOrEqual(chain - 1e-4)
    expect(on / close.alongSpeed).toBeLessThan(chain * 1.02 + 0.001 / close.alongSpeed)
    // The catch goes with it.
    const by = valueOf(moved, 'subject.distance') - close.setup.subject.distance
    expect(valueOf(moved, 'catch.distance')).toBeCloseTo(close.setup.catch.distance + by, 10)
  })

  test('a link and a shutter lag are blamed where they cost what is missing', () => {
    const paths = (changes: Values, wanted: number) =>
      offered(negativeDelay(fired(wanted, 1e-5, changes))).map(([path]) => path)
    const radio = { 'link.kind': 'radio', 'link.latency': 0.003 }
    expect(paths(radio, -0.002)).toContain('link.kind')
    expect(paths(radio, -0.0020001)).not.toContain('link.kind')
    expect(paths({ 'link.kind': 'cable', 'link.latency': 0.003 }, -0.001)).not.toContain('link.kind')
    const synced = { 'method': 'sync-speed', 'camera.lag': 0.05 }
    expect(paths(synced, -0.049)).toContain('method')
    expect(paths(synced, -0.0491)).not.toContain('method')
    expect(paths({ 'method': 'open-shutter', 'camera.lag': 0.05 }, -0.01)).not.toContain('method')
    const dark = fired(-0.01, 1e-5, synced)
    expect(
      offered(negativeDelay({ ...dark, setup: { ...dark.setup, flashes: [] } })).map(([path]) => path),
    ).not.toContain('method')
    expect(negativeDelay(fired(-0.01, 1e-5, synced))!.reason).toMatch(/^The chain, shutter lag included, takes/)
    expect(negativeDelay(fired(-0.01))!.reason).toMatch(/^The chain takes/)
  })

  test('a microphone goes nearer to the sound by what is missing, along and beside', () => {
    const heard = (source: string, position: number, offset: number) => {
      const a = at('projectile', {
        'sensor.kind': 'sound',
        'sensor.source': source,
        'sensor.position': position,
        'sensor.offset': offset,
      })
      const sound = source === 'start' ? 0 : a.setup.subject.distance
      const now = Math.hypot(position - sound, offset)
      // As if everything but the sound's way were 0.2 ms too slow.
      const missing = 0.0002
      const wanted = a.setup.controller.delayMinimum - missing
      const moment = a.timing.sensed! + a.timing.chainLatency + wanted
      const told = negativeDelay({ ...a, timing: { ...a.timing, wanted, moment }, keep: { ...a.keep, after: 0 } })
      const [x, y] = [valueOf(told, 'sensor.position') - sound, valueOf(told, 'sensor.offset')]
      return { nearer: now - Math.hypot(x, y), expected: missing * a.soundSpeed, x, y }
    }
    const beside = heard('start', 0.1, 0.4)
    expect(beside.nearer).toBeGreaterThanOrEqual(beside.expected - 1e-9)
    expect(beside.nearer).toBeLessThan(beside.expected + 0.002)
    // It stays where it is along the travel.
    expect(beside.x).toBeCloseTo(0.1, 10)
    const behind = heard('impact', 0.9, 0.3)
    expect(behind.nearer).toBeGreaterThanOrEqual(behind.expected - 1e-9)
    expect(behind.nearer).toBeLessThan(behind.expected + 0.002)
  })
})

describe('where no place does it, none is offered', () => {
  const late = (recipe: Recipe, changes: Values, timing: Partial<Assessment['timing']> = {}) => {
    const a = at(recipe, changes)
    return offered(
      negativeDelay({ ...a, timing: { ...a.timing, wanted: -0.002, ...timing }, keep: { ...a.keep, after: 0 } }),
    ).map(([path]) => path)
  }
  test('before the start, where nothing moves, and to a hand', () => {
    expect(late('projectile', {})).toContain('sensor.position')
    expect(late('projectile', {}, { chainLatency: 1 })).not.toContain('sensor.position')
    expect(late('balloon', { 'sensor.kind': 'beam' })).not.toContain('sensor.position')
    expect(late('projectile', { 'sensor.kind': 'hand' })).not.toContain('sensor.position')
    expect(late('projectile', { 'sensor.kind': 'contact' })).not.toContain('sensor.position')
    // Sooner than the sound itself is there.
    expect(late('projectile', { 'sensor.kind': 'sound', 'sensor.source': 'start' }, { moment: 0.0001 })).not.toContain(
      'sensor.position',
    )
  })

  test('to a microphone that is never reached', () => {
    const a = at('projectile', { 'sensor.kind': 'sound', 'sensor.source': 'start' })
    const waits = (sensed: number | null) =>
      offered(delayTooLong({ ...a, timing: { ...a.timing, wanted: a.setup.controller.delayMaximum + 1, sensed } }))
    expect(waits(null)).toEqual([])
    expect(waits(a.timing.sensed)).toEqual([])
  })
})

test('a wait longer than the controller’s longest, by half a step and more', () => {
  const a = at('drop', { 'controller.delayMaximum': 0.1, 'controller.delayStep': 0.001 })
  const wait = (wanted: number | null, moment: number | null = a.timing.moment) =>
    delayTooLong({ ...a, timing: { ...a.timing, wanted, moment } })
  expect(wait(0.1005)).toBeNull()
  expect(wait(0.10051)).toMatchObject({ id: 'delay-too-long', figures: { longest: { value: 0.1 } } })
  expect(wait(null)).toBeNull()
  expect(wait(0.2, null)).toBeNull()
})

describe('the delay dialled is off', () => {
  const dialled = (delay: number | null, wanted: number | null, parts: Partial<Assessment['timing']> = {}) => {
    const a = at('projectile', { delay })
    const timing = { ...a.timing, wanted, set: wanted, bias: delay! - (wanted ?? 0), feasible: true, ...parts }
    return delayOff({ ...a, timing, keep: { ...a.keep, before: 0.001, after: 0.002 } })
  }

  test('beyond what keeps to either side', () => {
    expect(dialled(0.018, 0.016, { bias: 0.002 })).toBeNull()
    expect(dialled(0.01801, 0.016)).toMatchObject({ id: 'delay-off', title: '{off} too late: dialled delay too long' })
    expect(dialled(0.015, 0.016, { bias: -0.001 })).toBeNull()
    expect(dialled(0.01499, 0.016)).toMatchObject({
      id: 'delay-off',
      title: '{off} too early: dialled delay too short',
    })
    expect(dialled(0.0165, 0.016)).toBeNull()
    expect(dialled(0.02, null)).toBeNull()
    expect(dialled(0.02, 0.016, { set: null })).toBeNull()
    expect(dialled(0.02, 0.016, { bias: null })).toBeNull()
    expect(delayOff(at('projectile', {}, { timing: { bias: 1 } }))).toBeNull()
  })

  test('where no delay would do that is said instead, unless it could be dialled', () => {
    expect(dialled(0.01, -0.001, { feasible: false })).toBeNull()
    expect(dialled(0.01, 0.02, { feasible: false })?.id).toBe('delay-off')
    expect(dialled(0.01, -0.001, { feasible: true })?.id).toBe('delay-off')
  })

  test('a factor of about a thousand is a slip of the unit', () => {
    const slip = (ratio: number) => dialled(0.016 * ratio, 0.016)?.id
    expect([301, 2999, 1 / 301, 1 / 2999].map(slip)).toEqual(Array(4).fill('seconds-for-milliseconds'))
    expect([299, 3001, 1 / 299, 1 / 3001].map(slip)).toEqual(Array(4).fill('delay-off'))
    expect(dialled(18, -0.018)?.id).toBe('delay-off')
  })
})

describe('the sensor', () => {
  test('needs as long as the beam is blocked', () => {
    const a = at('projectile')
    const block = a.setup.sensor.response
    const blocked = (beamBlock: number | null) => beamTooShort({ ...a, beamBlock })
    expect(blocked(block)).toBeNull()
    expect(blocked(block * (1 - 1e-10))).toBeNull()
    expect(blocked(null)).toBeNull()
    const told = blocked(block * 0.99)!
    const speed = (a.setup.motion.objectLength + a.setup.sensor.beamWidth) / (block * 0.99)
    expect(figure(told.figures.speed).value).toBeCloseTo(speed, 6)
    expect(valueOf(told, 'sensor.beamWidth')).toBeGreaterThanOrEqual(block * speed - a.setup.motion.objectLength)
    expect(valueOf(told, 'sensor.beamWidth')).toBeLessThan(block * speed - a.setup.motion.objectLength + 1.01e-4)
    expect(valueOf(told, 'sensor.response')).toBeLessThanOrEqual(block * 0.99 * 0.9)
    expect(valueOf(told, 'sensor.response')).toBeGreaterThan(block * 0.99 * 0.9 - 1e-7)
    // No beam is wider than 50 mm, and nothing answers in no time.
    expect(offered(blocked(block * 0.01)).map(([path]) => path)).toEqual(
      block * (speed * 99) - a.setup.motion.objectLength > 0.05
        ? ['sensor.response']
        : ['sensor.beamWidth', 'sensor.response'],
    )
    expect(offered(blocked(1e-8)).map(([path]) => path)).not.toContain('sensor.response')
    const hand = at('projectile', { trigger: 'hand' })
    expect(beamTooShort({ ...hand, beamBlock: 1e-6 })).toBeNull()
  })

  test('hears the event and not the click: threshold and margin', () => {
    const peaks = (falsePeak: number | null, eventPeak: number | null, threshold: number | null = null) =>
      sensorThreshold(
        at('balloon', {
          'sensor.falsePeak': falsePeak,
          'sensor.eventPeak': eventPeak,
          'sensor.threshold': threshold,
          'sensor.peakDistance': null,
        }),
      )
    expect(peaks(null, 0.7)?.id).toBe('sensor-untested')
    expect(peaks(0.1, null)?.id).toBe('sensor-untested')
    expect(peaks(0.1, 0.7)).toBeNull()
    expect(peaks(0.1, 0.7, 0.1)?.id).toBe('sensor-too-keen')
    expect(peaks(0.1, 0.7, 0.1001)).toBeNull()
    expect(peaks(0.1, 0.7, 0.6999)).toBeNull()
    expect(peaks(0.1, 0.7, 0.7)?.id).toBe('sensor-too-dull')
    expect(peaks(0.1, 0.7, 0.05)!.title).toBe('Misfires likely: a click or bounce is loud enough to trigger')
    // The geometric middle of the two.
    expect(valueOf(peaks(0.1, 0.7, 0.05), 'sensor.threshold')).toBeCloseTo(Math.sqrt(0.07), 4)
    expect(figure(peaks(0.1, 0.7, 0.05)!.figures.margin).value).toBeCloseTo(20 * Math.log10(7), 6)
    const none = peaks(0.7, 0.1, 0.05)!
    expect(none.title).toBe('Misfires likely: no threshold separates the event from a click')
    expect(offered(none)).toEqual([])
    expect(sensorThreshold(at('balloon', { 'trigger': 'hand', 'sensor.falsePeak': null }))).toBeNull()
    expect(sensorThreshold(at('projectile', { 'sensor.falsePeak': null }))).toBeNull()
  })

  test('listens again once it has rung off, a quarter of a second or half as long again as the bounce', () => {
    const hold = (holdOff: number, bounceAfter = 0.1, changes: Values = {}) =>
      holdOffShort(at('balloon', { 'controller.holdOff': holdOff, 'sensor.bounceAfter': bounceAfter, ...changes }))
    expect(hold(0.25)).toBeNull()
    expect(offered(hold(0.2499))).toEqual([['controller.holdOff', 0.25]])
    expect(offered(hold(0.3, 0.3))).toEqual([['controller.holdOff', 0.45]])
    expect(hold(0.45, 0.3)).toBeNull()
    expect(hold(0.1, 0.1, { trigger: 'hand' })).toBeNull()
    expect(hold(0.1, 0.1, { 'sensor.kind': 'beam' })).toBeNull()
  })

  test('an optical slave follows whatever flashes', () => {
    expect(opticalPreFlash(at('balloon', { 'link.kind': 'optical' }))?.paths).toEqual(['link.kind'])
    expect(opticalPreFlash(at('balloon', { 'link.kind': 'cable' }))).toBeNull()
    const slaved = at('projectile', { 'flashes[1].fired': 'slave', 'link.kind': 'cable' })
    expect(opticalPreFlash(slaved)?.paths).toEqual(['flashes[1].fired'])
    expect(opticalPreFlash({ ...slaved, setup: { ...slaved.setup, method: 'fast-shutter' } })).toBeNull()
  })

  test('a start without a sound is not listened for', () => {
    const silent = (changes: Values) =>
      silentSource(at('drop', { 'sensor.kind': 'sound', 'sensor.source': 'start', 'action.kind': 'drop', ...changes }))
    expect(offered(silent({}))).toEqual([['sensor.source', 'impact']])
    expect(silent({ 'sensor.source': 'impact' })).toBeNull()
    expect(silent({ 'sensor.kind': 'beam' })).toBeNull()
    expect(silent({ trigger: 'hand' })).toBeNull()
    expect(silent({ 'action.kind': 'launcher' })).toBeNull()
  })

  test('a pool is as deep as its cavity, or said to be shallow', () => {
    const deep = (liquidDepth: number, changes: Values = {}) =>
      poolShallow(at('drop', { 'subject.liquidDepth': liquidDepth, 'moment.model': 'splash', ...changes }))
    const told = deep(0.002)!
    const radius = figure(told.figures.radius).value
    expect(told.title).toBe('Smaller splash: {depth} of liquid for a {radius} cavity')
    expect(valueOf(told, 'subject.liquidDepth')).toBeCloseTo(Math.ceil(radius * 1200) / 1000, 10)
    expect(deep(radius * 1.001)?.title).not.toBe('Smaller splash: {depth} of liquid for a {radius} cavity')
    expect(deep(radius * 0.999)?.title).toBe('Smaller splash: {depth} of liquid for a {radius} cavity')
    expect(deep(0)).toBeNull()
    expect(deep(0.002, { 'moment.model': 'time' })).toBeNull()
    expect(deep(0.002, { 'moment.model': 'cavity' })?.id).toBe('pool-shallow')
    const a = at('drop', { 'subject.liquidDepth': 0.002, 'moment.model': 'splash' })
    expect(poolShallow({ ...a, timing: { ...a.timing, impact: null } })).toBeNull()
  })
})

describe('a face', () => {
  const turned = (face: Partial<Assessment['face'] & object>, changes: Values = {}) =>
    faceAway(
      at(
        'spin',
        { 'motion.turns': 10, 'motion.faces': 1, ...changes },
        { face: { chance: 0.5, turned: Math.PI, scatter: 0.2, ...face }, timing: { captured: 0.2 } },
      ),
    )

  test('is told where three takes of four do not see it, and as a stop where none does', () => {
    expect(turned({ chance: 0.75 })).toBeNull()
    expect(turned({ chance: 0.7499 })!.severity).toBe('warning')
    expect(turned({ chance: 0.05 })!.severity).toBe('warning')
    expect(turned({ chance: 0.0499 })!.severity).toBe('error')
    expect(faceAway(at('spin', {}, { face: null }))).toBeNull()
    expect(turned({})!.figures).toMatchObject({
      chance: { value: 0.5 },
      turned: { value: Math.PI },
      scatter: { value: 0.2 },
    })
    expect(figure(turned({ turned: -1 })!.figures.turned).value).toBe(1)
  })
  test('of one or of several, and slower by what it is turned too far until the light falls', () => {
    expect(turned({})!.reason).toMatch(/^Its face is turned/)
    expect(turned({}, { 'motion.faces': 2 })!.reason).toMatch(/^The nearest face is turned/)
    // Half a turn in 0.2 s: 2.5 turns a second less.
    expect(offered(turned({}))).toEqual([
      ['motion.turns', 7.5],
      ['motion.faceWithin', null],
    ])
    expect(offered(turned({ turned: -Math.PI }))[0]).toEqual(['motion.turns', 12.5])
    // Turned too far by more than it turns till then: no slower spin does it; nor does what stands still.
    expect(offered(turned({}, { 'motion.turns': 2.5 }))).toEqual([['motion.faceWithin', null]])
    expect(offered(turned({ turned: -1 }, { 'motion.turns': 0 }))).toEqual([['motion.faceWithin', null]])
  })
})

describe('evidence that stands alone', () => {
  const speeds = (...values: number[]) => {
    const setup = withChanges(newSetup('projectile'), [{ path: 'motion.speedError', value: 0.01 }])
    const evidence = values.map((value, i) =>
      evidenceOf(setup, { kind: 'speed', value, error: 0.01 * setup.motion.speed, how: 'chronograph', id: `s${i}` }),
    )
    return { setup, finding: evidenceSurprise(assess({ ...setup, evidence })) }
  }

  test('nothing is asked of what agrees', () => {
    const { speed } = newSetup('projectile').motion
    expect(speeds().finding).toBeNull()
    expect(speeds(speed).finding).toBeNull()
  })
  test('the farthest off is asked about, left out, or read to so much that it surprises no more', () => {
    const { speed } = newSetup('projectile').motion
    const { finding } = speeds(speed, speed * 1.2, speed * 1.4)
    expect(finding!.paths).toEqual(['evidence[2].value'])
    expect(finding!.reason).toMatch(/^No other measurement or figure agrees with the speed read \(chronograph\)\./)
    const { read, expected, sigma } = finding!.figures
    expect(figure(read).value).toBeCloseTo(speed * 1.4, 9)
    expect(figure(expected).value).toBeLessThan(speed * 1.2)
    expect((figure(read).value - figure(expected).value) / figure(sigma).value).toBeGreaterThan(3)
    const wide = (figure(read).value - figure(expected).value) / 2.5
    expect(offered(finding)).toEqual([
      ['evidence[2].on', false],
      ['motion.speedError', expect.any(Number)],
      ['evidence[2].error', wide],
    ])
    expect(fixesOf(finding)[2]!.figures).toEqual({ wide: { value: wide, quantity: 'speed' } })
    expect(figure(finding!.figures.read).quantity).toBe('speed')
  })
})
