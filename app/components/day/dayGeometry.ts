import type { DayOrder, DayPlanInput, PlayedDays, ShootDay } from '~~/core/day'
import { ARRIVAL, PACKING } from '~~/core/day'

/** px for a minute, and where columns stand. */
export const MINUTE = 1.2
export const HEAD = 22
export const SCALE = 44
export const STAGE = 430
export const PERSON = 62

/** A piece of the day as it is drawn, px. */
export interface DayBlock {
  id: string
  y: number
  height: number
}

export interface SetupBlock {
  id: string
  /** Taking down, cleaning and building; the tests; waiting; firing. */
  change: DayBlock
  test: DayBlock
  wait: DayBlock
  fire: DayBlock
  cleaned: readonly string[]
  /** To where the end is certain nine days in ten; null: not played yet. */
  until: number | null
}

export interface DayDrawing {
  width: number
  height: number
  hours: { y: number; minute: number }[]
  breaks: DayBlock[]
  quiet: DayBlock[]
  arrival: DayBlock
  packing: DayBlock
  blocks: SetupBlock[]
  people: { id: string; name: string; x: number; hours: DayBlock[]; needed: DayBlock[] }[]
  /** Ends of the day, half of the days and nine in ten; and of the hire. */
  ends: { planned: number; half: number | null; nine: number | null; hire: number }
}

/** Where a minute of the day lies, px. */
export const yOf = (day: Pick<ShootDay, 'start'>, minute: number): number => HEAD + (minute - day.start) * MINUTE

/** A planned day as it is drawn: time runs down, the stage in one column and each person in another. */
export function dayDrawing(day: ShootDay, input: DayPlanInput, order: DayOrder, played: PlayedDays | null): DayDrawing {
  const y = (minute: number): number => yOf(day, minute)
  const block = (id: string, from: number, to: number): DayBlock => ({
    id,
    y: y(from),
    height: Math.max(0, (to - from) * MINUTE),
  })
  const last = Math.max(day.end, order.end + PACKING, (played?.end.p90 ?? 0) + PACKING)
  const first = Math.ceil(day.start / 60)
  const needs = (id: string): readonly string[] => input.setups.find(setup => setup.id === id)?.needs ?? []
  return {
    width: SCALE + STAGE + day.people.length * PERSON + 8,
    height: y(last) + 26,
    hours: Array.from({ length: Math.floor(last / 60) - first + 1 }, (_, i) => ({
      minute: (first + i) * 60,
      y: y((first + i) * 60),
    })),
    breaks: day.breaks.map(({ at, minutes }, i) => block(`break-${i}`, at, at + minutes)),
    quiet: day.quiet.map(([from, to], i) => block(`quiet-${i}`, Math.max(from, day.start), to)),
    arrival: block('arrival', day.start, day.start + ARRIVAL),
    packing: block('packing', order.end, order.end + PACKING),
    blocks: order.rows.map((row, i) => ({
      id: row.id,
      change: block(row.id, row.from, row.built),
      test: block(row.id, row.built, row.tested),
      wait: block(row.id, row.tested, row.fires),
      fire: block(row.id, row.fires, row.ends),
      cleaned: row.cleaned,
      until: played?.rows[i]?.done ? y(played.rows[i]!.done!.p90) : null,
    })),
    people: day.people.map((person, i) => ({
      id: person.id,
      name: person.name,
      x: SCALE + STAGE + i * PERSON,
      hours: (person.hours.length > 0 ? person.hours : [[day.start, last] as const]).map(([from, to], k) =>
        block(`${person.id}-${k}`, Math.max(from, day.start), Math.min(to, last)),
      ),
      needed: order.rows
        .filter(row => needs(row.id).includes(person.id))
        .map(row => block(row.id, row.tested, row.ends)),
    })),
    ends: {
      planned: y(order.end + PACKING),
      half: played ? y(played.end.p50 + PACKING) : null,
      nine: played ? y(played.end.p90 + PACKING) : null,
      hire: y(day.end),
    },
  }
}

/** The place in the order at which a block is let go whose middle was dragged to a height. */
export function placeAt(blocks: readonly SetupBlock[], id: string, y: number): number {
  const others = blocks.filter(block => block.id !== id)
  const at = others.findIndex(block => y < (block.change.y + block.fire.y + block.fire.height) / 2)
  return at < 0 ? others.length : at
}
