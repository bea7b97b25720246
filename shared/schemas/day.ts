import * as yup from 'yup'
import { type Setup, completeSetup } from '../../core'
import {
  type DayPerson,
  type DayPlanInput,
  type DaySetup,
  type Stretch,
  RULES,
  cleaningOf,
  GIVES_UP,
  LATEST,
  VALUES,
  changeMinutes,
  daySetupOf,
  fireMinutes,
  minutesOf,
} from '../../core/day'
import { isDate } from './dates'
import { type Part, listOf } from './list'
import { checkSetup, plainObject } from './setup'
import { type Checked, type Mistake, check, told } from './validate'

/** Most set-ups, people, played days and values of takes of a day's file. */
export const MOST_DAY = { setups: 30, people: 40, days: 20_000, values: 5000, kinds: 8 } as const

const FORMAT = 'epiro-day'
const name = () => yup.string().strict().max(60, 'At most 60 characters')
const id = () => name().min(1, 'An id is missing').required('An id is missing')
const time = () =>
  yup
    .string()
    .strict()
    .test('time', 'A time such as 09:30, at most 47:59', value => value === undefined || minutesOf(value) !== null)
const minutes = (most = LATEST) =>
  yup
    .number()
    .strict()
    .typeError('Minutes: a whole number')
    .integer('Minutes: a whole number')
    .min(0, 'Minutes: 0 or above')
    .max(most, `Minutes: at most ${most}`)
const stretches = () =>
  yup
    .array()
    .strict()
    .typeError('A list of [from, to]')
    .of(
      yup
        .array()
        .strict()
        .typeError('Two times, as in ["10:00", "16:00"]')
        .of(time().required('A time is missing'))
        .length(2, 'Two times, as in ["10:00", "16:00"]')
        .test('order', 'The second time must be after the first', value => {
          const [from, to] = (value ?? []).map(text => minutesOf(String(text)))
          return from === null || to === null || from === undefined || to === undefined || from < to
        })
        .required(),
    )
const ids = () => yup.array().strict().typeError('A list of names').of(name().required('A name is missing'))

/** A table by name: its keys are whatever somebody calls them. */
const table = (value: Part, most: number): Part =>
  yup.lazy((given: unknown) =>
    given === undefined || given === null || typeof given !== 'object' || Array.isArray(given)
      ? yup.mixed().test('table', 'An object', one => one === undefined)
      : yup
          .object(Object.fromEntries(Object.keys(given).map(key => [key, value])))
          .strict()
          .test('most', `At most ${most} entries`, () => Object.keys(given).length <= most),
  )

const setupShape = {
  id: id(),
  name: yup.string().strict().max(120, 'At most 120 characters'),
  value: yup
    .string()
    .strict()
    .oneOf([...VALUES], `One of ${VALUES.join(', ')}`),
  build: minutes(),
  test: minutes(),
  strike: minutes(),
  fire: minutes(),
  take: yup.number().strict().typeError('Minutes').moreThan(0, 'Above 0').max(600, 'At most 600'),
  takes: plainObject({
    values: listOf(
      yup
        .number()
        .strict()
        .typeError('A whole number')
        .integer('A whole number')
        .min(1, 'At least 1')
        .max(10_000)
        .required(),
      MOST_DAY.values,
      'values',
      list => list.min(1, 'At least one value'),
    ),
  })
    .notRequired()
    .default(undefined),
  most: plainObject({
    takes: yup.number().strict().integer('A whole number').min(1, 'At least 1').max(10_000),
    minutes: minutes().min(1, 'At least 1'),
  })
    .notRequired()
    .default(undefined),
  leaves: ids(),
  minds: ids(),
  loud: yup.boolean().strict().typeError('true or false'),
  windows: stretches(),
  needs: ids(),
  after: ids(),
  props: table(yup.number().strict().typeError('A number').min(0, '0 or above').max(1000).required(), 50),
  setup: yup.mixed(),
}

