import { type PopGroup, type Setup, evenInterval, newSetup, plan, repeatAt, scheduleLight, withChanges } from '~~/core'
import { natureOf } from '~~/core/take/nature'
import { known } from '~~/core/defaults/typical'
import { groupTimes, instantsOf, popsOf, timesOfLight, trackOf } from '~~/core/take/pops'
import { isSequence, lastLight } from '~~/core/plan/sequence'

type Limits = Parameters<typeof scheduleLight>[0]['limits']
const limits = (recycle: number, more: Partial<Limits> = {}): Limits => ({
  recycle,
  popEnergy: 2,
  heatLimit: null,
  repeat: null,
  ...more,
})
const group = (change: Partial<PopGroup> = {}): PopGroup => ({
  name: 'A',
  lights: [0],
  placing: 'interval',
  count: 3,
  interval: 0.1,
  from: 0,
  to: 1,
  times: [],
  start: 0,
  joinsLast: false,
  ...change,
})
const sequenced = (setup: Setup, groups: PopGroup[], rest: Partial<Setup['sequence']> = {}): Setup => ({
  ...setup,
  sequence: { ...setup.sequence, ...rest, groups },
})

/**
 * Fewest units for pops of any spacing, every partition tried: a unit is triggered, or runs one even train within its
 * mode.
 */
function fewest(times: readonly number[], { recycle, repeat, heatLimit, popEnergy }: Limits): number {
  const most = heatLimit === null ? times.length : Math.floor(heatLimit / popEnergy + 1e-9)
  const may = (unit: readonly number[]): boolean => {
    if (unit.length > most) return false
    const gaps = unit.slice(1).map((t, i) => t - unit[i]!)
    if (gaps.every(gap => gap > recycle - 1e-9)) return true
    return (
      repeat !== null &&
      unit.length <= repeat.pops &&
      gaps.every(gap => Math.abs(gap - gaps[0]!) < 1e-7) &&
      gaps[0]! * repeat.rate > 1 - 1e-6
    )
  }
  let best = times.length
  const deal = (i: number, units: number[][]): void => {
    if (units.length >= best) return
    if (i === times.length) {
      if (units.every(may)) best = units.length
      return
    }
    for (const unit of units) {
      unit.push(times[i]!)
      deal(i + 1, units)
      unit.pop()
    }
    deal(i + 1, [...units, [times[i]!]])
  }
  deal(0, [])
  return best
}

