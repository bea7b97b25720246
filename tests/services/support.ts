import { randomUUID } from 'node:crypto'
import sharp from 'sharp'
import { type Setup, newSetup, settingsOf } from '~~/core'
import { createConnection } from 'mysql2/promise'
import { connectionOptions } from '~~/server/database/address'
import { type Database, type OpenDatabase, openDatabase } from '~~/server/database/client'
import { createMember } from '~~/server/services/members'
import { openPicture } from '~~/server/services/pictures'
import { createSetup } from '~~/server/services/setups'
import { createShoot } from '~~/server/services/shoots'
import { createStudio } from '~~/server/services/studios'
import { endWorkers } from '~~/server/services/workers'
import type { SessionRole } from '~~/shared/schemas/records'
import type { TakeInput } from '~~/shared/takes/input'
import { type TakeRecord, logTake } from '~~/server/services/takes'

/** A studio of a test's own, with a shoot; its database is closed by `end`. */
export async function studio(): Promise<{
  db: OpenDatabase
  studioId: string
  shootId: string
  end: () => Promise<void>
}> {
  const url = process.env.DATABASE_URL
  if (!url) throw new Error('DATABASE_URL is not set: npm test -- services')
  const db = openDatabase(url)
  const studioId = await createStudio(db, `Test ${randomUUID()}`, false, 'UTC')
  const { id: shootId } = await createShoot(db, studioId, {
    name: 'Evening',
    date: '2026-11-24',
    place: 'Stage 1',
    notes: '',
  })
  return {
    db,
    studioId,
    shootId,
    end: async () => {
      endWorkers()
      await db.$client.end()
    },
  }
}

export const makeSetup = async (
  db: Database,
  studioId: string,
  shootId: string,
  setup: Setup = newSetup('projectile'),
): Promise<string> => (await createSetup(db, studioId, shootId, setup)).id

export const aTake = (change: Partial<TakeInput> = {}): TakeInput => ({
  key: randomUUID(),
  delay: 0.0185,
  verdict: 'late',
  keeper: false,
  position: 0.02,
  note: '',
  planned: 0.0184,
  sharp: true,
  exposed: true,
  clean: true,
  cause: null,
  alsoCause: null,
  variant: null,
  said: null,
  settings: settingsOf(newSetup('projectile')),
  firedAt: '2026-11-24T18:30:00.000Z',
  ...change,
})
export const fire = (
  db: Database,
  studioId: string,
  setupId: string,
  change: Partial<TakeInput> = {},
): Promise<TakeRecord> => logTake(db, studioId, setupId, aTake(change))

/** A picture with notes on exposure, time and place, as a camera writes it. */
export const picture = (format: 'jpeg' | 'png' | 'webp', taken = '2026:11:24 18:30:02', shade = 90): Promise<Buffer> =>
  sharp({ create: { width: 60, height: 40, channels: 3, background: { r: shade, g: 40, b: 20 } } })
    .withExif({
      IFD0: { Model: 'Studio body' },
      IFD2: {
        DateTimeOriginal: taken,
        OffsetTimeOriginal: '+00:00',
        ExposureTime: '1/160',
        FNumber: '16/1',
        ISOSpeedRatings: '200',
        FocalLength: '100/1',
      },
      IFD3: { GPSLatitudeRef: 'N', GPSLatitude: '48/1 12/1 30/1', GPSLongitudeRef: 'E', GPSLongitude: '16/1 22/1 0/1' },
    })
    [format]()
    .toBuffer()

/** The status and detail of what a service refuses. */
export async function refusal(what: Promise<unknown>): Promise<{ status: number; detail: string }> {
  try {
    await what
  } catch (error) {
    const { statusCode, message } = error as { statusCode?: number; message: string }
    if (statusCode === undefined) throw error
    return { status: statusCode, detail: message }
  }
  throw new Error('It was not refused')
}

/** Somebody of a studio, and what a link of theirs gives. */
export async function member(
  db: Database,
  studioId: string,
  role: SessionRole = 'lead',
  name = `A ${role}`,
): Promise<{ studioId: string; memberId: string; role: SessionRole }> {
  return { studioId, memberId: await createMember(db, studioId, { name, role }), role }
}

/** Address of a database of a test's own, empty, beside the one of the tests. */
export async function emptyDatabase(name: string): Promise<string> {
  const url = new URL(process.env.DATABASE_URL!)
  const root = process.env.ROOT_DATABASE_URL ?? url.href
  const connection = await createConnection(connectionOptions(root))
  await connection.query(`drop database if exists ${name}`)
  await connection.query(`create database ${name} character set utf8mb4 collate utf8mb4_unicode_ci`)
  await connection.end()
  url.pathname = `/${name}`
  return url.href
}

/** A picture with all its bytes, as long as it was said to be. */
export async function wholePicture(...asked: Parameters<typeof openPicture>): Promise<{ type: string; data: Buffer }> {
  const { type, length, parts } = await openPicture(...asked)
  const read: Buffer[] = []
  for await (const part of parts) read.push(part)
  const data = Buffer.concat(read)
  if (data.length !== length) throw new Error(`${data.length} of ${length} bytes`)
  return { type, data }
}
