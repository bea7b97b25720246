import { randomBytes } from 'node:crypto'
import { defineEventHandler, getRequestHeader, getRequestURL, setResponseHeaders } from 'h3'
import { isOwnHost } from '../utils/hosts'
import { policyOf } from '../utils/policy'
import { problem } from '../utils/problem'
import { serverWords } from '../../shared/texts/server'

const SAFE = new Set(['GET', 'HEAD', 'OPTIONS'])

/** Headers on every answer, no answer under a name that is not ours, and no change from another site's page. */
export default defineEventHandler(event => {
  const nonce = randomBytes(16).toString('base64')
  event.context.nonce = nonce
  setResponseHeaders(event, {
    'content-security-policy': policyOf(nonce),
    'permissions-policy': 'camera=(), geolocation=(), microphone=(self)',
    ...(process.env.NITRO_SSL_CERT ? { 'strict-transport-security': 'max-age=31536000' } : {}),
  })
  // A name that another site points at this machine would make its page one of ours.
  if (!isOwnHost(event.node.req.headers.host)) throw problem(421, serverWords('security.epiroNotSetUp'))
  if (event.path.startsWith('/api')) setResponseHeaders(event, { 'cache-control': 'no-store' })
  if (SAFE.has(event.method)) return
  const site = getRequestHeader(event, 'sec-fetch-site')
  const origin = getRequestHeader(event, 'origin')
  const foreign =
    (site && site !== 'same-origin' && site !== 'none') || (origin && origin !== getRequestURL(event).origin)
  if (foreign) throw problem(403, serverWords('security.requestsFromOtherSites'))
})
