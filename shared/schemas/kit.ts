import * as yup from 'yup'
import { BASES, KIT_FIGURES, KIT_KINDS, type KitItem, type KitKind, MOST_KIT_ITEMS, completeKitItem } from '../../core'
import {
  durationTableSchema,
  fieldSchema,
  flashRowSchema,
  objectSchema,
  plainObject,
  repeatTableSchema,
  revisionSchema,
  objectOf,
} from './setup'
import { listOf } from './list'
import { type Checked, check } from './validate'
import { isDate } from './dates'

const markShape = {
  basis: yup
    .string()
    .strict()
    .oneOf([...BASES], 'rated, measured or assumed')
    .required('rated or measured'),
  date: yup
    .string()
    .strict()
    .defined('date is missing')
    .test('date', 'Must be a date such as 2026-11-24, or empty', value => value === '' || isDate(value)),
}
const markSchema = plainObject(markShape)
const kitRowSchema = flashRowSchema(markShape)

/** One schema for each kind: its own figures, each with its mark, and tables only where they belong. */
function kindSchema(kind: KitKind): yup.Schema<KitItem> {
  const figures = KIT_FIGURES[kind]
  const isFlash = kind === 'flash'
  const none = yup.array().strict().max(0, 'Only a flash has one').required('${path} is missing')
  return objectSchema(
    {},
    {
      format: yup
        .string()
        .strict()
        .oneOf(['epiro-kit'], 'Not kit: format must be "epiro-kit"')
        .required('Not kit: format is missing'),
      version: yup.number().strict().oneOf([1], 'Kit files of version 1 are understood').required('version is missing'),
      kind: yup.string().strict().oneOf([kind]).required(),
      name: fieldSchema({ type: 'text', label: 'Name', maxLength: 120, required: true }),
      notes: fieldSchema({ type: 'text', label: 'Notes', maxLength: 2000 }),
      figures: objectSchema(figures),
      marks: plainObject(Object.fromEntries(Object.keys(figures).map(key => [key, markSchema]))),
      table: isFlash ? durationTableSchema(kitRowSchema) : none,
      repeat: isFlash ? repeatTableSchema : none,
    },
  ) as yup.Schema<KitItem>
}

const BY_KIND = Object.fromEntries(KIT_KINDS.map(kind => [kind, kindSchema(kind)])) as Record<
  KitKind,
  yup.Schema<KitItem>
>

const kindOf = (value: unknown): unknown =>
  value !== null && typeof value === 'object' ? (value as { kind?: unknown }).kind : undefined

/** An item of kit of any kind. */
export const kitItemSchema = yup.lazy((value: unknown) => {
  const kind = kindOf(value)
  return KIT_KINDS.includes(kind as KitKind)
    ? BY_KIND[kind as KitKind]
    : plainObject({}).test('kind', `kind: one of ${KIT_KINDS.join(', ')}`, () => false)
})

export const kitCreateSchema = objectOf<{ items: KitItem[] }>({
  items: listOf(kitItemSchema, MOST_KIT_ITEMS, 'items at a time', list => list.min(1, 'At least one item')),
})

export const kitUpdateSchema = objectOf<{ revision: number; item: KitItem }>({
  revision: revisionSchema,
  item: kitItemSchema,
})

export const archiveSchema = objectOf<{ archived: boolean }>({
  archived: yup.boolean().strict().required('archived is missing'),
})

export const checkKitItem = (value: unknown): Checked<KitItem> => check<KitItem>(kitItemSchema, value, completeKitItem)
