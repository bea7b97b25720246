import { calibration } from '~~/core'
import { fastNormalCdf } from '~~/core/math/normal'
import { seededRandom } from '~~/core/math/random'

const window = { before: 1, after: 1.4 }

/** The same posterior by brute force: draws from the prior, weighed by the likelihood of the takes. */
function brute(prior: calibration.DelayPrior, takes: calibration.FiredTake[], draws = 12_000) {
  const random = seededRandom(77)
  let total = 0
  let mean = 0
  let square = 0
  const kept: [number, number, number][] = []
  for (let i = 0; i < draws; i++) {
    const mu = prior.delay + prior.uncertainty * random.normal()
    const s = prior.scatter * Math.exp(0.5 * random.normal())
    let weight = 1
    for (const take of takes) {
      const offset = take.delay - mu
      if ('offset' in take) weight *= Math.exp(-((take.offset - offset) ** 2) / (2 * s * s)) / s
      else {
        const [low, high] =
          'between' in take
            ? [take.between[0] ?? -Infinity, take.between[1] ?? Infinity]
            : take.outcome === 'early'
              ? [-Infinity, -window.before]
              : take.outcome === 'late'
                ? [window.after, Infinity]
                : [-window.before, window.after]
        // A verdict is wrong now and then: three in a hundred stay under each.
        weight *= 0.03 + 0.91 * (fastNormalCdf((high - offset) / s) - fastNormalCdf((low - offset) / s))
      }
    }
    total += weight
    mean += weight * mu
    square += weight * mu * mu
    kept.push([mu, s, weight])
  }
  mean /= total
  const keep = (delay: number) =>
    kept.reduce(
      (sum, [mu, s, weight]) =>
        sum +
        weight * (fastNormalCdf((window.after - delay + mu) / s) - fastNormalCdf((-window.before - delay + mu) / s)),
      0,
    ) / total
  return { mean, sd: Math.sqrt(square / total - mean * mean), keep }
}

const CASES: [string, calibration.DelayPrior, calibration.FiredTake[]][] = [
  ['nothing yet', { delay: 3, uncertainty: 2, scatter: 0.5 }, []],
  ['one late take', { delay: 0, uncertainty: 4, scatter: 0.7 }, [{ delay: 0, outcome: 'late' }]],
  [
    'early, then late',
    { delay: 0, uncertainty: 6, scatter: 0.7 },
    [
      { delay: 0, outcome: 'early' },
      { delay: 5, outcome: 'late' },
    ],
  ],
  ['a measured offset', { delay: 0, uncertainty: 4, scatter: 1 }, [{ delay: 0, offset: 2.5 }]],
  [
    'an offset and an interval',
    { delay: 0, uncertainty: 4, scatter: 1 },
    [
      { delay: 0, offset: -2 },
      { delay: 2, between: [-0.5, 2] },
    ],
  ],
  ['a keeper', { delay: 0, uncertainty: 3, scatter: 0.6 }, [{ delay: 0.5, outcome: 'keeper' }]],
]

test.each(CASES)('%s: mean, sd and chances agree with brute force', (_, prior, takes) => {
  const grid = calibration.delayPosterior(prior, window, takes)
  const sampled = brute(prior, takes)
  expect(Math.abs(grid.delay - sampled.mean)).toBeLessThan(0.05 * prior.uncertainty)
  expect(grid.uncertainty / sampled.sd).toBeGreaterThan(0.93)
  expect(grid.uncertainty / sampled.sd).toBeLessThan(1.07)
  for (const delay of [grid.delay - 2, grid.delay, grid.delay + 1])
    expect(Math.abs(calibration.keepChance(grid, window, delay) - sampled.keep(delay))).toBeLessThan(0.03)
})

test('its weights are a probability', () => {
  for (const [, prior, takes] of CASES) {
    const { weight } = calibration.delayPosterior(prior, window, takes)
    expect(weight.reduce((sum, row) => sum + row.reduce((a, b) => a + b, 0), 0)).toBeCloseTo(1, 9)
    expect(Math.min(...weight.map(row => Math.min(...row)))).toBeGreaterThanOrEqual(0)
  }
})

test('the greedy proposal has the best chance there is', () => {
  for (const [, prior, takes] of CASES) {
    const p = calibration.proposeDelay({ prior, window, takes }, 'greedy')
    const grid = calibration.delayPosterior(prior, window, takes)
    for (let d = grid.delay - 4 * grid.uncertainty; d < grid.delay + 4 * grid.uncertainty; d += grid.uncertainty / 10) {
      expect(calibration.keepChance(grid, window, d)).toBeLessThan(p.keep + 0.004)
    }
  }
})

