import sharp from 'sharp'
import { Film, type Assessment, toneMapped, sceneOf } from '../../core'

/** px across of a frame that stands in for a camera's picture; computed at a quarter of it. */
const WIDE = 1440
const COMPUTED = 360
const PASSES = 3

const two = (n: number): string => String(n).padStart(2, '0')
const fraction = (seconds: number): string =>
  seconds >= 1 ? `${Math.round(seconds * 1000)}/1000` : `1/${Math.round(1 / seconds)}`

function film(plan: Assessment, height: number, wide = COMPUTED, passes = PASSES): Film {
  const made = new Film(sceneOf(plan), wide, height)
  for (let pass = 0; pass < passes; pass++) made.pass()
  return made
}

/** A frame as lists show it: as wide as a card, little noise, a second's work. */
const SHOWN = { wide: 270, passes: 4, quality: 66 }

/** The predicted frame of a set-up, small, as a WebP. */
export async function smallFrame(plan: Assessment): Promise<Buffer> {
  const { sensorWidth, sensorHeight } = plan.setup.camera
  const { wide, passes, quality } = SHOWN
  const height = Math.round((wide * sensorHeight) / sensorWidth)
  return sharp(toneMapped(film(plan, height, wide, passes)), { raw: { width: wide, height, channels: 4 } })
    .removeAlpha()
    .webp({ quality })
    .toBuffer()
}

/**
 * A frame computed as the predicted frame is, as a camera would deliver it: a PNG with the usual notes on the exposure.
 *
 * @param plan what the sensor records
 * @param at when it was shot
 * @param openFor s the shutter was open
 * @param again a second light on the same frame
 */
export async function frameFile(plan: Assessment, at: Date, openFor: number, again?: Assessment): Promise<Buffer> {
  const { camera, picture, lens } = plan.setup
  const height = Math.round((COMPUTED * camera.sensorHeight) / camera.sensorWidth)
  const first = film(plan, height)
  // A second light adds to what is there.
  if (again) film(again, height).sums.forEach((light, i) => (first.sums[i] = first.sums[i]! + light))
  const day = `${at.getUTCFullYear()}:${two(at.getUTCMonth() + 1)}:${two(at.getUTCDate())}`
  return sharp(toneMapped(first), { raw: { width: COMPUTED, height, channels: 4 } })
    .removeAlpha()
    .resize(WIDE, Math.round((WIDE * camera.sensorHeight) / camera.sensorWidth))
    .withExif({
      IFD0: { Model: 'Practice bench' },
      IFD2: {
        DateTimeOriginal: `${day} ${two(at.getUTCHours())}:${two(at.getUTCMinutes())}:${two(at.getUTCSeconds())}`,
        OffsetTimeOriginal: '+00:00',
        SubSecTimeOriginal: String(at.getUTCMilliseconds()).padStart(3, '0'),
        ExposureTime: fraction(openFor),
        FNumber: `${Math.round(picture.aperture * 10)}/10`,
        ISOSpeedRatings: String(Math.round(picture.iso)),
        FocalLength: `${Math.round(lens.focalLength * 10_000)}/10`,
      },
    })
    .png()
    .toBuffer()
}
