import { type Locator, type Page, expect, test } from '@playwright/test'
import { newSetup } from '~~/core'
import { makeSetup, signIn } from './helpers'

/** kB of script on the wire and requests that each page may take. */
const BUDGETS = { 'sign-in': [10, 12], 'shoots': [210, 25], 'set-up': [300, 25], 'log': [230, 25] } as const

/** What the phone of the trial is: four times slower, on a middling network. */
const PHONE = { cpu: 4, latency: 150, down: (1.6 * 1024 * 1024) / 8, up: (750 * 1024) / 8 }

interface Felt {
  shift: number
  blocking: number
  painted: number
}

/** Opens a page with nothing kept from before, and says what it cost. */
async function visit(page: Page, path: string, shown: Locator, phone: boolean): Promise<string[]> {
  const client = await page.context().newCDPSession(page)
  await client.send('Network.enable')
  await client.send('Network.clearBrowserCache')
  await client.send('Emulation.setCPUThrottlingRate', { rate: phone ? PHONE.cpu : 1 })
  await client.send('Network.emulateNetworkConditions', {
    offline: false,
    latency: phone ? PHONE.latency : 0,
    downloadThroughput: phone ? PHONE.down : -1,
    uploadThroughput: phone ? PHONE.up : -1,
  })
  const kinds = new Map<string, string>()
  let [script, requests] = [0, 0]
  client.on('Network.responseReceived', ({ requestId, type, response }) => {
    // What stands in a file itself is asked of nobody.
    if (!response.url.startsWith('data:')) kinds.set(requestId, type)
  })
  client.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => {
    if (kinds.has(requestId)) requests++
    if (kinds.get(requestId) === 'Script') script += encodedDataLength
  })
  await page.goto(path)
  await expect(shown.first()).toBeVisible({ timeout: 90_000 })
  const stands = [script, requests] as const
  await page.waitForTimeout(phone ? 4000 : 1500)
  const { shift, blocking, painted } = await page.evaluate(() => (window as unknown as { felt: Felt }).felt)
  await client.detach()
  return [
    `${(stands[0] / 1024).toFixed(0)} kB`,
    String(stands[1]),
    `${(script / 1024).toFixed(0)} kB`,
    String(requests),
    `${painted.toFixed(0)} ms`,
    `${blocking.toFixed(0)} ms`,
    shift.toFixed(3),
  ]
}

/** Weight of each page and how it opens: `npm run bench:pages`. Prints; holds nothing but that the pages open. */
test('what each page weighs, and how it opens', async ({ page }) => {
  test.setTimeout(600_000)
  await page.addInitScript(() => {
    const felt = { shift: 0, blocking: 0, painted: 0 }
    Object.assign(window, { felt })
    type Entry = PerformanceEntry & { value?: number; hadRecentInput?: boolean }
    const watch = (type: string, seen: (entry: Entry) => void): void =>
      new PerformanceObserver(list => list.getEntries().forEach(seen)).observe({ type, buffered: true })
    watch('layout-shift', entry => {
      if (!entry.hadRecentInput) felt.shift += entry.value ?? 0
    })
    watch('longtask', entry => {
      felt.blocking += Math.max(0, entry.duration - 50)
    })
    watch('largest-contentful-paint', entry => {
      felt.painted = entry.startTime
    })
  })
  await signIn(page)
  const id = await makeSetup(page, newSetup('balloon'))
  const pages = [
    ['sign-in', '/sign-in', page.getByText('Freeze what is too quick to see')],
    ['shoots', '/', page.getByText('Snack bar campaign')],
    ['set-up', `/setups/${id}`, page.getByTestId('delay')],
    ['log', '/log', page.getByText('By day')],
  ] as const
  console.log(
    '| page | device | script as it stands | requests | read ahead too | requests | paint | blocked | shift | budget |',
  )
  for (const phone of [false, true]) {
    await page.setViewportSize(phone ? { width: 390, height: 844 } : { width: 1280, height: 800 })
    for (const [name, path, shown] of pages) {
      const told = await visit(page, path, shown, phone)
      const [weight, most] = BUDGETS[name]
      console.log(`| ${name} | ${phone ? 'phone' : 'desktop'} | ${told.join(' | ')} | ${weight} kB, ${most} |`)
    }
  }
})
