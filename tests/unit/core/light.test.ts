import fc from 'fast-check'
import { type Setup, flashDurations, newSetup, plan, powerSteps, withChanges } from '~~/core'
import { batteryFlash as startFlash, mainsFlash as startMains } from '~~/core/recipes'
import { knownTable } from '~~/core/defaults/typical'
import { APERTURES, ISOS, SHUTTERS_IN_SECONDS, stepDown, stepUp } from '~~/core/setup/steps'
import { highestPowerWithin } from '~~/core/light/pulses'

const batteryFlash = () => ({ ...startFlash(), table: knownTable(startFlash()) })
const mainsFlash = () => ({ ...startMains(), table: knownTable(startMains()) })

type Values = Record<string, string | number | boolean | null>
const make = (values: Values): Setup =>
  withChanges(
    newSetup('projectile'),
    Object.entries({ 'method': 'sync-shutter', 'camera.lag': 0.003, ...values }).map(([path, value]) => ({
      path,
      value,
    })),
  )
const shutterOf = (values: Values) => plan(make(values)).shutter

describe('what each kind of shutter cuts off the flash', () => {
  test('a focal plane leaves a band that grows with the speed, at the right edge', () => {
    const bands = [1 / 200, 1 / 320, 1 / 500, 1 / 1000, 1 / 4000].map(
      shutter => shutterOf({ 'picture.shutter': shutter }).dark,
    )
    expect(bands[0]).toBe(0)
    for (let i = 2; i < bands.length; i++) expect(bands[i]).toBeGreaterThan(bands[i - 1]!)
    expect(bands.at(-1)).toBeLessThanOrEqual(1)
  })
  test('a radio link makes the band wider: its lag counts', () => {
    const cable = shutterOf({ 'picture.shutter': 1 / 400 })
    const radio = shutterOf({ 'picture.shutter': 1 / 400, 'link.latency': 0.0008 })
    expect(radio.dark - cable.dark).toBeCloseTo((0.0008 - 5e-6) / 0.0034, 6)
    expect(radio.fastestClean).toBeGreaterThanOrEqual(cable.fastestClean)
  })
  test('a leaf shows the whole picture or cuts the light itself', () => {
    expect(shutterOf({ 'camera.shutterKind': 'leaf', 'picture.shutter': 1 / 1000 })).toMatchObject({
      dark: 0,
      notFullyLit: 0,
    })
    expect(shutterOf({ 'camera.shutterKind': 'leaf', 'picture.shutter': 1 / 8000 })).toMatchObject({
      dark: 0,
      notFullyLit: 1,
    })
  })
  test('a rolling shutter takes flash only when open longer than its read-out', () => {
    const rolling = { 'camera.shutterKind': 'rolling', 'camera.readOut': 0.03 }
    expect(shutterOf({ ...rolling, 'picture.shutter': 1 / 25 })).toMatchObject({ dark: 0, notFullyLit: 0 })
    expect(shutterOf({ ...rolling, 'picture.shutter': 1 / 60 }).dark).toBeGreaterThan(0.4)
    expect(shutterOf({ ...rolling, 'picture.shutter': 1 / 60 }).fastestClean).toBeGreaterThan(0.03)
  })
  test('a global shutter syncs at any speed that holds the light', () => {
    expect(shutterOf({ 'camera.shutterKind': 'global', 'picture.shutter': 1 / 4000 })).toMatchObject({
      dark: 0,
      notFullyLit: 0,
    })
    expect(shutterOf({ 'camera.shutterKind': 'global', 'picture.shutter': 1 / 50_000 }).notFullyLit).toBe(1)
  })
  test('an open shutter does not wait for the link', () => {
    expect(plan({ ...make({ 'link.latency': 0.3, 'picture.shutter': 2 }), method: 'open-shutter' }).shutter.dark).toBe(
      0,
    )
  })
})

describe('what freezes', () => {
  const freeze = (values: Values) => plan(make(values)).sharpness

  test('all the light together, a slow part of it in proportion', () => {
    expect(freeze({})).toMatchObject({ by: 'flash', duration: 50e-6 })
    const slow = freeze({ 'flashes[1].power': 1 / 8 })
    expect(slow.duration).toBeGreaterThan(50e-6)
    expect(slow.duration).toBeLessThan(270e-6)
  })
  test('hardly one that gives hardly any light', () => {
    expect(freeze({ 'flashes[1].power': 1 / 8, 'flashes[1].lossStops': 9 }).duration).toBeCloseTo(50e-6, 6)
  })
  test('the shutter in a fast shutter, and in high-speed sync past the sync', () => {
    expect(freeze({ 'method': 'fast-shutter', 'picture.shutter': 1 / 4000 })).toMatchObject({
      by: 'shutter',
      duration: 1 / 4000,
    })
    expect(freeze({ 'flashes[0].highSpeedSync': true, 'picture.shutter': 1 / 2000 })).toMatchObject({
      by: 'shutter',
      duration: 1 / 2000,
    })
    expect(freeze({ 'flashes[0].highSpeedSync': true, 'picture.shutter': 1 / 125 }).by).toBe('flash')
  })
  test('travel towards the camera draws no streak', () => {
    expect(freeze({ 'picture.angleToSensor': 1.5 }).subject).toBeLessThan(0.1 * freeze({}).subject)
  })
})

