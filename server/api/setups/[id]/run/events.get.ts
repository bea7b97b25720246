import { createEventStream } from 'h3'
import { getRun, runChanges } from '../../../../services/runs'

/**
 * How often the database is asked, ms: nothing is kept in this process, so that devices on other server processes are
 * seen as well.
 */
const EVERY = 400

/**
 * Server-sent events of a run: its state at once, then each time that something in it changes; they end with the right
 * to see them.
 */
export default viewRoute(async ({ event, db, studioId, sessionId, role }) => {
  const id = routeId(event, 'set-up')
  const session = { id: sessionId, role }
  let seen = await runChanges(db, studioId, id, session)
  const first = JSON.stringify(await getRun(db, studioId, id))
  const stream = createEventStream(event)
  let timer: ReturnType<typeof setTimeout> | undefined
  let open = true
  const look = async (): Promise<void> => {
    try {
      const now = await runChanges(db, studioId, id, session)
      if (now === null) {
        await stream.close()
        return
      }
      if (now !== seen) await stream.push(JSON.stringify(await getRun(db, studioId, id)))
      seen = now
    } catch {
      // The database may be away for a while; the next look tries again.
      /* empty */
    }
    if (open) timer = setTimeout(() => void look(), EVERY)
  }
  stream.onClosed(async () => {
    open = false
    clearTimeout(timer)
    await stream.close()
  })
  void stream.push(first)
  timer = setTimeout(() => void look(), EVERY)
  return stream.send()
})
