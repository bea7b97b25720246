import type { DayOrder, DayPlanInput, DayRow, FollowedDay, FollowedRow, PlayedDays, ShootDay } from '~~/core/day'

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
  /** How far the day has come; null: it is not on. */
  now: number | null
  /** Ends of the day, half of the days and nine in ten; and of the hire. */
  ends: { planned: number; half: number | null; nine: number | null; hire: number }
}

/** Where a minute of the day lies, px. */
export const yOf = (day: Pick<ShootDay, 'start'>, minute: number): number => HEAD + (minute - day.start) * MINUTE

/** How each row of a day ends, nine days in ten, and the day itself; min after midnight. */
export interface DrawnEnds {
  rows: (number | null)[]
  half: number
  nine: number
}

/** Ends as they were played. */
export const endsOf = ({ rows, end }: PlayedDays): DrawnEnds => ({
  rows: rows.map(row => row.done?.p90 ?? null),
  half: end.p50,
  nine: end.p90,
})

/** A row of a day that went as it went, as one that is planned. */
export function wentRow(row: FollowedRow): DayRow {
  const built = row.built ?? row.tested ?? row.fires ?? row.ends ?? row.from
  const tested = row.tested ?? row.fires ?? built
  const fires = row.fires ?? tested
  return { id: row.id, from: row.from, cleaned: [], built, tested, fires, ends: row.ends ?? fires, wait: 0 }
}

/** The day as it stands: what went as it went, then what is to come; with its ends. */
export function standingDay({ rest }: FollowedDay): { order: DayOrder; ends: DrawnEnds } {
  const open = rest.now && rest.rows.find(row => row.id === rest.now!.id)
  const went = rest.rows.filter(row => row.id !== open?.id).map(wentRow)
  const coming = rest.order.rows.map(row => {
    const begun = open && row.id === open.id ? wentRow(open) : null
    if (!begun) return row
    // What is done of it stands as it was, and the rest as it is expected.
    return {
      ...row,
      from: begun.from,
      built: open!.built ?? (open!.stage === 'building' ? row.built : begun.built),
      tested: open!.stage === 'firing' ? begun.tested : row.tested,
      fires: open!.fires ?? row.fires,
    }
  })
  const doneBy = new Map(
    rest.places.map((place, i) => [rest.ground.input.setups[place]!.id, rest.played.rows[i]!.done]),
  )
  return {
    order: { rows: [...went, ...coming], end: rest.order.end, lost: rest.order.lost },
    ends: {
      rows: [...went.map(() => null), ...coming.map(({ id }) => doneBy.get(id)?.p90 ?? null)],
      half: rest.played.end.p50,
      nine: rest.played.end.p90,
    },
  }
}

/** A planned day as it is drawn: time runs down, the stage in one column and each person in another. */
export function dayDrawing(
  day: ShootDay,
  input: DayPlanInput,
  order: DayOrder,
  ends: DrawnEnds | null,
  now: number | null = null,
): DayDrawing {
  const y = (minute: number): number => yOf(day, minute)
  const packing = day.end - input.end
  const block = (id: string, from: number, to: number): DayBlock => ({
    id,
    y: y(from),
    height: Math.max(0, (to - from) * MINUTE),
  })
  const last = Math.max(day.end, order.end + packing, (ends?.nine ?? 0) + packing)
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
    arrival: block('arrival', day.start, input.start),
    packing: block('packing', order.end, order.end + packing),
    blocks: order.rows.map((row, i) => ({
      id: row.id,
      change: block(row.id, row.from, row.built),
      test: block(row.id, row.built, row.tested),
      wait: block(row.id, row.tested, row.fires),
      fire: block(row.id, row.fires, row.ends),
      cleaned: row.cleaned,
      until: ends?.rows[i] == null ? null : y(ends.rows[i]!),
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
    now: now === null ? null : y(Math.max(day.start, Math.min(now, last))),
    ends: {
      planned: y(order.end + packing),
      half: ends ? y(ends.half + packing) : null,
      nine: ends ? y(ends.nine + packing) : null,
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
