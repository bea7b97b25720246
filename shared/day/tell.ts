import type { DayRow, DaySetup, ShootDay } from '../../core/day'

/** Somebody whose call is another than on the printed sheet; null: none any more. min after midnight. */
export interface Told {
  name: string
  was: number
  now: number | null
}
/** A planned day: who is called, the times they were given, and the times as they stand. */
export interface DayKnown {
  day: Pick<ShootDay, 'people' | 'sheet' | 'printedAt'>
  input: { setups: readonly Pick<DaySetup, 'id' | 'needs'>[] }
  plan: { rows: readonly Pick<DayRow, 'id' | 'fires'>[] }
}

/** min by which a call may move before anybody has to be told. */
const MOVED = 5

/** Who has to be told that the day is another than on the sheet that was printed. */
export function toTell({ day, input, plan }: DayKnown): Told[] {
  if (day.printedAt === '') return []
  return day.people.flatMap(({ id, name }) => {
    const needs = (setup: string): boolean => input.setups.find(one => one.id === setup)?.needs.includes(id) === true
    const was = Math.min(...day.sheet.filter(row => needs(row.id)).map(({ fires }) => fires))
    const now = Math.min(...plan.rows.filter(row => needs(row.id)).map(({ fires }) => fires))
    if (was === Infinity || Math.abs(now - was) < MOVED) return []
    return [{ name, was, now: now === Infinity ? null : now }]
  })
}
