import { type BrowserContext, test as base } from '@playwright/test'

/** What a page computes beside what it shows, each in a worker of its own. */
export interface Beside {
  /** The predicted frame. */
  frames: boolean
  /** Sessions played for the takes that are needed. */
  sessions: boolean
}

/**
 * Workers whose answer no one looks at never give one. What a test is not about would otherwise take a third of the
 * processor.
 */
export async function without(context: BrowserContext, { frames, sessions }: Beside): Promise<void> {
  const silent = [...(frames ? [] : ['frame.worker']), ...(sessions ? [] : ['takes.worker'])]
  await context.addInitScript(names => {
    window.Worker = new Proxy(window.Worker, {
      construct(real, args: [string | URL, WorkerOptions?]) {
        return names.some(name => String(args[0]).includes(name))
          ? Object.assign(new EventTarget(), { postMessage: () => {}, terminate: () => {}, onmessage: null })
          : Reflect.construct(real, args)
      },
    })
  }, silent)
}

/** A test of the real interface; `test.use({ frames: true })` where the predicted frame is what it looks at. */
export const test = base.extend<Beside>({
  frames: [false, { option: true }],
  sessions: [false, { option: true }],
  context: async ({ context, frames, sessions }, use) => {
    await without(context, { frames, sessions })
    await use(context)
  },
})
