import { eq } from 'drizzle-orm'
import { newKitItem, newSetup, settingsOf, withChanges } from '~~/core'
import { gearDays, takes } from '~~/server/database/schema'
import { listGear, noteGearEvent, strikeGearEvent } from '~~/server/services/gear'
import { noteFlashReading, strikeFlashReading } from '~~/server/services/flashReadings'
import { createKit } from '~~/server/services/kit'
import { likenessOf, nameLikeGear } from '~~/server/services/gearLikeness'
import { createSetup, getSetup, updateSetup } from '~~/server/services/setups'
import { createShoot } from '~~/server/services/shoots'
import { amendTake, logTake, strikeTake } from '~~/server/services/takes'
import { fire, refusal, studio } from './support'

let own: Awaited<ReturnType<typeof studio>>
let launcher: string
let other: string
let shootId: string
beforeAll(async () => {
  own = await studio()
  const { ids } = await createKit(own.db, own.studioId, [newKitItem('launcher'), newKitItem('launcher', 'Other')])
  ;[launcher, other] = ids as [string, string]
  shootId = (await createShoot(own.db, own.studioId, { name: 'Gear', date: '2026-11-20', place: '', notes: '' })).id
})
afterAll(() => own.end())

const gearOf = async (id: string) => (await listGear(own.db, own.studioId)).gear.find(({ kitId }) => kitId === id)!

async function geared(kit: { launcher: string }) {
  const setup = { ...newSetup('projectile'), name: 'Cracker', kit: { ...newSetup('projectile').kit, ...kit } }
  const record = await createSetup(own.db, own.studioId, shootId, setup)
  let n = 0
  const fire = (position: number, with_: Partial<typeof kit> = kit, firedAt = '2026-11-20T20:00:00.000Z') =>
    logTake(own.db, own.studioId, record.id, {
      ...{ key: `g-${++n}`, delay: 0.0184, planned: 0.0184, verdict: 'on', keeper: false, position, note: '' },
      ...{ sharp: null, exposed: null, clean: null, cause: null, alsoCause: null, variant: null, said: null },
      settings: settingsOf({ ...setup, kit: { ...setup.kit, ...with_ } }),
      firedAt,
    })
  return { ...record, fire }
}

test('takes tell of their gear by day, as they were fired; a strike and a correction are counted anew', async () => {
  const { fire } = await geared({ launcher })
  const made = [await fire(0.001), await fire(0.002), await fire(0.003)]
  // Past midnight it is the same evening.
  await fire(0.002, { launcher }, '2026-11-21T02:30:00.000Z')
  await fire(0.002, { launcher: other })
  const [day, ...more] = (await gearOf(launcher)).days
  expect(more).toEqual([])
  expect(day).toMatchObject({ takes: 4, free: 3 })
  expect((await gearOf(other)).days).toMatchObject([{ takes: 1 }])
  await strikeTake(own.db, own.studioId, made[2]!.id, true)
  const struck = (await gearOf(launcher)).days[0]!
  expect(struck.takes).toBe(3)
  // The one farthest past the mark was the quickest.
  expect(struck.mean).toBeLessThan(day!.mean)
  await strikeTake(own.db, own.studioId, made[2]!.id, false)
  expect((await gearOf(launcher)).days[0]).toEqual(day)
  await own.db.update(takes).set({ position: 0.001 }).where(eq(takes.id, made[2]!.id))
  // What no call told is not seen: corrections go through the log.
  expect((await gearOf(launcher)).days[0]).toEqual(day)
  await amendTake(own.db, own.studioId, made[1]!.id, { position: 0.001 })
  expect((await gearOf(launcher)).days[0]!.mean).toBeLessThan(day!.mean)
})

test('named afterwards, it takes over the takes that named none; gear that fired nothing learns nothing', async () => {
  const before = (await gearOf(other)).days.length
  for (let i = 0; i < 10; i++) await geared({ launcher: other })
  expect((await gearOf(other)).days).toHaveLength(before)
  const plain = await geared({ launcher: '' })
  await plain.fire(0.001)
  expect((await gearOf(other)).days).toHaveLength(before)
  const named = { ...plain.setup, kit: { ...plain.setup.kit, launcher: other } }
  await updateSetup(own.db, own.studioId, plain.id, plain.revision, named)
  expect((await gearOf(other)).setups).toBe(2)
  // Moved or evened out later, what was fired before stays as it was.
  const last = (await gearOf(other)).days
  const moved = withChanges(named, [{ path: 'sensor.position', value: 0.5 }])
  await updateSetup(own.db, own.studioId, plain.id, plain.revision + 1, moved)
  const again = (await gearOf(other)).days
  again.forEach((day, i) => expect(day.mean).toBeCloseTo(last[i]!.mean, 6))
})

