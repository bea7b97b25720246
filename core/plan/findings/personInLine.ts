import { shoots } from '../../defaults/typical'
import type { Rule } from './types'

/** Nobody is shot at, whatever with: no picture is worth it, and no fix makes it right. */
export const personInLine: Rule = ({ setup }) =>
  setup.subject.person && shoots(setup.action.kind)
    ? {
        id: 'person-in-line',
        severity: 'error',
        title: 'Never shoot at a person',
        reason:
          'The target is marked as a person, and something is shot at it. Use a stand-in, and combine two frames.',
        figures: {},
        paths: ['subject.person'],
        fixes: [{ label: 'Untick “The target is a person”', changes: [{ path: 'subject.person', value: false }] }],
      }
    : null
