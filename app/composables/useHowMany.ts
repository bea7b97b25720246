import type { HowMany, LoggedTake, Setup } from '~~/core'
import { playInWorker } from '~/services/simulation'

const NONE: readonly LoggedTake[] = []

/** The calm before sessions are played, ms. */
const CALM = 120

/**
 * How many takes it needs, played in a worker; while a new play is on its way the last figure stands and is stale.
 * Those `aside` do not hold up the others.
 */
export function useHowMany(setup: () => Setup, takes: () => readonly LoggedTake[] = () => NONE, aside = false) {
  const many = shallowRef<HowMany | null>(null)
  const stale = ref(true)
  let timer: ReturnType<typeof setTimeout> | undefined
  watch(
    [setup, takes],
    ([now, logged]) => {
      stale.value = true
      clearTimeout(timer)
      timer = setTimeout(
        async () => {
          const result = await playInWorker(
            now,
            logged.map(({ number, delay, planned, verdict, keeper, position }) => ({
              number,
              delay,
              planned,
              verdict,
              keeper,
              position,
            })),
            aside,
          ).catch(() => null)
          // What could not be played leaves the last figure, marked as stale.
          if (!result || setup() !== now || takes() !== logged) return
          many.value = result
          stale.value = false
        },
        many.value === null ? 0 : CALM,
      )
    },
    { immediate: true },
  )
  onScopeDispose(() => clearTimeout(timer))
  return { many, stale }
}
