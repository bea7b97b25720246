import { expect } from '@playwright/test'
import { newSetup } from '~~/core'
import { test } from './base'
import { callApi, makeSetup, signIn } from './helpers'

const NOWHERE = '6f1c0b8e-1111-4111-8111-000000000000'

test('shoots: made, listed with their set-ups, changed, archived', async ({ page }) => {
  await signIn(page)
  const name = `Api ${Date.now()}`
  const made = await callApi(page, 'POST', '/api/shoots', { name, date: '2026-12-01', place: 'Stage 3', notes: 'n' })
  expect(made.status).toBe(201)
  const path = `/api/shoots/${made.body.id}`
  const setup = await callApi(page, 'POST', `${path}/setups`, { setup: newSetup('drop') })
  expect(setup).toMatchObject({ status: 201, body: { revision: 1, shootName: name, setup: { recipe: 'drop' } } })

  const find = async () =>
    ((await callApi(page, 'GET', '/api/shoots')).body as { id: string; name: string; setups: unknown[] }[]).find(
      s => s.id === made.body.id,
    )
  expect(await find()).toMatchObject({
    name,
    place: 'Stage 3',
    setups: [
      { name: newSetup('drop').name, recipe: 'drop', method: 'open-shutter', takes: 0, keepers: 0, keepersWanted: 3 },
    ],
  })
  expect(
    (await callApi(page, 'PUT', path, { name: `${name} b`, date: '2026-12-02', place: '', notes: '' })).status,
  ).toBe(200)
  expect(await find()).toMatchObject({ name: `${name} b`, date: '2026-12-02' })
  expect((await callApi(page, 'DELETE', path)).status).toBe(200)
  expect(await find()).toBeUndefined()
  expect((await callApi(page, 'DELETE', path)).status).toBe(404)
})

test('saving counts revisions; an old one is told what is new, and nothing is written', async ({ page }) => {
  await signIn(page)
  const id = await makeSetup(page, newSetup('projectile'))
  const path = `/api/setups/${id}`
  const named = (name: string) => ({ ...newSetup('projectile'), name })
  expect((await callApi(page, 'PUT', path, { revision: 1, setup: named('Second') })).body).toMatchObject({
    revision: 2,
    setup: { name: 'Second' },
  })
  const late = await callApi(page, 'PUT', path, { revision: 1, setup: named('Lost') })
  expect(late).toMatchObject({
    status: 409,
    body: { title: 'Conflict', current: { revision: 2, setup: { name: 'Second' } } },
  })
  expect((await callApi(page, 'GET', path)).body).toMatchObject({ revision: 2, setup: { name: 'Second' } })

  // Ten at once from one revision: one is written.
  const race = await Promise.all(
    Array.from({ length: 10 }, (_, i) => callApi(page, 'PUT', path, { revision: 2, setup: named(`Racer ${i}`) })),
  )
  expect(race.map(r => r.status).sort()).toEqual([200, ...Array.from({ length: 9 }, () => 409)])
  expect((await callApi(page, 'GET', path)).body.revision).toBe(3)
})

test('takes count towards their set-up, and keep every figure', async ({ page }) => {
  await signIn(page)
  const id = await makeSetup(page, newSetup('projectile'))
  const take = {
    key: 'take-one-key',
    delay: 0.01234567,
    verdict: 'late',
    keeper: true,
    position: -0.00321,
    note: 'ünïcode ✓',
    firedAt: '2026-11-24T20:01:02.345Z',
  }
  const logged = await callApi(page, 'POST', `/api/setups/${id}/takes`, take)
  expect(logged).toMatchObject({ status: 201, body: { ...take, number: 1 } })
  expect((await callApi(page, 'GET', `/api/setups/${id}/takes`)).body).toEqual([expect.objectContaining(take)])
})

test('every route answers bad input with a 4xx of one shape', async ({ page }) => {
  await signIn(page)
  const id = await makeSetup(page, newSetup('projectile'))
  const shoot = (await callApi(page, 'GET', '/api/shoots')).body[0].id as string
  const cases: [string, string, unknown, number, string?][] = [
    ['POST', '/api/shoots', { name: '', date: '2026-12-01', place: '', notes: '' }, 422, 'name'],
    ['POST', '/api/shoots', { name: 'A', date: '2026-13-01', place: '', notes: '' }, 422, 'date'],
    ['POST', '/api/shoots', { name: 'A', date: '2026-12-01', place: '', notes: '', studioId: NOWHERE }, 422, ''],
    ['POST', '/api/shoots', { name: 'x'.repeat(121), date: '2026-12-01', place: '', notes: '' }, 422, 'name'],
    ['PUT', `/api/shoots/${NOWHERE}`, { name: 'A', date: '2026-12-01', place: '', notes: '' }, 404],
    ['POST', `/api/shoots/${NOWHERE}/setups`, { setup: newSetup('drop') }, 404],
    ['POST', `/api/shoots/${shoot}/setups`, {}, 422, 'setup'],
    ['POST', `/api/shoots/${shoot}/setups`, { setup: { ...newSetup('drop'), version: 9 } }, 422, 'setup.version'],
    ['GET', `/api/setups/${NOWHERE}`, undefined, 404],
    ['GET', `/api/setups/${encodeURIComponent("' or 1=1 --")}`, undefined, 404],
    ['PUT', `/api/setups/${id}`, { revision: 'one', setup: newSetup('drop') }, 422, 'revision'],
    ['PUT', `/api/setups/${id}`, { revision: 1e12, setup: newSetup('drop') }, 422, 'revision'],
    ['POST', `/api/setups/${id}/takes`, { key: 'x' }, 422, 'key'],
    [
      'POST',
      `/api/setups/${NOWHERE}/takes`,
      {
        key: 'take-two-key',
        delay: 0,
        verdict: 'on',
        keeper: false,
        position: null,
        note: '',
        firedAt: '2026-11-24T20:01:02Z',
      },
      404,
    ],
    ['POST', '/api/session', { token: 'short' }, 422, 'token'],
    ['POST', '/api/session', { token: 'a'.repeat(43) }, 403],
    ['POST', '/api/nothing', {}, 404],
  ]
  for (const [method, path, body, status, field] of cases) {
    const answer = await callApi(page, method, path, body)
    expect(answer, `${method} ${path}`).toMatchObject({ status, body: { type: 'about:blank', status } })
    expect(typeof answer.body.detail).toBe('string')
    if (field !== undefined)
      expect(
        (answer.body.errors as { field: string }[]).map(e => e.field),
        `${method} ${path}`,
      ).toContain(field)
  }
})

test('an answer goes out small where the browser takes it so, and reads the same', async ({ page }) => {
  await signIn(page)
  const ask = async (encoding: string) => {
    const answer = await page.request.get('/api/kit', {
      headers: { 'accept-encoding': encoding, 'connection': 'close' },
    })
    expect(answer.headers()['content-type']).toContain('application/json')
    expect(answer.headers().vary).toContain('accept-encoding')
    return { encoding: answer.headers()['content-encoding'], body: (await answer.json()) as unknown }
  }
  const [plain, small, zipped] = [await ask('identity'), await ask('br, gzip'), await ask('gzip')]
  expect([plain.encoding, small.encoding, zipped.encoding]).toEqual([undefined, 'br', 'gzip'])
  expect(small.body).toEqual(plain.body)
  expect(zipped.body).toEqual(plain.body)
  // What is short is sent as it is.
  const short = await page.request.get('/api/session', { headers: { 'accept-encoding': 'br', 'connection': 'close' } })
  expect(short.headers()['content-encoding']).toBeUndefined()
})
