import { type Recipe, marked, plan } from '~~/core'
import type { Assessment } from '~~/core/plan/assess'
import { makeUp } from '~~/core/plan/findings/blur'
import { type Parts, type Values, at, fixesOf, offered, valueOf } from '../../support/rules'
import { figure } from '../../support/figures'
import {
  aimedAway,
  ambient,
  blur,
  closesEarly,
  exposure,
  highSpeedSync,
  neverReached,
  noFlash,
  notEnoughUnits,
  pastSync,
  popsTooClose,
  ratedDuration,
  sequenceOutlastsShutter,
  settingOutOfRange,
  stepsOverlap,
  stillParts,
} from '../../support/wordedRules'

const paths = (draft: Parameters<typeof offered>[0]): string[] => offered(draft).map(([path]) => path)

describe('the shutter and the flash', () => {
  const synced = (check: Partial<Assessment['shutter']>, changes: Values = {}) =>
    pastSync(
      at(
        'powder',
        { 'method': 'sync-speed', 'picture.shutter': 1 / 125, 'camera.syncSpeed': 1 / 250, ...changes },
        { shutter: { dark: 0, lostWorst: 0, lostMiddle: 0, edge: 'top', fastestClean: 1 / 199, ...check } },
      ),
    )

  test('a sixth of a stop tells, a rated sync speed is only a note', () => {
    expect(synced({})).toBeNull()
    expect(synced({ lostWorst: 1 / 6 - 1e-6 })).toBeNull()
    expect(synced({ lostWorst: 1 / 6 + 1e-6, lostMiddle: 0.1 })).toMatchObject({
      severity: 'error',
      title: '{lost} of flash cut off by the shutter, top edge',
      figures: { lost: { value: -(1 / 6 + 1e-6) }, middle: { value: -0.1 } },
    })
    expect(synced({ lostWorst: 3, dark: 0.2 })!.title).toBe('{dark} of the picture dark, top edge')
    expect(synced({ lostWorst: 3, dark: 0.0005 })!.title).toBe('{lost} of flash cut off by the shutter, top edge')
    const note = synced({}, { 'picture.shutter': 1 / 320 })!
    expect(note).toMatchObject({ severity: 'note', title: 'Shutter faster than the camera’s rated sync speed' })
    expect(note.reason).toMatch(/this flash ends in time, by the curtain travel entered/)
    // The next slower step than what is clean.
    expect(offered(note)).toEqual([
      ['picture.shutter', 1 / 160],
      ['flashes[0].highSpeedSync', true],
    ])
    // A slit of 1/320 s of a travel of 3.4 ms and the slit.
    expect(figure(fixesOf(note)[1]!.figures!.loss).value).toBeCloseTo(Math.log2((3.4e-3 + 1 / 320) * 320), 6)
    expect(synced({}, { 'picture.shutter': 1 / 320, 'method': 'open-shutter' })).toBeNull()
    expect(synced({}, { 'picture.shutter': 1 / 320, 'camera.shutterKind': 'rolling' })).toBeNull()
    expect(synced({ lostWorst: 2 }, { 'camera.shutterKind': 'rolling' })!.reason).toMatch(/an electronic shutter/)
    expect(synced({ lostWorst: 2 }, { method: 'fast-shutter' })).toBeNull()
  })

  test('what is opened before the action is open when the light falls', () => {
    const open = (shutter: number, changes: Values = {}) => {
      const a = at('balloon', { 'method': 'open-shutter', 'picture.shutter': shutter, ...changes })
      return { ...a, sequence: null, timing: { ...a.timing, moment: 0.5 } }
    }
    expect(closesEarly(open(0.5))).toBeNull()
    expect(offered(closesEarly(open(0.4)))).toEqual([['picture.shutter', 0.5]])
    expect(closesEarly(open(0.4, { trigger: 'hand' }))).toBeNull()
    expect(closesEarly(open(0.4, { method: 'sync-speed' }))).toBeNull()
    const never = open(0.4)
    expect(closesEarly({ ...never, timing: { ...never.timing, moment: null } })).toBeNull()
    expect(offered(closesEarly({ ...never, timing: { ...never.timing, moment: 1e5 } }))).toEqual([])
  })

  test('high-speed sync is ordinary flash at sync speed, for every light', () => {
    const fast = {
      'method': 'sync-speed',
      'flashes[0].highSpeedSync': true,
      'picture.shutter': 1 / 2000,
      'camera.syncSpeed': 1 / 199,
    }
    const told = highSpeedSync(at('powder', fast))!
    expect(fixesOf(told)[0]!.changes.at(-1)).toEqual({ path: 'picture.shutter', value: 1 / 160 })
    const { flashes } = at('powder').setup
    expect(fixesOf(told)[0]!.changes.slice(0, -1)).toEqual(
      flashes.map((_, i) => ({ path: `flashes[${i}].highSpeedSync`, value: false })),
    )
    expect(fixesOf(told)[1]!.changes).toEqual([{ path: 'method', value: 'fast-shutter' }])
    expect(highSpeedSync(at('powder', { ...fast, method: 'fast-shutter' }))).toBeNull()
    expect(highSpeedSync(at('powder', { ...fast, 'picture.shutter': 1 / 100 }))).toBeNull()
  })
})

