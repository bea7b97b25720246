import { type Change, type Setup, changed, changedPaths, entered, fieldAt, valueAt } from '../../core'
import { fieldName } from '../text/fieldName'
import { valueText } from '../text/valueText'
import type { Said } from './read'

/** What is taken over at once: a method with all that it brings, else each figure by itself. */
const steps = ({ changes }: Said): Change[][] =>
  changes[0]?.path === 'method' ? [changes] : changes.map(change => [change])

/** A set-up after all that was said, with what follows from it by the stated rules. @param day yyyy-mm-dd */
export const withSaid = (setup: Setup, said: readonly Said[], day = ''): Setup =>
  said.reduce((now, one) => {
    const after = steps(one).reduce((step, changes) => entered(changed(step, changes), changes, day), now)
    return one.seen ? { ...after, evidence: [...after.evidence, { ...one.seen, date: day }] } : after
  }, setup)

/** One figure that a phrase sets, as it is shown. */
export interface SaidFigureText {
  path: string
  name: string
  was: string
  is: string
}

/** What a phrase sets, figure by figure, old and new; a figure that stays as it is tells that. */
export const figuresOf = (setup: Setup, after: Setup, { changes, seen }: Said): SaidFigureText[] => [
  ...changes.map(({ path }) => ({
    path,
    name: fieldName(setup, path),
    was: valueText(path, valueAt(setup, path)),
    is: valueText(path, valueAt(after, path)),
  })),
  ...(seen ? [{ path: 'evidence', name: 'Measurement', was: '', is: 'added' }] : []),
]

const isFigure = (path: string): boolean => ['number', 'choice'].includes(fieldAt(path)?.type ?? '')

/** Figures that follow from what was said and were not named. */
export function followed(setup: Setup, after: Setup, said: readonly Said[]): SaidFigureText[] {
  const named = new Set(said.flatMap(one => one.changes.map(({ path }) => path)))
  return changedPaths(setup, after)
    .filter(path => !named.has(path) && !/^(kit|lists)/.test(path) && isFigure(path))
    .map(path => ({
      path,
      name: fieldName(setup, path),
      was: valueText(path, valueAt(setup, path)),
      is: valueText(path, valueAt(after, path)),
    }))
}
