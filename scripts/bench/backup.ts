import { randomBytes, randomUUID } from 'node:crypto'
import { rmSync, statSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { type RowDataPacket, createConnection } from 'mysql2/promise'
import { newSetup, settingsOf } from '../../core'
import { connectionOptions } from '../../server/database/address'
import { writeBackup } from '../../server/database/backup'
import { restoreBackup } from '../../server/database/restore'
import { openDatabase } from '../../server/database/client'
import { migrateTo, tablesOf } from '../../server/database/migrate'
import { pictureParts, pictures, takes } from '../../server/database/schema'
import { createSetup } from '../../server/services/setups'
import { createShoot } from '../../server/services/shoots'
import { createStudio } from '../../server/services/studios'
import { withDatabase } from '../lib/home.mjs'

const TAKES = 100_000
const PICTURES = 500
/** Pieces of a picture, and their bytes. */
const PIECES = 2
const PIECE = 256 * 1024
const BATCH = 1000

async function fill(url: string): Promise<void> {
  const db = openDatabase(url)
  const studioId = await createStudio(db, 'Bench')
  const shoot = await createShoot(db, studioId, { name: 'Bench', date: '2026-11-24', place: '', notes: '' })
  const setup = newSetup('projectile')
  const { id: setupId } = await createSetup(db, studioId, shoot.id, setup)
  for (let from = 0; from < TAKES; from += BATCH) {
    await db
      .insert(takes)
      .values(
        Array.from({ length: BATCH }, (_, i) => ({
          id: randomUUID(),
          studioId,
          setupId,
          key: `bench-${from + i}`,
          number: from + i + 1,
          delay: 0.01 + Math.random() / 100,
          verdict: 'late' as const,
          keeper: false,
          position: Math.random() / 10,
          note: i % 50 === 0 ? 'a note, "quoted"\nin two lines' : '',
          planned: 0.0184,
          sharp: true,
          exposed: null,
          clean: null,
          settings: settingsOf(setup),
          firedAt: new Date(Date.UTC(2026, 0, 1) + (from + i) * 60_000),
        })),
      )
  }
  for (let n = 0; n < PICTURES; n++) {
    const id = randomUUID()
    for (let part = 0; part < PIECES; part++)
      await db.insert(pictureParts).values({ pictureId: id, size: 'full', part, data: randomBytes(PIECE) })
    await db
      .insert(pictures)
      .values({
        id,
        studioId,
        setupId,
        name: `p${n}.jpg`,
        hash: randomBytes(32).toString('hex'),
        type: 'image/jpeg',
        width: 6000,
        height: 4000,
        shotAt: new Date(),
        exposure: { shutter: 2, aperture: 16, iso: 320, focalLength: 0.1, camera: null },
      })
  }
  await db.$client.end()
}

/** A sum over every row of every table. */
async function sums(url: string): Promise<Record<string, string>> {
  const connection = await createConnection(connectionOptions(url))
  const found: Record<string, string> = {}
  for (const name of await tablesOf(connection)) {
    if (['sign_in_links', 'rate_counts'].includes(name)) continue
    const [[row]] = await connection.query<RowDataPacket[]>(`checksum table \`${name}\` extended`)
    const [[count]] = await connection.query<RowDataPacket[]>(`select count(*) as n from \`${name}\``)
    found[name] = `${count!.n} ${row!.Checksum}`
  }
  await connection.end()
  return found
}

/** A backup of 100,000 takes with 500 pictures, put back into an empty database: npx tsx scripts/bench/backup.ts */
withDatabase(async (url: string) => {
  const made = async (name: string): Promise<string> => {
    const address = new URL(url)
    const connection = await createConnection(connectionOptions(url))
    await connection.query(`drop database if exists ${name}`)
    await connection.query(`create database ${name} character set utf8mb4 collate utf8mb4_unicode_ci`)
    await connection.end()
    address.pathname = `/${name}`
    return address.href
  }
  const [from, to] = [await made('epiro_bench_from'), await made('epiro_bench_to')]
  const migrating = await createConnection(connectionOptions(from))
  await migrateTo(migrating)
  await migrating.end()
  await fill(from)
  const file = join(tmpdir(), `epiro-bench-${process.pid}.epiro`)
  const time = async <T>(what: () => Promise<T>): Promise<number> => {
    const began = performance.now()
    await what()
    return (performance.now() - began) / 1000
  }
  const writing = await time(() => writeBackup(from, file))
  const reading = await time(() => restoreBackup(to, file))
  const [before, after] = [await sums(from), await sums(to)]
  const differing = Object.keys(before).filter(name => before[name] !== after[name])
  console.log(
    `${TAKES} takes, ${PICTURES} pictures of ${(PIECES * PIECE) / 1e6} MB: written in ${writing.toFixed(1)} s ` +
      `(${(statSync(file).size / 1e6).toFixed(0)} MB), put back in ${reading.toFixed(1)} s; ` +
      `${differing.length === 0 ? 'every table is the same' : `different: ${differing.join(', ')}`}`,
  )
  rmSync(file)
  await made('epiro_bench_from')
  await made('epiro_bench_to')
}).catch((error: unknown) => {
  console.error(error)
  process.exit(1)
})
