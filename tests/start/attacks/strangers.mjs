// @ts-check
import assert from 'node:assert/strict'
import { caller } from '../helpers.mjs'
import { raw, table } from './watching.mjs'

/** @typedef {import('../helpers.mjs').Lead} Lead */

/** @param {Lead} lead @param {string} cookie */
export async function strangers(lead, cookie) {
  const { address } = lead
  for (const host of ['elsewhere.test', 'localhost.elsewhere.test', '10.1.2.3']) {
    const { status } = await raw(address, { path: '/api/shoots', headers: { host, cookie } })
    assert.ok([421, 400].includes(status), `${host}: ${status}`)
  }
  for (const headers of [{ origin: 'http://elsewhere.test' }, { 'sec-fetch-site': 'cross-site' }, { origin: 'null' }]) {
    assert.equal(
      (
        await raw(address, {
          method: 'POST',
          path: '/api/session/demo',
          headers: /** @type {any} */ ({ ...headers, 'content-type': 'application/json' }),
          body: '{}',
        })
      ).status,
      403,
    )
  }
  const proxied = await raw(address, {
    method: 'POST',
    path: '/api/session/demo',
    headers: { 'content-type': 'application/json', 'x-forwarded-for': '203.0.113.9' },
    body: '{}',
  })
  assert.equal(proxied.status, 403, 'the demo opens on the machine itself alone')
  const page = await raw(address, { path: '/' })
  const script = /src="(\/_nuxt\/[^"]+\.js)"/.exec(page.text)?.[1] ?? ''
  for (const path of ['/', script, '/icon.svg', '/nowhere', '/api/nowhere', '/_nuxt/nowhere.js']) {
    const { headers } = await raw(address, { path, headers: { cookie } })
    assert.equal(headers['x-content-type-options'], 'nosniff', path)
    assert.equal(headers['x-powered-by'], undefined, path)
    assert.match(String(headers['content-security-policy']), /default-src 'self'/, path)
    assert.match(String(headers['content-security-policy']), /frame-ancestors 'none'/, path)
  }
  const tries = []
  for (let i = 0; i < 45; i++)
    tries.push((await caller(address).call('POST', '/api/session', { token: `${'x'.repeat(40)}${i}` })).status)
  assert.ok(
    tries.includes(429) &&
      tries.filter(status => status === 403).length <= 60 &&
      tries.every(status => [403, 429].includes(status)),
  )
  table.push(['foreign hosts, sites and proxies; headers of every kind of answer', 14, 'refused, and set', ''])
  table.push([
    'sign-in tried again and again',
    tries.length,
    `${tries.filter(status => status === 403).length} looked at, ${tries.filter(status => status === 429).length} ` +
      `told to wait`,
    '',
  ])
}
