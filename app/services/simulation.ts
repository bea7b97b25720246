import type { HowMany, LoggedTake, Setup, SimulatedTakes } from '~~/core'
import type { Asked, Told } from '~/workers/takes.worker'

export type Simulated = SimulatedTakes & { seconds: number }

/** One for what the page waits for, one for what stands beside it. */
const workers: [Worker | null, Worker | null] = [null, null]
let lastId = 0
const waiting = new Map<number, (result: Told & { seconds: number }) => void>()

function start(): Worker {
  const made = new Worker(new URL('../workers/takes.worker.ts', import.meta.url), { type: 'module' })
  made.onmessage = (event: MessageEvent<{ id: number; result: Told; seconds: number }>) => {
    const { id, result, seconds } = event.data
    waiting.get(id)?.({ ...result, seconds })
    waiting.delete(id)
  }
  return made
}

function ask(asked: Asked, aside = false): Promise<Told & { seconds: number }> {
  const worker = (workers[aside ? 1 : 0] ??= start())
  const id = ++lastId
  return new Promise(resolve => {
    waiting.set(id, resolve)
    worker.postMessage({ id, asked: JSON.parse(JSON.stringify(asked)) as Asked })
  })
}

/** Takes played in a worker. */
export const simulateInWorker = (setup: Setup, takes: number): Promise<Simulated> =>
  ask({ setup, takes }).then(told => told as Simulated)

const played = new WeakMap<Setup, { key: string; result: Promise<HowMany> }>()

/** Sessions played in a worker; whoever asks for the same set-up and takes gets the same play. */
export function playInWorker(setup: Setup, logged: LoggedTake[], aside = false): Promise<HowMany> {
  const key = JSON.stringify(logged)
  const known = played.get(setup)
  if (known?.key === key) return known.result
  const result = ask({ setup, logged }, aside).then(told => told as HowMany)
  played.set(setup, { key, result })
  return result
}
