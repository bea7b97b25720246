import { type Evidence, type Setup, evidenceOf, meanInputs, newSetup, withChanges } from '~~/core'
import { type Mode, fitted } from '~~/core/inference/fit'
import { gather } from '~~/core/inference/gather'
import { infer } from '~~/core/inference/infer'
import {
  type LinearisedObservation,
  type Said,
  type Seen,
  type Sought,
  byLog,
  chanceOf,
  compared,
  conditioned,
  groupsOf,
  isParabola,
  isSide,
  isTail,
  linearised,
  readAs,
  residualOf,
  scatterCost,
  scatteredBy,
  scattersIn,
  scoreOf,
  sharpened,
  varianceOf,
} from '~~/core/inference/linear'
import { chainModelOf, predicted } from '~~/core/inference/predict'
import { inferredSigma, sameUnknown, unknownsOf } from '~~/core/inference/unknowns'
import { normalCdf } from '~~/core/math/normal'
import { seededRandom } from '~~/core/math/random'
import { determinantOf, productOf, solvedFor } from '../../support/plainMatrix'
import { draglessCracker as cracker } from '../../support/draglessCracker'

const DELAY = 0.018
const told = (setup: Setup, all: (Pick<Evidence, 'kind' | 'value'> & Partial<Evidence>)[]): Evidence[] =>
  all.map((one, i) => ({ ...evidenceOf(setup, { delay: DELAY, ...one }), id: `e${i}` }))
const usualOf = (setup: Setup) => ({ ...meanInputs(setup), latency: 0, flinch: setup.hand.flinch })
const start = (sought: Sought): number[] => [...sought.unknowns, ...sought.own].map(() => 0)
/** A reading about what is usual, with all that is sought. */
function rowsOf(setup: Setup, all: Parameters<typeof told>[1]) {
  const evidence = told(setup, all)
  const { sought, seen } = gather(setup, evidence)
  return { sought, seen, rows: seen.map(one => linearised(one, sought, start(sought))!) }
}
/** A tossed thing read near the top of its way, where the slower ones never come. */
const toss = withChanges(newSetup('toss'), [{ path: 'motion.dragPerMetre', value: 0 }])

describe('a reading as it is compared', () => {
  const [speed, high, time, place] = [
    rowsOf(cracker(), [{ kind: 'speed', value: 35, at: 0.3 }]).seen[0]!,
    rowsOf(toss, [{ kind: 'speed', value: 1.2, at: 0.47 }]).seen[0]!,
    rowsOf(cracker(), [{ kind: 'interval', value: 0.02 }]).seen[0]!,
    rowsOf(cracker(), [{ kind: 'place', value: 0.02 }]).seen[0]!,
  ]
  test.each([
    ['a speed', speed, [0.5, 3, 35]],
    ['a speed near the top', high, [0.5, 1.2, 3]],
    ['a time from the start', time, [0.001, 0.02]],
    ['a place', place, [-0.1, 0, 0.02]],
  ] as const)('%s comes back, and its error goes by the slope', (_, seen, values) => {
    for (const value of values) {
      expect(readAs(seen, compared(seen, value)!)).toBeCloseTo(value, 9)
      const h = 1e-6 * Math.max(0.01, Math.abs(value))
      const slope = (compared(seen, value + h)! - compared(seen, value - h)!) / (2 * h)
      expect(sharpened(seen, value) / slope).toBeCloseTo(1, 5)
    }
  })
  test('a speed is that at the start which would give it', () => {
    expect(speed.lost).toBe(0)
    expect(compared(speed, 35)).toBeCloseTo(Math.log(35), 12)
    const { speed: thrown, angle } = toss.motion
    const up = 2 * 9.80665 * 0.47 * Math.sin(angle)
    if (Math.abs(Math.sin(angle)) > 0.9) expect(high.lost / up).toBeCloseTo(1, 2)
    expect(high.lost).toBeGreaterThan(0)
    expect(Math.exp(compared(high, 1.2)!) ** 2).toBeCloseTo(1.2 ** 2 + high.lost, 9)
    expect(high.lost).toBeLessThanOrEqual(thrown ** 2 + 1e-9)
    // Less than what was lost is a thing that never came.
    expect(readAs(high, Math.log(high.lost) / 2 - 0.1)).toBe(0)
    expect([0, -1].map(value => compared(speed, value))).toEqual([null, null])
    expect([0, -1].map(value => compared(place, value))).toEqual([0, -1])
  })
  test('by its logarithm only what scatters by a factor, and is read well enough', () => {
    const of = (more: Partial<Evidence>, expected: number | null = 1): boolean =>
      byLog({ ...told(cracker(), [{ kind: 'speed', value: 1, error: 0.1 }])[0]!, ...more }, expected)
    expect(['speed', 'blocked', 'interval'].map(kind => of({ kind: kind as never }))).toEqual([true, true, true])
    for (const kind of ['place', 'beyond', 'short', 'late', 'latency', 'found'] as const)
      expect([kind, of({ kind })]).toEqual([kind, false])
    expect(of({ kind: 'interval', from: 'sensed' })).toBe(false)
    expect([of({ error: 0.2999 }), of({ error: 0.3 })]).toEqual([true, false])
    expect([of({}, null), of({}, 0), of({}, -1), of({ value: 0 })]).toEqual([true, false, false, false])
  })
})

