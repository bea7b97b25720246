import type { Change } from './paths'
import type { Recipe, Setup } from './types'

/** A moment to choose for a recipe: its name in the words of the trade, and what makes a set-up one of it. */
export interface MomentChoice {
  name: string
  changes: (setup: Setup) => Change[]
}

const set = (values: Partial<Record<keyof Setup['moment'], string | number | boolean | null>>): Change[] =>
  Object.entries(values).map(([key, value]) => ({ path: `moment.${key}`, value }))

const along = (name: string, offset: number | ((setup: Setup) => number), descending = false): MomentChoice => ({
  name, changes: setup => set({ reference: 'travel', model: 'time', offset: typeof offset === 'number' ? offset : offset(setup), descending }),
})
const after = (name: string, reference: Setup['moment']['reference'], time: number): MomentChoice => ({ name, changes: () => set({ reference, model: 'time', time }) })
const share = (name: string, reference: Setup['moment']['reference'], model: Setup['moment']['model'], fraction: number): MomentChoice => ({
  name, changes: () => set({ reference, model, fraction }),
})

/** The first of each is what a new set-up of the recipe starts with. */
export const MOMENTS: Record<Recipe, readonly MomentChoice[]> = {
  balloon: [
    share('skin half open', 'start', 'tear', 0.55), share('first tear by the pin', 'start', 'tear', 0.12), share('skin gone, contents still a ball', 'start', 'tear', 1.3),
    share('contents beginning to sag', 'start', 'hang', 0.08),
  ],
  projectile: [
    along('ball just out of the far face', 0.03), along('ball at the near face', 0), along('ball a hand’s breadth out', s => s.subject.depth + 0.09),
    after('fragments flying', 'impact', 0.004),
  ],
  pour: [
    after('cloud opening under the surface', 'impact', 0.18), after('stream meets the surface', 'impact', 0), after('first splash up', 'impact', 0.04), after('cloud filling the vessel', 'impact', 0.5),
  ],
  drop: [
    after('crown at its highest', 'impact', 0.022), along('just above the surface', -0.012), share('cavity open', 'impact', 'cavity', 0.55), share('cavity closing', 'impact', 'cavity', 1),
    after('jet standing', 'impact', 0.09),
  ],
  throw: [
    after('sheet opening over the jug', 'impact', 0.03), along('sheet in the air, a hand short', -0.12), after('first touch', 'impact', 0), after('target wrapped', 'impact', 0.08),
  ],
  powder: [after('cloud a hand’s breadth out', 'start', 0.11), after('hands just met', 'start', 0.008), after('cloud at its fullest', 'start', 0.3)],
  toss: [after('near the apex', 'apex', 0), along('on its way up', 0), along('on its way down', 0, true)],
  swing: [along('diabolo leaves the string', 0), along('a little before', -0.2), along('follow-through', 0.3)],
}

/** Changes that make a set-up one of a moment, its name included; the delay goes back to the planned one. */
export function momentOf(setup: Setup, choice: MomentChoice): Change[] {
  return [{ path: 'moment.phase', value: choice.name }, ...choice.changes(setup), { path: 'delay', value: null }]
}
