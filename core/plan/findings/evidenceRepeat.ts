import { repeatsOf } from '../../inference/firing'
import { type Rule, count } from './types'

/** A reading told again to the last digit may be one firing or several: until somebody says so, it counts once. */
export const evidenceRepeat: Rule = ({ entered: { evidence } }) => {
  const [repeat] = repeatsOf(evidence)
  if (!repeat) return null
  const at = (id: string): number => evidence.findIndex(entry => entry.id === id)
  const places = [repeat.first, ...repeat.again].map(at)
  return {
    id: 'evidence-repeat',
    severity: 'note',
    title: 'finding.evidenceRepeat.sameReadingEnteredTimes',
    reason: 'finding.evidenceRepeat.theyAlikeLastDigit',
    figures: { n: count(places.length) },
    paths: places.map(place => `evidence[${place}].value`),
    fixes: [
      {
        label: 'finding.evidenceRepeat.wasOneFiringKeep',
        changes: repeat.again.map(id => ({ path: `evidence[${at(id)}].on`, value: false })),
      },
      {
        label: 'finding.evidenceRepeat.theyWereFiringsCount',
        figures: { n: count(places.length) },
        changes: places.map(place => ({ path: `evidence[${place}].firing`, value: `told ${evidence[place]!.id}` })),
      },
    ],
  }
}
