import { defineWebSocketHandler } from 'h3'
import { speakToBench } from '../../../services/practice'

/** Bytes of one message: some lines. */
const MOST_SAID = 4096

type Peer = Parameters<NonNullable<Parameters<typeof defineWebSocketHandler>[0]['message']>>[0]

/** One thing after the other for each connection, in the order it was said. */
const REFUSED: Partial<Record<number, string>> = {
  401: 'sign in first',
  403: 'a viewer only looks',
  404: 'no bench on this set-up',
}
const queues = new WeakMap<object, Promise<void>>()
const inTurn = (peer: Peer, what: () => Promise<void>): void => {
  const before = queues.get(peer) ?? Promise.resolve()
  queues.set(
    peer,
    before.then(what).catch((error: unknown) => {
      const status = (error as { statusCode?: number }).statusCode ?? 500
      if (status >= 500) console.error(error)
      peer.send(`ERROR ${REFUSED[status] ?? 'the bench does not answer; say it again'}`)
      if (status === 401 || status === 403 || status === 404) peer.close(1008, 'refused')
    }),
  )
}

const setupOf = (peer: Peer): string => /\/api\/setups\/([0-9a-f-]{36})\/bench/.exec(peer.request.url)?.[1] ?? ''

/**
 * The practice bench on a wire: lines of text both ways (docs/device-interface.md). It holds nothing of its own; its
 * memory is in the database.
 */
export default defineWebSocketHandler({
  message(peer, message) {
    if (message.uint8Array().length > MOST_SAID) {
      peer.close(1009, 'too long')
      return
    }
    inTurn(peer, async () => {
      const { studio, role } = await requireSocketSession(peer.request.headers)
      if (role === 'viewer') throw problem(403, 'A viewer only looks')
      for (const line of message.text().split('\n').slice(0, 20)) {
        for (const said of await speakToBench(useDatabase(), studio.id, setupOf(peer), line)) peer.send(said)
      }
    })
  },
})
