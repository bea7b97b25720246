import {
  type LoggedTake,
  RECIPE,
  type Setup,
  assess,
  contradicted,
  driftOf,
  feedbackOf,
  foundEvidence,
  freshTakes,
  momentOf,
  newSetup,
  runStateOf,
  rungsOf,
  takeSource,
  widened,
  withChange,
  withChanges,
  withoutLearnt,
} from '~~/core'
import { seededRandom } from '~~/core/math/random'
import { checkSetup } from '~~/shared/schemas/setup'

/** A rig whose true figures differ from the plan's: fires at a delay and says what a picture would show. */
function rig(truth: Setup, seed: number) {
  const random = seededRandom(seed)
  const p = assess(truth)
  const source = takeSource(truth, random, { assessment: p })
  return (number: number, delay: number, planned: number): LoggedTake => {
    for (;;) {
      const take = source()
      if (take?.offset == null) continue
      const offset = take.offset + delay - p.timing.used!
      const verdict = offset < -p.keep.before ? 'early' : offset > p.keep.after ? 'late' : 'on'
      return { number, delay, planned, verdict, keeper: verdict === 'on', position: offset * p.objectSpeed }
    }
  }
}
const truth = (): Setup =>
  withChanges(newSetup('projectile'), [
    { path: 'motion.speed', value: 36.2 },
    { path: 'motion.speedSpread', value: 0.006 },
  ])

function play(count: number, seed = 3, setup = newSetup('projectile')): LoggedTake[] {
  const fire = rig(truth(), seed)
  const takes: LoggedTake[] = []
  for (let i = 1; i <= count; i++) {
    const state = runStateOf(assess(setup), takes)!
    takes.push(fire(i, state.proposal!.delay, assess(setup).timing.wanted!))
  }
  return takes
}

describe('a run', () => {
  test('by following the proposals the keeper comes by the third take, on average', () => {
    let sum = 0
    for (let seed = 1; seed <= 60; seed++) sum += play(8, seed).findIndex(take => take.keeper) + 1
    expect(sum / 60).toBeLessThan(3)
  })
  test('before any take the plan’s own delay is proposed, and a ladder starts early of it', () => {
    const p = assess(newSetup('projectile'))
    const state = runStateOf(p, [])!
    expect(state.proposal!.delay).toBeCloseTo(p.timing.set!, 6)
    expect(state.bracketing).toBeLessThan(state.proposal!.delay)
    const rungs = rungsOf(p, 5)!
    expect(rungs.delays).toHaveLength(5)
    rungs.delays.slice(1).forEach((delay, i) => expect(delay).toBeGreaterThan(rungs.delays[i]!))
  })
  test(
    'by burst there is nothing to turn; by hand it is how long after the moment is pressed, and its scatter ' +
      'is learnt',
    () => {
      expect(runStateOf(assess(withChange(newSetup('powder'), { path: 'trigger', value: 'burst' })), [])).toBeNull()
      const hand = withChange(newSetup('toss'), { path: 'trigger', value: 'hand' })
      const p = assess(hand)
      const wanted = -p.timing.leadPlanned!
      expect(runStateOf(p, [])!.proposal!.delay).toBeCloseTo(wanted, 2)
      // Always late by the same: the press comes later than was thought, and scatters little.
      const takes = Array.from({ length: 8 }, (_, i): LoggedTake => ({
        number: i + 1,
        delay: wanted - 0.05,
        planned: wanted,
        verdict: 'on',
        keeper: true,
        position: null,
      }))
      const known = assess({ ...hand, evidence: [foundEvidence(p, runStateOf(p, takes)!, '2026-11-24')!] })
      expect(known.setup.hand.flinch).toBeCloseTo(0.03 - 0.05, 1)
      expect(known.setup.hand.scatter).toBeLessThan(hand.hand.scatter)
    },
  )

  test('a measured place is worth more than a verdict; a misfire says nothing', () => {
    const p = assess(newSetup('projectile'))
    const take: LoggedTake = {
      number: 1,
      delay: 0.0185,
      planned: p.timing.wanted,
      verdict: 'late',
      keeper: false,
      position: 0.02,
    }
    expect(feedbackOf(p, take)).toEqual({ delay: 0.0185, offset: 0.02 / p.objectSpeed })
    expect(feedbackOf(p, { ...take, position: null })).toEqual({ delay: 0.0185, outcome: 'late' })
    expect(feedbackOf(p, { ...take, position: null, verdict: 'misfire' })).toBeNull()
    expect(feedbackOf(p, { ...take, position: null, verdict: 'missed' })).toBeNull()
  })
  test('after the beam is moved, earlier takes count as they would today', () => {
    const takes = play(4)
    const moved = assess(withChange(newSetup('projectile'), { path: 'sensor.position', value: 0.5 }))
    const before = runStateOf(assess(newSetup('projectile')), takes)!
    const after = runStateOf(moved, takes)!
    const shift = moved.timing.wanted! - assess(newSetup('projectile')).timing.wanted!
    expect(after.proposal!.posterior.delay - before.proposal!.posterior.delay).toBeCloseTo(shift, 5)
  })
})

