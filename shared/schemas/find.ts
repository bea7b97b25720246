import * as yup from 'yup'
import { objectOf } from './setup'

/** What is looked for over a whole studio. */
export interface FindQuery {
  text: string
}

export const findQuerySchema = objectOf<FindQuery>({
  text: yup
    .string()
    .strict()
    .required('text is missing')
    .max(120, 'At most 120 characters')
    .test('words', 'Only spaces', value => value === undefined || value.trim() !== ''),
})

/** What can be found by its words: set-ups, shoots, kit, and takes by their notes. */
export const FOUND_KINDS = ['setup', 'shoot', 'kit', 'take'] as const

export interface Found {
  kind: (typeof FOUND_KINDS)[number]
  /** Of itself; of a take, that of its set-up. */
  id: string
  name: string
  /** Where it belongs: a shoot, a day, a kind of kit, a set-up. */
  of: string
}
