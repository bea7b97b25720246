import { randomBytes } from 'node:crypto'
import { setResponseHeader } from 'h3'
import { measured, routeOf } from '../services/measures'
import { log } from '../utils/log'

/** Slower answers are written down in any case, s. */
const SLOW = 2

/**
 * Each answer as one line of JSON where EPIRO_LOG is `all`; else those that went wrong or were slow. Who asked by id,
 * never by name; nothing that was sent, and no cookie, link or query.
 */
export default defineNitroPlugin(nitro => {
  const all = process.env.EPIRO_LOG === 'all'
  nitro.hooks.hook('request', event => {
    event.context.began = performance.now()
    event.context.requestId = randomBytes(6).toString('hex')
    setResponseHeader(event, 'x-request-id', String(event.context.requestId))
  })
  nitro.hooks.hook('afterResponse', event => {
    const seconds = (performance.now() - Number(event.context.began ?? performance.now())) / 1000
    const status = event.node.res.statusCode
    measured(event.method, event.path, status, seconds)
    // A stream lasts as long as somebody looks.
    const slow = seconds > SLOW && !event.path.includes('/events')
    if (!all && status < 500 && !slow) return
    log[status >= 500 ? 'error' : 'info']({
      request: event.context.requestId,
      method: event.method,
      route: routeOf(event.path),
      status,
      ms: Math.round(seconds * 1000),
      ...(event.context.memberId ? { person: event.context.memberId } : {}),
    })
  })
})
