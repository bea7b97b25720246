import type { Json } from '../../core/math/json'
import {
  BODY_FIELDS,
  CARD_FIELDS,
  EVIDENCE_FIELDS,
  MOST_CONDITIONS,
  MOST_EVIDENCE,
  MOST_MARKS,
  FIELDS,
  FLASH_FIELDS,
  FLASH_ROW_FIELDS,
  HAND_TIME,
  LIST_ITEM_FIELDS,
  MOST_ASIDE,
  MOST_BODIES,
  MOST_CARDS,
  MOST_FLASHES,
  MOST_FLASH_ROWS,
  MOST_LEARNT,
  MOST_LIST_ITEMS,
  MOST_POPS,
  MOST_POP_GROUPS,
  MOST_TRACK_ROWS,
  POP_GROUP_FIELDS,
  REPEAT_ROW_FIELDS,
  TRACK_ROW_FIELDS,
  fieldsOf,
  type Identified,
  LISTS,
  SOURCES_OF_FIGURES,
} from '../../core'
import { labelOf } from '../texts/fields'

/** SI unit a number of the file is in. */
const SI: Record<string, string> = {
  time: 's',
  shutter: 's',
  length: 'm',
  speed: 'm/s',
  mass: 'kg',
  power: 'fraction of full power',
  aperture: 'f-number',
  iso: 'ISO',
  stops: 'stops',
  ev: 'EV at ISO 100',
  angle: 'rad',
  temperature: '°C',
  temperatureDifference: '°C',
  share: 'fraction',
  count: 'count',
  number: 'plain number',
  pressure: 'Pa',
  rate: '1/s',
  perMetre: '1/m',
  guide: 'm at ISO 100',
  energy: 'J',
  angleRate: 'rad/s',
}

const PLAIN: Json = { anyOf: ['string', 'number', 'boolean', 'null'].map(type => ({ type })) }

function ofField(field: Identified): Json {
  switch (field.type) {
    case 'text':
      return {
        type: 'string',
        title: labelOf(field),
        maxLength: field.maxLength,
        ...(field.required ? { minLength: 1 } : {}),
      }
    case 'flag':
      return { type: 'boolean', title: labelOf(field) }
    case 'choice':
      return { type: 'string', title: labelOf(field), enum: [...field.options] }
    case 'number': {
      const type = field.integer ? 'integer' : 'number'
      return {
        type: field.nullable ? [type, 'null'] : type,
        title: labelOf(field),
        description: SI[field.quantity],
        minimum: field.min,
        maximum: field.max,
      }
    }
  }
}

function ofObject(fields: Record<string, Identified>, extra: Json = {}): Json {
  const properties: Record<string, Json> = {}
  const nested: Record<string, Record<string, Identified>> = {}
  for (const [path, field] of Object.entries(fields)) {
    const [head, ...rest] = path.split('.') as [string, ...string[]]
    if (rest.length === 0) properties[head] = ofField(field)
    else (nested[head] ??= {})[rest.join('.')] = field
  }
  for (const [key, children] of Object.entries(nested)) properties[key] = ofObject(children)
  Object.assign(properties, extra)
  return { type: 'object', properties, required: Object.keys(properties), additionalProperties: false }
}

/** JSON Schema (2020-12) of the set-up file, made from the table of fields. */
export function setupJsonSchema(): Json {
  const repeat = { type: 'array', maxItems: MOST_FLASH_ROWS, items: ofObject(REPEAT_ROW_FIELDS) }
  const list = { type: 'array', maxItems: MOST_LIST_ITEMS, items: ofObject(LIST_ITEM_FIELDS) }
  const acknowledged = { type: 'array', maxItems: MOST_LIST_ITEMS, items: { type: 'string', maxLength: 60 } }
  const lists = { ...Object.fromEntries(LISTS.map(name => [name, list])), acknowledged }
  const group = ofObject(POP_GROUP_FIELDS, {
    lights: {
      type: 'array',
      maxItems: MOST_FLASHES,
      uniqueItems: true,
      items: { type: 'integer', minimum: 0, maximum: MOST_FLASHES - 1 },
    },
    times: { type: 'array', maxItems: MOST_POPS, items: ofField(HAND_TIME) },
  })
  const learnt = {
    type: 'object',
    additionalProperties: false,
    required: ['path', 'was', 'value', 'date', 'takes'],
    properties: {
      path: { type: 'string', maxLength: 80 },
      was: PLAIN,
      value: PLAIN,
      date: { type: 'string', pattern: '^\\d{4}-\\d{2}-\\d{2}$' },
      takes: { type: 'array', maxItems: 1000, items: { type: 'integer', minimum: 1 } },
    },
  }
  const condition = {
    type: 'object',
    additionalProperties: false,
    required: ['path', 'value'],
    properties: { path: { type: 'string', maxLength: 80 }, value: PLAIN },
  }
  const evidence = ofObject(EVIDENCE_FIELDS, {
    takes: { type: 'array', maxItems: 1000, items: { type: 'integer', minimum: 1 } },
    conditions: { type: 'array', maxItems: MOST_CONDITIONS, items: condition },
  })
  const mark = {
    type: 'object',
    additionalProperties: false,
    required: ['path', 'from', 'how', 'date'],
    properties: {
      path: { type: 'string', maxLength: 80 },
      from: { enum: [...SOURCES_OF_FIGURES] },
      how: { type: 'string', maxLength: 120 },
      date: { type: 'string', maxLength: 10 },
    },
  }
  const aside = {
    type: 'object',
    additionalProperties: false,
    required: ['choice', 'path', 'value', 'from', 'how', 'date'],
    properties: {
      choice: { type: 'string', maxLength: 160 },
      path: { type: 'string', maxLength: 80 },
      value: PLAIN,
      from: { enum: [...SOURCES_OF_FIGURES, null] },
      how: { type: 'string', maxLength: 120 },
      date: { type: 'string', maxLength: 10 },
    },
  }
  const track = { type: 'array', maxItems: MOST_TRACK_ROWS, items: ofObject(TRACK_ROW_FIELDS) }
  const table = { type: 'array', minItems: 1, maxItems: MOST_FLASH_ROWS, items: ofObject(FLASH_ROW_FIELDS) }
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    title: 'Epiro set-up, version 2',
    description: 'All numbers in SI units; null where a field allows it means not given.',
    ...ofObject(FIELDS, {
      format: { const: 'epiro-setup' },
      version: { const: 2 },
      flashes: { type: 'array', maxItems: MOST_FLASHES, items: ofObject(FLASH_FIELDS, { table, repeat }) },
      scene: ofObject(fieldsOf('scene'), {
        cards: { type: 'array', maxItems: MOST_CARDS, items: ofObject(CARD_FIELDS) },
      }),
      sequence: ofObject(fieldsOf('sequence'), {
        groups: { type: 'array', maxItems: MOST_POP_GROUPS, items: group },
        track,
      }),
      bodies: { type: 'array', maxItems: MOST_BODIES, items: ofObject(BODY_FIELDS) },
      learnt: { type: 'array', maxItems: MOST_LEARNT, items: learnt },
      evidence: { type: 'array', maxItems: MOST_EVIDENCE, items: evidence },
      marks: { type: 'array', maxItems: MOST_MARKS, items: mark },
      aside: { type: 'array', maxItems: MOST_ASIDE, items: aside },
      lists: { type: 'object', properties: lists, required: Object.keys(lists), additionalProperties: false },
    }),
  }
}
