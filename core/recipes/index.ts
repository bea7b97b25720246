import { withChanges } from '../setup/paths'
import type { Body, ListItem, Recipe, Setup } from '../setup/types'
import { RECIPE } from './all'
import { BASE } from './base'
import { momentOf } from './moment'

export { RECIPE, traitsOf } from './all'
export { batteryFlash, mainsFlash, popGroup } from './flashes'
export { type MomentChoice, momentOf } from './moment'

/** Plain data only; core may not count on a host's structuredClone. */
const copied = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T

const items = (texts: readonly string[]): ListItem[] => texts.map(text => ({ text, done: false }))

/** Lists a recipe starts with, to be changed. */
export const newLists = (recipe: Recipe): Setup['lists'] => ({
  preparation: items(RECIPE[recipe].preparation),
  reset: items(RECIPE[recipe].reset),
  cautions: [],
  review: [],
  acknowledged: [],
})

/** The bodies a recipe starts with. */
export const newBodies = (recipe: Recipe): Body[] => RECIPE[recipe].bodies.map(body => ({ ...body }))

function startOf(recipe: Recipe): Setup {
  const { name, start } = RECIPE[recipe]
  const setup: Setup = { ...copied(BASE), name, recipe, bodies: newBodies(recipe), lists: newLists(recipe) }
  for (const [key, value] of Object.entries(copied(start)) as [keyof Setup, unknown][]) {
    const old = setup[key]
    const merge =
      value !== null && typeof value === 'object' && !Array.isArray(value) && old !== null && typeof old === 'object'
    Object.assign(setup, { [key]: merge ? { ...old, ...value } : value })
  }
  return setup
}

/** A set-up as its recipe starts it, by its first method and trigger: everything in it is assumed. */
export function recipeStart(recipe: Recipe): Setup {
  const start = startOf(recipe)
  return withChanges(start, momentOf(start, RECIPE[recipe].moments[0]!))
}
export * from './through'
