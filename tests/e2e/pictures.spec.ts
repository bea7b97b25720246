import { readFile, writeFile } from 'node:fs/promises'
import { type Page, expect } from '@playwright/test'
import sharp from 'sharp'
import { newSetup, settingsOf, withChange } from '~~/core'
import { brightestOfOtherHues, callApi, makeSetup, open, openDemo, pick, showShoot } from './helpers'
import { keptPage as test } from './keptPage'

const shaded = (shade: string, name: string) => async () => ({
  name,
  mimeType: 'image/jpeg',
  buffer: await sharp({ create: { width: 600, height: 400, channels: 3, background: shade } })
    .withExif({
      IFD2: { ExposureTime: '1/160', FNumber: '16/1', ISOSpeedRatings: '200' },
      IFD3: { GPSLatitudeRef: 'N', GPSLatitude: '48/1 12/1 0/1' },
    })
    .jpeg()
    .toBuffer(),
})

async function twoTakes(page: Page): Promise<{ id: string; name: string }> {
  await openDemo(page)
  const name = `Pictured ${Date.now()}`
  const setup = { ...newSetup('projectile'), name }
  const id = await makeSetup(page, setup)
  for (const [i, power] of [1 / 64, 1 / 32].entries()) {
    await callApi(page, 'POST', `/api/setups/${id}/takes`, {
      key: `pictured-${id}-${i}`.slice(0, 60),
      delay: 0.018 + i / 1000,
      verdict: 'on',
      keeper: true,
      position: null,
      note: '',
      settings: settingsOf(withChange(setup, { path: 'flashes[0].power', value: power })),
      firedAt: `2026-11-24T18:3${i}:00.000Z`,
    })
  }
  return { id, name }
}

test('pictures are put to takes, and two stand side by side with a linked zoom and what was set otherwise', async ({
  page,
}) => {
  const { name } = await twoTakes(page)
  await open(page, '/log')
  await page.getByLabel('Search').fill(name)
  await expect(page.getByTestId('log-take')).toHaveCount(2)
  for (const [i, shade] of ['#803010', '#104080'].entries()) {
    const [chooser] = await Promise.all([
      page.waitForEvent('filechooser'),
      page.getByRole('button', { name: `Add pictures to take ${2 - i} of ${name}` }).click(),
    ])
    await chooser.setFiles(await shaded(shade, `frame-${i}.jpg`)())
    await expect(page.getByRole('button', { name: `Select frame-${i}.jpg` })).toBeVisible()
  }
  await page.getByRole('button', { name: 'Select frame-0.jpg' }).click()
  await expect(page.getByText('select another to see the two side by side')).toBeVisible()
  await page.getByRole('button', { name: 'Select frame-1.jpg' }).click()
  const dialog = page.getByRole('dialog', { name: 'Two pictures compared' })
  await expect(dialog.getByTestId('differences')).toContainText('Light 1: Power')
  await expect(dialog.getByTestId('differences')).toContainText('1/32')
  await expect(dialog.getByTestId('differences')).not.toContainText('Aperture')
  const panes = dialog.getByRole('group')
  await panes.first().press('+')
  await panes.first().press('ArrowRight')
  await expect(dialog.getByTestId('zoom')).toContainText('1.5×')
  const transforms = await panes.evaluateAll(all =>
    all.map(pane => (pane.firstElementChild as HTMLElement).style.transform),
  )
  expect(transforms[0]).toContain('scale(1.5)')
  expect(transforms[1]).toBe(transforms[0])
  const box = (await panes.last().boundingBox())!
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
  await page.mouse.wheel(0, -400)
  await expect(dialog.getByTestId('zoom')).not.toContainText('1.5×')
  await page.mouse.dblclick(box.x + 40, box.y + 40)
  await expect(dialog.getByTestId('zoom')).toContainText('1×')
  await page.keyboard.press('Escape')
  await expect(dialog).toBeHidden()
  await page.getByLabel('with a picture').check()
  await expect(page.getByTestId('log-take')).toHaveCount(2)

  // In the safelight a picture is deep red too.
  await page.getByRole('button', { name: 'Safelight' }).click()
  await page.mouse.move(5, 790)
  // Colours fade over.
  await expect.poll(() => brightestOfOtherHues(page)).toBeLessThan(110)
})