test('what is lost is made up by ISO, up to what is accepted and never to more', () => {
  const a = at('projectile', { 'picture.iso': 400, 'camera.maximumIso': 3200 })
  const power = a.setup.flashes.map((flash, i) => ({ path: `flashes[${i}].power`, value: flash.power / 2 }))
  const less = power.map(({ path, value }) => ({ path, value: value / 16 }))
  expect(makeUp(a, power)[0]).toMatchObject({ path: 'picture.iso' })
  const one = makeUp(a, power)[0]!.value as number
  expect(one).toBeGreaterThan(630)
  expect(one).toBeLessThanOrEqual(848)
  expect(makeUp(a, less)).toEqual([{ path: 'picture.iso', value: 3200 }])
  expect(makeUp(a, [])).toEqual([])
  expect(makeUp(a, [{ path: 'flashes[0].power', value: 1 }])).toEqual([])
})

describe('a streak', () => {
  const base = { by: 'flash' as const, duration: 1e-4, speed: 10, subject: 0.001, limit: 0.0005, pixels: 20 }
  const streak = (sharp: Partial<Assessment['sharpness']>, changes: Values = {}, recipe: Recipe = 'projectile') =>
    blur(at(recipe, changes, { sharpness: { ...base, judged: sharp.subject ?? base.subject, ...sharp } }))

  test('as long as accepted is sharp; what freezes is what is short enough for it', () => {
    expect(streak({ subject: 0.0005 })).toBeNull()
    expect(streak({ subject: 0.000501 })?.id).toBe('blur')
    expect(streak({ worst: null })).toBeNull()
    const told = streak({})!
    // Half the streak wants half the light.
    expect(figure(told.figures.needed).value).toBeCloseTo(0.5e-4, 12)
    expect(valueOf(told, 'picture.blurLimit')).toBeCloseTo(0.001, 12)
    expect(valueOf(streak({ subject: 0.00101 }), 'picture.blurLimit')).toBeCloseTo(0.0011, 12)
    expect(told.paths[0]).toBe('flashes[0].power')
  })

  test('by the shutter the next faster step is offered, or what would do it is told', () => {
    const shut = streak({ by: 'shutter', duration: 1 / 500 })!
    expect(offered(shut)[0]).toEqual(['picture.shutter', 1 / 1000])
    expect(shut.outOfReach).toBeUndefined()
    expect(shut.paths[0]).toBe('picture.shutter')
    expect(shut.title).toBe('{blur} streak: the shutter is too slow')
    const none = streak({ by: 'shutter', duration: 1e-6 })!
    expect(paths(none)).not.toContain('picture.shutter')
    expect(none.outOfReach).toMatch(/^This camera has no shutter speed that short/)
  })

  test('by flash those lights that are too slow go down, each to its own highest', () => {
    const pulses = (t01: number[]): Parts => {
      const a = at('projectile')
      return { pulses: a.pulses.map((pulse, i) => ({ ...pulse, t01: t01[i] ?? 1e-6 })) as Assessment['pulses'] }
    }
    const by = (t01: number[], highestPowers: (number | null)[]) =>
      blur(at('projectile', {}, { ...pulses(t01), sharpness: { ...base, judged: base.subject, highestPowers } }))
    // 10 m/s: 50 µs are just within half a millimetre.
    expect(paths(by([5e-5, 5e-5], [0.1, 0.2]))).not.toContain('flashes[0].power')
    const first = by([5.1e-5, 4e-5], [0.1, 0.2])!
    expect(fixesOf(first)[0]!.changes).toEqual([{ path: 'flashes[0].power', value: 0.1 }])
    const both = by([5.1e-5, 6e-5], [0.1, 0.05])!
    expect(fixesOf(both)[0]!.changes).toEqual([
      { path: 'flashes[0].power', value: 0.1 },
      { path: 'flashes[1].power', value: 0.05 },
    ])
    expect(figure(fixesOf(both)[0]!.figures!.power).value).toBe(0.05)
    const none = by([5.1e-5, 6e-5], [0.1, null])!
    expect(paths(none)).not.toContain('flashes[0].power')
    expect(none.outOfReach).toMatch(/^None of these flashes is short enough/)
  })

  test('one of several may blur, one alone must not', () => {
    const many = at('powder').setup.bodies.filter(body => body.sharp).length
    expect(many).toBeGreaterThanOrEqual(1)
    const told = streak({}, {}, 'powder')!
    expect(paths(told).some(path => /^bodies\[\d\]\.sharp$/.test(path))).toBe(many > 1)
    const lone = at('powder', {}, { sharpness: { ...base, judged: base.subject } })
    const bodies = lone.setup.bodies.map((body, i) => ({ ...body, sharp: i === 0 }))
    expect(paths(blur({ ...lone, setup: { ...lone.setup, bodies } })).join()).not.toContain('bodies')
    const two = bodies.map(body => ({ ...body, sharp: true }))
    const sharp = [...two, two[0]!].slice(0, 2)
    expect(paths(blur({ ...lone, setup: { ...lone.setup, bodies: sharp } })).join()).toContain('bodies')
  })
})