describe('units that run trains of their own', () => {
  const RATES = { rate: 20, pops: 3 }
  const CASES: [string, number[], Limits][] = [
    ['two trains and one between', [0, 0.06, 0.09, 0.12, 0.18, 0.24], limits(1, { repeat: RATES })],
    ['a train with a gap', [0, 0.1, 0.2, 0.4, 0.5, 0.6], limits(0.35, { repeat: RATES })],
    ['too fast for the mode', [0, 0.01, 0.02, 0.03], limits(1, { repeat: RATES })],
    ['heat allows two each', [0, 0.1, 0.2, 0.3, 0.45], limits(1, { repeat: { rate: 20, pops: 9 }, heatLimit: 4 })],
    ['seven at random', [0, 0.05, 0.11, 0.15, 0.16, 0.21, 0.27], limits(0.2, { repeat: { rate: 25, pops: 4 } })],
    ['just at the rate', [0, 0.05, 0.1, 0.2], limits(1, { repeat: { rate: 20, pops: 3 } })],
    [
      'eight, the last looked at whole',
      [0, 0.06, 0.12, 0.18, 0.2, 0.26, 0.32, 0.38],
      limits(2, { repeat: { rate: 20, pops: 4 } }),
    ],
  ]
  test.each(CASES)('%s: no partition needs fewer, and each unit can do what it is given', (_, times, limit) => {
    const { units, modes, mode, bound } = scheduleLight({ times, limits: limit })
    expect(units.length).toBe(fewest(times, limit))
    expect(units.flat().sort((a, b) => a - b)).toEqual(times.map((_, i) => i))
    for (const [u, pops] of units.entries()) {
      const unit = pops.map(i => times[i]!)
      expect([...unit].sort((a, b) => a - b)).toEqual(unit)
      const gaps = unit.slice(1).map((t, i) => t - unit[i]!)
      if (modes[u] === 'triggered') gaps.forEach(gap => expect(gap).toBeGreaterThanOrEqual(limit.recycle - 1e-9))
      else {
        gaps.forEach(gap => expect(gap).toBeCloseTo(gaps[0]!, 9))
        expect(gaps[0]! * limit.repeat!.rate).toBeGreaterThan(0.999)
        expect(unit.length).toBeLessThanOrEqual(limit.repeat!.pops)
      }
      if (limit.heatLimit !== null) expect(unit.length * limit.popEnergy).toBeLessThanOrEqual(limit.heatLimit)
    }
    expect(mode).toBe(modes.includes('repeating') ? 'repeating' : 'triggered')
    expect(['one', 'recycle', 'heat', 'rate', 'pops']).toContain(bound)
  })
  test('beyond eight pops the longest train goes first, and what is left over takes turns', () => {
    // Five even at 20 /s, and five that fit no train of three.
    const times = [0, 0.05, 0.1, 0.15, 0.2, 0.93, 1.71, 2.9, 4.27, 6.03]
    const { units, modes, mode } = scheduleLight({ times, limits: limits(0.5, { repeat: { rate: 20, pops: 5 } }) })
    expect(units.map(unit => [...unit])).toEqual([
      [0, 5, 6, 7, 8, 9],
      [1, 2, 3, 4],
    ])
    expect([...modes].sort()).toEqual(['repeating', 'triggered'])
    expect(mode).toBe('repeating')
  })
  test('a train is cut where the mode or the heat ends it', () => {
    const times = [...Array.from({ length: 9 }, (_, i) => i * 0.05), 0.413]
    const sizes = (more: Partial<Limits>): number[] =>
      scheduleLight({ times, limits: limits(9, more) }).units.map(unit => unit.length)
    expect(sizes({ repeat: { rate: 20, pops: 4 } })).toEqual([4, 4, 1, 1])
    expect(sizes({ repeat: { rate: 20, pops: 9 }, heatLimit: 6 })).toEqual([3, 3, 3, 1])
    expect(sizes({ repeat: { rate: 20, pops: 9 } })).toEqual([9, 1])
    // Every other pop is slow enough for 10 a second.
    expect(sizes({ repeat: { rate: 10, pops: 9 } })).toEqual([5, 4, 1])
  })
  test('an even whole is dealt in turn by the rate, and says what bounds it', () => {
    const times = Array.from({ length: 12 }, (_, i) => i * 0.01)
    expect(scheduleLight({ times, limits: limits(1, { repeat: { rate: 50, pops: 20 } }) })).toMatchObject({
      units: [
        [0, 2, 4, 6, 8, 10],
        [1, 3, 5, 7, 9, 11],
      ],
      modes: ['repeating', 'repeating'],
      bound: 'rate',
    })
    expect(scheduleLight({ times, limits: limits(1, { repeat: { rate: 100, pops: 4 } }) })).toMatchObject({
      units: [
        [0, 3, 6, 9],
        [1, 4, 7, 10],
        [2, 5, 8, 11],
      ],
      bound: 'pops',
    })
    expect(
      scheduleLight({ times, limits: limits(1, { repeat: { rate: 100, pops: 12 }, heatLimit: 12 }) }),
    ).toMatchObject({
      units: [
        [0, 2, 4, 6, 8, 10],
        [1, 3, 5, 7, 9, 11],
      ],
      bound: 'heat',
    })
    expect(scheduleLight({ times, limits: limits(1, { repeat: { rate: 100, pops: 12 } }) })).toMatchObject({
      units: [times.map((_, i) => i)],
      bound: 'one',
    })
    // Where triggering needs no more units, it is what stands.
    expect(scheduleLight({ times: [0, 1, 2], limits: limits(1, { repeat: { rate: 100, pops: 3 } }) })).toMatchObject({
      mode: 'triggered',
      bound: 'one',
      units: [[0, 1, 2]],
    })
    expect(scheduleLight({ times: [0, 0.5, 1], limits: limits(1, { heatLimit: 2 }) })).toMatchObject({
      bound: 'heat',
      units: [[0], [1], [2]],
    })
    expect(scheduleLight({ times: [0, 0.5, 1], limits: limits(0.9, { heatLimit: 4 }) })).toMatchObject({
      bound: 'recycle',
      units: [[0, 2], [1]],
    })
  })
  test('limits out of range are refused by name', () => {
    for (const [bad, name] of [
      [{ recycle: -1 }, 'recycle'],
      [{ popEnergy: 0 }, 'popEnergy'],
      [{ heatLimit: 0 }, 'heatLimit'],
      [{ repeat: { rate: 0, pops: 2 } }, 'rate'],
      [{ repeat: { rate: 9, pops: 0 } }, 'pops'],
    ] as const) {
      expect(() => scheduleLight({ times: [0, 0.01], limits: { ...limits(1), ...bad } })).toThrow(new RegExp(name))
    }
    expect(() => scheduleLight({ times: [], limits: limits(1) })).toThrow(/times/)
    expect(() => scheduleLight({ times: [0, Number.NaN], limits: limits(1) })).toThrow(/times\[1\]/)
  })
  test('times are even within a millionth of their interval', () => {
    expect(evenInterval([])).toBeNull()
    expect(evenInterval([1])).toBeNull()
    expect(evenInterval([1, 1])).toBeNull()
    expect(evenInterval([1, 1.5, 2])).toBe(0.5)
    expect(evenInterval([0, 0.5 + 4e-7, 1])).toBe(0.5)
    expect(evenInterval([0, 0.5 + 6e-7, 1])).toBeNull()
    expect(evenInterval([0, 1e-7, 2e-7 + 1.5e-13])).not.toBeNull()
  })
  test('a power takes the limits of its own row, else of the next stronger', () => {
    const rows = [
      { power: 1, rate: 1, pops: 2 },
      { power: 0.25, rate: 8, pops: 9 },
      { power: 0.5, rate: 4, pops: 5 },
    ]
    expect(repeatAt(rows, 0.25)).toEqual({ rate: 8, pops: 9 })
    expect(repeatAt(rows, 0.25 * (1 + 1e-10))).toEqual({ rate: 8, pops: 9 })
    expect(repeatAt(rows, 0.3)).toEqual({ rate: 4, pops: 5 })
    expect(repeatAt(rows, 0.6)).toEqual({ rate: 1, pops: 2 })
    expect(repeatAt(rows, 1.1)).toBeNull()
  })
})

