import { type Change, withChanges } from '../setup/paths'
import { recipeStart } from '../recipes'
import type { Card, Recipe, Setup } from '../setup/types'
import { LIGHT_EXERCISES } from './lightExercises'
import { type PracticeRig, drawRig } from './rig'

/** A task on the practice bench. */
export interface Exercise {
  id: string
  /** Of a set-up of one's own: what it is called. Those of the list go by their id. */
  name?: string
  recipe: Recipe
  keepers: number
  /** Props given. */
  stock: number
  changes: readonly Change[]
  /** Cards that stand there from the start. */
  cards?: readonly Card[]
  /** Done by placing light in the workspace. */
  light?: true
  /** Share of the speed that each shot costs. */
  drift?: number
}

const sound: Change[] = [
  { path: 'sensor.kind', value: 'sound' },
  { path: 'sensor.source', value: 'start' },
  { path: 'sensor.position', value: 0 },
  { path: 'sensor.offset', value: 0.15 },
  { path: 'sensor.falsePeak', value: 0.12 },
  { path: 'sensor.eventPeak', value: 0.8 },
  { path: 'sensor.threshold', value: 0.3 },
]

/** Every exercise of the bench, in the order of its list. */
export const EXERCISES = [
  { id: 'cracker-beam', recipe: 'projectile', keepers: 3, stock: 12, changes: [] },
  { id: 'cracker-report', recipe: 'projectile', keepers: 3, stock: 16, changes: sound },
  {
    id: 'cracker-tired',
    recipe: 'projectile',
    keepers: 4,
    stock: 18,
    changes: [{ path: 'motion.speedSpread', value: 0.006 }],
    drift: 0.006,
  },
  {
    id: 'balloon-click',
    recipe: 'balloon',
    keepers: 3,
    stock: 16,
    changes: [
      { path: 'sensor.falsePeak', value: 0.16 },
      { path: 'sensor.eventPeak', value: 0.7 },
      { path: 'sensor.threshold', value: 0.08 },
    ],
  },
  { id: 'coffee-cloud', recipe: 'pour', keepers: 3, stock: 14, changes: [] },
  { id: 'milk-crown', recipe: 'drop', keepers: 3, stock: 16, changes: [] },
  {
    id: 'tea-sheet',
    recipe: 'throw',
    keepers: 2,
    stock: 12,
    changes: [
      { path: 'flashes[0].power', value: 1 },
      { path: 'flashes[1].power', value: 1 },
      { path: 'picture.aperture', value: 32 },
    ],
  },
  { id: 'chalk-sync', recipe: 'powder', keepers: 3, stock: 14, changes: [] },
  { id: 'top-apex', recipe: 'toss', keepers: 3, stock: 14, changes: [] },
] as const satisfies readonly Exercise[]

/** An exercise of one of the two lists. */
export type ExerciseId = (typeof EXERCISES | typeof LIGHT_EXERCISES)[number]['id']

/** An exercise by its id; undefined for an id that is none. */
export const exerciseById = (id: string): Exercise | undefined =>
  [...EXERCISES, ...LIGHT_EXERCISES].find(exercise => exercise.id === id)

/** Id of a set-up of one's own that is rehearsed on the bench. */
export const REHEARSAL = 'own'
/** Props of a rehearsal whose set-up names no stock: so many for each keeper. */
const PROPS_EACH = 6
const FEWEST_PROPS = 12

/** The exercise that was begun with a rig: one of the list, or a set-up of one's own; undefined: neither. */
export function exerciseOf(id: string, { setup }: Pick<PracticeRig, 'setup'>): Exercise | undefined {
  if (id !== REHEARSAL) return exerciseById(id)
  const { name, recipe, goal } = setup
  return {
    id,
    name,
    recipe,
    keepers: goal.keepers,
    stock: goal.stock > 0 ? goal.stock : Math.max(FEWEST_PROPS, PROPS_EACH * goal.keepers),
    changes: [],
  }
}

/** The set-up that what was begun with a rig started with. */
export const startOf = (exercise: Exercise, { setup }: Pick<PracticeRig, 'setup'>): Setup =>
  exercise.id === REHEARSAL ? setup : exerciseSetup(exercise)

/** The set-up an exercise starts with. */
export function exerciseSetup(exercise: Exercise): Setup {
  const changed = withChanges(recipeStart(exercise.recipe), exercise.changes)
  const setup = exercise.cards ? { ...changed, scene: { ...changed.scene, cards: [...exercise.cards] } } : changed
  return { ...setup, goal: { ...setup.goal, keepers: exercise.keepers, stock: exercise.stock } }
}

/** A rig to practise it on. */
export const exerciseRig = (exercise: Exercise, seed: number): PracticeRig =>
  drawRig(exerciseSetup(exercise), seed, { drift: exercise.drift ?? 0 })