describe('what one firing has of its own', () => {
  test('a chain that is late delays the picture; a hand that is late presses later', () => {
    const bySensor = cracker({ 'link.jitter': 3e-6, 'sensor.jitter': 4e-6 })
    const world = chainModelOf(bySensor)
    const still = chainModelOf(cracker({ 'link.jitter': 0, 'sensor.jitter': 0 }))
    expect(world.jitter ** 2 - still.jitter ** 2).toBeCloseTo(25e-12, 18)
    const x = usualOf(bySensor)
    expect(scatteredBy(world, x, 'chain', 2)).toEqual({ ...x, latency: 2 * world.jitter })
    const byHand = chainModelOf(newSetup('projectile', 'open-shutter', 'hand'))
    const y = { ...x, flinch: 0.02, latency: 0.001 }
    expect(scatteredBy(byHand, y, 'hand', 1.5)).toEqual({ ...y, flinch: 0.02 - 1.5 * byHand.setup.hand.scatter })
    expect(scatteredBy(byHand, y, 'chain', -1)).toEqual({ ...y, flinch: 0.02 + byHand.jitter })
    expect(byHand.handScatter).toBe(byHand.setup.hand.scatter)
    expect(world.handScatter).toBe(0)
  })
  test('a speed is off by a factor, its share of what the take has', () => {
    const world = chainModelOf(cracker())
    const x = { ...usualOf(cracker()), speed: 50 }
    const sigma = Math.sqrt(Math.log(1 + 0.01 ** 2))
    expect(scatteredBy(world, x, 'speed', 3).speed).toBeCloseTo(50 * Math.exp(3 * sigma), 9)
    expect(scatteredBy(world, x, 'speed', -3).speed).toBeCloseTo(50 * Math.exp(-3 * sigma), 9)
  })
  test('everything that scatters is named, and nothing that does not', () => {
    const world = chainModelOf(cracker())
    expect(scattersIn(world)).toEqual(['speed', 'crackSpeed', 'chain'])
    expect(scattersIn({ ...world, jitter: 0 })).toEqual(['speed', 'crackSpeed'])
    expect(scattersIn({ ...world, handScatter: 0.01, scatter: [] })).toEqual(['hand', 'chain'])
  })
})

describe('a reading linear about what is held', () => {
  const setup = cracker()
  const { sought, seen, rows } = rowsOf(setup, [
    { kind: 'place', value: 0.01 },
    { kind: 'speed', value: 35, at: 0.3 },
    { kind: 'interval', value: 0.02, from: 'sensed' },
    { kind: 'late', value: 0.0004 },
    { kind: 'found', value: 0.0181, takes: [1, 2, 3], scatter: 0.0002 },
  ])

  test('its slopes are what moving each unknown does', () => {
    for (const [i, row] of rows.entries())
      sought.unknowns.forEach((unknown, at) => {
        const h = 1e-4
        const [more, less] = [h, -h].map(by => {
          const there = start(sought)
          there[at] = by
          return residualOf(seen[i]!, sought, there)!
        })
        const slope = -(more! - less!) / (2 * h)
        expect(row.slope[at]! - slope).toBeCloseTo(0, 7)
        const moved = { ...usualOf(setup) }
        moved[unknown.input] = unknown.log
          ? unknown.prior * Math.exp(0.5 * inferredSigma(unknown))
          : unknown.prior + 0.5 * unknown.sigma
        const there = start(sought)
        there[at] = 0.5
        const { world, evidence } = seen[i]!
        const expected = compared(seen[i]!, predicted(world, evidence, moved)!)!
        expect(residualOf(seen[i]!, sought, there)).toBeCloseTo(compared(seen[i]!, evidence.value)! - expected, 10)
      })
  })

  test('its variance is the reading’s own, and what a thousand firings scatter by', () => {
    const random = seededRandom(3)
    for (const [i, row] of rows.entries()) {
      const one = seen[i]!
      expect(row.reading).toBeCloseTo((one.evidence.error * sharpened(one, one.evidence.value)) ** 2, 12)
      const usual = compared(one, predicted(one.world, one.evidence, one.world.mean)!)!
      const off = Array.from({ length: 1200 }, () => {
        let x = { ...one.world.mean }
        for (const what of scattersIn(one.world)) x = scatteredBy(one.world, x, what, random.normal())
        return compared(one, predicted(one.world, one.evidence, x)!)! - usual
      })
      const mean = off.reduce((sum, x) => sum + x, 0) / off.length
      const variance = off.reduce((sum, x) => sum + (x - mean) ** 2, 0) / off.length
      const own = row.scatter + row.bend + row.jitter
      if (own > 0) expect(variance / own).toBeGreaterThan(0.85)
      expect(variance).toBeLessThanOrEqual(1.15 * own + 1e-18)
      expect(Math.abs(mean - row.shift)).toBeLessThan(4 * Math.sqrt(own / off.length) + 1e-12)
    }
    expect(rows.map(row => row.jitter > 0)).toEqual([true, false, false, true, true])
  })

  test('of one with no error more is not believed than the sums can tell', () => {
    const exact = rowsOf(setup, [{ kind: 'speed', value: 35, at: 0.3, error: 1e-12 }]).rows[0]!
    expect(exact.reading / exact.slope.reduce((sum, s) => sum + s * s, 0)).toBeCloseTo(1e-10, 14)
  })

  test('where several things were seen of one firing, what it had of its own is sought', () => {
    const twice = rowsOf(setup, [
      { kind: 'place', value: 0.01, firing: 'a' },
      { kind: 'speed', value: 35, at: 0.3, firing: 'a' },
      { kind: 'speed', value: 34, at: 0.3, firing: 'b' },
    ])
    expect(twice.sought.own).toEqual([
      { firing: 'said a', what: 'speed' },
      { firing: 'said a', what: 'chain' },
    ])
    const n = twice.sought.unknowns.length
    expect(twice.seen.map(one => one.own)).toEqual([
      [
        { what: 'speed', at: n },
        { what: 'chain', at: n + 1 },
      ],
      [{ what: 'speed', at: n }],
      [],
    ])
    const [place, speed, alone] = twice.rows
    expect([place!.scatter, place!.jitter, place!.bend, place!.shift]).toEqual([0, 0, 0, 0])
    expect(alone!.scatter).toBeGreaterThan(0)
    // By its own scatter a place goes as the one on its own did, in one slope more.
    expect(place!.slope[n]! ** 2 / rows[0]!.scatter).toBeCloseTo(1, 3)
    expect(place!.slope[n + 1]! ** 2 / rows[0]!.jitter).toBeCloseTo(1, 3)
    expect(speed!.slope[n]! / Math.sqrt(Math.log(1.0001))).toBeCloseTo(1, 5)
    expect(speed!.slope[n + 1]).toBe(0)
  })
})

