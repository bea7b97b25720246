/** A page that somebody was on lately. */
export interface Recent {
  to: string
  label: string
  of: string
}

const KEY = 'epiro-recent'
const MOST = 8

const isRecent = (value: unknown): value is Recent =>
  typeof value === 'object' && value !== null && ['to', 'label', 'of'].every(key => key in value)

/** The pages somebody was on lately, the latest first. */
export function recentPages(): Recent[] {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(KEY) ?? '[]')
    return Array.isArray(kept) ? kept.filter(isRecent) : []
  } catch {
    return []
  }
}

/** Notes that somebody is on a page; without room it is not noted. */
export function noteRecent(page: Recent): void {
  const pages = [page, ...recentPages().filter(({ to }) => to !== page.to)].slice(0, MOST)
  try {
    localStorage.setItem(KEY, JSON.stringify(pages))
  } catch {
    // The search does without.
  }
}
