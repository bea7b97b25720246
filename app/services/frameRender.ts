import type { FrameAsked, FrameGiven, FrameMessage } from '~/workers/frame.worker'

let worker: Worker | null = null
let lastName = 0
const waiting = new Map<number, (given: FrameGiven) => void>()

function told(message: FrameMessage): void {
  if (!worker) {
    worker = new Worker(new URL('../workers/frame.worker.ts', import.meta.url), { type: 'module' })
    worker.onmessage = ({ data }: MessageEvent<FrameGiven>) => waiting.get(data.name)?.(data)
  }
  worker.postMessage(message)
}

export type FrameWish = Omit<FrameAsked, 'name'>

/** One picture that is computed in the worker, again for each wish; the last wish alone counts. */
export function frameRender(onPicture: (given: FrameGiven) => void): { wish(wish: FrameWish): void; stop(): void } {
  const name = ++lastName
  waiting.set(name, onPicture)
  return {
    // What the page holds are proxies, which no message can carry.
    wish: wish => told({ ...(JSON.parse(JSON.stringify(wish)) as FrameWish), name }),
    stop() {
      waiting.delete(name)
      if (worker) told({ name, stop: true })
    },
  }
}

/** A picture once it is good enough. */
export function frameOnce(wish: FrameWish): Promise<FrameGiven> {
  return new Promise(resolve => {
    const render = frameRender(given => {
      if (!given.last) return
      render.stop()
      resolve(given)
    })
    render.wish(wish)
  })
}
