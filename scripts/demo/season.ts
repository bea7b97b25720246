import { createHash, randomUUID } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { and, eq } from 'drizzle-orm'
import { type Setup, newKitItem, noKit, plan, plannedStatus, settingsOf } from '../../core'
import { newShootDay } from '../../core/day'
import { seededRandom } from '../../core/math/random'
import { GEAR_KINDS } from '../../core/season'
import type { Database } from '../../server/database/client'
import { flashReadings, kit, pictureParts, pictures, setups, shootDays, takes } from '../../server/database/schema'
import { noteGearEvent } from '../../server/services/gear'
import { createKit } from '../../server/services/kit'
import { createMember } from '../../server/services/members'
import { createShoot } from '../../server/services/shoots'
import { countAll } from '../../server/services/takeCells'
import { powerOf } from '../../server/services/takes'
import { MODELS } from '../../shared/status'
import { type ShippedSetup, SEASON_PICTURES, pictureName, readSeason, thumbName } from '../season/file'
import type { SeasonTake } from '../season/play'
import { FLASH, LAUNCHER, PEOPLE, SEASON, type SeasonShoot, flashAt } from '../season/story'

const DAY = 86_400_000
/** When a shoot begins, and how far apart its set-ups are, min after midnight UTC. */
const BEGINS = 8 * 60
const APART = 110
/** px of the pictures that ship, by whether the take was kept; 3 : 2. */
const WIDE = { kept: 2000, lost: 640 }

const dateOf = (first: number, ago: number): string => new Date(first - ago * DAY).toISOString().slice(0, 10)

/** A take as a row of the log; what was put right later says what it was logged as at first. */
function rowOf(
  take: SeasonTake,
  place: { studioId: string; setupId: string; memberId: string; setup: Setup; number: number; begins: number },
): typeof takes.$inferInsert {
  const { setup, number, begins, ...ids } = place
  const { first, after, speed: _truth, ...kept } = take
  const settings = settingsOf(setup)
  const firedAt = new Date(begins + after * 60_000)
  const { delay, variant, position, sharp, note, cause } = kept
  const before = { delay, variant, position, sharp, exposed: true, clean: true, note }
  return {
    ...ids,
    ...kept,
    id: randomUUID(),
    key: `season-${number}`,
    number,
    exposed: cause !== 'dark' && cause !== 'burnt',
    clean: cause !== 'dirty',
    alsoCause: null,
    power: powerOf({ settings }),
    settings,
    firedAt,
    former:
      first === null
        ? []
        : [
            {
              ...before,
              verdict: first,
              keeper: false,
              cause: null,
              alsoCause: null,
              until: new Date(firedAt.getTime() + 90_000).toISOString(),
              by: ids.memberId,
            },
          ],
    revision: first === null ? 1 : 2,
  }
}

async function addPictures(
  db: Database,
  place: { studioId: string; setupId: string; at: number; setup: Setup },
  { takes: played, pictures: pictured }: ShippedSetup,
  rows: readonly (typeof takes.$inferInsert)[],
): Promise<void> {
  const { at, setup, ...ids } = place
  const parts: (typeof pictureParts.$inferInsert)[] = []
  const made = pictured.map((i): typeof pictures.$inferInsert => {
    const name = pictureName(at, i)
    const data = readFileSync(`${SEASON_PICTURES}/${name}`)
    const id = randomUUID()
    parts.push({ pictureId: id, size: 'full', part: 0, data })
    parts.push({ pictureId: id, size: 'thumb', part: 0, data: readFileSync(`${SEASON_PICTURES}/${thumbName(at, i)}`) })
    const width = played[i]!.keeper ? WIDE.kept : WIDE.lost
    const { aperture, iso, shutter } = setup.picture
    return {
      ...ids,
      id,
      takeId: rows[i]!.id,
      name,
      hash: createHash('sha256').update(data).digest('hex'),
      type: 'image/webp',
      width,
      height: Math.round((width * setup.camera.sensorHeight) / setup.camera.sensorWidth),
      exposure: { shutter, aperture, iso, focalLength: setup.lens.focalLength, camera: 'Halcyon body' },
      shotAt: rows[i]!.firedAt,
    }
  })
  if (made.length === 0) return
  await db.insert(pictures).values(made)
  await db.insert(pictureParts).values(parts)
}

/** Ids of the gear whose takes tell how it is. */
interface Gear {
  launcher: string
  skin: string
  hands: ReadonlyMap<string, string>
}

async function addGear(db: Database, studioId: string, first: number): Promise<Gear> {
  const launcher = {
    ...newKitItem('launcher', 'Spring launcher'),
    notes: 'Cocked to the second notch. Loses speed as its spring tires.',
  }
  const items = [
    launcher,
    newKitItem('skin', 'Halcyon balloons, 30 cm'),
    ...PEOPLE.map(name => newKitItem('hand', `${name}’s hand`)),
  ]
  const { ids } = await createKit(db, studioId, items)
  const [launcherId, skin, ...hands] = ids as [string, string, ...string[]]
  await noteGearEvent(
    db,
    studioId,
    launcherId,
    { kind: 'repaired', date: dateOf(first, LAUNCHER.repairedAgo), note: 'New spring' },
    null,
  )
  return { launcher: launcherId, skin, hands: new Map(PEOPLE.map((name, i) => [name, hands[i]!])) }
}

