import { newSetup, plan, shutterMoves, withChanges } from '~~/core'
import { highSpeedSyncActs, lightLost, shutterCheck, syncRuledOut } from '~~/core/light/shutter'
import { known } from '~~/core/defaults/typical'
import { pulseShape } from '~~/core/physics/flash'

type Values = Record<string, string | number | boolean | null>
const make = (values: Values) =>
  known(
    withChanges(
      newSetup('powder'),
      Object.entries(values).map(([path, value]) => ({ path, value })),
    ),
  )

// A flash tail, peaking 0.4 ms after the contact.
const shape = pulseShape({ t05: 0.0005, t01: 0.0015 })
const light = { shape, lag: 0.0004, share: 1, highSpeedSync: false }
const rows = { 'camera.curtainTravel': 0.003, 'camera.syncSpeed': 1 / 200, 'picture.shutter': 1 / 200 }

describe('moves of the shutter', () => {
  test('curtains open before the contact and close as long after they opened', () => {
    const moves = shutterMoves(make({ ...rows, 'camera.shutterKind': 'focal-plane' }))
    expect(moves.opens).toBeCloseTo(-0.003, 12)
    expect(moves.full).toBeCloseTo(0, 12)
    expect(moves.closing).toBeCloseTo(0.002, 12)
    expect(moves.closed).toBeCloseTo(0.005, 12)
  })

  test('a read-out starts with the contact; a leaf has no rows', () => {
    const rolling = make({ 'camera.shutterKind': 'rolling', 'camera.readOut': 0.02, 'picture.shutter': 0.05 })
    expect(Object.values(shutterMoves(rolling)).map(s => +s.toFixed(9))).toEqual([0, 0.02, 0.05, 0.07])
    const leaf = make({ 'camera.shutterKind': 'leaf', 'picture.shutter': 0.01 })
    expect(Object.values(shutterMoves(leaf)).map(s => +s.toFixed(9))).toEqual([0, 0, 0.01, 0.01])
  })
})

describe('past sync', () => {
  test.each([
    ['focal-plane', 1 / 200, false],
    ['focal-plane', 1 / 201, true],
    ['leaf', 1 / 201, true],
    ['global', 1 / 8000, false],
    ['rolling', 0.02, true],
    ['rolling', 0.0201, false],
  ] as const)('%s at %d s: %s', (shutterKind, shutter, out) => {
    const setup = make({
      ...rows,
      'camera.shutterKind': shutterKind,
      'camera.readOut': 0.02,
      'picture.shutter': shutter,
    })
    expect(syncRuledOut(setup)).toBe(out)
  })

  test('high-speed sync acts on curtains past their sync only', () => {
    const acts = (values: Values): boolean => highSpeedSyncActs(make({ ...rows, ...values }))
    const on = { 'flashes.0.highSpeedSync': true }
    expect(acts({ ...on, 'picture.shutter': 1 / 1000 })).toBe(true)
    expect(acts({ ...on })).toBe(false)
    expect(acts({ 'picture.shutter': 1 / 1000 })).toBe(false)
    expect(acts({ ...on, 'camera.shutterKind': 'leaf', 'picture.shutter': 1 / 1000 })).toBe(false)
  })
})

describe('what the shutter cuts off', () => {
  test('dark and half-lit rows by their times, at the edge covered first', () => {
    const check = shutterCheck(make({ ...rows, 'picture.shutter': 1 / 1000, 'camera.curtainRuns': 'left' }), [light])
    // Row y is covered at (y − 1)·3 ms + 1 ms; the first light comes at 0.4 ms.
    expect(check.dark).toBeCloseTo(1 - 0.6 / 3, 9)
    expect(check.edge).toBe('right')
    expect(check.lostWorst).toBe(20)
    expect(check.notFullyLit).toBeGreaterThanOrEqual(check.dark)
    const edges = ['up', 'down', 'right'].map(
      curtainRuns => shutterCheck(make({ ...rows, 'camera.curtainRuns': curtainRuns }), [light]).edge,
    )
    expect(edges).toEqual(['bottom', 'top', 'left'])
  })

  test('two lights weigh by their share; the earliest sets the dark band, the latest the clean speed', () => {
    const late = { ...light, lag: 0.0014, share: 0.25 }
    const setup = make({ ...rows, 'picture.shutter': 1 / 1000 })
    const both = shutterCheck(setup, [{ ...light, share: 0.75 }, late])
    const alone = shutterCheck(setup, [light])
    expect(both.dark).toBeCloseTo(alone.dark, 12)
    const faster = { ...rows, 'camera.syncSpeed': 1 / 2000 }
    expect(
      shutterCheck(make(faster), [light, late]).fastestClean - shutterCheck(make(faster), [light]).fastestClean,
    ).toBeCloseTo(0.001, 9)
    // Half of the light outside the shutter is one stop.
    const leaf = make({ 'camera.shutterKind': 'leaf', 'picture.shutter': 0.02 })
    const gone = { ...light, lag: 1 }
    expect(
      shutterCheck(leaf, [
        { ...light, share: 0.5 },
        { ...gone, share: 0.5 },
      ]).lostMiddle,
    ).toBeCloseTo(1, 3)
  })

  test('no band under high-speed sync, an open shutter or no light', () => {
    const past = { ...rows, 'picture.shutter': 1 / 1000, 'flashes.0.highSpeedSync': true }
    const hss = { ...light, highSpeedSync: true }
    expect(shutterCheck(make(past), [hss])).toMatchObject({ dark: 0, notFullyLit: 0, lostMiddle: 2, lostWorst: 2 })
    const none = { dark: 0, notFullyLit: 0, lostMiddle: 0, lostWorst: 0, fastestClean: 0 }
    expect(shutterCheck(make({ ...past, method: 'open-shutter' }), [light])).toMatchObject(none)
    expect(shutterCheck(make(past), [])).toMatchObject(none)
    expect(lightLost(make({ ...past, method: 'open-shutter' }), [light])).toEqual({ middle: [0], worst: [0] })
  })

  test('a shutter without rows is all dark or all lit', () => {
    const global = (shutter: number) =>
      shutterCheck(make({ 'camera.shutterKind': 'global', 'picture.shutter': shutter }), [light])
    expect(global(0.0004)).toMatchObject({ dark: 1, notFullyLit: 1, edge: 'all' })
    expect(global(0.0005)).toMatchObject({ dark: 0, notFullyLit: 1 })
    const needed = global(0.0005).fastestClean
    expect(global(needed * 1.001)).toMatchObject({ dark: 0, notFullyLit: 0 })
    expect(needed).toBeLessThan(1 / 200)
    const rolling = make({ 'camera.shutterKind': 'rolling', 'camera.readOut': 0.02, 'picture.shutter': 0.05 })
    expect(shutterCheck(rolling, [light]).fastestClean).toBeCloseTo(0.02 + needed, 9)
    expect(plan(newSetup('powder')).shutter.fastestClean).toBeGreaterThanOrEqual(1 / 250)
  })
})