describe('when pops fall', () => {
  const table = [
    { time: 0.4, position: 1 },
    { time: 0, position: 0 },
    { time: 0.2, position: 0.8 },
  ]
  const setup = sequenced(newSetup('swing'), [group()], { track: table })
  const { motion } = natureOf(known(setup))

  test('a table of places is followed in order of its times, and holds at its ends', () => {
    const { positionAt, timeAt } = trackOf(setup, motion)
    for (const [time, place] of [
      [-1, 0],
      [0, 0],
      [0.1, 0.4],
      [0.2, 0.8],
      [0.3, 0.9],
      [0.4, 1],
      [9, 1],
    ] as const)
      expect(positionAt(time)).toBeCloseTo(place, 12)
    for (const [place, time] of [
      [0, 0],
      [0.4, 0.1],
      [0.8, 0.2],
      [0.9, 0.3],
      [1, 0.4],
    ] as const)
      expect(timeAt(place)).toBeCloseTo(time, 12)
    expect(timeAt(1.01)).toBeNull()
    expect(timeAt(-0.01)).toBeNull()
    const rest = trackOf(
      sequenced(setup, [group()], {
        track: [
          { time: 0, position: 0.5 },
          { time: 0, position: 0.7 },
          { time: 1, position: 0.7 },
        ],
      }),
      motion,
    )
    expect(rest.positionAt(0)).toBe(0.7)
    expect(rest.timeAt(0.7)).toBe(0)
    // Two rows are a table; one is not, and the motion stands.
    expect(trackOf(sequenced(setup, [group()], { track: table.slice(1) }), motion).positionAt(0.1)).toBeCloseTo(0.4, 12)
    const fall = withChanges(newSetup('drop'), [{ path: 'action.spread', value: 0 }])
    const falling = sequenced(fall, [group()], { track: [{ time: 0, position: 5 }] })
    const { motion: free } = natureOf(known(falling))
    expect(trackOf(falling, free).positionAt(0.1)).toBe(free.positionAt(0.1))
  })
  test('by interval, by hand and by spacing, from the start of the group', () => {
    const times = (change: Partial<PopGroup>): number[] =>
      groupTimes(setup, motion, group(change)).map(time => Number(time.toFixed(9)))
    expect(times({ start: 0.05 })).toEqual([0.05, 0.15, 0.25])
    expect(times({ placing: 'hand', times: [0.3, 0.1], start: 0.05 })).toEqual([0.15, 0.35])
    expect(times({ placing: 'spacing', from: 0.4, to: 0.9, count: 3, start: 0.05 })).toEqual([0.05, 0.1125, 0.25])
    expect(times({ placing: 'spacing', from: 0.9, to: 0.4, count: 2 })).toEqual([-0.2, 0])
    expect(times({ placing: 'spacing', from: 0.4, to: 9, count: 1 })).toEqual([0])
    expect(times({ placing: 'spacing', from: 0.8, to: 1.2, count: 3 })).toEqual([0, 0.2])
    expect(times({ placing: 'spacing', from: 2, to: 1 })).toEqual([])
  })
  test('a group that joins the last pop of the first begins there', () => {
    const [main, rim] = [group({ start: 0.01 }), group({ lights: [1], count: 1, joinsLast: true, start: 0.002 })]
    const joined = sequenced(setup, [main, rim])
    expect(groupTimes(joined, motion, rim)[0]).toBeCloseTo(0.21 + 0.002, 12)
    expect(
      groupTimes(sequenced(setup, [main, { ...rim, joinsLast: false }]), motion, { ...rim, joinsLast: false }),
    ).toEqual([0.002])
    // The first has nothing to join, and two that wait for each other begin at once.
    expect(groupTimes(sequenced(setup, [rim]), motion, rim)).toEqual([0.002])
    expect(groupTimes(sequenced(setup, [{ ...main, joinsLast: true }, rim]), motion, rim)).toEqual([0.002])
    expect(groupTimes(sequenced(setup, [{ ...main, placing: 'hand', times: [] }, rim]), motion, rim)).toEqual([0.002])
  })
  test('pops are in order of time, of lights that are there, and those of an instant are one exposure', () => {
    const two = { ...setup, flashes: [setup.flashes[0]!, setup.flashes[0]!] }
    const pops = popsOf(
      sequenced(two, [
        group({ lights: [0, 7], count: 2, start: 0.1 }),
        group({ lights: [9] }),
        group({ lights: [1, 0], count: 2, start: 0 }),
      ]),
      motion,
    )
    expect(pops).toEqual([
      { time: 0, lights: [1, 0], group: 2, number: 1 },
      { time: 0.1, lights: [0], group: 0, number: 1 },
      { time: 0.1, lights: [1, 0], group: 2, number: 2 },
      { time: 0.2, lights: [0], group: 0, number: 2 },
    ])
    expect(popsOf(sequenced(two, [group({ lights: [2] })]), motion)).toEqual([])
    expect(instantsOf(pops)).toEqual([
      { time: 0, lights: [1, 0] },
      { time: 0.1, lights: [0, 1] },
      { time: 0.2, lights: [0] },
    ])
    expect(
      instantsOf([
        { ...pops[0]!, time: 0 },
        { ...pops[0]!, time: 1e-9 },
        { ...pops[0]!, time: 3e-9 },
      ]),
    ).toHaveLength(2)
    expect(timesOfLight(pops, 1)).toEqual([0, 0.1])
  })
})

