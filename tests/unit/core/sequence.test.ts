import fc from 'fast-check'
import {
  type Setup,
  cautionsOf,
  completeSetup,
  deepestCover,
  evenInterval,
  newSetup,
  plan,
  popGroup,
  programmeOf,
  repeatAt,
  scheduleLight,
  withChange,
  withChanges,
} from '~~/core'
import { checkSetup } from '~~/shared/schemas/setup'
import { parsePops } from '~~/shared/units'
import { runs } from '../../support/runs'
import { figure, inWords } from '../../support/figures'

const withGroups = (
  setup: Setup,
  groups: Setup['sequence']['groups'],
  rest: Partial<Setup['sequence']> = {},
): Setup => ({ ...setup, sequence: { ...setup.sequence, ...rest, groups } })
const limits = (recycle: number, more: Partial<Parameters<typeof scheduleLight>[0]['limits']> = {}) => ({
  recycle,
  popEnergy: 2,
  heatLimit: null,
  repeat: null,
  ...more,
})

/** Fewest units by trying every way to deal the pops out: what the schedule must match. */
function bruteForce(times: readonly number[], recycle: number, most: number): number {
  const ready: number[] = []
  const counts: number[] = []
  let best = times.length
  const deal = (i: number): void => {
    if (ready.length >= best) return
    if (i === times.length) {
      best = ready.length
      return
    }
    for (let u = 0; u < ready.length; u++) {
      if (ready[u]! > times[i]! + 1e-12 || counts[u]! >= most) continue
      const was = ready[u]!
      ready[u] = times[i]! + recycle
      counts[u]!++
      deal(i + 1)
      ready[u] = was
      counts[u]!--
    }
    ready.push(times[i]! + recycle)
    counts.push(1)
    deal(i + 1)
    ready.pop()
    counts.pop()
  }
  deal(0)
  return best
}
const rising = fc
  .array(fc.double({ min: 0.001, max: 0.3, noNaN: true }), { minLength: 1, maxLength: 8 })
  .map(gaps => gaps.reduce<number[]>((times, gap) => [...times, (times.at(-1) ?? 0) + gap], []))

describe('sharing pops over units', () => {
  test('no unit fires before it is ready, every pop is taken once, and no schedule needs fewer', () => {
    fc.assert(
      fc.property(
        rising,
        fc.double({ min: 0, max: 0.5, noNaN: true }),
        fc.integer({ min: 1, max: 8 }),
        (times, recycle, most) => {
          const { units, mode } = scheduleLight({ times, limits: limits(recycle, { heatLimit: 2 * most }) })
          expect(mode).toBe('triggered')
          expect(units.flat().sort((a, b) => a - b)).toEqual(times.map((_, i) => i))
          for (const pops of units) {
            expect(pops.length).toBeLessThanOrEqual(most)
            for (let i = 1; i < pops.length; i++)
              expect(times[pops[i]!]! - times[pops[i - 1]!]!).toBeGreaterThanOrEqual(recycle - 1e-9)
          }
          expect(units.length).toBe(bruteForce(times, recycle, most))
        },
      ),
      { numRuns: runs(200) },
    )
  })
  test('forty pops over eight units, dealt in turn', () => {
    const times = Array.from({ length: 40 }, (_, i) => i * 0.05)
    const { units, bound } = scheduleLight({ times, limits: limits(0.4) })
    expect(units).toHaveLength(8)
    expect(units[3]).toEqual([3, 11, 19, 27, 35])
    expect(bound).toBe('recycle')
  })
  test('its own repeating mode lets one unit do what triggering cannot, within its rate and its count', () => {
    const times = Array.from({ length: 12 }, (_, i) => i * 0.05)
    expect(scheduleLight({ times, limits: limits(0.4, { repeat: { rate: 50, pops: 30 } }) })).toMatchObject({
      mode: 'repeating',
      bound: 'one',
    })
    const slow = scheduleLight({ times, limits: limits(0.4, { repeat: { rate: 8, pops: 30 } }) })
    expect(slow).toMatchObject({ mode: 'repeating', bound: 'rate' })
    // Each then runs at a third of the rate.
    expect(slow.units).toHaveLength(3)
    expect(scheduleLight({ times, limits: limits(0.4, { repeat: { rate: 50, pops: 5 } }) }).units).toHaveLength(3)
    const uneven = times.map((time, i) => time + 0.003 * i * i)
    expect(scheduleLight({ times: uneven, limits: limits(0.4, { repeat: { rate: 50, pops: 30 } }) }).mode).toBe(
      'triggered',
    )
  })
  test('limits at a power between two rows are those of the stronger', () => {
    const rows = [
      { power: 1 / 8, rate: 8, pops: 7 },
      { power: 1 / 32, rate: 50, pops: 30 },
    ]
    expect(repeatAt(rows, 1 / 16)).toEqual({ rate: 8, pops: 7 })
    expect(repeatAt(rows, 1 / 128)).toEqual({ rate: 50, pops: 30 })
    expect(repeatAt(rows, 1)).toBeNull()
    expect(evenInterval([0.1, 0.2, 0.3])).toBeCloseTo(0.1, 12)
    expect(evenInterval([0.1, 0.2, 0.31])).toBeNull()
  })
  test('times that fall are refused by name', () =>
    expect(() => scheduleLight({ times: [1, 0.5], limits: limits(0) })).toThrow(/times\[1\]/))
})

