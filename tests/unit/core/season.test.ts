import {
  type SaidTake,
  type SeasonLog,
  answersOf,
  compareTried,
  corrected,
  correctionOf,
  costOf,
  mainCause,
  nextVariant,
  orderedCauses,
  pairedDifference,
  wordKept,
  worthyCorrection,
} from '~~/core/season'
import { seededRandom } from '~~/core/math/random'
import { comparisonText } from '~~/shared/texts/season'
import { runs } from '../../support/runs'

describe('why a take was lost', () => {
  const take = { verdict: 'on', keeper: false, sharp: true, cause: null, alsoCause: null } as const
  test('a verdict says it by itself, and the first cause of the order is the main one', () => {
    expect(mainCause({ ...take, verdict: 'late' })).toBe('late')
    expect(mainCause({ ...take, verdict: 'missed', cause: 'burnt' })).toBe('frame')
    expect(mainCause({ ...take, cause: 'dull', alsoCause: 'double' })).toBe('double')
    expect(mainCause({ ...take, sharp: false, cause: 'dirty' })).toBe('blurred')
    expect(mainCause({ ...take, verdict: 'misfire', cause: 'early' })).toBe('misfire')
  })
  test('a keeper has none, and what nobody said is not guessed', () => {
    expect(mainCause({ ...take, keeper: true, sharp: false })).toBeNull()
    expect(mainCause(take)).toBe('unsaid')
  })
  test('two at most, each once, in their order', () => {
    expect(orderedCauses(['dull', null, 'dark', 'dark'])).toEqual(['dark', 'dull'])
    expect(orderedCauses(['dull', 'dirty', 'face'])).toEqual(['face', 'dirty'])
    expect(orderedCauses([])).toEqual([null, null])
  })
})