test('repairs are noted and taken back; kit that tells nothing of itself takes none', async () => {
  const event = { kind: 'repaired', date: '2026-11-19', note: 'New spring' } as const
  const { id } = await noteGearEvent(own.db, own.studioId, launcher, event, null)
  expect((await gearOf(launcher)).events).toEqual([{ id, ...event }])
  await strikeGearEvent(own.db, own.studioId, id, true)
  expect((await gearOf(launcher)).events).toEqual([])
  const { ids } = await createKit(own.db, own.studioId, [newKitItem('lens')])
  await expect(noteGearEvent(own.db, own.studioId, ids[0]!, event, null)).rejects.toMatchObject({ statusCode: 409 })
  await expect(noteGearEvent(own.db, own.studioId, 'none', event, null)).rejects.toMatchObject({ statusCode: 404 })
  const stranger = await studio()
  await expect(strikeGearEvent(own.db, stranger.studioId, id, false)).rejects.toMatchObject({ statusCode: 404 })
  expect((await listGear(stranger.db, stranger.studioId)).gear).toEqual([])
  await stranger.end()
  expect((await own.db.select().from(gearDays)).every(row => row.setupId !== '')).toBe(true)
})

test('what is read of a flash is kept beside what was read before, and taken back', async () => {
  const { ids } = await createKit(own.db, own.studioId, [newKitItem('flash'), newKitItem('lens')])
  const [flash, lens] = ids as [string, string]
  expect(await gearOf(flash)).toMatchObject({ days: [], readings: [], events: [] })
  const reading = { date: '2026-11-19', power: 1 / 64, t05: null, t01: 8e-5, error: 0.02, how: 'Meter' }
  const { id } = await noteFlashReading(own.db, own.studioId, flash, reading, null)
  const earlier = { ...reading, date: '2026-11-02', t05: 3e-5 }
  await noteFlashReading(own.db, own.studioId, flash, earlier, null)
  const kept = (await gearOf(flash)).readings
  expect(kept).toMatchObject([earlier, { id, kitId: flash, ...reading }])
  await strikeFlashReading(own.db, own.studioId, id, true)
  expect((await gearOf(flash)).readings).toMatchObject([earlier])
  await strikeFlashReading(own.db, own.studioId, id, false)
  expect((await gearOf(flash)).readings).toEqual(kept)
  // A repair is noted of it as of other gear.
  await noteGearEvent(own.db, own.studioId, flash, { kind: 'repaired', date: '2026-11-10', note: '' }, null)
  expect((await gearOf(flash)).events).toHaveLength(1)
  expect((await refusal(noteFlashReading(own.db, own.studioId, lens, reading, null))).status).toBe(409)
  expect((await refusal(noteFlashReading(own.db, own.studioId, 'none', reading, null))).status).toBe(404)
  const stranger = await studio()
  expect((await refusal(strikeFlashReading(stranger.db, stranger.studioId, id, true))).status).toBe(404)
  expect((await refusal(noteFlashReading(stranger.db, stranger.studioId, flash, reading, null))).status).toBe(404)
  await stranger.end()
})

test('older set-ups that share a launcher are asked about once, and name it as they are', async () => {
  const here = await studio()
  const { id: shoot } = await createShoot(here.db, here.studioId, {
    name: 'Old',
    date: '2026-05-02',
    place: '',
    notes: '',
  })
  const fired = async (speed: number) => {
    const setup = withChanges(newSetup('projectile'), [{ path: 'motion.speed', value: speed }])
    const record = await createSetup(here.db, here.studioId, shoot, setup)
    for (let n = 0; n < 3; n++) await fire(here.db, here.studioId, record.id)
    return record
  }
  const [first, second] = [await fired(30), await fired(34)]
  // Without takes it says nothing.
  await createSetup(here.db, here.studioId, shoot, newSetup('projectile'))
  const [group, ...more] = await likenessOf(here.db, here.studioId)
  expect(more).toEqual([])
  expect(group!.kind).toBe('launcher')
  const ids = [first.id, second.id]
  expect(new Set(group!.setups.map(({ id }) => id))).toEqual(new Set(ids))
  expect(
    (await refusal(nameLikeGear(own.db, own.studioId, { kind: 'launcher', setups: ids, name: 'Not mine' }))).status,
  ).toBe(404)
  const { id } = await nameLikeGear(here.db, here.studioId, { kind: 'launcher', setups: ids, name: 'Old spring' })
  for (const { id: of, setup, revision } of [first, second])
    expect(await getSetup(here.db, here.studioId, of)).toMatchObject({
      revision: revision + 1,
      setup: { kit: { launcher: id }, motion: setup.motion },
    })
  expect(await likenessOf(here.db, here.studioId)).toEqual([])
  expect((await listGear(here.db, here.studioId)).gear).toMatchObject([{ kitId: id, setups: 2 }])
  // Said to be apart, they are not asked about again.
  const apart = [await fired(90), await fired(91)].map(record => record.id)
  await nameLikeGear(here.db, here.studioId, { kind: 'launcher', setups: apart, name: null })
  expect(await likenessOf(here.db, here.studioId)).toEqual([])
  await here.end()
}, 60_000)