describe('what pops add up to', () => {
  test('most exposures on one place agree with counting pixels', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 400 }), { minLength: 1, maxLength: 20 }),
        fc.integer({ min: 1, max: 120 }),
        (places, width) => {
          const pixels = new Uint8Array(1200)
          for (const place of places) for (let x = 2 * place - width; x < 2 * place + width; x++) pixels[x + 300]!++
          expect(deepestCover(places, width)).toBe(Math.max(...pixels))
        },
      ),
      { numRuns: runs(200) },
    )
  })
  test('where nothing moves n pops add log2 n stops; a camera that turns parts them', () => {
    const even = (panSpeed: number) =>
      plan(withGroups(newSetup('swing'), [popGroup({ lights: [0, 1], count: 8, interval: 0.06 })], { panSpeed }))
        .sequence!
    expect(even(0).stillStops).toBeCloseTo(3, 9)
    const { panNeeded } = even(0)
    expect(even(panNeeded! * 1.01).stillDeepest).toBe(1)
    expect(even(panNeeded! * 1.01).stillStops).toBeCloseTo(0, 9)
    expect(even(panNeeded! * 0.6).stillDeepest).toBe(2)
  })
  test('evenly spaced positions of a fall are even, and their times are not', () => {
    const drop = { ...newSetup('drop'), motion: { ...newSetup('drop').motion, dragPerMetre: 0 } }
    const base = withChanges(drop, [
      { path: 'moment.reference', value: 'travel' },
      { path: 'moment.offset', value: -0.25 },
      { path: 'controller.delayStep', value: 1e-6 },
    ])
    const { exposures } = plan(
      withGroups(base, [popGroup({ placing: 'spacing', count: 5, from: 0.2, to: 0.44, lights: [0] })]),
    ).sequence!
    exposures.forEach((e, i) => expect(e.place).toBeCloseTo(0.2 + i * 0.06, 4))
    const gaps = exposures.slice(1).map((e, i) => e.time - exposures[i]!.time)
    gaps.slice(1).forEach((gap, i) => expect(gap).toBeLessThan(gaps[i]!))
  })
  test('a table of places stands in for a motion', () => {
    const track = [
      { time: 0, position: 0 },
      { time: 0.5, position: 1 },
      { time: 1, position: 1.2 },
    ]
    const p = plan(
      withGroups(newSetup('swing'), [popGroup({ placing: 'spacing', count: 3, from: 0.2, to: 1.1, lights: [0] })], {
        track,
      }),
    )
    expect(p.sequence!.exposures.map(e => e.time)).toEqual([0, expect.closeTo(0.225, 9), expect.closeTo(0.65, 9)])
  })
  test('the last light joins on the last pop, and that one exposure is brighter', () => {
    const { exposures } = plan(newSetup('swing')).sequence!
    expect(exposures).toHaveLength(6)
    expect(exposures[5]!.lights).toEqual([0, 1, 2])
    expect(exposures[5]!.stops).toBeGreaterThan(exposures[4]!.stops + 0.3)
  })
  test('shutter by both schools; what is dialled short of the least is an error', () => {
    const p = plan(newSetup('swing'))
    expect(p.sequence!.customary).toBeCloseTo(6 * 0.06, 9)
    expect(p.sequence!.least).toBeCloseTo(5 * 0.06 + p.pulses[2]!.t01 + p.sequence!.lag + 0.01, 9)
    expect(plan(withChange(p.setup, { path: 'picture.shutter', value: 0.3 })).findings[0]!.id).toBe(
      'sequence-outlasts-shutter',
    )
  })
})

