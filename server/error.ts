import { defineNitroErrorHandler } from 'nitropack/runtime'
import { setResponseHeaders, setResponseStatus } from 'h3'
import { isConflict } from './database/conflicts'
import { log } from './utils/log'
import { type Problem, problemOf } from './utils/problem'
import { policyOf } from './utils/policy'
import { serverWords } from '../shared/texts/server'

const DATABASE_GONE = new Set([
  'ECONNREFUSED',
  'ECONNRESET',
  'PROTOCOL_CONNECTION_LOST',
  'ETIMEDOUT',
  'EPIPE',
  'ENOTFOUND',
  'EHOSTUNREACH',
  'ENOENT',
  'ER_CON_COUNT_ERROR',
  'ER_SERVER_SHUTDOWN',
  // A node of a cluster that is not, or not yet, one of it.
  'ER_UNKNOWN_COM_ERROR',
])
/** The same in words that come without a code: too many wait, or the connection went while something was done on it. */
const LOST = /^Queue limit reached\.$|connection is in closed state/
/** Disk full, table full, and a server that only reads. */
const DATABASE_FULL = new Set([1021, 1114, 1290, 1836, 3])

interface Cause {
  code?: string
  errno?: number
  message?: string
  cause?: unknown
}

function causes(error: unknown): Cause[] {
  const found: Cause[] = []
  for (let at = error as Cause | undefined; at && found.length < 5; at = at.cause as Cause | undefined) found.push(at)
  return found
}

/** What went wrong, without stack traces; what nobody foresaw is written down here and told in general words. */
function problemFor(
  error: { statusCode: number; message: string; stack?: string; data?: unknown },
  request: unknown,
): Problem {
  const known = (error.data as { problem?: Problem } | undefined)?.problem
  if (known) return known
  const chain = causes(error)
  const gone = ({ code, message }: Cause): boolean =>
    (code !== undefined && DATABASE_GONE.has(code)) || LOST.test(message ?? '')
  if (chain.some(({ code }) => code === 'EPIRO_TOO_LONG')) return problemOf(503, serverWords('error.tookTooLongWas'))
  if (chain.some(gone)) {
    return problemOf(503, serverWords('error.databaseDoesNotAnswer'))
  }
  if (
    chain.some(
      ({ errno, message }) =>
        (errno !== undefined && DATABASE_FULL.has(errno)) ||
        /No space left|ENOSPC|EROFS|Errcode: (28|30)/.test(message ?? ''),
    )
  ) {
    return problemOf(507, serverWords('error.diskFullCannotWritten'))
  }
  if (chain.some(isConflict)) return problemOf(503, serverWords('error.serverBusyUnsavedWork'))
  const status = error.statusCode || 500
  if (status < 500) return problemOf(status, error.message.slice(0, 300))
  log.error({ request, error: error.stack })
  return problemOf(500, serverWords('error.somethingWentWrongServer'))
}

const escaped = (text: string): string => text.replace(/[&<>"]/g, char => `&#${char.charCodeAt(0)};`)

/** Errors in one shape: as JSON for the API, as a bare page for everything else. */
export default defineNitroErrorHandler((error, event) => {
  const body = problemFor(error, event.context.requestId)
  if (event.node.res.headersSent) {
    event.node.res.destroy()
    return
  }
  setResponseStatus(event, body.status)
  if (event.path.startsWith('/api')) {
    setResponseHeaders(event, {
      'content-type': 'application/problem+json; charset=utf-8',
      'cache-control': 'no-store',
    })
    event.node.res.end(JSON.stringify(body))
    return
  }
  setResponseHeaders(event, {
    'content-type': 'text/html; charset=utf-8',
    'content-security-policy': policyOf(),
    'cache-control': 'no-store',
  })
  event.node.res.end(
    `<!DOCTYPE html><html lang="en"><title>${escaped(body.title)} · ` +
      `Epiro</title><h1>${escaped(body.title)}</h1><p>${escaped(body.detail)}</p><p><a href="/">To the shoots</a></p>`,
  )
})
