import { and, eq, isNull, ne, or, sql } from 'drizzle-orm'
import { type Setup, completeSetup } from '../../core'
import { GEAR_KINDS } from '../../core/season'
import { MODELS, type SavedStand } from '../../shared/status'
import type { Database } from '../database/client'
import { setups } from '../database/schema'
import { work } from './workers'
import { serverWords } from '../../shared/texts/server'

/** What is kept of a failure. */
const LONGEST_REASON = 300

/** ms a save waits for it: most take a few, one of all that is allowed takes seconds. */
const PATIENCE = Number(process.env.EPIRO_STAND_PATIENCE ?? 2000)

let wake = (): void => {}
/** Has something done when a set-up was saved before it could be worked out: lists are to be caught up. */
export function onLate(what: () => void): void {
  wake = what
}

/**
 * What a set-up's plan comes to, worked out in a process for heavy work; null where that has no time for it now. One
 * that cannot be planned says so, and is saved all the same.
 *
 * @param patience ms that are waited for it
 */
export async function savedStand(setup: Setup, patience = PATIENCE): Promise<SavedStand | null> {
  let timer: ReturnType<typeof setTimeout> | undefined
  const late = new Promise<null>(resolve => {
    timer = setTimeout(() => resolve(null), patience)
  })
  try {
    const saved = await Promise.race([standOf(setup), late])
    if (!saved) wake()
    return saved
  } finally {
    clearTimeout(timer)
  }
}

/** The same, however long it takes. */
async function standOf(setup: Setup): Promise<SavedStand | null> {
  try {
    return { models: MODELS, stand: await work('stand', { setup }) }
  } catch (error) {
    const { statusCode, message } = error as { statusCode?: number; message: string }
    return statusCode === 503 ? null : { models: MODELS, failed: message.split('\n')[0]!.slice(0, LONGEST_REASON) }
  }
}

/** Whether a set-up names gear whose takes tell how it is. */
const isGeared = ({ kit }: Setup): boolean => GEAR_KINDS.some(kind => kit[kind] !== '')

/** Gear that was named once stays known: its takes were fired with it. */
const namedColumns = (setup: Setup) => ({
  name: setup.name,
  recipe: setup.recipe,
  method: setup.method,
  ...(isGeared(setup) ? { geared: true } : {}),
})

/** Columns that lists read of a set-up. */
export const listedColumns = async (setup: Setup) => ({ ...namedColumns(setup), planned: await savedStand(setup) })

/** Set-ups of a round, and ms between rounds while there are more. */
const ROUND = 20

/**
 * Works out what lists read of set-ups that were saved before it was kept, or by other models; the newest first.
 *
 * @returns how many were done; fewer than a round: there are no more
 */
export async function catchUp(db: Database): Promise<number> {
  const models = sql`json_value(${setups.planned}, '$.models')`
  const rows = await db
    .select({ id: setups.id, revision: setups.revision, document: sql<string>`${setups.document}` })
    .from(setups)
    .where(or(isNull(setups.planned), isNull(setups.recipe), ne(models, MODELS)))
    .orderBy(sql`${setups.updatedAt} desc`)
    .limit(ROUND)
  for (const { id, revision, document } of rows) {
    const columns = await columnsOf(document)
    await db
      .update(setups)
      // When it was changed is not touched: nobody changed it.
      .set(columns)
      .where(and(eq(setups.id, id), eq(setups.revision, revision)))
  }
  return rows.length
}

/** The same of a row as it lies in the database, whatever state it is in. */
async function columnsOf(document: string): Promise<{ recipe: string; method: string; planned: SavedStand | null }> {
  try {
    const setup = completeSetup(JSON.parse(document)) as Setup
    const { recipe, method } = namedColumns(setup)
    const planned = await standOf(setup)
    return { recipe, method, planned: planned ?? { models: 0, failed: serverWords('statuses.notWorkedOutYet') } }
  } catch {
    return { recipe: '', method: '', planned: { models: MODELS, failed: serverWords('statuses.cannotRead') } }
  }
}
