// @ts-check
import assert from 'node:assert/strict'
import { until } from '../helpers.mjs'
import { fullestSetup } from './fullest.mjs'
import { TIMES, table, whileAsking } from './watching.mjs'

/** @typedef {import('../helpers.mjs').Lead} Lead */

/** @param {Lead} lead */
export async function reveals(lead) {
  const ids = /** @type {string[]} */ ([])
  for (let i = 0; i < 4; i++)
    ids.push((await lead.call('POST', '/api/practice', { exercise: 'milk-crown', seed: i + 1 })).body.id)
  let slowest = 0
  const stall = await whileAsking(() =>
    Promise.all(
      ids.map(async id => {
        const { status, took, body } = await lead.call('POST', `/api/setups/${id}/practice/reveal`, {})
        assert.equal(status, 200)
        assert.ok(body.truth.length > 0)
        slowest = Math.max(slowest, took)
      }),
    ),
  )
  const again = await lead.call('GET', `/api/setups/${ids[0]}/practice`)
  table.push([
    'exercises revealed at once',
    ids.length,
    `the slowest in ${slowest} ms; read again in ${again.took} ms`,
    `${stall} ms`,
  ])
}

/**
 * Set-ups of all that is allowed, taken in and read back by every list; what their rows show is worked out beside the
 * server.
 * @param {Lead} lead @param {string} shootId
 */
export async function heavySetups(lead, shootId) {
  const setup = fullestSetup()
  const wanted = 2 * TIMES
  let slowest = 0
  /** @param {string} path */
  const read = async path => {
    const { status, took, body } = await lead.call('GET', path)
    assert.equal(status, 200, path)
    slowest = Math.max(slowest, took)
    return body
  }
  const stall = await whileAsking(async () => {
    let id = ''
    for (let i = 0; i < wanted; i++) {
      const made = await lead.call('POST', `/api/shoots/${shootId}/setups`, { setup: { ...setup, name: `Full ${i}` } })
      assert.equal(made.status, 201)
      id = made.body.id
      const lists = [
        '/api/shoots',
        '/api/shoots/names',
        '/api/kit',
        '/api/takes/export?format=json',
        `/api/shoots/${shootId}/report`,
      ]
      for (const path of [...lists, `/api/setups/${id}`, `/api/setups/${id}/run`]) await read(path)
    }
    const kept = await read(`/api/setups/${id}`)
    assert.equal(kept.setup.flashes.length, setup.flashes.length)
    assert.deepEqual(kept.setup.sequence, setup.sequence)
    // What a list shows of them comes by itself.
    await until(
      async () => {
        const own = (await read('/api/shoots')).find((/** @type {any} */ one) => one.id === shootId)
        return own.setups.every((/** @type {any} */ one) => one.stand !== null)
      },
      'what the lists show of full set-ups',
      120_000,
    )
  })
  table.push([
    `set-ups of all that is allowed (${(JSON.stringify(setup).length / 1000).toFixed(0)} kB), read back by every list`,
    wanted,
    `all kept whole and shown; slowest list ${slowest} ms`,
    `${stall} ms`,
  ])
}
