import * as yup from 'yup'
import { RECIPES, type Recipe } from '../../core'
import { isDate } from './dates'
import { objectOf } from './setup'

/** Which part of a log is asked: a recipe's set-ups, and days from and to. */
export interface AnswersQuery {
  recipe?: Recipe
  from?: string
  to?: string
}

const day = () =>
  yup
    .string()
    .strict()
    .test('date', 'Must be a date such as 2026-11-24', value => value === undefined || isDate(value))

export const answersQuerySchema = objectOf<AnswersQuery>({
  recipe: yup
    .string()
    .strict()
    .oneOf([...RECIPES], `One of ${RECIPES.join(', ')}`),
  from: day(),
  to: day(),
})

/** A query as it stands in an address: what is empty is left out. */
export const answersQueryFrom = (query: unknown): unknown =>
  Object.fromEntries(Object.entries(query as Record<string, unknown>).filter(([, value]) => value !== ''))

/** Whether new set-ups begin with the studio's own share of kept takes. */
export const keptShareSchema = objectOf<{ used: boolean }>({ used: yup.boolean().strict().required('used is missing') })
