import { randomUUID } from 'node:crypto'
import { and, eq, inArray, isNull, max } from 'drizzle-orm'
import type { LogImportSetup, LogImportTake } from '../../shared/schemas/logImport'
import { AMENDABLE, amendmentOf, sameAmendment } from '../../shared/takes/input'
import type { Database } from '../database/client'
import { insertMany } from '../database/insertMany'
import { setups, shoots, takes } from '../database/schema'
import { problem } from '../utils/problem'
import { matchTimes } from './pictureTakes'
import { createSetup, lockSetup, noteChange } from './setups'
import { createShoot } from './shoots'
import { recount } from './takeCells'
import { amendTake, powerOf, takeColumns } from './takes'
import { serverWords } from '../../shared/texts/server'

/** A take that is here and reads otherwise in the file. */
export interface EditedTake {
  setupName: string
  number: number
  /** What differs. */
  fields: string[]
}

export interface LogImported {
  added: number
  /** Takes that were here before. */
  known: number
  /** Set-ups that came with the log and were not known. */
  setups: number
  /** Of the known ones those that differ in what can be put right; taken in only where that was asked for. */
  edited: EditedTake[]
  /** How many of them were put right by this import. */
  amended: number
}

export interface LogImportInput {
  setups: readonly LogImportSetup[]
  takes: readonly LogImportTake[]
  /** Whether takes that are here are put right as the file has them. */
  amend?: boolean
}

interface Home {
  id: string
  name: string
  practice: boolean
}

const refused = (reason: string) => problem(422, `takes: ${reason}`, { errors: [{ field: 'takes', reason }] })

/**
 * Where the takes of each set-up of the file go. @throws 422 for a set-up that is not known and did not come along, or
 * is archived
 */
async function homesOf(
  db: Database,
  studioId: string,
  input: LogImportInput,
  made: () => void,
): Promise<Map<string, Home>> {
  const wanted = [...new Set(input.takes.map(take => take.setupId))]
  const own =
    wanted.length === 0
      ? []
      : await db
          .select({
            id: setups.id,
            name: setups.name,
            practice: shoots.practice,
            archivedAt: setups.archivedAt,
            shootName: shoots.name,
            shootArchivedAt: shoots.archivedAt,
          })
          .from(setups)
          .innerJoin(shoots, eq(shoots.id, setups.shootId))
          .where(and(eq(setups.studioId, studioId), inArray(setups.id, wanted)))
  for (const { name, shootName, archivedAt, shootArchivedAt } of own) {
    if (archivedAt !== null) throw refused(serverWords('logImport.setUpArchivedRestore', { name }))
    if (shootArchivedAt !== null) throw refused(serverWords('logImport.shootSetUpArchived', { shootName, name }))
  }
  const homes = new Map(own.map(({ id, name, practice }) => [id, { id, name, practice }]))
  const brought = new Map(input.setups.map(setup => [setup.id, setup]))
  for (const id of wanted.filter(w => !homes.has(w))) {
    const from = brought.get(id)
    if (!from) throw refused(serverWords('logImport.setUpNotStudio', { id }))
    homes.set(id, { id: await homeFor(db, studioId, from, made), name: from.setup.name, practice: false })
  }
  return homes
}

/**
 * Takes a log in that was taken out before. A take is known by its set-up and its key and is never doubled. A set-up of
 * another studio that came with the
 * log is made here once, in a shoot of its name and day, and later imports of the same log find it again.
 *
 * @param memberId whoever takes it in, for what is put right
 */
export async function importLog(
  db: Database,
  studioId: string,
  input: LogImportInput,
  memberId: string | null = null,
): Promise<LogImported> {
  const result: LogImported = { added: 0, known: 0, setups: 0, edited: [], amended: 0 }
  const homes = await homesOf(db, studioId, input, () => {
    result.setups++
  })
  for (const [original, home] of homes) {
    const rows = input.takes.filter(take => take.setupId === original)
    const { added, differing } = await addNew(db, studioId, home, rows)
    result.added += added
    for (const { id, number, take, fields } of differing) {
      result.edited.push({ setupName: home.name, number, fields })
      if (!input.amend) continue
      await amendTake(db, studioId, id, amendmentOf(take), memberId)
      result.amended++
    }
    await matchTimes(db, home.id)
  }
  result.known = input.takes.length - result.added
  return result
}

