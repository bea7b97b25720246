import { defineWebSocketHandler } from 'h3'
import { speakToBench } from '../../../services/practice'
import { log } from '../../../utils/log'
import { serverWords } from '../../../../shared/texts/server'

type Hooks = Parameters<typeof defineWebSocketHandler>[0]
type Peer = Parameters<NonNullable<Hooks['message']>>[0]

/** Bytes of one message: some lines. */
const MOST_SAID = 4096
/** Lines of one message that are answered. */
const MOST_LINES = 20
/** Messages that may wait for their answers. */
const MOST_WAITING = 60
/** Connections of one person at a time. */
const MOST_EACH = 8
/** ms after which one that says nothing is closed. */
const SILENT = 10 * 60_000

const REFUSED: Partial<Record<number, string>> = {
  401: serverWords('bench.signFirst'),
  403: serverWords('bench.viewersCannotUseBench'),
  404: serverWords('bench.noBenchSetUp'),
}

interface Connection {
  who: string
  /** What was said before is answered first. */
  turn: Promise<void>
  waiting: number
  silent: ReturnType<typeof setTimeout>
}
const connections = new Map<string, Connection>()

const setupOf = (peer: Peer): string => /\/api\/setups\/([0-9a-f-]{36})\/bench/.exec(peer.request.url)?.[1] ?? ''

const within = (of: unknown, key: string): unknown =>
  typeof of === 'object' && of !== null ? Reflect.get(of, key) : undefined

/** Held in the protocol itself: what is longer is never taken into memory. The library has no other way to say so. */
function limit(peer: Peer): void {
  const receiver = within(within(within(peer, '_internal'), 'ws'), '_receiver')
  if (typeof receiver === 'object' && receiver !== null) Reflect.set(receiver, '_maxPayload', MOST_SAID)
}

const patience = (peer: Peer): ReturnType<typeof setTimeout> =>
  setTimeout(() => peer.close(1000, 'silent'), SILENT).unref()

/** One thing after the other for each connection, in the order it was said. */
function inTurn(peer: Peer, connection: Connection, what: () => Promise<void>): void {
  connection.waiting++
  connection.turn = connection.turn
    .then(what)
    .catch((error: unknown) => {
      const status = (error as { statusCode?: number }).statusCode ?? 500
      if (status >= 500) log.error(error)
      peer.send(`ERROR ${REFUSED[status] ?? serverWords('bench.benchDoesNotAnswer')}`)
      if (status === 401 || status === 403 || status === 404) peer.close(1008, 'refused')
    })
    .finally(() => connection.waiting--)
}

/**
 * The practice bench on a wire: lines of text both ways (docs/device-interface.md). It holds nothing of its own; its
 * memory is in the database.
 */
export default defineWebSocketHandler({
  async upgrade(request) {
    try {
      if (!isOwnHost(request.headers.get('host') ?? undefined)) return new Response(null, { status: 421 })
      const { member, sessionId } = await requireSocketSession(request.headers as Headers)
      const who = member?.id ?? sessionId
      const open = [...connections.values()].filter(one => one.who === who).length
      if (open >= MOST_EACH) return new Response(null, { status: 429 })
    } catch (error) {
      return new Response(null, { status: (error as { statusCode?: number }).statusCode ?? 503 })
    }
  },
  async open(peer) {
    limit(peer)
    const connection: Connection = { who: '', turn: Promise.resolve(), waiting: 0, silent: patience(peer) }
    connections.set(peer.id, connection)
    inTurn(peer, connection, async () => {
      const { member, sessionId } = await requireSocketSession(peer.request.headers as Headers)
      connection.who = member?.id ?? sessionId
      // Many that came in at one instant each saw none of the others.
      const open = [...connections.values()].filter(one => one.who === connection.who).length
      if (open > MOST_EACH) peer.close(1013, serverWords('bench.tooMany'))
    })
  },
  close(peer) {
    clearTimeout(connections.get(peer.id)?.silent)
    connections.delete(peer.id)
  },
  error(peer) {
    clearTimeout(connections.get(peer.id)?.silent)
    connections.delete(peer.id)
  },
  message(peer, message) {
    const connection = connections.get(peer.id)
    if (!connection) return
    clearTimeout(connection.silent)
    connection.silent = patience(peer)
    if (message.uint8Array().length > MOST_SAID) {
      peer.close(1009, serverWords('bench.tooLong'))
      return
    }
    if (connection.waiting >= MOST_WAITING) {
      peer.close(1008, serverWords('bench.tooMuchOnce'))
      return
    }
    inTurn(peer, connection, async () => {
      const { studio, role } = await requireSocketSession(peer.request.headers as Headers)
      if (role === 'viewer') throw problem(403, serverWords('bench.viewersCannotChangeAnything'))
      for (const line of message.text().split('\n').slice(0, MOST_LINES)) {
        for (const said of await speakToBench(useDatabase(), studio.id, setupOf(peer), line)) peer.send(said)
      }
    })
  },
})
