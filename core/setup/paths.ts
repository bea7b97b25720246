import {
  BODY_FIELDS,
  CARD_FIELDS,
  EVIDENCE_FIELDS,
  FIELDS,
  FLASH_FIELDS,
  FLASH_ROW_FIELDS,
  type Identified,
  GROUP_LIGHT,
  HAND_TIME,
  LIST_ITEM_FIELDS,
  POP_GROUP_FIELDS,
  REPEAT_ROW_FIELDS,
  TRACK_ROW_FIELDS,
} from './fields'
import type { Setup } from './types'

/** One change of a set-up: the path of a field, as in `flashes[0].power`, and its new value. */
export interface Change {
  path: string
  value: string | number | boolean | null
}

function keysOf(path: string): (string | number)[] {
  return path
    .split(/[.[\]]+/)
    .filter(key => key !== '')
    .map(key => (/^\d+$/.test(key) ? Number(key) : key))
}

/** Fields inside lists, by the shape of their path. */
const LISTED: readonly [RegExp, Record<string, Identified>][] = [
  [/^flashes\[\d+\]\.table\[\d+\]\.(\w+)$/, FLASH_ROW_FIELDS],
  [/^flashes\[\d+\]\.repeat\[\d+\]\.(\w+)$/, REPEAT_ROW_FIELDS],
  [/^flashes\[\d+\]\.(\w+)$/, FLASH_FIELDS],
  [/^evidence\[\d+\]\.(\w+)$/, EVIDENCE_FIELDS],
  [/^scene\.cards\[\d+\]\.(\w+)$/, CARD_FIELDS],
  [/^bodies\[\d+\]\.(\w+)$/, BODY_FIELDS],
  [/^lists\.\w+\[\d+\]\.(\w+)$/, LIST_ITEM_FIELDS],
  [/^sequence\.groups\[\d+\]\.(\w+)$/, POP_GROUP_FIELDS],
  [/^sequence\.groups\[\d+\]\.(lights)\[\d+\]$/, { lights: GROUP_LIGHT }],
  [/^sequence\.groups\[\d+\]\.(times)\[\d+\]$/, { times: HAND_TIME }],
  [/^sequence\.track\[\d+\]\.(\w+)$/, TRACK_ROW_FIELDS],
]

/** The field behind a path, lists included; undefined for a path that is none. */
export function fieldAt(path: string): Identified | undefined {
  if (Object.hasOwn(FIELDS, path)) return (FIELDS as Record<string, Identified>)[path]
  for (const [pattern, fields] of LISTED) {
    const key = pattern.exec(path)?.[1]
    if (key !== undefined) return Object.hasOwn(fields, key) ? fields[key] : undefined
  }
  return undefined
}

/** Whether a change leaves its field within its limits. */
export function withinLimits({ path, value }: Change): boolean {
  const field = fieldAt(path)
  switch (field?.type) {
    case 'number':
      return value === null
        ? field.nullable === true
        : typeof value === 'number' &&
            value >= field.min &&
            value <= field.max &&
            (!field.integer || Number.isInteger(value))
    case 'choice':
      return field.options.includes(value as string)
    case 'flag':
      return typeof value === 'boolean'
    case 'text':
      return typeof value === 'string' && value.length <= field.maxLength
    case undefined:
      return false
  }
}

/** Value at a path; undefined where there is none. */
export function valueAt(setup: object, path: string): unknown {
  let at: unknown = setup
  for (const key of keysOf(path)) at = (at as Record<string | number, unknown> | undefined)?.[key]
  return at
}

/** A copy of the set-up with one value changed; what is not on the path is shared, not copied. */
export function withChange<S extends Setup>(setup: S, change: Change): S {
  const set = (node: unknown, keys: (string | number)[]): unknown => {
    const [key, ...rest] = keys
    if (key === undefined) return change.value
    const copy = (Array.isArray(node) ? [...node] : { ...(node as object) }) as Record<string | number, unknown>
    copy[key] = set(copy[key], rest)
    return copy
  }
  return set(setup, keysOf(change.path)) as S
}

/** The same for several changes, in order. */
export function withChanges<S extends Setup>(setup: S, changes: readonly Change[]): S {
  return changes.reduce<S>(withChange, setup)
}

/** Paths of every field that differs between two set-ups, lists compared entry by entry where their lengths agree. */
export function changedPaths(a: object, b: object): string[] {
  const paths: string[] = []
  const walk = (x: unknown, y: unknown, path: string): void => {
    if (Object.is(x, y)) return
    const both = x !== null && y !== null && typeof x === 'object' && typeof y === 'object'
    if (!both || (Array.isArray(x) && (x as unknown[]).length !== (y as unknown[]).length)) {
      paths.push(path)
      return
    }
    for (const key of new Set([...Object.keys(x as object), ...Object.keys(y as object)])) {
      const next = Array.isArray(x) ? `${path}[${key}]` : path ? `${path}.${key}` : key
      walk((x as Record<string, unknown>)[key], (y as Record<string, unknown>)[key], next)
    }
  }
  walk(a, b, '')
  return paths
}
