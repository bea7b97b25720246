import { and, eq, isNotNull } from 'drizzle-orm'
import { createConnection } from 'mysql2/promise'
import { connectionOptions } from '~~/server/database/address'
import { wrongCells } from '~~/server/database/recount'
import {
  type GearKind,
  type SeasonAnswers,
  answersOf,
  flashMemory,
  gearLevel,
  gearMemory,
  jumpOf,
} from '~~/core/season'
import { loadSeason } from '~~/scripts/demo/season'
import { readSeason } from '~~/scripts/season/file'
import { FLASH, SEASON, flashAt, launcherAt } from '~~/scripts/season/story'
import { members, pictures, setups, shoots, takes } from '~~/server/database/schema'
import { seasonLog } from '~~/server/services/answers'
import { getDay } from '~~/server/services/days'
import { gearDay, gearDayOf } from '~~/shared/gear/days'
import { ownZone } from '~~/shared/units/zone'
import { listGear } from '~~/server/services/gear'
import { keptShareOf, useKeptShare } from '~~/server/services/keptShare'
import { listKit } from '~~/server/services/kit'
import { shootReport } from '~~/server/services/report'
import { studio } from './support'

/** When the season was loaded: days of its shoots count from here. */
const FIRST = Date.UTC(2026, 11, 1, 12)
/** By whose clocks the demo's days go. */
const zone = ownZone()
let own: Awaited<ReturnType<typeof studio>>
let answers: SeasonAnswers
beforeAll(async () => {
  own = await studio()
  const began = Date.now()
  await own.db.transaction(tx => loadSeason(tx, own.studioId, FIRST))
  expect(Date.now() - began).toBeLessThan(20_000)
  answers = answersOf(
    await seasonLog(own.db, own.studioId, { recipe: undefined, from: '', to: '' }, { memberId: null, lead: true }),
  )
}, 60_000)
afterAll(() => own.end())

const shootNamed = async (name: string): Promise<string> =>
  (await own.db.select().from(shoots).where(eq(shoots.studioId, own.studioId))).find(shoot => shoot.name === name)!.id

test('ten months of work: its shoots, set-ups, takes and pictures, and tomorrow’s day', async () => {
  const of = <T extends typeof setups | typeof takes | typeof pictures>(table: T) =>
    own.db.select({ id: table.id }).from(table).where(eq(table.studioId, own.studioId))
  const [allSetups, allTakes, allPictures] = [await of(setups), await of(takes), await of(pictures)]
  expect(allSetups).toHaveLength(60 + 4)
  expect(allTakes.length).toBeGreaterThan(700)
  expect(allPictures.length).toBeGreaterThan(150)
  expect(answers.takes).toBe(allTakes.length)
  // What was counted at once is what each take comes to.
  const connection = await createConnection(connectionOptions(process.env.DATABASE_URL!))
  expect((await wrongCells(connection)).wrong).toEqual([])
  await connection.end()
  expect(new Set(readSeason().map(({ setup }) => setup.recipe)).size).toBe(12)
  const day = await getDay(own.db, own.studioId, await shootNamed('Poster day'))
  expect(day.shoot.date).toBe('2026-12-02')
  expect(day.day!.people.map(({ name, role }) => [name, role])).toEqual([['Ilse', 'juggler']])
})

test('every cause and share that is told is that of the takes themselves', () => {
  const all = readSeason().flatMap(({ takes: played }) => played)
  expect(answers.kept).toBe(all.filter(({ keeper }) => keeper).length)
  expect(answers.lost.takes).toBe(all.length - answers.kept)
  const misfires = all.filter(({ verdict }) => verdict === 'misfire').length
  expect(answers.lost.causes.find(({ cause }) => cause === 'misfire')!.takes).toBe(misfires)
  expect(answers.said).toBe(all.filter(({ said }) => said !== null).length)
})

test('the evening of misfires is named by its day, with what it was', () => {
  const bout = answers.misfires!
  expect(bout).toMatchObject({ when: 'on', from: '2026-07-23' })
  expect(bout.misfires / bout.fired).toBeGreaterThan(5 * (bout.others.misfires / bout.others.fired))
})

test('the evening of the bad link shows as misfires, and elsewhere they are few', async () => {
  const bad = await shootReport(own.db, own.studioId, await shootNamed('Seaside snacks'))
  const good = await shootReport(own.db, own.studioId, await shootNamed('Tea house'))
  const share = ({ setups: shot }: typeof bad) =>
    shot.reduce((sum, row) => sum + row.misfires, 0) / shot.reduce((sum, row) => sum + row.takes, 0)
  expect(share(bad)).toBeGreaterThan(0.2)
  expect(share(good)).toBeLessThan(0.1)
  expect(bad.setups[0]!.planned).toBeGreaterThan(0)
})

