import { type LoggedTake, contradicted, driftOf, foundEvidence, newSetup, plan, runStateOf, withChanges } from '~~/core'
import { bracketedDelay } from '~~/core/run/search/bracketing'
import { placeTells } from '~~/core/run/feedback'

/** What takes teach, figure by figure, against sums of this test's own. */

const setup = newSetup('projectile')
const p = plan(setup)
const wanted = p.timing.wanted!
const v = p.alongSpeed
const { before } = p.keep

/** A take so many s after the delay that is wanted, whose picture shows the object so many m past the mark. */
const take = (number: number, after: number, position: number | null, more: Partial<LoggedTake> = {}): LoggedTake => {
  const offset = position === null ? after : position / v
  const verdict = offset < -before ? 'early' : offset > p.keep.after ? 'late' : 'on'
  return { number, delay: wanted + after, planned: wanted, verdict, keeper: verdict === 'on', position, ...more }
}

/** Student's density integrated by Simpson's rule: the share beyond ±t. */
function beyond(t: number, freedom: number): number {
  // The substitution t = √ν tan θ makes the tail a finite stretch of cos^(ν − 1).
  const from = Math.atan(t / Math.sqrt(freedom))
  const simpson = (a: number, b: number): number => {
    const n = 2000
    const h = (b - a) / n
    let sum = 0
    for (let i = 0; i <= n; i++) {
      const f = Math.cos(a + i * h) ** (freedom - 1)
      sum += f * (i === 0 || i === n ? 1 : i % 2 === 1 ? 4 : 2)
    }
    return (sum * h) / 3
  }
  return simpson(from, Math.PI / 2) / simpson(0, Math.PI / 2)
}

interface Line {
  slope: number
  at: (x: number) => number
  scatter: number
  mean: number
  sxx: number
}
/** Least squares of y on x, by the schoolbook. */
function lineOf(points: readonly (readonly [number, number])[]): Line {
  const n = points.length
  const mean = points.reduce((s, [x]) => s + x, 0) / n
  const meanY = points.reduce((s, [, y]) => s + y, 0) / n
  const sxx = points.reduce((s, [x]) => s + (x - mean) * (x - mean), 0)
  const slope = points.reduce((s, [x, y]) => s + (x - mean) * (y - meanY), 0) / sxx
  const at = (x: number): number => meanY + slope * (x - mean)
  const left = points.reduce((s, [x, y]) => s + (y - at(x)) ** 2, 0)
  return { slope, at, scatter: Math.sqrt(left / (n - 2)), mean, sxx }
}

const WOBBLE = [0.0004, -0.0007, 0.0002, 0.0009, -0.0005, -0.0003, 0.0006, -0.0006]
const SPACED = [-1.5e-4, -1e-4, -0.4e-4, 0.1e-4, 0.5e-4, 0.9e-4, 1.3e-4, 1.6e-4]

