import type { Json } from '../json'
import { newSetup } from '../recipes'
import { MOST_MARKS } from './fields'
import { type Change, changedPaths, fieldAt, valueAt, withChanges } from './paths'
import type { FigureMark, FigureSource, Recipe, Setup } from './types'

/** Parts of a set-up that hold no figures. */
const NO_FIGURES =
  /^(name|notes|recipe|crew\.|delay|hand\.lead|tests\.|lists|learnt|evidence|marks|goal\.|kit\.|format|version)/

/** Where the figure at a path comes from; a field that is left empty is assumed whatever was said of it. */
export function sourceOf(setup: Setup, path: string): FigureMark {
  const mark = setup.marks.find(entry => entry.path === path)
  const value = valueAt(setup, path)
  return mark === undefined || value === null ? { path, from: 'assumed', how: '', date: '' } : mark
}

/** What is chosen or dialled: neither known nor assumed, but wanted. */
const WANTED = new RegExp(
  [
    /^(method|trigger|sequence\.)/,
    /^(action|motion|sensor|link)\.kind$/,
    /^motion\.face/,
    /^camera\.setsShutter$/,
    /^moment\.(phase|reference|model|offset|descending|fraction|window\..*)$/,
    /^picture\.(aperture|iso|shutter|depthWanted|blurLimit|ambientLimit|circleOfConfusion)$/,
    /^sensor\.(source|threshold)$/,
    /^flashes\[\d+\]\.(name|kit|modifier|units|relay|power|highSpeedSync|measured|borrowed|role|head|fired|follows)$/,
    /^scene/,
    /^flashes\[\d+\]\.table\[\d+\]\.power$/,
    /^bodies/,
  ]
    .map(pattern => pattern.source)
    .join('|'),
)

/** Whether a path holds a figure that can be known, assumed or measured. */
export const canBeMarked = (path: string): boolean =>
  fieldAt(path) !== undefined && !NO_FIGURES.test(path) && !WANTED.test(path)

/** The set-up with figures marked as known; `assumed` takes a mark away. */
export function marked(
  setup: Setup,
  paths: readonly string[],
  from: FigureSource,
  said: { how?: string; date?: string } = {},
): Setup {
  const about = new Set(paths.filter(canBeMarked))
  if (about.size === 0) return setup
  const kept = setup.marks.filter(entry => !about.has(entry.path))
  const added =
    from === 'assumed' ? [] : [...about].map(path => ({ path, from, how: said.how ?? '', date: said.date ?? '' }))
  return { ...setup, marks: [...kept, ...added].slice(-MOST_MARKS) }
}

/** How wrong a speed may be that somebody enters, where nothing better is said; a share. */
const ENTERED_SPEED = 0.05
/** Errors that belong to a figure: an entered figure is better known than one that was assumed. */
const ERRORS: Partial<Record<string, string>> = {
  'motion.speed': 'motion.speedError',
  'subject.crackSpeed': 'subject.crackSpeedError',
}

/**
 * A set-up after changes that somebody made, the figures marked as theirs; the error of a speed that was assumed gives
 * way to what a person reads off a scale.
 *
 * @param setup with the changes in it
 */
export function entered(setup: Setup, changes: readonly Change[], date = ''): Setup {
  const errors = changes.flatMap(({ path }) => {
    const error = ERRORS[path]
    if (!error || changes.some(change => change.path === error) || sourceOf(setup, error).from !== 'assumed') return []
    return Number(valueAt(setup, error)) > ENTERED_SPEED ? [{ path: error, value: ENTERED_SPEED }] : []
  })
  const paths = changes.filter(change => change.value !== null).map(change => change.path)
  const cleared = changes.filter(change => change.value === null).map(change => change.path)
  const theirs = paths.filter(path => sourceOf(setup, path).from !== 'yours')
  const known = cleared.filter(path => setup.marks.some(mark => mark.path === path))
  return marked(marked(withChanges(setup, errors), theirs, 'yours', { date }), known, 'assumed')
}

/**
 * Back to what the recipe assumes: "don't know".
 *
 * @returns the changes that put the figures of a path back, its error with it
 */
export function unknownChanges(setup: Setup, path: string): Change[] {
  const start = newSetup(setup.recipe, setup.method)
  const back = (at: string): Change[] => {
    const value = valueAt(start, at)
    return value === undefined ? [] : [{ path: at, value: value as Change['value'] }]
  }
  return [...back(path), ...(ERRORS[path] ? back(ERRORS[path]) : [])]
}

/** Marks of a set-up made before there were any: what is not as its recipe starts was entered by somebody. */
export function marksOfOld(value: Json, recipe: Recipe): FigureMark[] {
  const kit = (value.kit ?? {}) as Json
  const rated = (path: string): boolean => Boolean(kit[path.split('.')[0]!])
  // Not yet checked: it is only walked.
  return changedPaths(newSetup(recipe), value)
    .filter(path => canBeMarked(path) && valueAt(value, path) != null)
    .slice(0, MOST_MARKS)
    .map(path => ({ path, from: rated(path) ? 'rated' : 'yours', how: '', date: '' }))
}
