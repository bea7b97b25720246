import {
  DESK_ROWS,
  RECIPES,
  type Recipe,
  bears,
  byRow,
  deskStops,
  newSetup,
  onSensor,
  packingOf,
  paid,
  plan,
  traitsOf,
  wiringOf,
  withChanges,
} from '~~/core'
import { endsText } from '~~/shared/texts/wiring'
import { followUps } from '~~/core/defaults/choices'

const cracker = newSetup('projectile')
const level = (setup = cracker): number => plan(setup).exposure.flash!

describe('the equal-exposure desk', () => {
  test.each([
    ['power', 1 / 3],
    ['power', -2 / 3],
    ['units', 1],
    ['distance', 1],
    ['distance', -1 / 3],
    ['aperture', 2 / 3],
    ['iso', -1 / 3],
  ] as const)('%s by %f stops moves the exposure by as much', (row, stops) => {
    const changes = byRow(cracker, row, stops)!
    expect(level(withChanges(cracker, changes)) - level()).toBeCloseTo(stops, 1)
    expect(deskStops(cracker, withChanges(cracker, changes))[row]).toBeCloseTo(stops, 2)
  })
  test('every light alike: their balance stays', () => {
    const changed = withChanges(cracker, byRow(cracker, 'power', 1)!)
    expect(changed.flashes.map(f => f.power)).toEqual(cracker.flashes.map(f => f.power * 2))
  })
  test('no farther than gear goes', () => {
    expect(byRow(cracker, 'power', -2)).toBeNull()
    expect(byRow(cracker, 'power', 7)).toBeNull()
    expect(byRow(cracker, 'aperture', -3)).toBeNull()
    expect(byRow(cracker, 'iso', -2)).toBeNull()
    expect(byRow(cracker, 'units', -1)).toBeNull()
    expect(byRow(cracker, 'distance', -30)).toBeNull()
  })
  test('to the last mark of each control, and a third of a stop beyond it no more', () => {
    const { flashes, lens, camera, picture } = cracker
    const least = Math.max(...flashes.map(({ power, minimumPower }) => Math.log2(minimumPower / power)))
    const most = Math.min(...flashes.map(({ power }) => -Math.log2(power)))
    const ends: [Parameters<typeof byRow>[1], number, number][] = [
      ['power', least, most],
      [
        'aperture',
        2 * Math.log2(picture.aperture / lens.smallestAperture),
        2 * Math.log2(picture.aperture / lens.widestAperture),
      ],
      ['iso', Math.log2(camera.baseIso / picture.iso), Math.log2(camera.maximumIso / picture.iso)],
    ]
    for (const [row, from, to] of ends) {
      expect([row, byRow(cracker, row, from), byRow(cracker, row, to)]).not.toContain(null)
      expect([row, byRow(cracker, row, from - 1 / 3), byRow(cracker, row, to + 1 / 3)]).toEqual([row, null, null])
    }
    // A whole cannot be parted into units, nor left without one.
    const two = withChanges(cracker, [{ path: 'flashes[0].units', value: 2 }])
    expect(
      byRow(withChanges(two, [{ path: 'flashes[1].units', value: 2 }]), 'units', -1)!.map(({ value }) => value),
    ).toEqual([1, 1])
    expect(byRow(two, 'units', -1)).toBeNull()
    expect(byRow(two, 'units', 1 / 2)).toBeNull()
  })
  test('another row pays, and the exposure stays', () => {
    for (const payer of DESK_ROWS.filter(row => row !== 'aperture' && row !== 'shutter' && row !== 'units')) {
      const stops = payer === 'iso' ? 1 / 3 : -1
      const changes = paid(cracker, 'aperture', stops, payer)!
      expect(Math.abs(level(withChanges(cracker, changes)) - level())).toBeLessThan(0.03)
    }
    expect(paid(cracker, 'aperture', 3, 'iso')).toBeNull()
  })
  test('what happened is told row by row, and in all: power −4, aperture +2, ISO +4 is +2', () => {
    const start = withChanges(cracker, [
      { path: 'flashes[0].power', value: 1 / 4 },
      { path: 'picture.iso', value: 100 },
    ])
    const after = withChanges(start, [
      { path: 'flashes[0].power', value: 1 / 64 },
      { path: 'picture.aperture', value: 8 },
      { path: 'picture.iso', value: 1600 },
    ])
    const told = deskStops(start, after)
    expect([told.power, told.aperture, told.iso, told.distance, told.units]).toEqual([-4, 2, 4, 0, 0])
    expect(told.total).toBe(2)
  })
  test('the shutter counts where it exposes, and there alone', () => {
    expect(bears(cracker, 'shutter')).toBe(false)
    const fast = withChanges(cracker, [{ path: 'method', value: 'fast-shutter' }])
    expect(DESK_ROWS.filter(row => bears(fast, row))).toEqual(['aperture', 'iso', 'shutter'])
    const longer = withChanges(fast, byRow(fast, 'shutter', 1)!)
    expect(plan(longer).exposure.ambient - plan(fast).exposure.ambient).toBeCloseTo(1, 4)
    expect(deskStops(fast, longer).total).toBeCloseTo(1, 4)
  })
  test('the same picture on half the sensor: half the focal length and f-number, a quarter of the ISO', () => {
    expect(onSensor(cracker, 0.018)).toEqual({ focalLength: 0.05, aperture: 8, iso: 80 })
  })
})

