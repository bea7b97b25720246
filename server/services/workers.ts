import { type ChildProcess, fork } from 'node:child_process'
import { existsSync, readFileSync } from 'node:fs'
import { setPriority } from 'node:os'
import { resolve } from 'node:path'
import type { JobKind, Jobs, JobMessage } from '../workers/jobs'
import { problem } from '../utils/problem'
import { serverWords } from '../../shared/texts/server'

/** Lanes of jobs, so that a save waits for no large picture; processes of each at most, a job has one to itself. */
const LANES = { slow: 2, quick: 1, frames: 1 } as const
type Lane = keyof typeof LANES
const LANE: Record<JobKind, Lane> = {
  stand: 'quick',
  learnt: 'quick',
  kitUses: 'quick',
  gearDays: 'slow',
  likeGear: 'slow',
  courseGo: 'quick',
  picture: 'slow',
  small: 'slow',
  frame: 'slow',
  outcome: 'slow',
  setupFrame: 'frames',
}
/** Bytes a process may hold before it is ended with its job. */
const MOST_MEMORY = 1.5 * 1024 ** 3
const LOOK_EVERY = 250
/** s a job may take; jobs that may wait. */
const LONGEST: Record<JobKind, number> = {
  stand: 60,
  learnt: 10,
  kitUses: 10,
  gearDays: 30,
  likeGear: 20,
  courseGo: 10,
  picture: 60,
  small: 20,
  frame: 60,
  outcome: 120,
  setupFrame: 30,
}
const MOST_WAITING = 40

/** How far they stand back: people who press buttons go first. 0 where nothing else runs beside them. */
const NICE = Number(process.env.EPIRO_WORKER_NICE ?? 10)

interface Job {
  kind: JobKind
  asked: () => Promise<unknown>
  done: (given: never) => void
  failed: (error: unknown) => void
}

const lanes: Record<Lane, { waiting: Job[]; idle: ChildProcess[]; running: number }> = {
  slow: { waiting: [], idle: [], running: 0 },
  quick: { waiting: [], idle: [], running: 0 },
  frames: { waiting: [], idle: [], running: 0 },
}
let lastId = 0

/** Bundled by the start command. */
const BUNDLED = process.env.EPIRO_WORKER

function start(): ChildProcess {
  // Where nothing was bundled, as in tests, or it was cleared away since, the source is run as it is.
  const bundled = BUNDLED && existsSync(BUNDLED) ? BUNDLED : null
  const child = fork(bundled ?? resolve('server/workers/main.ts'), {
    execArgv: [...(bundled ? [] : ['--import', 'tsx']), '--max-old-space-size=512'],
    serialization: 'advanced',
    stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
  })
  if (child.pid) {
    try {
      setPriority(child.pid, NICE)
    } catch {
      /* not allowed here */
    }
  }
  return child
}

/** Bytes a process holds in memory; 0 where this is not known. */
function memoryOf(child: ChildProcess): number {
  try {
    return Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${child.pid}/status`, 'utf8'))?.[1] ?? 0) * 1024
  } catch {
    return 0
  }
}

/** A process that waits does not keep its starter alive. */
function hold(child: ChildProcess, held: boolean): void {
  const way = held ? 'ref' : 'unref'
  child[way]()
  child.channel?.[way]()
}

function run(job: Job): void {
  const lane = lanes[LANE[job.kind]]
  const child = lane.idle.pop() ?? start()
  lane.running++
  const id = ++lastId
  const began = Date.now()
  hold(child, true)
  const watch = setInterval(() => {
    if (memoryOf(child) > MOST_MEMORY) end(problem(422, serverWords('workers.needsTooMuchMemory')))
    else if (Date.now() - began > LONGEST[job.kind] * 1000)
      end(problem(422, serverWords('workers.tookOverS', { kind: LONGEST[job.kind] })))
  }, LOOK_EVERY)
  const over = (): void => {
    clearInterval(watch)
    child.removeAllListeners()
    lane.running--
    next()
  }
  function end(error: unknown): void {
    child.kill('SIGKILL')
    over()
    job.failed(error)
  }
  child.on('message', (told: JobMessage) => {
    if (told.id !== id) return
    hold(child, false)
    lane.idle.push(child)
    over()
    if ('given' in told) job.done(told.given as never)
    else if ('refused' in told) job.failed(problem(told.refused.status, told.refused.detail))
    else job.failed(new Error(told.failed))
  })
  child.once('exit', () => end(problem(422, serverWords('workers.fileDamagedIncomplete'))))
  child.once('error', error => end(error))
  job.asked().then(
    asked => {
      if (child.connected) child.send({ id, kind: job.kind, asked })
    },
    error => {
      hold(child, false)
      lane.idle.push(child)
      over()
      job.failed(error)
    },
  )
}

function next(): void {
  for (const [name, lane] of Object.entries(lanes))
    while (lane.running < LANES[name as Lane] && lane.waiting.length > 0) run(lane.waiting.shift()!)
}

/**
 * Has a heavy job done in a process of its own, apart from the threads that sessions and queries need, one or two at a
 * time.
 *
 * @param asked what it is about, or what reads it when its turn comes
 * @throws what the job refuses; 422 where it takes too much time or memory; 503 where too many wait
 */
export function work<K extends JobKind>(
  kind: K,
  asked: Jobs[K]['asked'] | (() => Promise<Jobs[K]['asked']>),
): Promise<Jobs[K]['given']> {
  const { waiting } = lanes[LANE[kind]]
  if (waiting.length >= MOST_WAITING) return Promise.reject(problem(503, serverWords('workers.serverBusyTryAgain')))
  return new Promise((done, failed) => {
    const read = typeof asked === 'function' ? asked : async () => asked
    waiting.push({ kind, asked: read, done: done as Job['done'], failed })
    next()
  })
}

/** Ends the processes that wait. */
export function endWorkers(): void {
  for (const lane of Object.values(lanes)) for (const child of lane.idle.splice(0)) child.kill()
}
