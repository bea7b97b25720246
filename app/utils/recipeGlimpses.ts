import type { Recipe } from '~~/core'

/** What each recipe's picture looks like from afar, brought along with the page. */
const FILES = import.meta.glob<string>('../assets/glimpses/*.webp', {
  eager: true,
  query: '?inline',
  import: 'default',
})

/** What stands in place of a recipe's picture until it has come, as an address that asks for nothing. */
export const recipeGlimpse = (recipe: Recipe): string => FILES[`../assets/glimpses/${recipe}.webp`] ?? ''
