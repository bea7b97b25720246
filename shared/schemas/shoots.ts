import * as yup from 'yup'
import { objectOf } from './setup'

/** Shoots of a page where nothing else is asked for, and the most. */
export const SHOOTS_A_PAGE = 24
export const MOST_SHOOTS_A_PAGE = 100

/** Which shoots a list shows. */
export interface ShootsQuery {
  limit: number
  /** Id of the last shoot of the page before. */
  before?: string
}

export const shootsQuerySchema = objectOf<ShootsQuery>({
  limit: yup
    .number()
    .strict()
    .integer('A whole number')
    .min(1, 'At least 1')
    .max(MOST_SHOOTS_A_PAGE, `At most ${MOST_SHOOTS_A_PAGE}`)
    .required(),
  before: yup
    .string()
    .strict()
    .matches(/^[0-9a-f-]{36}$/, 'Not a valid id'),
})

/** A query as it stands in an address. */
export const shootsQueryFrom = ({ limit, before, ...rest }: Record<string, unknown>): Record<string, unknown> => ({
  ...rest,
  limit: limit === undefined ? SHOOTS_A_PAGE : Number(limit),
  ...(before === undefined ? {} : { before }),
})
