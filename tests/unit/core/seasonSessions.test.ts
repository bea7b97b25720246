import { type SaidTakes, type UsedTakes, shareWithin, takesKept } from '~~/core/season'
import { seededRandom } from '~~/core/math/random'
import { sessionsText } from '~~/shared/texts/season'
import { runs } from '../../support/runs'

/** Takes to so many keepers, each kept with a chance: by firing them. */
function firedTo(keepers: number, chance: number, random: ReturnType<typeof seededRandom>): number {
  let [takes, kept] = [0, 0]
  while (kept < keepers) {
    takes++
    if (random.uniform() < chance) kept++
  }
  return takes
}
/** What would be said of that: by firing it many times. */
function saidOf(keepers: number, chance: number, random: ReturnType<typeof seededRandom>): SaidTakes {
  const many = Array.from({ length: 400 }, () => firedTo(keepers, chance, random)).sort((a, b) => a - b)
  const at = (share: number): number => many[Math.ceil(share * many.length) - 1]!
  return { p10: at(0.1), p25: at(0.25), p50: at(0.5), p75: at(0.75), p90: at(0.9) }
}
/** A log of set-ups, the world's chance that of the plan times a factor; each stopped after a while, if at all. */
function logOf(seed: number, setups: number, factor = 1, patience = Infinity): UsedTakes[] {
  const random = seededRandom(seed)
  return Array.from({ length: setups }, () => {
    const [keepers, chance] = [1 + Math.floor(4 * random.uniform()), 0.2 + 0.5 * random.uniform()]
    const used = firedTo(keepers, chance * factor, random)
    const most = Number.isFinite(patience) ? Math.ceil(patience * (0.5 + random.uniform())) : Infinity
    return { said: saidOf(keepers, chance, random), used: Math.min(used, most), done: used <= most }
  })
}

describe('the share of sessions within so many takes', () => {
  const said = { p10: 3, p25: 4, p50: 6, p75: 10, p90: 16 }
  test('is what was said at what was said, rises, and never ends', () => {
    for (const [key, share] of [
      ['p10', 0.1],
      ['p25', 0.25],
      ['p50', 0.5],
      ['p75', 0.75],
      ['p90', 0.9],
    ] as const)
      expect(shareWithin(said, said[key] - 0.5)).toBeCloseTo(share, 12)
    expect(shareWithin(said, 7.5)).toBeCloseTo(0.625, 12)
    const all = Array.from({ length: 60 }, (_, n) => shareWithin(said, n))
    for (let n = 1; n < all.length; n++) expect(all[n]!).toBeGreaterThan(all[n - 1]!)
    expect(all[0]).toBe(0)
    expect(all[59]!).toBeLessThan(1)
  })
  test('where one count was said of several shares they are spread over it', () => {
    const quick = { p10: 1, p25: 1, p50: 1, p75: 2, p90: 3 }
    expect(shareWithin(quick, 0.5)).toBeCloseTo(0.25, 12)
    expect(shareWithin(quick, 1)).toBeGreaterThan(0.5)
    expect(shareWithin(quick, 1)).toBeLessThan(0.75)
  })
})

describe('takes used against takes said', () => {
  test('true words are called false in some one log of twenty', () => {
    const logs = runs(120) + 40
    let alarms = 0
    for (let seed = 1; seed <= logs; seed++) {
      const found = takesKept(logOf(seed, 40), seed)!
      if (found.gap > found.limit) alarms++
    }
    expect(alarms / logs).toBeLessThan(0.1)
  })
  test('where keepers come half as often as was thought, that is found, and the right way round', () => {
    const logs = runs(60) + 20
    let found = 0
    for (let seed = 1; seed <= logs; seed++) {
      const kept = takesKept(logOf(seed, 60, 0.55), seed)!
      const half = kept.points.find(({ said }) => said === 0.5)!
      if (kept.gap > kept.limit && half.seen < 0.5) found++
    }
    expect(found / logs).toBeGreaterThan(0.85)
  })
  test('set-ups given up are allowed for: without them all would look quick', () => {
    let [all, without] = [0, 0]
    const logs = runs(60) + 20
    for (let seed = 1; seed <= logs; seed++) {
      const log = logOf(seed, 60, 1, 9)
      const half = (list: UsedTakes[]): number => takesKept(list, seed)!.points.find(({ said }) => said === 0.5)!.seen
      all += half(log) / logs
      without += half(log.filter(({ done }) => done)) / logs
    }
    expect(Math.abs(all - 0.5)).toBeLessThan(0.04)
    expect(without).toBeGreaterThan(all + 0.04)
  })
  test('it is said in words, and of too few nothing is', () => {
    const share = (value: number): string => `${Math.round(value * 100)} %`
    expect(takesKept(logOf(1, 7))).toBeNull()
    expect(sessionsText(takesKept(logOf(3, 60, 0.5))!, share)).toMatch(/^Takes were underestimated: 60 of 60 set-ups/)
    expect(sessionsText(takesKept(logOf(3, 60, 2))!, share)).toMatch(/^Takes were overestimated/)
    expect(sessionsText(takesKept(logOf(3, 60))!, share)).toMatch(/^The predicted number of takes holds: 60 of 60/)
  })
})
