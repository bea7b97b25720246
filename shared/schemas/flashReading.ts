import * as yup from 'yup'
import { isDate } from './dates'
import { fieldSchema, objectOf } from './setup'
import { FLASH_ROW_FIELDS } from '../../core'

/** A duration of a flash as it was read on a day. */
export interface FlashReadingInput {
  /** yyyy-mm-dd. */
  date: string
  /** Share of full power. */
  power: number
  /** s to half and to a tenth of the peak. */
  t05: number | null
  t01: number
  /** Standard error, as a share of the duration. */
  error: number
  /** What read it. */
  how: string
}

/** A reading that is off by half says nothing. */
const MOST_ERROR = 0.5

export const flashReadingSchema = objectOf<FlashReadingInput>({
  date: yup
    .string()
    .strict()
    .required('date is missing')
    .test('date', 'Must be a date such as 2026-11-24', value => isDate(value)),
  power: fieldSchema(FLASH_ROW_FIELDS.power),
  t05: fieldSchema(FLASH_ROW_FIELDS.t05),
  t01: fieldSchema({ ...FLASH_ROW_FIELDS.t01, nullable: false }),
  error: yup
    .number()
    .strict()
    .required('error is missing')
    .min(0, 'Not below 0')
    .max(MOST_ERROR, `At most ${MOST_ERROR}`),
  how: yup.string().strict().defined('how is missing').max(200, 'At most 200 letters'),
}).test(
  't01',
  't.1 is never shorter than t.5',
  row => typeof row?.t05 !== 'number' || typeof row.t01 !== 'number' || row.t01 >= row.t05,
)
