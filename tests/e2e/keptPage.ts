import type { BrowserContext, Page } from '@playwright/test'
import { type Beside, test as base, without } from './base'

interface Kept extends Beside {
  context: BrowserContext
  page: Page
}

/** What the page remembers of how it was shown; changed by a test, the page is not passed on. */
async function remembered({ context }: Kept): Promise<string> {
  const cookies = (await context.cookies()).filter(c => c.name.startsWith('epiro-'))
  return JSON.stringify(cookies.map(c => [c.name, c.value]).sort())
}

/**
 * Tests that pass one page on, as somebody works in it for an evening: each goes to its own set-up within
 * it, which takes half of what loading the application anew does. What is closed, cut off or shown otherwise has a page
 * of its own, by `ownPage`.
 */
export const keptPage = base.extend<object, { keep: { now: Kept | null } }>({
  keep: [
    // eslint-disable-next-line no-empty-pattern
    async ({}, use) => {
      const keep: { now: Kept | null } = { now: null }
      await use(keep)
      await keep.now?.context.close()
    },
    { scope: 'worker' },
  ],
  page: async ({ keep, browser, frames, sessions }, use, info) => {
    if (keep.now && (keep.now.frames !== frames || keep.now.sessions !== sessions)) {
      await keep.now.context.close()
      keep.now = null
    }
    if (!keep.now) {
      const context = await browser.newContext()
      await without(context, { frames, sessions })
      keep.now = { context, page: await context.newPage(), frames, sessions }
    }
    const { now } = keep
    const before = await remembered(now)
    await use(now.page)
    if (info.status !== info.expectedStatus || (await remembered(now)) !== before) {
      await now.context.close()
      keep.now = null
    }
  },
})

export const ownPage = base