describe('a rig that wanders', () => {
  const setup = newSetup('projectile')
  const planned = assess(setup)
  const wanted = planned.timing.wanted!
  /** A launcher that gets slower by 0.2 ms a shot, its scatter aside. */
  const tired = (delays: number[]): LoggedTake[] =>
    delays.map((delay, i) => {
      const offset = delay - (wanted + 0.0002 * i)
      return {
        number: i + 1,
        delay,
        planned: wanted,
        verdict: 'on',
        keeper: false,
        position: (offset + (i % 2 ? 1 : -1) * 0.00002) * planned.objectSpeed,
      }
    })
  const takes = tired([0.0185, 0.0186, 0.0187, 0.0189, 0.0191, 0.0192])
  const next = wanted + 0.0002 * 6
  test('followed, the next delay is the one of the next shot, not of the mean of those before', () => {
    const [plain, followed] = [runStateOf(planned, takes)!, runStateOf(planned, takes, { follow: true })!]
    expect(followed.drift!.perTake).toBeCloseTo(0.0002, 5)
    expect(Math.abs(followed.proposal!.delay - next)).toBeLessThan(0.0001)
    expect(next - plain.proposal!.delay).toBeGreaterThan(0.0003)
  })
  test('where none is seen, following only weighs recent takes more', () => {
    const still = tired([0.0185]).concat(
      tired([0.0185]).map(take => ({ ...take, number: 2, position: take.position! + 0.004 })),
    )
    const [plain, followed] = [runStateOf(planned, still)!, runStateOf(planned, still, { follow: true })!]
    expect(followed.drift).toBeNull()
    expect(followed.proposal!.posterior.delay).toBeLessThan(plain.proposal!.posterior.delay)
  })
})

describe('a rig far from what was planned', () => {
  const crown = newSetup('drop')
  const planned = assess(crown)
  const early = (delays: number[]): LoggedTake[] =>
    delays.map((delay, i) => ({
      number: i + 1,
      delay,
      planned: planned.timing.wanted,
      verdict: 'early',
      keeper: false,
      position: null,
    }))
  test(
    'a prior that takes walked out of is as wide as they walked; within it, and by measured places, ' + 'it stays',
    () => {
      const prior = { delay: 0.1, uncertainty: 0.01, scatter: 0.002 }
      expect(
        widened(prior, [
          { delay: 0.119, outcome: 'early' },
          { delay: 0.1, outcome: 'keeper' },
        ]),
      ).toBe(prior)
      expect(widened(prior, [{ delay: 0.14, outcome: 'early' }]).uncertainty).toBeCloseTo(0.04, 12)
      expect(widened(prior, [{ delay: 0.05, outcome: 'late' }]).uncertainty).toBeCloseTo(0.05, 12)
      expect(
        widened(prior, [
          { delay: 0.14, outcome: 'late' },
          { delay: 0.14, offset: -0.2 },
        ]),
      ).toBe(prior)
    },
  )
  test('always early, the steps grow, and a moment ten uncertainties off is found in twelve takes', () => {
    const wanted = planned.timing.wanted!
    const truth = wanted + 10 * planned.spread.uncertainty
    const delays: number[] = []
    for (let i = 0; i < 12; i++) {
      const told = early(delays).map(take => (take.delay > truth ? { ...take, verdict: 'late' as const } : take))
      const next = runStateOf(planned, told)!.proposal!.delay
      if (Math.abs(next - truth) < planned.keep.before) return
      // Never twice the same, and never back below what was early.
      expect(next).toBeGreaterThan(Math.max(-1, ...delays.filter(d => d < truth)))
      delays.push(next)
    }
    throw new Error(`Not found by ${delays.join(', ')}`)
  })
  test('a keeper found, the likeliest is proposed and nothing is spent on learning', () => {
    const takes = [
      ...early([planned.timing.wanted!]),
      { ...early([planned.timing.wanted! + 0.004])[0]!, number: 2, verdict: 'on' as const, keeper: true },
    ]
    expect(runStateOf(planned, takes)!.proposal!.reason).toBe('likeliest')
  })
})

