import { withChanges } from '../setup/paths'
import type { Body, ListItem, Method, Recipe, Setup } from '../setup/types'
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

/** A new set-up of a recipe, whole and ready to be changed. */
export function newSetup(recipe: Recipe, method?: Method): Setup {
  const start = startOf(recipe)
  const setup = withChanges(start, momentOf(start, RECIPE[recipe].moments[0]!))
  return method ? { ...setup, method } : setup
}
