import { aimedBeside } from '../../light/aim'
import type { Change } from '../../setup/paths'
import { type Rule, plain } from './types'

const AIMS = ['aimAlong', 'aimAcross', 'aimOut'] as const

/** Lights so far feathered that nothing of them falls on the subject: the picture would have no light at all. */
export const aimedAway: Rule = ({ setup, exposure }) => {
  if (setup.method === 'fast-shutter' || exposure.flash !== null) return null
  const away = exposure.front.filter(i => aimedBeside(setup.flashes[i]!))
  if (away.length === 0) return null
  const one = away.length === 1 ? plain(setup.flashes[away[0]!]!.name) : null
  return {
    id: 'aimed-away',
    severity: 'error',
    title: 'No flash falls on the subject',
    reason: `${one ?? 'Each light that faces it'} is aimed so far beside it that none of its light gets there.`,
    figures: {},
    paths: away.map(i => `flashes[${i}].aimAlong`),
    fixes: [
      {
        label: one ? `Aim ${one} at the subject` : 'Aim them at the subject',
        changes: away.flatMap(i => AIMS.map((key): Change => ({ path: `flashes[${i}].${key}`, value: 0 }))),
      },
    ],
  }
}
