import { lt, sql } from 'drizzle-orm'
import type { Database } from '../database/client'
import { rateCounts } from '../database/schema'
import { problem } from '../utils/problem'
import { serverWords } from '../../shared/texts/server'

/** Calls allowed in a stretch of time, s. */
export interface Rate {
  what: string
  calls: number
  seconds: number
}

/** Far above what people do, and far below what wears a server down. */
export const RATES = {
  signIn: { what: 'sign-in', calls: 30, seconds: 60 },
  demo: { what: 'demo', calls: 120, seconds: 60 },
  upload: { what: 'upload', calls: 300, seconds: 60 },
  import: { what: 'import', calls: 600, seconds: 60 },
  export: { what: 'export', calls: 120, seconds: 60 },
} as const satisfies Record<string, Rate>

/** Stretches of old that are kept no longer, s. */
const KEPT = 3600

/**
 * Counts a call in the database, so that all server processes share one count.
 *
 * @throws 429 where a caller has made more than the rate allows in this stretch
 */
export async function countCall(
  db: Database,
  { what, calls, seconds }: Rate,
  caller: string,
  now = Date.now(),
): Promise<void> {
  const stretch = Math.floor(now / 1000 / seconds) * seconds
  const key = `${what} ${caller}`.slice(0, 120)
  await db
    .insert(rateCounts)
    .values({ caller: key, stretch, calls: 1 })
    .onDuplicateKeyUpdate({ set: { calls: sql`least(${rateCounts.calls} + 1, 1000000)` } })
  const [row] = await db
    .select({ calls: rateCounts.calls })
    .from(rateCounts)
    .where(sql`${rateCounts.caller} = ${key} and ${rateCounts.stretch} = ${stretch}`)
  if ((row?.calls ?? 0) === 1) await db.delete(rateCounts).where(lt(rateCounts.stretch, stretch - KEPT))
  if ((row?.calls ?? 0) > calls)
    throw problem(
      429,
      serverWords('rates.tooManyRequestsLimit', { calls, seconds, stretch: Math.ceil(stretch + seconds - now / 1000) }),
    )
}
