import * as yup from 'yup'
import { GEAR_EVENTS, GEAR_KINDS, type GearEventKind, type GearKind } from '../../core/season'
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

/** What is said of set-ups that look as if one piece of gear was used: what it is called, or null for none. */
export interface LikeGearInput {
  kind: GearKind
  setups: string[]
  name: string | null
}

/** Most set-ups that are named at once. */
const MOST_SETUPS = 300

export const likeGearSchema = objectOf<LikeGearInput>({
  kind: yup
    .string()
    .strict()
    .required('kind is missing')
    .oneOf([...GEAR_KINDS], `One of ${GEAR_KINDS.join(', ')}`),
  setups: yup
    .array(yup.string().strict().required('An id is missing').length(36, 'An id has 36 letters'))
    .required('setups is missing')
    .min(1, 'At least one set-up')
    .max(MOST_SETUPS, `At most ${MOST_SETUPS} set-ups`),
  name: yup
    .string()
    .strict()
    .nullable()
    .defined('name is missing')
    .min(1, 'Give it a name')
    .max(80, 'At most 80 letters'),
})
