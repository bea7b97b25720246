import { randomUUID } from 'node:crypto'
import { and, eq, inArray, max } from 'drizzle-orm'
import type { LogImportSetup, LogImportTake } from '../../shared/schemas/logImport'
import type { Database } from '../database/client'
import { setups, shoots, takes } from '../database/schema'
import { problem } from '../utils/problem'
import { matchTimes } from './pictureTakes'
import { createSetup } from './setups'
import { createShoot } from './shoots'
import { powerOf } from './takes'

export interface LogImported {
  added: number
  /** Takes that were here before. */
  known: number
  /** Set-ups that came with the log and were not known. */
  setups: number
}

/**
 * Takes a log in that was taken out before. A take is known by its set-up and its key and is never doubled. A set-up of another studio that came with the
 * log is made here once, in a shoot of its name and day, and later imports of the same log find it again.
 */
export async function importLog(db: Database, studioId: string, input: { setups: readonly LogImportSetup[], takes: readonly LogImportTake[] }): Promise<LogImported> {
  const wanted = [...new Set(input.takes.map(take => take.setupId))]
  const own = wanted.length === 0 ? [] : await db.select({ id: setups.id, practice: shoots.practice }).from(setups).innerJoin(shoots, eq(shoots.id, setups.shootId)).where(and(eq(setups.studioId, studioId), inArray(setups.id, wanted)))
  const homes = new Map(own.map(({ id, practice }) => [id, { id, practice }]))
  const brought = new Map(input.setups.map(setup => [setup.id, setup]))
  let made = 0
  for (const id of wanted.filter(w => !homes.has(w))) {
    const from = brought.get(id)
    if (!from) throw problem(422, `takes: set-up ${id} is not in this studio and did not come with the log`, { errors: [{ field: 'takes', reason: `Set-up ${id} is not in this studio; take the log out as JSON, which brings its set-ups along` }] })
    homes.set(id, { id: await homeFor(db, studioId, from, () => { made++ }), practice: false })
  }
  let added = 0
  for (const [original, { id: setupId, practice }] of homes) {
    const rows = input.takes.filter(take => take.setupId === original)
    added += await db.transaction(async (tx) => {
      await tx.select({ id: setups.id }).from(setups).where(eq(setups.id, setupId)).for('update')
      const here = await tx.select({ key: takes.key, number: takes.number }).from(takes).where(eq(takes.setupId, setupId))
      const [keys, numbers] = [new Set(here.map(row => row.key)), new Set(here.map(row => row.number))]
      const [last] = await tx.select({ number: max(takes.number) }).from(takes).where(eq(takes.setupId, setupId))
      let next = Math.max(last?.number ?? 0, ...rows.map(row => row.number)) + 1
      const fresh = rows.filter(row => !keys.has(row.key) && keys.add(row.key)).map(({ number, setupId: _, ...take }) => {
        const free = numbers.has(number) ? next++ : number
        numbers.add(free)
        return { ...take, id: randomUUID(), studioId, setupId, practice, number: free, power: powerOf(take), firedAt: new Date(take.firedAt) }
      })
      if (fresh.length > 0) await tx.insert(takes).values(fresh)
      return fresh.length
    })
    await matchTimes(db, setupId)
  }
  return { added, known: input.takes.length - added, setups: made }
}

/** The set-up of this studio that stands in for one that came with a log: of the same name in a shoot of the same name and day, else a new one. */
async function homeFor(db: Database, studioId: string, { shootName, shootDate, setup }: LogImportSetup, made: () => void): Promise<string> {
  const [shoot] = await db.select({ id: shoots.id }).from(shoots).where(and(eq(shoots.studioId, studioId), eq(shoots.name, shootName), eq(shoots.date, shootDate)))
  const shootId = shoot?.id ?? (await createShoot(db, studioId, { name: shootName, date: shootDate, place: '', notes: '' })).id
  const [known] = await db.select({ id: setups.id }).from(setups).where(and(eq(setups.shootId, shootId), eq(setups.name, setup.name)))
  if (known) return known.id
  made()
  return (await createSetup(db, studioId, shootId, setup)).id
}