test('takes used are held against what was said before the first, set-up by set-up', async () => {
  const told = readSeason().filter(({ takes: played }) => played[0]?.said?.takes)
  const { sessions } = await seasonLog(own.db, own.studioId, {}, { memberId: null, lead: true })
  expect(sessions).toHaveLength(told.length)
  const wanted = told.map(({ setup, takes: played }) => {
    const kept = played.flatMap(({ keeper }, i) => (keeper ? [i + 1] : []))
    const last = kept[setup.goal.keepers - 1]
    return JSON.stringify([played[0]!.said!.takes, last ?? played.length, last === undefined ? 0 : 1])
  })
  expect(sessions.map(one => JSON.stringify(one)).sort()).toEqual(wanted.sort())
  expect(answers.sessions!.done).toBe(sessions.filter(([, , done]) => done === 1).length)
})

test('a take at midnight is the next day’s, in counts and in what was said', async () => {
  const [one] = await own.db
    .select()
    .from(takes)
    .where(and(eq(takes.studioId, own.studioId), isNotNull(takes.said)))
    .limit(1)
  const day = one!.firedAt.toISOString().slice(0, 10)
  const saidOf = async (query: object): Promise<number> =>
    (await seasonLog(own.db, own.studioId, query, { memberId: null, lead: true })).said.length
  const [to, from] = [await saidOf({ to: day }), await saidOf({ from: day })]
  const midnight = new Date(Date.parse(`${day}T00:00:00Z`) + 86_400_000)
  const put = (at: Date) => own.db.update(takes).set({ firedAt: at }).where(eq(takes.id, one!.id))
  await put(midnight)
  expect([await saidOf({ to: day }), await saidOf({ from: day })]).toEqual([to - 1, from])
  await put(one!.firedAt)
  expect(await saidOf({ to: day })).toBe(to)
})

test('a lead sees everybody apart, others themselves', async () => {
  const people = answers.people.map(({ name }) => name)
  expect(people.length).toBeGreaterThanOrEqual(3)
  const [some] = await own.db.select().from(members).where(eq(members.studioId, own.studioId))
  const asked = await seasonLog(own.db, own.studioId, {}, { memberId: some!.id, lead: false })
  expect(asked.people).toEqual([some!.name])
  const takesOf = (log: typeof asked, person: number) =>
    log.sums.reduce((sum, one) => sum + (one.person === person ? one.takes : 0), 0)
  const all = await seasonLog(own.db, own.studioId, {}, { memberId: null, lead: true })
  expect(takesOf(asked, 0)).toBe(takesOf(all, all.people.indexOf(some!.name)))
  expect(takesOf(asked, 0) + takesOf(asked, -1)).toBe(answers.takes)
  expect((await seasonLog(own.db, own.studioId, {}, { memberId: null, lead: false })).people).toEqual([])
})

test('what the studio keeps of its on-time takes is that of the takes, until it is switched off', async () => {
  const on = readSeason().flatMap(({ takes: played }) => played.filter(({ verdict }) => verdict === 'on'))
  const found = await keptShareOf(own.db, own.studioId)
  expect(found.all.takes).toBe(on.length)
  expect(found.all.share).toBeCloseTo((on.filter(({ keeper }) => keeper).length + 8) / (on.length + 10), 12)
  expect([found.worthy, found.used]).toEqual([true, true])
  expect((await useKeptShare(own.db, own.studioId, false)).used).toBe(false)
  expect((await useKeptShare(own.db, own.studioId, true)).used).toBe(true)
})

test('of two variants the better is told as better', () => {
  const found = answers.works.filter(({ of }) => 'setup' in of)
  const cream = found.find(({ names }) => names.includes('cream 36 %'))!
  const better = cream.names[cream.made.better.by >= 0 ? 1 : 0]
  expect(better).toBe('cream 36 %')
})

