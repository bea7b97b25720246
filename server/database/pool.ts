import { type Connection, type Pool, type PoolConnection, createConnection, createPool } from 'mysql2/promise'
import { connectionOptions } from './address'
import { withoutConflict } from './conflicts'

/** ms a query may stay silent before it is asked whether the database answers at all. */
const SILENT = 1000
/** ms in which a database that is there says so. */
const HEARTBEAT = 1200
/** ms a query may take of a database that is there. */
const LONGEST = 20_000
/** Queries that may wait for a connection; more are refused at once. */
const MOST_WAITING = 200

/** How long is waited, ms: for a sign of life, and for a query of a database that gives one. */
export interface Patience {
  heartbeat: number
  longest: number
}
const OF_ROUTES: Patience = { heartbeat: HEARTBEAT, longest: LONGEST }
/** Before anybody waits for an answer: a slow machine, or another start that holds the lock, is no frozen database. */
export const OF_SCRIPTS: Patience = { heartbeat: 30_000, longest: 900_000 }

/** A database that does not answer, or not in time. */
export class DatabaseAway extends Error {
  readonly code = 'ETIMEDOUT'
}

/** A query that a database which lives had not done in time: it was ended there too. */
export class QueryTooLong extends Error {
  readonly code = 'EPIRO_TOO_LONG'
}

type Query = (sql: unknown, values?: unknown) => Promise<unknown>

/**
 * A pool whose queries end. One that stays silent for a second has the database asked for a sign of life on a
 * connection of its own: without one every query that waits is refused, so that nothing hangs on a database that is
 * frozen; a long query of a database that lives goes on, and is ended there when it has taken too long.
 */
export function openPool(address: string, patience = OF_ROUTES): Pool {
  const options = connectionOptions(address)
  const pool = createPool({
    ...options,
    connectTimeout: SILENT + patience.heartbeat,
    queueLimit: MOST_WAITING,
    maxIdle: options.connectionLimit!,
    idleTimeout: 60_000,
  })
  let beat: Promise<boolean> | null = null

  const lives = (): Promise<boolean> =>
    (beat ??= ask(options, patience.heartbeat).finally(() => {
      beat = null
    }))

  /** What is done, unless the database is found away before it ends. */
  async function watched<T>(what: Promise<T>, gaveUp: (tooLong: boolean) => void): Promise<T> {
    const began = Date.now()
    let timer: ReturnType<typeof setTimeout> | undefined
    let over = false
    const away = new Promise<never>((_, reject) => {
      const look = async (): Promise<void> => {
        const alive = await lives()
        if (over) return
        const tooLong = alive && Date.now() - began >= patience.longest
        if (alive && !tooLong) {
          timer = setTimeout(() => void look(), SILENT)
          return
        }
        gaveUp(tooLong)
        reject(tooLong ? new QueryTooLong('The query took too long') : new DatabaseAway('The database does not answer'))
      }
      timer = setTimeout(() => void look(), SILENT)
    })
    try {
      return await Promise.race([what, away])
    } finally {
      over = true
      clearTimeout(timer)
    }
  }

  const get = pool.getConnection.bind(pool)
  async function getConnection(): Promise<PoolConnection> {
    const wanted = get()
    // Whoever gave up hands back what comes too late.
    let late = false
    void wanted.then(
      connection => {
        if (late) connection.release()
      },
      () => undefined,
    )
    const connection = await watched(wanted, () => {
      late = true
    })
    const query = connection.query.bind(connection) as Query
    connection.query = ((sql: unknown, values?: unknown) =>
      watched(query(sql, values), tooLong => {
        if (tooLong) void endQuery(options, connection.threadId)
        connection.destroy()
      })) as typeof connection.query
    return connection
  }
  pool.getConnection = getConnection
  pool.query = (async (sql: unknown, values?: unknown) => {
    const connection = await getConnection()
    try {
      return await withoutConflict(() => (connection.query as Query)(sql, values))
    } finally {
      connection.release()
    }
  }) as typeof pool.query
  return pool
}

/** Ends in the database what was given up here: else it goes on to its end for nobody. */
async function endQuery(options: ReturnType<typeof connectionOptions>, thread: number | null): Promise<void> {
  if (thread === null) return
  const { connectionLimit: _, ...one } = options
  try {
    const connection = await createConnection({ ...one, connectTimeout: HEARTBEAT })
    // The thread with its query: the connection is not used again.
    await connection.query(`kill ${Number(thread)}`).finally(() => connection.destroy())
  } catch {
    // It has ended by itself, or the database is away: then nothing runs there for us.
  }
}

/** Whether the database gives a sign of life on a new connection. */
async function ask(options: ReturnType<typeof connectionOptions>, heartbeat: number): Promise<boolean> {
  let connection: Connection | undefined
  let timer: ReturnType<typeof setTimeout> | undefined
  const deadline = new Promise<false>(resolve => {
    timer = setTimeout(() => resolve(false), heartbeat)
  })
  const { connectionLimit: _, ...one } = options
  const sign = createConnection({ ...one, connectTimeout: heartbeat })
    .then(async made => {
      connection = made
      await made.query('select 1')
      return true
    })
    .catch(() => false)
  const lives = await Promise.race([sign, deadline])
  clearTimeout(timer)
  void sign.then(() => connection?.destroy())
  return lives
}
