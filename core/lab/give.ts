import type { KitItem, KitDurationRow } from '../kit/types'
import { evidenceOf } from '../setup/evidence'
import { marked } from '../setup/typed'
import { type Change, valueAt, withChanges } from '../setup/paths'
import type { Setup } from '../setup/types'
import type { Give } from './types'

/** Where a figure comes from: the tool and its file, and the day, yyyy-mm-dd. */
export interface GivenFrom {
  how: string
  date: string
}

/**
 * A set-up with a figure of the Lab in it: as evidence that can be switched off, or in its fields, marked as measured.
 *
 * @returns the set-up as it was where the figure goes elsewhere
 */
export function givenToSetup(setup: Setup, give: Give, from: GivenFrom): Setup {
  if (give.to === 'evidence') {
    // A place is read past the mark; it is kept past the near face.
    const value = give.kind === 'place' ? give.value + setup.moment.offset : give.value
    const seen = { ...give.more, kind: give.kind, value, error: give.error, how: from.how, date: from.date }
    return { ...setup, evidence: [...setup.evidence, evidenceOf(setup, seen)] }
  }
  if (give.to !== 'set-up') return setup
  const paths = give.changes.map(change => change.path)
  return marked(withChanges(setup, give.changes), paths, 'measured', from)
}

/** Powers nearer than a tenth of a stop are the same row of a table. */
const SAME_POWER = 0.1

/**
 * An item of kit with a figure of the Lab in it, marked as measured on the day.
 *
 * @returns null where the figure is not of its kind
 */
export function givenToKit(item: KitItem, give: Give, { date }: GivenFrom): KitItem | null {
  if (give.to === 'kit' && give.kind === item.kind) {
    const marks = Object.fromEntries(Object.keys(give.figures).map(key => [key, { basis: 'measured' as const, date }]))
    return { ...item, figures: { ...item.figures, ...give.figures }, marks: { ...item.marks, ...marks } }
  }
  if (give.to !== 'kit-row' || item.kind !== 'flash') return null
  const row: KitDurationRow = { power: give.power, t05: give.t05, t01: give.t01, basis: 'measured', date }
  const others = item.table.filter(one => Math.abs(Math.log2(one.power / give.power)) > SAME_POWER)
  return { ...item, table: [...others, row].sort((a, b) => b.power - a.power) }
}

/** A set-up without a figure that was given to it; what was changed since stays. */
export function takenFromSetup(now: Setup, before: Setup, after: Setup, give: Give): Setup {
  if (give.to === 'evidence') {
    const given = after.evidence.at(-1)?.id
    return { ...now, evidence: now.evidence.filter(entry => entry.id !== given) }
  }
  if (give.to !== 'set-up') return now
  const paths = new Set(give.changes.map(change => change.path))
  const values = [...paths].map(path => ({ path, value: (valueAt(before, path) ?? null) as Change['value'] }))
  const marks = [
    ...now.marks.filter(mark => !paths.has(mark.path)),
    ...before.marks.filter(mark => paths.has(mark.path)),
  ]
  return { ...withChanges(now, values), marks }
}

/** The same of an item of kit. */
export function takenFromKit(now: KitItem, before: KitItem, give: Give): KitItem {
  if (give.to === 'kit') {
    const keys = Object.keys(give.figures)
    const was = <T>(of: Record<string, T>): Record<string, T> =>
      Object.fromEntries(keys.flatMap(key => (key in of ? [[key, of[key]!]] : [])))
    return {
      ...now,
      figures: { ...now.figures, ...was(before.figures) },
      marks: { ...now.marks, ...was(before.marks) },
    }
  }
  if (give.to !== 'kit-row') return now
  const near = (row: KitDurationRow): boolean => Math.abs(Math.log2(row.power / give.power)) <= SAME_POWER
  const table = [...now.table.filter(row => !near(row)), ...before.table.filter(near)]
  return { ...now, table: table.sort((a, b) => b.power - a.power) }
}