describe('what works better', () => {
  test('the chance that one is better is the share of draws in which it is', () => {
    const random = seededRandom(5)
    const gamma = (k: number): number =>
      -Math.log(Array.from({ length: k }, () => 1 - random.uniform()).reduce((p, u) => p * u, 1))
    const beta = (a: number, b: number): number => {
      const [x, y] = [gamma(a), gamma(b)]
      return x / (x + y)
    }
    const { sure } = compareTried({ takes: 12, kept: 5 }, { takes: 20, kept: 13 })
    let above = 0
    for (let i = 0; i < 20_000; i++) if (beta(4 + 13, 4 + 7) > beta(4 + 5, 4 + 7)) above++
    expect(Math.abs(sure - above / 20_000)).toBeLessThan(0.012)
  })
  test('turned about it says the opposite', () => {
    const [one, other] = [
      { takes: 30, kept: 12 },
      { takes: 25, kept: 20 },
    ]
    const [there, back] = [compareTried(one, other), compareTried(other, one)]
    expect(there.sure + back.sure).toBeCloseTo(1, 6)
    expect(there.better.by).toBeCloseTo(-back.better.by, 12)
    expect(there.better.by).toBeGreaterThan(0)
    expect(there.ways[0]!.chance).toBeCloseTo(16 / 38, 12)
  })
  test('takes that would settle it follow from the difference, and too alike a pair is never promised', () => {
    const { wanted, settled } = compareTried({ takes: 20, kept: 8 }, { takes: 20, kept: 14 })
    const [p, q] = [12 / 28, 18 / 28]
    expect(settled).toBeNull()
    expect(wanted).toBe(Math.ceil((7.85 * (p * (1 - p) + q * (1 - q))) / (q - p) ** 2))
    expect(compareTried({ takes: 20, kept: 10 }, { takes: 20, kept: 10 }).wanted).toBeNull()
    expect(compareTried({ takes: 40, kept: 6 }, { takes: 40, kept: 36 })).toMatchObject({ settled: 1, wanted: null })
  })
  test('looked at after every take, equals are called different in one to five logs of a hundred', () => {
    const random = seededRandom(11)
    const logs = runs(400) + 200
    const called = (p: number, q: number): number => {
      let found = 0
      for (let log = 0; log < logs; log++) {
        const ways = [
          { takes: 0, kept: 0 },
          { takes: 0, kept: 0 },
        ]
        for (let i = 0; i < 120; i++) {
          const way = ways[i % 2]!
          way.takes++
          if (random.uniform() < (i % 2 ? q : p)) way.kept++
          if (i >= 16 && compareTried(ways[0]!, ways[1]!).settled !== null) {
            found++
            break
          }
        }
      }
      return found / logs
    }
    expect(called(0.6, 0.6)).toBeLessThan(0.07)
    expect(called(0.5, 0.8)).toBeGreaterThan(0.7)
  })
  test('a way that was tried on easy set-ups is not the better for it', () => {
    // Both keep 9 in 10 on the easy one and 3 in 10 on the hard one.
    const pairs = [
      [
        { takes: 10, kept: 9 },
        { takes: 90, kept: 81 },
      ],
      [
        { takes: 90, kept: 27 },
        { takes: 10, kept: 3 },
      ],
    ] as const
    const found = pairedDifference(pairs)!
    expect(found.by).toBeCloseTo(0, 12)
    expect(found.setups).toBe(2)
    expect(compareTried({ takes: 100, kept: 36 }, { takes: 100, kept: 84 }).settled).toBe(1)
    expect(
      pairedDifference([
        [
          { takes: 5, kept: 2 },
          { takes: 0, kept: 0 },
        ],
      ]),
    ).toBeNull()
  })
  test('nine in ten of its intervals hold the true difference', () => {
    const random = seededRandom(3)
    const logs = runs(600) + 300
    let held = 0
    for (let log = 0; log < logs; log++) {
      const tried = (n: number, p: number) => ({
        takes: n,
        kept: Array.from({ length: n }, () => random.uniform() < p).filter(Boolean).length,
      })
      const pairs = Array.from({ length: 6 }, () => {
        const base = 0.2 + 0.5 * random.uniform()
        return [tried(20, base), tried(12, base + 0.15)] as const
      })
      const { low, high } = pairedDifference(pairs)!
      if (low <= 0.15 && high >= 0.15) held++
    }
    expect(held / logs).toBeGreaterThan(0.86)
    expect(held / logs).toBeLessThan(0.94)
  })
  test('variants go there and back again', () => {
    expect(Array.from({ length: 8 }, (_, i) => nextVariant(['A', 'B'], i)).join('')).toBe('ABBAABBA')
    expect(Array.from({ length: 6 }, (_, i) => nextVariant(['A', 'B', 'C'], i)).join('')).toBe('ABCCBA')
    expect(nextVariant([], 3)).toBeNull()
  })
})

