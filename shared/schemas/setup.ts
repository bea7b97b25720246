import * as yup from 'yup'
import {
  BODY_FIELDS,
  CARD_FIELDS,
  type Change,
  EVIDENCE_FIELDS,
  type EvidenceKind,
  FIELDS,
  FLASH_FIELDS,
  FLASH_ROW_FIELDS,
  type Field,
  type Identified,
  HAND_TIME,
  LISTS,
  LIST_ITEM_FIELDS,
  MOST_ASIDE,
  MOST_BODIES,
  MOST_CARDS,
  MOST_CONDITIONS,
  MOST_EVIDENCE,
  MOST_FLASHES,
  MOST_FLASH_ROWS,
  MOST_LEARNT,
  MOST_LIST_ITEMS,
  MOST_MARKS,
  MOST_POPS,
  MOST_POP_GROUPS,
  MOST_TRACK_ROWS,
  POP_GROUP_FIELDS,
  READINGS,
  REPEAT_ROW_FIELDS,
  SOURCES_OF_FIGURES,
  type Setup,
  TRACK_ROW_FIELDS,
  completeSetup,
  fieldAt,
  fieldsOf,
  withinLimits,
} from '../../core'
import { labelOf } from '../texts/fields'
import { allowedText } from '../units'
import { isDate } from './dates'
import { type Part, listOf } from './list'
import { type Checked, check } from './validate'

/** A field of the core’s tables, or one with a name of its own. */
type Called = Field & ({ id: string; label?: never } | { label: string })

/**
 * One schema of a field, from the core's table of fields. Strict: a number is a number, not a text that looks like one.
 */
export function fieldSchema(field: Called): yup.AnySchema {
  const name = field.label ?? labelOf(field)
  switch (field.type) {
    case 'text': {
      const text = yup.string().strict().max(field.maxLength, `${name}: at most ${field.maxLength} characters`)
      return field.required
        ? text
            .trim('Remove the spaces at the beginning and end')
            .min(1, `${name} is missing`)
            .required(`${name} is missing`)
        : text.defined(`${name} is missing`)
    }
    case 'flag':
      return yup.boolean().strict().required(`${name} is missing`)
    case 'choice':
      return yup
        .string()
        .strict()
        .oneOf([...field.options], `${name}: one of ${field.options.join(', ')}`)
        .required(`${name} is missing`)
    case 'number': {
      const allowed = `${name}: allowed is ${allowedText(field)}`
      let number = yup
        .number()
        .strict()
        .typeError(`${name} must be a number`)
        .test('finite', allowed, value => value === null || value === undefined || Number.isFinite(value))
        .min(field.min, allowed)
        .max(field.max, allowed)
      if (field.integer) number = number.integer(`${name}: whole numbers only`)
      return field.nullable ? number.nullable().defined(`${name} is missing`) : number.required(`${name} is missing`)
    }
  }
}

type Tree = { [key: string]: Tree | Identified }

/** An object schema from fields with dotted paths; unknown fields are refused by name. */
export function objectSchema(
  fields: Record<string, Identified>,
  extra: Record<string, Part> = {},
): yup.AnyObjectSchema {
  const tree: Tree = {}
  for (const [path, field] of Object.entries(fields)) {
    const keys = path.split('.')
    const last = keys.pop()!
    let node = tree
    for (const key of keys) node = (node[key] ??= {}) as Tree
    node[last] = field
  }
  const build = (node: Tree, more: Record<string, Part>): yup.AnyObjectSchema => {
    const shape: Record<string, Part> = { ...more }
    for (const [key, child] of Object.entries(node)) {
      shape[key] =
        typeof (child as Identified).type === 'string' ? fieldSchema(child as Identified) : build(child as Tree, {})
    }
    return plainObject(shape)
  }
  return build(tree, extra)
}

/** The revision that a change was made from. */
export const revisionSchema = yup
  .number()
  .strict()
  .integer('A whole number')
  .min(1, 'At least 1')
  .max(2 ** 31 - 1, 'Too large')
  .required('revision is missing')
  .typeError('revision must be a number')

const bareObject = (shape: Record<string, Part>): yup.AnyObjectSchema =>
  yup
    .object(shape)
    .strict()
    .required('${path} is missing')
    .typeError('${path} must be an object') as yup.AnyObjectSchema

