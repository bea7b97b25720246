import { traitsOf } from './all'
import type { Recipe, Setup } from '../setup/types'

/** Recipes whose subject holds liquid that something falls or pours into. */
export const intoLiquid = (recipe: Recipe): boolean => traitsOf(recipe).intoLiquid === true

/** Whether what flies goes through its subject and is slowed there. */
export const slows = ({ recipe, motion, subject }: Pick<Setup, 'recipe' | 'motion' | 'subject'>): boolean =>
  motion.kind === 'flight' && traitsOf(recipe).passesThrough === true && subject.speedLost > 0

/** The second subject behind the first; null: there is none, or nothing gets through the first. */
export const secondOf = ({
  recipe,
  subject,
}: Pick<Setup, 'recipe' | 'subject'>): { gap: number; depth: number } | null =>
  subject.secondGap === null || traitsOf(recipe).passesThrough !== true
    ? null
    : { gap: Math.max(subject.secondGap, subject.depth), depth: subject.secondDepth }