describe('a duration that is rated, not measured', () => {
  const rated = (
    subject: number,
    flash: Values,
    sharp: Partial<Assessment['sharpness']> = {},
    extrapolated = false,
  ) => {
    const a = at('projectile', { 'flashes[0].measured': false, 'flashes[1].measured': true, ...flash })
    return ratedDuration({
      ...a,
      pulses: a.pulses.map(pulse => ({ ...pulse, extrapolated })),
      sharpness: { ...a.sharpness, by: 'flash', limit: 0.0006, subject, judged: subject, ...sharp },
    })
  }
  test('is said where three times of it would be too long', () => {
    expect(rated(0.000199, {})).toBeNull()
    expect(rated(0.000201, {})?.id).toBe('rated-duration')
    expect(rated(0.0001, {}, {}, true)?.id).toBe('rated-duration')
    expect(rated(0.00061, {})).toBeNull()
    expect(figure(rated(0.0006, {})?.figures.blur).value).toBeCloseTo(0.0018, 12)
    expect(rated(0.0005, {}, { by: 'shutter' })).toBeNull()
    expect(rated(0.0005, {}, { worst: null })).toBeNull()
    expect(rated(0.0005, { 'flashes[0].measured': true })).toBeNull()
    expect(rated(0.0005, { 'flashes[0].measured': true, 'flashes[1].measured': false })?.paths).toEqual([
      'flashes[1].measured',
    ])
    expect(rated(0.0005, { 'flashes[0].borrowed': true })?.title).toBe('Flash duration assumed from a typical unit')
    expect(rated(0.0005, { 'flashes[0].borrowed': false })?.title).toBe('Flash duration is rated, not measured')
    expect(rated(0.0005, { 'flashes[0].borrowed': false }, {}, true)?.title).toBe(
      'Flash duration extrapolated beyond its table',
    )
  })
})