describe('the fitted line', () => {
  test('its speed and scatter come with 95 % intervals by t and χ² of the points there are', () => {
    const points = SPACED.slice(0, 5).map((x, i) => [wanted + x, v * x + WOBBLE[i]!] as const)
    const fit = runStateOf(
      p,
      points.map(([delay, place], i) => take(i + 1, delay - wanted, place)),
    )!.fit!
    const line = lineOf(points)
    expect(fit.speed).toBeCloseTo(line.slope, 6)
    expect(fit.scatter).toBeCloseTo(line.scatter, 9)
    const error = line.scatter / Math.sqrt(line.sxx)
    // t(0.975; 3) and χ²(0.975; 3), χ²(0.025; 3) of printed tables.
    expect(fit.speedInterval![0]).toBeCloseTo(line.slope - 3.182446 * error, 3)
    expect(fit.speedInterval![1]).toBeCloseTo(line.slope + 3.182446 * error, 3)
    expect(fit.scatterInterval![0]).toBeCloseTo(line.scatter * Math.sqrt(3 / 9.348404), 7)
    expect(fit.scatterInterval![1]).toBeCloseTo(line.scatter * Math.sqrt(3 / 0.2157953), 7)
  })
  test('two points make a line without errors; one, or two at one delay, make none', () => {
    const two = runStateOf(p, [take(1, -1e-4, -1e-4 * v), take(2, 1e-4, 1e-4 * v)])!.fit!
    expect(two.speed).toBeCloseTo(v, 6)
    expect([two.speedInterval, two.scatterInterval]).toEqual([null, null])
    expect(runStateOf(p, [take(1, 1e-4, 1e-4 * v)])!.fit).toBeNull()
    expect(runStateOf(p, [take(1, 1e-4, 0.001), take(2, 1e-4, 0.002)])!.fit).toBeNull()
    expect(runStateOf(p, [take(1, 1e-4, 0.001), take(2, 2e-4, 0.001)])!.fit).toBeNull()
  })
  test('a take is left out where the line of the others says so by t, and not a hair sooner', () => {
    let flagged = 0
    for (let shift = 0; shift <= 40; shift++) {
      const points = SPACED.map((x, i) => [wanted + x, v * x + WOBBLE[i]! + (i === 6 ? shift * 0.0004 : 0)] as const)
      const far = points.map(([x, y], i) => {
        const line = lineOf(points.filter((_, j) => j !== i))
        const error = line.scatter * Math.sqrt(1 + 1 / 7 + (x - line.mean) ** 2 / line.sxx)
        return Math.abs(y - line.at(x)) / error
      })
      const worst = far.indexOf(Math.max(...far))
      const expected = beyond(far[worst]!, 5) < 0.01 / 8 ? [worst + 1] : []
      const takes = points.map(([delay, place], i) => take(i + 1, delay - wanted, place))
      const out = runStateOf(p, takes)!.fit!.points.filter(point => point.outlier)
      expect([shift, out.map(point => point.number).slice(0, 1)]).toEqual([shift, expected])
      flagged += expected.length
    }
    expect(flagged).toBeGreaterThan(5)
    expect(flagged).toBeLessThan(36)
  })
})

describe('a wander', () => {
  test('is told where the slope over the takes is past t, and not a hair sooner', () => {
    let told = 0
    for (let k = 0; k <= 40; k++) {
      const ideals = WOBBLE.map((w, i) => w * 0.02 + k * 0.4e-6 * i)
      const takes = ideals.map((ideal, i) => take(i + 1, 0, -ideal * v))
      const line = lineOf(ideals.map((y, i) => [i, y] as const))
      const error = line.scatter / Math.sqrt(line.sxx)
      const expected = beyond(Math.abs(line.slope) / error, 6) < 0.006
      const drift = driftOf(p, takes)
      expect([k, drift !== null]).toEqual([k, expected])
      if (drift) {
        expect(drift.perTake).toBeCloseTo(line.slope, 10)
        expect(drift.error).toBeCloseTo(error, 10)
        expect(drift.takes).toBe(8)
        told++
      }
    }
    expect(told).toBeGreaterThan(5)
    expect(told).toBeLessThan(36)
  })
})

