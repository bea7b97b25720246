import { forgetTime, heardTime, studioInstant, studioNow } from '~~/app/services/studioClock'

const at = (ms: number): string => new Date(ms).toISOString()
const T = Date.parse('2026-11-24T18:30:00Z')
const HOUR = 3_600_000
beforeEach(forgetTime)

test('a device goes by its own clock until the server tells another time, and while the two agree', () => {
  expect(studioNow(T)).toBe(T)
  heardTime(at(T + 400), T)
  expect(studioNow(T + 5)).toBe(T + 5)
  heardTime(at(T - 480), T)
  expect(studioNow(T + 5)).toBe(T + 5)
})

test('two devices, an hour fast and an hour slow, tell the same open time to the latency of the network', () => {
  const open = (skew: number, latency: number): number => {
    forgetTime()
    // What it was told first was long under way.
    heardTime(at(T), T + skew + 700)
    heardTime(at(T + 1000), T + 1000 + skew + latency)
    return studioNow(T + 10_000 + skew) - T
  }
  expect(open(HOUR, 30)).toBe(9970)
  expect(open(-HOUR, 80)).toBe(9920)
})

test('a clock that is set anew is followed; one late telling is not', () => {
  heardTime(at(T), T + HOUR)
  expect(studioNow(T + HOUR)).toBe(T)
  heardTime(at(T + 2000), T + HOUR + 3900)
  expect(studioNow(T + HOUR)).toBe(T)
  // The device's clock was put right.
  heardTime(at(T + 60_000), T + 60_000)
  expect(studioNow(T + 60_000)).toBe(T + 60_000)
  // And put wrong the other way.
  heardTime(at(T + 90_000), T + 90_000 - HOUR)
  expect(studioNow(T + 90_000 - HOUR)).toBe(T + 90_000)
  expect(Math.abs(Date.parse(studioInstant()) - studioNow())).toBeLessThan(50)
})
