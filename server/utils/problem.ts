import { createError } from 'h3'
import type { Mistake } from '../../shared/schemas/validate'
import { serverWords } from '../../shared/texts/server'

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
  400: serverWords('problem.badRequest'),
  401: serverWords('problem.notSigned'),
  403: serverWords('problem.refused'),
  404: serverWords('problem.notFound'),
  405: serverWords('problem.methodNotAllowed'),
  408: serverWords('problem.requestTimedOut'),
  409: serverWords('problem.conflict'),
  413: serverWords('problem.tooLarge'),
  415: serverWords('problem.unsupportedMediaType'),
  421: serverWords('problem.unknownHostName'),
  422: serverWords('problem.invalidInput'),
  429: serverWords('problem.tooManyRequests'),
  500: serverWords('problem.serverError'),
  503: serverWords('problem.notAvailable'),
  507: serverWords('problem.diskFull'),
}

export function problemOf(status: number, detail: string, more: Pick<Problem, 'errors' | 'current'> = {}): Problem {
  return { type: 'about:blank', title: TITLES[status] ?? serverWords('problem.error'), status, detail, ...more }
}

/** To throw in a route or service. */
export function problem(status: number, detail: string, more: Pick<Problem, 'errors' | 'current'> = {}) {
  return createError({
    statusCode: status,
    statusMessage: TITLES[status] ?? serverWords('problem.error'),
    message: detail,
    data: { problem: problemOf(status, detail, more) },
  })
}

export const notFound = (what: string) => problem(404, serverWords('problem.noSuch', { what }))

/** What was changed from a revision that is no longer the newest: nothing is written, and the newest goes back. */
export const changedElsewhere = <T extends { revision: number }>(current: T, revision: number) =>
  problem(409, serverWords('problem.someoneElseHasSaved', { revision: current.revision, revision2: revision }), {
    errors: [{ field: 'revision', reason: serverWords('problem.now', { revision: current.revision }) }],
    current,
  })
