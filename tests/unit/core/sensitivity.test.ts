import {
  type Recipe,
  RECIPES,
  type Setup,
  playedSessions,
  newSetup,
  plan,
  valueAt,
  withChange,
  withChanges,
} from '~~/core'

/** A change of the set-up itself, by hand, against the derivative of the budget: the plan must agree with itself. */
const INPUTS: [string, string][] = [
  ['speed-spread', 'motion.speed'],
  ['speed-error', 'motion.speed'],
  ['subject-distance', 'subject.distance'],
  ['sensor-position', 'sensor.position'],
  ['air-temperature', 'air.temperatureC'],
  ['crack-error', 'subject.crackSpeed'],
]

const wanted = (setup: Setup): number => plan(setup).timing.wanted!

function cases(): [Recipe, string, string][] {
  return RECIPES.flatMap(recipe =>
    INPUTS.filter(([id, path]) => {
      // A place of zero cannot be changed both ways; a swing measured wrongly is still the same swing.
      if (valueAt(newSetup(recipe), path) === 0 || (recipe === 'swing' && id === 'subject-distance')) return false
      return plan(newSetup(recipe)).spread.causes.some(c => c.id === id)
    }).map(([id, path]) => [recipe, id, path] as [Recipe, string, string]),
  )
}

test.each(cases())('%s: %s follows %s', (recipe, id, path) => {
  const setup = newSetup(recipe)
  const value = valueAt(setup, path) as number
  const step = Math.max(Math.abs(value), 0.1) * 1e-4
  const slope =
    (wanted(withChange(setup, { path, value: value + step })) -
      wanted(withChange(setup, { path, value: value - step }))) /
    (2 * step)
  const cause = plan(setup).spread.causes.find(c => c.id === id)!
  // A later moment asks for a longer delay: the offset of a fixed delay is the other way round.
  expect(cause.derivative / -slope).toBeGreaterThan(0.995)
  expect(cause.derivative / -slope).toBeLessThan(1.005)
})

test('a spread twice as wide counts twice, and its share grows', () => {
  const at = (spread: number) =>
    plan(withChange(newSetup('projectile'), { path: 'motion.speedSpread', value: spread })).spread.causes.find(
      c => c.id === 'speed-spread',
    )!
  expect(at(0.02).seconds / at(0.01).seconds).toBeCloseTo(2, 9)
  expect(at(0.02).share).toBeGreaterThan(at(0.01).share)
})

test('nothing that varies, nothing that is uncertain: every take keeps', () => {
  const sure = withChanges(
    newSetup('projectile'),
    [
      'motion.speedSpread',
      'motion.speedError',
      'subject.distanceError',
      'sensor.positionError',
      'air.temperatureError',
      'sensor.jitter',
      'controller.jitter',
      'link.jitter',
      'flashes[0].jitter',
      'flashes[1].jitter',
    ].map(path => ({ path, value: 0 })),
  )
  const p = plan(sure)
  expect(p.spread).toMatchObject({ causes: [], scatter: 0, uncertainty: 0, firstOrder: true })
  expect(p.keep).toMatchObject({ perTake: 1, firstTake: 1 })
})

test('a delay set on coarse steps leaves the residual as a known shift', () => {
  const coarse = plan(withChange(newSetup('projectile'), { path: 'controller.delayStep', value: 0.005 }))
  expect(coarse.timing.set).toBeCloseTo(0.02, 12)
  expect(coarse.timing.residual).toBeCloseTo(0.02 - coarse.timing.wanted!, 12)
  expect(coarse.keep.perTake).toBeLessThan(plan(newSetup('projectile')).keep.perTake)
})

test.each<
  [string, Record<string, number | string>, (before: ReturnType<typeof plan>, after: ReturnType<typeof plan>) => void]
