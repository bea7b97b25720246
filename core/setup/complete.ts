import { newLists, untested } from './lists'
import { RECIPES, type Recipe } from './types'

type Json = Record<string, unknown>

const isObject = (value: unknown): value is Json => value !== null && typeof value === 'object' && !Array.isArray(value)

/** What a light of a file without it has. */
const FLASH_ADDITIONS = { kit: '', modifier: '', supply: 'battery', slaveDelay: 0, elevation: 0, energy: 76, heatLimit: null, repeat: [] } as const

/**
 * A set-up of version 1 with the parts that were added to the format since filled in by their defaults. What is there is never
 * changed, and what is no set-up is given back as it is, for validation to refuse.
 */
export function completeSetup(value: unknown): unknown {
  if (!isObject(value) || value.format !== 'epiro-setup' || value.version !== 1) return value
  const recipe: Recipe = RECIPES.includes(value.recipe as Recipe) ? value.recipe as Recipe : 'projectile'
  return {
    ...value,
    flashes: Array.isArray(value.flashes) ? value.flashes.map(flash => (isObject(flash) ? { ...FLASH_ADDITIONS, ...flash } : flash as unknown)) : value.flashes,
    kit: value.kit ?? { camera: '', lens: '', sensor: '', controller: '', link: '', consumable: '' },
    lists: value.lists ?? newLists(recipe),
    tests: value.tests ?? untested(),
  }
}