describe('readings of one instrument', () => {
  const speeds = [35, 34, 36].map(value => ({ kind: 'speed' as const, value, at: 0.3, instrument: 'chronograph' }))
  const { rows } = rowsOf(cracker(), [
    ...speeds,
    { kind: 'speed', value: 33, at: 0.3, instrument: 'another' },
    { kind: 'speed', value: 33, at: 0.3 },
    { kind: 'speed', value: 32, at: 0.3 },
    { kind: 'place', value: 0, instrument: 'chronograph' },
    { kind: 'place', value: 0.01, instrument: 'ruler' },
    { kind: 'beyond', value: 0.01, instrument: 'edge' },
    { kind: 'beyond', value: 0.02, instrument: 'edge' },
  ])
  const names = (groups: LinearisedObservation[][]): string[][] =>
    groups.map(group => group.map(row => row.seen.evidence.id).sort()).sort()

  test('are one group; others stand alone', () => {
    expect(names(groupsOf(rows))).toEqual([['e0', 'e1', 'e2'], ['e3'], ['e4'], ['e5'], ['e6'], ['e7'], ['e8', 'e9']])
    expect(names(groupsOf([rows[0]!, rows[3]!, rows[1]!]))).toEqual([['e0', 'e1'], ['e3']])
  })

  /** −2 ln of the density of all rows at once, with four fifths of two errors shared. */
  function jointCost(group: LinearisedObservation[], factor: number): number {
    const own = (row: LinearisedObservation): number =>
      row.reading + factor ** 2 * row.scatter + factor ** 4 * row.bend + row.jitter
    const covariance = group.map((a, i) =>
      group.map((b, j) => (i === j ? own(a) : 0.8 * Math.sqrt(a.reading * b.reading))),
    )
    const missed = group.map(row => row.residual - factor ** 2 * row.shift)
    const solved = solvedFor(covariance, missed)
    return Math.log(determinantOf(covariance)) + missed.reduce((sum, x, i) => sum + x * solved[i]!, 0)
  }
  test.each([0.4, 1, 2.5])('multiply to the density of all at once, the scatter %d times as assumed', factor => {
    const group = rows.slice(0, 3)
    const said = conditioned(group, factor)
    const cost = said.reduce((sum, one) => sum + one.residual ** 2 / one.variance + Math.log(one.variance), 0)
    expect(cost).toBeCloseTo(jointCost(group, factor), 8)
    // The slopes go the way of the residuals: what moves all alike leaves little in the later ones.
    const by = 0.01
    const moved = group.map(row => ({ ...row, residual: row.residual - by * row.slope[0]! }))
    conditioned(moved, factor).forEach((one, i) =>
      expect(one.residual).toBeCloseTo(said[i]!.residual - by * said[i]!.slope[0]!, 10),
    )
    expect(said.map(one => one.scatter)).toEqual(group.map(row => factor * Math.sqrt(row.scatter)))
  })
  test('one alone is as it was read; a side comes last, and tells the others nothing', () => {
    const [alone] = conditioned([rows[3]!], 2)
    const row = rows[3]!
    expect(alone!.variance).toBeCloseTo(row.reading + 4 * row.scatter + 16 * row.bend + row.jitter, 15)
    expect(alone!.residual).toBeCloseTo(row.residual - 4 * row.shift, 15)
    expect(alone!.scatter).toBe(2 * Math.sqrt(row.scatter))
    const sides = [rows[8]!, rows[0]!, rows[9]!]
    const said = conditioned(sides, 1)
    expect(said.map(one => one.row.seen.evidence.id)).toEqual(['e0', 'e8', 'e9'])
    said.forEach(one => {
      expect(one.variance).toBeCloseTo(varianceOf(one.row, 1), 15)
    })
    expect(rows.map(isTail)).toEqual([...new Array<boolean>(8).fill(false), true, true])
    expect(rows.map(({ seen }) => isSide(seen))).toEqual(rows.map(isTail))
  })
  test('of two to the last digit the second leaves next to nothing, and no less than that', () => {
    const row = { ...rows[0]!, scatter: 0, bend: 0, jitter: 0, shift: 0 }
    const twin = { ...row, seen: { ...row.seen } }
    const [, second] = conditioned([row, twin], 1)
    expect(second!.variance / row.reading).toBeCloseTo(1 - 0.8 ** 2, 9)
  })
})

