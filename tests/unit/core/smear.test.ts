import fc from 'fast-check'
import { type Change, newSetup, plan, resultsOf, withChanges } from '~~/core'
import { pulseLevel, pulseShape } from '~~/core/physics/flash'
import { type FallingLight, smearOf } from '~~/core/physics/smear'
import { runs } from '../../support/runs'

const key = pulseShape({ t05: 38e-6, t01: 50e-6 })
const full = pulseShape({ t05: 1250e-6, t01: 3800e-6 })
const natural = pulseShape({ t05: 100e-6, t01: 340e-6 })
const way = { dwell: 235e-6, level: 0, floor: -6 }
const two = (share: number, lag = 0): FallingLight[] => [
  { shape: key, lag: 0, share: 1 - share },
  { shape: full, lag, share },
]

/** The light that falls in each of many small steps of time, from what a pulse is at its middle: no shared integral. */
function sampled(lights: readonly FallingLight[], step: number, end: number): number[] {
  const heights = lights.map(({ shape }) => {
    let area = 0
    for (let t = step / 2; t < shape.cut; t += step) area += pulseLevel(shape, t) * step
    return 1 / area
  })
  return Array.from({ length: Math.ceil(end / step) }, (_, i) =>
    lights.reduce((sum, l, k) => sum + l.share * heights[k]! * pulseLevel(l.shape, (i + 0.5) * step - l.lag) * step, 0),
  )
}

/** Steps of the shortest run that holds half of all. */
function shortestHalf(light: readonly number[]): number {
  let [best, sum, start] = [Infinity, 0, 0]
  for (let i = 0; i < light.length; i++) {
    sum += light[i]!
    while (sum - light[start]! >= 0.5) sum -= light[start++]!
    if (sum >= 0.5) best = Math.min(best, i - start + 1)
  }
  return best
}

test.each([
  [key, 50e-6],
  [full, 3800e-6],
  [natural, 340e-6],
  [pulseShape({ t05: 30e-6, t01: 30e-6 }), 30e-6],
])('one flash, or several alike, draws its t.1 (%#)', (shape, t01) => {
  expect(smearOf([{ shape, lag: 1e-4, share: 1 }], way).core).toBeCloseTo(t01, 12)
  const alike = [0.5, 0.3, 0.2].map(share => ({ shape, lag: 1e-4, share }))
  expect(smearOf(alike, way).core).toBeCloseTo(t01, 12)
})

test('half of the light falls within the core’s half, counted in small steps of time', () => {
  fc.assert(
    fc.property(fc.double({ min: 0.02, max: 0.98, noNaN: true }), fc.constantFrom(0, 60e-6, 400e-6), (share, lag) => {
      const lights = two(share, lag)
      const step = 1e-6
      const counted = shortestHalf(sampled(lights, step, 5e-3)) * step
      // Of each light’s own shape: t.1 over the time in which half of it is out.
      const tails = [key, full].map(
        shape => shape.t01 / (shortestHalf(sampled([{ shape, lag: 0, share: 1 }], 1e-7, 5e-3)) * 1e-7),
      )
      const { core } = smearOf(lights, way)
      expect(core).toBeGreaterThan(counted * Math.min(...tails) * 0.97 - 3e-6)
      expect(core).toBeLessThan(counted * Math.max(...tails) * 1.03 + 3e-6)
    }),
    { numRuns: runs(20) },
  )
})

test('core and ghost follow the share of a slow light without a jump, and both only grow', () => {
  let before = smearOf(two(0.001), way)
  for (let share = 0.002; share < 0.5; share += 0.001) {
    const now = smearOf(two(share), way)
    expect(now.core).toBeGreaterThanOrEqual(before.core - 1e-12)
    expect(now.core - before.core).toBeLessThan(5e-6)
    expect(now.ghost).toBeGreaterThanOrEqual(before.ghost - 1e-12)
    expect(now.ghost - before.ghost).toBeLessThan(0.25e-3)
    before = now
  }
})