test('what is no picture is refused with its reason, and the place it was taken at is not kept', async ({ page }) => {
  const { id } = await twoTakes(page)
  await open(page, `/setups/${id}`)
  await page.getByRole('tab', { name: /Takes/ }).click()
  const [chooser] = await Promise.all([
    page.waitForEvent('filechooser'),
    page.getByRole('button', { name: 'Add pictures to take 2' }).click(),
  ])
  await chooser.setFiles([
    { name: 'page.png', mimeType: 'image/png', buffer: Buffer.from('<html>') },
    await shaded('#223344', 'fine.jpg')(),
  ])
  await expect(page.getByText('page.png: File type not supported')).toBeVisible()
  const link = page.getByRole('link', { name: 'Picture fine.jpg of take 2' })
  await expect(link).toBeVisible()
  // One at the wrong take is put to the other, and one nobody wants is taken away.
  await page.getByText('Pictures 1').click()
  await pick(page.getByLabel('Take of fine.jpg'), 'take 1')
  await expect(page.getByRole('link', { name: 'Picture fine.jpg of take 1' })).toBeVisible()
  await pick(page.getByLabel('Take of fine.jpg'), 'take 2')
  await expect(link).toBeVisible()
  const kept = await page.request.get((await link.getAttribute('href')) as string)
  expect(kept.headers()['content-type']).toBe('image/jpeg')
  expect(kept.headers()['x-content-type-options']).toBe('nosniff')
  expect((await sharp(await kept.body()).metadata()).exif).toBeUndefined()
  const query = 'name=x.jpg&zone=0'
  const send = (path: string, body: string) =>
    page.evaluate(async ([p, b]) => (await fetch(p!, { method: 'POST', body: b! })).status, [path, body])
  expect(await send(`/api/setups/${id}/pictures?${query}&take=nobody`, 'x')).toBe(422)
  expect(await send(`/api/setups/${id}/pictures?zone=0`, 'x')).toBe(422)
  expect(await send(`/api/setups/${id}/pictures?${query}`, 'x'.repeat(41 * 1024 * 1024))).toBe(413)
  await page.getByRole('button', { name: 'Delete fine.jpg' }).click()
  const asked = page.getByRole('dialog', { name: 'Delete this picture?' })
  await asked.getByRole('button', { name: 'Keep picture' }).click()
  await expect(page.getByTestId('picture')).toHaveCount(1)
  await page.getByRole('button', { name: 'Delete fine.jpg' }).click()
  await asked.getByRole('button', { name: 'Delete' }).click()
  await expect(page.getByTestId('picture')).toHaveCount(0)
  await expect(link).toBeHidden()
})

test('a log that was exported comes in again, without doubling, and what is none is refused with its line', async ({
  page,
}, info) => {
  const { name } = await twoTakes(page)
  await open(page, '/log')
  await page.getByLabel('Search').fill(name)
  await expect(page.getByTestId('log-take')).toHaveCount(2)
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Export the log as JSON' }).click(),
  ])
  const log = JSON.parse(await readFile(await file.path(), 'utf8')) as {
    setups: { id: string; setup: { name: string } }[]
    takes: { setupId: string; key: string }[]
  }
  expect(log.setups).toHaveLength(1)
  // As if from another studio: unknown here, it brings its set-up along.
  const other = '11111111-2222-4333-8444-555555555555'
  const foreign = JSON.stringify(log).replaceAll(log.setups[0]!.id, other).replaceAll(name, `${name} abroad`)
  const path = info.outputPath('foreign.json')
  await writeFile(path, foreign)
  await page.getByLabel('Log file').setInputFiles(path)
  await expect(page.getByTestId('imported')).toHaveText('2 takes added, 0 were here already, with one set-up.')
  await page.getByLabel('Log file').setInputFiles(path)
  await expect(page.getByTestId('imported')).toHaveText('0 takes added, 2 were here already.')
  await page.getByLabel('Search').fill(`${name} abroad`)
  await expect(page.getByTestId('log-take')).toHaveCount(2)
  const bad = info.outputPath('bad.csv')
  await writeFile(bad, 'shoot,take\na,1\n')
  await page.getByLabel('Log file').setInputFiles(bad)
  await expect(page.getByRole('alert')).toContainText('bad.csv could not be read as a log')
  await expect(page.getByRole('alert')).toContainText('Columns missing')
})

test('the report of a shoot prints on a page, and goes out as one file that opens anywhere', async ({ page }) => {
  await openDemo(page)
  await showShoot(page)
  await page.getByRole('link', { name: 'Report of Snack bar campaign' }).click()
  await expect(page.getByTestId('shoot-text')).toContainText('1 keeper in 3 takes')
  const cracker = page.getByRole('region', { name: 'Steel ball through a rice cracker' })
  await expect(cracker).toContainText('1 of 3 keepers in 3 takes and 8 min, the first in take 3')
  await expect(cracker.getByTestId('learnt').first()).toContainText(/^Best delay 17\.\d+\sms/)
  await expect(page.getByTestId('unshot')).toContainText('Not shot: ')
  await expect(page.getByTestId('sources').first()).toContainText('Worth checking: assumed, and they matter: ')
  await expect(page.getByRole('img', { name: 'Keeper, take 3' })).toBeVisible()
  const pages = async (): Promise<number> =>
    ((await page.pdf({ format: 'A4', preferCSSPageSize: true })).toString('latin1').match(/\/Type\s*\/Page[^s]/g) ?? [])
      .length
  expect(await pages()).toBe(1)

  // One file, opened where there is no Epiro and no network.
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Download the report as one file' }).click(),
  ])
  expect(file.suggestedFilename()).toBe('snack-bar-campaign-report.html')
  const alone = await page.context().newPage()
  await alone.route(/^https?:/, route => route.abort())
  await alone.setContent(await readFile(await file.path(), 'utf8'))
  await expect(alone.getByRole('region', { name: 'Steel ball through a rice cracker' })).toBeVisible()
  await expect(alone.getByRole('button')).toHaveCount(0)
  const wide = await alone
    .getByRole('img', { name: 'Keeper, take 3' })
    .evaluate(image => (image as HTMLImageElement).naturalWidth)
  expect(wide).toBeGreaterThan(1000)
  await alone.close()
  const shoot = await callApi(page, 'POST', '/api/shoots', {
    name: `Long day ${Date.now()}`,
    date: '2026-11-24',
    place: '',
    notes: '',
  })
  for (let i = 0; i < 9; i++)
    await callApi(page, 'POST', `/api/shoots/${shoot.body.id}/setups`, {
      setup: { ...newSetup('drop'), name: `Drop ${i}` },
    })
  await open(page, `/shoots/${shoot.body.id}/report`)
  await expect(page.getByTestId('unshot')).toContainText('Drop 8')
  expect(await pages()).toBe(1)
})
