import { studioNow } from '~/services/studioClock'

/** The studio's time, ms, ten times a second while something counts. */
export function useNowWhile(counts: () => boolean) {
  const now = ref(studioNow())
  let timer: ReturnType<typeof setInterval> | undefined
  watch(
    counts,
    on => {
      clearInterval(timer)
      now.value = studioNow()
      if (on)
        timer = setInterval(() => {
          now.value = studioNow()
        }, 100)
    },
    { immediate: true },
  )
  onScopeDispose(() => clearInterval(timer))
  return now
}
