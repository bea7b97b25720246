import { onsetsOf, unforetold } from '~~/core/lab/sound/onsets'
import { shotsOf, wholeSounds } from '~~/core/lab/sound/speed'
import { seededRandom } from '~~/core/math/random'

const rate = 44_100
const noise = (seconds: number, level: number): Float32Array => {
  const random = seededRandom(3)
  return Float32Array.from({ length: rate * seconds }, () => level * random.normal())
}
/** Adds a struck thing that rings: a few tones that die away, from a sample on. */
function strike(samples: Float32Array, at: number, level: number, tones: readonly number[], dies: number): void {
  for (let i = 0; at + i < samples.length; i++)
    for (const [n, hz] of tones.entries())
      samples[at + i]! +=
        (level / tones.length) * Math.exp(-i / rate / dies) * Math.cos((2 * Math.PI * hz * i) / rate + n)
}
const onset = (at: number, peak: number) => ({ at, peak, error: 1e-5, over: 20 })

test('what rings on is foretold, what begins is not', () => {
  const samples = noise(0.5, 1e-4)
  strike(samples, 8000, 0.5, [310, 742, 1210], 0.2)
  const fresh = unforetold(samples)
  const peak = (of: Float32Array, from: number, to: number): number =>
    of.subarray(from, to).reduce((most, value) => Math.max(most, Math.abs(value)), 0)
  expect(peak(fresh, 8000, 8010)).toBeGreaterThan(0.15)
  expect(peak(samples, 11_000, 14_000)).toBeGreaterThan(0.1)
  expect(peak(fresh, 11_000, 14_000)).toBeLessThan(0.01)
})

test('a blow in the ringing of a louder one is found at its sample', () => {
  const samples = noise(0.6, 2e-4)
  strike(samples, 9000, 0.6, [310, 742, 1210], 0.3)
  strike(samples, 12_000, 0.25, [820, 1630, 3340], 0.05)
  const found = onsetsOf({ samples, rate })
  expect(found.map(({ at }) => Math.round(at * rate))).toEqual([9000, 12_000])
  expect(found[0]!.peak).toBeGreaterThan(0.4)
})

test('a sound that builds up begins where it begins, and crackle is no shot', () => {
  const all = [onset(0.05, 0.003), onset(0.4, 0.02), onset(0.407, 0.4), onset(0.46, 0.5), onset(0.9, 0.004)]
  expect(wholeSounds(all)).toEqual([onset(0.4, 0.4), onset(0.46, 0.5)])
  expect(shotsOf(all, 0.01, 0.5)).toEqual([{ report: onset(0.4, 0.4), impact: onset(0.46, 0.5), rival: null }])
  // Half as loud as the impact, it may be that as well.
  const [shot] = shotsOf(
    [...all, onset(0.48, 0.3)].sort((a, b) => a.at - b.at),
    0.01,
    0.5,
  )
  expect(shot!.rival).toEqual(onset(0.48, 0.3))
  // About as loud, or later, it is a sound of its own.
  expect(wholeSounds([onset(0.4, 0.2), onset(0.407, 0.4)])).toHaveLength(2)
  expect(wholeSounds([onset(0.4, 0.02), onset(0.413, 0.4)])).toHaveLength(2)
})