describe('whether the word is kept', () => {
  const log = (seed: number, setups: number, each: number, truth: (p: number) => number): SaidTake[] => {
    const random = seededRandom(seed)
    return Array.from({ length: setups }, (_, s) => {
      const base = 0.15 + 0.75 * random.uniform()
      return Array.from({ length: each }, () => {
        const chance = Math.min(0.97, Math.max(0.03, base + 0.1 * (random.uniform() - 0.5)))
        return { setup: `s${s}`, shoot: `d${Math.floor(s / 4)}`, chance, kept: random.uniform() < truth(chance) }
      })
    }).flat()
  }
  test('bins hold all takes, as many each, and what is seen lies within its bars where the word is true', () => {
    const takes = log(1, 30, 12, p => p)
    const { bins, chance } = wordKept(takes)!
    expect(bins).toHaveLength(5)
    expect(bins.reduce((sum, bin) => sum + bin.takes, 0)).toBe(takes.length)
    for (const bin of bins) expect(bin.takes).toBeGreaterThanOrEqual(20)
    for (let i = 1; i < bins.length; i++) expect(bins[i]!.said).toBeGreaterThan(bins[i - 1]!.said)
    expect(bins.filter(({ seen, low, high }) => seen >= low && seen <= high).length).toBeGreaterThanOrEqual(4)
    expect(chance).toBeGreaterThan(0.05)
  })
  test('true words are called false in about one log of twenty, boasts nearly always', () => {
    let [alarms, found] = [0, 0]
    const logs = runs(60) + 8
    for (let seed = 1; seed <= logs; seed++) {
      if (
        wordKept(
          log(seed, 25, 10, p => p),
          seed,
        )!.chance < 0.05
      )
        alarms++
      if (
        wordKept(
          log(seed, 25, 10, p => 0.15 + 0.5 * p),
          seed,
        )!.chance < 0.05
      )
        found++
    }
    expect(alarms / logs).toBeLessThan(0.14)
    expect(found / logs).toBeGreaterThan(0.75)
  })
  test('fewer than twenty takes say nothing', () => {
    expect(wordKept(log(1, 1, 19, p => p))).toBeNull()
  })
  test('a correction undoes what was wrong, is drawn towards none, and is not made of too little', () => {
    const boast = (p: number): number => corrected({ a: -0.8, b: 1 }, p)
    const many = log(4, 60, 30, boast)
    const { a, b } = correctionOf(many)
    expect(a).toBeGreaterThan(-1)
    expect(a).toBeLessThan(-0.5)
    expect(b).toBeGreaterThan(0.75)
    expect(b).toBeLessThan(1.25)
    expect(Math.abs(correctionOf(many.slice(0, 8)).a)).toBeLessThan(0.5)
    expect(worthyCorrection(many)).toEqual({ a, b })
    expect(worthyCorrection(many.slice(0, 140))).toBeNull()
    expect(worthyCorrection(many.filter(take => Number(take.setup.slice(1)) < 7))).toBeNull()
  })
  test('true words are seldom put right', () => {
    let put = 0
    const logs = runs(60) + 8
    for (let seed = 1; seed <= logs; seed++) if (worthyCorrection(log(seed + 50, 20, 10, p => p))) put++
    expect(put / logs).toBeLessThan(0.45)
  })
})

test('a keeper costs the takes of all by the keepers of all, and its ends hold the truth', () => {
  expect(
    costOf([
      { takes: 10, kept: 2 },
      { takes: 20, kept: 8 },
    ]),
  ).toMatchObject({ takes: 30, kept: 10, each: 3 })
  expect(costOf([{ takes: 4, kept: 0 }])).toMatchObject({ each: null, low: null, high: null })
  expect(costOf([{ takes: 4, kept: 2 }])).toMatchObject({ each: 2, low: null })
  const random = seededRandom(9)
  let held = 0
  const logs = runs(120) + 60
  for (let log = 0; log < logs; log++) {
    const setups = Array.from({ length: 15 }, () => {
      const takes = 10 + Math.floor(10 * random.uniform())
      return { takes, kept: Array.from({ length: takes }, () => random.uniform() < 0.25).filter(Boolean).length }
    })
    const { low, high } = costOf(setups, log + 1)
    if (low! <= 4 && high! >= 4) held++
  }
  expect(held / logs).toBeGreaterThan(0.78)
  expect(held / logs).toBeLessThan(0.97)
})