/** A strict object of known fields, required. */
export const plainObject = (shape: Record<string, Part>): yup.AnyObjectSchema =>
  bareObject(shape).exact(({ properties }: { properties?: string }) => `Unknown field: ${properties}`)

/**
 * The same as the schema of a type: the compiler names a field that is missing or one too many. What each field holds
 * is said by its own schema.
 */
export const objectOf = <T extends object>(shape: Record<keyof T & string, Part>): yup.Schema<T> =>
  plainObject(shape) as yup.Schema<T>

/** The same of what a later version may have added to: that is passed over. */
export const openObjectOf = <T extends object>(shape: Record<keyof T & string, Part>): yup.Schema<T> =>
  bareObject(shape) as yup.Schema<T>

const onePowerEach = (rows: unknown): boolean => {
  const powers = (rows as { power: number }[] | undefined)?.map(row => row?.power) ?? []
  return new Set(powers).size === powers.length
}

/** A row of durations; `extra` for what a place adds to it. */
export const flashRowSchema = (extra: Record<string, Part> = {}): yup.AnyObjectSchema =>
  objectSchema(FLASH_ROW_FIELDS, extra)
    .test(
      't01',
      't.1 is never shorter than t.5',
      row => typeof row?.t01 !== 'number' || typeof row.t05 !== 'number' || row.t01 >= row.t05,
    )
    .test('some', 't.5 or t.1 must be given', row => !row || row.t01 !== null || row.t05 !== null)

/** Durations of a flash against power. */
export const durationTableSchema = (row: yup.AnySchema) =>
  listOf(row, MOST_FLASH_ROWS, 'rows', list =>
    list.test('powers', 'The same power appears twice', onePowerEach).min(1, 'At least one row of durations'),
  )
/** What a flash's repeating mode can do. */
export const repeatTableSchema = listOf(objectSchema(REPEAT_ROW_FIELDS), MOST_FLASH_ROWS, 'rows', list =>
  list.test('powers', 'The same power appears twice', onePowerEach),
)

const flashSchema = objectSchema(FLASH_FIELDS, {
  table: durationTableSchema(flashRowSchema()),
  repeat: repeatTableSchema,
})

const listSchema = listOf(objectSchema(LIST_ITEM_FIELDS), MOST_LIST_ITEMS, 'lines')
const listsSchema = plainObject({
  ...Object.fromEntries(LISTS.map(name => [name, listSchema])),
  acknowledged: listOf(yup.string().strict().max(60).required(), MOST_LIST_ITEMS, 'lines'),
})
const popGroupSchema = objectSchema(POP_GROUP_FIELDS, {
  lights: listOf(
    yup
      .number()
      .strict()
      .integer('Whole numbers only')
      .min(0, 'No such light in the set-up')
      .max(MOST_FLASHES - 1, 'No such light in the set-up')
      .required(),
    MOST_FLASHES,
    'lights',
    list => list.test('once', 'Each light once', lights => new Set(lights).size === (lights?.length ?? 0)),
  ),
  times: listOf(fieldSchema(HAND_TIME), MOST_POPS, 'pops'),
})
const sequenceSchema = objectSchema(fieldsOf('sequence'), {
  groups: listOf(popGroupSchema, MOST_POP_GROUPS, 'groups'),
  track: listOf(objectSchema(TRACK_ROW_FIELDS), MOST_TRACK_ROWS, 'rows', list =>
    list.test(
      'times',
      'Each time once',
      rows => new Set(rows?.map(row => (row as { time?: number } | null)?.time)).size === (rows?.length ?? 0),
    ),
  ),
})

const plainValue = yup
  .mixed()
  .test(
    'plain',
    'Must be text, a number, true, false or null',
    value => value === null || ['string', 'number', 'boolean'].includes(typeof value),
  )
  .nullable()
  .defined('${path} is missing')
const learntSchema = plainObject({
  path: yup.string().strict().max(80).required('${path} is missing'),
  was: plainValue,
  value: plainValue,
  date: yup.string().strict().required('date is missing').test('date', 'Must be a date such as 2026-11-24', isDate),
  takes: listOf(yup.number().strict().integer().min(1).required(), 1000, 'takes'),
})

