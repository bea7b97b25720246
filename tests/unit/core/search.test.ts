import { calibration } from '~~/core'
import { type SearchMode, playRig, rigs } from '../../support/rigs'

const prior = { delay: 0.02, uncertainty: 0.003, scatter: 0.0003 }
const window = { before: 0.0004, after: 0.0004 }

describe('the proposal', () => {
  test('starts where the plan says, with the chance the plan gives', () => {
    const p = calibration.nextDelay({ prior, window, takes: [] })
    expect(p.delay).toBeCloseTo(0.02, 4)
    expect(p.keep).toBeGreaterThan(0.08)
    expect(p.keep).toBeLessThan(0.13)
    expect(p.posterior.delay).toBeCloseTo(0.02, 6)
    expect(p.posterior.uncertainty).toBeCloseTo(0.003, 4)
    expect(Object.keys(p)).toEqual(['delay', 'keep', 'posterior'])
  })
  test('a measured offset moves it there at once', () => {
    const p = calibration.nextDelay({ prior, window, takes: [{ delay: 0.02, offset: 0.0025 }] })
    expect(p.delay).toBeCloseTo(0.0175, 4)
    expect(p.keep).toBeGreaterThan(0.5)
  })
  test('with known scatter it is the conjugate normal posterior', () => {
    const takes = [
      { delay: 0.02, offset: 0.002 },
      { delay: 0.018, offset: 0.0002 },
      { delay: 0.0178, offset: -0.0001 },
      { delay: 0.0179, offset: 0.0003 },
    ]
    const { posterior } = calibration.nextDelay({ prior: { ...prior, uncertainty: 10 }, window, takes })
    const ideals = takes.map(t => t.delay - t.offset)
    expect(posterior.delay).toBeCloseTo(ideals.reduce((a, b) => a + b) / 4, 6)
    expect(posterior.uncertainty / posterior.scatter).toBeGreaterThan(0.4)
    expect(posterior.uncertainty / posterior.scatter).toBeLessThan(0.75)
  })
  test('early asks for more, late for less, and the outcomes are intervals', () => {
    const after = (outcome: 'early' | 'late') =>
      calibration.nextDelay({ prior, window, takes: [{ delay: 0.02, outcome }] })
    expect(after('early').delay).toBeGreaterThan(0.021)
    expect(after('late').delay).toBeLessThan(0.019)
    expect(calibration.nextDelay({ prior, window, takes: [{ delay: 0.02, between: [null, -0.0004] }] })).toEqual(
      after('early'),
    )
    expect(calibration.nextDelay({ prior, window, takes: [{ delay: 0.02, between: [0.0004, null] }] })).toEqual(
      after('late'),
    )
  })
  test("stays on the controller's steps and within its range", () => {
    for (const takes of [[], [{ delay: 0.02, outcome: 'late' as const }]]) {
      const { delay } = calibration.nextDelay({ prior, window, takes, step: 0.0001, minimum: 0.0195, maximum: 0.03 })
      expect(Math.abs(delay / 0.0001 - Math.round(delay / 0.0001))).toBeLessThan(1e-6)
      expect(delay).toBeGreaterThanOrEqual(0.0195 - 1e-12)
    }
    expect(calibration.nextDelay({ prior, window, takes: [], minimum: 0.5, maximum: 1 }).delay).toBeCloseTo(0.5, 9)
  })
  test('says why: the likeliest keeper, or what halves the unknown', () => {
    expect(calibration.proposeDelay({ prior, window, takes: [{ delay: 0.02, offset: 0.001 }] }).reason).toBe(
      'likeliest',
    )
    const wide = { ...prior, uncertainty: 0.02 }
    const second = calibration.proposeDelay({ prior: wide, window, takes: [{ delay: 0.02, outcome: 'early' }] })
    expect(second.reason).toBe('halves')
    expect(second.information).toBeGreaterThan(0.8)
    expect(second.keep).toBeLessThan(second.bestKeep)
  })
  test('verdicts that contradict each other do not end it', () => {
    const takes = [
      { delay: 0.02, outcome: 'early' as const },
      { delay: 0.019, outcome: 'late' as const },
      { delay: 0.021, outcome: 'early' as const },
      { delay: 0.018, outcome: 'late' as const },
    ]
    const p = calibration.nextDelay({ prior, window, takes })
    expect(Number.isFinite(p.delay)).toBe(true)
    expect(p.posterior.scatter).toBeGreaterThan(prior.scatter)
  })
  test.each<[string, unknown]>([
    ['prior.uncertainty', { prior: { ...prior, uncertainty: 0 }, window, takes: [] }],
    ['window', { prior, window: { before: 0, after: 0 }, takes: [] }],
    ['takes[0].between', { prior, window, takes: [{ delay: 0, between: [1, 0] }] }],
    ['takes[0].outcome', { prior, window, takes: [{ delay: 0, outcome: 'sideways' }] }],
    ['maximum', { prior, window, takes: [], minimum: 1, maximum: 0 }],
  ])('refuses a bad %s', (field, input) =>
    expect(() => calibration.nextDelay(input as calibration.SearchInput)).toThrow(field),
  )
})

test('the ladder starts early, steps by the window, and turns back by half a step', () => {
  const ladder = calibration.bracketingFor({ delay: 10, uncertainty: 2, scatter: 1 }, { before: 1, after: 1 })
  expect(ladder).toEqual({ start: 6, step: 2 })
  expect(calibration.bracketedDelay(ladder, [])).toBe(6)
  expect(calibration.bracketedDelay(ladder, ['early', 'early'])).toBe(10)
  expect(calibration.bracketedDelay(ladder, ['early', 'late'])).toBe(7)
  expect(calibration.bracketedDelay(ladder, ['early', 'late', 'early'])).toBe(8)
})

/** Bounds with room for the noise of few rigs; the table itself is printed by the benchmark. */
test.each<[SearchMode, number, number, number]>([
  ['offsets', 10, 0.3, 2.3],
  ['outcomes', 20, 0.3, 5.8],
  ['outcomes', 5, 0.7, 3.8],
])('%s at uncertainty %d, scatter %d: a keeper within %d takes in the mean', (mode, uncertainty, scatter, most) => {
  const played = rigs(30, uncertainty, scatter, 3)
  const mean = (m: SearchMode) => played.reduce((sum, rig) => sum + playRig(rig, m), 0) / played.length
  expect(mean(mode)).toBeLessThan(most)
  expect(mean('ladder')).toBeGreaterThan(1.7 * mean(mode))
})
