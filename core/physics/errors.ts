/**
 * The one error the core throws: an input is outside what a function accepts.
 * It names the field, the value given and what is allowed, so that every
 * caller (page, server, command line) can put the message beside the field.
 */
export class InputError extends Error {
  constructor(
    readonly field: string,
    readonly value: unknown,
    readonly allowed: string,
  ) {
    super(`${field} is ${describe(value)}; it must be ${allowed}`)
    this.name = 'InputError'
  }
}

function describe(value: unknown): string {
  if (value === undefined) return 'missing'
  if (typeof value === 'number') return String(value)
  const text = JSON.stringify(value) ?? String(value)
  return text.length > 60 ? `${text.slice(0, 57)}...` : text
}

/** Throws unless `value` is a finite number. */
export function finite(field: string, value: number): number {
  if (typeof value !== 'number' || !Number.isFinite(value)) throw new InputError(field, value, 'a finite number')
  return value
}

/** Throws unless `value` is finite and above zero. */
export function positive(field: string, value: number): number {
  if (!(finite(field, value) > 0)) throw new InputError(field, value, 'above 0')
  return value
}

/** Throws unless `value` is finite and zero or above. */
export function notNegative(field: string, value: number): number {
  if (!(finite(field, value) >= 0)) throw new InputError(field, value, '0 or above')
  return value
}

/** Throws unless `value` is finite and between `low` and `high`, both allowed. */
export function within(field: string, value: number, low: number, high: number): number {
  finite(field, value)
  if (value < low || value > high) throw new InputError(field, value, `from ${low} to ${high}`)
  return value
}

/** Throws unless `value` is a whole number of at least `low`. */
export function whole(field: string, value: number, low: number): number {
  if (!Number.isInteger(value) || value < low) throw new InputError(field, value, `a whole number of at least ${low}`)
  return value
}

/** Throws unless `list` holds at least `least` entries. */
export function atLeast<T>(field: string, list: readonly T[], least: number): readonly T[] {
  if (!Array.isArray(list) || list.length < least) {
    throw new InputError(field, Array.isArray(list) ? `${list.length} entries` : list, `at least ${least} entries`)
  }
  return list
}
