import { readFile } from 'node:fs/promises'
import { expect } from '@playwright/test'
import { newSetup } from '~~/core'
import { callApi, makeSetup, openDemo, pick, signIn } from './helpers'
import { keptPage as test } from './keptPage'

test('all takes: searched, filtered, ordered, paged by keyset, and taken out', async ({ page }) => {
  await openDemo(page)
  const name = `Logged ${Date.now()}`
  const id = await makeSetup(page, { ...newSetup('pour'), name })
  for (let i = 0; i < 60; i++) {
    await callApi(page, 'POST', `/api/setups/${id}/takes`, {
      key: `log-${id}-${i}`.slice(0, 60),
      delay: 0.25 + i / 1000,
      verdict: i % 3 === 0 ? 'on' : 'early',
      keeper: i % 6 === 0,
      position: null,
      note: i === 7 ? '=cream 100% off' : '',
      firedAt: new Date(Date.UTC(2026, 10, 20, 18, i)).toISOString(),
    })
  }
  await page.getByRole('link', { name: 'Log' }).click()
  await page.getByLabel('Search').fill(name)
  await expect(page.getByTestId('found')).toContainText(/60 takes, 10 keepers: 16\.7\s%/)
  await expect(page.getByTestId('log-take')).toHaveCount(50)
  await page.getByRole('button', { name: 'Show more takes' }).click()
  await expect(page.getByTestId('log-take')).toHaveCount(60)
  await pick(page.getByLabel('Order'), 'shortest delay first')
  await expect(page.getByTestId('log-take').first()).toContainText(/250\sms/)
  await page.getByLabel('keepers only').check()
  await expect(page.getByTestId('log-take')).toHaveCount(10)
  await page.getByLabel('keepers only').uncheck()
  await page.getByLabel('Search').fill('100% off')
  await expect(page.getByTestId('log-take')).toHaveCount(1)
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Export the log as CSV' }).click(),
  ])
  const csv = await readFile(await file.path(), 'utf8')
  expect(csv.split('\r\n')[0]).toContain('delay s')
  // A spreadsheet must not run it.
  expect(csv).toContain("'=cream 100% off")
  await pick(page.getByLabel('Verdict'), 'Late')
  await expect(page.getByText('No takes match')).toBeVisible()
})

test('bad queries are a 4xx that names the field, and no page shows another studio’s takes', async ({ page }) => {
  await signIn(page)
  for (const [query, field] of [
    ['limit=0', 'limit'],
    ['limit=5000', 'limit'],
    ['order=random', 'order'],
    ['after=x', 'after'],
    ['verdict=maybe', 'verdict'],
    ['colour=red', ''],
    ['shoot=1%27%20or%201', 'shoot'],
  ] as const) {
    const answer = await callApi(page, 'GET', `/api/takes?${query}`)
    expect(answer.status, query).toBe(422)
    expect(answer.body.errors[0].field).toBe(field)
  }
  expect((await callApi(page, 'GET', '/api/takes?shoot=00000000-0000-4000-8000-000000000000')).body.entries).toEqual([])
})

test('takes as a contact sheet: what is asked stands in the address, and two frames are looked at together', async ({
  page,
}) => {
  await openDemo(page)
  await page.getByRole('link', { name: 'Log', exact: true }).click()
  await page.getByRole('button', { name: 'Contact sheet' }).click()
  await expect(page).toHaveURL(/\/log\?.*as=sheet/)
  await expect(page).toHaveURL(/pictures=1/)
  const frames = page.getByTestId('frame')
  await expect(frames.filter({ hasText: 'Steel ball' })).toHaveCount(3)
  await expect(frames.filter({ hasText: '17.8\u00a0ms, keeper' })).toHaveCount(1)
  const select = page.getByRole('button', { name: /^Select take \d+ of Steel ball .* to compare$/ })
  await select.first().click()
  await expect(select.first()).toHaveAttribute('aria-pressed', 'true')
  await select.last().click()
  await expect(page.getByRole('dialog', { name: 'Two pictures compared' })).toBeVisible()
  await page.keyboard.press('Escape')
  // The same address shows the same again.
  await page.reload()
  await expect(frames.filter({ hasText: 'Steel ball' })).toHaveCount(3)
  await expect(page.getByLabel('with a picture')).toBeChecked()
  await page.getByRole('button', { name: 'List' }).click()
  await expect(page).not.toHaveURL(/as=sheet/)
  await expect(page.getByTestId('log-take').first()).toBeVisible()
})

test('a question is saved under a name, asked again, held against another, and deleted', async ({ page }) => {
  await signIn(page)
  for (const [recipe, kept, day] of [
    ['pour', 9, 3],
    ['drop', 2, 14],
  ] as const) {
    const id = await makeSetup(page, newSetup(recipe))
    for (let i = 0; i < 20; i++)
      await callApi(page, 'POST', `/api/setups/${id}/takes`, {
        key: `saved-${id}-${i}`.slice(0, 60),
        delay: 0.2,
        verdict: 'on',
        keeper: i % 10 < kept,
        position: null,
        note: '',
        firedAt: new Date(Date.UTC(2026, 4, day, 18, i)).toISOString(),
      })
  }
  await page.goto('/log?recipe=drop')
  await expect(page.getByTestId('found')).toContainText('20 takes, 4 keepers')
  const questions = page.getByTestId('questions')
  await expect(questions).toContainText('none yet')
  await questions.getByRole('button', { name: 'Save this question' }).click()
  await page.getByLabel('Name of the question').fill('All drops')
  await page.keyboard.press('Enter')
  await expect(questions.getByRole('button', { name: 'All drops', exact: true })).toHaveAttribute(
    'aria-pressed',
    'true',
  )
  // Other days, another recipe.
  await page.getByLabel('Recipes').click()
  await page.getByRole('option', { name: 'Drop' }).click()
  await page.getByRole('option', { name: 'Pour' }).click()
  await page.keyboard.press('Escape')
  await page.getByLabel('To', { exact: true }).fill('2026-05-10')
  await expect(page.getByTestId('found')).toContainText('20 takes, 18 keepers')
  await expect(page).toHaveURL(/recipe=pour.*to=2026-05-10/)
  await questions.getByRole('button', { name: 'Compare what is shown with All drops' }).click()
  const compared = page.getByTestId('compared')
  await expect(compared).toContainText('18 of 20 kept')
  await expect(compared).toContainText('4 of 20 kept')
  await expect(compared).toContainText(/What is shown keeps \d+(\.\d)?\s%, “All drops” keeps \d+(\.\d)?\s%: settled\./)
  await questions.getByRole('button', { name: 'All drops', exact: true }).click()
  await expect(page.getByTestId('found')).toContainText('20 takes, 4 keepers')
  await expect(compared).toContainText('20 takes are in both')
  await questions.getByRole('button', { name: 'Delete the saved question All drops' }).click()
  await expect(questions).toContainText('none yet')
  expect((await callApi(page, 'GET', '/api/log-questions')).body).toEqual([])
})
