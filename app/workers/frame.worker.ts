import { Film, type SceneOptions, type Setup, assess, toneMapped, sceneOf, stopsOf } from '~~/core'

/** A picture that is asked for; the same name takes the place of what was asked before under it. */
export interface FrameAsked {
  name: number
  setup: Setup
  options: SceneOptions
  width: number
  height: number
  /** Passes after which it is good enough. */
  passes: number
  /** Nothing is wanted before the last pass. */
  whole: boolean
  falseColour: boolean
}
export interface FrameGiven {
  name: number
  width: number
  height: number
  bytes: Uint8ClampedArray<ArrayBuffer>
  /** Stops of each pixel against a grey card exposed correctly. */
  stops: Float32Array<ArrayBuffer>
  /** Whole passes in it; 0 for the first, of half its width and height. */
  passes: number
  last: boolean
}
export type FrameMessage = FrameAsked | { name: number; stop: true }

interface Job {
  asked: FrameAsked
  film: Film | null
}

/** s of work before new messages are looked at. */
const SPELL = 0.03
/**
 * From so many passes on there is no hurry: ms of rest between spells, for whatever else the machine does. Where two
 * cores are all there is, the first pass will do until nothing was asked for so many ms.
 */
const FEW = navigator.hardwareConcurrency <= 2
const QUIET = FEW ? 1 : 4
const REST = FEW ? 150 : 60
const PEACE = FEW ? 2000 : 0
const jobs = new Map<number, Job>()
let timer: ReturnType<typeof setTimeout> | undefined
let askedAt = 0

function give({ asked }: Job, film: Film, passes: number): void {
  const { width, height } = film
  const stops = new Float32Array(width * height)
  for (let i = 0; i < stops.length; i++) stops[i] = stopsOf(film.at(i % width, Math.floor(i / width)))
  const bytes = toneMapped(film, asked.falseColour)
  const given: FrameGiven = { name: asked.name, width, height, bytes, stops, passes, last: passes >= asked.passes }
  self.postMessage(given, { transfer: [bytes.buffer, stops.buffer] })
}

/** Passes that are worth showing: each doubling of the light gathered. */
const worthShowing = (passes: number, { passes: wanted, whole }: FrameAsked): boolean =>
  passes >= wanted || (!whole && (passes & (passes - 1)) === 0)

/** Goes on with a job for a spell. @returns whether it is done */
function goOn(job: Job): boolean {
  const { asked } = job
  if (!job.film) {
    const scene = sceneOf(assess(asked.setup), asked.options)
    job.film = new Film(scene, asked.width, asked.height)
    if (!asked.whole) {
      const half = new Film(scene, Math.ceil(asked.width / 2), Math.ceil(asked.height / 2))
      half.pass()
      give(job, half, 0)
      return false
    }
  }
  const { film } = job
  const until = performance.now() + SPELL * 1000
  while (performance.now() < until) {
    if (!film.rows(4)) continue
    if (worthShowing(film.passes, asked)) give(job, film, film.passes)
    if (film.passes >= asked.passes) return true
  }
  return false
}

const inNoHurry = ({ asked, film }: Job): boolean => !asked.whole && (film?.passes ?? 0) >= QUIET

/** What is waited for comes before what has a picture already; of those alike what has least to show. */
const sooner = (a: Job, b: Job): boolean =>
  inNoHurry(a) === inNoHurry(b) ? (a.film?.passes ?? -1) < (b.film?.passes ?? -1) : inNoHurry(b)

function work(): void {
  let next: Job | undefined
  for (const job of jobs.values()) if (!next || sooner(job, next)) next = job
  timer = undefined
  if (!next) return
  const wait = inNoHurry(next) ? askedAt + PEACE - performance.now() : 0
  if (wait <= 0 && goOn(next)) jobs.delete(next.asked.name)
  timer = setTimeout(work, inNoHurry(next) ? Math.max(REST, wait) : 0)
}

self.onmessage = ({ data }: MessageEvent<FrameMessage>) => {
  if ('stop' in data) jobs.delete(data.name)
  else {
    jobs.set(data.name, { asked: data, film: null })
    askedAt = performance.now()
  }
  // What is new waits for no rest.
  clearTimeout(timer)
  timer = setTimeout(work)
}
