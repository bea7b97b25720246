import { type BrowserContext, test as base } from '@playwright/test'

/**
 * The worker that computes the predicted frame never answers. What a test is not about would otherwise take a sixth of
 * the processor for pictures nobody looks at.
 */
export async function withoutFrames(context: BrowserContext): Promise<void> {
  await context.addInitScript(() => {
    window.Worker = new Proxy(window.Worker, {
      construct(real, args: [string | URL, WorkerOptions?]) {
        return String(args[0]).includes('frame.worker')
          ? Object.assign(new EventTarget(), { postMessage: () => {}, terminate: () => {}, onmessage: null })
          : Reflect.construct(real, args)
      },
    })
  })
}

/** A test of the real interface; `test.use({ frames: true })` where the predicted frame is what it looks at. */
export const test = base.extend<{ frames: boolean }>({
  frames: [false, { option: true }],
  context: async ({ context, frames }, use) => {
    if (!frames) await withoutFrames(context)
    await use(context)
  },
})
