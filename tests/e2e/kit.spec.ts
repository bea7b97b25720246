import { readFile } from 'node:fs/promises'
import { expect } from '@playwright/test'
import { type Setup, newKitItem, newSetup, settingsOf } from '~~/core'
import { callApi, makeSetup, open, openDemo, openNewSetup, pick, signIn } from './helpers'
import { keptPage as test } from './keptPage'

test('a flash is added, its figures edited in place, measured, duplicated, archived and brought back', async ({
  page,
}) => {
  await openDemo(page)
  await page.getByRole('link', { name: 'Kit' }).click()
  await page.getByRole('button', { name: 'Add to the kit' }).click()
  await page.getByRole('menuitem', { name: 'Flash', exact: true }).click()
  const item = page.getByRole('region', { name: 'Item' })
  await expect(item.getByRole('heading', { name: 'New flash' })).toBeVisible()
  const name = `Loft 200 ${Date.now() % 1e6}`
  await item.getByLabel('Name', { exact: true }).fill(name)
  await page.keyboard.press('Enter')
  await expect(page.getByRole('button', { name }).first()).toBeVisible()
  await item.getByLabel('Guide number', { exact: true }).fill('-3')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('alert')).toContainText('Allowed: 0.1')
  await item.getByLabel('Guide number', { exact: true }).fill('120 ft')
  await page.keyboard.press('Enter')
  await expect(item.getByLabel('Guide number', { exact: true })).toHaveValue(/36\.576/)

  const energy = item.locator('[data-figure="energy"]')
  await energy.getByText('measured').click()
  await expect(energy.getByLabel('Date of Energy at full power')).not.toHaveValue('')
  // An assumed t.5 would follow; a typed one is held to.
  await item.getByLabel('t.5, row 8').fill('23us')
  await page.keyboard.press('Enter')
  await item.getByLabel('t.1, row 8').fill('20us')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('alert')).toContainText('t.1 is never shorter than t.5')
  await item.getByLabel('t.1, row 8').fill('45us')
  await page.keyboard.press('Enter')
  await expect(item.getByRole('img', { name: /shorter at low power, t\.1 45\sµs at 1\/128/ })).toBeVisible()

  await expect
    .poll(async () =>
      (
        (await callApi(page, 'GET', '/api/kit')).body as {
          item: {
            name: string
            figures: Record<string, number>
            marks: Record<string, { basis: string }>
            table: { t01: number }[]
          }
        }[]
      ).find(r => r.item.name === name),
    )
    .toMatchObject({
      item: { figures: { guideNumber: expect.closeTo(36.576, 6) }, marks: { energy: { basis: 'measured' } } },
    })
  await item.getByRole('button', { name: 'Duplicate' }).click()
  await expect(item.getByRole('heading', { name: `${name} copy` })).toBeVisible()
  await item.getByRole('button', { name: 'Archive' }).click()
  await expect(item.getByRole('button', { name: 'Restore' })).toBeVisible()
  await expect(page.getByRole('navigation', { name: 'Kit' }).getByText(`${name} copy`)).toBeHidden()
  await item.getByRole('button', { name: 'Restore' }).click()
  await expect(page.getByRole('navigation', { name: 'Kit' }).getByText(`${name} copy`)).toBeVisible()
})

test('two flashes go opposite ways, and what is in use says by which set-up', async ({ page }) => {
  await openDemo(page)
  await open(page, '/kit')
  await page
    .getByRole('button', { name: /^Forge 500\b(?!,)/ })
    .first()
    .click()
  await expect(page.getByRole('img', { name: /longer at low power/ })).toBeVisible()
  await page.getByRole('button', { name: /Wick 76/ }).click()
  await expect(page.getByRole('img', { name: /shorter at low power/ })).toBeVisible()
  await expect(
    page.getByRole('region', { name: 'Used by' }).getByRole('link', { name: 'Steel ball through a rice cracker' }),
  ).toBeVisible()
})

test('the kit goes out as JSON and CSV and comes in again; a bad file is told line by line', async ({ page }) => {
  await openDemo(page)
  await open(page, '/kit')
  await expect(page.getByRole('button', { name: /Wick 76/ })).toBeVisible()
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Export the kit as CSV' }).click(),
  ])
  const csv = await readFile(await file.path(), 'utf8')
  const one = csv
    .split('\r\n')
    .filter((line, i) => i === 0 || line.includes('Touch mat'))
    .join('\r\n')
    .replaceAll('Touch mat', 'Touch strip')
  await page.getByLabel('Kit file').setInputFiles({ name: 'kit.csv', mimeType: 'text/csv', buffer: Buffer.from(one) })
  await expect(page.getByRole('heading', { name: 'Touch strip' })).toBeVisible()
  await page
    .getByLabel('Kit file')
    .setInputFiles({
      name: 'kit.csv',
      mimeType: 'text/csv',
      buffer: Buffer.from(one.replace('"latency"', '"lateness"')),
    })
  await expect(page.getByRole('alert')).toContainText('has no figure “lateness”')
  const [json] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Export the kit as JSON' }).click(),
  ])
  const list = JSON.parse(await readFile(await json.path(), 'utf8')) as { items: unknown[] }
  expect(list.items.length).toBeGreaterThan(20)
})

