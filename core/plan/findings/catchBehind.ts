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
    title: 'finding.catchBehind.noBackstopBehindSubject',
    reason: 'finding.catchBehind.backstopButSubjectEnds',
    figures: { catch: length(setup.catch.distance, 'm'), back: length(back, 'm') },
    paths: ['catch.distance'],
    fixes: [
      {
        label: 'finding.catchBehind.moveBackstop',
        figures: { place: length(place, 'm') },
        changes: [{ path: 'catch.distance', value: place }],
      },
    ],
  }
}
