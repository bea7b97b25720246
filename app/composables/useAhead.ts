/** ms after which what a page may open is read: by then it stands, and nothing it shows has to wait. */
const CALM = 500

/**
 * Reads parts of a page that come when they are opened while nothing else goes on, so that they open at once, and
 * without a network too.
 */
export function useAhead(parts: () => Promise<unknown>[]): void {
  let timer: ReturnType<typeof setTimeout> | undefined
  onMounted(() => {
    timer = setTimeout(() => {
      // What cannot be read now is read when it is opened.
      for (const part of parts()) void part.catch(() => {})
    }, CALM)
  })
  onBeforeUnmount(() => clearTimeout(timer))
}
