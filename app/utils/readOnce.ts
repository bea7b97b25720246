/** Reads what is not read yet, once, however many parts of a page ask for it. */
export function readOnce(isRead: () => boolean, load: () => Promise<void>): () => Promise<void> {
  let reading: Promise<void> | null = null
  return () => (isRead() ? Promise.resolve() : (reading ??= load().finally(() => (reading = null))))
}