test('a flash is missing where it makes the picture', () => {
  const bare = at('projectile')
  expect(noFlash(bare)).toBeNull()
  const none = { ...bare, setup: { ...bare.setup, flashes: [] } }
  expect(offered(noFlash(none))).toEqual([['method', 'fast-shutter']])
  expect(noFlash({ ...none, setup: { ...none.setup, method: 'fast-shutter' } })).toBeNull()
})

describe('the room', () => {
  // Three stops over what is accepted.
  const room = (changes: Values = {}, parts: Parts = {}) =>
    ambient(
      at(
        'projectile',
        {
          'picture.ambientLimit': -7,
          'picture.shutter': 1,
          'picture.aperture': 8,
          'picture.iso': 800,
          'picture.ambientEv': -1,
          'lens.smallestAperture': 22,
          'camera.baseIso': 100,
          ...changes,
        },
        { exposure: { ambient: -4, black: false }, shutter: { fastestClean: 0.001 }, ...parts },
      ),
    )
  test('three stops too bright: an eighth of the time, f/22, an eighth of the ISO, three stops less light', () => {
    expect(offered(room())).toEqual(
      [
        ['picture.shutter', 1 / 8],
        ['picture.aperture', expect.closeTo(22.63, 1)],
        ['picture.iso', 100],
        ['picture.ambientEv', -4],
      ].filter(([path]) => path !== 'picture.aperture'),
    )
    expect(figure(room()!.figures.over).value).toBe(3)
    expect(valueOf(room({ 'lens.smallestAperture': 32 }), 'picture.aperture')).toBeGreaterThan(22)
    expect(paths(room({ 'camera.baseIso': 101 }))).not.toContain('picture.iso')
    expect(paths(room({}, { shutter: { fastestClean: 0.13 } }))).not.toContain('picture.shutter')
    expect(paths(room({}, { shutter: { fastestClean: 0.125 } }))).toContain('picture.shutter')
    expect(paths(room({ 'picture.ambientEv': -9 }))).toContain('picture.ambientEv')
    expect(paths(room({ 'picture.ambientEv': -9.1 }))).not.toContain('picture.ambientEv')
    expect(room({ method: 'fast-shutter' })).toBeNull()
    expect(room({}, { exposure: { ambient: -4, black: true } })).toBeNull()
  })
})

