// @ts-check
// What somebody may send, and what people do all at once: each against a server of its own on loopback, with how long
// /api/takes kept others waiting.
// A few of each; EPIRO_FAULTS=20 sends twenty times as many.
import assert from 'node:assert/strict'
import { readdirSync, rmSync } from 'node:fs'
import http from 'node:http'
import { resolve } from 'node:path'
import { Worker } from 'node:worker_threads'
import sharp from 'sharp'
import { pause } from '../../scripts/lib/processes.mjs'
import { begin, caller, endAll, signedIn } from './helpers.mjs'

/** @typedef {import('./helpers.mjs').Lead} Lead */
const TIMES = Number(process.env.EPIRO_FAULTS ?? 1)
const HOME = resolve('.data/test/attacks')
/** @type {[attack: string, times: number, result: string, stall: string][]} */
const table = []
const NOBODY = '6f1c0b8e-0000-4000-8000-000000000000'

/** A thread of its own that asks for takes and, where a set-up is named, logs some, as long as it is let. */
const ASKING = `
  const { parentPort, workerData: { address, cookie, setupId } } = require('node:worker_threads')
  let over = false
  const found = { stall: 0, logged: 0, slowest: 0 }
  parentPort.on('message', () => { over = true })
  const headers = { cookie, 'content-type': 'application/json' }
  const timed = async (path, status, more = {}) => {
    const began = performance.now()
    const response = await fetch(address + path, { headers, ...more })
    await response.text()
    if (response.status !== status) throw new Error(path + ' was answered with ' + response.status)
    return Math.round(performance.now() - began)
  }
  const firedAt = '2026-11-20T10:00:00.000Z'
  const key = n => 'attack-' + Date.now() + '-' + n
  const take = n =>
    JSON.stringify({ key: key(n), delay: 0.018, verdict: 'on', keeper: false, position: null, note: '', firedAt })
  ;(async () => {
    for (let i = 0; i < 5; i++) await timed('/api/takes?limit=50', 200)
    parentPort.postMessage('ready')
    while (!over) {
      found.stall = Math.max(found.stall, await timed('/api/takes?limit=50', 200))
      const sent = { method: 'POST', body: take(found.logged++) }
      if (setupId) found.slowest = Math.max(found.slowest, await timed('/api/setups/' + setupId + '/takes', 201, sent))
      await new Promise(done => setTimeout(done, 10))
    }
    parentPort.postMessage(found)
    parentPort.close()
  })()`

/**
 * Does something while takes are asked for; gives the longest wait, ms.
 * @param {() => Promise<unknown>} what
 * @param {string} [setupId] where takes are logged too
 */
async function watching(what, setupId) {
  const asking = new Worker(ASKING, { eval: true, workerData: { ...watched, setupId } })
  const failed = new Promise((_, reject) => {
    asking.once('error', reject)
  })
  await Promise.race([new Promise(done => asking.once('message', done)), failed])
  const found = new Promise(done => asking.once('message', done))
  try {
    await Promise.race([what(), failed])
  } finally {
    asking.postMessage('over')
  }
  return /** @type {Promise<{ stall: number, logged: number, slowest: number }>} */ (Promise.race([found, failed]))
}
/** @param {() => Promise<unknown>} what */
const whileAsking = async what => (await watching(what)).stall

/** Whose log is asked for. */
const watched = { address: '', cookie: '' }

/**
 * @param {string} address
 * @param {{ method?: string, path: string, headers?: Record<string, string>, body?: string | Buffer }} request
 * @returns {Promise<{ status: number, headers: import('node:http').IncomingHttpHeaders, text: string }>}
 */
const raw = (address, { method = 'GET', path, headers = {}, body }) =>
  new Promise((done, failed) => {
    const request = http.request(address + path, { method, headers }, response => {
      let text = ''
      response
        .on('data', chunk => {
          text += chunk
        })
        .on('end', () => done({ status: response.statusCode ?? 0, headers: response.headers, text }))
    })
    request.on('error', failed)
    request.end(body)
  })

