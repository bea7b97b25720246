import { expect } from '@playwright/test'
import { fillField, openNewSetup } from './helpers'
import { keptPage as test } from './keptPage'

test('undo and redo by key, over inputs, fixes and drags alike', async ({ page }) => {
  await openNewSetup(page)
  const iso = page.locator('input[data-path="picture.iso"]')
  await fillField(page, 'picture.iso', '800')
  const beam = page.getByRole('slider', { name: 'Beam: distance from the start' })
  await beam.focus()
  await beam.press('ArrowLeft')
  await beam.press('ArrowLeft')
  const position = page.locator('input[data-path="sensor.position"]')
  await expect(position).toHaveValue(/0\.298/)
  await page.keyboard.press('Control+z')
  await expect(position).toHaveValue(/^0\.3\s/)
  await page.keyboard.press('Control+z')
  await expect(iso).toHaveValue('320')
  await page.keyboard.press('Control+Shift+z')
  await expect(iso).toHaveValue('800')
  await expect(page.getByTestId('save-state')).toHaveText('Saved')
})

test("in a field being typed in undo is the field's; with nothing typed it is the set-up's", async ({ page }) => {
  await openNewSetup(page)
  const iso = page.locator('input[data-path="picture.iso"]')
  const speed = page.locator('input[data-path="motion.speed"]')
  await fillField(page, 'picture.iso', '800')
  await speed.focus()
  await speed.pressSequentially('9')
  await speed.press('Control+z')
  await expect(iso).toHaveValue('800')
  await expect(speed).toHaveValue(/^34\s/)
  await speed.press('Control+z')
  await expect(iso).toHaveValue('320')
})

test('the time strip zooms and moves by key', async ({ page }) => {
  await openNewSetup(page)
  const strip = page.getByRole('group', { name: /Time strip/ })
  const ticks = async () => (await strip.locator('text').allTextContents()).filter(t => /s$/.test(t)).join('|')
  await strip.focus()
  const fitted = await ticks()
  await page.keyboard.press('+')
  await page.keyboard.press('+')
  const zoomed = await ticks()
  expect(zoomed).not.toBe(fitted)
  await page.keyboard.press('ArrowLeft')
  expect(await ticks()).not.toBe(zoomed)
  await page.keyboard.press('0')
  expect(await ticks()).toBe(fitted)
})

test('a fix is tried on focus and pressed by key', async ({ page }) => {
  await openNewSetup(page)
  await fillField(page, 'flashes[0].power', '1/8')
  const fix = page.locator('[data-finding="blur"]').getByRole('button').first()
  const power = page.locator('input[data-path="flashes[0].power"]')
  await fix.focus()
  await expect(power).toHaveValue(/^1\/64/)
  await page.getByRole('tab', { name: 'Findings' }).focus()
  await expect(power).toHaveValue('1/8')
  await fix.focus()
  await page.keyboard.press('Enter')
  await expect(page.locator('[data-finding="blur"]')).toBeHidden()
  await expect(power).toHaveValue(/^1\/64/)
})

test('a menu that closes takes the focus back only from nobody', async ({ page }) => {
  await openNewSetup(page)
  const role = page.locator('[data-path="flashes[1].role"]').first()
  const angle = page.locator('input[data-path="flashes[1].angle"]')
  const choose = async (option: string): Promise<void> => {
    await role.click()
    await page.getByRole('option', { name: option, exact: true }).click()
  }
  await choose('Fill')
  await expect(page.getByRole('listbox')).toHaveCount(0)
  await expect(role).toBeFocused()
  await choose('Rim')
  // Somebody quick is in the next row before the menu has gone.
  await angle.evaluate(
    async input =>
      new Promise<void>(resolve => {
        const on = (): void => {
          input.focus()
          if (document.querySelector('[role=listbox]')) requestAnimationFrame(on)
          else setTimeout(resolve, 100)
        }
        on()
      }),
  )
  await expect(angle).toBeFocused()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('listbox')).toHaveCount(0)
})

test('one search finds set-ups, terms and actions, remembers what was open, and goes there', async ({ page }) => {
  await openNewSetup(page)
  const address = page.url()
  await page.keyboard.press('/')
  const search = page.getByRole('dialog', { name: 'Search' })
  const field = search.getByPlaceholder(/Search everything/)
  await expect(field).toBeFocused()
  await expect(search.getByRole('option', { name: 'Run this set-up' })).toBeVisible()
  await field.fill('hold-off')
  await expect(search.getByRole('option', { name: /^Hold-off/ })).toBeVisible()
  await page.keyboard.press('Enter')
  await expect(page).toHaveURL(/glossary\?term=Hold-off/)
  await expect(page.getByTestId('term').first()).toContainText('Hold-off')
  await page.keyboard.press('Control+k')
  await expect(search.getByRole('group').first()).toContainText('Recent')
  await search.getByRole('option').first().click()
  await expect(page).toHaveURL(address)
  await expect(page.getByTestId('delay')).toBeVisible()
  await page.keyboard.press('/')
  await field.fill('zzzz nothing')
  await expect(search).toContainText('Nothing found.')
})
