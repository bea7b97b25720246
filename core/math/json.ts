/** An object of JSON whose fields nobody has checked. */
export type Json = Record<string, unknown>

/** Whether a JSON value is an object, and no list. */
export const isObject = (value: unknown): value is Json =>
  value !== null && typeof value === 'object' && !Array.isArray(value)
