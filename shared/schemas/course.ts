import * as yup from 'yup'
import { ASKED_LESSONS, type AskedLesson } from '../../core/course'
import { objectOf } from './setup'

/** An answer to a go of the course. */
export interface CourseAnswer {
  lesson: AskedLesson
  /** Which go it is, from 0. */
  number: number
  /** SI, or the place of an option. */
  answer: number
  hinted: boolean
}

export const courseAnswerSchema = objectOf<CourseAnswer>({
  lesson: yup
    .string()
    .strict()
    .required('lesson is missing')
    .oneOf([...ASKED_LESSONS], 'No such lesson'),
  number: yup
    .number()
    .strict()
    .required('number is missing')
    .integer('A whole number')
    .min(0, 'From 0')
    .max(100_000, 'At most 100000'),
  answer: yup.number().strict().required('answer is missing').min(-1e9, 'From −1e9').max(1e9, 'At most 1e9'),
  hinted: yup.boolean().strict().required('hinted is missing'),
})
