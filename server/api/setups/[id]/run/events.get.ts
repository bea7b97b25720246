import { createEventStream } from 'h3'
import { getRun } from '../../../../services/runs'

/** How often the database is asked, ms: nothing is kept in this process, so that devices on other server processes are seen as well. */
const EVERY = 400

/** Server-sent events of a run: its state at once, then each time that something in it changes. */
export default studioRoute(async ({ event, db, studioId }) => {
  const id = routeId(event, 'set-up')
  const stream = createEventStream(event)
  let last = JSON.stringify(await getRun(db, studioId, id))
  let timer: ReturnType<typeof setTimeout> | undefined
  const look = async (): Promise<void> => {
    try {
      const now = JSON.stringify(await getRun(db, studioId, id))
      if (now !== last) await stream.push(now)
      last = now
    }
    // The database may be away for a while; the next look tries again.
    catch { /* empty */ }
    timer = setTimeout(() => void look(), EVERY)
  }
  stream.onClosed(async () => {
    clearTimeout(timer)
    await stream.close()
  })
  void stream.push(last)
  timer = setTimeout(() => void look(), EVERY)
  return stream.send()
})