const many = (/** @type {number} */ n, /** @type {unknown} */ value = {}) => Array.from({ length: n }, () => value)

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
        takes: many(250, taken),
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
async function expensiveBodies(lead, setup, id) {
  let [slowest, largest, sent] = [0, 0, 0]
  const stall = await whileAsking(async () => {
    const bodies = expensive(setup, id).map(([method, path, body]) => ({ method, path, body: JSON.stringify(body) }))
    for (let round = 0; round < 3 * TIMES; round++) {
      for (const { method, path, body } of bodies) {
        const began = performance.now()
        const { status, text } = await raw(lead.address, {
          method,
          path,
          body,
          headers: { 'cookie': watched.cookie, 'content-type': 'application/json' },
        })
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
async function fuzzed(lead, setup, id) {
  const odd = /** @type {unknown[]} */ ([
    null,
    '',
    'x',
    -1,
    1e308,
    [],
    {},
    true,
    '\u0000',
    '𝕏',
    { toString: 1 },
    [[[]]],
    '9'.repeat(400),
  ])
  /** @type {string[][]} */
  const paths = []
  const walk = (/** @type {any} */ at, /** @type {string[]} */ path) => {
    if (path.length > 0) paths.push(path)
    if (at !== null && typeof at === 'object') for (const key of Object.keys(at)) walk(at[key], [...path, key])
  }
  walk(setup, [])
  let [sent, taken] = [0, 0]
  const stall = await whileAsking(async () => {
    const wanted = Math.min(20_000, 400 * TIMES)
    for (let i = 0; i < wanted; i += 4) {
      await Promise.all(
        [0, 1, 2, 3].map(async k => {
          const path = paths[((i + k) * 7919) % paths.length] ?? []
          const copy = structuredClone(setup)
          const parent = path.slice(0, -1).reduce((at, key) => at[key], copy)
          parent[path.at(-1) ?? ''] = odd[(i + k) % odd.length]
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

/** Takes are logged while large pictures come in. @param {Lead} lead @param {string} id @param {string} cookie */
async function largePictures(lead, id, cookie) {
  const noise = await sharp({
    create: {
      width: 6000,
      height: 4000,
      channels: 3,
      background: '#402020',
      noise: { type: 'gaussian', mean: 90, sigma: 30 },
    },
  })
    .jpeg({ quality: 90 })
    .toBuffer()
  const wanted = 6 * TIMES
  const { stall, logged, slowest } = await watching(
    () =>
      Promise.all(
        [0, 1, 2].map(async lane => {
          for (let n = lane; n < wanted; n += 3) {
            const file = Buffer.concat([noise, Buffer.from(`${n}`)])
            const headers = {
              cookie,
              'content-type': 'application/octet-stream',
              'content-length': String(file.length),
            }
            const { status, text } = await raw(lead.address, {
              method: 'POST',
              path: `/api/setups/${id}/pictures?name=p${n}.jpg&zone=0`,
              headers,
              body: file,
            })
            assert.equal(status, 201, text)
          }
        }),
      ),
    id,
  )
  table.push([
    `pictures of 24 megapixels (${(noise.length / 1e6).toFixed(0)} MB), three at once`,
    wanted,
    `all kept; ${logged} takes logged meanwhile, the slowest in ${slowest} ms`,
    `${stall} ms`,
  ])
}

/** @param {Lead} lead */
async function reveals(lead) {
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

/** @param {Lead} lead @param {string} id */
async function streams(lead, id) {
  const wanted = Math.min(60, 30 * TIMES)
  const { body: link } = await lead.call('POST', '/api/links', { role: 'assistant', name: 'Stream' })
  const signed = await raw(lead.address, {
    method: 'POST',
    path: '/api/session',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ token: link.token }),
  })
  const cookie = (signed.headers['set-cookie']?.[0] ?? '').split(';')[0] ?? ''
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

/**
 * Who may do what: every route as nobody, viewer, assistant and a lead of another studio.
 * @param {Lead} lead
 * @param {any} setup
 * @param {string} id
 */
async function matrix(lead, setup, id) {
  const shootId = (await lead.call('GET', '/api/shoots')).body[0].id
  const take = (
    await lead.call('POST', `/api/setups/${id}/takes`, {
      key: 'matrix-take',
      delay: 0.018,
      verdict: 'on',
      keeper: false,
      position: null,
      note: '',
      firedAt: '2026-11-24T18:30:00.000Z',
    })
  ).body
  const amendment = {
    delay: 0.018,
    verdict: 'late',
    keeper: false,
    position: null,
    note: '',
    sharp: null,
    exposed: null,
    clean: null,
  }
  const member = (await lead.call('GET', '/api/members')).body[0]
  const shoot = { name: 'Matrix', date: '2026-11-24', place: '', notes: '' }
  /**
   * Least role, then what somebody of another studio is told.
   * @type {[string, string, unknown, 'viewer' | 'assistant' | 'lead', number][]}
   */
  const routes = [
    ['GET', '/api/session', undefined, 'viewer', 200],
    ['GET', '/api/shoots', undefined, 'viewer', 200],
    ['GET', '/api/kit', undefined, 'viewer', 200],
    ['GET', '/api/takes', undefined, 'viewer', 200],
    ['GET', '/api/takes/stats', undefined, 'viewer', 200],
    ['GET', '/api/takes/setups', undefined, 'viewer', 200],
    ['GET', '/api/practice', undefined, 'viewer', 200],
    ['GET', '/api/setups/archived', undefined, 'viewer', 200],
    ['GET', `/api/setups/${id}`, undefined, 'viewer', 404],
    ['GET', `/api/setups/${id}/takes`, undefined, 'viewer', 404],
    ['GET', `/api/setups/${id}/run`, undefined, 'viewer', 404],
    ['GET', `/api/setups/${id}/pictures`, undefined, 'viewer', 404],
    ['GET', `/api/shoots/${shootId}/report`, undefined, 'viewer', 404],
    ['POST', '/api/shoots', shoot, 'assistant', 201],
    ['PUT', `/api/shoots/${shootId}`, shoot, 'assistant', 404],
    ['POST', `/api/shoots/${shootId}/setups`, { setup }, 'assistant', 404],
    ['PUT', `/api/setups/${id}`, { revision: 1_000_000, setup }, 'assistant', 404],
    ['POST', `/api/setups/${id}/duplicate`, {}, 'assistant', 404],
    ['PUT', `/api/setups/${id}/run`, { step: 0, delay: null, openedAt: null, actedAt: null }, 'assistant', 404],
    ['PUT', `/api/takes/${take.id}`, amendment, 'assistant', 404],
    [
      'POST',
      `/api/setups/${id}/takes`,
      { ...amendment, key: 'matrix-more', firedAt: '2026-11-24T18:31:00.000Z' },
      'assistant',
      404,
    ],
    ['POST', '/api/practice', { exercise: 'milk-crown', seed: 9 }, 'assistant', 201],
    ['PUT', `/api/setups/${id}/shoot`, { shootId }, 'lead', 404],
    ['POST', `/api/setups/${id}/restore`, {}, 'lead', 404],
    ['POST', '/api/takes/import', { setups: [], takes: [] }, 'lead', 200],
    ['PUT', `/api/takes/${take.id}/strike`, { struck: false }, 'lead', 404],
    ['GET', '/api/sessions', undefined, 'lead', 200],
    ['GET', '/api/members', undefined, 'lead', 200],
    ['PUT', `/api/members/${member.id}`, { name: member.name, role: 'lead' }, 'lead', 404],
    ['DELETE', `/api/members/${member.id}/links`, undefined, 'lead', 404],
    ['POST', '/api/links', { memberId: member.id }, 'lead', 404],
    ['DELETE', `/api/sessions/${NOBODY}`, undefined, 'lead', 404],
    ['DELETE', `/api/pictures/${NOBODY}`, undefined, 'lead', 404],
    ['POST', '/api/kit', { items: [] }, 'lead', 422],
  ]
  const join = async (/** @type {string} */ role) => {
    const one = caller(lead.address)
    const { body } = await lead.call('POST', '/api/links', { role, name: `Matrix ${role}` })
    assert.equal((await one.call('POST', '/api/session', { token: body.token })).status, 200)
    return one
  }
  const foreign = caller(lead.address)
  const made = /** @type {{ status: number, body: any }} */ (
    await lead.call('POST', '/api/studios', { name: 'Another studio' })
  )
  assert.equal(made.status, 201)
  await foreign.call('POST', '/api/session', { token: made.body.token })
  assert.equal((await foreign.call('POST', '/api/studios', { name: 'A third' })).status, 403)
  const as = { nobody: caller(lead.address), viewer: await join('viewer'), assistant: await join('assistant'), foreign }
  const ranks = ['viewer', 'assistant', 'lead']
  let calls = 0
  for (const [method, path, body, least, told] of routes) {
    for (const who of /** @type {const} */ (['nobody', 'viewer', 'assistant', 'foreign'])) {
      const { status } = await as[who].call(method, path, body)
      const may = who !== 'nobody' && who !== 'foreign' && ranks.indexOf(who) >= ranks.indexOf(least)
      const wanted =
        who === 'nobody'
          ? status === 401
          : who === 'foreign'
            ? status === told
            : may
              ? status < 400 || status === 409 || status === 422
              : status === 403
      assert.ok(wanted, `${who}: ${method} ${path} was answered with ${status}`)
      calls++
    }
  }
  table.push([
    'who may do what: every route as nobody, viewer, assistant, another studio',
    calls,
    'as the table of roles says',
    '',
  ])
}

/** Routes that ask for no session, and why. */
const OPEN = new Set([
  'GET /api/health',
  'GET /api/ready',
  // Not there unless it is asked for.
  'GET /api/metrics',
  'POST /api/session',
  'POST /api/session/demo',
  'DELETE /api/session',
  'GET /api/session/options',
])

/** Every route there is, by its file: a new one cannot be forgotten. @returns {[method: string, path: string][]} */
function allRoutes(folder = 'server/api') {
  return readdirSync(folder, { recursive: true, encoding: 'utf8' }).flatMap(file => {
    const found = /^(.*?)(?:\/?index)?\.(get|post|put|delete)\.ts$/.exec(file.replaceAll('\\', '/'))
    if (!found) return []
    const path = `/api/${found[1]}`.replace(/\[\w+\]/g, NOBODY).replace(/\/$/, '')
    return [/** @type {[string, string]} */ ([(found[2] ?? '').toUpperCase(), path])]
  })
}

/** Every route as nobody, and as somebody who was let in and is no longer. @param {Lead} lead */
async function everyRoute(lead) {
  const routes = allRoutes().filter(([method, path]) => !OPEN.has(`${method} ${path}`))
  assert.ok(routes.length > 40, `${routes.length} routes`)
  const gone = caller(lead.address)
  const { body: link } = await lead.call('POST', '/api/links', { role: 'lead', name: 'Gone again' })
  assert.equal((await gone.call('POST', '/api/session', { token: link.token })).status, 200)
  assert.equal((await gone.call('GET', '/api/shoots')).status, 200)
  await lead.call('DELETE', `/api/members/${link.memberId}`)
  const nobody = caller(lead.address)
  let calls = 0
  for (const [method, path] of routes)
    for (const [who, one] of /** @type {const} */ ([
      ['nobody', nobody],
      ['gone', gone],
    ])) {
      const { status } = await one.call(method, path, method === 'GET' || method === 'DELETE' ? undefined : {})
      assert.equal(status, 401, `${who}: ${method} ${path} was answered with ${status}`)
      calls++
    }
  table.push(['every route by its file, as nobody and as somebody no longer let in', calls, 'all 401', ''])
}

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
async function sockets(lead, cookie) {
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

/** @param {Lead} lead @param {string} cookie */
async function strangers(lead, cookie) {
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

/** @type {import('./helpers.mjs').Begun | undefined} */
let begun
try {
  rmSync(HOME, { recursive: true, force: true })
  begun = begin(HOME)
  const lead = await signedIn(begun)
  const entered = /sign-in#([\w-]+)/.exec(begun.text())
  assert.ok(entered)
  const { body: own } = await lead.call('POST', '/api/links', { role: 'lead', name: 'Attacks' })
  const signed = await raw(lead.address, {
    method: 'POST',
    path: '/api/session',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ token: own.token }),
  })
  const cookie = (signed.headers['set-cookie']?.[0] ?? '').split(';')[0] ?? ''
  assert.match(cookie, /^__Host-epiro=/)
  Object.assign(watched, { address: lead.address, cookie })
  const { newSetup } = /** @type {any} */ (await import('./setup.mjs'))
  const setup = newSetup('projectile')
  const shootId = (
    await lead.call('POST', '/api/shoots', { name: 'Attacks', date: '2026-11-24', place: '', notes: '' })
  ).body.id
  const { id } = (await lead.call('POST', `/api/shoots/${shootId}/setups`, { setup })).body
  table.push(['nothing', 0, '', `${await whileAsking(() => pause(1500))} ms`])
  await expensiveBodies(lead, setup, id)
  await fuzzed(lead, setup, id)
  await largePictures(lead, id, cookie)
  await reveals(lead)
  await streams(lead, id)
  await matrix(lead, setup, id)
  await everyRoute(lead)
  await sockets(lead, cookie)
  await strangers(lead, cookie)
  for (const [attack, times, result, stall] of table)
    console.log(`${attack.padEnd(76)} ${String(times).padStart(5)}  ${result.padEnd(76)} ${stall}`)
} finally {
  await endAll(HOME, begun)
}
