// @ts-check
import assert from 'node:assert/strict'
import http from 'node:http'
import { pause } from '../../../scripts/lib/processes.mjs'
import { many, table, whileAsking } from './watching.mjs'

/** @typedef {import('../helpers.mjs').Lead} Lead */

/**
 * Asks for a socket to the bench, as a browser would.
 * @param {string} address @param {string} id @param {Record<string, string>} headers
 * @returns {Promise<{ status: number, socket: import('node:net').Socket | null }>}
 */
const knock = (address, id, headers) =>
  new Promise((done, failed) => {
    const request = http.request(`${address}/api/setups/${id}/bench`, {
      headers: {
        'connection': 'Upgrade',
        'upgrade': 'websocket',
        'sec-websocket-version': '13',
        'sec-websocket-key': 'ZXBpcm8gdGVzdHMgMTIzNA==',
        ...headers,
      },
    })
    request
      .on('upgrade', (response, socket) => done({ status: response.statusCode ?? 101, socket }))
      .on('response', response => {
        response.resume()
        done({ status: response.statusCode ?? 0, socket: null })
      })
      .on('error', failed)
      .end()
  })

/** The bench's socket: who comes, how many, and how much is said. @param {Lead} lead @param {string} cookie */
export async function sockets(lead, cookie) {
  const { address } = lead
  const { id } = (await lead.call('POST', '/api/practice', { exercise: 'milk-crown', seed: 77 })).body
  let refused = 0
  const stall = await whileAsking(async () => {
    const tries = /** @type {Record<string, string>[]} */ ([
      ...many(300, {}),
      { cookie, origin: 'null' },
      { cookie, origin: 'http://elsewhere.test' },
      { cookie, host: 'elsewhere.test' },
      { cookie: '__Host-epiro=%E0%A4%A' },
      { cookie: '__Host-epiro=' },
      { cookie: `__Host-epiro=${'x'.repeat(4000)}` },
    ])
    for (const headers of tries) {
      const { status, socket } = await knock(address, id, headers)
      socket?.destroy()
      assert.ok(status === 401 || status === 421, `${JSON.stringify(headers).slice(0, 80)}: ${status}`)
      refused++
    }
  })
  table.push(['sockets to the bench from nobody, other sites, odd cookies', refused, 'all refused', `${stall} ms`])
  const open = /** @type {import('node:net').Socket[]} */ ([])
  const answers = /** @type {number[]} */ ([])
  for (let i = 0; i < 12; i++) {
    const { status, socket } = await knock(address, id, { cookie })
    answers.push(status)
    if (socket) open.push(socket.on('error', () => {}).resume())
    // Each is known by who it is once it is open.
    await pause(60)
  }
  assert.ok(answers.filter(status => status === 101).length <= 8, answers.join())
  assert.ok(answers.includes(429), answers.join())
  const [first] = open
  assert.ok(first)
  const closed = new Promise(done => first.once('close', done))
  const head = Buffer.alloc(14)
  // A text of 60 MB, in one frame, masked with zeros.
  head[0] = 0x81
  head[1] = 0xff
  head.writeBigUInt64BE(60_000_000n, 2)
  first.write(head)
  for (let sent = 0; sent < 60 && !first.destroyed; sent++) {
    first.write(Buffer.alloc(1_000_000, 65))
    await pause(1)
  }
  await Promise.race([closed, pause(5000).then(() => assert.fail('a message of 60 MB is taken'))])
  for (const socket of open) socket.destroy()
  const { status } = await lead.call('GET', '/api/shoots')
  assert.equal(status, 200)
  table.push(['a message of 60 MB to the bench, and twelve sockets of one person', 13, 'closed; at most eight', ''])
}
