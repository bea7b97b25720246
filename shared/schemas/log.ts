import * as yup from 'yup'
import { RECIPES, type Recipe } from '../../core'
import { isDate } from './dates'
import { VERDICTS, type Verdict } from '../takes/input'
import { objectOf } from './setup'

export const LOG_ORDERS = ['newest', 'oldest', 'shortest', 'longest'] as const
export const MOST_A_PAGE = 1000

/** What to show of the log. */
export interface LogQuery {
  order: (typeof LOG_ORDERS)[number]
  limit: number
  /** Where the page before ended. */
  after?: string
  shoot?: string
  setup?: string
  /** Any of these. */
  recipe?: Recipe[]
  /** Days from and to, both with it. */
  from?: string
  to?: string
  verdict?: Verdict
  keepers?: boolean
  /** Exercises on the practice bench alone; else they are left out. */
  practice?: boolean
  /** Only takes with a picture. */
  pictures?: boolean
  text?: string
}

/** The latest instant a date can be, ms since 1970; the longest delay, s. */
const FURTHEST = { instant: 8.64e15, delay: 1e5 } as const
const isPlace = (order: string, value: number): boolean =>
  order === 'newest' || order === 'oldest'
    ? Number.isInteger(value) && Math.abs(value) < FURTHEST.instant
    : Math.abs(value) < FURTHEST.delay

const day = yup
  .string()
  .strict()
  .test('date', 'Must be a date such as 2026-11-24', value => value === undefined || isDate(value))
const id = yup
  .string()
  .strict()
  .matches(/^[0-9a-f-]{36}$/, 'Not a valid id')
export const logQuerySchema = objectOf<LogQuery>({
  order: yup
    .string()
    .strict()
    .oneOf([...LOG_ORDERS], `One of ${LOG_ORDERS.join(', ')}`)
    .required(),
  limit: yup
    .number()
    .strict()
    .integer('A whole number')
    .min(1, 'At least 1')
    .max(MOST_A_PAGE, `At most ${MOST_A_PAGE}`)
    .required(),
  after: yup
    .string()
    .strict()
    .matches(/^-?\d+(\.\d+)?(e-?\d{1,3})?_[0-9a-f-]{36}$/, 'Page marker not valid: use the one from the last answer')
    .when('order', ([order], schema: yup.StringSchema) =>
      schema.test(
        'place',
        'Page marker not valid: use the one from the last answer',
        value => value === undefined || isPlace(String(order), Number(value.split('_')[0])),
      ),
    ),
  shoot: id,
  setup: id,
  recipe: yup
    .array(
      yup
        .string()
        .strict()
        .defined()
        .oneOf([...RECIPES], `One of ${RECIPES.join(', ')}`),
    )
    .max(RECIPES.length, `At most ${RECIPES.length} recipes`) as yup.Schema<Recipe[] | undefined>,
  from: day,
  to: day,
  verdict: yup
    .string()
    .strict()
    .oneOf([...VERDICTS], `One of ${VERDICTS.join(', ')}`),
  keepers: yup.boolean().strict(),
  practice: yup.boolean().strict(),
  pictures: yup.boolean().strict(),
  text: yup.string().strict().max(120, 'At most 120 characters'),
})

/** How a log is taken out; null: in no way that there is. */
export const exportKindOf = (format: unknown): 'csv' | 'json' | null =>
  format === 'csv' || format === 'json' ? format : null

const FLAGS = ['keepers', 'practice', 'pictures'] as const
const flag = (value: unknown): unknown =>
  value === 'true' || value === '1' ? true : value === 'false' || value === '0' ? false : value

/** A query as it stands in an address, with the numbers and flags it is made of. */
export function logQueryFrom(raw: Record<string, unknown>): unknown {
  const given = Object.fromEntries(Object.entries(raw).filter(([, value]) => value !== ''))
  for (const key of FLAGS) if (key in given) given[key] = flag(given[key])
  if (typeof given.recipe === 'string') given.recipe = given.recipe.split(',')
  return { ...given, order: given.order ?? 'newest', limit: given.limit === undefined ? 50 : Number(given.limit) }
}
