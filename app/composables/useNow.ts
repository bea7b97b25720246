/** The time, ms, ten times a second while something counts. */
export function useNowWhile(counts: () => boolean) {
  const now = ref(Date.now())
  let timer: ReturnType<typeof setInterval> | undefined
  watch(
    counts,
    on => {
      clearInterval(timer)
      now.value = Date.now()
      if (on)
        timer = setInterval(() => {
          now.value = Date.now()
        }, 100)
    },
    { immediate: true },
  )
  onScopeDispose(() => clearInterval(timer))
  return now
}
