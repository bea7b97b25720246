import { defineNitroErrorHandler } from 'nitropack/runtime'
import { setResponseHeader, setResponseStatus } from 'h3'
import { type Problem, problemOf } from './utils/problem'

const DATABASE_GONE = new Set(['ECONNREFUSED', 'ECONNRESET', 'PROTOCOL_CONNECTION_LOST', 'ETIMEDOUT', 'EPIPE', 'ENOTFOUND'])

interface Cause { code?: string, cause?: unknown }

function databaseGone(error: unknown): boolean {
  for (let at = error as Cause | undefined, depth = 0; at && depth < 5; at = at.cause as Cause | undefined, depth++) {
    if (at.code && DATABASE_GONE.has(at.code)) return true
  }
  return false
}

/** API errors in one shape, without stack traces; pages keep the framework's own handling. */
export default defineNitroErrorHandler((error, event) => {
  if (!event.path.startsWith('/api')) return
  const known = (error.data as { problem?: Problem } | undefined)?.problem
  const status = error.statusCode || 500
  let body: Problem
  if (known) body = known
  else if (databaseGone(error)) body = problemOf(503, 'The database does not answer; what was not saved is kept in this page')
  else if (status < 500) body = problemOf(status, error.message)
  else {
    console.error(error)
    body = problemOf(500, 'Something went wrong on the server; it was logged there')
  }
  setResponseStatus(event, body.status)
  setResponseHeader(event, 'content-type', 'application/problem+json; charset=utf-8')
  event.node.res.end(JSON.stringify(body))
})
