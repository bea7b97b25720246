import { expect } from '@playwright/test'
import { newSetup } from '~~/core'
import { test } from './base'
import { callApi, enterDemo, makeSetup, openNewSetup } from './helpers'

test('the sign-in link works once and opens the own studio, not the demo', async ({ page, browser }) => {
  const token = process.env[`SIGN_IN_TOKEN_${test.info().parallelIndex}`]!
  await page.goto(`/sign-in#${token}`)
  await expect(page.getByRole('heading', { name: 'What do you want to freeze?' })).toBeVisible()
  expect(page.url()).not.toContain(token)
  const cookie = (await page.context().cookies()).find(c => c.name === '__Host-epiro')
  expect(cookie).toMatchObject({ httpOnly: true, sameSite: 'Strict', secure: true })

  const second = await (await browser.newContext()).newPage()
  await second.goto(`${test.info().project.use.baseURL}/sign-in#${token}`)
  await expect(second.getByRole('alert')).toContainText('was used, cancelled or is too old')

  // What belongs to one studio is not there for another.
  await enterDemo(second)
  const id = await makeSetup(second, newSetup('projectile'))
  const shoot = (await callApi(second, 'GET', '/api/shoots')).body[0].id as string
  for (const [method, path, body] of [
    ['GET', `/api/setups/${id}`, undefined],
    ['PUT', `/api/setups/${id}`, { revision: 1, setup: newSetup('projectile') }],
    ['DELETE', `/api/setups/${id}`, undefined],
    ['GET', `/api/setups/${id}/takes`, undefined],
    ['POST', `/api/shoots/${shoot}/setups`, { setup: newSetup('projectile') }],
    ['PUT', `/api/shoots/${shoot}`, { name: 'Mine', date: '2026-11-24', place: '', notes: '' }],
    ['DELETE', `/api/shoots/${shoot}`, undefined],
  ] as const)
    expect((await callApi(page, method, path, body)).status, `${method} ${path}`).toBe(404)
  expect((await callApi(second, 'GET', `/api/setups/${id}`)).status).toBe(200)
})

test('without a session every route but sign-in refuses', async ({ page }) => {
  await page.goto('/sign-in')
  for (const path of [
    '/api/session',
    '/api/shoots',
    '/api/setups/6f1c0b8e-0000-4000-8000-000000000000',
    '/api/nothing',
  ]) {
    const { status, body } = await callApi(page, 'GET', path)
    expect(status).toBe(401)
    expect(body).toMatchObject({ type: 'about:blank', title: 'Not signed in', status: 401 })
  }
  await page.goto('/')
  await expect(page).toHaveURL(/sign-in/)
})

test('signing out ends the session on the server too', async ({ page, context }) => {
  await enterDemo(page)
  const cookies = await context.cookies()
  await page.getByRole('button', { name: 'Sign out' }).click()
  await expect(page).toHaveURL(/sign-in/)
  await context.addCookies(cookies)
  expect((await callApi(page, 'GET', '/api/shoots')).status).toBe(401)
})

test('another site cannot change anything', async ({ page, request, baseURL }) => {
  await enterDemo(page)
  const foreign: Record<string, string>[] = [
    { origin: 'http://elsewhere.test' },
    { 'sec-fetch-site': 'cross-site' },
    { 'sec-fetch-site': 'same-site' },
  ]
  for (const headers of foreign) {
    const answer = await request.post(`${baseURL}/api/session/demo`, {
      headers: { ...headers, 'content-type': 'application/json' },
      data: '{}',
    })
    expect(answer.status()).toBe(403)
  }
})

test('security headers are set, and the policy needs no unsafe-inline scripts', async ({ request, baseURL }) => {
  const answer = await request.get(`${baseURL}/sign-in`)
  const headers = answer.headers()
  const policy = headers['content-security-policy']!
  expect(policy).toMatch(/script-src 'self' 'nonce-[^']+';/)
  expect(policy).toContain("frame-ancestors 'none'")
  expect(headers).toMatchObject({
    'x-content-type-options': 'nosniff',
    'x-frame-options': 'DENY',
    'referrer-policy': 'no-referrer',
  })
})