const daySchema = plainObject({
  format: yup.string().strict().oneOf([FORMAT], `“${FORMAT}” is missing`).required(`“${FORMAT}” is missing`),
  version: yup.number().strict().oneOf([1], 'Version 1 is read here').required('version is missing'),
  date: yup
    .string()
    .strict()
    .required('date is missing')
    .test('date', 'Must be a date such as 2026-11-24', value => isDate(value)),
  start: time(),
  end: time(),
  seed: yup
    .number()
    .strict()
    .integer('A whole number')
    .min(0)
    .max(2 ** 31 - 1),
  days: yup
    .number()
    .strict()
    .integer('A whole number')
    .min(1, 'At least 1')
    .max(MOST_DAY.days, `At most ${MOST_DAY.days}`),
  clean: table(
    yup
      .array()
      .strict()
      .typeError('[hands, air]')
      .of(minutes().required())
      .length(2, '[hands, air] in minutes')
      .required(),
    MOST_DAY.kinds,
  ),
  breaks: yup
    .array()
    .strict()
    .max(20, 'At most 20 breaks')
    .of(plainObject({ at: time().required('at is missing'), minutes: minutes(600).required('minutes is missing') })),
  quiet: stretches(),
  people: yup
    .array()
    .strict()
    .max(MOST_DAY.people, `At most ${MOST_DAY.people} people`)
    .of(plainObject({ id: id(), name: yup.string().strict().max(120), hours: stretches() })),
  change: table(table(minutes().required(), MOST_DAY.setups + 1), MOST_DAY.setups + 1),
  stock: table(yup.number().strict().typeError('A number').min(0, '0 or above').max(1e6).required(), 200),
  setups: listOf(plainObject(setupShape), MOST_DAY.setups, 'set-ups'),
})

interface SetupGiven extends Partial<Omit<DaySetup, 'windows' | 'takes' | 'most'>> {
  id: string
  takes?: { values: number[] }
  most?: { takes?: number; minutes?: number }
  windows?: [string, string][]
  setup?: unknown
}
interface DayGiven {
  date: string
  start?: string
  end?: string
  seed?: number
  days?: number
  clean?: Record<string, [number, number]>
  breaks?: { at: string; minutes: number }[]
  quiet?: [string, string][]
  people?: { id: string; name?: string; hours?: [string, string][] }[]
  change?: Record<string, Record<string, number>>
  stock?: Record<string, number>
  setups: SetupGiven[]
}

const at = (text: string): number => minutesOf(text)!
const stretched = (list: readonly [string, string][] = []): Stretch[] => list.map(([from, to]) => [at(from), at(to)])
const DAYS = 2000

/** A set-up of the file: as given, else by the rules from the set-up that lies in it, else nothing to do. */
function setupFrom(given: SetupGiven, document: Setup | null): DaySetup {
  const ruled = document ? daySetupOf(document, given.id) : null
  const most = { ...(ruled?.most ?? UNBOUND), ...given.most }
  const take = given.take ?? ruled?.take ?? null
  const takes = given.takes?.values ?? ruled?.takes ?? null
  const { windows, setup: _, ...own } = given
  return {
    ...NOTHING_SAID,
    name: given.id,
    ...ruled,
    fire: take !== null && takes !== null ? fireMinutes({ take, takes, most }) : 0,
    ...own,
    windows: stretched(windows),
    take,
    takes,
    most,
  }
}

/** Where a crew stops of which nothing is said. */
const UNBOUND: DaySetup['most'] = { takes: Infinity, minutes: GIVES_UP }

/** A set-up of a file of which nothing is said. */
const NOTHING_SAID: Omit<DaySetup, 'id' | 'name' | 'fire' | 'take' | 'takes' | 'most'> = {
  value: 'wanted',
  ...{ build: 0, test: 0, strike: 0, loud: false },
  ...{ leaves: [], minds: [], windows: [], needs: [], after: [], props: {} },
}