test('a set-up takes figures from the kit, says where they come apart, and takes them over', async ({ page }) => {
  await openNewSetup(page)
  await pick(page.locator('[data-kit="camera"]'), 'Tarn S silent body')
  await expect(page.locator('input[data-path="camera.readOut"]')).toHaveValue(/48\sms/)
  await page.locator('input[data-path="camera.readOut"]').fill('30 ms')
  await page.keyboard.press('Enter')
  await expect(page.getByText('one figure differs from the kit')).toBeVisible()
  await page.getByRole('button', { name: 'use kit figures' }).click()
  await expect(page.locator('input[data-path="camera.readOut"]')).toHaveValue(/48\sms/)
  await pick(page.locator('[data-kit="flash"]').first(), 'Forge 500, cut-off mode')
  await expect(page.locator('input[data-path="flashes[0].guideNumber"]')).toHaveValue(/^90\sm/)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.locator('input[data-path="flashes[0].guideNumber"]')).toHaveValue(/^28\sm/)
})

test('kit of another studio is not found, bad kit is a 4xx that names the field, and an old revision a 409', async ({
  page,
}) => {
  await signIn(page)
  const kit = (await callApi(page, 'GET', '/api/kit')).body as {
    id: string
    revision: number
    item: Record<string, unknown>
  }[]
  const [first] = kit
  expect(
    (await callApi(page, 'PUT', '/api/kit/00000000-0000-4000-8000-000000000000', { revision: 1, item: first!.item }))
      .status,
  ).toBe(404)
  const bad = await callApi(page, 'POST', '/api/kit', { items: [{ ...first!.item, name: '' }] })
  expect(bad.status).toBe(422)
  expect(bad.body.errors[0].field).toBe('items[0].name')
  expect(
    (await callApi(page, 'PUT', `/api/kit/${first!.id}`, { revision: first!.revision + 5, item: first!.item })).status,
  ).toBe(409)
})

test('a flash is made from its leaflet: what is said is rated, the rest assumed', async ({ page }) => {
  await openDemo(page)
  await open(page, '/kit')
  await page.getByRole('button', { name: 'Add to the kit' }).click()
  await page.getByRole('menuitem', { name: 'Flash from data sheet' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByRole('button', { name: 'Add the flash' }).click()
  await expect(dialog.getByRole('alert')).toContainText('Enter at least one duration')
  const name = `Spark ${Date.now() % 1e6}`
  for (const [field, text] of [
    ['name', name],
    ['duration', '1/11000'],
    ['power', '1/16'],
    ['guideNumber', 'GN 36'],
  ] as const) {
    await dialog.locator(`input[data-path="leaflet.${field}"]`).fill(text)
    await page.keyboard.press('Tab')
  }
  await dialog.getByRole('button', { name: 'Add the flash' }).click()
  const item = page.getByRole('region', { name: 'Item' })
  await expect(item.getByRole('heading', { name })).toBeVisible()
  await expect(item.getByLabel('Guide number', { exact: true })).toHaveValue(/^36/)
  const made = ((await callApi(page, 'GET', '/api/kit')).body as { item: { name: string; table: object[] } }[]).find(
    record => record.item.name === name,
  )!
  expect(made.item.table).toContainEqual({ power: 1 / 16, t05: 1 / 11_000, t01: null, basis: 'rated', date: '' })
  await page.getByRole('button', { name: 'Archive' }).click()
})

test('a launcher’s takes tell how quick it is, a repair is noted, and a new set-up begins with that', async ({
  page,
}) => {
  await signIn(page)
  const name = `Notched launcher ${Date.now() % 1e6}`
  const { body } = await callApi(page, 'POST', '/api/kit', { items: [newKitItem('launcher', name)] })
  const [launcher] = (body as { ids: string[] }).ids
  const start = newSetup('projectile')
  const setup = { ...start, kit: { ...start.kit, launcher: launcher! } }
  const id = await makeSetup(page, setup)
  for (const [i, past] of [0.012, 0.013, 0.011].entries())
    await callApi(page, 'POST', `/api/setups/${id}/takes`, {
      ...{
        key: `gear-take-${i}`,
        delay: 0.0184,
        planned: 0.0184,
        verdict: 'late',
        keeper: false,
        position: past,
        note: '',
      },
      settings: settingsOf(setup),
      firedAt: '2026-11-20T20:00:00.000Z',
    })

  await open(page, `/kit?item=${launcher}`)
  const gear = page.getByTestId('gear')
  await expect(gear).toContainText(/Launch speed 34\.[3-9].*m\/s ± .* from 3 takes on one day/)
  await gear.getByLabel('Day', { exact: true }).fill('2026-11-21')
  await gear.getByLabel('Note').fill('New spring')
  await gear.getByRole('button', { name: 'Add note' }).click()
  await expect(gear.getByRole('listitem')).toContainText('New spring')
  // Since then it may be otherwise: it says less.
  await gear.getByRole('button', { name: /^Undo: Repaired/ }).click()
  await expect(gear.getByRole('listitem')).toHaveCount(0)

  // Another set-up takes what the takes have shown, and says so.
  const other = await makeSetup(page, start)
  await open(page, `/setups/${other}`)
  await expect(page.locator('input[data-path="motion.speed"]')).toHaveValue(/^34\s?m/)
  await pick(page.locator('[data-kit="launcher"]'), name)
  await expect(page.locator('input[data-path="motion.speed"]')).toHaveValue(/^34\.[3-9]/)
  await expect(page.getByTestId('save-state')).toHaveText('Saved')
  const kept = (await callApi(page, 'GET', `/api/setups/${other}`)).body as { setup: Setup }
  expect(kept.setup.kit.launcher).toBe(launcher)
  expect(kept.setup.marks.find(({ path }) => path === 'motion.speed')).toMatchObject({
    from: 'measured',
    how: expect.stringContaining('learnt on one day'),
  })
})
