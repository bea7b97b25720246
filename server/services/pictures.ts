import { randomUUID } from 'node:crypto'
import { open } from 'node:fs/promises'
import { and, asc, count, desc, eq, inArray, sql } from 'drizzle-orm'
import { shotTime } from '../../core'
import { READ_WIDTH } from '../../shared/reading'
import type { PictureExposure, PictureQuery, PictureType } from '../../shared/schemas/pictures'
import type { Database } from '../database/client'
import { PICTURE_SIZES, pictureParts, pictures, takes } from '../database/schema'
import { notFound, problem } from '../utils/problem'
import { preparedAt } from './pictureFile'
import { matchTimes } from './pictureTakes'
import { type Received, received } from './received'
import { lockSetup, noteChange, setupPlace } from './setups'
import { recountDaysOf } from './takeCells'
import { work } from './workers'
import { serverWords } from '../../shared/texts/server'

export interface PictureRecord {
  id: string
  /** Take it belongs to; null: none of its time yet. */
  takeId: string | null
  byHand: boolean
  name: string
  width: number
  height: number
  exposure: PictureExposure
  shotAt: string
}

/** Bytes of one piece: far below what any server takes in a packet. */
const PIECE = 256 * 1024

const columns = {
  id: pictures.id,
  takeId: pictures.takeId,
  byHand: pictures.byHand,
  name: pictures.name,
  width: pictures.width,
  height: pictures.height,
  exposure: pictures.exposure,
  shotAt: pictures.shotAt,
}
const asRecord = <T extends { shotAt: Date }>(row: T): Omit<T, 'shotAt'> & { shotAt: string } => ({
  ...row,
  shotAt: row.shotAt.toISOString(),
})

/** Pictures of a set-up, the newest first. */
export async function listPictures(db: Database, studioId: string, setupId: string): Promise<PictureRecord[]> {
  await setupPlace(db, studioId, setupId)
  const rows = await db
    .select(columns)
    .from(pictures)
    .where(and(eq(pictures.setupId, setupId), eq(pictures.studioId, studioId)))
    .orderBy(desc(pictures.shotAt), desc(pictures.id))
  return rows.map(asRecord)
}

/** Pictures of takes, by take. */
export async function picturesOfTakes(db: Database, takeIds: readonly string[]): Promise<Map<string, PictureRecord[]>> {
  const found = new Map<string, PictureRecord[]>()
  if (takeIds.length === 0) return found
  const rows = await db
    .select(columns)
    .from(pictures)
    .where(inArray(pictures.takeId, [...takeIds]))
    .orderBy(asc(pictures.shotAt))
  for (const row of rows) found.set(row.takeId!, [...(found.get(row.takeId!) ?? []), asRecord(row)])
  return found
}

async function getPicture(
  db: Database,
  studioId: string,
  id: string,
): Promise<PictureRecord & { setupId: string; type: PictureType }> {
  const [row] = await db
    .select({ ...columns, setupId: pictures.setupId, type: pictures.type })
    .from(pictures)
    .where(and(eq(pictures.id, id), eq(pictures.studioId, studioId)))
  if (!row) throw notFound('picture')
  return asRecord(row)
}

async function requireTake(db: Database, setupId: string, id: string): Promise<void> {
  const [row] = await db
    .select({ id: takes.id })
    .from(takes)
    .where(and(eq(takes.id, id), eq(takes.setupId, setupId)))
  if (!row)
    throw problem(422, serverWords('pictures.takeNoSuchTake'), {
      errors: [{ field: 'take', reason: serverWords('pictures.noSuchTakeSet') }],
    })
}

type Piece = readonly [size: (typeof PICTURE_SIZES)[number], part: number, data: Buffer]

/** A file in pieces, never whole in memory. */
async function* piecesOf(size: Piece[0], path: string): AsyncGenerator<Piece> {
  const file = await open(path)
  try {
    for (let part = 0; ; part++) {
      const { bytesRead, buffer } = await file.read(Buffer.alloc(PIECE), 0, PIECE, part * PIECE)
      if (bytesRead === 0) return
      yield [size, part, buffer.subarray(0, bytesRead)]
    }
  } finally {
    await file.close()
  }
}

/** Writes the bytes of a picture that is not there yet; gives how many pieces they are. */
async function keepParts(db: Database, pictureId: string, path: string): Promise<number> {
  const prepared = preparedAt(path)
  let parts = 0
  for (const size of PICTURE_SIZES) {
    for await (const [, part, data] of piecesOf(size, prepared[size])) {
      await db.insert(pictureParts).values({ pictureId, size, part, data })
      parts++
    }
  }
  return parts
}

/** Prepares a picture and keeps it; gives its id, or null where the same came in meanwhile. */
async function keep(
  db: Database,
  studioId: string,
  setupId: string,
  query: PictureQuery,
  { path, hash }: Received,
): Promise<string | null> {
  const { cameraTime, ...picture } = await work('picture', { path, zone: query.zone })
  const id = randomUUID()
  const shotAt = new Date(
    shotTime({
      camera: cameraTime,
      written: query.written === undefined ? null : Date.parse(query.written),
      received: Date.now(),
    }),
  )
  let placed = false
  try {
    const parts = await keepParts(db, id, path)
    placed = await db.transaction(async tx => {
      const [result] = await tx
        .insert(pictures)
        .ignore()
        .values({ ...picture, id, studioId, setupId, name: query.name, hash, shotAt })
      if (result.affectedRows !== 1) return false
      const [there] = await tx.select({ parts: count() }).from(pictureParts).where(eq(pictureParts.pictureId, id))
      if (there?.parts !== parts) throw problem(503, serverWords('pictures.pictureWasStoredIncompletely'))
      await noteChange(tx, setupId)
      return true
    })
  } finally {
    if (!placed) await db.delete(pictureParts).where(eq(pictureParts.pictureId, id))
  }
  return placed ? id : null
}

