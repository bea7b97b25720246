import type { Setup, SimulatedTakes } from '~~/core'

export type Simulated = SimulatedTakes & { seconds: number }

let worker: Worker | null = null
let lastId = 0
const waiting = new Map<number, (result: Simulated) => void>()

function start(): Worker {
  const made = new Worker(new URL('../workers/takes.worker.ts', import.meta.url), { type: 'module' })
  made.onmessage = (event: MessageEvent<{ id: number, result: SimulatedTakes, seconds: number }>) => {
    const { id, result, seconds } = event.data
    waiting.get(id)?.({ ...result, seconds })
    waiting.delete(id)
  }
  return made
}

/** Takes played in a worker. */
export function simulateInWorker(setup: Setup, takes: number): Promise<Simulated> {
  worker ??= start()
  const id = ++lastId
  return new Promise((resolve) => {
    waiting.set(id, resolve)
    worker!.postMessage({ id, setup: JSON.parse(JSON.stringify(setup)) as Setup, takes })
  })
}