interface Differing {
  id: string
  number: number
  take: LogImportTake
  fields: string[]
}

/**
 * Adds the takes that are not here, each under its number where that is free; gives those that are here and read
 * otherwise.
 */
function addNew(
  db: Database,
  studioId: string,
  { id: setupId, practice }: Home,
  rows: readonly LogImportTake[],
): Promise<{ added: number; differing: Differing[] }> {
  return db.transaction(async tx => {
    await lockSetup(tx, setupId)
    // Of a long set-up no more is read than what these rows may meet.
    const [keys, theirs] = [[...new Set(rows.map(row => row.key))], [...new Set(rows.map(row => row.number))]]
    const own = eq(takes.setupId, setupId)
    const known = await tx
      .select(takeColumns)
      .from(takes)
      .where(and(own, inArray(takes.key, keys)))
    const here = new Map(known.map(row => [row.key, row]))
    const used = await tx
      .select({ number: takes.number })
      .from(takes)
      .where(and(own, inArray(takes.number, theirs)))
    const numbers = new Set(used.map(row => row.number))
    const [last] = await tx
      .select({ number: max(takes.number) })
      .from(takes)
      .where(own)
    let next = rows.reduce((most, row) => Math.max(most, row.number), last?.number ?? 0) + 1
    const differing: Differing[] = []
    const fresh = new Map<string, typeof takes.$inferInsert>()
    for (const row of rows) {
      const stands = here.get(row.key)
      if (stands && !sameAmendment(stands, row)) {
        differing.push({
          id: stands.id,
          number: stands.number,
          take: row,
          fields: AMENDABLE.filter(key => !Object.is(stands[key], row[key])),
        })
      }
      if (stands || fresh.has(row.key)) continue
      const { number, setupId: _, ...take } = row
      const free = numbers.has(number) ? next++ : number
      numbers.add(free)
      fresh.set(row.key, {
        ...take,
        id: randomUUID(),
        studioId,
        setupId,
        practice,
        number: free,
        power: powerOf(take),
        firedAt: new Date(take.firedAt),
      })
    }
    if (fresh.size > 0) {
      await insertMany(tx, takes, [...fresh.values()])
      await recount(
        tx,
        studioId,
        setupId,
        [...fresh.values()].map(take => take.firedAt),
      )
      await noteChange(tx, setupId)
    }
    return { added: fresh.size, differing }
  })
}

/**
 * The set-up of this studio that stands in for one that came with a log: of the same name in a shoot of the same name
 * and day, both in sight, else a new one.
 */
async function homeFor(
  db: Database,
  studioId: string,
  { shootName, shootDate, setup }: LogImportSetup,
  made: () => void,
): Promise<string> {
  const found = await db
    .select({ id: shoots.id, name: shoots.name })
    .from(shoots)
    .where(
      and(
        eq(shoots.studioId, studioId),
        eq(shoots.name, shootName),
        eq(shoots.date, shootDate),
        isNull(shoots.archivedAt),
        eq(shoots.practice, false),
      ),
    )
  // The database takes letters with and without accents for the same.
  const shootId =
    found.find(shoot => shoot.name === shootName)?.id ??
    (await createShoot(db, studioId, { name: shootName, date: shootDate, place: '', notes: '' })).id
  const known = await db
    .select({ id: setups.id, name: setups.name })
    .from(setups)
    .where(and(eq(setups.shootId, shootId), eq(setups.name, setup.name), isNull(setups.archivedAt)))
  const same = known.find(row => row.name === setup.name)
  if (same) return same.id
  made()
  return (await createSetup(db, studioId, shootId, setup)).id
}
