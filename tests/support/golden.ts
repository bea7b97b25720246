import {
  type Change,
  type Figures,
  type Finding,
  type Recipe,
  type Setup,
  newSetup,
  plan,
  withChanges,
} from '../../core'
import { inWords } from './figures'

/** What is said of a set-up, kept with it: figures to seven digits. */
export interface Golden {
  recipe: Recipe
  changes: Change[]
  findings: Told[]
}

export type Told = Omit<Finding, 'reason'>

export const setupOf = ({ recipe, changes }: Pick<Golden, 'recipe' | 'changes'>): Setup =>
  withChanges(newSetup(recipe), changes)

/** Numbers alone: names and other texts stand in what is said. */
const numbers = (figures: Figures): Figures =>
  Object.fromEntries(Object.entries(figures).filter(([, figure]) => 'value' in figure))

/** What is said of a set-up, in words. */
export const toldOf = (setup: Setup): Told[] =>
  inWords(plan(setup).findings).map(({ reason: _, ...told }) => ({
    ...told,
    figures: numbers(told.figures),
    fixes: told.fixes.map(fix => ({ ...fix, figures: numbers(fix.figures) })),
  }))

/** Seven digits say what there is to say; the last of them may differ from machine to machine. */
const NEAR = 1e-6
const NOTHING = 1e-9

/** Paths at which two values differ, with both. */
export function differences(is: unknown, was: unknown, path = ''): string[] {
  if (typeof is === 'number' && typeof was === 'number')
    return Math.abs(is - was) <= Math.max(NOTHING, NEAR * Math.abs(was)) ? [] : [`${path}: ${is}, was ${was}`]
  if (is === null || was === null || typeof is !== 'object' || typeof was !== 'object')
    return is === was ? [] : [`${path}: ${String(is)}, was ${String(was)}`]
  const keys = new Set([...Object.keys(is), ...Object.keys(was)])
  return [...keys].flatMap(key =>
    differences((is as Record<string, unknown>)[key], (was as Record<string, unknown>)[key], `${path}.${key}`),
  )
}