/** Changes by the rules between set-ups that lie in the file, where it gives none. */
function changesFrom(given: DayGiven, documents: readonly (Setup | null)[]): Record<string, Record<string, number>> {
  const changes: Record<string, Record<string, number>> = Object.fromEntries(
    Object.entries(given.change ?? {}).map(([from, row]) => [from, { ...row }]),
  )
  given.setups.forEach(({ id: from }, i) =>
    given.setups.forEach(({ id: to }, j) => {
      const [one, other] = [documents[i], documents[j]]
      if (i === j || !one || !other || changes[from]?.[to] !== undefined) return
      changes[from] = { ...changes[from], [to]: changeMinutes(one, other) }
    }),
  )
  return changes
}

const twice = (list: readonly string[]): string[] => [...new Set(list.filter((one, i) => list.indexOf(one) !== i))]

/** What the schema of a field alone cannot see. */
function crossed(given: DayGiven): Mistake[] {
  const found: Mistake[] = []
  const say = (field: string, reason: string): void => void found.push({ field, reason })
  const setupIds = given.setups.map(setup => setup.id)
  const peopleIds = (given.people ?? []).map(person => person.id)
  for (const one of twice(setupIds)) say('setups', `Two set-ups are called ${one}`)
  for (const one of twice(peopleIds)) say('people', `Two people are called ${one}`)
  const [start, end] = [at(given.start ?? '09:00'), at(given.end ?? '24:00')]
  if (start >= end) say('end', 'The day must end after it starts')
  given.setups.forEach((setup, i) => {
    const field = `setups[${i}]`
    for (const person of setup.needs ?? [])
      if (!peopleIds.includes(person)) say(`${field}.needs`, `Nobody of the day is called ${person}`)
    for (const other of setup.after ?? [])
      if (!setupIds.includes(other)) say(`${field}.after`, `No set-up of the day is called ${other}`)
    if (setup.takes && setup.take === undefined && setup.setup === undefined)
      say(`${field}.take`, 'Minutes of a take are missing, where takes are given')
    if (setup.fire === undefined && setup.takes === undefined && setup.setup === undefined)
      say(`${field}.fire`, 'Give fire, or takes and the minutes of a take')
  })
  for (const [from, row] of Object.entries(given.change ?? {})) {
    if (from !== '' && !setupIds.includes(from)) say('change', `No set-up of the day is called ${from}`)
    for (const to of Object.keys(row))
      if (!setupIds.includes(to)) say(`change.${from}`, `No set-up of the day is called ${to}`)
  }
  return found
}

const peopleFrom = (given: DayGiven): DayPerson[] =>
  (given.people ?? []).map(person => ({
    id: person.id,
    name: person.name ?? person.id,
    hours: stretched(person.hours),
  }))

/** Reads a day's file: what is to be planned, or every mistake in it. */
export function dayFromFile(value: unknown): Checked<DayPlanInput> {
  const checked = check(daySchema, value, same => same, MOST_DAY.values)
  if ('mistakes' in checked) return checked
  const given = checked.value as DayGiven
  const mistakes = crossed(given)
  const documents = given.setups.map((entry, i): Setup | null => {
    if (entry.setup === undefined) return null
    const read = checkSetup(completeSetup(entry.setup))
    if ('value' in read) return read.value
    mistakes.push(...read.mistakes.map(m => ({ field: `setups[${i}].setup.${m.field}`, reason: m.reason })))
    return null
  })
  if (mistakes.length > 0) return { mistakes: told(mistakes) }
  return {
    value: {
      date: given.date,
      start: at(given.start ?? '09:00'),
      end: at(given.end ?? '24:00'),
      clean: given.clean ?? cleaningOf(RULES),
      breaks: (given.breaks ?? []).map(one => ({ at: at(one.at), minutes: one.minutes })),
      quiet: stretched(given.quiet),
      people: peopleFrom(given),
      change: changesFrom(given, documents),
      stock: given.stock ?? {},
      setups: given.setups.map((entry, i) => setupFrom(entry, documents[i]!)),
      days: given.days ?? DAYS,
      seed: given.seed ?? 1,
    },
  }
}
