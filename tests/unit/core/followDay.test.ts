import {
  type DayHistory,
  type DayPlanInput,
  type DaySheet,
  exactOrder,
  followDay,
  followedRows,
  gapOf,
  groundOf,
  playedDays,
  restOfDay,
} from '~~/core/day'
import { dropOf } from '~~/core/day/drop'
import { drawnDay } from '../../support/drawnDays'
import { simulateDay } from '../../support/eventDay'
import { runs } from '../../support/runs'

const one = (id: string, change: Partial<DayPlanInput['setups'][number]> = {}): DayPlanInput['setups'][number] => ({
  id,
  name: id,
  value: 'wanted',
  build: 30,
  test: 10,
  fire: 30,
  strike: 8,
  take: 3,
  takes: [10],
  most: { takes: Infinity, minutes: 90 },
  leaves: [],
  minds: [],
  loud: false,
  windows: [],
  needs: [],
  after: [],
  props: {},
  ...change,
})
const day = (setups: DayPlanInput['setups'], change: Partial<DayPlanInput> = {}): DayPlanInput => ({
  date: '2026-12-04',
  start: 600,
  end: 1000,
  clean: {},
  breaks: [],
  quiet: [],
  people: [],
  change: {},
  stock: {},
  seed: 1,
  days: 1500,
  setups,
  ...change,
})
const history = (events: [string, DayHistory['events'][number]['kind'], number][], takes: number[] = [], id = 'a') => ({
  events: events.map(([setup, kind, at]) => ({ id: setup, kind, at })),
  takes: takes.map(at => ({ id, at, keeper: false })),
})

describe('a day as it went', () => {
  const input = day([one('a'), one('b'), one('c')], { breaks: [{ at: 640, minutes: 20 }] })

  test('work is timed without breaks, rests and faults', () => {
    const [row] = followedRows(
      input,
      history(
        [
          ['a', 'pause', 610],
          ['a', 'resume', 615],
          ['a', 'built', 670],
          ['a', 'fault', 672],
          ['a', 'mended', 684],
          ['a', 'tested', 690],
        ],
        [700, 703, 706, 709, 760, 763],
      ),
      800,
    )
    // 70 on the clock less 20 of break and 5 of rest.
    expect(row).toMatchObject({ stage: 'firing', from: 600, built: 670, tested: 690, fires: 700, faults: 12 })
    expect(row!.worked).toEqual({ build: 45, test: 8, take: 3, strike: null })
  })
  test('a gap of over four usual ones is a rest, and three gaps are the least that tell', () => {
    expect(gapOf([0, 3, 6])).toBeNull()
    expect(gapOf([0, 3, 6, 9])).toBe(3)
    expect(gapOf([0, 3, 6, 9, 30, 34])).toBe(3)
    // A slow one of eleven minutes within four medians counts.
    expect(gapOf([0, 3, 14, 25, 36])).toBe(11)
  })
  test('one is over as soon as another is begun, and what is noted later is not known yet', () => {
    const noted = history([
      ['a', 'built', 640],
      ['b', 'built', 720],
      ['b', 'tested', 730],
    ])
    expect(followedRows(input, noted, 725).map(({ id, stage }) => [id, stage])).toEqual([
      ['a', 'done'],
      ['b', 'testing'],
    ])
    expect(followedRows(input, noted, 700)).toHaveLength(1)
    expect(followedRows(input, noted, 599)).toEqual([])
  })
  test('a set-up that is gone back to is the one on the stage', () => {
    const noted = history([
      ['a', 'built', 620],
      ['b', 'built', 700],
    ])
    const again = { ...noted, takes: [{ id: 'a', at: 710, keeper: true }] }
    expect(followedRows(input, again, 720).map(({ id, stage }) => [id, stage])).toEqual([
      ['a', 'firing'],
      ['b', 'done'],
    ])
  })
})

