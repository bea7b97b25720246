// @ts-check
import assert from 'node:assert/strict'
import { readdirSync } from 'node:fs'
import { caller } from '../helpers.mjs'
import { NOBODY, table } from './watching.mjs'

/** @typedef {import('../helpers.mjs').Lead} Lead */

/** The first light of a set-up as an item of kit. @param {any} setup */
function flashOf({ flashes: [{ table, repeat, ...light }] }) {
  const keys = ['supply', 'guideNumber', 'energy', 'minimumPower', 'latency', 'jitter', 'slaveDelay']
  const figures = Object.fromEntries(
    [...keys, 'recycleTime', 'recyclePower', 'heatLimit'].map(key => [key, light[key]]).concat([['remembers', true]]),
  )
  const mark = { basis: 'assumed', date: '' }
  const marks = Object.fromEntries(Object.keys(figures).map(key => [key, mark]))
  const rows = table.map((/** @type {object} */ row) => ({ ...row, ...mark }))
  const item = { format: 'epiro-kit', version: 1, kind: 'flash', name: 'Matrix flash', notes: '', figures, marks }
  return { ...item, table: rows, repeat }
}

/**
 * Who may do what: every route as nobody, viewer, assistant and a lead of another studio.
 * @param {Lead} lead
 * @param {any} setup
 * @param {string} id
 */
export async function matrix(lead, setup, id) {
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
  const flash = { id: (await lead.call('POST', '/api/kit', { items: [flashOf(setup)] })).body.ids[0] }
  const READING = { date: '2026-11-24', power: 0.5, t05: null, t01: 0.001, error: 0.05, how: '' }
  const reading = (await lead.call('POST', `/api/kit/${flash.id}/readings`, READING)).body
  const shoot = { name: 'Matrix', date: '2026-11-24', place: '', notes: '' }
  const DAY = {
    ...{ start: 540, end: 1080, breaks: [], quiet: [], people: [], blackedOut: true, latitude: null, longitude: null },
    ...{ order: [], setups: {}, printedAt: '', printed: [] },
  }
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
    ['GET', '/api/takes/export?format=json', undefined, 'viewer', 200],
    ['GET', '/api/practice', undefined, 'viewer', 200],
    ['GET', '/api/setups/archived', undefined, 'viewer', 200],
    ['GET', '/api/answers', undefined, 'viewer', 200],
    ['GET', '/api/kept-share', undefined, 'viewer', 200],
    ['GET', '/api/gear/likeness', undefined, 'viewer', 200],
    ['GET', `/api/setups/${id}`, undefined, 'viewer', 404],
    ['GET', `/api/setups/${id}/frame?revision=1`, undefined, 'viewer', 404],
    ['GET', `/api/setups/${id}/rehearsals`, undefined, 'viewer', 404],
    ['GET', `/api/setups/${id}/takes`, undefined, 'viewer', 404],
    ['GET', `/api/setups/${id}/run`, undefined, 'viewer', 404],
    ['GET', `/api/setups/${id}/pictures`, undefined, 'viewer', 404],
    ['GET', `/api/shoots/${shootId}/report`, undefined, 'viewer', 404],
    ['GET', `/api/shoots/${shootId}/day`, undefined, 'viewer', 404],
    ['PUT', `/api/shoots/${shootId}/day`, { revision: 0, day: DAY }, 'assistant', 404],
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
    ['PUT', '/api/kept-share', { used: true }, 'lead', 200],
    ['PUT', '/api/studios/zone', { zone: 'UTC' }, 'lead', 200],
    ['POST', `/api/kit/${flash.id}/readings`, READING, 'assistant', 404],
    ['PUT', `/api/flash-readings/${reading.id}/strike`, { struck: true }, 'assistant', 404],
    ['POST', '/api/gear/likeness', { kind: 'launcher', setups: [id], name: 'Not theirs' }, 'lead', 404],
  ]
  const join = async (/** @type {string} */ role) => {
    const one = caller(lead.address)
    const { body } = await lead.call('POST', '/api/links', { role, name: `Matrix ${role}` })
    assert.equal((await one.call('POST', '/api/session', { token: body.token })).status, 200)
    return one
  }
  const foreign = caller(lead.address)
  const made = /** @type {{ status: number, body: any }} */ (
    await lead.call('POST', '/api/studios', { name: 'Add a studio' })
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
export async function everyRoute(lead) {
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
