import { type Evidence, type Outlier, type Setup, evidenceOf, infer, meanInputs, newSetup, withChanges } from '~~/core'
import { chainModelOf, predicted } from '~~/core/inference/predict'
import { unknownsOf } from '~~/core/inference/unknowns'
import { normalCdf } from '~~/core/math/normal'

/** A chain whose latency is the one thing not known, read end to end: normal errors, and nothing else. */
const setup: Setup = withChanges(newSetup('projectile'), [
  { path: 'link.latency', value: null },
  { path: 'sensor.latency', value: null },
])
const world = chainModelOf(setup)
const reading = (value: number, more: Partial<Evidence> = {}): Evidence =>
  evidenceOf(setup, { kind: 'latency', value, error: 1e-5, ...more })
const chain = predicted(world, reading(1), { ...meanInputs(setup), latency: 0, flinch: setup.hand.flinch })!
const { sigma: prior } = unknownsOf(setup, true).find(({ input }) => input === 'latency')!
const jitter = world.jitter ** 2

/** Readings so far off the chain as it was entered, s, each of its own firing. */
const outliersOf = (off: readonly number[], more: Partial<Evidence> = {}): Outlier[] =>
  infer({ ...setup, evidence: off.map((by, i) => ({ ...reading(chain + by, more), id: `e${i}` })) })!.outliers

/** What all but one of the readings make of the latency, and of that one. */
function without(off: readonly number[], at: number, error = 1e-5) {
  const variance = error ** 2 + jitter
  const rest = off.filter((_, i) => i !== at)
  const weight = 1 / prior ** 2 + rest.length / variance
  const mean = rest.reduce((sum, x) => sum + x / variance, 0) / weight
  const sigma = Math.sqrt(variance + 1 / weight)
  return { mean, sigma, chance: 2 * normalCdf(-Math.abs(off[at]! - mean) / sigma) }
}

test('a reading far off the others is told with its chance, what they would have it be, and what would mend it', () => {
  const off = [1e-6, -2e-6, 3e-6, 9e-5]
  const [worst, ...more] = outliersOf(off)
  expect(more).toEqual([])
  const slow = without(off, 3)
  expect(worst).toMatchObject({ evidence: 'e3', read: chain + 9e-5 })
  expect(worst!.chance / slow.chance).toBeCloseTo(1, 4)
  expect(worst!.expected - chain).toBeCloseTo(slow.mean, 10)
  expect(worst!.sigma).toBeCloseTo(slow.sigma, 10)
  const [culprit, ...others] = worst!.culprits
  expect(others).toEqual([])
  expect(culprit!.input).toBe('latency')
  expect(culprit!.held).toBeCloseTo(slow.mean, 10)
  expect(culprit!.needs).toBeCloseTo(9e-5, 10)
})

test('of three chances in a thousand it is asked about, of more it is not; to either side', () => {
  const others = [1e-6, -2e-6, 3e-6]
  const { mean, sigma } = without([...others, 0], 3)
  // 2 Φ(−z) = 0.003.
  const z = 2.96774
  expect(2 * normalCdf(-z)).toBeCloseTo(0.003, 6)
  for (const side of [1, -1]) {
    const at = (by: number): number => outliersOf([...others, mean + side * by * sigma]).length
    expect([at(z * 0.995), at(z * 1.005)]).toEqual([0, 1])
  }
})

test('the unlikeliest comes first', () => {
  // So many agree that two far off do not hide one another.
  const off = [...Array.from({ length: 12 }, (_, i) => (i - 6) * 1e-7), 9e-5, -2e-4]
  const told = outliersOf(off)
  expect(told.map(one => one.evidence)).toEqual(['e13', 'e12'])
  told.forEach(one => {
    const slow = without(off, Number(one.evidence.slice(1)))
    expect(one.expected - chain).toBeCloseTo(slow.mean, 10)
    expect(one.chance).toBeLessThan(0.003)
  })
})

test('of many wild ones six are looked at', () => {
  const calm = Array.from({ length: 60 }, (_, i) => (i - 30) * 1e-8)
  const wild = Array.from({ length: 9 }, (_, i) => (i % 2 ? -1 : 1) * (4e-4 + 1e-6 * i))
  expect(outliersOf([...calm, ...wild])).toHaveLength(6)
})

