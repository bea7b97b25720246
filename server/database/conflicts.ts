/** The database undid a transaction for the sake of another: it deadlocked, or a node of a cluster was first. */
const UNDONE = 1213
/** How often something is tried in all; after the last it is for whoever asked to try again. */
const TRIES = 15
/** ms of the first pause at most, which doubles up to the longest. */
const PAUSE = { first: 16, longest: 300 }

/** Whether anywhere in what went wrong lies a transaction undone for the sake of another. */
export function isConflict(error: unknown): boolean {
  for (let at = error as { errno?: number; cause?: unknown } | undefined, depth = 0; at && depth < 5; depth++) {
    if (at.errno === UNDONE) return true
    at = at.cause as typeof at
  }
  return false
}

/**
 * Does something that the database does whole or not at all, again where it was undone for the sake of another, after
 * pauses of random length.
 *
 * @param what is called up to fifteen times; it must leave nothing outside the database
 * @throws what it threw last
 */
export async function withoutConflict<T>(what: () => Promise<T>): Promise<T> {
  for (let tries = 1; ; tries++) {
    try {
      return await what()
    } catch (error) {
      if (tries === TRIES || !isConflict(error)) throw error
      await new Promise(done =>
        setTimeout(done, Math.random() * Math.min(PAUSE.longest, PAUSE.first * 2 ** (tries - 1))),
      )
    }
  }
}
