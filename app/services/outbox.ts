import { ApiError, comesBack } from './api'

/** How one kind of thing goes to the server. */
export interface Post<T> {
  /** Hands one over; throws what the server said to it. */
  send: (id: string, state: T) => Promise<void>
  /** Told that the server did not take one: it is tried again by itself, or it is not. */
  held: (id: string, error: ApiError, again: boolean) => void
  /** ms after which what was not taken is tried again. */
  retry: number
}

interface Waiting<T> {
  state: T
  timer: ReturnType<typeof setTimeout> | undefined
}

const all = new Set<{ clear: () => void }>()
/** Nothing that waits is sent any more: whoever it was of has left. */
export const clearOutboxes = (): void => all.forEach(box => box.clear())

/**
 * What waits for the server: the newest state of each thing, so that states in between are never sent. One goes after
 * the other, each made from what came back before it; tried again for as long as the server may still take it.
 */
export class Outbox<T> {
  private readonly waiting = new Map<string, Waiting<T>>()
  private last: Promise<void> = Promise.resolve()

  constructor(private readonly post: Post<T>) {
    all.add(this)
  }

  /** The newest state of a thing, to be sent after a pause, ms. */
  put(id: string, state: T, pause = 0): void {
    clearTimeout(this.waiting.get(id)?.timer)
    this.waiting.set(id, { state, timer: undefined })
    this.later(id, pause)
  }

  /** What waits of a thing; undefined: nothing does. */
  of(id: string): T | undefined {
    return this.waiting.get(id)?.state
  }

  /** Takes a thing back: what is on its way arrives, and is not tried again. */
  drop(id: string): void {
    clearTimeout(this.waiting.get(id)?.timer)
    this.waiting.delete(id)
  }

  clear(): void {
    for (const id of [...this.waiting.keys()]) this.drop(id)
  }

  /** Whether a thing waits for its time, and is not on its way. */
  paused(id: string): boolean {
    return this.waiting.get(id)?.timer !== undefined
  }

  /** Sends what waits of a thing without a pause. @returns once it was tried */
  now(id: string): Promise<void> {
    const waits = this.waiting.get(id)
    if (!waits) return this.last
    clearTimeout(waits.timer)
    waits.timer = undefined
    this.last = this.last.then(() => this.turn(id))
    return this.last
  }

  private later(id: string, pause: number): void {
    if (pause === 0) void this.now(id)
    else this.waiting.get(id)!.timer = setTimeout(() => void this.now(id), pause)
  }

  private async turn(id: string): Promise<void> {
    const sent = this.waiting.get(id)
    // Sent with a turn before, or to be sent after a pause that began anew.
    if (!sent || sent.timer !== undefined) return
    const newest = (): boolean => this.waiting.get(id) === sent
    try {
      await this.post.send(id, sent.state)
      if (newest()) this.waiting.delete(id)
    } catch (error) {
      const said = error instanceof ApiError ? error : new ApiError(-1, null, (error as Error).message)
      const again = comesBack(said.status)
      if (newest() && again) this.later(id, this.post.retry)
      else if (newest()) this.waiting.delete(id)
      this.post.held(id, said, again)
    }
  }
}
