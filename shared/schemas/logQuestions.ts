import * as yup from 'yup'
import { logQueryFrom, logQuerySchema } from './log'
import type { LogQuery } from './log'
import { objectOf } from './setup'
import { check } from './validate'

/** Most questions that a studio keeps. */
export const MOST_QUESTIONS = 100
const LONGEST = 400

/** A question to the log that is to be kept under a name. */
export interface QuestionInput {
  name: string
  /** As it stands in the address of the log, without the question mark. */
  asked: string
}

/**
 * What an address asks of the log; how it is shown is no part of that.
 *
 * @returns null where it asks what is not there
 */
export function askedBy(address: string): LogQuery | null {
  const { as: _, ...raw } = Object.fromEntries(new URLSearchParams(address))
  const read = check(logQuerySchema, logQueryFrom(raw))
  return 'value' in read ? read.value : null
}

const question = (name: string) =>
  yup
    .string()
    .strict()
    .defined(`${name} is missing`)
    .max(LONGEST, `At most ${LONGEST} characters`)
    .test('question', 'Not a question to the log', value => value === undefined || askedBy(value) !== null)

export const questionSchema = objectOf<QuestionInput>({
  name: yup
    .string()
    .strict()
    .required('Enter a name')
    .max(60, 'At most 60 characters')
    .test(
      'trimmed',
      'Remove the spaces at the beginning and end',
      value => value === undefined || value.trim() === value,
    ),
  asked: question('asked'),
})

/** Two questions whose takes are held against each other, each as an address. */
export interface CompareInput {
  one: string
  other: string
}

export const compareSchema = objectOf<CompareInput>({ one: question('one'), other: question('other') })