test('a head brings its usual face, beam and loss', () => {
  const changes = followUps(cracker, { path: 'flashes[1].head', value: 'softbox' })
  expect(changes).toEqual([
    { path: 'flashes[1].headWidth', value: 0.6 },
    { path: 'flashes[1].headHeight', value: 0.6 },
    { path: 'flashes[1].beamAngle', value: (2 * Math.PI) / 3 },
    { path: 'flashes[1].lossStops', value: 1.3 },
  ])
})

describe('wiring and packing', () => {
  test('from the sensor by way of the controller to each light, with cable for the way', () => {
    const wires = wiringOf(cracker)
    expect(wires.map(wire => [endsText(wire), wire.kind])).toEqual([
      ['Beam to Controller', 'cable'],
      ['Controller to Key', 'cable'],
      ['Controller to Rim', 'cable'],
    ])
    // Sensor at 0.3 m; subject's middle at 0.906 m, controller 0.5 m before that and 0.65 m towards the camera.
    expect(wires[0]!.length).toBe(Math.ceil((Math.hypot(0.106, 0.65) * 1.35 + 0.5) * 2) / 2)
    const far = withChanges(cracker, [{ path: 'flashes[1].distance', value: 3 }])
    expect(wiringOf(far)[2]!.length!).toBeGreaterThan(wires[2]!.length! + 2)
  })
  test('each light by what fires it; through the camera where its shutter decides', () => {
    const setup = withChanges(cracker, [
      { path: 'method', value: 'sync-shutter' },
      { path: 'flashes[0].fired', value: 'radio' },
      { path: 'flashes[1].fired', value: 'slave' },
    ])
    expect(wiringOf(setup).map(wire => [endsText(wire), wire.kind, wire.length === null])).toEqual([
      ['Beam to Controller', 'cable', false],
      ['Controller to Camera', 'cable', false],
      ['Camera to Key', 'radio', true],
      ['Key to Rim', 'optical', true],
    ])
    const packed = new Map(packingOf(setup).map(item => [item.kind, item.count]))
    expect(packed.get('radioTransmitter')).toBe(1)
    expect(packed.get('radioReceiver')).toBe(1)
    expect(packed.has('splitter')).toBe(false)
  })
  test('stands, heads, covers and spares are counted', () => {
    const pour = withChanges(newSetup('pour'), [{ path: 'flashes[0].head', value: 'softbox' }])
    const packed = new Map(packingOf(pour).map(item => [item.kind, item.count]))
    const units = pour.flashes.reduce((sum, f) => sum + f.units * f.relay, 0)
    expect(packed.get('lightStand')).toBe(units)
    expect(packed.get('head.softbox')).toBe(pour.flashes[0]!.units)
    expect(packed.get('batteries')).toBe(
      pour.flashes.filter(f => f.supply === 'battery').reduce((sum, f) => sum + f.units * f.relay, 0),
    )
    expect(packed.has('splashCover')).toBe(true)
    expect(new Map(packingOf(cracker).map(i => [i.kind, i.count])).get('eyeProtection')).toBe(1)
    expect(packingOf(cracker).some(item => item.kind === 'splitter')).toBe(true)
  })
  test('what a recipe throws about asks for what guards against it, and each wire for a cable of its length', () => {
    const kinds = (recipe: Recipe): Set<string> => new Set(packingOf(newSetup(recipe)).map(item => item.kind))
    for (const recipe of RECIPES) {
      const { hazards } = traitsOf(recipe)
      const packed = kinds(recipe)
      expect([recipe, packed.has('dustMask')]).toEqual([recipe, hazards.dust === true])
      expect([recipe, packed.has('eyeProtection')]).toEqual([recipe, hazards.shatters === true])
      expect([recipe, packed.has('splashCover')]).toEqual([recipe, hazards.wet === true])
    }
    expect(RECIPES.filter(recipe => traitsOf(recipe).hazards.dust)).toContain('powder')
    const setup = newSetup('balloon')
    const lengths = wiringOf(setup).flatMap(({ length }) => (length === null ? [] : [length]))
    expect(lengths.length).toBeGreaterThan(0)
    const cables = packingOf(setup).filter(item => item.kind === 'cable')
    expect(cables.flatMap(({ length, count }) => Array.from({ length: count }, () => length)).sort()).toEqual(
      lengths.sort(),
    )
  })
})
