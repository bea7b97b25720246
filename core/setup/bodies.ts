import type { Body, BodyKind, Recipe } from './types'

const body = (name: string, kind: BodyKind, sharp: boolean, speed: number | null = null): Body => ({
  name,
  kind,
  speed,
  sharp,
})

/** What moves in the picture of a recipe; a moment says which of it must be sharp. */
const BODIES: Record<Recipe, () => Body[]> = {
  balloon: () => [
    body('Recoiling skin', 'skin', true),
    body('Tip of the tear', 'tear', false),
    body('Contents', 'contents', true),
  ],
  projectile: () => [body('Ball', 'object', true), body('Fragments', 'own', false, 15)],
  pour: () => [
    body('Stream', 'object', false),
    body('Cloud under the surface', 'contents', true, 0.8),
    body('Drops of the splash', 'drops', false),
  ],
  drop: () => [body('What falls', 'object', false), body('Drops of the crown', 'drops', true, 2)],
  throw: () => [body('Sheet', 'object', true), body('Drops', 'drops', false)],
  powder: () => [body('Grains', 'object', true), body('Hands', 'limbs', false)],
  toss: () => [body('Middle', 'object', true), body('Rim', 'rim', true)],
  swing: () => [body('Diabolo', 'object', true), body('Rim', 'rim', false), body('Arms', 'limbs', true)],
}

/** The bodies a recipe starts with. */
export const newBodies = (recipe: Recipe): Body[] => BODIES[recipe]()

/** The bodies of a set-up of earlier days: one speed was held sharp, its own or that of the object. */
export const bodiesOfOld = (speed: unknown): Body[] =>
  typeof speed === 'number'
    ? [body('Fastest part', 'own', true, speed), body('Object', 'object', false)]
    : [body('Object', 'object', true)]
