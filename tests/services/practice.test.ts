import { mkdtemp, readFile, readdir, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import exifr from 'exifr'
import { and, eq } from 'drizzle-orm'
import { EXERCISES, newSetup } from '~~/core'
import { shoots } from '~~/server/database/schema'
import { logPage } from '~~/server/services/logPage'
import { listPictures } from '~~/server/services/pictures'
import {
  beginPractice,
  beginRehearsal,
  listPractices,
  practiceState,
  revealPractice,
  speakToBench,
} from '~~/server/services/practice'
import { rehearsalsOf } from '~~/server/services/rehearsals'
import { createSetup, getSetup, updateSetup } from '~~/server/services/setups'
import { createShoot, listShoots } from '~~/server/services/shoots'
import { fire, makeSetup, refusal, studio, wholePicture } from './support'

let own: Awaited<ReturnType<typeof studio>>
beforeAll(async () => {
  own = await studio()
})
afterAll(() => own.end())
const say = (id: string, line: string, from = own) => speakToBench(from.db, own.studioId, id, line)

async function shoot(id: string, delay: number): Promise<string[]> {
  for (const line of [`SET delay ${delay}`, 'SHUTTER OPEN', 'ARM', 'ACT']) expect((await say(id, line))[0]).toBe('OK')
  return say(id, 'SHUTTER CLOSE')
}

test('an exercise has a set-up, a hidden rig, and a camera whose picture goes to the take of its time', async () => {
  const { id, setup, practice } = await beginPractice(own.db, own.studioId, 'cracker-beam', 11)
  expect(practice).toBe(true)
  expect(setup.goal).toMatchObject({ keepers: 3, stock: 12 })
  const said = await shoot(id, 0.0185)
  expect(said.at(-1)).toMatch(/^PICTURE bench-0001\.png \d+$/)
  const [shown] = await listPictures(own.db, own.studioId, id)
  expect(shown).toMatchObject({
    name: 'bench-0001.png',
    takeId: null,
    exposure: { aperture: 16, iso: 320, camera: 'Practice bench' },
  })
  const take = await fire(own.db, own.studioId, id, { firedAt: new Date().toISOString() })
  expect((await listPictures(own.db, own.studioId, id))[0]!.takeId).toBe(take.id)
  // Its takes stay out of the log of real work.
  const log = (practice?: boolean) =>
    logPage(own.db, own.studioId, { order: 'newest', limit: 50, setup: id, ...(practice ? { practice } : {}) })
  expect((await log()).entries).toEqual([])
  expect((await log(true)).entries.map(e => e.id)).toEqual([take.id])
  // What a camera that is closed on nothing shows is thrown away.
  await say(id, 'SHUTTER OPEN')
  expect(await say(id, 'SHUTTER CLOSE')).toEqual(['OK', 'EVENT shutter closed'])
})

test('a set-up of one’s own is rehearsed: a copy of it, on a rig it does not know, judged at the end', async () => {
  const { id: shootId } = await createShoot(own.db, own.studioId, {
    ...{ name: 'A real one', date: '2026-12-01', place: '', notes: '' },
  })
  const mine = await createSetup(own.db, own.studioId, shootId, newSetup('projectile'))
  const goal = { ...mine.setup.goal, keepers: 1, stock: 0 }
  await updateSetup(own.db, own.studioId, mine.id, mine.revision, { ...mine.setup, goal })
  const { id, setup, practice } = await beginRehearsal(own.db, own.studioId, mine.id, 5)
  expect(practice).toBe(true)
  expect(id).not.toBe(mine.id)
  expect(setup).toMatchObject({ name: `Rehearsal: ${mine.setup.name}`, recipe: mine.setup.recipe, delay: null })
  expect(await practiceState(own.db, own.studioId, id)).toMatchObject({
    exercise: { id: 'own', name: setup.name, keepers: 1, stock: 12 },
    shots: 0,
    truth: null,
  })
  await shoot(id, 0.0185)
  await fire(own.db, own.studioId, id, { firedAt: new Date().toISOString() })
  const { truth, judgement, revealed } = await revealPractice(own.db, own.studioId, id)
  expect(revealed).toBe(true)
  expect(judgement).toMatchObject({ takes: 1, wanted: 1 })
  // What was true is not what was planned.
  const speed = truth!.find(({ path }) => path === 'motion.speed')!
  expect(speed.truth).not.toBe(speed.assumed)
  expect((await listPractices(own.db, own.studioId))[0]).toMatchObject({ setupId: id, exercise: 'own', revealed: true })
  // Beside the evening it is told take by take, to this studio alone; one that was never fired is not.
  await beginRehearsal(own.db, own.studioId, mine.id, 6)
  const [told, ...more] = await rehearsalsOf(own.db, own.studioId, mine.id)
  expect(more).toEqual([])
  expect(told).toMatchObject({ setupId: id, takes: [{ verdict: 'late', keeper: false }] })
  const other = await studio()
  expect((await refusal(rehearsalsOf(other.db, other.studioId, mine.id))).status).toBe(404)
  await other.end()
  // The set-up itself is as it was, and a rehearsal is not rehearsed.
  expect((await getSetup(own.db, own.studioId, mine.id)).revision).toBe(mine.revision + 1)
  expect((await refusal(beginRehearsal(own.db, own.studioId, id))).status).toBe(409)
  expect((await refusal(beginRehearsal(own.db, own.studioId, 'none'))).status).toBe(404)
}, 60_000)

test('the truth is nowhere to be read until it is asked for', async () => {
  const { id } = await beginPractice(own.db, own.studioId, 'milk-crown', 12)
  await shoot(id, 0.2)
  const before = await practiceState(own.db, own.studioId, id)
  expect(before).toMatchObject({ shots: 1, stock: 15, revealed: false, judgement: null, truth: null })
  await fire(own.db, own.studioId, id, {
    firedAt: new Date().toISOString(),
    delay: 0.2,
    verdict: 'misfire',
    position: null,
  })
  const after = await revealPractice(own.db, own.studioId, id)
  expect(after.revealed).toBe(true)
  expect(after.truth!.map(row => row.path)).toEqual(['moment.fraction', 'delay'])
  expect(after.judgement).toMatchObject({ takes: 1, wanted: 3 })
  expect(after.judgement!.ladder).toBeGreaterThan(0)
  expect((await practiceState(own.db, own.studioId, id)).judgement).toEqual(after.judgement)
})

test('two servers speak to one bench: its memory is in the database alone, and each shot is counted once', async () => {
  const { id } = await beginPractice(own.db, own.studioId, 'cracker-beam', 13)
  const second = { ...own, db: (await studio()).db }
  await say(id, 'SHUTTER OPEN')
  await say(id, 'SET delay 0.0181', second)
  await say(id, 'ARM')
  expect(await say(id, 'ACT', second)).toContain('EVENT action')
  expect(await say(id, 'ACT')).toEqual(['ERROR this frame is already exposed: close the shutter first'])
  expect((await say(id, 'SHUTTER CLOSE', second)).at(-1)).toMatch(/^PICTURE/)
  await Promise.all(Array.from({ length: 6 }, (_, i) => say(id, 'ACT', i % 2 ? own : second)))
  expect((await practiceState(own.db, own.studioId, id)).shots).toBe(7)
  await second.db.$client.end()
})

test('its camera writes into a folder where one is named, whole files only', async () => {
  const folder = await mkdtemp(join(tmpdir(), 'bench-'))
  process.env.EPIRO_BENCH_FOLDER = folder
  try {
    const { id } = await beginPractice(own.db, own.studioId, 'top-apex', 14)
    await say(id, 'ARM')
    while (!(await say(id, 'ACT')).some(line => line.startsWith('PICTURE')));
    const [file] = await readdir(folder)
    expect(file).toMatch(/-bench-\d{4}\.png$/)
    expect(await exifr.parse(await readFile(join(folder, file!)), { reviveValues: false })).toMatchObject({
      ISO: 125,
      Model: 'Practice bench',
    })
    expect(await listPictures(own.db, own.studioId, id)).toEqual([])
  } finally {
    delete process.env.EPIRO_BENCH_FOLDER
    await rm(folder, { recursive: true })
  }
})

test.each(EXERCISES.map(e => [e.id, e.recipe] as const))(
  '%s: the picture of a shot of a %s is drawn',
  async exercise => {
    const { id, setup } = await beginPractice(own.db, own.studioId, exercise, 21)
    // A shot may misfire at sync speed, and then there is no picture.
    for (let tries = 0; tries < 4; tries++) {
      if (setup.method === 'open-shutter') await shoot(id, 0.02)
      else {
        await say(id, 'ARM')
        await say(id, 'SET delay 0.1')
        await say(id, 'ACT')
      }
      const [shown] = await listPictures(own.db, own.studioId, id)
      if (!shown) continue
      expect((await wholePicture(own.db, own.studioId, shown.id, 'full')).data.length).toBeGreaterThan(1000)
      return
    }
    throw new Error('No picture in four shots')
  },
)

test('exercises of one studio share a shoot, are listed with their shots, and are nobody else’s', async () => {
  const other = await studio()
  expect(
    await own.db
      .select()
      .from(shoots)
      .where(and(eq(shoots.studioId, own.studioId), eq(shoots.practice, true))),
  ).toHaveLength(1)
  // They have a page of their own, and do not stand among the shoots.
  expect((await listShoots(own.db, own.studioId)).shoots.map(shoot => shoot.name).sort()).toEqual([
    'A real one',
    'Evening',
  ])
  expect((await listPractices(own.db, own.studioId)).length).toBeGreaterThanOrEqual(5)
  expect(await listPractices(other.db, other.studioId)).toEqual([])
  const { id } = await beginPractice(own.db, own.studioId, 'cracker-beam', 15)
  expect((await refusal(speakToBench(other.db, other.studioId, id, 'ACT'))).status).toBe(404)
  expect(
    (await refusal(practiceState(own.db, own.studioId, await makeSetup(own.db, own.studioId, own.shootId)))).status,
  ).toBe(404)
  expect((await refusal(beginPractice(own.db, own.studioId, 'no-such'))).status).toBe(404)
  await other.end()
})
