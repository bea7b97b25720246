import type { Recipe } from '../setup/types'
import { balloon } from './balloon'
import { bubble } from './bubble'
import { drop } from './drop'
import { grains } from './grains'
import { pour } from './pour'
import { powder } from './powder'
import { projectile } from './projectile'
import { run } from './run'
import { spin } from './spin'
import { swing } from './swing'
import { thrown } from './throw'
import { toss } from './toss'
import type { RecipeFacts, RecipeTraits } from './facts'

/** Every recipe; the compiler names one that is missing. */
export const RECIPE: Readonly<Record<Recipe, RecipeFacts>> = {
  balloon,
  bubble,
  projectile,
  pour,
  drop,
  throw: thrown,
  powder,
  toss,
  swing,
  grains,
  run,
  spin,
}

/** What of a recipe the sums go by. */
export const traitsOf = (recipe: Recipe): RecipeTraits => RECIPE[recipe].traits