describe('what takes show', () => {
  const fired = (delays: readonly number[], off: (i: number) => number = () => 0): LoggedTake[] => {
    const p = assess(newSetup('projectile'))
    return delays.map((delay, i): LoggedTake => {
      const position = 34 * (delay - 0.018) + off(i)
      return {
        number: i + 1,
        delay,
        planned: p.timing.wanted,
        verdict: position < -0.012 ? 'early' : position > 0.012 ? 'late' : 'on',
        keeper: false,
        position,
      }
    })
  }
  const wiggle = [0.0006, -0.0008, 0.0002, 0.0007, -0.0005, -0.0003, 0.0009]

  test(
    'the line gives speed, delay at the mark and scatter with their errors; one that is off is named and ' + 'left out',
    () => {
      const delays = [0.0172, 0.0176, 0.018, 0.0183, 0.0187, 0.019]
      const { fit } = runStateOf(
        assess(newSetup('projectile')),
        fired(delays, i => wiggle[i]!),
      )!
      expect(fit!.speed).toBeCloseTo(34, 0)
      expect(fit!.delayAtMark).toBeCloseTo(0.018, 4)
      expect(fit!.speedError).toBeGreaterThan(0)
      const withOne = runStateOf(
        assess(newSetup('projectile')),
        fired(delays, i => (i === 2 ? 0.05 : wiggle[i]!)),
      )!.fit!
      expect(withOne.points.filter(p => p.outlier).map(p => p.number)).toEqual([3])
      expect(withOne.speed).toBeCloseTo(34, 0)
    },
  )
  test('a wander is told from scatter', () => {
    const p = assess(newSetup('projectile'))
    const delays = Array.from({ length: 7 }, () => 0.018)
    expect(
      driftOf(
        p,
        fired(delays, i => wiggle[i]!),
      ),
    ).toBeNull()
    const drift = driftOf(
      p,
      fired(delays, i => wiggle[i]! - 0.004 * i),
    )!
    // Short by 4 mm more each take: the object comes later, by 4 mm of its way.
    expect(drift.perTake * p.objectSpeed).toBeCloseTo(0.004, 3)
    const of = (takes: number) =>
      driftOf(
        p,
        fired(delays.slice(0, takes), i => wiggle[i]! / 10 - 0.004 * i),
      )
    expect([of(4), of(5)?.takes]).toEqual([null, 5])
  })
  test('what takes show is kept as evidence, puts into the plan what was found, and counts once', () => {
    const setup = newSetup('projectile')
    const takes = play(10)
    const p = assess(setup)
    const state = runStateOf(p, takes)!
    const found = foundEvidence(p, state, '2026-11-24')!
    const kept = { ...setup, evidence: [found] }
    expect(checkSetup(kept)).toHaveProperty('value')
    expect(found).toMatchObject({ kind: 'found', takes: state.used, date: '2026-11-24' })
    const after = assess(kept)
    expect(Math.abs(after.timing.wanted! - state.proposal!.posterior.delay)).toBeLessThan(
      0.5 * state.proposal!.posterior.uncertainty,
    )
    expect(after.setup.motion.speed).toBeCloseTo(36.2, 0)
    expect(after.spread.uncertainty).toBeLessThan(p.spread.uncertainty / 2)
    expect(freshTakes(kept, takes)).toEqual([])
    // Switched off, it is as if it had not been seen, and the takes are looked at again.
    const off = { ...setup, evidence: [{ ...found, on: false }] }
    expect(assess(off).timing).toEqual(p.timing)
    expect(freshTakes(off, takes)).toEqual(takes)
  })
  test('figures that an earlier version learnt can still be taken back', () => {
    const setup = newSetup('projectile')
    const entry = { path: 'motion.speed', was: 34, value: 36, date: '2026-11-24', takes: [1, 2] }
    const old = { ...withChange(setup, { path: 'motion.speed', value: 36 }), learnt: [entry] }
    expect(withoutLearnt(old)).toEqual(setup)
    // What somebody changed since stays as they want it.
    expect(withoutLearnt(withChange(old, { path: 'motion.speed', value: 40 })).motion.speed).toBe(40)
  })
  test('takes that say next to nothing are no evidence', () => {
    const p = assess(newSetup('projectile'))
    expect(foundEvidence(p, runStateOf(p, [])!, '2026-11-24')).toBeNull()
  })
  test.each(['balloon', 'pour', 'drop', 'throw', 'powder'] as const)(
    '%s: verdicts alone teach when the moment comes',
    recipe => {
      const { after, state } = learn(newSetup(recipe), 0.05 * assess(newSetup(recipe)).timing.wanted!)
      expect(Math.abs(after.timing.wanted! - state.proposal!.posterior.delay)).toBeLessThan(
        0.5 * state.proposal!.posterior.uncertainty,
      )
    },
  )
})

