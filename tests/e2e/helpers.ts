import { type APIRequestContext, type Locator, type Page, expect } from '@playwright/test'
import { type Setup, newSetup } from '~~/core'

/** No connection is left open that the server may close just as the next request goes out. */
const CLOSED = { connection: 'close' }

/** The shoots of the demo studio, as who comes by its button sees them. */
export async function enterDemo(page: Page): Promise<void> {
  await page.goto('/sign-in')
  await page.getByRole('button', { name: 'Open demo studio' }).click()
  await expect(page.getByRole('heading', { name: 'Shoots', exact: true })).toBeVisible()
}

type Shown = Window & {
  useNuxtApp?: () => {
    isHydrating: boolean
    hooks: { hookOnce: (name: 'page:finish', done: (value: unknown) => void) => void }
    $router: { push: (to: string) => Promise<unknown> }
  }
}

/** Goes to another view: within the application where the page is in it, as by a link; else by loading it. */
export async function open(page: Page, path: string): Promise<void> {
  const within = await page.evaluate(async to => {
    const nuxt = (window as Shown).useNuxtApp?.()
    if (!nuxt || location.pathname === new URL(to, location.href).pathname) return false
    const finished = new Promise(resolve => nuxt.hooks.hookOnce('page:finish', resolve))
    await nuxt.$router.push(to)
    await finished
    return true
  }, path)
  if (within) return
  await page.goto(path)
  // What is pressed or given before the page listens is lost.
  await page.waitForFunction(() => (window as Shown).useNuxtApp?.()?.isHydrating === false)
}

/** Signed in to the demo studio without looking at it. */
export async function signIn(page: Page): Promise<void> {
  expect((await page.request.post('/api/session/demo', { data: {}, headers: CLOSED })).status()).toBe(200)
}

/** The shoots of the demo studio. */
export async function openDemo(page: Page): Promise<void> {
  await signIn(page)
  await open(page, '/')
  await expect(page.getByRole('heading', { name: 'Shoots', exact: true })).toBeVisible()
}

/** A shoot on the start page, however many newer ones other tests have made. */
export async function showShoot(page: Page, name = 'Snack bar campaign'): Promise<Locator> {
  const shoot = page.getByRole('region', { name })
  const earlier = page.getByRole('button', { name: 'Show earlier shoots' })
  await expect(async () => {
    await expect(shoot.or(earlier).first()).toBeVisible({ timeout: 5000 })
    if (!(await shoot.isVisible())) await earlier.click({ timeout: 2000 })
    await expect(shoot).toBeVisible({ timeout: 2000 })
  }).toPass({ timeout: 30_000 })
  return shoot
}

/** A cracker set-up of a test's own, opened in the workspace; gives its id. */
export async function openNewSetup(page: Page, setup: Setup = newSetup('projectile')): Promise<string> {
  await signIn(page)
  const id = await makeSetup(page, setup)
  await open(page, `/setups/${id}`)
  await expect(page.getByTestId('delay')).toBeVisible()
  return id
}

/** Calls the API with the session of a page, whatever that shows. */
export async function callApi(
  page: Page,
  method: string,
  path: string,
  body?: unknown,
  // eslint-disable-next-line @typescript-eslint/no-explicit-any
): Promise<{ status: number; body: any }> {
  const base = page.url().startsWith('http') ? new URL(page.url()).origin : ''
  const response = await page.request.fetch(`${base}${path}`, {
    method,
    // A connection that the server closed meanwhile is no answer: what changes nothing is asked once more.
    maxRetries: method === 'GET' ? 1 : 0,
    headers: { ...CLOSED, ...(body === undefined ? {} : { 'content-type': 'application/json' }) },
    ...(body === undefined ? {} : { data: JSON.stringify(body) }),
  })
  return { status: response.status(), body: (await response.json().catch(() => null)) as unknown }
}

export async function makeSetup(page: Page, setup: Setup): Promise<string> {
  const shoot = await callApi(page, 'POST', '/api/shoots', {
    name: `Test ${Date.now()}`,
    date: '2026-11-24',
    place: '',
    notes: '',
  })
  const made = await callApi(page, 'POST', `/api/shoots/${shoot.body.id}/setups`, { setup })
  expect(made.status).toBe(201)
  return made.body.id as string
}

/** Types into an input of the panel and leaves it. */
export async function fillField(page: Page, path: string, text: string): Promise<void> {
  const input = page.locator(`input[data-path="${path}"]`)
  await input.fill(text)
  await input.press('Enter')
}

/** Chooses from a list of the page's own. */
export async function pick(control: Locator, option: string): Promise<void> {
  await control.click()
  await control.page().getByRole('option', { name: option, exact: true }).click()
  await expect(control.page().getByRole('listbox')).toHaveCount(0)
}

/** The brightest green or blue of what the page shows: under 110 it is red on black. */
export async function brightestOfOtherHues(page: Page): Promise<number> {
  const png = await page.screenshot()
  return page.evaluate(async data => {
    const image = new Image()
    image.src = `data:image/png;base64,${data}`
    await image.decode()
    const canvas = new OffscreenCanvas(image.width, image.height)
    const context = canvas.getContext('2d')!
    context.drawImage(image, 0, 0)
    return context
      .getImageData(0, 0, image.width, image.height)
      .data.reduce((most, value, i) => (i % 4 === 1 || i % 4 === 2 ? Math.max(most, value) : most), 0)
  }, png.toString('base64'))
}

export type { APIRequestContext, Page }