test('several of one instrument share its error: one that differs is told against what they share', () => {
  const off = [5e-6, 5.2e-6, 4.8e-6, 9e-5]
  const [told] = outliersOf(off, { instrument: 'scope', error: 2e-5 })
  expect(told!.evidence).toBe('e3')
  // Four fifths of each error variance are one and the same: the mean of the others is known by what is left.
  const [own, shared] = [0.2 * 4e-10 + jitter, 0.8 * 4e-10]
  const cross = shared / (shared + own / 3)
  const rest = (5e-6 + 5.2e-6 + 4.8e-6) / 3
  const gain = (prior ** 2 + shared) / (prior ** 2 + shared + own / 3)
  expect(told!.expected - chain).toBeCloseTo(rest * gain, 9)
  expect(told!.sigma ** 2).toBeCloseTo(own + (prior ** 2 + shared) * (1 - gain), 14)
  expect(cross).toBeLessThan(gain)
})

describe('sides', () => {
  const cracker = withChanges(newSetup('projectile'), [
    { path: 'motion.dragPerMetre', value: 0 },
    { path: 'motion.speedError', value: 0.02 },
  ])
  const place = predicted(chainModelOf(cracker), evidenceOf(cracker, { kind: 'place', value: 0, delay: 0.018 }), {
    ...meanInputs(cracker),
    latency: 0,
    flinch: cracker.hand.flinch,
  })!
  const side = (kind: 'beyond' | 'short', by: number, more: Partial<Evidence> = {}): Evidence =>
    evidenceOf(cracker, { kind, value: place + by, delay: 0.018, ...more })
  const asked = (...evidence: Evidence[]): string[] =>
    infer({ ...cracker, evidence: evidence.map((one, i) => ({ ...one, id: `e${i}` })) })!.outliers.map(
      one => one.evidence,
    )

  test('a thing that was far beyond, or far short, is asked about; on the side it was to be it is not', () => {
    expect(asked(side('beyond', 0.5))).toEqual(['e0'])
    expect(asked(side('short', -0.5))).toEqual(['e0'])
    expect(asked(side('beyond', -0.5))).toEqual([])
    expect(asked(side('short', 0.5))).toEqual([])
  })
  test('two sides of one firing say nothing against one another', () => {
    const wild = side('beyond', 0.5, { firing: 'a' })
    expect(asked(wild, side('beyond', 0.45, { firing: 'a' }))).toEqual(expect.arrayContaining(['e0']))
    // In firings of their own the one bears the other out.
    const alone = infer({ ...cracker, evidence: [wild] })!.outliers[0]!
    const both = infer({
      ...cracker,
      evidence: [wild, { ...side('beyond', 0.45, { firing: 'a' }), id: 'e8' }],
    })!.outliers.find(one => one.evidence === wild.id)!
    expect(Math.log(both.chance) / Math.log(alone.chance)).toBeCloseTo(1, 1)
  })
})

test('what alone would mend it: the likeliest three, each with what it would have to be', () => {
  const cracker = withChanges(newSetup('projectile'), [
    { path: 'motion.dragPerMetre', value: 0 },
    { path: 'subject.distanceError', value: 0.005 },
    { path: 'sensor.positionError', value: 0.004 },
  ])
  const speeds = [34, 34.1, 33.9].map((value, i) => evidenceOf(cracker, { kind: 'speed', value, at: 0.3, id: `s${i}` }))
  const usual = { ...meanInputs(cracker), latency: 0, flinch: cracker.hand.flinch }
  const far = evidenceOf(cracker, { kind: 'place', value: 0.14, delay: 0.018, id: 'far' })
  const [told] = infer({ ...cracker, evidence: [...speeds, far] })!.outliers
  expect(told!.evidence).toBe('far')
  const unknowns = unknownsOf(cracker)
  const farOff = told!.culprits.map(({ input, held, needs }) => {
    const { sigma, log } = unknowns.find(unknown => unknown.input === input)!
    return log ? Math.abs(Math.log(needs / held)) / (sigma / held) : Math.abs(needs - held) / sigma
  })
  expect(told!.culprits).toHaveLength(3)
  expect(new Set(told!.culprits.map(({ input }) => input)).size).toBe(3)
  expect(farOff).toEqual([...farOff].sort((a, b) => a - b))
  expect(farOff.every(by => by < 60)).toBe(true)
  // Each alone puts the expected place where it was read.
  const tape = told!.culprits.find(({ input }) => input === 'subjectDistance')!
  expect(tape.held - tape.needs).toBeCloseTo(told!.read - told!.expected, 3)
  const at = (x: Partial<typeof usual>): number => predicted(chainModelOf(cracker), far, { ...usual, ...x })!
  expect(at({ subjectDistance: tape.held }) - at({ subjectDistance: tape.needs })).toBeCloseTo(
    tape.needs - tape.held,
    9,
  )
})
