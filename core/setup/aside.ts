import { MOST_ASIDE } from './fields'
import { isTyped, withMark } from './typed'
import { type Change, valueAt, withChanges } from './paths'
import type { AsideFigure, Setup } from './types'

/** Choices that bring figures with them, and the figures that are a choice's own: those change with it always. */
const OWN: readonly [choice: RegExp, own: RegExp][] = [
  [/^method$/, /^picture\.shutter$/],
  [/^trigger$/, /^$/],
  [/^action\.kind$/, /^sensor\.source$/],
  [/^sensor\.kind$/, /^(sensor\.(latency|jitter|source)|kit\.sensor)$/],
  [/^link\.kind$/, /^(link\.(latency|jitter)|kit\.link)$/],
  [/^moment\.phase$/, /^moment\.(reference|model|offset|descending|fraction|time)$/],
  [/^flashes\[\d+\]\.head$/, /^flashes\[\d+\]\./],
]

/** Whether a path is a choice that brings figures with it. */
export const isChoice = (path: string): boolean => OWN.some(([choice]) => choice.test(path))

/** Whether a figure is one of the choice's own: another choice needs another, whoever said it. */
const isOwnOf = (choice: string, path: string): boolean =>
  OWN.some(([pattern, own]) => pattern.test(choice) && own.test(path))

/** Whether a choice leaves a figure as it is: somebody said it, and the choice can do with it. */
export const staysTyped = (setup: Setup, choice: string, path: string): boolean =>
  isTyped(setup, path) && !isOwnOf(choice, path)

const keyOf = (path: string, value: unknown): string => `${path}=${String(value)}`

function figureOf(setup: Setup, choice: string, path: string): AsideFigure {
  const mark = setup.marks.find(entry => entry.path === path)
  const value = valueAt(setup, path) as AsideFigure['value']
  return { choice, path, value, from: mark?.from ?? null, how: mark?.how ?? '', date: mark?.date ?? '' }
}

/** Whether a figure was set by an earlier choice: it follows again from the same choice, and need not be kept. */
const followed = (setup: Setup, path: string): boolean =>
  setup.marks.some(entry => entry.path === path && entry.from === 'assumed')

const byName = (a: AsideFigure, b: AsideFigure): number =>
  a.choice < b.choice || (a.choice === b.choice && a.path < b.path) ? -1 : 1

/**
 * A set-up after a choice: what the choice before had is put aside, and what this one had when it was left comes back,
 * so that there and back is the same set-up.
 *
 * @param before the choice
 * @param after with the choice in it and what follows from it
 * @param choice its path and its new value
 * @param followers paths that follow from it
 */
export function withAside(before: Setup, after: Setup, choice: Change, followers: readonly string[]): Setup {
  const [left, arrived] = [keyOf(choice.path, valueAt(before, choice.path)), keyOf(choice.path, choice.value)]
  const back = before.aside.filter(row => row.choice === arrived && !staysTyped(before, choice.path, row.path))
  const returned = new Set(back.map(row => row.path))
  const touched = [...new Set([...followers, ...returned])].filter(path => path !== choice.path)
  let next = withChanges(after, back)
  for (const path of touched) {
    const row = back.find(entry => entry.path === path)
    if (row) next = withMark(next, path, row.from === null ? null : { from: row.from, how: row.how, date: row.date })
    else if (!Object.is(valueAt(before, path), valueAt(next, path)))
      next = withMark(next, path, valueAt(next, path) === null ? null : { from: 'assumed', how: '', date: '' })
  }
  const replacedNow = touched.filter(
    path => !Object.is(valueAt(before, path), valueAt(next, path)) && !followed(before, path),
  )
  // A choice's own figures that somebody typed are kept even where the next one leaves them: it may yet change them.
  const own = before.marks
    .filter(mark => mark.from !== 'assumed' && isOwnOf(choice.path, mark.path))
    .map(mark => mark.path)
    .filter(path => !back.some(row => row.path === path && Object.is(row.value, valueAt(before, path))))
  const kept = [...new Set([...replacedNow, ...own])]
    .map(path => figureOf(before, left, path))
    // Left open by the choice itself, which leaves it open again.
    .filter(row => row.value !== null || row.from !== null || !isOwnOf(choice.path, row.path))
  const replaced = new Set(kept.map(row => row.path))
  const aside = [
    ...before.aside.filter(row => row.choice !== arrived && !(row.choice === left && replaced.has(row.path))),
    ...kept,
  ]
  return { ...next, aside: aside.sort(byName).slice(-MOST_ASIDE) }
}
