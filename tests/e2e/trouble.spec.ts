import { readFile } from 'node:fs/promises'
import { expect } from '@playwright/test'
import { createConnection } from 'mysql2/promise'
import { newSetup } from '~~/core'
import { test } from './base'
import { callApi, open, openNewSetup, pick } from './helpers'

/** Cuts the text of a set-up short, as a disk that failed would. */
async function damage(id: string): Promise<void> {
  const url = process.env[`DATABASE_URL_${process.env.TEST_PARALLEL_INDEX ?? 0}`]
  const connection = await createConnection(url!)
  try {
    await connection.query('set session check_constraint_checks = 0')
    await connection.query('update setups set document = left(document, 400) where id = ?', [id])
  } finally {
    await connection.end()
  }
}

test('a set-up that cannot be read is shown in its place, saved, and mended by a file', async ({ page }) => {
  const id = await openNewSetup(page, { ...newSetup('drop'), name: 'Cut short' })
  await damage(id)
  await open(page, '/')
  // The list does not depend on it.
  await expect(page.getByRole('link', { name: /Cut short/ })).toBeVisible()
  await page.goto(`/setups/${id}`)
  const trouble = page.getByRole('region', { name: 'What is wrong with this set-up' })
  await expect(trouble).toContainText('Cut short cannot be read')
  await expect(trouble).toContainText('it may have been cut short')
  const [left] = await Promise.all([
    page.waitForEvent('download'),
    trouble.getByRole('button', { name: 'Save what is there' }).click(),
  ])
  expect(await readFile(await left.path(), 'utf8')).toHaveLength(400)
  const give = (name: string, text: string) =>
    trouble
      .getByLabel('Set-up file to put in its place')
      .setInputFiles({ name, mimeType: 'application/json', buffer: Buffer.from(text) })
  await give('wrong.json', '{"format":"epiro-setup"}')
  await expect(trouble.getByRole('alert')).toContainText('wrong.json is not a set-up that can be read either')
  await give('right.json', JSON.stringify({ ...newSetup('drop'), name: 'Whole again' }))
  await expect(page.getByTestId('delay')).toBeVisible()
  expect((await callApi(page, 'GET', `/api/setups/${id}`)).body.setup.name).toBe('Whole again')
})

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 } })
  test('what one firing showed is told in one go', async ({ page }) => {
    await openNewSetup(page, newSetup('throw'))
    const parts = page.getByRole('navigation', { name: 'Parts of the set-up' })
    await parts.getByRole('button', { name: 'Inputs' }).click()
    await page.getByRole('group', { name: 'Which inputs' }).getByRole('button', { name: 'What I know' }).click()
    const evidence = page.getByTestId('evidence')
    await evidence.getByRole('button', { name: 'All that one firing showed' }).click()
    await evidence.locator('input[data-path="firing.delay"]').fill('190 ms')
    await page.keyboard.press('Enter')
    await pick(page.getByTestId('firing-side'), 'not there yet')
    const wide = await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth)
    expect(wide).toBeLessThanOrEqual(0)
    await evidence.getByRole('button', { name: 'Add this firing' }).click()
    await expect(evidence).toContainText('firing 1')
  })
})
