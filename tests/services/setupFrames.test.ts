import sharp from 'sharp'
import { eq } from 'drizzle-orm'
import { withChanges } from '~~/core'
import { setupFrames, setups } from '~~/server/database/schema'
import { setupFrame } from '~~/server/services/setupFrames'
import { getSetup, updateSetup } from '~~/server/services/setups'
import { makeSetup, refusal, studio } from './support'

let own: Awaited<ReturnType<typeof studio>>
beforeAll(async () => {
  delete process.env.EPIRO_SETUP_FRAMES
  own = await studio()
})
afterAll(() => own.end())

const keptOf = async (id: string) => (await own.db.select().from(setupFrames).where(eq(setupFrames.setupId, id)))[0]
/** Mean brightness, 0 to 255. */
const brightness = async (file: Uint8Array): Promise<number> =>
  (await sharp(file).greyscale().stats()).channels[0]!.mean

test('a set-up has its own frame, drawn once and kept until it changes', async () => {
  const id = await makeSetup(own.db, own.studioId, own.shootId)
  const [first, beside] = await Promise.all([
    setupFrame(own.db, own.studioId, id),
    setupFrame(own.db, own.studioId, id),
  ])
  expect(await sharp(first).metadata()).toMatchObject({ format: 'webp', width: 270, height: 180 })
  // Asked twice at once, it is drawn once.
  expect(beside).toBe(first)
  expect(await keptOf(id)).toMatchObject({ revision: 1, studioId: own.studioId })
  expect(Buffer.from(await setupFrame(own.db, own.studioId, id)).equals(Buffer.from(first))).toBe(true)
  // Two stops more light on the subject: the picture shows it.
  const { setup, revision } = await getSetup(own.db, own.studioId, id)
  const lit = withChanges(setup, [{ path: 'picture.iso', value: setup.picture.iso * 4 }])
  await updateSetup(own.db, own.studioId, id, revision, lit)
  const second = await setupFrame(own.db, own.studioId, id)
  expect(await brightness(second)).toBeGreaterThan((await brightness(first)) * 1.2)
  expect((await keptOf(id))!.revision).toBe(2)
}, 60_000)

test('it is its studio’s alone, and what cannot be read says so', async () => {
  const id = await makeSetup(own.db, own.studioId, own.shootId)
  const other = await studio()
  expect((await refusal(setupFrame(other.db, other.studioId, id))).status).toBe(404)
  await other.end()
  await own.db.execute(`update setups set document = '{"format": "none"}' where id = '${id}'`)
  expect((await refusal(setupFrame(own.db, own.studioId, id))).status).toBe(422)
  expect(await keptOf(id)).toBeUndefined()
  await own.db.delete(setups).where(eq(setups.id, id))
}, 60_000)
