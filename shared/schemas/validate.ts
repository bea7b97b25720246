import { ValidationError, type Schema } from 'yup'

/** One mistake: the field's path and what is wrong with it. */
export interface Mistake {
  field: string
  reason: string
}

export type Checked<T> = { value: T } | { mistakes: Mistake[] }

/** Deeper than any file of ours; a value nested beyond it is refused before anything walks it. */
const DEEPEST = 20

function depthOf(value: unknown, limit: number): boolean {
  if (value === null || typeof value !== 'object') return true
  if (limit === 0) return false
  return Object.values(value).every(child => depthOf(child, limit - 1))
}

/** Checks a value against a schema: itself, typed, or every mistake in it. Never throws for bad input. */
export function check<T>(schema: Schema<T>, value: unknown): Checked<T> {
  if (!depthOf(value, DEEPEST)) return { mistakes: [{ field: '', reason: 'Nested too deeply' }] }
  try {
    return { value: schema.validateSync(value, { abortEarly: false }) as T }
  }
  catch (error) {
    if (!(error instanceof ValidationError)) throw error
    const inner = error.inner.length > 0 ? error.inner : [error]
    const seen = new Set<string>()
    const mistakes = inner.map(e => ({ field: e.path ?? '', reason: e.message.replace(/^this (is|must)/, 'The value $1') }))
      .filter(m => !seen.has(`${m.field}\n${m.reason}`) && seen.add(`${m.field}\n${m.reason}`))
    return { mistakes }
  }
}
