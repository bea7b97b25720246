import {
  FIELDS,
  FLASH_FIELDS,
  RECIPE,
  type Setup,
  assess,
  catapultSpeed,
  changed,
  completeSetup,
  dialOf,
  entered,
  evidenceOf,
  fireRig,
  playedSessions,
  momentOf,
  natureOf,
  newSetup,
  ownExposure,
  plan,
  plannedRig,
  sourceOf,
  takeTimes,
  dragOf,
  meanInputs,
  motionFor,
  withChanges,
} from '~~/core'
import { helpOf } from '~~/shared/texts/fields'
import { faceShown } from '~~/core/take/face'
import { known } from '~~/core/defaults/typical'
import { inWords } from '../../support/figures'

/** What could not be said of a set-up before: each in one place, and each with its effect on the plan. */

const change = (setup: Setup, changes: Record<string, string | number | boolean | null>): Setup =>
  withChanges(
    setup,
    Object.entries(changes).map(([path, value]) => ({ path, value })),
  )
const momentNamed = (setup: Setup, name: string): Setup =>
  withChanges(
    setup,
    momentOf(
      setup,
      RECIPE[setup.recipe].moments.find(m => m.name === name)!,
    ),
  )
const times = (setup: Setup) => takeTimes(setup, dragOf(setup), meanInputs(setup))
const finding = (setup: Setup, id: string) => inWords(plan(setup).findings.find(f => f.id === id))

describe('a steady walk or run', () => {
  const setup = change(newSetup('run'), { 'motion.speed': 5, 'sensor.position': 2, 'subject.distance': 3.5 })

  test('goes as far each second, and the delay is the way from beam to mark less the chain', () => {
    const motion = motionFor(setup, 0, meanInputs(setup))
    expect(motion.positionAt(0.3)).toBeCloseTo(1.5, 12)
    expect(motion.timeAt(2)).toBeCloseTo(0.4, 12)
    expect(motion.timeAt(-0.1)).toBeNull()
    expect(motion.speedAt(1)).toBe(5)
    const { timing } = plan(change(setup, { 'moment.offset': 0.4 }))
    expect(timing.wanted! + timing.chainLatency).toBeCloseTo((1.5 + 0.4) / 5, 12)
  })
  test('hands and feet must be sharp at a speed of their own', () => {
    expect(plan(setup).sharpness.worst).toMatchObject({ name: 'Hands and feet', at: 8 })
  })
})

describe('a disc that spins', () => {
  const setup = change(newSetup('spin'), { 'motion.turns': 20, 'moment.fraction': 0.25 })

  test('its moment is a share of a turn after the mark', () => {
    expect(times(setup).moment).toBeCloseTo(0.25 / 20, 12)
    expect(times(change(setup, { 'motion.turns': 40 })).moment).toBeCloseTo(0.25 / 40, 12)
  })
  test('without a spin there is no turn: the time that was given counts', () =>
    expect(times(change(setup, { 'motion.turns': 0, 'moment.time': 0.03 })).moment).toBeCloseTo(0.03, 12))
  test('its rim answers to the blur limit, at π d × turns', () =>
    expect(plan(setup).sharpness.speed).toBeCloseTo(Math.PI * 0.16 * 20, 9))
})

