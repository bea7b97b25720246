import type { LabAnswer, LabAsked, LabGiven, LabMessage } from '~/workers/lab.worker'

let worker: Worker | null = null
let last = 0
const waiting = new Map<number, { done: (given: never) => void; failed: (error: Error) => void }>()

/** Ended by whoever waited. */
class Stopped extends Error {}

function started(): Worker {
  if (worker) return worker
  worker = new Worker(new URL('../workers/lab.worker.ts', import.meta.url), { type: 'module' })
  worker.onmessage = ({ data }: MessageEvent<LabAnswer>) => {
    const job = waiting.get(data.id)
    waiting.delete(data.id)
    if ('given' in data) job?.done(data.given as never)
    else job?.failed(new Error(data.failed))
  }
  worker.onerror = () => stopLab('The file could not be read: it may be broken or too large for this device.')
  return worker
}

/** Ends what the worker is at; what it held is gone. */
export function stopLab(why = 'Stopped.'): void {
  worker?.terminate()
  worker = null
  const error = new Stopped(why)
  for (const { failed } of waiting.values()) failed(error)
  waiting.clear()
}

/** Asks the Lab's worker. @throws Error with a sentence for the reader */
export function askLab<K extends LabAsked['kind']>(asked: Extract<LabAsked, { kind: K }>): Promise<LabGiven[K]> {
  return new Promise((done, failed) => {
    const id = ++last
    waiting.set(id, { done: done as (given: never) => void, failed })
    const message = { ...asked, id } as LabMessage
    started().postMessage(message, message.kind === 'sound' ? message.channels.map(channel => channel.buffer) : [])
  })
}
