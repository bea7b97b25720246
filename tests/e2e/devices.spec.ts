import { expect } from '@playwright/test'
import { test } from './base'
import { callApi, enterDemo, pick } from './helpers'

test('a link joins one device once, in its role, and the lead signs it out', async ({ page, browser, baseURL }) => {
  await enterDemo(page)
  await page.getByRole('link', { name: 'People' }).click()
  const name = `Kim ${Date.now()}`
  await page.getByLabel('Name', { exact: true }).fill(name)
  await page.getByRole('radio', { name: /^Assistant/ }).check()
  await page.getByRole('button', { name: 'Create link', exact: true }).click()
  await expect(page.getByRole('img', { name: 'Code to scan' }).locator('svg')).toBeVisible()
  await expect(page.getByText(/Works once, for another (15:00|14:5\d) min/)).toBeVisible()
  await expect(page.getByText('Epiro can only be reached from this computer')).toBeVisible()
  const link = (await page.getByTestId('join-url').textContent())!.trim()
  const join = async () => {
    const context = await browser.newContext({ baseURL: baseURL!, viewport: { width: 390, height: 844 } })
    const phone = await context.newPage()
    await phone.goto(link)
    return { context, phone }
  }
  const first = await join()
  await expect(first.phone.getByRole('heading', { name: 'Shoots', exact: true })).toBeVisible()
  const second = await join()
  await expect(second.phone.getByRole('alert')).toContainText('was used, cancelled or is too old')
  expect((await callApi(first.phone, 'GET', '/api/session')).body).toMatchObject({ role: 'assistant', member: name })
  const shoots = (await callApi(first.phone, 'GET', '/api/shoots')).body as { id: string }[]
  expect((await callApi(first.phone, 'DELETE', `/api/shoots/${shoots[0]!.id}`)).status).toBe(403)
  // It puts takes right, and neither strikes them out nor deletes pictures.
  const nobody = '00000000-0000-4000-8000-000000000000'
  expect((await callApi(first.phone, 'PUT', `/api/takes/${nobody}/strike`, { struck: true })).status).toBe(403)
  expect((await callApi(first.phone, 'DELETE', `/api/pictures/${nobody}`)).status).toBe(403)
  expect(
    (
      await callApi(first.phone, 'PUT', `/api/takes/${nobody}`, {
        delay: 0.018,
        verdict: 'on',
        keeper: true,
        position: null,
        note: '',
        sharp: null,
        exposed: null,
        clean: null,
      })
    ).status,
  ).toBe(404)
  await first.phone.goto('/devices')
  await expect(first.phone.getByText('only the lead can invite others')).toBeVisible()
  await first.phone.goto('/kit')
  await expect(first.phone.getByRole('heading', { name: 'Kit' })).toBeVisible()

  // What a lead archived stays where it is, nothing is moved and nothing is taken in.
  expect((await callApi(first.phone, 'POST', `/api/setups/${nobody}/restore`, {})).status).toBe(403)
  expect((await callApi(first.phone, 'PUT', `/api/setups/${nobody}/shoot`, { shootId: nobody })).status).toBe(403)
  expect((await callApi(first.phone, 'POST', '/api/takes/import', { setups: [], takes: [] })).status).toBe(403)

  await page.reload()
  const row = page.getByTestId('member').filter({ has: page.getByLabel(`Name of ${name}`, { exact: true }) })
  await pick(row.getByRole('combobox'), 'viewer')
  await expect.poll(async () => (await callApi(first.phone, 'GET', '/api/session')).body.role).toBe('viewer')
  expect(
    (await callApi(first.phone, 'POST', '/api/shoots', { name: 'X', date: '2026-11-24', place: '', notes: '' })).status,
  ).toBe(403)
  await first.phone.goto('/')
  await expect(first.phone.getByRole('heading', { name: 'Shoots', exact: true })).toBeVisible()
  await expect(first.phone.getByRole('button', { name: 'New shoot' })).toHaveCount(0)
  await row.getByLabel(`Name of ${name}`, { exact: true }).fill(`${name} B.`)
  await row.getByLabel(`Name of ${name}`, { exact: true }).press('Enter')
  await expect.poll(async () => (await callApi(first.phone, 'GET', '/api/session')).body.member).toBe(`${name} B.`)

  await page
    .getByTestId('session')
    .filter({ hasText: `${name} B.` })
    .first()
    .getByRole('button', { name: /Sign out/ })
    .click()
  await expect.poll(async () => (await callApi(first.phone, 'GET', '/api/shoots')).status).toBe(401)
  // The one it was done from stays.
  await expect(page.getByTestId('session').filter({ hasText: 'this one' })).toHaveCount(1)
  expect((await callApi(page, 'POST', '/api/links', { role: 'owner' })).body.errors[0].field).toBe('role')
  await Promise.all([first.context.close(), second.context.close()])
})

test('the bench hears nobody who is not signed in, nor a page of another site', async ({ page, browser, baseURL }) => {
  await enterDemo(page)
  const { id } = (await callApi(page, 'POST', '/api/practice', { exercise: 'milk-crown', seed: 3 })).body as {
    id: string
  }
  const hello = (from: typeof page) =>
    from.evaluate(
      path =>
        new Promise<string>(resolve => {
          const socket = new WebSocket(`ws://${location.host}${path}`)
          socket.onopen = () => socket.send('HELLO 1')
          socket.onmessage = event => resolve(String(event.data))
          socket.onerror = () => resolve('no connection')
        }),
      `/api/setups/${id}/bench`,
    )
  expect(await hello(page)).toMatch(/^OK 1 practice/)
  const stranger = await browser.newContext({ baseURL: baseURL! })
  const outside = await stranger.newPage()
  await outside.goto('/sign-in')
  expect(await hello(outside)).toBe('no connection')
  await stranger.close()
})
