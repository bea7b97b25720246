import type { PlayedSessions, LoggedTake, Setup } from '~~/core'
import { playInWorker } from '~/services/simulation'

const NONE: readonly LoggedTake[] = []

/** What a play needs of a take: the worker is sent nothing else. */
const played = ({ number, delay, planned, verdict, keeper, position }: LoggedTake): LoggedTake => ({
  number,
  delay,
  planned,
  verdict,
  keeper,
  position,
})

/** The calm before sessions are played, ms. */
const CALM = 120

/**
 * How many takes it needs, played in a worker; while a new play is on its way the last figure stands and is stale.
 * What could not be played has no figure, and `trouble` says so. Those `aside` do not hold up the others.
 */
export function useHowMany(setup: () => Setup, takes: () => readonly LoggedTake[] = () => NONE, aside = false) {
  const many = shallowRef<PlayedSessions | null>(null)
  const stale = ref(true)
  const trouble = ref('')
  let timer: ReturnType<typeof setTimeout> | undefined
  watch(
    [setup, takes],
    ([now, logged]) => {
      stale.value = true
      clearTimeout(timer)
      timer = setTimeout(
        async () => {
          const isStillAsked = (): boolean => setup() === now && takes() === logged
          try {
            const result = await playInWorker(now, logged.map(played), aside)
            if (!isStillAsked()) return
            many.value = result
            stale.value = false
            trouble.value = ''
          } catch (error) {
            if (!isStillAsked()) return
            many.value = null
            trouble.value = (error as Error).message
          }
        },
        many.value === null ? 0 : CALM,
      )
    },
    { immediate: true },
  )
  onScopeDispose(() => clearTimeout(timer))
  return { many, stale, trouble }
}
