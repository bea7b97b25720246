import { randomBytes } from 'node:crypto'
import exifr from 'exifr'
import sharp from 'sharp'
import { addPicture, listPictures, putPicture, readSmall } from '~~/server/services/pictures'
import { logPage } from '~~/server/services/logPage'
import { fire, makeSetup, picture, refusal, studio, wholePicture } from './support'

let own: Awaited<ReturnType<typeof studio>>
beforeAll(async () => {
  own = await studio()
})
afterAll(() => own.end())
const tiffOf = (exif: Buffer): Buffer => exif.subarray(exif.toString('latin1', 0, 4) === 'Exif' ? 6 : 0)
const fresh = () => makeSetup(own.db, own.studioId, own.shootId)

test.each(['jpeg', 'png', 'webp'] as const)(
  'a %s is read by its content, and only the picture and its exposure are kept',
  async format => {
    const id = await fresh()
    const file = await picture(format)
    // The file itself says where it was taken.
    expect(await exifr.gps(tiffOf((await sharp(file).metadata()).exif!))).toMatchObject({
      latitude: expect.any(Number),
    })
    const kept = await addPicture(own.db, own.studioId, id, { name: 'holiday.txt', zone: 0 }, file)
    expect(kept).toMatchObject({
      width: 60,
      height: 40,
      shotAt: '2026-11-24T18:30:02.000Z',
      exposure: { aperture: 16, iso: 200, focalLength: 0.1, camera: 'Studio body' },
    })
    expect(kept.exposure.shutter).toBeCloseTo(1 / 160, 6)
    for (const size of ['full', 'thumb'] as const) {
      const { type, data } = await wholePicture(own.db, own.studioId, kept.id, size)
      expect(type).toBe(size === 'thumb' ? 'image/webp' : `image/${format}`)
      const meta = await sharp(data).metadata()
      expect(meta.exif).toBeUndefined()
      expect([meta.width, meta.height]).toEqual([60, 40])
    }
  },
)

test.each<[said: string, notes: Record<string, string>, zone: number, shotAt: string]>([
  ['its own offset, whatever the studio’s', { OffsetTimeOriginal: '+02:30' }, 60, '2026-11-24T16:00:02.000Z'],
  ['an offset behind', { OffsetTimeOriginal: '-03:30' }, 60, '2026-11-24T22:00:02.000Z'],
  ['none: the studio’s', {}, 60, '2026-11-24T17:30:02.000Z'],
  ['parts of a second', { SubSecTimeOriginal: '25', OffsetTimeOriginal: '+00:00' }, 60, '2026-11-24T18:30:02.250Z'],
])('the time of a picture by its notes: %s', async (_, notes, zone, shotAt) => {
  const file = await sharp({ create: { width: 30, height: 20, channels: 3, background: '#834' } })
    .withExif({ IFD2: { DateTimeOriginal: '2026:11:24 18:30:02', ...notes } })
    .jpeg()
    .toBuffer()
  const kept = await addPicture(own.db, own.studioId, await fresh(), { name: 'x.jpg', zone }, file)
  expect(kept.shotAt).toBe(shotAt)
})
test('a picture without a time that can be read is of when it came', async () => {
  const file = await picture('jpeg', 'yesterday')
  const came = Date.now()
  const kept = await addPicture(own.db, own.studioId, await fresh(), { name: 'x.jpg', zone: 60 }, file)
  expect(Math.abs(Date.parse(kept.shotAt) - came)).toBeLessThan(60_000)
})

test('a large picture comes back whole, in its pieces’ order', async () => {
  const id = await fresh()
  const raw = randomBytes(1500 * 1200 * 3)
  const file = await sharp(raw, { raw: { width: 1500, height: 1200, channels: 3 } })
    .png()
    .toBuffer()
  expect(file.length).toBeGreaterThan(4 * 1024 * 1024)
  const kept = await addPicture(own.db, own.studioId, id, { name: 'noise.png', zone: 0 }, file)
  const { data } = await wholePicture(own.db, own.studioId, kept.id, 'full')
  expect(Buffer.compare(await sharp(data).raw().toBuffer(), raw)).toBe(0)
})

test('to be read it is brought to 768 px, in its colours; one that is no wider goes as it is', async () => {
  const id = await fresh()
  const add = async (width: number) => {
    const file = await sharp({ create: { width, height: width / 2, channels: 3, background: '#c06030' } })
      .jpeg()
      .toBuffer()
    return addPicture(own.db, own.studioId, id, { name: `${width}.jpg`, zone: 0 }, file)
  }
  const small = await readSmall(own.db, own.studioId, (await add(1600)).id)
  expect(small.type).toBe('image/png')
  const { data, info } = await sharp(small.data).raw().toBuffer({ resolveWithObject: true })
  expect([info.width, info.height]).toEqual([768, 384])
  for (const [channel, value] of [0xc0, 0x60, 0x30].entries())
    expect(Math.abs(data[channel]! - value)).toBeLessThanOrEqual(3)
  const kept = await add(768)
  const asItIs = await readSmall(own.db, own.studioId, kept.id)
  const full = await wholePicture(own.db, own.studioId, kept.id, 'full')
  expect(asItIs.type).toBe('image/jpeg')
  expect(Buffer.compare(asItIs.data, full.data)).toBe(0)
})