test('by the takes alone the launcher comes back as it truly is, and its new spring with what it changed', async () => {
  const { gear, behind } = await listGear(own.db, own.studioId)
  expect(behind).toBe(0)
  const items = await listKit(own.db, own.studioId)
  const memoryOf = (name: string) => {
    const { id, item } = items.find(one => one.item.name === name)!
    const { days, events } = gear.find(({ kitId }) => kitId === id)!
    const noted = events.map(({ kind, date }) => ({ kind, day: gearDayOf(date) }))
    return gearMemory(item.kind as GearKind, item.figures, days, noted, gearDay(zone, new Date(FIRST)))!
  }
  const launcher = memoryOf('Spring launcher')
  expect(launcher.days).toBe(4)
  const base = readSeason()[0]!.setup.motion.speed
  const off = Math.log(launcher.value / (base * launcherAt(77)))
  expect(Math.abs(off)).toBeLessThan(2 * launcher.error)
  expect(launcher.error).toBeLessThan(0.04)
  // Every day of it lies where the truth was, by its own interval and the tape's.
  for (const { day, low, high } of launcher.points) {
    const truth = base * launcherAt(gearDay(zone, new Date(FIRST)) - day)
    expect(low / truth).toBeLessThan(1.02)
    expect(high / truth).toBeGreaterThan(0.98)
  }
  const change = launcherAt(77) / launcherAt(131)
  expect(launcher.repair!.low).toBeLessThan(change - 1)
  expect(launcher.repair!.high).toBeGreaterThan(change - 1)
  expect(launcher.jump).toBeNull()
  // It tires until then, by what it truly does.
  const tires = launcherAt(131) / launcherAt(300) - 1
  expect(launcher.trend!.low).toBeLessThan(tires)
  expect(launcher.trend!.high).toBeGreaterThan(tires)
  expect(memoryOf('Ilse’s hand').takes).toBeGreaterThan(100)
  // Asked again, nothing is worked out anew, and nothing changes.
  expect(await listGear(own.db, own.studioId)).toEqual({ gear, behind: 0 })
})

test('by its readings alone the flash comes back as it truly is, and its new tube with what it changed', async () => {
  const items = await listKit(own.db, own.studioId)
  const { id, item } = items.find(one => one.item.name === FLASH.name)!
  const { readings, events } = (await listGear(own.db, own.studioId)).gear.find(({ kitId }) => kitId === id)!
  expect(readings).toHaveLength(FLASH.readAgo.length * FLASH.powers.length)
  const today = gearDay(zone, new Date(FIRST))
  const told = flashMemory(
    [],
    readings.map(one => ({ ...one, day: gearDayOf(one.date) })),
    events.map(({ kind, date }) => ({ kind, day: gearDayOf(date) })),
    today,
  )!
  expect([told.power, told.memory.days]).toEqual([1 / 64, FLASH.readAgo.length])
  for (const { power, t01, error } of told.powers) {
    const truth = item.table.find(row => row.power === power)!.t01! * flashAt(FLASH.readAgo.at(-1)!)
    expect(Math.abs(Math.log(t01 / truth))).toBeLessThan(2 * error)
    expect(error).toBeLessThan(0.07)
  }
  const change = flashAt(103) / flashAt(133) - 1
  expect(told.memory.repair!.low).toBeLessThan(change)
  expect(told.memory.repair!.high).toBeGreaterThan(change)
  expect(told.memory.repair!.high).toBeLessThan(0)
})

/** The launcher's days by the pictures: each set-up's speed, the tape's error of the day with it. */
function launcherDays() {
  const season = readSeason()
  let at = 0
  const days = new Map<number, number[]>()
  for (const { ago, setups: planned } of SEASON)
    for (const story of planned) {
      const { takes: played } = season[at++]!
      if (story.recipe !== 'projectile') continue
      days.set(ago, [...(days.get(ago) ?? []), ...played.map(({ speed }) => Math.log(speed))])
    }
  return [...days].map(([ago, logs]) => {
    const mean = logs.reduce((sum, log) => sum + log, 0) / logs.length
    const squares = logs.reduce((sum, log) => sum + (log - mean) ** 2, 0)
    return { day: 300 - ago, takes: logs.length, mean, squares, error: 0 }
  })
}

test('the launcher that tires and is repaired: its level is that of the truth, and its change is given', () => {
  const days = launcherDays()
  expect(days).toHaveLength(4)
  const base = readSeason()[0]!.setup.motion.speed
  const prior = { mean: Math.log(base), error: 0.06, spread: 0.012 }
  const repaired = 300 - 80
  const now = gearLevel(prior, days, 300 - 70, [repaired])
  const truth = Math.log(base * launcherAt(70))
  expect(Math.abs(now.mean - truth)).toBeLessThan(2.5 * now.error)
  const before = gearLevel(prior, days.slice(0, 3), 300 - 100)
  expect(Math.abs(before.mean - Math.log(base * launcherAt(100)))).toBeLessThan(2.5 * before.error)
  // The new spring made it quicker, and nobody is alarmed by what was noted.
  expect(now.mean).toBeGreaterThan(before.mean + 0.03)
  expect(jumpOf(prior, days, [repaired])).toBeNull()
})
