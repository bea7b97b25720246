import { createStore, del, entries, get, keys, set } from 'idb-keyval'

/** What the server said last to a question that is asked again without a network. */
interface KeptAnswer {
  data: unknown
  link: string | null
  /** ms since 1970. */
  at: number
}

/** Questions whose answers are kept on the device: what was open is there again without a network. */
const KEPT = [
  /^\/api\/session$/,
  /^\/api\/kit$/,
  /^\/api\/shoots(\?.*)?$/,
  /^\/api\/shoots\/[^/]+\/(day|log)$/,
  /^\/api\/setups\/[^/]+(\/(takes|pictures))?$/,
]
/** Answers that are kept, the newest. */
const MOST = 150
const store = () => createStore('epiro-kept', 'answers')

const isKept = (path: string): boolean => KEPT.some(pattern => pattern.test(path))

/** Keeps an answer; where the browser keeps nothing, nothing is lost but that. */
export async function keepAnswer(path: string, data: unknown, link: string | null): Promise<void> {
  if (!isKept(path)) return
  try {
    const kept: KeptAnswer = { data, link, at: Date.now() }
    await set(path, kept, store())
    if ((await keys(store())).length <= MOST) return
    const all = await entries<string, KeptAnswer>(store())
    const old = all.sort(([, a], [, b]) => b.at - a.at).slice(MOST)
    for (const [key] of old) await del(key, store())
  } catch {
    // Storage full or refused.
  }
}

/** What was answered last; null: never, or it is not kept. */
export async function keptAnswer(path: string): Promise<KeptAnswer | null> {
  if (!isKept(path)) return null
  return (await get<KeptAnswer>(path, store()).catch(() => undefined)) ?? null
}

/** Forgets what a person was shown: answers, and pictures. */
export async function forgetKept(): Promise<void> {
  const all = await entries<string, KeptAnswer>(store()).catch(() => [])
  for (const [key] of all) await del(key, store()).catch(() => {})
  if ('caches' in globalThis)
    for (const size of ['thumb', 'full']) await caches.delete(`pictures-${size}`).catch(() => {})
}

const OWNER = 'epiro-kept-of'

/** What is kept is one person's: where another has signed in it is forgotten. */
export async function keepFor(person: string): Promise<void> {
  try {
    if (localStorage.getItem(OWNER) === person) return
    await forgetKept()
    localStorage.setItem(OWNER, person)
  } catch {
    await forgetKept()
  }
}
