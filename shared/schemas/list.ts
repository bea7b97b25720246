import * as yup from 'yup'
import { MOST_MISTAKES } from './validate'

/** Part of an object schema. */
export type Part = yup.ObjectShape[string]

type List = yup.ArraySchema<unknown[] | undefined, yup.AnyObject>
/** What a row is held to: all that is asked of it. */
type RowSchema = { validateSync(value: unknown, options?: yup.ValidateOptions): unknown }

/** Rows are looked at one by one, and no further than there are mistakes to be told. */
const rowsHold = (row: RowSchema) =>
  function (this: yup.TestContext, list: unknown[] | undefined): true | yup.ValidationError {
    const errors: yup.ValidationError[] = []
    let mistakes = 0
    for (const [i, value] of (list ?? []).entries()) {
      try {
        row.validateSync(value, { abortEarly: false, strict: true, path: `${this.path}[${i}]` } as yup.ValidateOptions)
      } catch (error) {
        if (!(error instanceof yup.ValidationError)) throw error
        errors.push(error)
        mistakes += Math.max(1, error.inner.length)
      }
      if (mistakes >= MOST_MISTAKES) break
    }
    return errors.length === 0 ? true : new yup.ValidationError(errors, list, this.path)
  }

/**
 * A required list of so many rows at most. A longer one is refused for its length alone, none of its rows looked at.
 *
 * @param more what else holds of the list as a whole
 */
export function listOf(
  row: RowSchema,
  most: number,
  what: string,
  more: (list: List) => yup.AnySchema = list => list,
): Part {
  const short = (list: yup.AnySchema): List =>
    (list as List).max(most, `At most ${most} ${what}`).required('${path} is missing') as List
  const bare = short(yup.array().strict())
  const whole = more(short(yup.array().strict()).test('rows', '', rowsHold(row)) as List)
  return yup.lazy((value: unknown) => (Array.isArray(value) && value.length > most ? bare : whole))
}