describe('what is left of it', () => {
  const input = day([one('a'), one('b')])
  const order = ['a', 'b']

  test('work that goes on is over sooner the longer it goes on, and never at once', () => {
    const left = (now: number): number => {
      const { order: rest } = restOfDay(input, order, history([['a', 'built', 630]]), now)
      return rest.rows[0]!.tested - now
    }
    expect(left(632)).toBeCloseTo(8, 6)
    expect(left(636)).toBeCloseTo(4, 6)
    expect(left(700)).toBeCloseTo(1, 6)
  })
  test('before anything is noted the day begins as it was planned, and later is built already', () => {
    expect(restOfDay(input, order, history([]), 500).order.rows[0]).toMatchObject({ from: 600, built: 630 })
    expect(restOfDay(input, order, history([]), 610).order.rows[0]).toMatchObject({ from: 610, built: 630 })
  })
  test('a slow morning makes a slow day: all that is left takes as much longer, in part', () => {
    const slow = restOfDay(
      input,
      order,
      history([
        ['a', 'built', 660],
        ['a', 'tested', 680],
      ]),
      680,
    )
    const usual = restOfDay(
      input,
      order,
      history([
        ['a', 'built', 630],
        ['a', 'tested', 640],
      ]),
      640,
    )
    expect(usual.pace).toBeCloseTo(1, 9)
    // Twice as long twice: log pace = (ln 2 / 0.3² + ln 2 / 0.4²) / (1 / 0.12² + 1 / 0.3² + 1 / 0.4²).
    expect(slow.pace).toBeCloseTo(Math.exp((Math.LN2 * (1 / 0.09 + 1 / 0.16)) / (1 / 0.0144 + 1 / 0.09 + 1 / 0.16)), 9)
    expect(slow.played.end.p50 - 680).toBeGreaterThan((usual.played.end.p50 - 640) * 1.1)
  })
  test('takes fired are takes less to fire, and where all keepers are there the next is built', () => {
    const noted = history(
      [
        ['a', 'built', 630],
        ['a', 'tested', 640],
      ],
      [640, 643, 646, 649, 652],
    )
    const rest = restOfDay(input, order, noted, 652)
    expect(rest.now).toEqual({ id: 'a', stage: 'firing' })
    expect(rest.order.rows[0]!.ends - 652).toBeCloseTo(5 * 3, 6)
    const all = restOfDay(input, order, noted, 652, [])
    expect(all.now).toEqual({ id: 'b', stage: 'building' })
    expect(all.order.rows[0]!.built - 652).toBeCloseTo(38, 6)
    const more = restOfDay(input, order, noted, 652, [20, 20])
    expect(more.order.rows[0]!.ends - 652).toBeCloseTo(60, 6)
  })
  test('once something was fired a fault is rarer, and what has fired has none', () => {
    const ready = restOfDay(
      input,
      order,
      history([
        ['a', 'built', 630],
        ['a', 'tested', 640],
      ]),
      640,
    )
    expect(ready.start).toMatchObject({ ready: 0, fired: false, last: -1 })
    const later = restOfDay(
      input,
      order,
      history(
        [
          ['a', 'built', 630],
          ['a', 'done', 670],
        ],
        [650],
      ),
      671,
    )
    expect(later.start).toMatchObject({ ready: -1, fired: true, last: 0 })
  })
})

test('nine times in ten the rest of a day is over by what is said of it half-way, noted by an event simulation', () => {
  let [by, half, all] = [0, 0, 0]
  for (let seed = 1; seed <= runs(40) + 6; seed++) {
    const input = drawnDay(6, seed + 900, { days: 600 })
    const ground = groundOf(input)
    const ids = exactOrder(ground).rows.map(row => row.id)
    if (ids.length < 3) continue
    const places = ids.map(id => input.setups.findIndex(setup => setup.id === id))
    for (let i = 0; i < 12; i++) {
      const went = simulateDay(input, places, seed * 31_337 + i)
      const times = [...went.events, ...went.takes].map(({ at }) => at).sort((a, b) => a - b)
      const now = times[Math.floor(times.length * 0.45)]!
      const { played } = restOfDay(input, ids, went, now)
      all++
      if (went.end <= played.end.p90) by++
      if (went.end <= played.end.p50) half++
    }
  }
  expect(by / all).toBeGreaterThan(0.84)
  expect(by / all).toBeLessThan(0.95)
  expect(half / all).toBeGreaterThan(0.4)
  expect(half / all).toBeLessThan(0.6)
})

