import { catchUp } from '../services/stands'

/** ms after the start, and between rounds, so that nothing else waits for it. */
const AFTER = 3000
const BETWEEN = 500

/** Set-ups that were saved by an earlier version are worked out anew for the lists, a few at a time. */
export default defineNitroPlugin(nitro => {
  let timer: ReturnType<typeof setTimeout> | undefined
  const round = async (): Promise<void> => {
    try {
      if ((await catchUp(useDatabase())) > 0) timer = setTimeout(round, BETWEEN)
    } catch {
      // The database is away: whoever needs it says so.
      timer = setTimeout(round, AFTER * 10)
    }
  }
  timer = setTimeout(round, AFTER)
  nitro.hooks.hook('close', () => clearTimeout(timer))
})
