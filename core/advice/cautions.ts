import { assess } from '../plan/assess'
import { sensorOf } from '../sensors/all'
import { shoots } from '../defaults/typical'
import { traitsOf } from '../recipes/all'
import type { RecipeTraits } from '../recipes/facts'
import type { Setup } from '../setup/types'

/** A caution by name; what it says stands in `shared/texts/cautions.ts`. */
export type CautionId =
  'projectile' | 'shards' | 'laser' | 'water' | 'dust' | 'spark' | 'flicker' | 'dark' | 'people' | 'hearing'

/** A caution, where it applies. */
export interface Caution {
  id: CautionId
  /** The calls that must be given before each arm. */
  calls?: readonly string[]
}

interface Rule extends Caution {
  applies: (s: Setup) => boolean
}

const filledWith = (s: Setup, ...fillings: Setup['subject']['filling'][]): boolean =>
  traitsOf(s.recipe).tears === true && fillings.includes(s.subject.filling)
const can = (s: Setup, hazard: keyof RecipeTraits['hazards']): boolean => traitsOf(s.recipe).hazards[hazard] === true
/** Whether pops follow each other at a rate that can trigger seizures, 3 to 60 a second. */
function flickers(s: Setup): boolean {
  const { closest } = assess(s).sequence ?? { closest: null }
  return closest !== null && closest >= 1 / 60 - 1e-9 && closest <= 1 / 3 + 1e-9
}

const RULES: Rule[] = [
  { id: 'projectile', calls: ['eyes', 'clear'], applies: s => shoots(s.action.kind) },
  { id: 'shards', applies: s => can(s, 'shatters') || shoots(s.action.kind) },
  { id: 'laser', applies: s => s.trigger === 'sensor' && sensorOf(s).crossed },
  { id: 'water', applies: s => can(s, 'wet') || filledWith(s, 'liquid') },
  { id: 'dust', applies: s => can(s, 'dust') || filledWith(s, 'powder') },
  { id: 'spark', applies: s => s.flashes.some(flash => flash.supply === 'spark') },
  { id: 'flicker', applies: flickers },
  { id: 'dark', applies: s => s.method === 'open-shutter' },
  { id: 'people', applies: s => can(s, 'people') || s.subject.person },
  { id: 'hearing', applies: s => s.action.kind === 'launcher' || can(s, 'loud') },
]

/** The cautions that apply to a set-up, in the order of their gravity. */
export function cautionsOf(setup: Setup): Caution[] {
  return RULES.filter(rule => rule.applies(setup)).map(({ applies: _, ...caution }) => caution)
}
