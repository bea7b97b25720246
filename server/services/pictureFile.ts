import sharp from 'sharp'
import { READ_WIDTH } from '../../shared/reading'
import { MOST_PIXELS, type PictureExposure, type PictureType } from '../../shared/schemas/pictures'
import { problem } from '../utils/problem'
import { type Tags, tagsOf } from './pictureTags'
import { serverWords } from '../../shared/texts/server'

/** A picture ready to be kept. */
export interface PreparedPicture {
  type: PictureType
  width: number
  height: number
  exposure: PictureExposure
  /** ms since 1970 by the camera's own clock; null: it does not say. */
  cameraTime: number | null
}

/** Where a prepared picture lies, beside the file it came in. */
export const preparedAt = (path: string) => ({ full: `${path}.full`, thumb: `${path}.thumb` })

/** px of the longer side; of the longest side a file may have. */
const THUMB = 320
const LONGEST_SIDE = 30_000
const QUALITY = { jpeg: 92, webp: 92, thumb: 78 } as const
const FORMATS: Record<string, PictureType> = { jpeg: 'image/jpeg', png: 'image/png', webp: 'image/webp' }
const positive = (value: unknown): number | null =>
  typeof value === 'number' && Number.isFinite(value) && value > 0 ? value : null

/** A kept picture brought to what takes are read at, as PNG in sRGB. */
export const smallPicture = (data: Uint8Array): Promise<Buffer> =>
  sharp(data, { limitInputPixels: MOST_PIXELS, sequentialRead: true })
    .resize(READ_WIDTH, null, { withoutEnlargement: true })
    .png({ compressionLevel: 1 })
    .toBuffer()

/** `2026:11:24 18:30:00` with its offset, or else `zone` minutes ahead of UTC. */
function timeOf(tags: Tags, zone: number): number | null {
  const text = tags.DateTimeOriginal ?? tags.CreateDate
  const [, y, mo, d, h, mi, s] =
    (typeof text === 'string' ? /^(\d{4}):(\d\d):(\d\d)[ T](\d\d):(\d\d):(\d\d)/.exec(text) : null)?.map(Number) ?? []
  if (y === undefined) return null
  const fraction = /^\d{1,9}/.exec(String(tags.SubSecTimeOriginal ?? ''))?.[0]
  const offset = /^([+-])(\d\d):(\d\d)/.exec(String(tags.OffsetTimeOriginal ?? tags.OffsetTime ?? ''))
  const ahead = offset ? (offset[1] === '-' ? -1 : 1) * (Number(offset[2]) * 60 + Number(offset[3])) : zone
  const time = Date.UTC(y, mo! - 1, d, h, mi, s) + (fraction ? Number(`0.${fraction}`) * 1000 : 0) - ahead * 60_000
  return Number.isFinite(time) ? Math.round(time) : null
}

/**
 * Reads a file by its content, whatever its name says: draws it anew, upright, at its full size, so that nothing but
 * the picture is left of it, and takes
 * down what the camera noted of the exposure. The place it was taken at is neither read nor kept. What is kept is
 * written beside the file.
 *
 * @param zone minutes that the camera's clock is ahead of UTC where it does not say
 * @throws 415 for anything but JPEG, PNG and WebP; 422 for a broken file or one with too many pixels
 */
export async function preparePicture(path: string, zone: number): Promise<PreparedPicture> {
  const source = () =>
    sharp(path, { limitInputPixels: MOST_PIXELS, failOn: 'error', sequentialRead: true }).autoOrient()
  const meta = await source()
    .metadata()
    .catch((error: unknown) => (/pixel/i.test(String(error)) ? ('large' as const) : null))
  if (meta === 'large') throw problem(422, serverWords('pictureFile.overMegapixels', { most: MOST_PIXELS / 1e6 }))
  const type = FORMATS[meta?.format ?? '']
  if (!meta || !type) throw problem(415, serverWords('pictureFile.fileTypeNotSupported'))
  if ((meta.pages ?? 1) > 1) throw problem(422, serverWords('pictureFile.animatedPicturesNotSupported'))
  if (Math.max(meta.width, meta.height) > LONGEST_SIDE)
    throw problem(422, serverWords('pictureFile.pictureTooLargeMost', { side: LONGEST_SIDE }))
  try {
    const tags = await tagsOf(meta.exif)
    const drawn = source().keepIccProfile()
    const encoded =
      type === 'image/jpeg'
        ? drawn.jpeg({ quality: QUALITY.jpeg })
        : type === 'image/webp'
          ? drawn.webp({ quality: QUALITY.webp })
          : drawn.png()
    const to = preparedAt(path)
    const full = await encoded.toFile(to.full)
    await source()
      .resize(THUMB, THUMB, { fit: 'inside', withoutEnlargement: true })
      .webp({ quality: QUALITY.thumb })
      .toFile(to.thumb)
    const focal = positive(tags.FocalLength)
    return {
      type,
      width: full.width,
      height: full.height,
      cameraTime: timeOf(tags, zone),
      exposure: {
        shutter: positive(tags.ExposureTime),
        aperture: positive(tags.FNumber),
        iso: positive(tags.ISO),
        focalLength: focal === null ? null : focal / 1000,
        camera: typeof tags.Model === 'string' ? tags.Model.slice(0, 80) : null,
      },
    }
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === 'ENOSPC' || /No space left/i.test(String(error)))
      throw problem(507, serverWords('pictureFile.diskFull'))
    throw problem(
      422,
      /pixel/i.test(String(error))
        ? serverWords('pictureFile.overMegapixels', { most: MOST_PIXELS / 1e6 })
        : serverWords('pictureFile.pictureBrokenCouldNot'),
    )
  }
}
