import type { Json } from '../math/json'
import { recipeStart } from '../recipes'
import { MOST_MARKS } from '../setup/fields'
import { isChoice } from '../setup/aside'
import { errorPathOf, knownBy, usualWay } from './knownBy'
import { type Change, changedPaths, valueAt } from '../setup/paths'
import { canBeMarked, canBeTyped, isTyped, marked, sourceOf } from '../setup/typed'
import type { FigureMark, Recipe, Setup } from '../setup/types'

/**
 * A set-up after changes that somebody made, the figures marked as theirs, with an error by how such a figure is known
 * (`knownBy.ts`) unless somebody said that too.
 *
 * @param setup with the changes in it
 */
export function entered(setup: Setup, changes: readonly Change[], date = ''): Setup {
  // What a choice brings with it was not said by anybody.
  if (changes.length > 1 && changes.some(change => isChoice(change.path))) return setup
  const ways = changes.flatMap(({ path, value }) => {
    const error = errorPathOf(path)
    if (!error || value === null || changes.some(change => change.path === error) || isTyped(setup, error)) return []
    return [{ path, way: usualWay(setup.recipe, path) }]
  })
  const paths = changes.filter(change => change.value !== null).map(change => change.path)
  const cleared = changes.filter(change => change.value === null).map(change => change.path)
  const theirs = paths.filter(path => sourceOf(setup, path).from !== 'yours')
  const known = cleared.filter(path => setup.marks.some(mark => mark.path === path))
  const next = marked(marked(setup, theirs, 'yours', { date }), known, 'assumed')
  return ways.reduce((now, { path, way }) => knownBy(now, path, way), next)
}

/**
 * Back to what is assumed: "don't know".
 *
 * @param start a new set-up of the same recipe, method and trigger
 * @returns the changes that put the figures of a path back, its error with it
 */
export function unknownChanges(start: Setup, path: string): Change[] {
  const back = (at: string): Change[] => {
    const value = valueAt(start, at)
    return value === undefined ? [] : [{ path: at, value: value as Change['value'] }]
  }
  const error = errorPathOf(path)
  return [...back(path), ...(error ? back(error) : [])]
}

/** Marks of a set-up made before there were any: what is not as its recipe starts was entered by somebody. */
export function marksOfOld(value: Json, recipe: Recipe): FigureMark[] {
  const kit = (value.kit ?? {}) as Json
  const rated = (path: string): boolean => Boolean(kit[path.split('.')[0]!])
  // Not yet checked: it is only walked.
  return changedPaths(recipeStart(recipe), value)
    .filter(path => canBeMarked(path) && valueAt(value, path) != null)
    .slice(0, MOST_MARKS)
    .map(path => ({ path, from: rated(path) ? 'rated' : 'yours', how: '', date: '' }))
}

/** Marks of a set-up made before what is chosen was marked: what is not as its recipe starts was said by somebody. */
export function choicesOfOld(value: Json, recipe: Recipe, marks: readonly unknown[]): FigureMark[] {
  const known = new Set(marks.map(mark => (mark as Partial<FigureMark> | null)?.path))
  return changedPaths(recipeStart(recipe), value)
    .filter(path => canBeTyped(path) && !canBeMarked(path) && !known.has(path) && valueAt(value, path) != null)
    .slice(0, MOST_MARKS - marks.length)
    .map(path => ({ path, from: 'yours', how: '', date: '' }))
}
