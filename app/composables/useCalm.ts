/** The calm before something is worked out anew, ms. */
const CALM = 220

/**
 * What takes too long for each pointer move, worked out when its source stands still; the last outcome stands until
 * then.
 */
export function useCalm<S, T>(source: () => S, work: (from: S) => T, before: T) {
  const outcome = shallowRef<T>(before)
  let done = false
  let timer: ReturnType<typeof setTimeout> | undefined
  watch(
    source,
    now => {
      clearTimeout(timer)
      timer = setTimeout(
        () => {
          outcome.value = work(now)
          done = true
        },
        done ? CALM : 0,
      )
    },
    { immediate: true },
  )
  onScopeDispose(() => clearTimeout(timer))
  return outcome
}
