import { randomUUID } from 'node:crypto'
import { parseArgs } from 'node:util'
import { type Connection, createConnection } from 'mysql2/promise'
import sharp from 'sharp'
import { RECIPES, newSetup, settingsOf } from '../core'
import { connectionOptions } from '../server/database/address'
import { openDatabase } from '../server/database/client'
import { migrateTo } from '../server/database/migrate'
import { recountAll } from '../server/database/recount'
import { createMember } from '../server/services/members'
import { OF_SCRIPTS } from '../server/database/pool'
import { createSignInToken } from '../server/services/sessions'
import { listedColumns } from '../server/services/statuses'
import { createStudio } from '../server/services/studios'
import { endWorkers } from '../server/services/workers'
import { withDatabase } from './lib/home.mjs'

const HELP = `npm run fill -- [--takes=1000000] [--setups=1000] [--largest=5000] [--pictures=20000] [--seed=1]
Makes a studio named "A full studio" with so many takes, written by the database itself, and prints a sign-in link's
token. Where: DATABASE_URL, or the database of Epiro on this machine (EPIRO_DATA).`

interface Size {
  takes: number
  setups: number
  largest: number
  pictures: number
  seed: number
}

const SETUPS_A_SHOOT = 8
/** Days over which the shoots are spread, and the first of them. */
const SPREAD = { days: 300, first: Date.UTC(2026, 1, 2) }
const DAY = 86_400_000
const dayText = (day: number): string => new Date(SPREAD.first + day * DAY).toISOString().slice(0, 10)

/** Words of notes: the first are common, the last stands under one take in ten thousand. */
const NOTES = [
  'smeared at the rim',
  'nice crown, a little early',
  'double edge from the fill',
  'dust on the lens',
  'lower the flag',
  'second pop',
  'prop slipped',
  'ring not closed',
]
const RARE_NOTE = 'heron feather in the frame'

/** A table of the numbers 1 to `most`. */
async function numbers(connection: Connection, most: number): Promise<void> {
  await connection.query('create temporary table fill_numbers (n int primary key)')
  await connection.query('insert into fill_numbers values (1)')
  for (let have = 1; have < most; have *= 2)
    await connection.query('insert into fill_numbers select n + ? from fill_numbers where n + ? <= ?', [
      have,
      have,
      most,
    ])
}

interface Made {
  id: string
  day: number
  delay: number
  settings: string
}

/** Shoots with set-ups of every recipe in turn; each kind is planned once. */
async function makeSetups(connection: Connection, studioId: string, size: Size): Promise<Made[]> {
  const kinds = []
  for (const recipe of RECIPES) {
    const setup = newSetup(recipe)
    kinds.push({ setup, columns: await listedColumns(setup), settings: JSON.stringify(settingsOf(setup)) })
  }
  const made: Made[] = []
  const shoots = Math.ceil(size.setups / SETUPS_A_SHOOT)
  for (let s = 0; s < shoots; s++) {
    const shootId = randomUUID()
    const day = Math.floor((s * SPREAD.days) / shoots)
    await connection.query('insert into shoots (id, studio_id, name, date, place, notes, practice) values (?)', [
      [shootId, studioId, `Shoot ${s + 1}`, dayText(day), 'Stage 1', '', false],
    ])
    for (let i = 0; i < SETUPS_A_SHOOT && made.length < size.setups; i++) {
      const { setup, columns, settings } = kinds[made.length % kinds.length]!
      const id = randomUUID()
      const name = `${setup.name} ${made.length + 1}`
      await connection.query(
        'insert into setups (id, studio_id, shoot_id, name, document, recipe, method, planned) values (?)',
        [
          [
            id,
            studioId,
            shootId,
            name,
            JSON.stringify({ ...setup, name }),
            columns.recipe,
            columns.method,
            JSON.stringify(columns.planned),
          ],
        ],
      )
      made.push({ id, day, delay: 0.002 * (1 + (made.length % 97)), settings })
    }
  }
  return made
}

const SAID = `elt(1 + floor(r3 * ${NOTES.length}), ${NOTES.map(() => '?').join(', ')})`
const TAKES = `insert into takes (id, studio_id, setup_id, member_id, device_key, number, delay, verdict, keeper,
    position, planned, sharp, exposed, clean, note, power, settings, practice, fired_at, former, revision)
  select uuid(), ?, ?, ?, concat('fill-', n), n, round(? * (1 + 0.1 * (r1 - 0.5)), 6), verdict,
    verdict = 'on' and r3 < 0.6, if(verdict in ('misfire', 'missed'), null, round(0.02 * (r2 - 0.45), 4)),
    ?, verdict = 'on', true, r3 < 0.9,
    case when n % 9973 = 77 then ? when r4 < 0.08 then ${SAID} else '' end,
    elt(1 + floor(r4 * 3), 0.0625, 0.03125, 0.015625), ?, false,
    date_add(?, interval floor(n / 400) * 86400 + (n % 400) * 60 second), '[]', 1
  from (select n, r1, r2, r3, r4, case when r1 < 0.04 then 'misfire' when r1 < 0.1 then 'missed'
      when r2 < 0.3 then 'early' when r2 < 0.62 then 'on' else 'late' end as verdict
    from (select n, rand(?) as r1, rand(?) as r2, rand(?) as r3, rand(?) as r4
      from fill_numbers where n <= ?) drawn) judged`

