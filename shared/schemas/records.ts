import * as yup from 'yup'
import { EXERCISES, LIGHT_EXERCISES, MOST_SETTINGS, areSettings, completeSetup } from '../../core'
import { CAUSES } from '../../core/season'
import { type TakeAmendment, type TakeInput, VERDICTS } from '../takes/input'
import { isZone } from '../units/zone'
import { isDate, isInstant } from './dates'
import { fieldSchema, objectOf, revisionSchema, setupSchema } from './setup'

const text = (label: string, maxLength: number) => fieldSchema({ type: 'text', label, maxLength })
const name = (label: string) => fieldSchema({ type: 'text', label, maxLength: 120, required: true })

/** A day or a job. */
export interface ShootInput {
  name: string
  date: string
  place: string
  notes: string
}
export const shootSchema = objectOf<ShootInput>({
  name: name('Name'),
  date: yup.string().strict().required('Date is missing').test('date', 'Must be a date such as 2026-11-24', isDate),
  place: text('Place', 120),
  notes: text('Notes', 4000),
})

/** A body that holds a set-up, with what older senders leave out filled in. */
export const completeBody = (body: unknown): unknown =>
  body !== null && typeof body === 'object' && 'setup' in body ? { ...body, setup: completeSetup(body.setup) } : body

/** Saving a set-up names the revision it was made from, so that nobody's work is overwritten unseen. */
export const setupUpdateSchema = objectOf<{ revision: number; setup: import('../../core').Setup }>({
  revision: revisionSchema,
  setup: setupSchema,
})

export const setupCreateSchema = objectOf<{ setup: import('../../core').Setup }>({ setup: setupSchema })

/** Where a set-up goes. */
export const setupPlaceSchema = objectOf<{ shootId: string }>({
  shootId: yup
    .string()
    .strict()
    .required('shootId is missing')
    .matches(/^[0-9a-f-]{36}$/, 'Not a shoot'),
})

/**
 * Lead: everything. Assistant: plans, runs and logs; neither archives, restores, moves, imports nor changes kit.
 * Viewer: looks.
 */
export const SESSION_ROLES = ['lead', 'assistant', 'viewer'] as const
export type SessionRole = (typeof SESSION_ROLES)[number]

/** Settings of a take: a few plain values by the paths of a set-up. */
const settingsSchema = yup
  .mixed()
  .nullable()
  .defined('settings is missing')
  .test(
    'settings',
    `Up to ${MOST_SETTINGS} settings by path, each a number, a text or a flag`,
    value => value === null || areSettings(value),
  )

const judged = (label: string) => yup.boolean().strict().nullable().defined(`${label} is missing`)

const causeField = () =>
  yup
    .string()
    .strict()
    .nullable()
    .defined('cause is missing')
    .oneOf([null, ...CAUSES], `One of ${CAUSES.join(', ')}, or null`)
const share = () => yup.number().strict().min(0, '0 to 1').max(1, '0 to 1').required('chance is missing')
const seconds = () => yup.number().strict().min(-10_000).max(10_000).nullable().defined('s, or null')
const takesSaid = () => yup.number().strict().min(0, '0 or above').max(1e6).required('A number of takes')
const saidSchema = yup
  .object({
    chance: share(),
    delay: seconds(),
    error: seconds(),
    takes: yup
      .object({ p10: takesSaid(), p25: takesSaid(), p50: takesSaid(), p75: takesSaid(), p90: takesSaid() })
      .strict()
      .noUnknown('Not known here: ${unknown}')
      .nullable()
      .defined('takes, or null'),
  })
  .strict()
  .noUnknown('Not known here: ${unknown}')
  .nullable()
  .defined('said is missing')