describe('two subjects in a line', () => {
  const one = change(newSetup('projectile'), {
    'motion.speed': 40,
    'motion.dragPerMetre': 0,
    'subject.distance': 1,
    'subject.depth': 0.02,
    'subject.speedLost': 0.25,
  })
  const two = change(one, { 'subject.secondGap': 0.2, 'subject.secondDepth': 0.01 })

  test('behind the first it is slower by its share, braked evenly inside', () => {
    const motion = motionFor(one, 0, meanInputs(one))
    expect(motion.speedAt(0.02)).toBe(40)
    const inside = 0.02 / ((40 + 30) / 2)
    expect(motion.timeAt(1.02)).toBeCloseTo(0.025 + inside, 12)
    expect(motion.speedAt(0.025 + inside + 1e-6)).toBeCloseTo(30, 9)
    expect(motion.timeAt(1.32)).toBeCloseTo(0.025 + inside + 0.01, 12)
    expect(motion.positionAt(motion.timeAt(1.007)!)).toBeCloseTo(1.007, 12)
  })
  test('the second is struck later, and slows it once more', () => {
    const at = 0.025 + 0.02 / 35 + (0.2 - 0.02) / 30
    const setup = change(two, { 'moment.reference': 'second', 'moment.model': 'time', 'moment.time': 0.001 })
    expect(times(setup).reference).toBeCloseTo(at, 12)
    expect(times(setup).moment).toBeCloseTo(at + 0.001, 12)
    const motion = motionFor(two, 0, meanInputs(two))
    expect(motion.speedAt(at + 0.01 / ((30 + 22.5) / 2) + 1e-6)).toBeCloseTo(22.5, 9)
  })
  test('how much is lost is a cause of the spread behind it, and none before it', () => {
    const behind = change(two, { 'moment.offset': 0.3 })
    const causes = (setup: Setup) => plan(setup).spread.causes.filter(cause => cause.id.startsWith('loss'))
    expect(causes(behind).map(cause => cause.kind)).toEqual(['uncertainty', 'scatter'])
    // d(time)/d(share) over 0.18 m at 30 m/s and 0.09 m at 22.5 m/s, and through the two themselves.
    const late = (lost: number): number => motionFor(behind, 0, { ...meanInputs(behind), speedLost: lost }).timeAt(1.3)!
    const slope = (late(0.26) - late(0.24)) / 0.02
    expect(causes(behind)[0]!.seconds).toBeCloseTo(Math.abs(slope) * 0.25 * 0.3, 5)
    expect(causes(change(two, { 'moment.offset': -0.01 }))).toEqual([])
  })
  test('a place seen behind it tells how much was lost, and what is held of it follows the priors', () => {
    const setup = change(two, { 'moment.offset': 0.15, 'motion.speedError': 0.002, 'subject.distanceError': 0.0005 })
    const dialled = plan(setup).timing.used!
    const real = change(setup, { 'subject.speedLost': 0.4 })
    const captured = plan(setup).timing.captured!
    const place = motionFor(real, 0, meanInputs(real)).positionAt(captured) - 1
    const seen = {
      ...setup,
      evidence: [evidenceOf(setup, { kind: 'place', value: place, error: 0.001, delay: dialled })],
    }
    const told = plan(seen).setup.subject.speedLost
    expect(told).toBeGreaterThan(0.33)
    expect(told).toBeLessThan(0.41)
    // Held surer beforehand, it is moved less.
    expect(plan(change(seen, { 'subject.speedLostError': 0.05 })).setup.subject.speedLost).toBeLessThan(0.3)
  })
  test('a moment at the second puts one there', () => {
    const placed = momentNamed(newSetup('projectile'), 'second subject breaking')
    expect(placed.subject.secondGap).toBe(0.08)
    expect(plan(placed).timing.reference).toBeGreaterThan(times(placed).impact!)
    expect(momentNamed(two, 'ball just out of the second').moment.offset).toBeCloseTo(0.2 + 0.01 + 0.02, 12)
  })
})

test('what falls into liquid can be caught as it reaches the bottom, slowed on its way down', () => {
  const setup = momentNamed(newSetup('drop'), 'object hits the bottom of the vessel')
  const { impact, moment, reference } = times(setup)
  expect(moment).toBe(reference)
  const speed = motionFor(setup, dragOf(setup), meanInputs(setup)).speedAt(impact!)
  expect(moment! - impact!).toBeGreaterThan(setup.subject.liquidDepth / speed)
  const heard = change(setup, { 'sensor.kind': 'contact', 'sensor.source': 'floor' })
  expect(times(heard).sensed).toBe(moment)
})