describe('what a row says at a residual', () => {
  const { rows } = rowsOf(cracker(), [
    { kind: 'place', value: 0.01 },
    { kind: 'beyond', value: 0.01 },
    { kind: 'short', value: 0.01 },
  ])
  const [high] = rowsOf(toss, [{ kind: 'speed', value: 1.2, at: 0.47, error: 0.05 }]).rows
  const said = (row: LinearisedObservation): Said => conditioned([row], 1)[0]!
  const steep = (of: (x: number) => number, x: number, h: number): number => (of(x + h) - of(x - h)) / (2 * h)

  test.each([
    ['a place', said(rows[0]!)],
    ['beyond', said(rows[1]!)],
    ['short', said(rows[2]!)],
    ['a speed near the top', said(high!)],
  ] as const)('%s: score and weight are the slope and the bend of its cost', (_, one) => {
    const sigma = Math.sqrt(one.variance)
    const cost = (x: number): number => scoreOf(one, x).cost
    for (const z of [-3, -1, -0.2, 0.4, 1.5, 3]) {
      const [x, h] = [z * sigma, 1e-3 * sigma]
      expect(scoreOf(one, x).score * sigma).toBeCloseTo((steep(cost, x, h) * sigma) / 2, 4)
      const bend = steep(at => steep(cost, at, h), x, h) / 2
      const { weight } = scoreOf(one, x)
      if (weight * one.variance > 0.2001 || isTail(one.row))
        expect(weight * one.variance).toBeCloseTo(bend * one.variance, 3)
      else expect(weight * one.variance).toBeCloseTo(0.2, 6)
    }
  })
  test('its cost is −2 ln of the density, or of the chance of that side', () => {
    const [place, beyond, short] = rows.map(said)
    const v = place!.variance
    expect(scoreOf(place!, 0.004).cost).toBeCloseTo(0.004 ** 2 / v + Math.log(v), 9)
    const z = 0.7
    const at = z * Math.sqrt(beyond!.variance)
    expect(scoreOf(beyond!, at).cost).toBeCloseTo(-2 * Math.log(normalCdf(-z)), 9)
    expect(scoreOf(short!, at).cost).toBeCloseTo(-2 * Math.log(normalCdf(z)), 9)
    expect(chanceOf(beyond!.row, at, Math.sqrt(v))).toBeCloseTo(normalCdf(-at / Math.sqrt(v)), 12)
    expect(chanceOf(short!.row, at, Math.sqrt(v))).toBeCloseTo(normalCdf(at / Math.sqrt(v)), 12)
    for (const x of [at, -at]) expect(chanceOf(place!.row, x, 0.01)).toBeCloseTo(2 * normalCdf(-at / 0.01), 12)
    // However far on the wrong side, it says something finite.
    expect(Number.isFinite(scoreOf(beyond!, 1e3).cost)).toBe(true)
    expect(scoreOf(beyond!, 1e3).cost).toBeCloseTo(scoreOf(beyond!, 2e3).cost, 9)
  })
  test('a speed that only the quicker ones come to be read at is worth less the fewer come', () => {
    const one = said(high!)
    const { lost } = high!.seen
    const usual = compared(high!.seen, high!.seen.evidence.value)! - Math.log(lost) / 2
    const cost = (residual: number): number =>
      residual ** 2 / one.variance + Math.log(one.variance) + 2 * Math.log(normalCdf((usual - residual) / one.scatter))
    for (const x of [-0.02, 0, 0.02, 0.1]) {
      const z = (usual - x) / one.scatter
      const whole = z < 4 ? cost(x) : x ** 2 / one.variance + Math.log(one.variance)
      expect(scoreOf(one, x).cost).toBeCloseTo(whole, 8)
    }
    expect(scoreOf({ ...one, scatter: 0 }, 0.02).cost).toBeCloseTo(0.02 ** 2 / one.variance + Math.log(one.variance), 9)
    expect([rows[0]!, rows[1]!, high!].map(row => isParabola(said(row)))).toEqual([true, false, false])
  })
  test('what a run found is a mean: it scatters no more, and tells how much single takes do', () => {
    const found = rowsOf(cracker(), [{ kind: 'found', value: 0.0181, error: 1e-4, takes: [1, 2, 3, 4], scatter: 3e-4 }])
      .rows[0]!
    expect(varianceOf(found, 3)).toBe(found.reading)
    expect(conditioned([found], 3)[0]!.residual).toBe(found.residual)
    const own = (factor: number): number => factor ** 2 * found.scatter + factor ** 4 * found.bend + found.jitter
    for (const factor of [0.5, 1, 2])
      expect(scatterCost(found, factor)).toBeCloseTo(3 * (Math.log(own(factor)) + 9e-8 / own(factor)), 8)
    const one = { ...found, seen: { ...found.seen, evidence: { ...found.seen.evidence, takes: [1] } } }
    const still = { ...found, scatter: 0, bend: 0, jitter: 0 }
    expect([one, rows[0]!, still].map(row => scatterCost(row, 2))).toEqual([0, 0, 0])
    const silent = { ...found, seen: { ...found.seen, evidence: { ...found.seen.evidence, scatter: null } } }
    expect(scatterCost(silent, 2)).toBe(0)
  })
})

