import { createEventStream } from 'h3'
import { RunFollowers } from '../../../../services/runFollowers'

/** ms between signs of life: a device that hears none for long connects anew. */
const ALIVE = 15_000

const followers = new RunFollowers(useDatabase)

/**
 * Server-sent events of a run: its state at once, then each time that something in it changes, and signs of life with
 * the studio's time; they end with the right to see them.
 */
export default viewRoute(async ({ event, studioId, sessionId, role }) => {
  const follower = { setupId: routeId(event, 'set-up'), studioId, session: { id: sessionId, role } }
  const stream = createEventStream(event)
  const unfollow = await followers.follow(follower, {
    tell: run => void stream.push(JSON.stringify(run)),
    end: () => void stream.close(),
  })
  const alive = setInterval(() => void stream.push({ event: 'alive', data: new Date().toISOString() }), ALIVE)
  stream.onClosed(async () => {
    clearInterval(alive)
    unfollow()
    await stream.close()
  })
  return stream.send()
})