/** Durations of the studio's flash as they were read over the months, at two powers a day. */
async function addReadings(db: Database, studioId: string, first: number): Promise<void> {
  const owned = and(eq(kit.studioId, studioId), eq(kit.kind, 'flash'), eq(kit.name, FLASH.name))
  const [found] = await db.select({ id: kit.id }).from(kit).where(owned)
  const item = newKitItem('flash', FLASH.name)
  const kitId = found?.id ?? (await createKit(db, studioId, [item])).ids[0]!
  const random = seededRandom(76)
  const rows = FLASH.readAgo.flatMap(ago => {
    const today = FLASH.days * random.normal()
    return FLASH.powers.map((power): typeof flashReadings.$inferInsert => {
      const { t05, t01 } = item.table.find(row => row.power === power)!
      const off = flashAt(ago) * Math.exp(today + FLASH.error * random.normal())
      return {
        ...{ id: randomUUID(), studioId, kitId, day: dateOf(first, ago), power, error: FLASH.error },
        ...{ t05: t05! * off, t01: t01! * off, how: `Lab, flash duration: diode-${ago}.csv` },
      }
    })
  })
  await db.insert(flashReadings).values(rows)
  const date = dateOf(first, FLASH.repairedAgo)
  await noteGearEvent(db, studioId, kitId, { kind: 'repaired', date, note: 'New tube' }, null)
}

/** A set-up with the gear it was shot with named: the studio's launcher and balloons, and the hand that pressed. */
function withGear(setup: Setup, gear: Gear, by: string): Setup {
  const kit = {
    ...noKit(),
    ...setup.kit,
    launcher: setup.action.kind === 'launcher' && setup.recipe === 'projectile' ? gear.launcher : '',
    skin: setup.recipe === 'balloon' ? gear.skin : '',
    hand: setup.trigger === 'hand' ? gear.hands.get(by)! : '',
  }
  return { ...setup, kit }
}

/** Ids of who shoots, and of who takes over now and then. */
interface Crew {
  own: string
  helper: string
}
const TURN = 6
/** Every third turn is the helper's; a hand that presses is one hand all evening. */
const loggedBy = ({ own, helper }: Crew, setup: Setup, take: number): string =>
  setup.trigger !== 'hand' && Math.floor(take / TURN) % 3 === 2 ? helper : own

async function addSetup(
  db: Database,
  place: { studioId: string; shootId: string; crew: Crew; begins: number; at: number },
  setup: Setup,
  shipped: ShippedSetup,
): Promise<void> {
  const { studioId, shootId, crew, begins, at } = place
  const { planned } = shipped
  const geared = GEAR_KINDS.some(kind => setup.kit[kind] !== '')
  const setupId = randomUUID()
  const { name, recipe, method } = setup
  const createdAt = new Date(begins - DAY)
  await db
    .insert(setups)
    .values({ id: setupId, studioId, shootId, name, document: setup, recipe, method, planned, createdAt, geared })
  const rows = shipped.takes.map((take, i) =>
    rowOf(take, { studioId, setupId, memberId: loggedBy(crew, setup, i), setup, number: i + 1, begins }),
  )
  if (rows.length > 0) await db.insert(takes).values(rows)
  await addPictures(db, { studioId, setupId, at, setup }, shipped, rows)
}

/** Tomorrow's shoot: four of the season's set-ups once more, with its day planned. */
async function addTomorrow(db: Database, studioId: string, first: number, season: readonly ShippedSetup[]) {
  const { id: shootId } = await createShoot(db, studioId, {
    name: 'Poster day',
    date: dateOf(first, -1),
    place: 'Halcyon Yard, stage 1',
    notes: 'Ilse juggles from two, and leaves at five.',
  })
  const ids: string[] = []
  for (const name of ['Juggler, side light', 'Confetti balloon, gold', 'Milk into tea', 'Clubs, close']) {
    const { setup } = season.find(one => one.setup.name === name)!
    const id = randomUUID()
    ids.push(id)
    const document = { ...setup, goal: { ...setup.goal, keepers: 3, variants: '' } }
    const { recipe, method } = setup
    const planned = { models: MODELS, stand: plannedStatus(document, plan(document)) }
    await db.insert(setups).values({ id, studioId, shootId, name, document, recipe, method, planned })
  }
  const choice = {
    ...{
      value: 'wanted' as const,
      build: null,
      test: null,
      strike: null,
      take: null,
      most: 90,
      windows: [],
      after: [],
    },
    ...{ loud: null, ahead: null, keeps: null, sun: null, leftOut: false, needs: ['ilse'] },
  }
  const person = {
    id: 'ilse',
    name: 'Ilse',
    role: 'juggler',
    hours: [[14 * 60, 17 * 60]] as [number, number][],
    most: 40,
  }
  const document = { ...newShootDay(), people: [person], setups: { [ids[0]!]: choice } }
  await db.insert(shootDays).values({ shootId, studioId, document, revision: 1 })
}

/** Ten months of work before today, into the demo's studio. */
export async function loadSeason(db: Database, studioId: string, first = Date.now()): Promise<void> {
  const season = readSeason()
  const members = new Map<string, string>()
  for (const name of PEOPLE) members.set(name, await createMember(db, studioId, { name, role: 'assistant' }))
  const gear = await addGear(db, studioId, first)
  await addReadings(db, studioId, first)
  let at = 0
  for (const { ago, by, setups: planned, name, place, notes } of SEASON as SeasonShoot[]) {
    const date = dateOf(first, ago)
    const { id: shootId } = await createShoot(db, studioId, { name, date, place, notes })
    for (let i = 0; i < planned.length; i++, at++) {
      const begins = Date.parse(`${date}T00:00:00Z`) + (BEGINS + i * APART) * 60_000
      const shipped = season[at]!
      const setup = withGear(shipped.setup, gear, by)
      const next = PEOPLE[(PEOPLE.indexOf(by) + 1) % PEOPLE.length]!
      const crew = { own: members.get(by)!, helper: members.get(next)! }
      await addSetup(db, { studioId, shootId, crew, begins, at }, setup, shipped)
    }
  }
  await countAll(db, studioId)
  await addTomorrow(db, studioId, first, season)
}
