import { randomBytes } from 'node:crypto'
import { defineEventHandler, getRequestHeader, getRequestURL, setResponseHeaders } from 'h3'
import { problem } from '../utils/problem'

const SAFE = new Set(['GET', 'HEAD', 'OPTIONS'])

/** Headers on every answer, and no change from another site's page. */
export default defineEventHandler((event) => {
  const nonce = randomBytes(16).toString('base64')
  event.context.nonce = nonce
  setResponseHeaders(event, {
    'content-security-policy': [
      'default-src \'self\'', `script-src 'self' 'nonce-${nonce}'`, 'style-src \'self\' \'unsafe-inline\'', 'img-src \'self\' data: blob:',
      'font-src \'self\'', 'connect-src \'self\'', 'worker-src \'self\' blob:', 'object-src \'none\'', 'base-uri \'none\'', 'form-action \'self\'',
      'frame-ancestors \'none\'',
    ].join('; '),
    'x-content-type-options': 'nosniff',
    'x-frame-options': 'DENY',
    'referrer-policy': 'no-referrer',
    'cross-origin-opener-policy': 'same-origin',
    'cross-origin-resource-policy': 'same-origin',
    'permissions-policy': 'camera=(), geolocation=(), microphone=(self)',
  })
  if (event.path.startsWith('/api')) setResponseHeaders(event, { 'cache-control': 'no-store' })
  if (SAFE.has(event.method)) return
  const site = getRequestHeader(event, 'sec-fetch-site')
  const origin = getRequestHeader(event, 'origin')
  const foreign = (site && site !== 'same-origin' && site !== 'none') || (origin && origin !== getRequestURL(event).origin)
  if (foreign) throw problem(403, 'Requests from other sites are refused')
})