describe('a face that turns', () => {
  const setup = change(newSetup('toss'), {
    'motion.turns': 6,
    'motion.turnsSpread': 0.02,
    'motion.faceWithin': 0.5,
    'motion.faces': 1,
  })

  test.each([
    [{ 'motion.faces': 1, 'motion.turnsSpread': 0.5 }, 1 / (2 * Math.PI)],
    [{ 'motion.faces': 2, 'motion.turnsSpread': 0.5 }, 2 / (2 * Math.PI)],
  ])('comes round anyhow where its turns differ much: %p', (changes, chance) =>
    expect(plan(change(setup, changes)).face!.chance).toBeCloseTo(chance, 9),
  )
  test('stands where its turns have brought it', () => {
    const face = (turns: number, start = 0) => {
      const turning = known(
        change(setup, {
          'motion.turns': turns,
          'motion.turnsSpread': 0,
          'motion.faceAtStart': start,
          'motion.speedSpread': 0,
        }),
      )
      return faceShown(turning, { ...natureOf(turning), stages: [] }, 0.5)!
    }
    expect(face(6)).toEqual({ chance: 1, turned: expect.closeTo(0, 12), scatter: 0 })
    expect(face(6.2).turned).toBeCloseTo(2 * Math.PI * 0.1, 12)
    expect(face(6.2).chance).toBe(0)
    expect(face(6.2, -0.3).chance).toBe(1)
  })
  test('without a face that must be seen there is nothing to count', () => {
    expect(plan(change(setup, { 'motion.faceWithin': null })).face).toBeNull()
    expect(playedSessions(change(setup, { 'motion.faceWithin': null })).kept).toBe(0.8)
  })
  test('the chance is that of the bench, event by event', () => {
    for (const turns of [4.3, 5.2, 6.1]) {
      const given = change(setup, { 'motion.turns': turns })
      const planned = plan(given)
      const rig = plannedRig(given)
      const { used: delay } = dialOf(planned)!
      const state = { delay, threshold: 0.2, holdOff: 1, armed: true, open: true, sincePop: null }
      const shots = 1500
      let faced = 0
      for (let n = 1; n <= shots; n++) if (fireRig(rig, given, n, state).faced) faced++
      expect(Math.abs(faced / shots - planned.face!.chance)).toBeLessThan(0.03)
    }
  })
  test('a face away costs props, is a finding, and the finding says which spin would face the camera', () => {
    const { captured } = plan(setup).timing
    const away = change(setup, { 'motion.turns': 2.1 / captured!, 'motion.turnsSpread': 0.01 })
    const face = plan(away).face!
    expect(face.chance).toBeLessThan(0.4)
    expect(playedSessions(away).kept).toBeCloseTo(0.8 * face.chance, 9)
    expect(playedSessions(away).props!).toBeGreaterThan(
      playedSessions(change(away, { 'motion.faceWithin': null })).props!,
    )
    const found = finding(away, 'face-away')!
    expect(found.fixes.map(fix => fix.label)).toEqual(['Spin it at {n}: then it faces the camera', 'Accept any side'])
    expect(plan(withChanges(away, found.fixes[0]!.changes)).face!.turned).toBeCloseTo(0, 3)
    expect(
      finding(change(setup, { 'motion.turns': 2 / captured!, 'motion.turnsSpread': 0 }), 'face-away'),
    ).toBeUndefined()
  })
})

describe('a hand catapult', () => {
  test('its speed comes from draw, pull and what it throws', () => {
    expect(catapultSpeed({ draw: 0.5, pull: 80, mass: 0.008 })).toBeCloseTo(Math.sqrt((0.7 * 80 * 0.5) / 0.008), 12)
    expect(() => catapultSpeed({ draw: 0, pull: 80, mass: 0.008 })).toThrow('draw')
  })
  test('said in the set-up it moves the speed, which is assumed again whoever typed it before', () => {
    const typed = entered(change(newSetup('projectile'), { 'action.kind': 'catapult', 'motion.speed': 99 }), [
      { path: 'motion.speed', value: 99 },
    ])
    expect(sourceOf(typed, 'motion.speed').from).toBe('yours')
    const drawn = changed(typed, [{ path: 'action.draw', value: 0.5 }])
    expect(drawn.motion.speed).toBe(99)
    const pulled = changed(drawn, [{ path: 'action.pull', value: 80 }])
    expect(pulled.motion.speed).toBeCloseTo(catapultSpeed({ draw: 0.5, pull: 80, mass: pulled.motion.mass }), 1)
    expect(pulled.motion).toMatchObject({ speedError: 0.15, speedSpread: 0.05 })
    expect(sourceOf(pulled, 'motion.speed').from).toBe('assumed')
    const heavier = changed(pulled, [{ path: 'motion.mass', value: pulled.motion.mass * 4 }])
    expect(heavier.motion.speed).toBeCloseTo(pulled.motion.speed / 2, 1)
  })
  test('it needs a catch and the calls of what flies, but is no report', () => {
    const setup = change(newSetup('projectile'), { 'action.kind': 'catapult', 'catch.distance': 0.5 })
    expect(finding(setup, 'catch')).toBeDefined()
    // The snap of its band is heard.
    expect(
      finding(change(setup, { 'sensor.kind': 'sound', 'sensor.source': 'start' }), 'silent-source'),
    ).toBeUndefined()
  })
})

