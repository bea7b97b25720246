// @ts-check
import assert from 'node:assert/strict'
import { readFileSync } from 'node:fs'
import { TIMES, asLead, raw, table, whileAsking } from './watching.mjs'

/** @typedef {import('../helpers.mjs').Lead} Lead */

/** MB that a process holds. @param {number} pid */
const held = pid => Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1]) / 1024

/**
 * Requests of every kind, until what the server holds says whether something stays of each.
 * @param {Lead} lead @param {string} id @param {number} server its process
 */
export async function memory(lead, id, server) {
  const paths = ['/api/shoots', '/api/takes?limit=50', '/api/kit', `/api/setups/${id}`, '/api/nowhere', '/api/session']
  const wanted = Math.min(100_000, 2000 * TIMES)
  const round = async (/** @type {number} */ requests) => {
    for (let sent = 0; sent < requests; sent += 20) {
      await Promise.all(
        Array.from({ length: 20 }, async (_, k) => {
          const { status } = await raw(lead.address, {
            path: paths[(sent + k) % paths.length] ?? '',
            headers: asLead(),
          })
          assert.ok(status < 500, `${status}`)
        }),
      )
    }
  }
  await round(1000)
  let [before, after] = [held(server), 0]
  const stall = await whileAsking(async () => {
    await round(wanted)
    after = held(server)
  })
  // Garbage waits for its collector: 80 MB is what comes and goes.
  assert.ok(after < before + 80, `${before.toFixed(0)} MB, then ${after.toFixed(0)} MB`)
  table.push([
    'requests one after another, for what stays of each',
    wanted,
    `${before.toFixed(0)} MB held before, ${after.toFixed(0)} MB after`,
    `${stall} ms`,
  ])
}
