import { and, eq, sql } from 'drizzle-orm'
import { MODELS } from '../../shared/status'
import type { Database } from '../database/client'
import { setupFrames, setups } from '../database/schema'
import { notFound, problem } from '../utils/problem'
import { work } from './workers'
import { serverWords } from '../../shared/texts/server'

/** Switched off on a machine too slow for it: lists then show what recipes give. */
const isOff = (): boolean => process.env.EPIRO_SETUP_FRAMES === '0'

/** Frames under way, by set-up and revision: who asks meanwhile waits for the same one. */
const underWay = new Map<string, Promise<Uint8Array>>()

/** Draws the frame of a set-up and keeps it; one drawn of an earlier revision makes room. */
async function drawn(db: Database, studioId: string, id: string, revision: number): Promise<Uint8Array> {
  const data = await work('setupFrame', async () => {
    const [row] = await db
      .select({ document: sql<string>`${setups.document}` })
      .from(setups)
      .where(eq(setups.id, id))
    if (!row) throw notFound('set-up')
    return { document: row.document }
  })
  const kept = { studioId, revision, models: MODELS, data: Buffer.from(data) }
  await db
    .insert(setupFrames)
    .values({ setupId: id, ...kept })
    .onDuplicateKeyUpdate({ set: kept })
  return kept.data
}

/**
 * The computed frame of a set-up as it stands: as it was kept, or drawn now, which takes a second.
 *
 * @throws 404; 422 where it cannot be drawn; 503 where too many wait, or it is switched off
 */
export async function setupFrame(db: Database, studioId: string, id: string): Promise<Uint8Array> {
  const [row] = await db
    .select({
      revision: setups.revision,
      drawn: setupFrames.revision,
      models: setupFrames.models,
      data: setupFrames.data,
    })
    .from(setups)
    .leftJoin(setupFrames, eq(setupFrames.setupId, setups.id))
    .where(and(eq(setups.id, id), eq(setups.studioId, studioId)))
  if (!row) throw notFound('set-up')
  if (row.data && row.drawn === row.revision && row.models === MODELS) return row.data
  if (isOff()) throw problem(503, serverWords('setupFrames.framesSetUpsSwitched'))
  const key = `${id} ${row.revision}`
  const asked = underWay.get(key) ?? drawn(db, studioId, id, row.revision).finally(() => underWay.delete(key))
  underWay.set(key, asked)
  return asked
}