describe('what a sequence adds up to, figure by figure', () => {
  const base = withChanges(newSetup('swing'), [{ path: 'picture.distance', value: 2 }])
  const track = [
    { time: 0, position: 0 },
    { time: 10, position: 10 },
  ]
  const lit = (groups: PopGroup[], rest: Partial<Setup['sequence']> = {}, change: Partial<Setup> = {}) => {
    const setup = {
      ...sequenced(base, groups, {
        track,
        panSpeed: 0,
        panAngle: 0,
        stillWidth: 0.3,
        margin: 0.05,
        groundStops: -5,
        ...rest,
      }),
      ...change,
    }
    return { setup, ...plan(setup).sequence! }
  }
  test('places, gaps and the camera’s turn', () => {
    const hand = group({ placing: 'hand', times: [0, 0.1, 0.4] })
    const seen = lit([hand], { panSpeed: 0.5, panAngle: Math.PI / 6 })
    const start = seen.exposures[0]!.place
    seen.exposures.forEach(({ place, along, across, time }) => {
      expect(place - start).toBeCloseTo(time, 9)
      expect(along).toBeCloseTo(place - Math.cos(Math.PI / 6) * time, 9)
      expect(across).toBeCloseTo(-0.5 * time, 9)
    })
    expect(seen.closest).toBeCloseTo(0.1, 12)
    expect(seen.closestOfOneLight).toBeCloseTo(0.1, 12)
    expect(seen.step).toBeCloseTo(0.1 * Math.hypot(1 - Math.cos(Math.PI / 6), 0.5), 9)
    expect(seen.overlap).toBeCloseTo(1 - seen.step! / seen.setup.motion.objectLength, 9)
    expect(seen.stillDeepest).toBe(2)
    expect(seen.panNeeded).toBeCloseTo(0.3 / (seen.closest! * 2), 9)
    expect(seen.stillStops).toBeCloseTo(1, 9)
  })
  test('with the camera still every pop adds to what is still', () => {
    const seen = lit([group({ count: 4 })])
    expect(seen).toMatchObject({
      stillDeepest: 4,
      unreached: 0,
      overlap: Math.max(0, 1 - seen.step! / seen.setup.motion.objectLength),
    })
    expect(seen.stillStops).toBeCloseTo(2, 9)
    expect(seen.stillLevel).toBeCloseTo(-5 + 2 + seen.exposures[0]!.stops, 9)
    expect(seen.deepest).toBe(Math.ceil(seen.setup.motion.objectLength / seen.step! - 1e-9))
    expect(lit([group({ count: 1 })])).toMatchObject({
      closest: null,
      closestOfOneLight: null,
      step: null,
      overlap: 0,
      panNeeded: null,
      stillDeepest: 1,
      stillStops: 0,
    })
  })
  test('the open time holds the last pop, the longest flash, lags and room; the lead is what is left before it', () => {
    const seen = lit([group({ start: -0.05, count: 4 })], { curtain: 'rear' })
    const longest = Math.max(...plan(seen.setup).pulses.map(pulse => pulse.t01))
    expect(seen.lastPop).toBeCloseTo(0.25, 12)
    // Begun 50 ms before the trigger's own pop: the open time holds that too.
    expect([seen.firstPop, seen.span]).toEqual([expect.closeTo(-0.05, 12), expect.closeTo(0.3, 12)])
    expect(seen.least).toBeCloseTo(0.3 + longest + seen.lag + 0.05, 12)
    expect(seen.customary).toBeCloseTo(0.3 + 0.1, 12)
    expect(seen.lead).toBeCloseTo(Math.max(0, seen.setup.picture.shutter - seen.least), 12)
    expect(lit([group()], { curtain: 'front' }).lead).toBe(0)
    expect(seen.leastDial!).toBeGreaterThanOrEqual(seen.least)
    expect(seen.customaryDial!).toBeGreaterThanOrEqual(seen.customary * (1 - 1e-9))
    expect(lit([group({ start: -1, count: 2 })]).least).toBeCloseTo(0.1 + longest + seen.lag + 0.05, 12)
  })
  test('places that are never reached are counted, and a light that pops nowhere has no schedule', () => {
    const spaced = group({ placing: 'spacing', from: 9, to: 11, count: 5 })
    const seen = lit([
      spaced,
      group({ lights: [], count: 50 }),
      group({ placing: 'hand', times: [0.1, 0.2], count: 99 }),
    ])
    expect(seen.unreached).toBe(2)
    expect(seen.pops).toHaveLength(5)
    expect(seen.lights.map(light => light.light)).toEqual([0])
    expect(seen.lights[0]!.times).toHaveLength(5)
  })
  test('the last light of a take is its last pop, never before the single one', () => {
    const planned = plan(sequenced(base, [group({ count: 3 })]))
    const captured = planned.timing.captured!
    expect(lastLight(planned)).toBeCloseTo(captured + 0.2, 12)
    expect(lastLight({ timing: { captured }, sequence: null })).toBe(captured)
    expect(lastLight({ timing: { captured }, sequence: { ...planned.sequence!, lastPop: -3 } })).toBe(captured)
    expect(lastLight({ timing: { captured: null }, sequence: null })).toBeNull()
    expect(isSequence(base)).toBe(base.sequence.groups.length > 0)
    expect(isSequence(sequenced(base, []))).toBe(false)
    expect(plan(sequenced(base, [])).sequence).toBeNull()
  })
})

test('a train far too fast for any mode takes a unit a pop, and asks for no more', () => {
  const times = Array.from({ length: 30 }, (_, i) => i * 1.36e-9)
  const { units, mode } = scheduleLight({ times, limits: limits(0.5, { repeat: { rate: 20, pops: 9 } }) })
  expect(units).toHaveLength(30)
  expect(mode).toBe('triggered')
})
