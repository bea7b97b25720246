import { shoots } from '../../defaults/typical'
import type { Rule } from './types'

/** Nobody is shot at, whatever with: no picture is worth it, and no fix makes it right. */
export const personInLine: Rule = ({ setup }) =>
  setup.subject.person && shoots(setup.action.kind)
    ? {
        id: 'person-in-line',
        severity: 'error',
        title: 'finding.personInLine.neverShootPerson',
        reason: 'finding.personInLine.targetMarkedPersonSomething',
        figures: {},
        paths: ['subject.person'],
        fixes: [
          { label: 'finding.personInLine.untickTargetPerson', changes: [{ path: 'subject.person', value: false }] },
        ],
      }
    : null