const takesSchema = listOf(yup.number().strict().integer().min(1).required(), 1000, 'takes')
const fieldPath = yup
  .string()
  .strict()
  .max(80)
  .required('${path} is missing')
  .test('field', 'No such field in the set-up', path => fieldAt(path ?? '') !== undefined)
const dayOrNone = yup
  .string()
  .strict()
  .defined('date is missing')
  .test('date', 'Must be a date such as 2026-11-24, or empty', date => date === '' || isDate(date))
const evidenceSchema = objectSchema(EVIDENCE_FIELDS, {
  date: dayOrNone,
  takes: takesSchema,
  conditions: listOf(plainObject({ path: fieldPath, value: plainValue }), MOST_CONDITIONS, 'conditions', list =>
    list.test('within', 'Each within the limits of its field', entries =>
      (entries ?? []).every(entry => withinLimits(entry as Change)),
    ),
  ),
}).test('reading', 'Outside the limits for this kind of measurement', function within(entry) {
  const { kind, value } = entry as { kind?: EvidenceKind; value?: number }
  const field = kind === undefined ? undefined : READINGS[kind]
  if (!field || value === undefined || (value >= field.min && value <= field.max)) return true
  return this.createError({
    path: `${this.path}.value`,
    message: `${labelOf(field)}: allowed is ${allowedText(field)}`,
  })
})
const markSchema = plainObject({
  path: fieldPath,
  from: yup
    .string()
    .strict()
    .oneOf([...SOURCES_OF_FIGURES])
    .required('${path} is missing'),
  how: yup.string().strict().max(120).defined('${path} is missing'),
  date: dayOrNone,
})

const asideSchema = plainObject({
  choice: yup.string().strict().max(160).required('${path} is missing'),
  path: fieldPath,
  value: plainValue,
  from: yup
    .string()
    .strict()
    .nullable()
    .oneOf([...SOURCES_OF_FIGURES, null])
    .defined('${path} is missing'),
  how: yup.string().strict().max(120).defined('${path} is missing'),
  date: dayOrNone,
}).test('within', 'Within the limits of its field', entry => withinLimits(entry as Change))

/** The set-up: shared by page, server, command line and file import. */
export const setupSchema = objectSchema(
  Object.fromEntries(Object.entries(FIELDS).filter(([path]) => !/^(sequence|scene)\./.test(path))),
  {
    sequence: sequenceSchema,
    scene: objectSchema(fieldsOf('scene'), { cards: listOf(objectSchema(CARD_FIELDS), MOST_CARDS, 'cards') }),
    format: yup
      .string()
      .strict()
      .oneOf(['epiro-setup'], 'Not a set-up file: format must be "epiro-setup"')
      .required('Not a set-up file: format is missing'),
    version: yup
      .number()
      .strict()
      .oneOf([2], 'Set-up files of versions 1 and 2 are understood')
      .required('version is missing'),
    lists: listsSchema,
    learnt: listOf(learntSchema, MOST_LEARNT, 'learnt figures', list =>
      list.test('fields', 'No such field in the set-up', entries =>
        (entries ?? []).every(entry => fieldAt(String((entry as { path?: unknown } | null)?.path ?? '')) !== undefined),
      ),
    ),
    evidence: listOf(evidenceSchema, MOST_EVIDENCE, 'pieces of evidence', list =>
      list.test('once', 'Two measurements have the same id', entries => {
        const ids = (entries ?? []).map(entry => (entry as { id?: unknown } | null)?.id)
        return new Set(ids).size === ids.length
      }),
    ),
    marks: listOf(markSchema, MOST_MARKS, 'marks'),
    aside: listOf(asideSchema, MOST_ASIDE, 'figures put aside'),
    bodies: listOf(objectSchema(BODY_FIELDS), MOST_BODIES, 'bodies'),
    flashes: listOf(flashSchema, MOST_FLASHES, 'lights'),
  },
) as yup.Schema<Setup>

/** Checks a set-up, with what files and rows of earlier days did not have yet filled in. */
export const checkSetup = (value: unknown): Checked<Setup> => check(setupSchema, value, completeSetup)
