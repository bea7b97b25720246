import { type GearDay, type GearPrior, gearLevel, jumpOf, stepOf } from '~~/core/season'
import { seededRandom } from '~~/core/math/random'
import { runs } from '../../support/runs'

/** A studio's gear, event by event: a level that walks, days that differ, takes that scatter. */
function drawn(seed: number, days: number, { repair = -1, prior }: { repair?: number; prior: GearPrior }) {
  const random = seededRandom(seed)
  const spread = prior.spread * Math.exp(0.5 * random.normal())
  const between = prior.spread * Math.abs(random.normal())
  const drift = (prior.spread / 2) * Math.abs(random.normal())
  let level = prior.mean + prior.error * random.normal()
  let at = 0
  const made: GearDay[] = []
  for (let i = 0; i <= days; i++) {
    const gap = 1 + Math.floor(20 * random.uniform())
    for (let d = 0; d < gap; d++) level += (drift / Math.sqrt(30)) * random.normal()
    at += gap
    if (i === repair) level += prior.error * random.normal()
    const today = level + between * random.normal()
    const takes = 1 + Math.floor(12 * random.uniform())
    const values = Array.from({ length: takes }, () => today + spread * random.normal())
    const mean = values.reduce((sum, value) => sum + value, 0) / takes
    made.push({ day: at, takes, mean, squares: values.reduce((sum, v) => sum + (v - mean) ** 2, 0), error: 0 })
    if (i === days) return { days: made.slice(0, -1), next: { day: at, level: today }, spread }
  }
  throw new Error('no day')
}
const PRIOR: GearPrior = { mean: Math.log(90), error: 0.06, spread: 0.015 }
const STUDIOS = runs(3000)

describe('gear over many days', () => {
  test.each([
    ['as it drifts', false],
    ['with a repair half-way', true],
  ])('the next day lies where it says, %s', (_, repaired) => {
    let [one, two] = [0, 0]
    for (let seed = 1; seed <= STUDIOS; seed++) {
      const count = 3 + (seed % 38)
      const repair = repaired ? Math.floor(count / 2) : -1
      const { days, next } = drawn(seed, count, { repair, prior: PRIOR })
      const level = gearLevel(PRIOR, days, next.day, repaired ? [days[repair]!.day] : [])
      const z = Math.abs(next.level - level.mean) / level.error
      if (z < 1) one++
      if (z < 1.96) two++
    }
    // Of 3,000: 68 ± 3 and 95 ± 1.5 of a hundred; of a tenth so many the counts scatter three times as wide.
    const wide = STUDIOS >= 3000 ? 1 : 2.4
    expect(Math.abs(one / STUDIOS - 0.68)).toBeLessThan(0.03 * wide)
    expect(Math.abs(two / STUDIOS - 0.95)).toBeLessThan(0.015 * wide)
  })
  test('nothing fired leaves what was thought, and days without takes add nothing', () => {
    const none = gearLevel(PRIOR, [], 10)
    expect(none.mean).toBeCloseTo(PRIOR.mean, 12)
    expect(none.error).toBeGreaterThan(PRIOR.error)
    expect(none).toMatchObject({ days: 0, takes: 0 })
    expect(none.evidence).toBeCloseTo(0, 10)
  })
  test('the more days there were the surer it is, the longer ago the less; a repair opens it again', () => {
    const { days } = drawn(5, 20, { prior: PRIOR })
    const last = days.at(-1)!.day
    const error = (some: GearDay[], at: number, repairs: number[] = []) => gearLevel(PRIOR, some, at, repairs).error
    expect(error(days, last + 1)).toBeLessThan(error(days.slice(0, 4), days[3]!.day + 1))
    expect(error(days, last + 200)).toBeGreaterThan(error(days, last + 1))
    expect(error(days, last + 1, [last + 1])).toBeGreaterThan(error(days, last + 1) + 0.02)
    expect(error(days, last + 1, [days[0]!.day - 5])).toBeCloseTo(error(days, last + 1), 3)
  })
  test('the scatter from take to take is that of the takes', () => {
    const ratios = Array.from({ length: 60 }, (_, seed) => {
      const { days, next, spread } = drawn(900 + seed, 25, { prior: PRIOR })
      return gearLevel(PRIOR, days, next.day).spread / spread
    })
    const mean = ratios.reduce((sum, ratio) => sum + ratio, 0) / ratios.length
    expect(mean).toBeGreaterThan(0.97)
    expect(mean).toBeLessThan(1.04)
  })
  test('units do not matter: shifted and stretched, so is what it says', () => {
    const { days, next } = drawn(11, 9, { prior: PRIOR })
    const plain = gearLevel(PRIOR, days, next.day)
    const by = 3
    const stretched = gearLevel(
      { mean: 1 + by * PRIOR.mean, error: by * PRIOR.error, spread: by * PRIOR.spread },
      days.map(day => ({ ...day, mean: 1 + by * day.mean, squares: by * by * day.squares })),
      next.day,
    )
    expect(stretched.mean).toBeCloseTo(1 + by * plain.mean, 8)
    expect(stretched.error).toBeCloseTo(by * plain.error, 8)
    expect(stretched.spread).toBeCloseTo(by * plain.spread, 8)
  })
})

