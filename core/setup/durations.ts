import type { FlashRow } from './types'

/** A duration that somebody typed: its row and which of the two it is. */
export interface TypedDuration {
  row: number
  key: 't05' | 't01'
}

/** A row of whose durations each is known or not. */
interface HeldRow extends FlashRow {
  known: { t05: boolean; t01: boolean }
}

/** How much longer a unit is than the one assumed, at a power: between known rows by the power’s logarithm. */
function factorAt(points: readonly { power: number; factor: number }[], power: number): number {
  const at = Math.log2(power)
  const [first] = points
  const last = points.at(-1)
  if (!first || !last) return 1
  const next = points.findIndex(point => Math.log2(point.power) >= at)
  if (next === 0) return first.factor
  if (next < 0) return last.factor
  const [below, above] = [points[next - 1]!, points[next]!]
  const part = (at - Math.log2(below.power)) / (Math.log2(above.power) - Math.log2(below.power))
  return below.factor ** (1 - part) * above.factor ** part
}

/**
 * A table of durations after some were typed: the other duration of a typed row, if only assumed, is left to be
 * estimated; rows that are only assumed are drawn longer or shorter so that the whole passes through what is known.
 * What was known before stays.
 *
 * @param before the rows as they were, with what was estimated filled in
 * @param after the same rows with the typed durations in them; s
 * @param isKnown whether a duration was known before the typing
 */
export function drawnThrough(
  before: readonly { power: number; t05: number; t01: number }[],
  after: readonly FlashRow[],
  typed: readonly TypedDuration[],
  isKnown: (row: number, key: 't05' | 't01') => boolean,
): FlashRow[] {
  const isTyped = (row: number, key: 't05' | 't01'): boolean => typed.some(one => one.row === row && one.key === key)
  const rows = after.map((row, i): HeldRow => {
    const known = { t05: isTyped(i, 't05') || isKnown(i, 't05'), t01: isTyped(i, 't01') || isKnown(i, 't01') }
    return { ...row, known }
  })
  const points = rows
    .flatMap((row, i) => {
      const key = isTyped(i, 't05') || (row.known.t05 && !isTyped(i, 't01')) ? ('t05' as const) : ('t01' as const)
      const value = row[key]
      if (!row.known[key] || value === null || !before[i]) return []
      return [{ power: row.power, factor: value / before[i][key] }]
    })
    .sort((a, b) => a.power - b.power)
  const touched = new Set(typed.map(one => one.row))
  return rows.map(({ known, ...row }, i) => {
    if (touched.has(i)) return { ...row, t05: known.t05 ? row.t05 : null, t01: known.t01 ? row.t01 : null }
    if (known.t05 || known.t01 || !before[i]) return row
    const factor = factorAt(points, row.power)
    return { ...row, t05: row.t05 === null ? null : row.t05 * factor, t01: row.t01 === null ? null : row.t01 * factor }
  })
}