describe('exposure', () => {
  const lit = (flash: number | null, changes: Values = {}, recipe: Recipe = 'projectile') =>
    exposure(
      at(
        recipe,
        {
          'picture.iso': 400,
          'picture.aperture': 8,
          'lens.widestAperture': 4,
          'lens.smallestAperture': 16,
          'camera.baseIso': 100,
          'camera.maximumIso': 1600,
          ...changes,
        },
        { exposure: { flash, ambient: -9 } },
      ),
    )
  test('half a stop either way is right', () => {
    expect(lit(0.5)).toBeNull()
    expect(lit(-0.5)).toBeNull()
    expect(lit(null)).toBeNull()
    expect(lit(0.51)!.title).toBe('Overexposed by {stops}')
    expect(lit(-0.51)!.title).toBe('Underexposed by {stops}')
    expect(figure(lit(-0.51)!.figures.stops).value).toBeCloseTo(0.51, 12)
  })

  test('two stops by each thing that gives them, within what the kit has', () => {
    expect(valueOf(lit(2), 'picture.iso')).toBe(100)
    expect(valueOf(lit(-2), 'picture.iso')).toBe(1600)
    expect(valueOf(lit(2), 'picture.aperture')).toBe(16)
    expect(valueOf(lit(-2), 'picture.aperture')).toBe(4)
    expect(paths(lit(2, { 'camera.baseIso': 101 }))).not.toContain('picture.iso')
    expect(paths(lit(-2, { 'camera.maximumIso': 1599 }))).not.toContain('picture.iso')
    expect(paths(lit(2, { 'lens.smallestAperture': 15.9 }))).not.toContain('picture.aperture')
    expect(paths(lit(-2, { 'lens.widestAperture': 4.1 }))).not.toContain('picture.aperture')
  })

  test('every light alike: power, units, distance, and what is put before it', () => {
    const two = { 'flashes[0].power': 1 / 8, 'flashes[1].power': 1 / 16, 'flashes[0].units': 1, 'flashes[1].units': 2 }
    const lowest = { 'flashes[0].minimumPower': 1 / 32, 'flashes[1].minimumPower': 1 / 64 }
    const place = { 'flashes[0].distance': 1, 'flashes[1].distance': 0.8 }
    const all = { ...two, ...lowest, ...place }
    const over = lit(2, all)
    expect(valueOf(over, 'flashes[0].power')).toBeCloseTo(1 / 32, 9)
    expect(valueOf(over, 'flashes[1].power')).toBeCloseTo(1 / 64, 9)
    expect(valueOf(over, 'flashes[0].distance')).toBe(2)
    expect(valueOf(over, 'flashes[1].distance')).toBe(1.6)
    expect(paths(over)).not.toContain('flashes[0].units')
    const before = at('projectile', all).setup.flashes[0]!.lossStops
    expect(valueOf(over, 'flashes[0].lossStops')).toBeCloseTo(before + 2, 6)
    const under = lit(-2, all)
    expect(valueOf(under, 'flashes[0].power')).toBeCloseTo(1 / 2, 9)
    expect(valueOf(under, 'flashes[0].units')).toBe(4)
    expect(valueOf(under, 'flashes[1].units')).toBe(8)
    expect(valueOf(under, 'flashes[0].distance')).toBe(0.5)
    expect(paths(under)).not.toContain('flashes[0].lossStops')
    const labels = (draft: typeof over) => fixesOf(draft).map(fix => fix.label)
    expect(labels(over)).toContain('Turn the flash down to {power}')
    expect(labels(under)).toContain('Turn the flash up to {power}')
    expect(labels(over)).toContain('Move the flash back to {distance}')
    expect(labels(under)).toContain('Move the flash closer, to {distance}')
    // Not below its lowest, not above full; twelve units at most, between 15 cm and 20 m.
    expect(paths(lit(2, { ...all, 'flashes[1].minimumPower': 1 / 63 }))).not.toContain('flashes[0].power')
    expect(paths(lit(-3.3, all))).not.toContain('flashes[0].power')
    expect(paths(lit(-2, { ...all, 'flashes[1].units': 3 }))).toContain('flashes[0].units')
    expect(paths(lit(-2, { ...all, 'flashes[1].units': 4 }))).not.toContain('flashes[0].units')
    expect(paths(lit(-2, { ...all, 'flashes[1].distance': 0.3 }))).toContain('flashes[0].distance')
    expect(paths(lit(-2, { ...all, 'flashes[1].distance': 0.28 }))).not.toContain('flashes[0].distance')
    expect(paths(lit(2, { ...all, 'flashes[1].distance': 10 }))).toContain('flashes[0].distance')
    expect(paths(lit(2, { ...all, 'flashes[1].distance': 10.01 }))).not.toContain('flashes[0].distance')
  })

  test('by a fast shutter the shutter mends it, and no flash is touched', () => {
    const fast = exposure(
      at(
        'projectile',
        { 'method': 'fast-shutter', 'picture.shutter': 1 / 1000 },
        { exposure: { flash: null, ambient: 2 } },
      ),
    )
    expect(valueOf(fast, 'picture.shutter')).toBe(1 / 4000)
    expect(paths(fast).join()).not.toContain('flashes')
    expect(fast!.reason).toMatch(/^Continuous light/)
  })
})

