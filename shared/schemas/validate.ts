import { type ValidateOptions, ValidationError } from 'yup'

/** One mistake: the field's path and what is wrong with it. */
export interface Mistake {
  field: string
  reason: string
}

export type Checked<T> = { value: T } | { mistakes: Mistake[] }

/** Most mistakes told, and characters of a field's path and of a reason: what somebody can read. */
export const MOST_MISTAKES = 20
const LONGEST = { field: 120, reason: 300 } as const

/** Beyond any file of ours; what is over is refused before anything walks it whole. */
const DEEPEST = 20
const MOST_FIELDS = 1000
const MOST_ROWS = 2000
const MOST_VALUES = 200_000

/** Why a value is too large or too deep to be looked at; null: it is not. Stops at the first reason. */
function tooMuch(value: unknown, mostRows: number): string | null {
  let left = MOST_VALUES
  const walk = (at: unknown, depth: number): string | null => {
    if (at === null || typeof at !== 'object') return null
    if (depth > DEEPEST) return 'Nested too deeply'
    const list = Array.isArray(at)
    const children = list ? (at as unknown[]) : Object.values(at)
    if (list && children.length > mostRows) return `A list of ${children.length}: at most ${mostRows}`
    if (!list && children.length > MOST_FIELDS) return `An object of ${children.length} fields: at most ${MOST_FIELDS}`
    left -= children.length
    if (left < 0) return `Over ${MOST_VALUES} values`
    for (const child of children) {
      const reason = walk(child, depth + 1)
      if (reason !== null) return reason
    }
    return null
  }
  return walk(value, 0)
}

const cut = (text: string, longest: number): string => (text.length > longest ? `${text.slice(0, longest - 1)}…` : text)

/** Mistakes as they are told: each once, the first of them. */
export function told(mistakes: readonly Mistake[]): Mistake[] {
  const seen = new Set<string>()
  const found: Mistake[] = []
  for (const { field, reason } of mistakes) {
    const mistake = { field: cut(field, LONGEST.field), reason: cut(reason, LONGEST.reason) }
    const text = `${mistake.field}\n${mistake.reason}`
    if (!seen.has(text)) found.push(mistake)
    seen.add(text)
    if (found.length === MOST_MISTAKES) break
  }
  return found
}

/**
 * Checks a value against a schema: itself, typed, or the mistakes in it, 20 at most. Never throws for bad input, and
 * takes milliseconds whatever it is given:
 * size and depth are looked at first, and only then `complete` fills in what older senders leave out.
 *
 * @param mostRows longest list there may be anywhere in it
 */
export function check<T>(
  schema: { validateSync(value: unknown, options?: ValidateOptions): T },
  value: unknown,
  complete: (value: unknown) => unknown = same => same,
  mostRows = MOST_ROWS,
): Checked<T> {
  const reason = tooMuch(value, mostRows)
  if (reason !== null) return { mistakes: [{ field: '', reason }] }
  try {
    return { value: schema.validateSync(complete(value), { abortEarly: false }) }
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error
    const inner = error.inner.length > 0 ? error.inner : [error]
    return {
      mistakes: told(
        inner.map(e => ({ field: e.path ?? '', reason: e.message.replace(/^this (is|must)/, 'The value $1') })),
      ),
    }
  }
}