/**
 * The same modes by the gain of a Kalman filter, all rows at once, about where they are linear: no triangle, no steps,
 * no rows one after another.
 */
function byGain({ sought, about, rows }: ReturnType<typeof fitted>, factor: number) {
  const prior = [...sought.unknowns.map(() => 1), ...sought.own.map(({ what }) => (what === 'chain' ? 1 : factor ** 2))]
  const missed = rows.map(
    row =>
      row.residual -
      (row.seen.evidence.kind === 'found' ? 0 : factor ** 2 * row.shift) +
      row.slope.reduce((sum, s, i) => sum + s * about[i]!, 0),
  )
  const noise = (a: LinearisedObservation, b: LinearisedObservation): number => {
    if (a === b) return varianceOf(a, factor)
    const [one, other] = [a.seen.evidence, b.seen.evidence]
    const same = one.instrument !== '' && one.instrument === other.instrument && one.kind === other.kind
    return same ? 0.8 * Math.sqrt(a.reading * b.reading) : 0
  }
  const whole = rows.map(a =>
    rows.map(b => noise(a, b) + prior.reduce((sum, p, i) => sum + p * a.slope[i]! * b.slope[i]!, 0)),
  )
  const weights = solvedFor(whole, missed)
  const off = prior.map((p, i) => p * rows.reduce((sum, row, k) => sum + row.slope[i]! * weights[k]!, 0))
  const gains = prior.map((p, i) =>
    solvedFor(
      whole,
      rows.map(row => p * row.slope[i]!),
    ),
  )
  const covariance = prior.map((p, i) =>
    prior.map((q, j) => (i === j ? p : 0) - q * rows.reduce((sum, row, k) => sum + gains[i]![k]! * row.slope[j]!, 0)),
  )
  const cost = Math.log(determinantOf(whole)) + missed.reduce((sum, x, k) => sum + x * weights[k]!, 0)
  const seen = rows.reduce((sum, row) => sum + scatterCost(row, factor), 0)
  return { off, covariance, cost: cost + seen }
}