describe('power', () => {
  test('steps by thirds from full to the lowest', () => {
    const steps = powerSteps(batteryFlash())
    expect(steps[0]).toBe(1)
    expect(steps.at(-1)).toBeCloseTo(1 / 128, 12)
    expect(steps).toHaveLength(22)
  })
  test.each([
    ['battery', batteryFlash()],
    ['mains', mainsFlash()],
  ])('the highest power within a limit is what a search finds, %s', (_, flash) => {
    fc.assert(
      fc.property(fc.double({ min: 1e-5, max: 5e-3, noNaN: true }), limit => {
        const found = powerSteps(flash).filter(power => flashDurations(flash, power).t01 <= limit)
        expect(highestPowerWithin(flash, limit)).toBe(found[0] ?? null)
      }),
    )
  })
  test('the two demo flashes go opposite ways', () => {
    const t01 = (flash: ReturnType<typeof batteryFlash>, power: number) => flashDurations(flash, power).t01
    expect(t01(batteryFlash(), 1 / 16)).toBeLessThan(t01(batteryFlash(), 1 / 2))
    expect(t01(mainsFlash(), 1 / 16)).toBeGreaterThan(t01(mainsFlash(), 1 / 2))
  })
  test('two units at half the power light as one, and freeze better', () => {
    const one = plan(make({ 'flashes[0].units': 1, 'flashes[0].power': 1 / 8, 'flashes[1].power': 1 / 8 }))
    const two = plan(
      make({ 'flashes[0].units': 2, 'flashes[0].power': 1 / 16, 'flashes[1].units': 2, 'flashes[1].power': 1 / 16 }),
    )
    expect(two.exposure.flash).toBeCloseTo(one.exposure.flash!, 9)
    expect(two.sharpness.subject).toBeLessThan(0.6 * one.sharpness.subject)
  })
})

describe('exposure and optics of the plan', () => {
  test('each stop of ISO is a stop, each of aperture takes one', () => {
    const level = (values: Values) => plan(make(values)).exposure
    expect(level({ 'picture.iso': 400 }).flash! - level({ 'picture.iso': 200 }).flash!).toBeCloseTo(1, 9)
    expect(level({ 'picture.aperture': 16 * Math.SQRT2 }).flash! - level({}).flash!).toBeCloseTo(-1, 9)
    expect(level({ 'picture.shutter': 1 / 25 }).ambient - level({ 'picture.shutter': 1 / 50 }).ambient).toBeCloseTo(
      1,
      9,
    )
  })
  test('in high-speed sync the light is spread over the travel', () => {
    const fast = make({
      'method': 'fast-shutter',
      'picture.shutter': 1 / 2000,
      'flashes[0].highSpeedSync': true,
      'flashes[1].highSpeedSync': true,
    })
    expect(plan(fast).exposure.flash! - plan(make({})).exposure.flash!).toBeCloseTo(-Math.log2(1 + 0.0034 * 2000), 9)
  })
  test('flashes without it give a fast shutter nothing', () => {
    expect(plan(make({ 'method': 'fast-shutter', 'picture.shutter': 1 / 2000 })).exposure.flash).toBeNull()
  })
  test('close up the lens takes light that its marks do not show', () => {
    const { optics } = plan(make({ 'picture.distance': 0.3 }))
    expect(optics.magnification).toBeCloseTo(0.5, 9)
    expect(optics.effectiveAperture).toBeCloseTo(24, 9)
    expect(optics.fieldWidth).toBeCloseTo(0.072, 9)
  })
})

test.each([
  ['apertures', APERTURES],
  ['shutters', SHUTTERS_IN_SECONDS],
  ['ISOs', ISOS],
] as const)('%s rise in about thirds', (_, series) => {
  for (let i = 1; i < series.length; i++) {
    expect(series[i]! / series[i - 1]!).toBeGreaterThan(1.04)
    expect(series[i]! / series[i - 1]!).toBeLessThan(1.4)
  }
  const inner = (series[3]! + series[4]!) / 2
  expect([stepUp(series, inner), stepDown(series, inner)]).toEqual([series[4], series[3]])
  expect([stepUp(series, series[5]!), stepDown(series, series[5]!)]).toEqual([series[5], series[5]])
  expect([stepUp(series, 1e9), stepDown(series, 1e-9)]).toEqual([null, null])
})