describe('findings of a sequence', () => {
  const swing = newSetup('swing')
  const one = (change: Partial<Setup['sequence']['groups'][number]>, rest: Partial<Setup['sequence']> = {}) =>
    withGroups(swing, [popGroup({ lights: [0], count: 6, interval: 0.06, ...change })], rest)
  test.each<[string, Setup, RegExp]>([
    [
      'not-enough-units',
      { ...one({}), flashes: swing.flashes.map(flash => ({ ...flash, recycleTime: 9 })) },
      /needs \{needed\} units/,
    ],
    ['pops-too-close', one({ interval: 0.001, count: 3 }), /quicker than they can be triggered/],
    [
      'pops-too-close',
      withChange(one({ interval: 0.0001, count: 2 }), { path: 'controller.minimumInterval', value: 0 }),
      /merge|Uneven/,
    ],
    ['steps-overlap', one({ interval: 0.02 }), /overlap by/],
    ['still-parts', one({ count: 40 }, { groundStops: -2 }), /burn out/],
    ['pops-unreached', one({ lights: [] }), /no light/],
  ])('%s is found, and its fixes mend it', (id, setup, title) => {
    const finding = inWords(plan(setup).findings.find(f => f.id === id)!)
    expect(finding.title).toMatch(title)
    if (id === 'not-enough-units') expect(figure(finding.figures.needed).value).toBe(5)
    for (const fix of finding.fixes) {
      const after = withChanges(setup, fix.changes)
      expect(checkSetup(after)).toHaveProperty('value')
      expect(plan(after).findings.map(f => f.id)).not.toContain(id)
    }
  })
  test('flicker is warned of between 3 and 60 a second, and only there', () => {
    const warns = (interval: number): boolean => cautionsOf(one({ interval })).some(c => c.id === 'flicker')
    expect([1 / 70, 1 / 60, 0.06, 1 / 3, 0.5].map(warns)).toEqual([false, true, true, true, false])
  })
})

describe('programmes and files', () => {
  test('each unit is programmed in its own terms, delays counted from the trigger', () => {
    const p = plan(newSetup('swing'))
    const rows = programmeOf(p)
    expect(rows.map(row => [row.name, row.mode, row.count])).toEqual([
      ['Left', 'triggered', 6],
      ['Right', 'triggered', 6],
      ['Front', 'triggered', 1],
    ])
    expect(rows[0]!.delay).toBeCloseTo(p.timing.used!, 12)
    expect(rows[2]!.delay).toBeCloseTo(p.timing.used! + 0.3, 9)
    expect(rows[0]!.interval).toBeCloseTo(0.06, 9)
  })
  test('a sequence of earlier days becomes a group of all lights', () => {
    const old = JSON.parse(JSON.stringify(newSetup('swing'))) as Record<string, unknown>
    old.sequence = { count: 6, interval: 0.08, start: 0.1, groundStops: -6 }
    const made = completeSetup(old) as Setup
    expect(checkSetup(made)).toHaveProperty('value')
    expect(made.sequence.groups).toEqual([
      expect.objectContaining({ lights: [0, 1, 2], count: 6, interval: 0.08, start: 0.1 }),
    ])
    expect(
      (completeSetup({ ...old, sequence: { count: 1, interval: 0.08, start: 0, groundStops: -6 } }) as Setup).sequence
        .groups,
    ).toEqual([])
    expect(completeSetup(newSetup('swing'))).toEqual(newSetup('swing'))
  })
  test.each<[string, number, number]>([
    ['6 @ 12 Hz', 6, 1 / 12],
    ['5 x 80 ms', 5, 0.08],
    ['7 × 1/20 s', 7, 0.05],
    ['4 at 8 /s', 4, 0.125],
    ['3x100', 3, 0.1],
    ['6@12hz', 6, 1 / 12],
    ['10 times 5 Hz', 10, 0.2],
  ])('“%s” is understood', (text, count, interval) => {
    const run = parsePops(text)
    expect(run).toMatchObject({ count })
    expect('interval' in run && run.interval).toBeCloseTo(interval, 9)
  })
  test.each([
    ['six at twelve', /not understood/],
    ['0 @ 12 Hz', /1 to 200/],
    ['6 @ soon', /neither a rate nor a time/],
    ['6 x 90 s', /0 to 60 s/],
  ])('“%s” is not', (text, reason) => {
    const run = parsePops(text)
    expect('error' in run && run.error).toMatch(reason)
  })
})