describe('a jump between days', () => {
  const daysOf = (
    seed: number,
    count: number,
    { day, jump = 0, after = count }: { day: number; jump?: number; after?: number },
  ) => {
    const random = seededRandom(seed)
    return Array.from({ length: count }, (_, i): GearDay => {
      const today = PRIOR.mean + day * random.normal() + (i >= after ? jump : 0)
      const values = Array.from({ length: 6 }, () => today + 0.01 * random.normal())
      const mean = values.reduce((sum, value) => sum + value, 0) / 6
      return { day: 7 * i, takes: 6, mean, squares: values.reduce((sum, v) => sum + (v - mean) ** 2, 0), error: 0 }
    })
  }
  const prior = { ...PRIOR, spread: 0.01 }

  test('is told in few logs without one, looked at after every day', () => {
    const logs = runs(600)
    let told = 0
    for (let seed = 1; seed <= logs; seed++) {
      const days = daysOf(seed, 14, { day: 0.005 })
      if (days.some((_, i) => i >= 3 && jumpOf(prior, days.slice(0, i + 1)) !== null)) told++
    }
    expect(told / logs).toBeLessThan(logs >= 600 ? 0.05 : 0.09)
  })
  test('of six in a hundred is found in two days by a good launcher, where and as large as it was', () => {
    const logs = runs(300)
    let found = 0
    for (let seed = 1; seed <= logs; seed++) {
      const days = daysOf(5000 + seed, 10, { day: 0.005, jump: -0.06, after: 8 })
      const jump = jumpOf(prior, days)
      if (jump?.day !== 56) continue
      found++
      expect(Math.abs(jump.by + 0.06)).toBeLessThan(4 * jump.error)
    }
    expect(found / logs).toBeGreaterThan(0.85)
  })
  test('that somebody noted as a repair is none to be told', () => {
    const days = daysOf(5001, 10, { day: 0.003, jump: -0.08, after: 8 })
    expect(jumpOf(prior, days)).not.toBeNull()
    expect(jumpOf(prior, days, [56])).toBeNull()
  })
})

describe('a step within a day', () => {
  const values = (seed: number, count: number, jump = 0, after = count): number[] => {
    const random = seededRandom(seed)
    return Array.from({ length: count }, (_, i) => random.normal() + (i >= after ? jump : 0))
  }
  test('is told in few days without one, looked at after every take from 12 to 60', () => {
    const days = runs(2000)
    let told = 0
    for (let seed = 1; seed <= days; seed++) {
      const takes = values(seed, 60)
      if (takes.some((_, i) => i >= 11 && stepOf(takes.slice(0, i + 1)) !== null)) told++
    }
    expect(told / days).toBeLessThan(days >= 2000 ? 0.05 : 0.08)
  })
  test('of two and a half scatters is found within twelve takes, and says where and which way', () => {
    const days = runs(600)
    let [found, near] = [0, 0]
    for (let seed = 1; seed <= days; seed++) {
      const takes = values(7000 + seed, 27, -2.5, 15)
      const step = takes.flatMap((_, i) => (i < 15 ? [] : [stepOf(takes.slice(0, i + 1))])).find(one => one !== null)
      if (!step) continue
      found++
      if (step.by < 0 && Math.abs(step.from - 15) <= 3) near++
    }
    expect(found / days).toBeGreaterThan(0.88)
    expect(near / found).toBeGreaterThan(0.9)
  })
  test('needs four takes on either side', () => {
    expect(stepOf([0, 0, 0, 0, 9, 9, 9])).toBeNull()
    expect(stepOf([0, 0.1, 0, 0.1, 9, 9.1, 9, 9.1])).toMatchObject({ from: 4 })
  })
})
