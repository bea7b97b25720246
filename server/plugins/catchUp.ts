import { catchUp, onLate } from '../services/statuses'

/** ms after the start, and between rounds, so that nothing else waits for it. */
const AFTER = 3000
const BETWEEN = 500

/**
 * Set-ups that were saved by an earlier version, or before they could be worked out, are worked out for the lists, a
 * few at a time.
 */
export default defineNitroPlugin(nitro => {
  let timer: ReturnType<typeof setTimeout> | undefined
  let [working, more] = [false, false]
  const wait = (ms: number): void => {
    clearTimeout(timer)
    timer = setTimeout(() => void round(), ms)
  }
  const round = async (): Promise<void> => {
    working = true
    more = false
    try {
      more = (await catchUp(useDatabase())) > 0 || more
      if (more) wait(BETWEEN)
    } catch {
      // The database is away: whoever needs it says so.
      wait(AFTER * 10)
    } finally {
      working = false
    }
  }
  onLate(() => {
    more = true
    if (!working) wait(AFTER)
  })
  wait(AFTER)
  nitro.hooks.hook('close', () => {
    onLate(() => {})
    clearTimeout(timer)
  })
})