test('a setting beyond the kit is brought to the nearest it has', () => {
  const kit = {
    'lens.widestAperture': 2.8,
    'lens.smallestAperture': 22,
    'camera.baseIso': 100,
    'camera.maximumIso': 6400,
  }
  const set = (changes: Values) => {
    const a = at('projectile', { ...kit, ...changes })
    const setup = marked(a.setup, [...Object.keys(kit), 'flashes[1].minimumPower'], 'rated')
    return offered(settingOutOfRange({ ...a, setup }))
  }
  expect(set({})).toEqual([])
  expect(set({ 'picture.aperture': 2 })).toEqual([
    ['picture.aperture', 2.8],
    ['lens.widestAperture', 2],
  ])
  expect(set({ 'picture.aperture': 32 })).toEqual([
    ['picture.aperture', 22],
    ['lens.smallestAperture', 32],
  ])
  expect(set({ 'picture.iso': 50 })).toEqual([
    ['picture.iso', 100],
    ['camera.baseIso', 50],
  ])
  expect(set({ 'picture.iso': 12800 })).toEqual([
    ['picture.iso', 6400],
    ['camera.maximumIso', 12800],
  ])
  expect(set({ 'flashes[1].minimumPower': 0.1, 'flashes[1].power': 0.05 })).toEqual([
    ['flashes[1].power', 0.1],
    ['flashes[1].minimumPower', 0.05],
  ])
  expect(settingOutOfRange(at('projectile', { ...kit, 'picture.iso': 50 }))).toBeNull()
  expect(set({ 'flashes[1].minimumPower': 0.1, 'flashes[1].power': 0.1 })).toEqual([])
})