>([
  [
    'a beam nearer to the mark scatters less',
    { 'sensor.position': 0.8 },
    (a, b) => expect(b.spread.scatter).toBeLessThan(0.5 * a.spread.scatter),
  ],
  [
    'a wider window keeps more',
    { 'moment.window.beforeDistance': 0.02, 'moment.window.afterDistance': 0.02 },
    (a, b) => expect(b.keep.perTake).toBeGreaterThan(a.keep.perTake),
  ],
  [
    'a quicker ball streaks more and comes sooner',
    { 'motion.speed': 60 },
    (a, b) => {
      expect(b.sharpness.subject).toBeGreaterThan(a.sharpness.subject)
      expect(b.timing.wanted!).toBeLessThan(a.timing.wanted!)
    },
  ],
  [
    'a lighter ball is slowed more',
    { 'motion.mass': 0.0002 },
    (a, b) => expect(b.objectSpeed).toBeLessThan(a.objectSpeed),
  ],
  [
    'warmer air carries sound faster',
    { 'air.temperatureC': 35 },
    (a, b) => expect(b.soundSpeed).toBeGreaterThan(a.soundSpeed),
  ],
  [
    'more keepers need more props',
    { 'goal.keepers': 8 },
    (a, b) => expect(playedSessions(b.setup).props!).toBeGreaterThan(playedSessions(a.setup).props!),
  ],
  [
    'more confidence needs more props',
    { 'goal.confidence': 0.99 },
    (a, b) => expect(playedSessions(b.setup).props!).toBeGreaterThan(playedSessions(a.setup).props!),
  ],
  [
    'a longer lens sees less and holds less depth',
    { 'lens.focalLength': 0.15 },
    (a, b) => {
      expect(b.optics.fieldWidth).toBeLessThan(a.optics.fieldWidth)
      expect(b.optics.depth!).toBeLessThan(a.optics.depth!)
    },
  ],
  [
    'finer pixels count more of the same streak',
    { 'camera.pixelsWide': 14_720 },
    (a, b) => {
      expect(b.sharpness.subject).toBe(a.sharpness.subject)
      expect(b.sharpness.pixels).toBeCloseTo(2 * a.sharpness.pixels, 9)
    },
  ],
  [
    'a narrower beam is blocked for less',
    { 'sensor.beamWidth': 0.001 },
    (a, b) => expect(b.beamBlock!).toBeLessThan(a.beamBlock!),
  ],
])('%s', (_, values, compare) => {
  const setup = newSetup('projectile')
  compare(
    plan(setup),
    plan(
      withChanges(
        setup,
        Object.entries(values).map(([path, value]) => ({ path, value })),
      ),
    ),
  )
})

describe('recipes as they start', () => {
  /** Delay, ms; streak, mm; keep rate: what a photographer would call plausible. */
  test.each<[Recipe, [number, number], [number, number], number]>([
    ['balloon', [0.3, 1], [2, 4], 0.9],
    ['projectile', [15, 22], [1, 2], 0.8],
    ['pour', [200, 320], [0.05, 0.5], 0.9],
    ['drop', [150, 220], [0.05, 0.5], 0.9],
    ['throw', [140, 200], [0.2, 1], 0.7],
    ['powder', [40, 70], [0.1, 1], 0.9],
    ['toss', [180, 260], [0.1, 1], 0.9],
    ['swing', [300, 400], [0.1, 3], 0.8],
  ])('%s', (recipe, [leastDelay, mostDelay], [leastStreak, mostStreak], keep) => {
    const p = plan(newSetup(recipe))
    expect(p.timing.set! * 1000).toBeGreaterThan(leastDelay)
    expect(p.timing.set! * 1000).toBeLessThan(mostDelay)
    expect(p.sharpness.subject * 1000).toBeGreaterThan(leastStreak)
    expect(p.sharpness.subject * 1000).toBeLessThan(mostStreak)
    expect(p.keep.perTake).toBeGreaterThan(keep)
    expect(p.findings.filter(f => f.severity === 'error')).toEqual([])
  })
  test('each new one is its own', () => {
    const a = newSetup('drop')
    a.flashes[0]!.power = 1
    a.moment.window.afterTime = 9
    expect(newSetup('drop').flashes[0]!.power).not.toBe(1)
    expect(newSetup('drop').moment.window.afterTime).not.toBe(9)
  })
  test('a method may be chosen with it', () => expect(newSetup('drop', 'sync-shutter').method).toBe('sync-shutter'))
})
