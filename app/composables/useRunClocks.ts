import { type BufferState, type Plan, bufferAfter, roomShowsAfter, slowestRecycle } from '~~/core'
import { studioNow } from '~/services/studioClock'

/** s that a full buffer is still told of. */
const TOLD_FOR = 3

/**
 * The clocks of a take: how long the shutter has stood open, how long the lights charge, how full a burst's buffer is.
 *
 * @param ticked each full second of an open shutter; `over`: the room shows
 */
export function useRunClocks(plan: () => Plan | null, ticked: (over: boolean) => void) {
  const run = useRunStore()
  /** When the lights were last set off, on whichever device that was called. */
  const actedAt = ref<number | null>(null)
  watch(
    () => run.state.actedAt,
    at => {
      if (at !== null) actedAt.value = Date.parse(at)
    },
  )
  const recycle = computed(() => (plan() ? slowestRecycle(plan()!.setup) : 0))
  const fills = computed(() => {
    const setup = plan()?.setup
    return setup?.trigger === 'burst' ? setup.camera.bufferFrames / setup.camera.frameRate + TOLD_FOR : 0
  })
  const now = useNowWhile(
    () =>
      run.state.openedAt !== null ||
      (actedAt.value !== null && studioNow() - actedAt.value < Math.max(recycle.value, fills.value) * 1000 + 500),
  )
  const since = computed(() => (actedAt.value === null ? null : (now.value - actedAt.value) / 1000))

  const open = computed(() =>
    run.state.openedAt === null ? null : Math.max(0, (now.value - Date.parse(run.state.openedAt)) / 1000),
  )
  const longest = computed(() => (plan() ? roomShowsAfter(plan()!) : Infinity))
  const charging = computed(() => (since.value === null ? 0 : Math.max(0, recycle.value - since.value)))
  const buffer = computed((): BufferState | null =>
    run.state.actedAt === null || since.value === null || since.value > fills.value || !plan()
      ? null
      : bufferAfter(plan()!.setup, Math.max(0, since.value)),
  )
  watch(
    () => (open.value === null ? -1 : Math.floor(open.value)),
    (second, before) => {
      if (second > 0 && second !== before) ticked(second >= longest.value)
    },
  )
  return { open, longest, charging, buffer }
}
