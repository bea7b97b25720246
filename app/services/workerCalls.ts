import type { WorkerAnswer, WorkerAsked } from '../workers/answering'

export interface WorkerCalls<Asked, Given> {
  /** @throws Error with a sentence for the reader */
  ask(asked: Asked, transfer?: Transferable[]): Promise<Given>
  /** Whether somebody waits for an answer. */
  busy(): boolean
  /** Ends what the worker is at; what it held is gone, and whoever waits is told why. */
  end(why: string): void
}

/**
 * Calls to a worker that answers them; it is started by the first and, where it was ended or broke, by the next.
 *
 * @param start makes the worker
 * @param broken what whoever waits is told where it breaks
 */
export function workerCalls<Asked, Given>(
  start: () => Pick<Worker, 'postMessage' | 'terminate' | 'onmessage' | 'onerror'>,
  broken: string,
): WorkerCalls<Asked, Given> {
  let worker: ReturnType<typeof start> | null = null
  let last = 0
  const waiting = new Map<number, { done: (given: Given) => void; failed: (error: Error) => void }>()

  function end(why: string): void {
    worker?.terminate()
    worker = null
    const jobs = [...waiting.values()]
    waiting.clear()
    for (const { failed } of jobs) failed(new Error(why))
  }
  function started(): NonNullable<typeof worker> {
    if (worker) return worker
    worker = start()
    worker.onmessage = ({ data }: MessageEvent<WorkerAnswer<Given>>) => {
      const job = waiting.get(data.id)
      waiting.delete(data.id)
      if ('given' in data) job?.done(data.given)
      else job?.failed(new Error(data.failed))
    }
    worker.onerror = () => end(broken)
    return worker
  }
  return {
    ask: (asked, transfer = []) =>
      new Promise((done, failed) => {
        const message: WorkerAsked<Asked> = { id: ++last, asked }
        waiting.set(message.id, { done, failed })
        try {
          started().postMessage(message, transfer)
        } catch (error) {
          // What cannot be sent is not waited for.
          waiting.delete(message.id)
          failed(error as Error)
        }
      }),
    busy: () => waiting.size > 0,
    end,
  }
}