describe('a camera that sets its own shutter', () => {
  const phone = change(newSetup('pour', 'fast-shutter'), {
    'camera.setsShutter': true,
    'camera.baseIso': 50,
    'camera.maximumIso': 3200,
    'picture.aperture': 2,
    'picture.shutter': 1 / 8000,
  })

  test.each([
    [14, 4 / (2 ** 14 * 0.5), 50],
    [8, 1 / 120, (4 / 2 ** 8) * 100 * 120],
    [2, 4 / (4 * 32), 3200],
  ])('at EV %p it takes %p s at ISO %p', (ev, shutter, iso) => {
    const own = ownExposure(change(phone, { 'picture.ambientEv': ev }))
    expect(own.shutter).toBeCloseTo(shutter, 9)
    expect(own.iso).toBeCloseTo(iso, 6)
  })
  test('that shutter draws the streak, whatever was typed', () => {
    const bright = assess(change(phone, { 'picture.ambientEv': 14 }))
    const dim = assess(change(phone, { 'picture.ambientEv': 8 }))
    expect(bright.sharpness.duration).toBeCloseTo(4 / (2 ** 14 * 0.5), 9)
    expect(dim.sharpness.duration).toBeCloseTo(1 / 120, 9)
    expect(dim.sharpness.subject / bright.sharpness.subject).toBeCloseTo(2 ** 14 / 8 / 120, 6)
  })
  test('a fix of the shutter takes it out of the camera’s hands', () => {
    const setup = change(phone, { 'picture.ambientEv': 8 })
    const fixes = finding(setup, 'blur')!.fixes.filter(fix => fix.changes.some(c => c.path === 'picture.shutter'))
    expect(fixes.length).toBeGreaterThan(0)
    for (const fix of fixes) {
      expect(fix.label).toMatch(/, and lock it in manual$/)
      expect(withChanges(setup, fix.changes).camera.setsShutter).toBe(false)
    }
  })
  test('with flash it is set by hand as ever', () => {
    const open = change(newSetup('pour'), { 'camera.setsShutter': true })
    expect(assess(open).setup.picture.shutter).toBe(open.picture.shutter)
  })
})

test('a camera that is moved parts the pops by its speed, however far it stands', () => {
  const setup = change(newSetup('swing'), { 'sequence.moveSpeed': 0.5, 'sequence.panAngle': Math.PI })
  const along = (s: Setup) => plan(s).sequence!.exposures.map(e => e.along - e.place)
  const pops = plan(setup).sequence!.exposures
  along(setup).forEach((slid, i) => expect(slid).toBeCloseTo(0.5 * pops[i]!.time, 9))
  along(change(setup, { 'picture.distance': 9 })).forEach((slid, i) => expect(slid).toBeCloseTo(0.5 * pops[i]!.time, 9))
})

test('files of before open with nothing of it', () => {
  const added = [
    ...['action.draw', 'action.pull', 'camera.setsShutter', 'sequence.moveSpeed'],
    ...['turnsSpread', 'faces', 'faceWithin', 'faceAtStart'].map(key => `motion.${key}`),
    ...['speedLost', 'speedLostSpread', 'speedLostError', 'secondGap', 'secondDepth'].map(key => `subject.${key}`),
  ]
  const old = JSON.parse(JSON.stringify(newSetup('projectile')), function (key, value: unknown) {
    return added.some(path => path.endsWith(`.${key}`)) ? undefined : value
  }) as unknown
  expect(completeSetup(old)).toEqual(newSetup('projectile'))
})

const lights = Object.fromEntries(Object.entries(FLASH_FIELDS).map(([key, field]) => [`flashes[].${key}`, field]))

// A number without a unit that people say aloud, or a trade word, tells nothing to who does not know it.
test('every figure and every choice says in a line what it is', () => {
  const silent = Object.entries({ ...FIELDS, ...lights }).filter(
    ([path, field]) =>
      // A recipe, a method and a test explain themselves where they are chosen.
      !/^(tests\.|kit\.|recipe$|method$|trigger$)/.test(path) &&
      (field.type === 'number' || field.type === 'choice') &&
      helpOf(field) === undefined,
  )
  expect(silent.map(([path]) => path)).toEqual([])
})

test('a line of help is short enough to stand under its row', () => {
  const long = Object.entries({ ...FIELDS, ...lights }).filter(([, field]) => (helpOf(field)?.length ?? 0) > 100)
  expect(long.map(([path]) => path)).toEqual([])
})
