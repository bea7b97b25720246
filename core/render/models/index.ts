import type { Recipe } from '../../setup/types'
import { balloon } from './balloon'
import { bubble } from './bubble'
import { drop } from './drop'
import { grains } from './grains'
import type { SubjectModel } from './model'
import { pour } from './pour'
import { powder } from './powder'
import { projectile } from './projectile'
import { run } from './run'
import { spin } from './spin'
import { swing } from './swing'
import { thrown } from './throw'
import { toss } from './toss'

/** What stands before the camera, by recipe; the compiler names one that is missing. */
export const SUBJECT_MODELS: Readonly<Record<Recipe, SubjectModel>> = {
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
