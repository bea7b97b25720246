import { type LoggedTake, type Setup, assess, dialOf, newSetup, placeTells, settingsOf, withChanges } from '~~/core'
import { type GearTake, gearDaysOf, gearMemory, pooledDays } from '~~/core/season'
import { seededRandom } from '~~/core/math/random'

/**
 * A steel ball that crosses a beam and flies on to its mark, step by step, with the drag of air by hand: no code of the
 * plan. Gives s from the beam to the place.
 */
function flight(speed: number, from: number, to: number, setup: Setup): number {
  const { diameter, mass } = setup.motion
  const k = (0.5 * 1.2 * 0.47 * Math.PI * (diameter / 2) ** 2) / mass
  let [x, v, t, crossed] = [0, speed, 0, 0]
  const step = 1e-7
  while (x < to) {
    if (x < from) crossed = t
    v -= k * v * v * step
    x += v * step
    t += step
  }
  return t - crossed
}

const base = withChanges(newSetup('projectile'), [
  { path: 'motion.speedError', value: 0.06 },
  { path: 'sensor.positionError', value: 0 },
])
const takeOf = (number: number, more: Partial<GearTake>): GearTake => ({
  number,
  delay: 0,
  planned: null,
  verdict: 'on',
  keeper: false,
  position: null,
  day: 0,
  settings: settingsOf(base),
  ...more,
})

/** Takes of a launcher that throws at such speeds: where each was caught at the delay dialled. */
function fired(speeds: readonly number[], setup: Setup, day: number): GearTake[] {
  const plan = assess(setup)
  const dial = dialOf(plan)!
  const mark = setup.subject.distance + setup.moment.offset
  const right = flight(setup.motion.speed, setup.sensor.position, mark, setup)
  return speeds.map((speed, i) => {
    // What is dialled is right for the rated speed; a quicker ball is past its mark by then.
    const late = right - flight(speed, setup.sensor.position, mark, setup)
    const verdict = late < -plan.keep.before ? 'early' : late > plan.keep.after ? 'late' : 'on'
    const position = late * plan.alongSpeed
    return takeOf(i + 1, { delay: dial.wanted, day, position, verdict, settings: settingsOf(setup) })
  })
}

describe('what takes say of gear', () => {
  test('a launcher’s speed comes back from where its balls were caught', () => {
    expect(placeTells(assess(base))).toBe(true)
    for (const share of [0.9, 0.97, 1, 1.05, 1.12]) {
      const speed = base.motion.speed * share
      const [day] = gearDaysOf(base, 'launcher', fired([speed, speed], base, 3))
      expect(day).toMatchObject({ day: 3, takes: 2 })
      // By the plan's speed where it is caught, not that of the take: off by a tenth of how far the speed is off.
      expect(Math.exp(day!.mean) / speed).toBeGreaterThan(1 - 0.12 * Math.abs(share - 1) - 0.002)
      expect(Math.exp(day!.mean) / speed).toBeLessThan(1 + 0.12 * Math.abs(share - 1) + 0.002)
    }
  })
  test('takes that scatter leave their squares; a typed speed, evidence and a fill-in change nothing', () => {
    const random = seededRandom(4)
    const speeds = Array.from({ length: 12 }, () => base.motion.speed * Math.exp(0.02 * random.normal()))
    const takes = fired(speeds, base, 1)
    const [day] = gearDaysOf(base, 'launcher', takes)
    const logs = speeds.map(Math.log)
    const mean = logs.reduce((sum, log) => sum + log, 0) / logs.length
    const spread = Math.sqrt(logs.reduce((sum, log) => sum + (log - mean) ** 2, 0) / 11)
    expect(Math.sqrt(day!.squares / 11) / spread).toBeCloseTo(1, 1)
    const plan = assess(base)
    const filled = withChanges(base, [
      { path: 'motion.speed', value: base.motion.speed * 1.03 },
      { path: 'motion.speedError', value: 0.01 },
    ])
    // The mark's place was read at the plan's speed: the same places, read anew.
    const again = takes.map(take => ({
      ...take,
      position: (take.position! * assess(filled).alongSpeed) / plan.alongSpeed,
    }))
    const [other] = gearDaysOf(filled, 'launcher', again)
    expect(other!.mean).toBeCloseTo(day!.mean, 3)
  })
  test('a beam moved between takes is taken as it stood at each', () => {
    const moved = withChanges(base, [{ path: 'sensor.position', value: base.sensor.position * 0.5 }])
    const speed = base.motion.speed * 1.04
    const [one] = gearDaysOf(base, 'launcher', fired([speed], base, 1))
    // The set-up stands as moved now; the takes say how it stood.
    const [other] = gearDaysOf(moved, 'launcher', fired([speed], base, 1))
    expect(other!.mean).toBeCloseTo(one!.mean, 6)
    expect(gearDaysOf(moved, 'launcher', [...fired([speed], base, 1), ...fired([speed], moved, 1)])).toHaveLength(2)
  })
  test('what the tape may have wrong is an error of the whole day', () => {
    const taped = withChanges(base, [{ path: 'sensor.positionError', value: 0.004 }])
    const [loose] = gearDaysOf(taped, 'launcher', fired([base.motion.speed], taped, 1))
    const [tight] = gearDaysOf(base, 'launcher', fired([base.motion.speed], base, 1))
    const stretch = base.subject.distance + base.moment.offset - base.sensor.position
    expect(loose!.error - tight!.error).toBeGreaterThan(0.5 * (0.004 / stretch) ** 2)
    expect(loose!.error - tight!.error).toBeLessThan(2.5 * (0.004 / stretch) ** 2)
  })
  test('early and late alone tell which way a hand is off, and nothing of how it scatters', () => {
    const hand = newSetup('toss')
    const setup: Setup = { ...hand, trigger: 'hand' }
    const wanted = dialOf(assess(setup))!.wanted
    const said = (verdict: LoggedTake['verdict']): GearTake[] =>
      Array.from({ length: 6 }, (_, i) => takeOf(i + 1, { delay: wanted, verdict, settings: settingsOf(setup) }))
    const [early] = gearDaysOf(setup, 'hand', said('early'))
    const [late] = gearDaysOf(setup, 'hand', said('late'))
    // Early pictures: presses sooner than was thought; the flinch is how much too soon.
    expect(early!.mean).toBeGreaterThan(setup.hand.flinch)
    expect(late!.mean).toBeLessThan(setup.hand.flinch)
    expect(early).toMatchObject({ free: 0, squares: 0 })
  })
  test('misfires and what shows nothing leave no day', () => {
    const none = fired([base.motion.speed], base, 1).map(take => ({
      ...take,
      verdict: 'misfire' as const,
      position: null,
    }))
    expect(gearDaysOf(base, 'launcher', none)).toEqual([])
    expect(gearDaysOf(newSetup('swing'), 'skin', none)).toEqual([])
  })
})

