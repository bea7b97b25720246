import type { RunRecord } from '../../shared/schemas/run'
import type { Database } from '../database/client'
import { type Follower, changesSeen, getRun, runAt } from './runs'

/** How often the database is asked, ms: devices on other server processes are seen only there. */
const EVERY = 400

/** What a follower hears. */
export interface Listener {
  /** Where the run stands now. */
  tell(run: RunRecord): void
  /** It may follow no longer. */
  end(): void
}

/** All that follow runs on this server process: however many, the database is asked by one of them. */
export class RunFollowers {
  private readonly following = new Map<symbol, { follower: Follower; listener: Listener; seen: number }>()
  private readonly beginning = new Map<string, ReturnType<typeof runAt>>()
  private timer: ReturnType<typeof setTimeout> | undefined

  constructor(
    private readonly db: () => Database,
    private readonly every = EVERY,
  ) {}

  /** How many follow. */
  get size(): number {
    return this.following.size
  }

  /**
   * Follows a run, told at once where it stands; many that begin at once are told by one look.
   *
   * @returns what ends it @throws 404
   */
  async follow(follower: Follower, listener: Listener): Promise<() => void> {
    const { changes, run } = await this.begin(follower)
    const key = Symbol('follower')
    this.following.set(key, { follower, listener, seen: changes })
    this.timer ??= setTimeout(() => void this.look(), this.every)
    listener.tell(run)
    return () => {
      this.following.delete(key)
    }
  }

  private begin({ studioId, setupId }: Follower): ReturnType<typeof runAt> {
    const key = `${studioId} ${setupId}`
    const before = this.beginning.get(key)
    if (before) return before
    const now = runAt(this.db(), studioId, setupId).finally(() => this.beginning.delete(key))
    this.beginning.set(key, now)
    return now
  }

  private async look(): Promise<void> {
    try {
      const entries = [...this.following]
      const now = await changesSeen(
        this.db(),
        entries.map(([, { follower }]) => follower),
      )
      const read = new Map<string, Promise<RunRecord>>()
      await Promise.all(entries.map(([key], i) => this.hear(key, now[i]!, read)))
    } catch {
      // The database may be away for a while; the next look tries again.
    }
    this.timer = this.following.size > 0 ? setTimeout(() => void this.look(), this.every) : undefined
  }

  /** @param read runs as they were read in this look */
  private async hear(key: symbol, changes: number | null, read: Map<string, Promise<RunRecord>>): Promise<void> {
    const entry = this.following.get(key)
    if (!entry || changes === entry.seen) return
    if (changes === null) {
      this.following.delete(key)
      entry.listener.end()
      return
    }
    const { studioId, setupId } = entry.follower
    const reading = read.get(setupId) ?? getRun(this.db(), studioId, setupId)
    read.set(setupId, reading)
    const run = await reading
    // Only now: what could not be read is told at the next look.
    entry.seen = changes
    entry.listener.tell(run)
  }
}
