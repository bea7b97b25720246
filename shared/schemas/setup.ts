import * as yup from 'yup'
import {
  FIELDS, FLASH_FIELDS, FLASH_ROW_FIELDS, MOST_FLASHES, MOST_FLASH_ROWS, type Field, type Setup,
} from '../../core'
import { allowedText } from '../units'

/** One schema of a field, from the core's table of fields. Strict: a number is a number, not a text that looks like one. */
export function fieldSchema(field: Field): yup.AnySchema {
  switch (field.type) {
    case 'text': {
      const text = yup.string().strict().max(field.maxLength, `${field.label}: at most ${field.maxLength} characters`)
      return field.required ? text.trim('No spaces at either end').min(1, `${field.label} is missing`).required(`${field.label} is missing`) : text.defined(`${field.label} is missing`)
    }
    case 'flag': return yup.boolean().strict().required(`${field.label} is missing`)
    case 'choice': return yup.string().strict().oneOf([...field.options], `${field.label}: one of ${field.options.join(', ')}`).required(`${field.label} is missing`)
    case 'number': {
      const allowed = `${field.label}: allowed is ${allowedText(field)}`
      let number = yup.number().strict().typeError(`${field.label} must be a number`)
        .test('finite', allowed, value => value === null || value === undefined || Number.isFinite(value))
        .min(field.min, allowed).max(field.max, allowed)
      if (field.integer) number = number.integer(`${field.label}: whole numbers only`)
      return field.nullable ? number.nullable().defined(`${field.label} is missing`) : number.required(`${field.label} is missing`)
    }
  }
}

type Tree = { [key: string]: Tree | Field }

/** An object schema from fields with dotted paths; unknown fields are refused by name. */
function objectSchema(fields: Record<string, Field>, extra: Record<string, yup.AnySchema> = {}): yup.AnyObjectSchema {
  const tree: Tree = {}
  for (const [path, field] of Object.entries(fields)) {
    const keys = path.split('.')
    const last = keys.pop()!
    let node = tree
    for (const key of keys) node = (node[key] ??= {}) as Tree
    node[last] = field
  }
  const build = (node: Tree, more: Record<string, yup.AnySchema>): yup.AnyObjectSchema => {
    const shape: Record<string, yup.AnySchema> = { ...more }
    for (const [key, child] of Object.entries(node)) {
      shape[key] = typeof (child as Field).type === 'string' ? fieldSchema(child as Field) : build(child as Tree, {})
    }
    return plainObject(shape)
  }
  return build(tree, extra)
}

/** A strict object of known fields, required. */
export function plainObject(shape: Record<string, yup.AnySchema>): yup.AnyObjectSchema {
  return yup.object(shape).strict().exact(({ properties }: { properties?: string }) => `Unknown field: ${properties}`)
    .required('${path} is missing').typeError('${path} must be an object') as unknown as yup.AnyObjectSchema
}

const onePowerEach = (rows: unknown): boolean => {
  const powers = (rows as { power: number }[] | undefined)?.map(row => row?.power) ?? []
  return new Set(powers).size === powers.length
}

const rowSchema = objectSchema(FLASH_ROW_FIELDS)
  .test('t01', 't.1 is never shorter than t.5', row => !row || !(row.t01 < row.t05))

const flashSchema = objectSchema(FLASH_FIELDS, {
  table: yup.array().strict().of(rowSchema).min(1, 'At least one row of durations').max(MOST_FLASH_ROWS, `At most ${MOST_FLASH_ROWS} rows`)
    .required('Durations are missing').test('powers', 'Each power once', onePowerEach),
})

/** The set-up: shared by page, server, command line and file import. */
export const setupSchema = objectSchema(FIELDS, {
  format: yup.string().strict().oneOf(['epiro-setup'], 'Not a set-up file: format must be "epiro-setup"').required('Not a set-up file: format is missing'),
  version: yup.number().strict().oneOf([1], 'Set-up files of version 1 are understood').required('version is missing'),
  flashes: yup.array().strict().of(flashSchema).max(MOST_FLASHES, `At most ${MOST_FLASHES} lights`).required('flashes is missing'),
}) as unknown as yup.Schema<Setup>
