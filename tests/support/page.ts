import 'fake-indexeddb/auto'
import * as pinia from 'pinia'
import * as vue from 'vue'

/** What the page's build imports by itself, for stores tested away from a browser. */
Object.assign(globalThis, vue, pinia)

/** Local storage of a test. */
export class MemoryStorage {
  private readonly values = new Map<string, string>()
  getItem(key: string): string | null {
    return this.values.get(key) ?? null
  }
  setItem(key: string, value: string): void {
    this.values.set(key, value)
  }
  removeItem(key: string): void {
    this.values.delete(key)
  }
}
export const storage = new MemoryStorage()
Object.assign(globalThis, { localStorage: storage, window: globalThis })

const listeners: [name: string, heard: () => void][] = []
Object.assign(globalThis, { addEventListener: (name: string, heard: () => void) => listeners.push([name, heard]) })
/** Something happens to the window, as `online`. */
export const happens = (name: string): void => listeners.forEach(([of, heard]) => of === name && heard())

/** A store that takes nothing more. @returns what makes room again */
export function fill(store: MemoryStorage): () => void {
  const { setItem } = store
  store.setItem = () => {
    throw new DOMException('The quota has been exceeded.', 'QuotaExceededError')
  }
  return () => {
    store.setItem = setItem
  }
}

export interface Asked {
  method: string
  path: string
  // eslint-disable-next-line @typescript-eslint/no-explicit-any
  body: any
}
type Answer = { status?: number; body?: unknown; headers?: Record<string, string> } | 'unreachable'

/** A server made of one function; gives everything it was asked. */
export function serve(answer: (asked: Asked) => Answer): Asked[] {
  const asked: Asked[] = []
  globalThis.fetch = (async (path: string, init: { method: string; body?: string | Blob }) => {
    const question: Asked = {
      method: init.method,
      path,
      body: typeof init.body === 'string' ? (JSON.parse(init.body) as unknown) : init.body,
    }
    asked.push(question)
    const given = answer(question)
    if (given === 'unreachable') throw new TypeError('fetch failed')
    const status = given.status ?? 200
    return {
      ok: status < 400,
      status,
      headers: new Headers(given.headers),
      json: async () => JSON.parse(JSON.stringify(given.body ?? null)) as unknown,
    }
  }) as unknown as typeof fetch
  return asked
}

/** Waits until something holds. */
export async function until(holds: () => boolean, patience = 4000): Promise<void> {
  const end = Date.now() + patience
  while (!holds()) {
    if (Date.now() > end) throw new Error('It never came to hold')
    await new Promise(resolve => setTimeout(resolve, 10))
  }
}

export const fresh = (): void => {
  pinia.setActivePinia(pinia.createPinia())
}