describe('pops', () => {
  const pops = (parts: Partial<NonNullable<Assessment['sequence']>>, changes: Values = {}) => {
    const a = at('swing', changes)
    expect(a.sequence).not.toBeNull()
    return { ...a, sequence: { ...a.sequence!, ...parts } }
  }
  const alone = at('projectile')

  test('outlast the shutter by the least that is needed', () => {
    const open = (shutter: number, parts = {}) =>
      sequenceOutlastsShutter(
        pops({ least: 1, leastDial: 1, customaryDial: 1.3, ...parts }, { 'picture.shutter': shutter }),
      )
    expect(open(1)).toBeNull()
    expect(open(1 - 1e-10)).toBeNull()
    expect(offered(open(0.9))).toEqual([
      ['picture.shutter', 1],
      ['picture.shutter', 1.3],
    ])
    expect(offered(open(0.9, { customaryDial: 1 }))).toEqual([['picture.shutter', 1]])
    expect(offered(open(0.9, { leastDial: null, customaryDial: null }))).toEqual([])
    expect(sequenceOutlastsShutter(alone)).toBeNull()
    const fast = pops({ least: 1 }, { 'picture.shutter': 0.5 })
    expect(sequenceOutlastsShutter({ ...fast, setup: { ...fast.setup, method: 'fast-shutter' } })).toBeNull()
  })

  test('burn out what stands still, more than a stop above correct', () => {
    const still = (stillLevel: number | null, changes: Values = {}, parts = {}) =>
      stillParts(pops({ stillLevel, panNeeded: null, ...parts }, { 'sequence.groundStops': -3, ...changes }))
    expect(still(1)).toBeNull()
    expect(still(null)).toBeNull()
    expect(stillParts(alone)).toBeNull()
    const told = still(2)!
    expect(valueOf(told, 'sequence.groundStops')).toBeCloseTo(-4, 9)
    // Of several groups none alone is made fewer.
    expect(paths(told)).not.toContain('sequence.groups[0].count')
    const single = (stillLevel: number, group: Values = {}) => {
      const a = pops({ stillLevel, panNeeded: null })
      const groups = [{ ...a.setup.sequence.groups[0]!, ...group }]
      return stillParts({ ...a, setup: { ...a.setup, sequence: { ...a.setup.sequence, groups } } })
    }
    const count = pops({}).sequence.exposures.length
    expect(valueOf(single(2), 'sequence.groups[0].count')).toBe(Math.floor(count / 2))
    expect(paths(single(2, { placing: 'hand' }))).not.toContain('sequence.groups[0].count')
    expect(paths(single(1 + Math.log2(count) + 0.01))).not.toContain('sequence.groups[0].count')
    expect(valueOf(single(1 + Math.log2(count) - 0.01), 'sequence.groups[0].count')).toBe(1)
    expect(paths(still(2, { 'sequence.groundStops': -19 }))).toContain('sequence.groundStops')
    expect(paths(still(2, { 'sequence.groundStops': -19.1 }))).not.toContain('sequence.groundStops')
    const pan = (panNeeded: number, panSpeed: number) => still(2, { 'sequence.panSpeed': panSpeed }, { panNeeded })
    expect(valueOf(pan(0.5001, 0.1), 'sequence.panSpeed')).toBeCloseTo(0.501, 9)
    expect(paths(pan(0.5, 0.5))).not.toContain('sequence.panSpeed')
    const half = still(2, { 'flashes[0].power': 0.5, 'flashes[0].minimumPower': 1 / 128 })
    expect(valueOf(half, 'flashes[0].power')).toBeCloseTo(0.25, 9)
    expect(paths(still(2, { 'flashes[0].power': 0.1, 'flashes[0].minimumPower': 0.1 }))).not.toContain(
      'flashes[0].power',
    )
  })

  test('overlap until they are a body apart', () => {
    const step = (parts: Partial<NonNullable<Assessment['sequence']>>) =>
      stepsOverlap(pops({ step: 0.02, closest: 0.01, overlap: 0.5, ...parts }, { 'motion.objectLength': 0.04 }))
    const told = step({})!
    const { groups } = at('swing').setup.sequence
    expect(valueOf(told, 'sequence.groups[0].interval')).toBeCloseTo(
      Math.ceil(groups[0]!.interval * 2 * 1e4 - 1e-6) / 1e4,
      9,
    )
    expect(step({ overlap: 0 })).toBeNull()
    expect(step({ step: null })).toBeNull()
    expect(step({ closest: null })).toBeNull()
    expect(offered(step({ step: 0 }))).toEqual([])
    expect(stepsOverlap(alone)).toBeNull()
  })

  test('come no quicker than they are triggered, than they last, and than jitter leaves even', () => {
    const apart = (closest: number | null, changes: Values = {}) =>
      popsTooClose(
        pops(
          { closest },
          {
            'controller.minimumInterval': 0.002,
            'link.kind': 'radio',
            'link.minimumInterval': 0.004,
            'link.jitter': 0,
            'controller.jitter': 0,
            ...changes,
          },
        ),
      )
    expect(apart(0.0039)!.title).toBe('Pops {closest} apart: quicker than they can be triggered')
    expect(apart(0.004)?.title ?? '').not.toMatch(/quicker/)
    expect(apart(null)).toBeNull()
    expect(popsTooClose(alone)).toBeNull()
    const free = { 'controller.minimumInterval': 1e-6, 'link.minimumInterval': 1e-6 }
    const longest = Math.max(...pops({}).pulses.map(pulse => pulse.t01))
    expect(apart(longest, free)?.title ?? '').not.toMatch(/merge/)
    const merge = apart(longest * 0.99, free)!
    expect(merge.title).toBe('Pops merge: {closest} apart, and each lasts {longest}')
    expect(figure(merge.figures.longest).value).toBe(longest)
    const jitter = { ...free, 'link.jitter': 0.0003, 'controller.jitter': 0.0004 }
    // A tenth of the interval is 0.5 ms.
    expect(apart(0.005001, jitter)).toBeNull()
    const uneven = apart(0.00499, jitter)!
    expect(uneven).toMatchObject({ severity: 'warning', title: 'Uneven spacing: jitter is {share} of the interval' })
    expect(figure(uneven.figures.jitter).value).toBeCloseTo(0.0005, 12)
  })

  test('need as many units as take turns', () => {
    const a = pops({})
    const light = a.sequence.lights[0]!
    const units = (needed: number, have: number, bound: typeof light.schedule.bound = 'recycle'): Assessment => ({
      ...a,
      sequence: {
        ...a.sequence,
        closestOfOneLight: 0.05,
        lights: [
          {
            ...light,
            units: have,
            schedule: { ...light.schedule, bound, units: Array.from({ length: needed }, (): number[] => []) },
          },
        ],
      },
    })
    expect(notEnoughUnits(units(3, 3))).toBeNull()
    const told = notEnoughUnits(units(3, 2))!
    expect(valueOf(told, `flashes[${light.light}].relay`)).toBe(3)
    expect(figure(told.figures.needed).value).toBe(3)
    expect(paths(told).join()).toContain('interval')
    expect(told.reason).toMatch(/^One unit needs \{recycle\} to recycle/)
    const hot = notEnoughUnits(units(3, 2, 'heat'))!
    expect(paths(hot).join()).not.toContain('interval')
    expect(hot.reason).toMatch(/^One unit has to cool/)
    expect(notEnoughUnits(alone)).toBeNull()
  })

  test('of a group without a light are never seen, nor places that are not reached', () => {
    const a = pops({ unreached: 0 })
    expect(neverReached(a)).toBeNull()
    const missing = neverReached({ ...a, sequence: { ...a.sequence, unreached: 2 } })!
    expect(figure(missing.figures.missing).value).toBe(2)
    expect(figure(neverReached({ ...a, sequence: null })!.figures.missing).value).toBe(1)
    expect(neverReached(alone)).toBeNull()
    const groups = a.setup.sequence.groups
    const idle = { ...a.setup, sequence: { ...a.setup.sequence, groups: [...groups, { ...groups[0]!, lights: [9] }] } }
    expect(offered(neverReached({ ...a, setup: idle }))).toEqual([[`sequence.groups[${groups.length}].lights[0]`, 0]])
    expect(offered(neverReached({ ...a, setup: { ...idle, flashes: [] } }))).toEqual([])
  })
})

