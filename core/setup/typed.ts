import { MOST_MARKS } from './fields'
import { fieldAt, valueAt } from './paths'
import type { FigureMark, FigureSource, Setup } from './types'

/** Parts of a set-up that hold no figures. */
const NO_FIGURES = new RegExp(
  '^(name|notes|recipe|crew\\.|delay|hand\\.lead|tests\\.|lists|learnt|evidence|marks|goal\\.(?!kept$)|kit\\.|' +
    'format|version)',
)

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
    /^subject\.person$/,
    /^moment\.(phase|reference|model|offset|descending|fraction|window\..*)$/,
    /^picture\.(aperture|iso|shutter|depthWanted|blurLimit|ambientLimit|circleOfConfusion)$/,
    /^sensor\.(source|threshold)$/,
    /^flashes\[\d+\]\.(name|kit|modifier|units|relay|power|highSpeedSync|measured|borrowed|role|head|fired|follows)$/,
    /^scene/,
    /^goal\.kept$/,
    /^flashes\[\d+\]\.table\[\d+\]\.power$/,
    /^bodies/,
  ]
    .map(pattern => pattern.source)
    .join('|'),
)

/** Whether a path holds a figure that can be known, assumed or measured. */
export const canBeMarked = (path: string): boolean =>
  fieldAt(path) !== undefined && !NO_FIGURES.test(path) && !WANTED.test(path)

/** Whether a path holds a figure that somebody can type, to be left as it was said: also what is chosen or dialled. */
export const canBeTyped = (path: string): boolean => {
  const type = fieldAt(path)?.type
  return path === 'delay' || path === 'hand.lead' || ((type === 'number' || type === 'flag') && !NO_FIGURES.test(path))
}

/** Whether somebody said a figure, typed or measured: no choice made elsewhere replaces it. */
export const isTyped = (setup: Setup, path: string): boolean =>
  setup.marks.some(mark => mark.path === path && mark.from !== 'assumed')

/** The set-up with one figure marked; null: without a mark. */
export function withMark(setup: Setup, path: string, mark: Omit<FigureMark, 'path'> | null): Setup {
  const kept = setup.marks.filter(entry => entry.path !== path)
  if (mark === null) return kept.length === setup.marks.length ? setup : { ...setup, marks: kept }
  return canBeTyped(path) ? { ...setup, marks: [...kept, { path, ...mark }].slice(-MOST_MARKS) } : setup
}

/** The set-up with figures marked as known; `assumed` takes a mark away. */
export function marked(
  setup: Setup,
  paths: readonly string[],
  from: FigureSource,
  said: { how?: string; date?: string } = {},
): Setup {
  const about = new Set(paths.filter(canBeTyped))
  if (about.size === 0) return setup
  const kept = setup.marks.filter(entry => !about.has(entry.path))
  const added =
    from === 'assumed' ? [] : [...about].map(path => ({ path, from, how: said.how ?? '', date: said.date ?? '' }))
  return { ...setup, marks: [...kept, ...added].slice(-MOST_MARKS) }
}
