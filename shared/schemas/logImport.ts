import * as yup from 'yup'
import { type Setup, completeSetup } from '../../core'
import { takeFields } from './records'
import { type TakeInput, completeTake } from '../takes/input'
import { listOf } from './list'
import { fieldSchema, objectOf, setupSchema } from './setup'
import { isDate } from './dates'

/** A take as it comes back in: what was logged, where it belongs, and the number it had. */
export interface LogImportTake extends TakeInput {
  setupId: string
  number: number
}

/** A set-up that came with a log; taken in only where it is not known. */
export interface LogImportSetup {
  id: string
  shootName: string
  shootDate: string
  setup: Setup
}

const id = (label: string) =>
  yup
    .string()
    .strict()
    .required(`${label} is missing`)
    .matches(/^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/, 'Not a valid id')

/** An older file may lack what takes note since; what the log adds for its own use is left out. */
export function completeLogTake(value: unknown): unknown {
  if (value === null || typeof value !== 'object' || Array.isArray(value)) return value
  const { id: _, pictures: _p, ...rest } = completeTake(value) as Record<string, unknown>
  return rest
}

const takeShape = {
  ...takeFields,
  setupId: id('setupId'),
  number: yup
    .number()
    .strict()
    .required('number is missing')
    .integer('A whole number')
    .min(1, 'At least 1')
    .max(1_000_000, 'At most 1000000'),
}
export const logTakeSchema = objectOf<LogImportTake>(takeShape)

const setupShape = {
  id: id('id'),
  shootName: fieldSchema({ type: 'text', label: 'Shoot', maxLength: 120, required: true }),
  shootDate: yup
    .string()
    .strict()
    .required('shootDate is missing')
    .test('date', 'Must be a date such as 2026-11-24', isDate),
  setup: setupSchema,
}
export const logSetupSchema = objectOf<LogImportSetup>(setupShape)

/** A set-up of a log with what older files leave out filled in. */
export const completeLogSetup = (value: unknown): unknown =>
  value !== null && typeof value === 'object' && 'setup' in value
    ? { ...value, setup: completeSetup(value.setup) }
    : value

/** Takes and set-ups sent at once. */
export const MOST_AT_ONCE = 500
export const MOST_SETUPS_AT_ONCE = 20
export const logImportSchema = objectOf<{ setups: LogImportSetup[]; takes: LogImportTake[]; amend?: boolean }>({
  amend: yup.boolean().strict(),
  setups: listOf(logSetupSchema, MOST_SETUPS_AT_ONCE, 'set-ups at once'),
  takes: listOf(logTakeSchema, MOST_AT_ONCE, 'takes at once'),
})

/** A body of an import with what older files leave out filled in. */
export function completeImport(body: unknown): unknown {
  if (body === null || typeof body !== 'object' || Array.isArray(body)) return body
  const { setups, takes } = body as { setups?: unknown; takes?: unknown }
  return {
    ...body,
    ...(Array.isArray(setups) ? { setups: setups.map(completeLogSetup) } : {}),
    ...(Array.isArray(takes) ? { takes: takes.map(completeLogTake) } : {}),
  }
}
