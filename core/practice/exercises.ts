import { type Change, withChanges } from '../setup/paths'
import { recipeStart } from '../recipes'
import type { Card, Recipe, Setup } from '../setup/types'
import { LIGHT_EXERCISES } from './lightExercises'
import { type PracticeRig, drawRig } from './rig'

/** A task on the practice bench. */
export interface Exercise {
  id: string
  title: string
  recipe: Recipe
  /** What there is to learn, and what to look out for. */
  teaches: string
  keepers: number
  /** Props given. */
  stock: number
  changes: Change[]
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
export const EXERCISES: readonly Exercise[] = [
  {
    id: 'cracker-beam',
    title: 'Ball through a cracker, fired by a beam',
    recipe: 'projectile',
    keepers: 3,
    stock: 12,
    changes: [],
    teaches: 'Reading how far past the mark the ball is, and dialling that away in one take.',
  },
  {
    id: 'cracker-report',
    title: 'Ball through a cracker, fired by the shot’s report',
    recipe: 'projectile',
    keepers: 3,
    stock: 16,
    changes: sound,
    teaches: 'The whole flight is uncertain now, not only the last stretch: a wider search, the same reading.',
  },
  {
    id: 'cracker-tired',
    title: 'A launcher that loses power',
    recipe: 'projectile',
    keepers: 4,
    stock: 18,
    changes: [{ path: 'motion.speedSpread', value: 0.006 }],
    drift: 0.006,
    teaches: 'Each take is a little slower. Spot the drift and trust the latest takes.',
  },
  {
    id: 'balloon-click',
    title: 'Balloon fired by its bang, microphone too sensitive',
    recipe: 'balloon',
    keepers: 3,
    stock: 16,
    changes: [
      { path: 'sensor.falsePeak', value: 0.16 },
      { path: 'sensor.eventPeak', value: 0.7 },
      { path: 'sensor.threshold', value: 0.08 },
    ],
    teaches:
      'The shutter’s own click sets the flash off. Find a threshold between click and bang, then the delay, by ' +
      'early and late alone.',
  },
  {
    id: 'coffee-cloud',
    title: 'Cream into iced coffee',
    recipe: 'pour',
    keepers: 3,
    stock: 14,
    changes: [],
    teaches: 'A slow moment with a wide window: the delay counts from the beam to the cloud, not to the surface.',
  },
  {
    id: 'milk-crown',
    title: 'Crown in milk',
    recipe: 'drop',
    keepers: 3,
    stock: 16,
    changes: [],
    teaches: 'You can only tell early, on time or late. Let each verdict halve the range.',
  },
  {
    id: 'tea-sheet',
    title: 'Tea over a jug, lights too strong',
    recipe: 'throw',
    keepers: 2,
    stock: 12,
    changes: [
      { path: 'flashes[0].power', value: 1 },
      { path: 'flashes[1].power', value: 1 },
      { path: 'picture.aperture', value: 32 },
    ],
    teaches: 'At full power the light lasts too long and the tea smears. Less power, a wider aperture, then the delay.',
  },
  {
    id: 'chalk-sync',
    title: 'Chalk clap at sync speed',
    recipe: 'powder',
    keepers: 3,
    stock: 14,
    changes: [],
    teaches: 'Here the shutter lag is part of the chain, and no two claps are alike.',
  },
  {
    id: 'top-apex',
    title: 'Spinning top at its apex',
    recipe: 'toss',
    keepers: 3,
    stock: 14,
    changes: [],
    teaches: 'Near the apex everything is slow, so the window is wide; but the height of the toss varies.',
  },
]

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
    title: name,
    recipe,
    teaches: 'Your own set-up, on a rig that is as far off as your plan says it may be.',
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
  return { ...setup, name: exercise.title, goal: { ...setup.goal, keepers: exercise.keepers, stock: exercise.stock } }
}

/** A rig to practise it on. */
export const exerciseRig = (exercise: Exercise, seed: number): PracticeRig =>
  drawRig(exerciseSetup(exercise), seed, { drift: exercise.drift ?? 0 })
