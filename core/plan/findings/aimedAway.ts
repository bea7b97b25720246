import { aimedBeside, feathered } from '../../light/aim'
import type { Change } from '../../setup/paths'
import type { Assessment } from '../assess'
import { type FixDraft, type Rule, named } from './types'

const AIMS = ['aimAlong', 'aimAcross', 'aimOut'] as const
/** Share of its light below which a light is aimed past the subject. */
const PAST = 1 / 16

/** Lights that should expose what faces the camera, and are aimed so that next to nothing of them falls on it. */
export const aimedPast = ({ setup, exposure }: Assessment): number[] =>
  exposure.front.filter(i => aimedBeside(setup.flashes[i]!) && feathered(setup.flashes[i]!) < PAST)

/** Turns lights to the subject. */
export function aimAt({ setup }: Assessment, lights: readonly number[]): FixDraft {
  return {
    label: lights.length === 1 ? 'finding.aimedAway.aimSubject' : 'finding.aimedAway.aimThemSubject',
    figures: { light: named(setup.flashes[lights[0]!]!.name) },
    changes: lights.flatMap(i => AIMS.map((key): Change => ({ path: `flashes[${i}].${key}`, value: 0 }))),
  }
}

/** Lights so far feathered that nothing of them falls on the subject: the picture would have no light at all. */
export const aimedAway: Rule = a => {
  const { setup, exposure } = a
  if (setup.method === 'fast-shutter' || exposure.flash !== null) return null
  const away = exposure.front.filter(i => aimedBeside(setup.flashes[i]!))
  if (away.length === 0) return null
  return {
    id: 'aimed-away',
    severity: 'error',
    title: 'finding.aimedAway.noFlashFallsSubject',
    reason: away.length === 1 ? 'finding.aimedAway.pointsAside' : 'finding.aimedAway.eachPointsAside',
    figures: { light: named(setup.flashes[away[0]!]!.name) },
    paths: away.map(i => `flashes[${i}].aimAlong`),
    fixes: [aimAt(a, away)],
  }
}
