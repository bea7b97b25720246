import type { Setup } from '~~/core'
import { serve } from './page'

export const record = (setup: Setup, revision = 1) => ({
  id: 's',
  shootId: 'h',
  shootName: 'Shoot',
  revision,
  updatedAt: '',
  setup,
})

/** A server that keeps one set-up as the real one does. */
export function oneSetup(start: Setup) {
  const kept = { setup: start, revision: 1, down: false, lost: false }
  const asked = serve(({ method, body }) => {
    if (kept.down) return 'unreachable'
    if (method === 'GET') return { body: record(kept.setup, kept.revision) }
    if (body.revision !== kept.revision)
      return { status: 409, body: { detail: 'Changed elsewhere', current: record(kept.setup, kept.revision) } }
    kept.setup = body.setup
    kept.revision++
    // Kept, and its answer gone on the way.
    if (kept.lost) return 'unreachable'
    return { body: record(kept.setup, kept.revision) }
  })
  return { kept, asked }
}
