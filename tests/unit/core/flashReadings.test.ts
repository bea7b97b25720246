import { type FlashReading, flashMemory } from '~~/core/season'
import { seededRandom } from '~~/core/math/random'
import { runs } from '../../support/runs'

const POWERS = [1, 1 / 4, 1 / 16, 1 / 64]
/** Durations of a flash at its powers, s. */
const DURATIONS = [1 / 250, 1 / 1100, 1 / 4200, 1 / 13000]
const SPREAD = 0.03

/** Readings of a flash, event by event: it ages as it likes, days differ, and each reading is off by its own error. */
function drawn(seed: number, days: number) {
  const random = seededRandom(seed)
  const spread = SPREAD * Math.exp(0.5 * random.normal())
  const between = SPREAD * Math.abs(random.normal())
  const drift = (SPREAD / 2) * Math.abs(random.normal())
  let [level, at] = [0, 0]
  const readings: FlashReading[] = []
  for (let i = 0; i <= days; i++) {
    const gap = 1 + Math.floor(40 * random.uniform())
    for (let d = 0; d < gap; d++) level += (drift / Math.sqrt(30)) * random.normal()
    at += gap
    const today = level + between * random.normal()
    if (i === days) return { readings, next: { day: at, level: today } }
    for (let p = 0; p < POWERS.length; p++) {
      if (p > 0 && random.uniform() < 0.4) continue
      const error = 0.005 + 0.03 * random.uniform()
      const t01 = DURATIONS[p]! * Math.exp(today + spread * random.normal() + error * random.normal())
      readings.push({ day: at, power: POWERS[p]!, t01, t05: t01 * 0.42, error })
    }
  }
  throw new Error('no day')
}
const memoryOf = (readings: readonly FlashReading[], at: number, events: Parameters<typeof flashMemory>[2] = []) =>
  flashMemory([], readings, events, at)!

