import { type DrawnTake, type Plan, lastLight, takeSource } from '~~/core'
import { seededRandom } from '~~/core/math/random'
import type { Extent } from '~/utils/extent'

/** Speeds of the replay against life, the slowest first. */
export const RATES = [1 / 1000, 1 / 100, 1 / 10, 1] as const
/** A replay is watched, not waited for, s. */
const PATIENCE = 45
const GHOSTS = 10

/** What is asked for at a part of a drawing: exact entry of its figures. */
export interface Entry {
  title: string
  paths: readonly string[]
  x: number
  y: number
  /** Only looked at: the first field is not gone to. */
  quiet?: boolean
}

/**
 * How the four views of one set-up are looked at: zoom, projection, extras, and the instant that a replay stands at.
 */
export const useViewStore = defineStore('view', () => {
  const along = ref<Extent | null>(null)
  const time = ref<Extent | null>(null)
  const shift = ref(0)
  const fromCamera = ref(false)
  const ghosts = ref(false)
  const fallOff = ref(false)
  /** Whether the predicted frame stands as large as the screen lets it. */
  const enlarged = ref(false)
  const entry = shallowRef<Entry | null>(null)

  /** s after the action starts; null: no replay. */
  const instant = ref<number | null>(null)
  const playing = ref(false)
  const rate = ref<number>(RATES[0])
  const ends = ref<Extent>([0, 1])
  let frame = 0
  let before = 0

  function reset(): void {
    stop()
    along.value = time.value = null
    shift.value = 0
    fromCamera.value = ghosts.value = fallOff.value = enlarged.value = false
    entry.value = null
  }

  /** The stretch a plan's replay runs over, and the slowest speed at which it is still watched to its end. */
  function prepare(plan: Plan): void {
    const { moment, sensed } = plan.timing
    const last = Math.max(moment ?? 0, lastLight(plan) ?? 0, sensed ?? 0, 1e-5)
    const end = last + Math.max(0.12 * last, plan.sharpness.by === 'flash' ? plan.sharpness.duration : 0)
    ends.value = [0, end]
    rate.value = RATES.find(r => end / r <= PATIENCE) ?? 1
  }

  function step(now: number): void {
    if (!playing.value || instant.value === null) return
    const next = instant.value + ((now - before) / 1000) * rate.value
    before = now
    if (next >= ends.value[1]) {
      instant.value = ends.value[1]
      playing.value = false
      return
    }
    instant.value = next
    frame = requestAnimationFrame(step)
  }
  function play(): void {
    if (instant.value === null || instant.value >= ends.value[1]) instant.value = ends.value[0]
    playing.value = true
    before = performance.now()
    frame = requestAnimationFrame(step)
  }
  function pause(): void {
    playing.value = false
    cancelAnimationFrame(frame)
  }
  function stop(): void {
    pause()
    instant.value = null
  }
  function scrub(at: number): void {
    pause()
    instant.value = Math.min(Math.max(at, ends.value[0]), ends.value[1])
  }

  return {
    along,
    time,
    shift,
    fromCamera,
    ghosts,
    fallOff,
    enlarged,
    entry,
    instant,
    playing,
    rate,
    ends,
    reset,
    prepare,
    play,
    pause,
    stop,
    scrub,
  }
})

/** Chart and frame ask for the takes of the same plan: drawn once. */
const drawn = new WeakMap<Plan, DrawnTake[]>()

/** The next ten takes as their spreads may have it: always the same ten of a plan. */
export function nextTakes(plan: Plan): DrawnTake[] {
  const known = drawn.get(plan)
  if (known) return known
  const next = takeSource(plan.setup, seededRandom(11), { assessment: plan })
  const takes: DrawnTake[] = []
  for (let tries = 0; takes.length < GHOSTS && tries < 10 * GHOSTS; tries++) {
    const take = next()
    if (take?.captured != null) takes.push({ ...take, inputs: { ...take.inputs } })
  }
  drawn.set(plan, takes)
  return takes
}