const so = (order: string[], sheet: DaySheet, past: DayHistory, now: number) => ({
  order,
  sheet,
  history: past,
  now,
  takes: null,
})

describe('what slips, and what to leave out', () => {
  const setups = [
    one('a', { value: 'must' }),
    one('b', { value: 'nice' }),
    one('c', { value: 'wanted', windows: [[780, 920]] }),
    one('d', { value: 'wanted' }),
  ]
  const input = day(setups, { end: 940 })
  const order = ['a', 'b', 'c', 'd']
  const sheet = [
    { id: 'a', fires: 640, ends: 670 },
    { id: 'b', fires: 720, ends: 750 },
    { id: 'c', fires: 800, ends: 830 },
    { id: 'd', fires: 880, ends: 910 },
  ]
  const late = history([
    ['a', 'built', 690],
    ['a', 'fault', 700],
    ['a', 'mended', 760],
    ['a', 'tested', 765],
  ])

  test('a late set-up says by how much each is later than on the sheet', () => {
    const followed = followDay(input, so(order, sheet, late, 765))
    expect(followed.slips.map(({ id }) => id)).toContain('d')
    expect(followed.slips[0]!.by).toBeGreaterThan(120)
    const fine = followDay(input, so(order, sheet, history([]), 600))
    expect(Math.abs(fine.slips[0]!.by)).toBeLessThan(15)
  })
  test('a fixed time is in danger since the sign after which it no longer kept', () => {
    const { dangers } = followDay(input, so(order, sheet, late, 765))
    expect(dangers).toHaveLength(1)
    expect(dangers[0]!.id).toBe('c')
    expect(dangers[0]!.chance).toBeLessThan(0.5)
    expect(dangers[0]!.since).toBeGreaterThanOrEqual(690)
    expect(dangers[0]!.since).toBeLessThanOrEqual(760)
    expect(followDay(day(setups, { end: 1200 }), so(order, sheet, history([]), 600)).dangers).toEqual([])
  })
  test('what would only be nice goes first, and what is on the stage stays', () => {
    const { drop, inTime } = followDay(
      day([setups[0]!, setups[1]!, setups[3]!], { end: 980 }),
      so(['a', 'b', 'd'], [], late, 765),
    )
    expect(inTime).toBeLessThan(0.75)
    expect(drop!.ids).toEqual(['b'])
    expect(drop!.inTime).toBeGreaterThanOrEqual(0.9)
    expect(drop!.saves).toBeGreaterThan(60)
  })
  test('nothing is left out where the day ends in time, and nothing is said where nothing helps', () => {
    const loose = groundOf(day(setups, { end: 2000 }))
    expect(dropOf(loose, [0, 1, 2, 3])).toMatchObject({ ids: [], saves: 0 })
    expect(dropOf(groundOf(day([one('a')], { end: 620 })), [0], [0])).toBeNull()
  })
  test('of all that may be left out the smallest loss is found', () => {
    for (let seed = 1; seed <= runs(12) + 2; seed++) {
      const drawn = drawnDay(5, seed + 40, { days: 400 })
      const ground = groundOf(drawn)
      const found = dropOf(ground, [0, 1, 2, 3, 4])
      const inTime = (places: number[]): number => playedDays({ ...drawn, days: 400 }, places, ground).inTime
      const ways = Array.from({ length: 32 }, (_, bits) => [0, 1, 2, 3, 4].filter(i => !((bits >> i) & 1)))
      const enough = ways.filter(places => inTime(places) >= 0.9)
      const weight = (places: number[]): number =>
        drawn.setups.reduce(
          (sum, { value }, i) => sum + (places.includes(i) ? 0 : { must: 100, wanted: 10, nice: 1 }[value]),
          0,
        )
      const least = Math.min(...enough.map(weight))
      expect([seed, weight([0, 1, 2, 3, 4].filter(i => !found!.ids.includes(`s${i}`)))]).toEqual([seed, least])
    }
  })
})
