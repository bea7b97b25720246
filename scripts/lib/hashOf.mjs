// @ts-check
import { createHash } from 'node:crypto'
import { existsSync, readFileSync, readdirSync } from 'node:fs'
import { join } from 'node:path'

/** What files and folders hold, as one hash. @param {string[]} paths */
export function hashOf(paths) {
  const hash = createHash('sha256')
  /** @param {string} path */
  const add = path => {
    if (!existsSync(path)) return
    let entries
    try {
      entries = readdirSync(path, { withFileTypes: true })
    } catch {
      hash.update(path).update('\0').update(readFileSync(path))
      return
    }
    for (const entry of entries.sort((a, b) => (a.name < b.name ? -1 : 1))) add(join(path, entry.name))
  }
  paths.forEach(add)
  return hash.digest('hex')
}
