// @ts-check
import assert from 'node:assert/strict'
import { ODD, placesIn } from '../../support/odd.mjs'
import { NOBODY, TIMES, asLead, many, raw, table, whileAsking } from './watching.mjs'

/** @typedef {import('../helpers.mjs').Lead} Lead */

/**
 * Bodies made to be expensive, each under its route's limit.
 * @param {any} setup
 * @param {string} id
 * @returns {[string, string, unknown][]}
 */
const expensive = (setup, id) => {
  const full = {
    ...setup,
    flashes: many(16, { table: many(32), repeat: many(32) }),
    bodies: many(12),
    learnt: many(40),
    sequence: { ...setup.sequence, groups: many(16, { times: many(200) }), track: many(64) },
  }
  const taken = { key: 'aaaaaaaa', setupId: NOBODY }
  return [
    ['PUT', `/api/setups/${id}`, { revision: 1, setup: { ...setup, flashes: many(2000) } }],
    ['PUT', `/api/setups/${id}`, { revision: 1, setup: full }],
    ['PUT', `/api/setups/${id}`, { revision: 1, setup: { ...setup, flashes: many(80_000, 0) } }],
    [
      'PUT',
      `/api/setups/${id}`,
      { revision: 1, setup: Object.fromEntries(many(900).map((_, i) => [`key${i}`.repeat(20), 1])) },
    ],
    ['PUT', `/api/setups/${id}`, JSON.parse('['.repeat(2000) + ']'.repeat(2000))],
    [
      'POST',
      '/api/kit',
      { items: many(500, { kind: 'flash', figures: {}, marks: {}, table: many(32), repeat: many(32) }) },
    ],
    [
      'POST',
      '/api/takes/import',
      {
        setups: many(20, { id: NOBODY, shootName: 'a', shootDate: '2026-11-24', setup: full }),
        takes: many(500, taken),
      },
    ],
    ['POST', '/api/takes/import', { setups: [], takes: many(100_000, taken) }],
    [
      'POST',
      `/api/setups/${id}/takes`,
      { ...taken, settings: Object.fromEntries(many(900).map((_, i) => [`k${i}`, 'x'.repeat(200)])) },
    ],
    ['PUT', `/api/setups/${id}/run`, { step: 1, note: 'x'.repeat(250_000) }],
  ]
}

/** @param {Lead} lead @param {any} setup @param {string} id */
export async function expensiveBodies(lead, setup, id) {
  let [slowest, largest, sent] = [0, 0, 0]
  const stall = await whileAsking(async () => {
    const bodies = expensive(setup, id).map(([method, path, body]) => ({ method, path, body: JSON.stringify(body) }))
    for (let round = 0; round < 3 * TIMES; round++) {
      for (const { method, path, body } of bodies) {
        const began = performance.now()
        const { status, text } = await raw(lead.address, { method, path, body, headers: asLead() })
        const took = Math.round(performance.now() - began)
        assert.ok(status >= 400 && status < 500, `${method} ${path}: ${status}`)
        // The first of a kind pays for what is loaded then.
        if (round > 0) slowest = Math.max(slowest, took)
        largest = Math.max(largest, text.length)
        sent++
      }
    }
  })
  assert.ok(largest < 20_000, `${largest} B`)
  table.push([
    'bodies made to be expensive',
    sent,
    `all 4xx; slowest ${slowest} ms, longest reply ${largest} B`,
    `${stall} ms`,
  ])
}

/**
 * Every value of a good body turned into something else, one at a time.
 * @param {Lead} lead
 * @param {any} setup
 * @param {string} id
 */
export async function fuzzed(lead, setup, id) {
  const paths = placesIn(setup)
  let [sent, taken] = [0, 0]
  const stall = await whileAsking(async () => {
    const wanted = Math.min(100_000, 400 * TIMES)
    for (let i = 0; i < wanted; i += 4) {
      await Promise.all(
        [0, 1, 2, 3].map(async k => {
          const path = paths[((i + k) * 7919) % paths.length] ?? []
          const copy = structuredClone(setup)
          const parent = path.slice(0, -1).reduce((at, key) => at[key], copy)
          parent[path.at(-1) ?? ''] = ODD[(i + k) % ODD.length]
          const { status } = await lead.call('PUT', `/api/setups/${id}`, { revision: 2_000_000, setup: copy })
          assert.ok([400, 409, 413, 422].includes(status), `${path.join('.')}: ${status}`)
          if (status === 409) taken++
          sent++
        }),
      )
    }
  })
  table.push(['fuzzed set-ups', sent, `all 4xx (${taken} were valid, and stopped by their revision)`, `${stall} ms`])
}