describe('a ladder', () => {
  const ladder = { start: 1, step: 0.4 }
  test.each([
    [[], [], 1],
    [['early'], [], 1.4],
    [['early', 'early'], [], 1.8],
    [['late'], [], 0.8],
    [['early', 'late'], [], 1.2],
    [['early', 'late', 'early'], [], 1.4],
    [['early', 'keeper'], [], 1.4],
    // Fired elsewhere than the ladder said: it goes on from there.
    [['early'], [2], 2.4],
    [['late'], [2], 1.8],
    // Between the latest that was early and the earliest that was late.
    [['early', 'late'], [1, 1.1], 1.05],
    [['late', 'early'], [1.3, 1.25], 1.275],
    [['early', 'late'], [1, 2], 1.8],
    [['early', 'early', 'late'], [1, 1.5, 1.6], 1.55],
    // Early above late: the takes scatter, and nothing is between them.
    [['early', 'late'], [2, 1], 0.8],
  ] as const)('%j at %j goes to %p', (outcomes, used, next) =>
    expect(bracketedDelay(ladder, outcomes, used)).toBeCloseTo(next, 12),
  )

  test('of a run goes by its verdicts and where they were fired', () => {
    const step = p.keep.before + p.keep.after
    const at = (takes: LoggedTake[]): number => runStateOf(p, takes)!.bracketing!
    const early = take(1, -0.001, null, { verdict: 'early', keeper: false })
    expect(at([early])).toBeCloseTo(early.delay + step, 3)
    const late = take(2, 0.002, null, { verdict: 'late', keeper: false })
    expect(at([late])).toBeCloseTo(late.delay - step / 2, 3)
    // What is not in the frame, or did not fire, is no rung.
    expect(at([early, take(2, 0, null, { verdict: 'misfire', keeper: false })])).toBeCloseTo(early.delay + step, 3)
    expect(at([early, take(2, 0, null, { verdict: 'missed', keeper: false })])).toBeCloseTo(early.delay + step, 3)
  })
})

describe('a verdict against its mark', () => {
  const w = before
  test.each([
    ['on', 1.29, null],
    ['on', 1.31, 'late'],
    ['on', -1.29, null],
    ['on', -1.31, 'early'],
    ['late', 0.69, 'on'],
    ['late', 0.71, null],
    ['late', -0.69, 'on'],
    ['early', -0.71, null],
    ['late', -1.01, 'early'],
    ['early', 1.01, 'late'],
    ['late', 1.5, null],
    ['missed', 1.5, null],
    ['misfire', 0, null],
  ] as const)('%s with the object %p windows past: %p', (verdict, windows, says) => {
    expect(p.keep.after).toBeCloseTo(w, 9)
    expect(contradicted(p, { verdict, position: windows * w * v })).toBe(says)
  })
  test('a place tells only where the moment is one, and something passes it', () => {
    expect(placeTells(p)).toBe(true)
    expect(placeTells(plan(newSetup('drop')))).toBe(false)
    expect(placeTells(plan(newSetup('balloon')))).toBe(false)
    const slow = (speed: number): boolean =>
      placeTells(
        plan(
          withChanges(newSetup('run'), [
            { path: 'motion.speed', value: speed },
            { path: 'motion.speedSpread', value: 0.01 },
          ]),
        ),
      )
    expect([slow(0.04), slow(0.05), slow(0.06)]).toEqual([false, false, true])
    const still = withChanges(newSetup('balloon'), [{ path: 'moment.reference', value: 'travel' }])
    expect(placeTells(plan(still))).toBe(false)
  })
})

describe('what a run found, as evidence', () => {
  test('one take tells the delay and nothing of the scatter; two tell that too', () => {
    const one = foundEvidence(p, runStateOf(p, [take(1, 0, 0.001)])!, '2026-11-27')!
    expect(one.scatter).toBeNull()
    expect(
      foundEvidence(p, runStateOf(p, [take(1, 0, 0.001), take(2, 1e-4, 0.002)])!, '2026-11-27')!.scatter,
    ).toBeGreaterThan(0)
    expect(foundEvidence(p, runStateOf(p, [])!, '2026-11-27')).toBeNull()
  })
  test('the error is that of the takes alone: what the plan held is taken off', () => {
    const run = runStateOf(p, [take(1, 0, 0.001), take(2, 1e-4, 0.004)])!
    const found = foundEvidence(p, run, '2026-11-27')!
    const { uncertainty } = run.proposal!.posterior
    expect(found.error).toBeCloseTo((uncertainty ** -2 - run.prior.uncertainty ** -2) ** -0.5, 9)
  })
  test('by burst nothing is dialled, and a run has no state', () =>
    expect(runStateOf(plan(withChanges(setup, [{ path: 'trigger', value: 'burst' }])), [])).toBeNull())
})