describe('what a log answers', () => {
  const setup = (id: string, recipe: 'balloon' | 'pour', method: 'open-shutter' | 'fast-shutter' = 'open-shutter') => ({
    id,
    name: id,
    shootId: `shoot of ${id}`,
    recipe,
    method,
  })
  const log: SeasonLog = {
    setups: [setup('a', 'balloon'), setup('b', 'balloon', 'fast-shutter'), setup('c', 'pour')],
    sums: [
      { setup: 0, person: -1, verdict: 'late', cause: '', variant: '', takes: 30, kept: 0 },
      { setup: 0, person: -1, verdict: 'on', cause: 'burnt', variant: '', takes: 6, kept: 0 },
      { setup: 0, person: -1, verdict: 'on', cause: '', variant: '', takes: 20, kept: 20 },
      { setup: 1, person: -1, verdict: 'misfire', cause: '', variant: '', takes: 9, kept: 0 },
      { setup: 1, person: -1, verdict: 'on', cause: '', variant: '', takes: 40, kept: 36 },
      { setup: 2, person: -1, verdict: 'on', cause: '', variant: 'thick', takes: 20, kept: 18 },
      { setup: 2, person: -1, verdict: 'on', cause: 'dull', variant: 'thin', takes: 20, kept: 2 },
      { setup: 2, person: -1, verdict: 'misfire', cause: '', variant: 'thin', takes: 5, kept: 0 },
    ],
    people: [],
    said: [],
    sessions: [],
    days: [],
  }
  const answers = answersOf(log)

  test('every take is kept or lost to one cause', () => {
    expect(answers.takes).toBe(150)
    expect(answers.kept).toBe(76)
    expect(answers.lost.takes).toBe(74)
    expect(answers.lost.causes).toEqual([
      { cause: 'late', takes: 30 },
      { cause: 'dull', takes: 18 },
      { cause: 'misfire', takes: 14 },
      { cause: 'burnt', takes: 6 },
      { cause: 'unsaid', takes: 6 },
    ])
    expect(answers.lostBy.reduce((sum, { takes }) => sum + takes, 0)).toBe(74)
    expect(answers.lostBy.map(({ recipe, fired }) => [recipe, fired])).toEqual([
      ['balloon', 105],
      ['pour', 45],
    ])
  })
  test('variants of a set-up and methods of a recipe are held against each other, misfires left out', () => {
    const variants = answers.works.find(({ of }) => 'setup' in of)!
    expect(variants).toMatchObject({ of: { setup: 'c' }, names: ['thick', 'thin'] })
    expect(variants.made.ways.map(({ takes }) => takes)).toEqual([20, 20])
    expect(variants.made.settled).toBe(0)
    const methods = answers.works.find(({ of }) => 'recipe' in of)!
    expect(methods).toMatchObject({ of: { recipe: 'balloon' }, names: ['open-shutter', 'fast-shutter'] })
    expect(methods.made.ways.map(({ takes }) => takes)).toEqual([56, 40])
    expect(methods.made.settled).toBe(1)
  })
  test('what a keeper costs goes by recipe, the dearest first; and nothing said is nothing held against it', () => {
    expect(answers.cost.map(({ recipe, cost }) => [recipe, cost.each])).toEqual([
      ['pour', 45 / 20],
      ['balloon', 105 / 56],
    ])
    expect([answers.word, answers.correction, answers.said]).toEqual([null, null, 0])
  })
  test('an empty log answers nothing, and does not fail', () => {
    expect(answersOf({ setups: [], people: [], sums: [], said: [], sessions: [], days: [] })).toMatchObject({
      takes: 0,
      works: [],
      cost: [],
      word: null,
    })
  })
})

test('a sentence says which variant keeps more, or how many takes would tell', () => {
  const share = (value: number): string => `${Math.round(value * 100)} %`
  const text = (one: [number, number], other: [number, number]): string =>
    comparisonText(
      ['Thin', 'Thick'],
      compareTried({ takes: one[0], kept: one[1] }, { takes: other[0], kept: other[1] }),
      share,
    )
  expect(text([40, 6], [40, 36])).toBe('Thick keeps 83 %, Thin keeps 21 %: settled.')
  expect(text([40, 36], [40, 6])).toBe('Thin keeps 83 %, Thick keeps 21 %: settled.')
  expect(text([20, 10], [20, 10])).toContain('too alike to tell apart')
  expect(text([20, 8], [20, 14])).toMatch(
    /^Thick keeps 64 %, Thin keeps 43 %: not settled\. Some \d+ more takes of each/,
  )
})