test('a ghost is the longer the brighter the picture and the lower the floor, and none where nothing is seen', () => {
  const at = (level: number, floor = -6) => smearOf(two(0.2), { ...way, level, floor })
  expect(at(2).ghost).toBeGreaterThan(at(0).ghost)
  expect(at(0, -8).ghost).toBeGreaterThan(at(0).ghost)
  expect(at(-5)).toMatchObject({ under: Infinity })
  expect(at(-5).ghost).toBe(at(-5).core)
  // It ends where one place is lit to just the floor.
  const { ghost } = at(0)
  const steps = sampled(two(0.2), 1e-6, 5e-3)
  const from = Math.round(ghost / 1e-6)
  const lit = steps.slice(from, from + 235).reduce((sum, part) => sum + part, 0)
  expect(Math.log2(lit)).toBeCloseTo(-6, 1)
})

describe('in a plan', () => {
  const cracker = newSetup('projectile')
  /** The cracker with its rim light at a power and distance. */
  const lit = (power: number, distance: number, more: Change[] = []) =>
    plan(
      withChanges(cracker, [
        { path: 'flashes[1].power', value: power },
        { path: 'flashes[1].distance', value: distance },
        ...more,
      ]),
    )
  test('story 1: 1.69 mm for the light of 50 µs; 128 mm only where a slow light gives most of it', () => {
    expect(plan(cracker).sharpness.subject).toBeCloseTo(1.69e-3, 4)
    expect(plan(cracker).sharpness.ghost).toBeNull()
    const rim = lit(1, 2)
    expect(rim.sharpness.ghost!.length).toBeGreaterThan(0.05)
    expect(rim.findings[0]!.id).toBe('blur')
  })
  test('as a fill passes a tenth of the light nothing jumps', () => {
    const at = (distance: number) => lit(1 / 4, distance)
    let before = at(9).sharpness
    for (let distance = 8.9; distance > 1.5; distance -= 0.05) {
      const now = at(distance).sharpness
      expect(now.subject / before.subject).toBeLessThan(1.2)
      expect(now.subject).toBeGreaterThanOrEqual(before.subject * (1 - 1e-9))
      before = now
    }
    expect(before.subject).toBeGreaterThan(2.2e-3)
  })
  test('a ghost more than 4 stops under is told and not held to the limit', () => {
    const p = lit(1 / 4, 4, [{ path: 'picture.iso', value: 800 }])
    expect(p.sharpness.ghost!.under).toBeGreaterThan(4)
    expect(p.sharpness.ghost!.length).toBeGreaterThan(0.01)
    expect(p.sharpness.judged).toBe(p.sharpness.subject)
    expect(p.findings.map(f => f.id)).not.toContain('blur')
    expect(resultsOf(p).map(result => result.id)).toContain('ghost')
  })
  test('one less than 4 stops under is, though the core would do', () => {
    const p = lit(1 / 4, 2, [
      { path: 'picture.iso', value: 800 },
      { path: 'picture.blurLimit', value: 0.003 },
    ])
    expect(p.sharpness.subject).toBeLessThan(0.003)
    const finding = p.findings.find(f => f.id === 'blur')!
    expect(finding.title).toContain('ghost')
    // The slow light turned down takes it away.
    expect(finding.fixes[0]!.changes[0]!.path).toBe('flashes[1].power')
    expect(p.keeper.stop).toBe('blur')
  })
  test('ten and sixteen equal lights can be planned, each a small part of the light', () => {
    for (const count of [10, 16]) {
      const flashes = Array.from({ length: count }, (_, i) => ({ ...cracker.flashes[0]!, name: `Light ${i + 1}` }))
      const p = plan({ ...cracker, flashes })
      expect(p.sharpness.subject).toBeCloseTo(1.69e-3, 4)
    }
  })
  test('what strikes a floor draws the speed it came with, whatever the height', () => {
    const start = newSetup('drop')
    for (let i = 0; i < 90; i++) {
      const height = 0.1 + i * 0.01
      const setup = withChanges(start, [
        { path: 'subject.distance', value: height },
        { path: 'moment.reference', value: 'floor' },
        { path: 'moment.model', value: 'time' },
        { path: 'moment.time', value: 0 },
        { path: 'bodies[0].sharp', value: true },
        { path: 'bodies[1].sharp', value: false },
      ])
      const p = plan(setup)
      expect(p.sharpness.speed).toBeGreaterThan(0.3)
      expect(p.sharpness.subject).toBeGreaterThan(0)
    }
  })
})
