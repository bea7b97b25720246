import { type Change, type FigureValue, type Setup, changedPaths, fieldAt, isChoice, valueAt } from '../../core'

/** Figures that a choice changed besides itself. */
export interface Followers {
  /** The field that was chosen. */
  choice: string
  rows: { path: string; was: FigureValue; now: FigureValue }[]
}

/**
 * What a choice brought with it: each figure that was there before and is another now.
 *
 * @param changes what somebody did; null is given where no choice is among them, or nothing followed
 */
export function followersOf(before: Setup, after: Setup, changes: readonly Change[]): Followers | null {
  const choice = changes.find(change => isChoice(change.path))?.path
  if (choice === undefined) return null
  const rows = changedPaths(before, after).flatMap(path => {
    const field = fieldAt(path)
    if (field?.type !== 'number' || path === choice) return []
    return [{ path, was: valueAt(before, path) as FigureValue, now: valueAt(after, path) as FigureValue }]
  })
  return rows.length > 0 ? { choice, rows } : null
}
