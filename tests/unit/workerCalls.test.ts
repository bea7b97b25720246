import { workerCalls } from '~~/app/services/workerCalls'
import type { WorkerAnswer, WorkerAsked } from '~~/app/workers/answering'

/** A worker that answers when it is told to. */
function fake() {
  const workers: {
    asked: WorkerAsked<string>[]
    ended: boolean
    say(answer: WorkerAnswer<number>): void
    break(): void
  }[] = []
  const start = () => {
    const worker: Pick<Worker, 'postMessage' | 'terminate' | 'onmessage' | 'onerror'> = {
      onmessage: null,
      onerror: null,
      postMessage: (message: WorkerAsked<string>) => {
        if (message.asked === 'unsendable') throw new Error('It cannot be sent.')
        own.asked.push(message)
      },
      terminate: () => {
        own.ended = true
      },
    }
    const own = {
      asked: [] as WorkerAsked<string>[],
      ended: false,
      say: (data: WorkerAnswer<number>) => worker.onmessage!.call(worker as Worker, { data } as MessageEvent),
      break: () => worker.onerror!.call(worker as Worker, {} as ErrorEvent),
    }
    workers.push(own)
    return worker
  }
  return { workers, calls: workerCalls<string, number>(start, 'It broke.') }
}

test('each answer goes to whoever asked, in whatever order they come', async () => {
  const { workers, calls } = fake()
  expect(workers).toHaveLength(0)
  const [first, second] = [calls.ask('a'), calls.ask('b')]
  expect(workers).toHaveLength(1)
  const { asked, say } = workers[0]!
  expect(asked.map(one => one.asked)).toEqual(['a', 'b'])
  say({ id: asked[1]!.id, given: 2 })
  expect(calls.busy()).toBe(true)
  say({ id: asked[0]!.id, given: 1 })
  expect(calls.busy()).toBe(false)
  // What nobody waits for does no harm.
  say({ id: 99, given: 3 })
  await expect(Promise.all([first, second])).resolves.toEqual([1, 2])
})

test('why not is told to whoever asked, and to no other', async () => {
  const { workers, calls } = fake()
  const [first, second] = [calls.ask('a'), calls.ask('b')]
  const { asked, say } = workers[0]!
  say({ id: asked[0]!.id, failed: 'It is no picture.' })
  say({ id: asked[1]!.id, given: 5 })
  await expect(first).rejects.toThrow('It is no picture.')
  await expect(second).resolves.toBe(5)
})

test('a worker that breaks or is ended leaves nobody waiting, and the next call starts another', async () => {
  const { workers, calls } = fake()
  const first = calls.ask('a')
  workers[0]!.break()
  await expect(first).rejects.toThrow('It broke.')
  expect(workers[0]!.ended).toBe(true)
  const second = calls.ask('b')
  expect(workers).toHaveLength(2)
  calls.end('Stopped.')
  await expect(second).rejects.toThrow('Stopped.')
  expect(workers[1]!.ended).toBe(true)
  // Ended twice is ended.
  calls.end('Stopped.')
  const third = calls.ask('c')
  workers[2]!.say({ id: workers[2]!.asked[0]!.id, given: 7 })
  await expect(third).resolves.toBe(7)
})

test('what cannot be sent is told at once and is not waited for', async () => {
  const { workers, calls } = fake()
  await expect(calls.ask('unsendable')).rejects.toThrow('It cannot be sent.')
  const next = calls.ask('a')
  workers[0]!.say({ id: workers[0]!.asked[0]!.id, given: 1 })
  await expect(next).resolves.toBe(1)
})
