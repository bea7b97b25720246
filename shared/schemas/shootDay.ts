import * as yup from 'yup'
import {
  DAY_EVENTS,
  type DayEventKind,
  LATEST,
  MINUTE_RULES,
  type MinuteRule,
  type ShootDay,
  VALUES,
  completeShootDay,
} from '../../core/day'
import { isZone } from '../units/zone'
import { listOf } from './list'
import { takeFields } from './records'
import { objectOf, plainObject } from './setup'
import { type Checked, check } from './validate'
import { MOST_DAY } from './day'

const minute = () =>
  yup
    .number()
    .strict()
    .typeError('Minutes after midnight')
    .min(0, 'Not before midnight')
    .max(LATEST, 'At most 47:59')
    .required('A time is missing')
const minutes = (most = 2880) =>
  yup.number().strict().typeError('Minutes').min(0, '0 minutes or above').max(most, `At most ${most} minutes`)
const own = () => minutes().nullable().defined('Minutes, or null')
const id = () => yup.string().strict().min(1, 'An id is missing').max(60).required('An id is missing')
const stretch = () =>
  yup
    .array()
    .strict()
    .of(minute())
    .length(2, 'From and to')
    .test('order', 'It must end after it begins', value => Number(value?.[0]) < Number(value?.[1]))
    .required()
const stretches = (what: string) => listOf(stretch(), 12, what)
const ids = (what: string) => listOf(id(), MOST_DAY.people, what)

const bearing = () =>
  yup
    .number()
    .strict()
    .typeError('Degrees clockwise from north')
    .min(0, 'At least 0°')
    .max(360, 'At most 360°')
    .required('Degrees are missing')

const choiceSchema = plainObject({
  value: yup
    .string()
    .strict()
    .oneOf([...VALUES])
    .required(),
  build: own(),
  test: own(),
  strike: own(),
  take: minutes(600).nullable().defined('Minutes, or null'),
  most: minutes(1440).min(1, 'At least a minute').required(),
  windows: stretches('windows'),
  needs: ids('people'),
  after: ids('set-ups'),
  loud: yup.boolean().strict().nullable().defined(),
  ahead: own(),
  sun: plainObject({
    from: bearing(),
    to: bearing(),
    above: yup.number().strict().typeError('Degrees').min(-6, 'At least −6°').max(90, 'At most 90°').required(),
  })
    .nullable()
    .default(undefined)
    .defined(),
  keeps: minutes().min(1, 'At least a minute').nullable().defined('Minutes, or null'),
  leftOut: yup.boolean().strict().required(),
})

const choices = yup.lazy((given: unknown) =>
  given === null || typeof given !== 'object' || Array.isArray(given)
    ? yup.object().strict().required('setups is missing')
    : yup
        .object(Object.fromEntries(Object.keys(given).map(key => [key, choiceSchema])))
        .strict()
        .test('most', 'At most 60 set-ups', () => Object.keys(given).length <= 60),
)

const degrees = (most: number) =>
  yup
    .number()
    .strict()
    .typeError('Degrees')
    .min(-most, `At least −${most}°`)
    .max(most, `At most ${most}°`)
    .nullable()
    .defined()

/** Empty: the studio's zone. */
const isZoneOrNone = (name: unknown): boolean => name === '' || isZone(name)

/** A day as it is kept with its shoot. */
const shape = {
  start: minute(),
  end: minute(),
  breaks: listOf(
    plainObject({ at: minute(), minutes: minutes(600).min(1, 'At least a minute').required() }),
    12,
    'breaks',
  ),
  quiet: stretches('quiet hours'),
  people: listOf(
    plainObject({
      id: id(),
      name: yup
        .string()
        .strict()
        .trim()
        .min(1, 'A name is missing')
        .max(80, 'At most 80 characters')
        .required('A name is missing'),
      role: yup.string().strict().max(40, 'At most 40 characters').defined(),
      hours: stretches('hours'),
      most: yup
        .number()
        .strict()
        .typeError('A number of takes')
        .integer('A whole number of takes')
        .min(1, 'At least one take')
        .max(1000, 'At most 1,000 takes')
        .nullable()
        .defined(),
    }),
    MOST_DAY.people,
    'people',
  ),
  client: yup.boolean().strict().required(),
  blackedOut: yup.boolean().strict().required(),
  latitude: degrees(90),
  longitude: degrees(180),
  zone: yup.string().strict().max(60).defined().test('zone', 'A time zone such as Europe/Lisbon', isZoneOrNone),
  order: ids('set-ups'),
  setups: choices,
  printedAt: yup.string().strict().max(40).defined(),
  printed: ids('set-ups'),
  sheet: listOf(plainObject({ id: id(), fires: minute(), ends: minute() }), 60, 'rows'),
}
export const shootDaySchema = objectOf<ShootDay>(shape).test(
  'ends',
  'The day must end after it starts',
  day => (day as ShootDay | undefined) === undefined || (day as ShootDay).start < (day as ShootDay).end,
) as yup.Schema<ShootDay>

/** Saving a day names the revision it was made from; 0: there was none. */
export const dayUpdateSchema = objectOf<{ revision: number; day: ShootDay }>({
  revision: yup
    .number()
    .strict()
    .integer('A whole number')
    .min(0, 'At least 0')
    .max(2 ** 31 - 1)
    .required('revision is missing'),
  day: shootDaySchema,
})

/** A body that holds a day, with what older senders leave out. */
export const completeDayBody = (body: unknown): unknown =>
  body !== null && typeof body === 'object' && 'day' in body ? { ...body, day: completeShootDay(body.day) } : body

/** Minutes of the studio's own for a rule; null: by the rule again. */
export const dayRuleSchema = objectOf<{ rule: MinuteRule; minutes: number | null }>({
  rule: yup
    .string()
    .strict()
    .required('rule is missing')
    .oneOf([...MINUTE_RULES], 'No such rule'),
  minutes: minutes(600).nullable().defined('Minutes, or null'),
})

/** Something noted on the day of a shoot. */
export interface DayEventInput {
  /** Made on the device, so that what is sent twice is kept once. */
  key: string
  kind: DayEventKind
  /** ISO 8601 instant. */
  at: string
  /** min by the rule and as they were worked; null: nothing to learn from. */
  planned: number | null
  minutes: number | null
}
const learnt = () => minutes(1440).nullable().defined('Minutes, or null')
export const dayEventSchema = objectOf<DayEventInput>({
  key: takeFields.key,
  kind: yup
    .string()
    .strict()
    .required('kind is missing')
    .oneOf([...DAY_EVENTS], `One of ${DAY_EVENTS.join(', ')}`),
  at: takeFields.firedAt,
  planned: learnt(),
  minutes: learnt(),
})

export const checkShootDay = (value: unknown): Checked<ShootDay> => check(shootDaySchema, completeShootDay(value))
