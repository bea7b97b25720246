import { grouped } from '../math/grouped'
import type { Recipe } from '../setup/types'
import { type Cause, mainCause } from './causes'
import { type Comparison, type Tried, compareTried } from './compare'
import { type Cost, costOf } from './cost'
import type { SeasonLog, SeasonSum } from './log'
import { type MisfireBout, misfireBout } from './misfires'
import { type PersonTakes, peopleOf } from './people'
import { type TakesKept, takesKept } from './props'
import { type Correction, type SaidTake, type WordKept, wordKept, worthyCorrection } from './word'

/** Lost takes by their main cause, the commonest first. */
export interface LostTakes {
  takes: number
  causes: { cause: Cause | 'unsaid'; takes: number }[]
}

/** Two ways held against each other: variants of a prop in one set-up, or methods over a recipe's set-ups. */
export interface WhatWorks {
  of: { setup: string; name: string } | { recipe: Recipe | '' }
  names: [one: string, other: string]
  made: Comparison
}

/** What a log answers. */
export interface SeasonAnswers {
  takes: number
  kept: number
  lost: LostTakes
  /** By recipe, the most lost first. */
  lostBy: (LostTakes & { recipe: Recipe | ''; fired: number })[]
  /** Days on which more misfired than on the others; null: none stand out. */
  misfires: MisfireBout | null
  works: WhatWorks[]
  /** Each person against the others, as far as whoever asks may see it; the most takes first. */
  people: (PersonTakes & { name: string })[]
  word: WordKept | null
  /** What would put right what is said; null: too little was said, or nothing is gained. */
  correction: Correction | null
  said: number
  /** Whether set-ups needed the takes that were said; null: too few were said anything of. */
  sessions: TakesKept | null
  /** Takes to a keeper by recipe, the dearest first. */
  cost: { recipe: Recipe | ''; setups: number; cost: Cost }[]
}

/** Takes each way from which two ways are held against each other. */
const LEAST = 8

const total = (sums: readonly SeasonSum[]): Tried =>
  sums.reduce((sum, { takes, kept }) => ({ takes: sum.takes + takes, kept: sum.kept + kept }), { takes: 0, kept: 0 })

/** Lost takes of some sums by their main cause, the commonest first. */
export function lostOf(sums: readonly Omit<SeasonSum, 'setup' | 'variant' | 'person'>[]): LostTakes {
  const counts = new Map<Cause | 'unsaid', number>()
  for (const { verdict, cause, takes, kept } of sums) {
    const lost = takes - kept
    if (lost === 0) continue
    const main = mainCause({
      verdict,
      keeper: false,
      sharp: null,
      cause: cause === '' ? null : cause,
      alsoCause: null,
    })!
    counts.set(main, (counts.get(main) ?? 0) + lost)
  }
  const causes = [...counts].map(([cause, takes]) => ({ cause, takes })).sort((a, b) => b.takes - a.takes)
  return { takes: causes.reduce((sum, { takes }) => sum + takes, 0), causes }
}

/** The two ways fired most, where both were fired enough. */
function twoWays(ways: ReadonlyMap<string, readonly SeasonSum[]>): Pick<WhatWorks, 'names' | 'made'> | null {
  const tried = [...ways]
    .filter(([name]) => name !== '')
    .map(([name, sums]) => ({ name, ...total(sums.filter(({ verdict }) => verdict !== 'misfire')) }))
    .filter(({ takes }) => takes >= LEAST)
    .sort((a, b) => b.takes - a.takes)
  const [one, other] = tried
  return one && other ? { names: [one.name, other.name], made: compareTried(one, other) } : null
}

function worksOf({ setups, sums }: SeasonLog): WhatWorks[] {
  const variants = [...grouped(sums, ({ setup }) => setup)].flatMap(([at, own]) => {
    const found = twoWays(grouped(own, ({ variant }) => variant))
    const { id, name } = setups[at]!
    return found ? [{ of: { setup: id, name }, ...found }] : []
  })
  const methods = [...grouped(sums, ({ setup }) => setups[setup]!.recipe)].flatMap(([recipe, own]) => {
    const found = twoWays(grouped(own, ({ setup }) => setups[setup]!.method))
    return found ? [{ of: { recipe }, ...found }] : []
  })
  return [...variants, ...methods].sort((a, b) => Math.abs(b.made.sure - 0.5) - Math.abs(a.made.sure - 0.5))
}

/** Answers a season's questions from the sums of its log. */
export function answersOf(log: SeasonLog): SeasonAnswers {
  const { setups, sums } = log
  const { takes, kept } = total(sums)
  const byRecipe = [...grouped(sums, ({ setup }) => setups[setup]!.recipe)]
  const said: SaidTake[] = log.said.map(([at, chance, keeper]) => ({
    setup: setups[at]!.id,
    shoot: setups[at]!.shootId,
    chance,
    kept: keeper === 1,
  }))
  return {
    takes,
    kept,
    lost: lostOf(sums),
    lostBy: byRecipe
      .map(([recipe, own]) => ({ recipe, fired: total(own).takes, ...lostOf(own) }))
      .sort((a, b) => b.takes - a.takes),
    misfires: misfireBout(log.days),
    works: worksOf(log),
    people: peopleOf(log).map(found => ({ ...found, name: log.people[found.person]! })),
    word: wordKept(said),
    correction: worthyCorrection(said),
    said: said.length,
    sessions: takesKept(log.sessions.map(([of, used, done]) => ({ said: of, used, done: done === 1 }))),
    cost: byRecipe
      .map(([recipe, own]) => {
        const each = [...grouped(own, ({ setup }) => setup).values()].map(total)
        return { recipe, setups: each.length, cost: costOf(each) }
      })
      .sort((a, b) => (b.cost.each ?? Infinity) - (a.cost.each ?? Infinity)),
  }
}