/** Takes bytes away that an interrupted upload left without their picture. */
export async function clearLostParts(db: Database): Promise<void> {
  await db.execute(sql`delete p from picture_parts p left join pictures q on q.id = p.picture_id where q.id is null`)
}

/**
 * Keeps a picture and puts it to the take named, or to that of its time. A file that came before is given back as it
 * was kept.
 */
export async function addPictureFile(
  db: Database,
  studioId: string,
  setupId: string,
  query: PictureQuery,
  file: Received,
): Promise<PictureRecord> {
  await setupPlace(db, studioId, setupId)
  if (query.take) await requireTake(db, setupId, query.take)
  const known = async (): Promise<string | undefined> =>
    (
      await db
        .select({ id: pictures.id })
        .from(pictures)
        .where(and(eq(pictures.setupId, setupId), eq(pictures.hash, file.hash)))
    )[0]?.id
  const id = (await known()) ?? (await keep(db, studioId, setupId, query, file)) ?? (await known())!
  if (query.take) return putPicture(db, studioId, id, query.take)
  await matchTimes(db, setupId)
  return getPicture(db, studioId, id)
}

/** The same with a picture that was made here. */
export const addPicture = (
  db: Database,
  studioId: string,
  setupId: string,
  query: PictureQuery,
  bytes: Uint8Array,
): Promise<PictureRecord> => received(Buffer.from(bytes), file => addPictureFile(db, studioId, setupId, query, file))

/** Puts a picture to a take by hand, or to none. */
export async function putPicture(
  db: Database,
  studioId: string,
  id: string,
  take: string | null,
): Promise<PictureRecord> {
  const { setupId } = await getPicture(db, studioId, id)
  if (take !== null) await requireTake(db, setupId, take)
  return db.transaction(async tx => {
    await lockSetup(tx, setupId)
    const before = await getPicture(tx, studioId, id)
    await tx.update(pictures).set({ takeId: take, byHand: true }).where(eq(pictures.id, id))
    await recountDaysOf(tx, studioId, setupId, [before.takeId, take])
    await noteChange(tx, setupId)
    return getPicture(tx, studioId, id)
  })
}

/** Takes a picture away for good, its bytes with it. */
export async function deletePicture(db: Database, studioId: string, id: string): Promise<void> {
  const { setupId } = await getPicture(db, studioId, id)
  await db.transaction(async tx => {
    await lockSetup(tx, setupId)
    const { takeId } = await getPicture(tx, studioId, id)
    await tx.delete(pictureParts).where(eq(pictureParts.pictureId, id))
    await tx.delete(pictures).where(eq(pictures.id, id))
    await recountDaysOf(tx, studioId, setupId, [takeId])
    await noteChange(tx, setupId)
  })
}

type Size = (typeof PICTURE_SIZES)[number]
const ofSize = (id: string, size: Size) => and(eq(pictureParts.pictureId, id), eq(pictureParts.size, size))

async function bytesOf(db: Database, id: string, size: Size): Promise<Buffer> {
  const found = await db
    .select({ data: pictureParts.data })
    .from(pictureParts)
    .where(ofSize(id, size))
    .orderBy(asc(pictureParts.part))
  return Buffer.concat(found.map(part => part.data))
}

/** The pieces of a picture, each read when the one before it was taken. */
async function* partsOf(db: Database, id: string, size: Size): AsyncGenerator<Buffer> {
  for (let part = 0; ; part++) {
    const [found] = await db
      .select({ data: pictureParts.data })
      .from(pictureParts)
      .where(and(ofSize(id, size), eq(pictureParts.part, part)))
    if (!found) return
    yield found.data
  }
}

/** Bytes of a picture: all pieces but the last are as long as the first. */
async function lengthOf(db: Database, id: string, size: Size): Promise<number> {
  const last = sql`(select max(part) from picture_parts where picture_id = ${id} and size = ${size})`
  const ends = await db
    .select({ part: pictureParts.part, length: sql<number>`length(${pictureParts.data})` })
    .from(pictureParts)
    .where(and(ofSize(id, size), sql`${pictureParts.part} in (0, ${last})`))
    .orderBy(asc(pictureParts.part))
  return ends.length === 0 ? 0 : ends[0]!.length * ends.at(-1)!.part + ends.at(-1)!.length
}

/**
 * A picture piece by piece: however slowly it is taken, and by however many, little of it is in memory.
 *
 * @returns its type, its length in bytes, and its pieces
 */
export async function openPicture(
  db: Database,
  studioId: string,
  id: string,
  size: Size,
): Promise<{ type: string; length: number; parts: AsyncGenerator<Buffer> }> {
  const { type } = await getPicture(db, studioId, id)
  return {
    type: size === 'thumb' ? 'image/webp' : type,
    length: await lengthOf(db, id, size),
    parts: partsOf(db, id, size),
  }
}

/** A picture as takes are read from it: no wider than that, so that nobody waits for 24 megapixels. */
export async function readSmall(db: Database, studioId: string, id: string): Promise<{ type: string; data: Buffer }> {
  const { type, width } = await getPicture(db, studioId, id)
  if (width <= READ_WIDTH) return { type, data: await bytesOf(db, id, 'full') }
  // Read when its turn comes: many that wait would fill the memory.
  const small = await work('small', async () => ({ data: await bytesOf(db, id, 'full') }))
  return { type: 'image/png', data: Buffer.from(small) }
}