describe('what a flash’s readings show', () => {
  const FLASHES = runs(1200)
  test('the next day’s duration lies where it says, at the power of most days and at the others', () => {
    const within = { own: [0, 0], other: [0, 0] }
    let others = 0
    for (let seed = 1; seed <= FLASHES; seed++) {
      const { readings, next } = drawn(seed, 3 + (seed % 12))
      const told = memoryOf(readings, next.day)
      const count = (counts: number[], t01: number, power: number, error: number): void => {
        const true01 = DURATIONS[POWERS.indexOf(power)]! * Math.exp(next.level)
        const z = Math.abs(Math.log(t01 / true01)) / error
        if (z < 1) counts[0]!++
        if (z < 1.96) counts[1]!++
      }
      count(within.own, told.memory.value, told.power, told.memory.error)
      for (const { power, t01, error, tied } of told.powers) {
        if (!tied || power === told.power) continue
        others++
        count(within.other, t01, power, error)
      }
    }
    const wide = FLASHES >= 1200 ? 1 : 2.4
    expect(Math.abs(within.own[0]! / FLASHES - 0.68)).toBeLessThan(0.045 * wide)
    expect(Math.abs(within.own[1]! / FLASHES - 0.95)).toBeLessThan(0.025 * wide)
    // How far powers lie apart is known by as many readings as there were: stated a little too surely or too humbly.
    expect(within.other[0]! / others).toBeGreaterThan(0.58)
    expect(within.other[1]! / others).toBeGreaterThan(0.9)
  })
  test('readings at other powers make it surer, the more they are', () => {
    const error = (powers: number): number => {
      let sum = 0
      for (let seed = 1; seed <= 40; seed++) {
        const { readings, next } = drawn(seed, 5)
        const some = readings.filter(({ power }) => POWERS.indexOf(power) < powers)
        sum += memoryOf(some, next.day).memory.error
      }
      return sum / 40
    }
    expect(error(4)).toBeLessThan(error(2))
    expect(error(2)).toBeLessThan(error(1))
  })
  test('what a power lasts compared with another tells nothing of the flash’s days', () => {
    const { readings, next } = drawn(3, 8)
    const twice = readings.map(one => (one.power === 1 / 16 ? { ...one, t01: one.t01 * 2 } : one))
    const [told, doubled] = [memoryOf(readings, next.day), memoryOf(twice, next.day)]
    expect(doubled.memory.value).toBeCloseTo(told.memory.value, 9)
    expect(doubled.memory.error).toBeCloseTo(told.memory.error, 9)
    const at = ({ powers }: typeof told, power: number): number => powers.find(one => one.power === power)!.t01
    expect(at(doubled, 1 / 16) / at(told, 1 / 16)).toBeCloseTo(2, 6)
    expect(at(doubled, 1 / 4) / at(told, 1 / 4)).toBeCloseTo(1, 6)
  })
  test('the order in which readings come does not matter', () => {
    const { readings, next } = drawn(4, 8)
    const [told, turned] = [memoryOf(readings, next.day), memoryOf(readings.toReversed(), next.day)]
    expect(turned.memory.value).toBeCloseTo(told.memory.value, 9)
    expect(turned.powers.map(({ power }) => power)).toEqual(told.powers.map(({ power }) => power))
  })
  test('a power that was never read on a day with the others stands alone', () => {
    const { readings, next } = drawn(5, 6)
    const alone: FlashReading = { day: next.day - 0.5, power: 1 / 128, t01: 1 / 20_000, t05: null, error: 0.01 }
    const [told, more] = [memoryOf(readings, next.day), memoryOf([...readings, alone], next.day)]
    expect(more.memory).toEqual(told.memory)
    expect(more.powers.at(-1)).toMatchObject({ power: 1 / 128, tied: false, days: 1, half: null })
    expect(more.powers.at(-1)!.t01).toBeCloseTo(1 / 20_000, 12)
    // Tied through one of the others, it counts.
    const tie: FlashReading = { ...alone, power: 1 / 64, t01: DURATIONS[3]! }
    expect(memoryOf([...readings, alone, tie], next.day).powers.at(-1)!.tied).toBe(true)
  })
  test('of powers read on as many days it is told at the lowest, which is what freezes', () => {
    const reading = (power: number, t01: number): FlashReading => ({ day: 1, power, t01, t05: null, error: 0.01 })
    expect(memoryOf([reading(1, 1 / 200), reading(1 / 32, 1 / 9000)], 2).power).toBe(1 / 32)
    // A third of a stop is a power of its own, a rounding of it is not.
    expect(memoryOf([reading(1, 1 / 200), reading(0.8, 1 / 250)], 2).powers).toHaveLength(2)
    expect(memoryOf([reading(0.0156, 1 / 9000), reading(1 / 64, 1 / 9100)], 2).powers).toHaveLength(1)
  })
  test('one that was replaced begins anew; a repair is told with its change', () => {
    const { readings, next } = drawn(6, 10)
    const day = readings[Math.floor(readings.length / 2)]!.day
    const after = readings.filter(one => one.day >= day)
    const replaced = memoryOf(readings, next.day, [{ kind: 'replaced', day }])
    expect(replaced).toEqual(memoryOf(after, next.day))
    expect(flashMemory([], readings, [{ kind: 'replaced', day: next.day }], next.day)).toBeNull()
    const slower = readings.map(one => (one.day >= day ? { ...one, t01: one.t01 * 1.5 } : one))
    const { repair } = memoryOf(slower, next.day, [{ kind: 'repaired', day }]).memory
    expect(repair!.by).toBeGreaterThan(0.35)
    expect(repair!.by).toBeLessThan(0.65)
    expect(repair!.low).toBeLessThan(repair!.by)
    expect(repair!.high).toBeGreaterThan(repair!.by)
  })
  test('a repair that nobody noted is told as a jump', () => {
    const readings = [0, 10, 20, 30, 40, 50, 60, 70].flatMap((day, i): FlashReading[] =>
      [1, 1 / 16].map((power, p) => ({
        ...{ day, power, t05: null, error: 0.005 },
        t01: (p === 0 ? 1 / 250 : 1 / 4200) * (day >= 50 ? 1.4 : 1) * (1 + 0.004 * ((i % 3) - 1)),
      })),
    )
    const { jump } = memoryOf(readings, 80).memory
    expect(jump!.day).toBe(50)
    expect(jump!.by).toBeCloseTo(0.4, 1)
  })
  test('the leaflet is what is thought before: one poor reading is drawn to it, a good one is not', () => {
    const reading = (error: number): FlashReading => ({ day: 1, power: 1 / 64, t01: 1 / 8000, t05: null, error })
    const rated = [{ power: 1 / 64, t05: null, t01: 1 / 12_000 }]
    const value = (error: number): number => 1 / flashMemory(rated, [reading(error)], [], 1)!.memory.value
    expect(Math.abs(value(0.01) - 8000)).toBeLessThan(150)
    expect(value(0.3)).toBeGreaterThan(9000)
    expect(value(0.3)).toBeLessThan(11_000)
  })
  test('half the peak keeps its share of a tenth, as read last', () => {
    const at = (day: number, t05: number | null): FlashReading => ({ day, power: 1, t01: 0.004, t05, error: 0.01 })
    expect(memoryOf([at(3, null), at(2, 0.002), at(1, 0.001)], 4).powers[0]!.half).toBeCloseTo(0.5, 9)
  })
})
