import ical from 'ical-generator'
import Papa from 'papaparse'
import { type CautionId, type PackedItem, cautionsOf, packedKey, packingOf, type Setup } from '../../core'
import { type DayPlan, type DayPlanInput, type ShootDay, clockText, propOf } from '../../core/day'
import { quotedCell, safeCell } from '../text/cells'

/** A planned day with what it is made of. */
export interface Planned {
  shoot: { name: string; date: string; place: string }
  day: ShootDay
  input: DayPlanInput
  plan: DayPlan
  setups: ReadonlyMap<string, Setup>
}

/** When somebody has to be there, and for what: from when the first set-up that needs them is built. */
export interface Call {
  name: string
  /** What they do; empty: not said. */
  role: string
  from: number
  to: number
  setups: string[]
}

/** min before a set-up is tested that who performs in it is called. */
const BEFORE = 15

/** When everything is packed, the order being over at a minute. */
export const packedAt = ({ day, input }: Pick<Planned, 'day' | 'input'>, minute: number): number =>
  minute + day.end - input.end

const nameOf = ({ setups }: Planned, id: string): string => setups.get(id)?.name ?? id

/** When each person has to be there; whoever no set-up waits for is called for the whole day. */
export function callsOf(planned: Planned): Call[] {
  const { day, plan, input } = planned
  return day.people.map(person => {
    const rows = plan.rows.filter(row => input.setups.find(({ id }) => id === row.id)?.needs.includes(person.id))
    return rows.length === 0
      ? { name: person.name, role: person.role ?? '', from: day.start, to: packedAt(planned, plan.end), setups: [] }
      : {
          name: person.name,
          role: person.role ?? '',
          from: Math.max(day.start, rows[0]!.tested - BEFORE),
          to: rows.at(-1)!.ends,
          setups: rows.map(row => nameOf(planned, row.id)),
        }
  })
}

/** Everything to bring, gear that several set-ups take counted once. */
export function packingOfDay({ plan, setups }: Planned): PackedItem[] {
  const most = new Map<string, PackedItem>()
  for (const { id } of plan.rows) {
    const setup = setups.get(id)
    for (const item of setup ? packingOf(setup) : []) {
      const key = packedKey(item)
      most.set(key, { ...item, count: Math.max(most.get(key)?.count ?? 0, item.count) })
    }
  }
  return [...most.values()]
}

/** Props of a kind that a day takes, what is there, and what is still to be bought or made. */
export interface DayProps {
  /** Names of the set-ups that use it. */
  setups: string[]
  /** Enough on nine days in ten, of all those set-ups together. */
  need: number
  /** Null: not said. */
  stock: number | null
  get: number
}

/** Props to have for the whole day: as many as nine days in ten take of each kind, less what is there. */
export function propsOfDay({ plan, setups }: Planned): DayProps[] {
  const kinds = new Map<string, string[]>()
  for (const { id } of plan.rows) {
    const setup = setups.get(id)
    if (setup) kinds.set(propOf(id, setup), [...(kinds.get(propOf(id, setup)) ?? []), setup.name])
  }
  return [...kinds].flatMap(([kind, names]) => {
    const props = plan.played.props[kind]
    return props
      ? [{ setups: names, need: props.p90, stock: props.stock, get: Math.max(0, props.p90 - (props.stock ?? 0)) }]
      : []
  })
}

/** A prop that is made beforehand: when to begin at the latest, and the soonest at which it is still good. */
export interface MadeAhead {
  name: string
  begin: number
  /** Null: it keeps. */
  earliest: number | null
}

/**
 * What is made beforehand, from when to when: ready as it is fired, and not so soon that it goes off before the last
 * take on nine days in ten. One that cannot keep so long is made in lots, and has no soonest.
 */
export const madeAhead = ({ plan, input, setups }: Planned): MadeAhead[] =>
  plan.rows.flatMap(({ id, fires, ends }, i) => {
    const { ahead, keeps } = input.setups.find(one => one.id === id)!
    if (ahead == null) return []
    const begin = Math.floor(fires - ahead)
    const soonest = keeps == null ? null : Math.ceil((plan.played.rows[i]!.done?.p90 ?? ends) - keeps - ahead)
    return [{ name: setups.get(id)?.name ?? id, begin, earliest: soonest === null || soonest > begin ? null : soonest }]
  })

/** Cautions of the day, each with the set-ups it is for. */
export function cautionsOfDay({ plan, setups }: Planned): { id: CautionId; setups: string[] }[] {
  const found = new Map<CautionId, string[]>()
  for (const { id: of } of plan.rows) {
    const setup = setups.get(of)
    for (const { id } of setup ? cautionsOf(setup) : []) found.set(id, [...(found.get(id) ?? []), setup!.name])
  }
  return [...found].map(([id, names]) => ({ id, setups: names }))
}

/** A minute of the day as an instant of the local clock, without a zone: the sheet says where it is. */
const local = (date: string, minute: number): Date => {
  const at = new Date(`${date}T00:00:00`)
  at.setMinutes(Math.round(minute))
  return at
}

/** The day as a calendar: one event for the day, one for each person's call. */
export function dayCalendar(planned: Planned): string {
  const { shoot, day, plan } = planned
  const calendar = ical({ name: shoot.name })
  const order = plan.rows.map(row => `${clockText(row.fires)} ${nameOf(planned, row.id)}`).join('\n')
  calendar.createEvent({
    id: `${shoot.date}-day`,
    start: local(shoot.date, day.start),
    end: local(shoot.date, packedAt(planned, plan.end)),
    summary: shoot.name,
    location: shoot.place,
    description: order,
    floating: true,
  })
  for (const call of callsOf(planned))
    calendar.createEvent({
      id: `${shoot.date}-${call.name}`,
      start: local(shoot.date, call.from),
      end: local(shoot.date, call.to),
      summary: `${call.name}: ${call.setups.join(', ') || shoot.name}`,
      location: shoot.place,
      floating: true,
    })
  return calendar.toString()
}

/** The order and times as a table, RFC 4180. */
export const dayCsv = (planned: Planned): string =>
  `${Papa.unparse(
    {
      fields: [
        'set-up',
        'change from',
        'built',
        'tested',
        'fires',
        'done',
        'nine in ten done by',
        'chance all is fired',
      ],
      data: planned.plan.rows.map((row, i) => {
        const { done, window } = planned.plan.played.rows[i]!
        return [
          safeCell(nameOf(planned, row.id)),
          ...[row.from, row.built, row.tested, row.fires, row.ends].map(clockText),
          done ? clockText(done.p90) : '',
          window.toFixed(2),
        ]
      }),
    },
    { quotes: quotedCell },
  )}\r\n`

/** When the crew is called, and when the last thing is packed. */
export const spanOf = ({ day, plan, input }: Pick<Planned, 'day' | 'plan' | 'input'>): [from: number, to: number] => [
  day.start,
  packedAt({ day, input }, Math.max(plan.end, input.start)),
]