async function makeTakes(connection: Connection, studioId: string, memberId: string, made: Made[], size: Size) {
  const rest = size.takes - size.largest
  for (const [i, { id, day, delay, settings }] of made.entries()) {
    const n =
      i === 0
        ? size.largest
        : Math.floor((rest * i) / (made.length - 1)) - Math.floor((rest * (i - 1)) / (made.length - 1))
    const seeds = [1, 2, 3, 4].map(k => size.seed * 7919 + i * 31 + k)
    const at = `${dayText(day)} 09:00:00`
    const judged = [delay, RARE_NOTE, ...NOTES, settings, at]
    await connection.query(TAKES, [studioId, id, memberId, delay, ...judged, ...seeds, n])
    if (i % 100 === 99) console.log(`  ${i + 1} of ${made.length} set-ups`)
  }
}

/** A picture to so many takes, all of the same bytes. */
async function makePictures(connection: Connection, studioId: string, size: Size): Promise<void> {
  if (size.pictures === 0) return
  const each = Math.max(1, Math.floor(size.takes / size.pictures))
  const data = await sharp({ create: { width: 96, height: 64, channels: 3, background: '#345' } })
    .jpeg()
    .toBuffer()
  await connection.query(
    `insert into pictures (id, studio_id, setup_id, take_id, by_hand, name, hash, type, width, height, exposure,
       shot_at)
     select uuid(), studio_id, setup_id, id, false, concat('frame-', number, '.jpg'), sha2(id, 256), 'image/jpeg', 96,
       64, '{}', fired_at from takes where studio_id = ? and number % ? = 0 limit ?`,
    [studioId, each, size.pictures],
  )
  for (const part of ['full', 'thumb'])
    await connection.query(
      'insert into picture_parts (picture_id, size, part, data) select id, ?, 0, ? from pictures where studio_id = ?',
      [part, data, studioId],
    )
}

async function fill(url: string, size: Size): Promise<void> {
  const db = openDatabase(url, OF_SCRIPTS)
  const connection = await createConnection(connectionOptions(url))
  const began = Date.now()
  const done = (what: string): void => console.log(`${what}: ${((Date.now() - began) / 1000).toFixed(0)} s`)
  try {
    await migrateTo(connection)
    const studioId = await createStudio(db, 'A full studio')
    const memberId = await createMember(db, studioId, { name: 'Ines', role: 'lead' })
    await connection.query('set unique_checks = 0, foreign_key_checks = 0')
    const made = await makeSetups(connection, studioId, size)
    done(`${made.length} set-ups`)
    await numbers(connection, Math.max(size.largest, Math.ceil(size.takes / size.setups) + 1))
    await makeTakes(connection, studioId, memberId, made, size)
    done(`${size.takes} takes`)
    await makePictures(connection, studioId, size)
    done(`${size.pictures} pictures`)
    await recountAll(connection)
    done('counted')
    await connection.query('analyze table takes, take_cells, pictures, setups')
    console.log(`Token: ${await createSignInToken(db, studioId, { memberId, minutes: 600 })}`)
  } finally {
    await connection.end()
    await db.$client.end()
    endWorkers()
  }
}

const whole = (text: string | undefined, otherwise: number): number => {
  const value = text === undefined ? otherwise : Number(text)
  if (!Number.isInteger(value) || value < 0) throw new RangeError(`${text} is no whole number`)
  return value
}

const { values } = parseArgs({
  options: {
    takes: { type: 'string' },
    setups: { type: 'string' },
    largest: { type: 'string' },
    pictures: { type: 'string' },
    seed: { type: 'string' },
    help: { type: 'boolean' },
  },
})
if (values.help) console.log(HELP)
else {
  try {
    const takes = whole(values.takes, 1_000_000)
    const size = {
      takes,
      setups: Math.max(2, whole(values.setups, 1000)),
      largest: Math.min(takes, whole(values.largest, 5000)),
      pictures: whole(values.pictures, 20_000),
      seed: whole(values.seed, 1),
    }
    await withDatabase(url => fill(url, size))
  } catch (error) {
    console.error((error as Error).message)
    process.exitCode = error instanceof RangeError ? 2 : 1
  }
}
