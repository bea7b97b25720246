import type { Body } from '../setup/types'
import type { RecipeDefaults } from './base'
import type { MomentChoice } from './moment'

/** What a recipe does that sums, findings, cautions and drawings ask for; left out: it does not. */
export interface RecipeTraits {
  /** Something falls or pours into liquid that the subject holds. */
  intoLiquid?: true
  /** What falls in makes a crown and a cavity. */
  splashes?: true
  /** What moves ends at the subject, where the rest of its moment goes on. */
  endsAtSubject?: true
  /** What moves goes through the subject and is seen beyond it. */
  passesThrough?: true
  /** A skin that stays where it is tears from a pin. */
  tears?: true
  /** That skin is a film of liquid, which draws back by its own tension. */
  film?: true
  /** The picture is of a cloud about the start, not of a thing at a distance. */
  cloud?: true
  /** The subject is a round upright vessel that mirrors what stands about. */
  glass?: true
  /** The subject is somebody: from above deep and wide are the same. */
  person?: true
  /** The subject is a flat disc that faces the camera: from above it is a line. */
  flat?: true
  /** What can hurt. */
  hazards: { wet?: true; shatters?: true; dust?: true; people?: true; loud?: true }
}

/** All there is of a recipe in the core. */
export interface RecipeFacts {
  /** What a new set-up of it is called. */
  name: string
  traits: RecipeTraits
  /**
   * Fields that people know before anything is measured, in the order they are asked; those a choice makes idle are
   * not.
   */
  asks: readonly string[]
  /** What its set-up starts with, beside what all start with. Times and spreads are typical, not measured. */
  start: RecipeDefaults
  /** What moves in the picture; a moment says which of it must be sharp. */
  bodies: readonly Body[]
  /** The moments to choose from; the first is what a new set-up starts with. */
  moments: readonly MomentChoice[]
  /** Lists a set-up starts with, to be changed. */
  preparation: readonly string[]
  reset: readonly string[]
}