describe('a piece of gear by all its days', () => {
  const figures = { speed: 40, speedError: 0.06, speedSpread: 0.012 }
  const dayAt = (day: number, share: number) => ({
    day,
    takes: 10,
    mean: Math.log(40 * share),
    squares: 9 * 0.012 ** 2,
    error: 0,
  })
  const days = [dayAt(1, 1.02), dayAt(9, 1.03), dayAt(20, 1.025), dayAt(31, 1.028)]
  test('what it showed fills in, surer with each day', () => {
    const all = gearMemory('launcher', figures, days, [], 40)!
    expect(all.value).toBeGreaterThan(40.8)
    expect(all.value).toBeLessThan(41.3)
    expect(all.error).toBeLessThan(gearMemory('launcher', figures, days.slice(0, 1), [], 2)!.error)
    expect(all).toMatchObject({ days: 4, takes: 40, repair: null })
  })
  test('replaced, only what came after counts; repaired, its change is given with its interval', () => {
    const after = [...days, dayAt(42, 0.95), dayAt(50, 0.951), dayAt(55, 0.949)]
    const replaced = gearMemory('launcher', figures, after, [{ kind: 'replaced', day: 40 }], 60)!
    expect(replaced.days).toBe(3)
    const repaired = gearMemory('launcher', figures, after, [{ kind: 'repaired', day: 40 }], 60)!
    expect(repaired.repair!.by).toBeLessThan(-0.05)
    expect(repaired.repair!.low).toBeLessThan(repaired.repair!.by)
    expect(repaired.repair!.high).toBeLessThan(0)
    expect(Math.abs(repaired.value / 38 - 1)).toBeLessThan(0.01)
    expect(gearMemory('launcher', figures, days, [{ kind: 'replaced', day: 35 }], 60)).toBeNull()
  })
  test('a spring that tires is told with its rate; one that does not is not, in 400 logs of which none drifts', () => {
    const tired = Array.from({ length: 6 }, (_, i) => dayAt(1 + 25 * i, 1 - 0.014 * i))
    const trend = gearMemory('launcher', figures, tired, [], 140)!.trend!
    expect(trend).toMatchObject({ from: 1, to: 126 })
    expect(trend.by).toBeCloseTo(-0.07, 2)
    expect(trend.monthly).toBeCloseTo(-0.0168, 3)
    expect(trend.low).toBeLessThan(trend.by)
    expect(trend.high).toBeLessThan(0)
    // Repaired half-way, neither stretch drifts by what both do together.
    const mended = [...tired.slice(0, 3), ...tired.slice(0, 3).map(day => ({ ...day, day: day.day + 100 }))]
    expect(
      gearMemory('launcher', figures, mended, [{ kind: 'repaired', day: 90 }], 160)!.trend?.by ?? -0.03,
    ).toBeLessThan(0)
    let told = 0
    for (let seed = 0; seed < 400; seed++) {
      const random = seededRandom(7000 + seed)
      const days = Array.from({ length: 6 }, (_, i) => ({
        ...dayAt(1 + 20 * i, 1),
        mean: Math.log(40) + 0.01 * random.normal() + (0.012 / Math.sqrt(10)) * random.normal(),
      }))
      if (gearMemory('launcher', figures, days, [], 130)!.trend) told++
    }
    expect(told).toBeLessThan(16)
  })
  test('set-ups of one day are one day, each by how sure it is', () => {
    const [one] = pooledDays([dayAt(3, 1.0), { ...dayAt(3, 1.1), error: 0.05 ** 2 }], 0.012)
    expect(one).toMatchObject({ day: 3, takes: 20, free: 18 })
    expect(one!.mean).toBeGreaterThan(Math.log(40))
    expect(one!.mean).toBeLessThan(Math.log(40.3))
    expect(one!.error).toBeLessThan(0.05 ** 2)
  })
  test('a hand is told in seconds', () => {
    const hand = { flinch: 0.02, flinchError: 0.03, scatter: 0.04 }
    const pressed = [{ day: 1, takes: 12, mean: 0.06, squares: 11 * 0.04 ** 2, error: 0 }]
    const memory = gearMemory('hand', hand, pressed, [], 2)!
    expect(memory.value).toBeGreaterThan(0.035)
    expect(memory.value).toBeLessThan(0.06)
    expect(memory.points[0]).toMatchObject({ value: 0.06, takes: 12 })
  })
})
