/** ms after which a piece comes although the page is busy. */
const LATEST = 300

const whenIdle = (what: () => void): (() => void) => {
  if (typeof requestIdleCallback === 'undefined') {
    const timer = setTimeout(what, 0)
    return () => clearTimeout(timer)
  }
  const asked = requestIdleCallback(what, { timeout: LATEST })
  return () => cancelIdleCallback(asked)
}

/**
 * How many of a list are drawn: what is seen first at once, the rest one by one while the page has nothing else to do,
 * so that a long list holds up no press.
 *
 * @param count how many there are
 * @param first of them at once
 */
export function useInPieces(count: () => number, first: number): Ref<number> {
  const drawn = ref(first)
  let cancel: (() => void) | null = null
  function more(): void {
    cancel = null
    if (drawn.value >= count()) return
    drawn.value++
    grow()
  }
  function grow(): void {
    if (cancel === null && drawn.value < count()) cancel = whenIdle(more)
  }
  watch(count, grow, { immediate: true })
  onScopeDispose(() => cancel?.())
  return drawn
}
