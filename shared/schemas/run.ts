import * as yup from 'yup'
import { isInstant } from './dates'
import { fieldSchema, objectOf, openObjectOf } from './setup'
import { check } from './validate'

const instantOrNull = (label: string) =>
  yup
    .string()
    .strict()
    .nullable()
    .defined(`${label} is missing`)
    .test(
      'instant',
      'Must be a date and time such as 2026-11-24T18:30:00Z',
      value => value === null || isInstant(value),
    )

/**
 * Where a run stands on every device: the step of the take at hand, the delay dialled, and when the shutter was opened.
 */
export interface RunInput {
  step: number
  delay: number | null
  /** ISO 8601 instant; null: closed. */
  openedAt: string | null
  /** When the action was let go, ISO 8601; null: not yet in this take. */
  actedAt: string | null
}
/** A run with what older pages leave out filled in. */
export const completeRun = (body: unknown): unknown =>
  body !== null && typeof body === 'object' && !Array.isArray(body) ? { actedAt: null, ...body } : body

const fields = {
  step: yup
    .number()
    .strict()
    .integer('A whole number')
    .min(0, 'At least 0')
    .max(50, 'At most 50')
    .required('step is missing'),
  delay: fieldSchema({
    type: 'number',
    quantity: 'time',
    label: 'Delay',
    min: -10,
    max: 10_000,
    unit: 'ms',
    nullable: true,
  }),
  openedAt: instantOrNull('openedAt'),
  actedAt: instantOrNull('actedAt'),
}

export const runSchema = objectOf<RunInput>(fields)

/**
 * Where a run stands, and what has become of takes, set-up and pictures: enough for a device to know what it has
 * missed.
 */
export interface RunRecord extends RunInput {
  revision: number
  /** Counts up with each take logged, put right or struck out. */
  takes: number
  lastTake: number
  setupRevision: number
  /** Pictures, and how many of them are with a take. */
  pictures: string
  /** The server's time when this was read, ISO 8601. */
  now: string
}
const counter = (label: string) => yup.number().strict().integer().min(0).required(`${label} is missing`)
const runRecordSchema = openObjectOf<RunRecord>({
  ...fields,
  revision: counter('revision'),
  takes: counter('takes'),
  lastTake: counter('lastTake'),
  setupRevision: counter('setupRevision'),
  pictures: yup
    .string()
    .strict()
    .matches(/^\d+\/\d+$/)
    .required('pictures is missing'),
  now: yup
    .string()
    .strict()
    .required('now is missing')
    .test('instant', 'Must be a date and time such as 2026-11-24T18:30:00Z', value => isInstant(value)),
})

/** What an event of a run says; null where it is none. */
export function readRunEvent(text: string): RunRecord | null {
  let said: unknown
  try {
    said = JSON.parse(text)
  } catch {
    return null
  }
  const checked = check(runRecordSchema, said)
  return 'value' in checked ? checked.value : null
}