/** Fields of a take as it is logged. */
export const takeFields = {
  key: yup
    .string()
    .strict()
    .required('key is missing')
    .matches(/^[\w-]{8,64}$/, '8 to 64 letters, digits, - or _'),
  delay: fieldSchema({ type: 'number', quantity: 'time', label: 'Delay', min: -10, max: 10_000, unit: 'ms' }),
  verdict: fieldSchema({ type: 'choice', label: 'Verdict', options: VERDICTS }),
  keeper: fieldSchema({ type: 'flag', label: 'Keeper' }),
  position: fieldSchema({
    type: 'number',
    quantity: 'length',
    label: 'Position',
    min: -10,
    max: 10,
    unit: 'mm',
    nullable: true,
  }),
  note: text('Note', 1000),
  planned: fieldSchema({
    type: 'number',
    quantity: 'time',
    label: 'Delay planned',
    min: -10_000,
    max: 10_000,
    unit: 'ms',
    nullable: true,
  }),
  sharp: judged('sharp'),
  exposed: judged('exposed'),
  clean: judged('clean'),
  cause: causeField(),
  alsoCause: causeField(),
  variant: yup
    .string()
    .strict()
    .nullable()
    .defined('variant is missing')
    .min(1, 'A name, or null')
    .max(40, 'At most 40 characters'),
  said: saidSchema,
  settings: settingsSchema,
  firedAt: yup
    .string()
    .strict()
    .required('firedAt is missing')
    .test('instant', 'Must be a date and time such as 2026-11-24T18:30:00Z', isInstant),
}
export const takeSchema = objectOf<TakeInput>(takeFields)

const { delay, verdict, keeper, position, note, sharp, exposed, clean, cause, alsoCause, variant } = takeFields
export const amendmentSchema = objectOf<TakeAmendment>({
  delay,
  verdict,
  keeper,
  position,
  note,
  sharp,
  exposed,
  clean,
  // Left out by senders of earlier versions: it stays as it is.
  cause: cause.optional(),
  alsoCause: alsoCause.optional(),
  variant: variant.optional(),
})

/** Whether a take is struck out: kept, but counted nowhere. */
export const strikeSchema = objectOf<{ struck: boolean }>({ struck: fieldSchema({ type: 'flag', label: 'Struck' }) })

const roleField = yup
  .string()
  .strict()
  .required('role is missing')
  .oneOf([...SESSION_ROLES], `One of ${SESSION_ROLES.join(', ')}`)

/** Somebody of a studio. */
export interface MemberInput {
  name: string
  role: SessionRole
}
const memberName = fieldSchema({ type: 'text', label: 'Name', maxLength: 80, required: true })
export const memberSchema = objectOf<MemberInput>({ name: memberName, role: roleField })

/** A link for a device: of somebody who is known, or of somebody new with a role and, if it is given, a name. */
export interface LinkInput {
  memberId?: string
  role?: SessionRole
  name?: string
}
export const linkSchema = objectOf<LinkInput>({
  memberId: yup
    .string()
    .strict()
    .matches(/^[0-9a-f-]{36}$/, 'Not a person'),
  role: yup
    .string()
    .strict()
    .oneOf([...SESSION_ROLES], `One of ${SESSION_ROLES.join(', ')}`)
    .when('memberId', ([memberId], schema) => (memberId === undefined ? schema.required('role is missing') : schema)),
  name: yup
    .string()
    .strict()
    .trim('Remove the spaces at the beginning and end')
    .min(1, 'Name is missing')
    .max(80, 'Name: at most 80 characters'),
})

export const studioSchema = objectOf<{ name: string }>({
  name: fieldSchema({ type: 'text', label: 'Name', maxLength: 120, required: true }),
})

export const studioZoneSchema = objectOf<{ zone: string }>({
  zone: yup
    .string()
    .strict()
    .required('zone is missing')
    .max(60)
    .test('zone', 'A time zone such as Europe/Lisbon', isZone),
})

export const signInSchema = objectOf<{ token: string }>({
  token: yup
    .string()
    .strict()
    .required('token is missing')
    .matches(/^[\w-]{20,200}$/, 'Not a sign-in link'),
})

/** An exercise to begin; a seed draws a rig that was drawn before. */
export const practiceSchema = objectOf<{ exercise: string; seed?: number }>({
  exercise: yup
    .string()
    .strict()
    .required('exercise is missing')
    .oneOf(
      [...EXERCISES, ...LIGHT_EXERCISES].map(exercise => exercise.id),
      'No such exercise',
    ),
  seed: yup
    .number()
    .strict()
    .integer('A whole number')
    .min(1, 'At least 1')
    .max(2 ** 31, 'Too large'),
})