describe('a take’s weight', () => {
  const prior = { delay: 0, uncertainty: 5, scatter: 0.7 }
  const of = (takes: calibration.FiredTake[]) => calibration.delayPosterior(prior, window, takes)
  test.each<[string, calibration.FiredTake]>([
    ['a place', { delay: 1, offset: -2 }],
    ['a verdict', { delay: 1, outcome: 'early' }],
    ['a range', { delay: 1, between: [-3, -1] }],
  ])('%s of weight 1 is one without', (_, take) => {
    expect(of([{ ...take, weight: 1 }]).delay).toBe(of([take]).delay)
  })
  test.each<[string, calibration.FiredTake]>([
    ['places', { delay: 1, offset: -2 }],
    ['verdicts', { delay: 1, outcome: 'early' }],
  ])('two %s of half weight count as one', (_, take) => {
    const [halves, one] = [
      of([
        { ...take, weight: 0.5 },
        { ...take, weight: 0.5 },
      ]),
      of([take]),
    ]
    expect(halves.delay).toBeCloseTo(one.delay, 9)
    expect(halves.uncertainty).toBeCloseTo(one.uncertainty, 9)
  })
  test('the lighter it is, the nearer the prior stays', () => {
    const delays = [1, 0.3, 0.05, 0.005].map(weight => of([{ delay: 1, offset: -2, weight }]).delay)
    expect(delays).toEqual([...delays].sort((a, b) => b - a))
    expect(delays[0]).toBeGreaterThan(2.8)
    expect(delays.at(-1)).toBeLessThan(1)
  })
  test.each([0, -1, 1.1, NaN])('a weight of %d is refused', weight => {
    expect(() => of([{ delay: 1, offset: 0, weight }])).toThrow('takes[0].weight')
  })
})

test('the scale of time does not matter: a search in seconds is the one in microseconds', () => {
  const takes = [
    { delay: 0, outcome: 'early' as const },
    { delay: 6, outcome: 'late' as const },
  ]
  const scaled = (unit: number) =>
    calibration.nextDelay({
      prior: { delay: 0, uncertainty: 5 * unit, scatter: 0.7 * unit },
      window: { before: unit, after: unit },
      takes: takes.map(t => ({ ...t, delay: t.delay * unit })),
    })
  expect(scaled(1e-6).delay / 1e-6).toBeCloseTo(scaled(1).delay, 6)
  expect(scaled(1e-6).keep).toBeCloseTo(scaled(1).keep, 6)
})

test('random numbers have the moments they should, and the same seed repeats', () => {
  const random = seededRandom(5)
  const draws = Array.from({ length: 100_000 }, () => random.normal())
  const mean = draws.reduce((a, b) => a + b) / draws.length
  const moment = (power: number) => draws.reduce((sum, x) => sum + (x - mean) ** power, 0) / draws.length
  expect(mean).toBeCloseTo(0, 1)
  expect(moment(2)).toBeCloseTo(1, 1)
  expect(Math.abs(moment(3))).toBeLessThan(0.05)
  expect(moment(4)).toBeGreaterThan(2.85)
  expect(moment(4)).toBeLessThan(3.15)
  const uniform = Array.from({ length: 10_000 }, () => random.uniform())
  for (let bin = 0; bin < 10; bin++)
    expect(Math.abs(uniform.filter(u => Math.floor(u * 10) === bin).length - 1000)).toBeLessThan(150)
  expect([1, 2, 3].map(seededRandom(8).uniform)).toEqual([1, 2, 3].map(seededRandom(8).uniform))
  expect(seededRandom(8).uniform()).not.toBe(seededRandom(9).uniform())
})

test('hundreds of verdicts that say the same, or contradict one another, are weighed as one by one', () => {
  const prior = { delay: 0.02, uncertainty: 0.002, scatter: 0.001 }
  const window = { before: 0.0005, after: 0.0005 }
  const outcomes = ['early', 'late', 'keeper'] as const
  for (const said of [['early'], ['late'], ['keeper'], outcomes] as const) {
    const takes = Array.from({ length: 300 }, (_, i) => ({ delay: 0.02 + 1e-7 * i, outcome: said[i % said.length]! }))
    const [whole, alone] = [1, 1 - 1e-12].map(weight =>
      calibration.delayPosterior(
        prior,
        window,
        takes.map(take => ({ ...take, weight })),
      ),
    )
    expect(whole!.delay).toBeCloseTo(alone!.delay, 9)
    expect(whole!.uncertainty).toBeCloseTo(alone!.uncertainty, 9)
    expect(whole!.scatter).toBeCloseTo(alone!.scatter, 9)
  }
})
