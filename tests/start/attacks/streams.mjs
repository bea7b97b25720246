// @ts-check
import assert from 'node:assert/strict'
import http from 'node:http'
import { pause } from '../../../scripts/lib/processes.mjs'
import { cookieFor, table, whileAsking } from './watching.mjs'

/** @typedef {import('../helpers.mjs').Lead} Lead */

/** @param {Lead} lead @param {string} id */
export async function streams(lead, id) {
  const wanted = 200
  const { body: link } = await lead.call('POST', '/api/links', { role: 'assistant', name: 'Stream' })
  const cookie = await cookieFor(lead.address, link.token)
  const ended = /** @type {number[]} */ ([])
  let open = 0
  for (let i = 0; i < wanted; i++) {
    const request = http.get(`${lead.address}/api/setups/${id}/run/events`, { headers: { cookie } }, response => {
      open++
      response.on('data', () => {}).on('close', () => ended.push(Date.now()))
    })
    request.on('error', () => {})
  }
  for (let waited = 0; open < wanted && waited < 10_000; waited += 50) await pause(50)
  assert.equal(open, wanted)
  const stall = await whileAsking(() => pause(3000))
  const revoked = Date.now()
  await lead.call('DELETE', `/api/members/${link.memberId}`)
  for (let waited = 0; ended.length < wanted && waited < 5000; waited += 50) await pause(50)
  assert.equal(ended.length, wanted)
  const last = Math.max(...ended) - revoked
  assert.ok(last < 1500, `${last} ms`)
  table.push([
    'run streams followed, then their person let in no longer',
    wanted,
    `all ended within ${last} ms`,
    `${stall} ms`,
  ])
}
