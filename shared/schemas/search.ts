import * as yup from 'yup'
import type { calibration } from '../../core'
import { listOf } from './list'
import { fieldSchema, plainObject, objectOf } from './setup'

const seconds = (label: string, min: number, rest = {}) =>
  fieldSchema({ type: 'number', quantity: 'time', label, min, max: 10_000, ...rest })
const optionalSeconds = (label: string) =>
  yup
    .number()
    .strict()
    .typeError(`${label} must be a number`)
    .min(0, `${label}: 0 or above`)
    .max(10_000, `${label}: at most 10,000 s`)
    .optional()

/** Most takes of a search. */
export const MOST_FIRED = 10_000

const feedback = ['outcome', 'offset', 'between'] as const

const firedTake = yup
  .object({
    delay: seconds('Delay', 0),
    outcome: yup.string().strict().oneOf(['early', 'keeper', 'late'], 'Outcome: early, keeper or late').optional(),
    offset: yup
      .number()
      .strict()
      .typeError('Offset must be a number')
      .min(-10_000, 'Offset: at least −10,000 s')
      .max(10_000, 'Offset: at most 10,000 s')
      .optional(),
    between: yup
      .array()
      .strict()
      .of(yup.number().strict().nullable().typeError('A number or null').defined('A number or null'))
      .length(2, 'Two offsets, null for open')
      .optional(),
    weight: yup
      .number()
      .strict()
      .typeError('Weight must be a number')
      .moreThan(0, 'Weight: above 0')
      .max(1, 'Weight: at most 1')
      .optional(),
  })
  .strict()
  .exact(({ properties }: { properties?: string }) => `Unknown field: ${properties}`)
  .test(
    'one',
    'One of outcome, offset or between',
    take => feedback.filter(key => take?.[key] !== undefined).length === 1,
  )

/** What `npx epiro next` reads: prior, window and takes, all s. */
export const searchSchema = objectOf<calibration.SearchInput>({
  prior: plainObject({
    delay: seconds('Delay', 0),
    uncertainty: seconds('Uncertainty', 1e-9),
    scatter: seconds('Scatter', 1e-9),
  }),
  window: plainObject({ before: seconds('Before', 0), after: seconds('After', 0) }),
  takes: listOf(firedTake, MOST_FIRED, 'takes'),
  step: optionalSeconds('Step').test('step', 'Step: above 0', value => value === undefined || value > 0),
  minimum: optionalSeconds('Minimum'),
  maximum: optionalSeconds('Maximum'),
})
