import { grouped } from '../math/grouped'
import type { SeasonLog, SeasonSum } from './log'
import { type Comparison, type Tried, compareTried, pairedDifference } from './compare'

/** What one person's takes keep beside what the others keep. */
export interface PersonTakes {
  /** Place in the log's list of people. */
  person: number
  own: Tried
  others: Tried
  /** The others first, this person second. */
  made: Comparison
  /** The same, set-up by set-up, so that nobody is the better for easy set-ups; null: never at the same one. */
  paired: ReturnType<typeof pairedDifference>
}

/** Takes each way from which people are held against each other. */
const LEAST = 8

const tried = (sums: readonly SeasonSum[]): Tried =>
  sums.reduce((sum, { takes, kept }) => ({ takes: sum.takes + takes, kept: sum.kept + kept }), { takes: 0, kept: 0 })

/** Each person of a log against the others, the most takes first; misfires are nobody's. */
export function peopleOf({ sums }: Pick<SeasonLog, 'sums'>): PersonTakes[] {
  const fired = sums.filter(({ verdict }) => verdict !== 'misfire')
  const bySetup = [...grouped(fired, ({ setup }) => setup).values()]
  return [...grouped(fired, ({ person }) => person)]
    .flatMap(([person, mine]): PersonTakes[] => {
      const [own, others] = [tried(mine), tried(fired.filter(sum => sum.person !== person))]
      if (person < 0 || own.takes < LEAST || others.takes < LEAST) return []
      const pairs = bySetup.map(
        here =>
          [tried(here.filter(sum => sum.person !== person)), tried(here.filter(sum => sum.person === person))] as const,
      )
      return [{ person, own, others, made: compareTried(others, own), paired: pairedDifference(pairs) }]
    })
    .sort((a, b) => b.own.takes - a.own.takes)
}
