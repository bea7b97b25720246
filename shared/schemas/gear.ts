import * as yup from 'yup'
import { GEAR_EVENTS, type GearEventKind } from '../../core/season'
import { isDate } from './dates'
import { objectOf } from './setup'

/** Something done to a piece of gear. */
export interface GearEventInput {
  kind: GearEventKind
  /** yyyy-mm-dd. */
  date: string
  note: string
}

export const gearEventSchema = objectOf<GearEventInput>({
  kind: yup
    .string()
    .strict()
    .required('kind is missing')
    .oneOf([...GEAR_EVENTS], 'repaired, replaced or note'),
  date: yup
    .string()
    .strict()
    .required('date is missing')
    .test('date', 'Must be a date such as 2026-11-24', value => isDate(value)),
  note: yup.string().strict().defined('note is missing').max(200, 'At most 200 letters'),
})
