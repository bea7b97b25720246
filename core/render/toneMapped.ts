import { seededRandom } from '../math/random'
import { brightnessOf } from './brightness'
import type { Film } from './film'

/** Linear light as a display shows it, 0 to 255: a soft shoulder to white, then the display's own curve. */
export const shown = (light: number): number =>
  light <= 0 ? 0 : Math.round(255 * (1 - Math.exp(-1.6 * light)) ** (1 / 2.2))

/** Stops of linear light against an 18 % card exposed correctly; −∞ for none. */
export const stopsOf = (light: readonly [number, number, number]): number => Math.log2(brightnessOf(light) / 0.18)

/** Colours of stops, from the darkest band up; each reaches to `below`. */
export const BANDS: readonly { below: number; colour: readonly [number, number, number] }[] = [
  { below: -6, colour: [12, 12, 14] },
  { below: -4, colour: [38, 34, 92] },
  { below: -2.5, colour: [42, 82, 152] },
  { below: -1, colour: [38, 136, 132] },
  { below: -1 / 3, colour: [96, 166, 84] },
  { below: 1 / 3, colour: [150, 150, 150] },
  { below: 1, colour: [208, 186, 70] },
  { below: 2, colour: [224, 128, 50] },
  { below: 2.5, colour: [214, 60, 60] },
  { below: Infinity, colour: [250, 240, 250] },
]

/** What of a film its picture is made from: the sums of its passes, and its sensor's noise. */
type Exposed = Pick<Film, 'width' | 'height' | 'passes' | 'sums'> & { scene: Pick<Film['scene'], 'grain'> }

/** A film's picture as bytes, red, green, blue and opaque, as the sensor's noise leaves it. */
export function toneMapped(film: Exposed, falseColour = false): Uint8ClampedArray<ArrayBuffer> {
  const { width, height, scene, sums } = film
  const bytes = new Uint8ClampedArray(width * height * 4)
  const n = Math.max(1, film.passes)
  // Light of several pixels of the sensor falls into one of the picture.
  const pooled = (scene.grain.pixelsWide / width) ** 2
  const electrons = (scene.grain.electrons / 0.18) * Math.max(1, pooled)
  const read = scene.grain.read * Math.sqrt(Math.max(1, pooled))
  const random = seededRandom(7)
  for (let i = 0; i < width * height; i++) {
    const light = [sums[i * 3]! / n, sums[i * 3 + 1]! / n, sums[i * 3 + 2]! / n] as [number, number, number]
    const at = i * 4
    if (falseColour) {
      const stops = stopsOf(light)
      const { colour } = BANDS.find(band => stops < band.below)!
      bytes.set(colour, at)
    } else {
      for (let c = 0; c < 3; c++) {
        const noise = Math.sqrt(light[c]! * electrons + read * read) / electrons
        bytes[at + c] = shown(light[c]! + noise * random.normal())
      }
    }
    bytes[at + 3] = 255
  }
  return bytes
}
