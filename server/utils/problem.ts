import { createError } from 'h3'
import type { Mistake } from '../../shared/schemas/validate'

/**
 * An error of the API in the shape of RFC 9457: title, status, detail, and for bad input each field with its reason.
 */
export interface Problem {
  type: 'about:blank'
  title: string
  status: number
  detail: string
  errors?: Mistake[]
  /** What the server has now, where two versions conflict. */
  current?: unknown
}

const TITLES: Record<number, string> = {
  400: 'Bad request',
  401: 'Not signed in',
  403: 'Refused',
  404: 'Not found',
  405: 'Method not allowed',
  408: 'Request timed out',
  409: 'Conflict',
  413: 'Too large',
  415: 'Unsupported media type',
  421: 'Unknown host name',
  422: 'Invalid input',
  429: 'Too many requests',
  500: 'Server error',
  503: 'Not available',
  507: 'Disk full',
}

export function problemOf(status: number, detail: string, more: Pick<Problem, 'errors' | 'current'> = {}): Problem {
  return { type: 'about:blank', title: TITLES[status] ?? 'Error', status, detail, ...more }
}

/** To throw in a route or service. */
export function problem(status: number, detail: string, more: Pick<Problem, 'errors' | 'current'> = {}) {
  return createError({
    statusCode: status,
    statusMessage: TITLES[status] ?? 'Error',
    message: detail,
    data: { problem: problemOf(status, detail, more) },
  })
}

export const notFound = (what: string) => problem(404, `No such ${what}`)

/** What was changed from a revision that is no longer the newest: nothing is written, and the newest goes back. */
export const changedElsewhere = <T extends { revision: number }>(current: T, revision: number) =>
  problem(409, `Someone else has saved a newer version (revision ${current.revision}; yours is ${revision})`, {
    errors: [{ field: 'revision', reason: `now ${current.revision}` }],
    current,
  })
