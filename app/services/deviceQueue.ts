import { createStore, del, entries, set } from 'idb-keyval'

/**
 * What is kept on this device until the server has it, each under a key of its own, so that two tabs never lose one
 * another's. What the browser will not keep, its storage full or refused, lives as long as the page does.
 */
export class DeviceQueue<Kept> {
  private readonly fleeting = new Map<string, Kept>()

  /**
   * @param name of the database and the store in it
   * @param keyOf the key of what is kept
   */
  constructor(
    private readonly name: readonly [database: string, store: string],
    private readonly keyOf: (kept: Kept) => string,
  ) {}

  private readonly store = () => createStore(...this.name)

  async keep(kept: Kept): Promise<void> {
    const key = this.keyOf(kept)
    try {
      await set(key, kept, this.store())
      this.fleeting.delete(key)
    } catch {
      this.fleeting.set(key, kept)
    }
  }
  async done(key: string): Promise<void> {
    this.fleeting.delete(key)
    await del(key, this.store()).catch(() => {})
  }
  async all(): Promise<Kept[]> {
    const kept = await entries<string, Kept>(this.store()).catch(() => [])
    return [...kept.filter(([key]) => !this.fleeting.has(key)).map(([, one]) => one), ...this.fleeting.values()]
  }
  /** How many are gone should the page be left before the server has them. */
  get onlyHere(): number {
    return this.fleeting.size
  }
}