describe('modes over the scatter', () => {
  const cases: [string, Setup, Parameters<typeof told>[1]][] = [
    ['one latency', cracker({ 'link.latency': null }), [{ kind: 'latency', value: 0.0009, error: 1e-4 }]],
    [
      'places, speeds and times',
      cracker(),
      [
        { kind: 'place', value: 0.02 },
        { kind: 'place', value: 0.035 },
        { kind: 'speed', value: 35, at: 0.3, instrument: 'c' },
        { kind: 'speed', value: 36, at: 0.5, instrument: 'c' },
        { kind: 'interval', value: 0.0225 },
      ],
    ],
    [
      'two of one firing',
      cracker({ 'motion.speedSpread': 0.03 }),
      [
        { kind: 'place', value: 0.05, firing: 'a' },
        { kind: 'speed', value: 35.5, at: 0.3, firing: 'a' },
        { kind: 'place', value: 0.03, firing: 'b' },
      ],
    ],
    [
      'what a run found, scattering more than assumed',
      cracker(),
      [{ kind: 'found', value: 0.0181, error: 1e-4, takes: [1, 2, 3, 4, 5, 6], scatter: 6e-4 }],
    ],
  ]
  test.each(cases)('%s: each as by the gain of all rows at once', (_, setup, all) => {
    const { sought, seen } = gather(setup, told(setup, all))
    const fit = fitted(seen, sought)
    expect(fit.modes.map(mode => mode.node)).toEqual([-2.4, -1.8, -1.2, -0.6, 0, 0.6, 1.2, 1.8, 2.4])
    const slow = fit.modes.map(mode => byGain(fit, mode.factor))
    const chances = slow.map(({ cost }, k) => Math.exp(-(cost - slow[4]!.cost) / 2 - fit.modes[k]!.node ** 2 / 2))
    const total = chances.reduce((sum, x) => sum + x, 0)
    fit.modes.forEach((mode, k) => {
      expect(mode.factor).toBeCloseTo(Math.exp(0.5 * mode.node), 12)
      mode.off.forEach((x, i) => expect(x).toBeCloseTo(slow[k]!.off[i]!, 6))
      mode.covariance.forEach((row, i) => row.forEach((x, j) => expect(x).toBeCloseTo(slow[k]!.covariance[i]![j]!, 6)))
      expect(mode.weight).toBeCloseTo(chances[k]! / total, 6)
    })
  })
  test('they are linear about the likeliest, the scatter as assumed', () => {
    const [, setup, all] = cases[1]!
    const { sought, seen } = gather(setup, told(setup, all))
    const { about, rows } = fitted(seen, sought)
    const cost = (at: number[]): number =>
      at.reduce((sum, x) => sum + x * x, 0) +
      groupsOf(seen.map(one => linearised(one, sought, at)!))
        .flatMap(group => conditioned(group, 1))
        .reduce((sum, one) => sum + one.residual ** 2 / one.variance, 0)
    const least = cost(about)
    about.forEach((_, i) => {
      for (const by of [0.05, -0.05]) expect(cost(about.map((x, j) => (i === j ? x + by : x)))).toBeGreaterThan(least)
    })
    expect(about.some(x => Math.abs(x) > 0.05)).toBe(true)
    rows.forEach((row, k) => expect(row.residual).toBeCloseTo(residualOf(seen[k]!, sought, about)!, 12))
  })
  test('a side has no parabola: its modes lie where all that was said is likeliest', () => {
    const setup = cracker()
    const { sought, seen } = gather(
      setup,
      told(setup, [
        { kind: 'beyond', value: 0.06 },
        { kind: 'place', value: 0.05 },
      ]),
    )
    const fit = fitted(seen, sought)
    for (const mode of fit.modes.slice(2, 7)) {
      const cost = (at: readonly number[]): number =>
        at.reduce((sum, x) => sum + x * x, 0) +
        fit.rows.reduce((sum, row) => {
          const missed =
            row.residual -
            mode.factor ** 2 * row.shift -
            row.slope.reduce((s, x, i) => s + x * (at[i]! - fit.about[i]!), 0)
          const variance = varianceOf(row, mode.factor)
          return sum + (isTail(row) ? -2 * Math.log(normalCdf(-missed / Math.sqrt(variance))) : missed ** 2 / variance)
        }, 0)
      const least = cost(mode.off)
      mode.off.forEach((_, i) => {
        for (const by of [0.02, -0.02])
          expect(cost(mode.off.map((x, j) => (i === j ? x + by : x)))).toBeGreaterThan(least)
      })
    }
  })
  test('with nothing that could have been seen, the priors', () => {
    const { modes, rows } = fitted([], { unknowns: unknownsOf(cracker()), own: [] })
    expect(rows).toEqual([])
    for (const { off, covariance } of modes) {
      expect(off.every(x => x === 0)).toBe(true)
      covariance.forEach((row, i) => row.forEach((x, j) => expect(x).toBeCloseTo(i === j ? 1 : 0, 12)))
    }
    const chance = (mode: Mode): number => Math.exp(-(mode.node ** 2) / 2)
    const total = modes.reduce((sum, mode) => sum + chance(mode), 0)
    modes.forEach(mode => expect(mode.weight).toBeCloseTo(chance(mode) / total, 9))
  })
})