describe('what a verdict and its mark say', () => {
  const p = assess(newSetup('projectile'))
  const take = (verdict: LoggedTake['verdict'], position: number | null): LoggedTake => ({
    number: 1,
    delay: 0.0184,
    planned: p.timing.wanted,
    verdict,
    keeper: false,
    position,
  })
  test.each<[LoggedTake['verdict'], number | null, string | null]>([
    ['early', 0.02, 'late'],
    ['late', -0.02, 'early'],
    ['on', 0.03, 'late'],
    ['on', 0.0125, null],
    ['on', 0.002, null],
    ['late', 0.003, 'on'],
    ['late', 0.0115, null],
    ['missed', 0.02, null],
    ['early', null, null],
  ])('%s with a mark at %p m asks %p', (verdict, position, says) =>
    expect(contradicted(p, take(verdict, position))).toBe(says),
  )
  test('put right, a verdict takes effect over the mark', () => {
    expect(feedbackOf(p, take('late', 0.02))).toEqual({ delay: expect.closeTo(0.0184, 9), offset: 0.02 / p.alongSpeed })
    expect(feedbackOf(p, take('early', 0.02))).toEqual({ delay: expect.closeTo(0.0184, 9), outcome: 'early' })
  })
})

/** A set-up whose takes were on the moment six times at a delay off the planned one, with what they say kept. */
function learn(setup: Setup, off: number) {
  const p = assess(setup)
  const delay = p.timing.wanted! + off
  const takes = Array.from({ length: 6 }, (_, i): LoggedTake => ({
    number: i + 1,
    delay,
    planned: p.timing.wanted,
    verdict: 'on',
    keeper: true,
    position: null,
  }))
  const state = runStateOf(p, takes)!
  const kept = { ...setup, evidence: [foundEvidence(p, state, '2026-11-26')!] }
  expect(checkSetup(kept)).toHaveProperty('value')
  return { after: assess(kept), state }
}

test('of a fall to a place, its height is learnt', () => {
  const drop = newSetup('drop')
  const above = withChanges(drop, momentOf(drop, RECIPE.drop.moments[1]!))
  expect(learn(above, 0.004).after.setup.subject.distance).toBeGreaterThan(above.subject.distance)
})