describe('lights aimed beside the subject', () => {
  const beside = { 'flashes[0].aimAlong': -3, 'flashes[0].aimOut': 1, 'flashes[0].beamAngle': 0.2 }

  test('one that leaves it without any light is told, and aimed back', () => {
    const found = aimedAway(at('powder', beside, { exposure: { flash: null, front: [0] } }))!
    expect(found).toMatchObject({ severity: 'error', title: 'No flash falls on the subject' })
    expect(found.reason).toMatch(/^Key points so far to one side/)
    expect(found.paths).toEqual(['flashes[0].aimAlong'])
    expect(fixesOf(found).map(({ label, changes }) => [label, changes])).toEqual([
      [
        'Aim Key at the subject',
        ['aimAlong', 'aimAcross', 'aimOut'].map(key => ({ path: `flashes[0].${key}`, value: 0 })),
      ],
    ])
  })

  test('told only where no light is left, by flash, and of lights that are feathered', () => {
    const none = { exposure: { flash: null, front: [0] } }
    expect(aimedAway(at('powder', beside, { exposure: { flash: -90, front: [0] } }))).toBeNull()
    expect(aimedAway(at('powder', {}, none))).toBeNull()
    expect(aimedAway(at('powder', { ...beside, method: 'fast-shutter' }, none))).toBeNull()
    // A ground light is aimed at the ground, beside whatever point of it.
    expect(aimedAway(at('powder', { ...beside, 'flashes[0].role': 'ground' }, none))).toBeNull()
  })

  test('two of them are told, and aimed back, together', () => {
    const found = aimedAway(
      at(
        'throw',
        { 'flashes[0].aimAlong': 2, 'flashes[1].aimAcross': -2 },
        { exposure: { flash: null, front: [0, 1] } },
      ),
    )!
    expect(found.reason).toMatch(/^Each light that faces it points so far to one side/)
    expect(found.paths).toEqual(['flashes[0].aimAlong', 'flashes[1].aimAlong'])
    expect(fixesOf(found).map(fix => [fix.label, fix.changes.length])).toEqual([['Aim them at the subject', 6]])
  })

  test('in a plan: turned about it gives none; feathered a little it is only less', () => {
    const told = (aimAlong: number) =>
      plan(at('powder', { 'flashes[0].beamAngle': 0.1, 'flashes[0].aimAlong': aimAlong }).setup).findings.map(f => f.id)
    expect(told(0)).not.toContain('aimed-away')
    expect(told(60)).toContain('aimed-away')
    expect(told(60)).not.toContain('exposure')
  })
})