describe('the posterior', () => {
  test('of one latency is the mean of two, weighed by their errors', () => {
    const setup = cracker({ 'link.latency': null, 'sensor.latency': null })
    const world = chainModelOf(setup)
    const chain = predicted(world, told(setup, [{ kind: 'latency', value: 1 }])[0]!, usualOf(setup))!
    const [evidence] = told(setup, [{ kind: 'latency', value: chain + 4e-4, error: 2e-4 }])
    const { unknowns, values, covariance, scatter, evidence: ids } = infer({ ...setup, evidence: [evidence!] })!
    expect(unknowns.map(({ input }) => input)).toEqual(['latency'])
    const { sigma } = unknowns[0]!
    // The one firing that it was read in was off by what the chain scatters.
    const [p, r] = [1 / sigma ** 2, 1 / (2e-4 ** 2 + world.jitter ** 2)]
    expect(values[0]).toBeCloseTo((4e-4 * r) / (p + r), 10)
    expect(covariance[0]![0]! * (p + r)).toBeCloseTo(1, 6)
    expect(scatter.factor).toBeCloseTo(1, 9)
    expect(ids).toEqual(['e0'])
    // Nothing was learnt of the scatter: its nine nodes weigh as before.
    const nodes = [-2.4, -1.8, -1.2, -0.6, 0, 0.6, 1.2, 1.8, 2.4]
    const weight = (x: number): number => Math.exp((-x * x) / 2)
    const total = nodes.reduce((sum, x) => sum + weight(x), 0)
    const spread = nodes.reduce((sum, x) => sum + (weight(x) / total) * x * x, 0)
    expect(scatter.sigma).toBeCloseTo(0.5 * Math.sqrt(spread), 9)
  })
  test('over the modes: means of where they lie, roots of how wide they are, and how far they lie apart', () => {
    const setup = cracker({ 'motion.speedSpread': 0.03 })
    const evidence = told(setup, [
      { kind: 'place', value: 0.09 },
      { kind: 'speed', value: 36, at: 0.3 },
    ])
    const { sought, seen } = gather(setup, evidence)
    const { modes } = fitted(seen, sought)
    const belief = infer({ ...setup, evidence })!
    const mean = (of: (mode: Mode) => number): number => modes.reduce((sum, mode) => sum + mode.weight * of(mode), 0)
    const sigmas = sought.unknowns.map(inferredSigma)
    const off = sought.unknowns.map((_, i) => mean(mode => mode.off[i]!))
    sought.unknowns.forEach(({ prior, log }, i) =>
      expect(belief.values[i]).toBeCloseTo(
        log ? prior * Math.exp(off[i]! * sigmas[i]!) : prior + off[i]! * sigmas[i]!,
        12,
      ),
    )
    const apart = productOf(modes.map(mode => off.map((x, i) => Math.sqrt(mode.weight) * (mode.off[i]! - x))))
    // Of the first its root is its standard deviation.
    const first = mean(mode => Math.sqrt(mode.covariance[0]![0]!)) ** 2 + apart[0]![0]!
    expect(belief.covariance[0]![0]! / (sigmas[0]! ** 2 * first)).toBeCloseTo(1, 9)
    const node = mean(mode => mode.node)
    expect(belief.scatter.factor).toBeCloseTo(Math.exp(0.5 * node), 12)
    expect(belief.scatter.sigma).toBeCloseTo(0.5 * Math.sqrt(mean(mode => (mode.node - node) ** 2)), 12)
    expect(belief.scatter.factor).toBeGreaterThan(1.01)
  })
})

describe('unknowns', () => {
  test('a latency that was assumed is a third of itself wrong; one that was measured through is a tenth', () => {
    const of = (changes: Record<string, number | null>, measured = false) =>
      unknownsOf(cracker(changes), measured).find(({ input }) => input === 'latency')
    expect(of({ 'sensor.latency': 2e-5, 'link.latency': 1e-5 })).toBeUndefined()
    const entered = cracker({ 'sensor.latency': 2e-5, 'link.latency': 1e-5 })
    const chain = predicted(
      chainModelOf(entered),
      told(entered, [{ kind: 'latency', value: 1 }])[0]!,
      usualOf(entered),
    )!
    expect(of({ 'sensor.latency': 2e-5, 'link.latency': 1e-5 }, true)).toMatchObject({
      prior: 0,
      of: chain,
      log: false,
    })
    expect(of({ 'sensor.latency': 2e-5, 'link.latency': 1e-5 }, true)!.sigma).toBeCloseTo(0.1 * chain, 12)
    const both = of({ 'sensor.latency': null, 'link.latency': null })!.sigma
    const [sensor, link] = [
      of({ 'sensor.latency': null, 'link.latency': 1e-5 })!.sigma,
      of({ 'sensor.latency': 2e-5, 'link.latency': null })?.sigma ?? 0,
    ]
    expect(both).toBeCloseTo(Math.hypot(sensor, link), 12)
    expect(unknownsOf({ ...cracker(), trigger: 'hand' }).some(({ input }) => input === 'latency')).toBe(false)
  })
  test('each with what was entered, and how wrong that may be', () => {
    const all = unknownsOf(cracker())
    const of = (input: string) => all.find(unknown => unknown.input === input)!
    expect(of('speed')).toMatchObject({ of: '', prior: 34, log: true })
    expect(of('speed').sigma).toBeCloseTo(34 * 0.06, 12)
    expect(of('subjectDistance')).toMatchObject({ of: cracker().subject.distance, sigma: 0.002, log: false })
    expect(of('sensorPosition')).toMatchObject({ of: cracker().sensor.position, prior: cracker().sensor.position })
    const hand = unknownsOf(newSetup('projectile', 'open-shutter', 'hand')).find(({ input }) => input === 'flinch')!
    const { flinch, flinchError } = newSetup('projectile', 'open-shutter', 'hand').hand
    expect(hand).toMatchObject({ prior: flinch, sigma: flinchError, log: false })
    expect(inferredSigma(of('speed'))).toBeCloseTo(Math.sqrt(Math.log(1 + 0.06 ** 2)), 12)
    expect(inferredSigma(of('subjectDistance'))).toBe(0.002)
  })
  test('one of another place is another', () => {
    const [here, there] = [cracker(), cracker({ 'subject.distance': 1.1 })].map(setup =>
      unknownsOf(setup).find(({ input }) => input === 'subjectDistance')!,
    )
    expect([sameUnknown(here!, { ...here! }), sameUnknown(here!, there!)]).toEqual([true, false])
    const setup = cracker()
    const moved = withChanges(setup, [{ path: 'subject.distance', value: 1.1 }])
    const before = told(setup, [{ kind: 'place', value: 0 }])
    const after = told(moved, [{ kind: 'place', value: 0 }]).map(entry => ({ ...entry, id: 'e9' }))
    const { sought, seen } = gather(moved, [...before, ...after])
    expect(sought.unknowns.filter(({ input }) => input === 'subjectDistance').map(({ of }) => of)).toEqual([
      setup.subject.distance,
      1.1,
    ])
    const at = (one: Seen, input: string): number => one.places.find(place => place.input === input)!.at
    expect(at(seen[0]!, 'speed')).toBe(at(seen[1]!, 'speed'))
    expect(at(seen[0]!, 'subjectDistance')).not.toBe(at(seen[1]!, 'subjectDistance'))
  })
  test('only what a reading goes by is sought', () => {
    const inputsOf = (one: Parameters<typeof told>[1][0]): string[] =>
      rowsOf(cracker(), [one]).sought.unknowns.map(({ input }) => input)
    expect(inputsOf({ kind: 'speed', value: 35, at: 0.3 })).toEqual(['speed'])
    expect(inputsOf({ kind: 'interval', value: 0.02 }).sort()).toEqual(['speed', 'subjectDistance'])
    expect(inputsOf({ kind: 'place', value: 0.02 }).sort()).toEqual(
      expect.arrayContaining(['sensorPosition', 'speed', 'subjectDistance']),
    )
  })
})