test('the pages ask no other host and raise no policy violation', async ({ page, baseURL }) => {
  const foreign: string[] = []
  const complaints: string[] = []
  page.on('request', request => {
    if (!request.url().startsWith(baseURL!) && !/^(data|blob):/.test(request.url())) foreign.push(request.url())
  })
  page.on('console', message => {
    if (message.type() === 'error' && !/401/.test(message.text())) complaints.push(message.text())
  })
  page.on('pageerror', error => complaints.push(error.message))
  await openNewSetup(page)
  await page.getByRole('button', { name: 'Safelight' }).click()
  expect(foreign).toEqual([])
  expect(complaints).toEqual([])
})

test('bad bodies get a 4xx that names field and reason, never a 5xx', async ({ page }) => {
  await enterDemo(page)
  const id = await makeSetup(page, newSetup('projectile'))
  const path = `/api/setups/${id}`
  const good = newSetup('projectile')
  const put = (setup: unknown) => callApi(page, 'PUT', path, { revision: 1, setup })
  const named = async (setup: unknown, field: string) => {
    const { status, body } = await put(setup)
    expect(status).toBe(422)
    expect(body.errors.map((e: { field: string }) => e.field)).toContain(field)
  }
  await named({ ...good, motion: { ...good.motion, speed: 1e12 } }, 'setup.motion.speed')
  await named({ ...good, motion: { ...good.motion, speed: null } }, 'setup.motion.speed')
  await named({ ...good, surprise: 1 }, 'setup')
  await named({ ...good, flashes: Array.from({ length: 17 }, () => good.flashes[0]) }, 'setup.flashes')

  const raw = (body: string, type = 'application/json') =>
    page.evaluate(
      async ([p, b, t]) => {
        const response = await fetch(p!, { method: 'PUT', headers: { 'content-type': t! }, body: b! })
        return {
          status: response.status,
          type: response.headers.get('content-type'),
          body: (await response.json()) as { detail: string },
        }
      },
      [path, body, type] as const,
    )
  expect(await raw('{"revision": NaN}')).toMatchObject({
    status: 400,
    type: expect.stringContaining('application/problem+json'),
  })
  expect(await raw('{')).toMatchObject({ status: 400 })
  expect(await raw('null')).toMatchObject({ status: 422 })
  expect(await raw('[]')).toMatchObject({ status: 422 })
  expect(await raw('{}', 'text/plain')).toMatchObject({ status: 415 })
  expect(await raw(`"${'x'.repeat(300_000)}"`)).toMatchObject({ status: 413 })
  expect(await raw('['.repeat(100_000))).toMatchObject({ status: 400 })
  expect(await raw('{"__proto__": {"admin": true}}')).toMatchObject({ status: 422 })
  expect((await callApi(page, 'GET', '/api/setups/not-an-id')).status).toBe(404)
  expect((await callApi(page, 'PATCH', path, {})).status).toBeGreaterThanOrEqual(404)
  expect((await callApi(page, 'GET', path)).body.revision).toBe(1)
})

test('a take sent twice is kept once, and takes of two devices get their own numbers', async ({ page }) => {
  await enterDemo(page)
  const id = await makeSetup(page, newSetup('projectile'))
  const take = (key: string) => ({
    key,
    delay: 0.0185,
    verdict: 'on',
    keeper: true,
    position: null,
    note: '',
    firedAt: '2026-11-24T19:00:00.000Z',
  })
  const path = `/api/setups/${id}/takes`
  const answers = await Promise.all(
    ['aaaaaaaa', 'aaaaaaaa', 'bbbbbbbb', 'cccccccc', 'bbbbbbbb'].map(key => callApi(page, 'POST', path, take(key))),
  )
  expect(answers.map(a => a.status)).toEqual([201, 201, 201, 201, 201])
  const kept = (await callApi(page, 'GET', path)).body as { number: number; key: string }[]
  expect(kept.map(t => t.number)).toEqual([3, 2, 1])
  expect(new Set(kept.map(t => t.key)).size).toBe(3)
})
