import { shoots } from '../../defaults/typical'
import { type Rule, length } from './types'

/** The backstop does not stand behind the subject. */
export const catchBehind: Rule = ({ setup }) => {
  if (!shoots(setup.action.kind)) return null
  const back = setup.subject.distance + setup.subject.depth
  if (setup.catch.distance > back) return null
  const place = Math.ceil((back + 0.5) * 100) / 100
  return {
    id: 'catch',
    severity: 'error',
    title: 'No backstop behind the subject',
    reason:
      'The backstop is at {catch}, but the subject ends at {back}. Put a backstop that holds behind it, ' +
      'and nobody beyond.',
    figures: { catch: length(setup.catch.distance, 'm'), back: length(back, 'm') },
    paths: ['catch.distance'],
    fixes: [
      {
        label: 'Move the backstop to {place}',
        figures: { place: length(place, 'm') },
        changes: [{ path: 'catch.distance', value: place }],
      },
    ],
  }
}