describe('what should have been seen', () => {
  const setup = cracker()
  const world = chainModelOf(setup)
  const { distance } = setup.subject
  const { position } = setup.sensor
  const see = (one: Parameters<typeof told>[1][0], x: Partial<ReturnType<typeof usualOf>> = {}): number | null =>
    predicted(world, told(setup, [one])[0]!, { ...usualOf(setup), ...x })
  test.each([34, 40])('at %d m/s', speed => {
    const x = { speed, latency: 2e-4 }
    const captured = position / speed + world.chain + 2e-4 + DELAY
    expect(see({ kind: 'place', value: 0 }, x)).toBeCloseTo(speed * captured - distance, 9)
    expect(see({ kind: 'beyond', value: 0 }, x)).toBe(see({ kind: 'place', value: 0 }, x))
    expect(see({ kind: 'short', value: 0 }, x)).toBe(see({ kind: 'place', value: 0 }, x))
    const moment = see({ kind: 'interval', value: 1, to: 'moment' }, x)!
    expect(see({ kind: 'late', value: 0 }, x)).toBeCloseTo(captured - moment, 12)
    expect(see({ kind: 'found', value: 0 }, x)).toBeCloseTo(moment - position / speed - world.chain - 2e-4, 12)
    expect(see({ kind: 'speed', value: 1, at: 0.2 }, x)).toBeCloseTo(speed, 9)
    expect(see({ kind: 'interval', value: 1, to: 'impact' }, x)).toBeCloseTo(distance / speed, 9)
    expect(see({ kind: 'interval', value: 1, from: 'sensed', to: 'impact' }, x)).toBeCloseTo(
      (distance - position) / speed,
      9,
    )
    expect(see({ kind: 'latency', value: 1 }, x)).toBeCloseTo(world.chain + 2e-4, 12)
    for (const kind of ['ambient', 'light', 'dark'] as const) expect(see({ kind, value: 0.2 }, x)).toBeNull()
  })
  test('without the delay that was dialled nobody knows where it should have been', () => {
    expect(see({ kind: 'place', value: 0, delay: null })).toBeNull()
    expect(see({ kind: 'late', value: 0, delay: null })).toBeNull()
  })
  test('by hand the dial is how long before the moment it was planned to be pressed', () => {
    const byHand = newSetup('projectile', 'open-shutter', 'hand')
    const by = chainModelOf(byHand)
    const { flinch } = byHand.hand
    const one = (kind: 'late' | 'found', delay: number | null, pressed: number): number | null =>
      predicted(by, evidenceOf(byHand, { kind, value: 0, delay }), { ...usualOf(byHand), flinch: pressed })
    const planned = by.planned!
    expect(one('late', -0.2, flinch)).toBeCloseTo(by.chain - 0.2, 9)
    expect(one('late', -0.2, flinch + 0.05)).toBeCloseTo(by.chain - 0.25, 9)
    expect(one('found', null, flinch + 0.05)).toBeCloseTo(0.05 - by.chain, 9)
    expect(planned).toBeGreaterThan(0)
  })
})
