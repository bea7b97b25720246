import type { Setup } from '~~/core'
import type { TakeReading } from '~~/core/lab'
import type { ReadAsked, ReadGiven } from '~/workers/read.worker'

let worker: Worker | null = null
let lastId = 0
const waiting = new Map<number, { done: (reading: TakeReading) => void; failed: (error: Error) => void }>()

function send(asked: ReadAsked): void {
  if (!worker) {
    worker = new Worker(new URL('../workers/read.worker.ts', import.meta.url), { type: 'module' })
    worker.onmessage = ({ data }: MessageEvent<ReadGiven>) => {
      const job = waiting.get(data.id)
      waiting.delete(data.id)
      if ('reading' in data) job?.done(data.reading)
      else job?.failed(new Error(data.failed))
    }
  }
  // What the page holds are proxies, which no message can carry.
  worker.postMessage(JSON.parse(JSON.stringify(asked)))
}

/** Makes ready for takes of a set-up, as entered, while nobody waits; what is ready stays from take to take. */
export const prepareReading = (setup: Setup): void => send({ kind: 'setup', setup })

/** What a picture of a take is read as. @throws Error with a sentence where it cannot be fetched or read */
export function readTake(of: Omit<Extract<ReadAsked, { kind: 'picture' }>, 'kind' | 'id'>): Promise<TakeReading> {
  return new Promise((done, failed) => {
    const id = ++lastId
    waiting.set(id, { done, failed })
    send({ kind: 'picture', id, ...of })
  })
}

/** Ends the reading, and what was made ready with it. */
export function endReading(): void {
  worker?.terminate()
  worker = null
  waiting.clear()
}
