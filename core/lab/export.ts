import { samePower } from '../kit/power'
import type { KitItem, KitDurationRow } from '../kit/types'
import { evidenceOf } from '../setup/evidence'
import { marked } from '../setup/typed'
import { type Change, valueAt, withChanges } from '../setup/paths'
import { type Assessment, assess } from '../plan/assess'
import { extensionStops, offPlan } from '../plan/meter'
import type { Evidence, Setup } from '../setup/types'
import type { Export } from './types'

/** Where a figure comes from: the tool and its file, and the day, yyyy-mm-dd. */
export interface GivenFrom {
  how: string
  date: string
}

/** What was read as a set-up keeps it: of all lights together a reading of each. */
function asSeen(setup: Setup, { kind, value, more }: Export & { to: 'evidence' }): Pick<Evidence, 'value' | 'light'>[] {
  const light = more?.light ?? 0
  // What was read before is set against the figures as they were entered, and so is this.
  const bare = (): Assessment => assess({ ...setup, evidence: [] })
  switch (kind) {
    // A place is read past the mark; it is kept past the near face.
    case 'place':
      return [{ value: value + setup.moment.offset, light }]
    // A frame of a close-up is darker than its room.
    case 'ambient':
      return [{ value: value + extensionStops(bare()), light }]
    // A frame tells stops against correct; the plan may mean it to be off.
    case 'light': {
      const plan = bare()
      const lights = more?.light === undefined ? setup.flashes.map((_, i) => i) : [light]
      return lights.map(i => ({ value: offPlan(plan, more?.light ?? null, value), light: i }))
    }
    default:
      return [{ value, light }]
  }
}

/**
 * A set-up with a figure of the Lab in it: as evidence that can be switched off, or in its fields, marked as measured.
 *
 * @returns the set-up as it was where the figure goes elsewhere
 */
export function exportedToSetup(setup: Setup, give: Export, from: GivenFrom): Setup {
  if (give.to === 'evidence') {
    return asSeen(setup, give).reduce((now, seen) => {
      const entry = evidenceOf(now, { ...give.more, ...seen, kind: give.kind, error: give.error, ...from })
      return { ...now, evidence: [...now.evidence, entry] }
    }, setup)
  }
  if (give.to !== 'set-up') return setup
  const paths = give.changes.map(change => change.path)
  return marked(withChanges(setup, give.changes), paths, 'measured', from)
}

/**
 * An item of kit with a figure of the Lab in it, marked as measured on the day.
 *
 * @returns null where the figure is not of its kind
 */
export function exportedToKit(item: KitItem, give: Export, { date }: GivenFrom): KitItem | null {
  if (give.to === 'kit' && give.kind === item.kind) {
    const marks = Object.fromEntries(Object.keys(give.figures).map(key => [key, { basis: 'measured' as const, date }]))
    return { ...item, figures: { ...item.figures, ...give.figures }, marks: { ...item.marks, ...marks } }
  }
  if (give.to !== 'kit-row' || item.kind !== 'flash') return null
  const row: KitDurationRow = { power: give.power, t05: give.t05, t01: give.t01, basis: 'measured', date }
  const others = item.table.filter(one => !samePower(one.power, give.power))
  return { ...item, table: [...others, row].sort((a, b) => b.power - a.power) }
}

/** A set-up without a figure that was given to it; what was changed since stays. */
export function takenFromSetup(now: Setup, before: Setup, after: Setup, give: Export): Setup {
  if (give.to === 'evidence') {
    const given = new Set(after.evidence.slice(before.evidence.length).map(entry => entry.id))
    return { ...now, evidence: now.evidence.filter(entry => !given.has(entry.id)) }
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
export function takenFromKit(now: KitItem, before: KitItem, give: Export): KitItem {
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
  const near = (row: KitDurationRow): boolean => samePower(row.power, give.power)
  const table = [...now.table.filter(row => !near(row)), ...before.table.filter(near)]
  return { ...now, table: table.sort((a, b) => b.power - a.power) }
}