test('what is no picture, broken, or too large is refused with its reason', async () => {
  const id = await fresh()
  const add = (file: Buffer) => refusal(addPicture(own.db, own.studioId, id, { name: 'x.jpg', zone: 0 }, file))
  expect((await add(Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"/>'))).status).toBe(415)
  expect((await add(Buffer.from('GIF89a nothing'))).status).toBe(415)
  expect((await add(Buffer.alloc(0))).status).toBe(415)
  expect((await add((await picture('png')).subarray(0, 90))).status).toBeGreaterThanOrEqual(415)
  const jpeg = await sharp({ create: { width: 900, height: 900, channels: 3, background: '#333' } })
    .jpeg()
    .toBuffer()
  expect(await add(jpeg.subarray(0, jpeg.length / 2))).toMatchObject({
    status: 422,
    detail: expect.stringContaining('broken'),
  })
  const huge = await sharp({
    create: { width: 16_000, height: 11_000, channels: 3, background: '#000' },
    limitInputPixels: false,
  })
    .png({ compressionLevel: 9 })
    .toBuffer()
  expect((await add(huge)).status).toBeGreaterThanOrEqual(415)
  expect(await listPictures(own.db, own.studioId, id)).toEqual([])
})

test(
  'a picture goes to the take of its time, waits for it where it must, and stays where ' + 'somebody put it',
  async () => {
    const id = await fresh()
    const first = await fire(own.db, own.studioId, id, { firedAt: '2026-11-24T18:30:00.000Z' })
    const a = await addPicture(
      own.db,
      own.studioId,
      id,
      { name: 'a.jpg', zone: 0 },
      await picture('jpeg', '2026:11:24 18:30:02', 1),
    )
    const b = await addPicture(
      own.db,
      own.studioId,
      id,
      { name: 'b.jpg', zone: 0 },
      await picture('jpeg', '2026:11:24 18:30:20', 2),
    )
    expect([a.takeId, b.takeId]).toEqual([first.id, null])
    const second = await fire(own.db, own.studioId, id, { firedAt: '2026-11-24T18:30:19.000Z' })
    const takeOf = async (picture: { id: string }) =>
      (await listPictures(own.db, own.studioId, id)).find(p => p.id === picture.id)!.takeId
    expect(await takeOf(b)).toBe(second.id)
    await putPicture(own.db, own.studioId, b.id, first.id)
    await fire(own.db, own.studioId, id, { firedAt: '2026-11-24T18:30:21.000Z' })
    expect(await takeOf(b)).toBe(first.id)
    await putPicture(own.db, own.studioId, a.id, null)
    expect(await takeOf(a)).toBeNull()
    expect(
      (await logPage(own.db, own.studioId, { order: 'newest', limit: 50, setup: id, pictures: true })).entries.map(
        e => [e.number, e.pictures.map(p => p.name)],
      ),
    ).toEqual([[1, ['b.jpg']]])
  },
)

test('the same file sent twice at once is kept once, and a camera’s clock gone wrong does not matter', async () => {
  const id = await fresh()
  const take = await fire(own.db, own.studioId, id, { firedAt: '2026-11-24T19:00:00.000Z' })
  const file = await picture('jpeg', '2019:01:01 00:00:00', 7)
  const sent = await Promise.all(
    Array.from({ length: 4 }, () =>
      addPicture(own.db, own.studioId, id, { name: 'c.jpg', zone: 0, written: '2026-11-24T19:00:01.000Z' }, file),
    ),
  )
  expect(new Set(sent.map(p => p.id)).size).toBe(1)
  expect(await listPictures(own.db, own.studioId, id)).toMatchObject([
    { takeId: take.id, shotAt: '2026-11-24T19:00:01.000Z' },
  ])
})

test('no other studio sees or moves it, and it goes to no take of another set-up', async () => {
  const id = await fresh()
  const other = await studio()
  const kept = await addPicture(own.db, own.studioId, id, { name: 'd.jpg', zone: 0 }, await picture('jpeg'))
  expect((await refusal(wholePicture(other.db, other.studioId, kept.id, 'full'))).status).toBe(404)
  expect((await refusal(listPictures(other.db, other.studioId, id))).status).toBe(404)
  expect(
    (await refusal(addPicture(other.db, other.studioId, id, { name: 'e.jpg', zone: 0 }, await picture('png')))).status,
  ).toBe(404)
  const elsewhere = await fire(own.db, own.studioId, await fresh())
  expect(await refusal(putPicture(own.db, own.studioId, kept.id, elsewhere.id))).toMatchObject({
    status: 422,
    detail: expect.stringContaining('take'),
  })
  await other.end()
})
