import { type LabInput, frameOf, labTool, readLab } from '~~/core/lab'
import { seededRandom } from '~~/core/math/random'

const [WIDE, TALL] = [1200, 300]

/** A ruler that leads away from left to right: fine ticks, sharp about a part of it, with an even noise. */
function ruler(sharpAt: number, falls: number): LabInput {
  const random = seededRandom(5)
  const rgba = new Uint8ClampedArray(WIDE * TALL * 4)
  for (let y = 0; y < TALL; y++)
    for (let x = 0; x < WIDE; x++) {
      const fine = 70 * Math.exp(-(((x / WIDE - sharpAt) / falls) ** 2))
      const level = 120 + (x % 2 === 0 ? fine : -fine) + 20 * (x / WIDE) + random.normal()
      rgba.set([level, level, level, 255], (y * WIDE + x) * 4)
    }
  return { kind: 'frame', name: 'ruler.png', frame: frameOf({ width: WIDE, height: TALL, rgba }) }
}

test('a ruler is sharpest where its ticks are finest, and as deep as a quarter of that detail reaches', () => {
  const figure = (sharpAt: number, falls: number, id: string): number =>
    readLab(labTool('sharpness')!, [ruler(sharpAt, falls)], { target: 'ruler', length: 0.2 }).figures.find(
      one => one.id === id,
    )!.value!
  // Of 200 mm the middle nine tenths are read: 70 % of the width is 0.2222 of it past their middle.
  expect(figure(0.7, 0.08, 'off')).toBeCloseTo(0.2222 * 0.2, 2)
  expect(figure(0.3, 0.08, 'off')).toBeCloseTo(-0.2222 * 0.2, 2)
  // Detail goes by the square of contrast: a quarter of it is where exp(−2 u²) = ¼, u = 0.8326 falls either side.
  const deep = ((2 * 0.8326 * 0.08) / 0.9) * 0.2
  expect(figure(0.5, 0.08, 'depth') / deep).toBeGreaterThan(0.85)
  expect(figure(0.5, 0.08, 'depth') / deep).toBeLessThan(1.15)
  expect(figure(0.5, 0.16, 'depth') / figure(0.5, 0.08, 'depth')).toBeCloseTo(2, 0)
})

test('a ruler without a length, or without a sharp part, gives no figure to go by', () => {
  const read = (sharpAt: number, falls: number, length: number | null) =>
    readLab(labTool('sharpness')!, [ruler(sharpAt, falls)], { target: 'ruler', length })
  expect(read(0.5, 0.08, null)).toMatchObject({ figures: [], trusted: false })
  expect(read(0.5, 0.08, 0.2).trusted).toBe(true)
  expect(read(0.5, 40, 0.2).trusted).toBe(false)
})

/** A recording of short knocks, each with its peak; rate 48 kHz. */
function knocks(...peaks: number[]): LabInput {
  const random = seededRandom(9)
  const samples = Float32Array.from({ length: 48_000 * peaks.length }, (_, i) => {
    const since = (i % 48_000) / 48_000 - 0.3
    const peak = peaks[Math.floor(i / 48_000)]!
    return (
      (since < 0 ? 0 : peak * Math.exp(-since / 0.01) * Math.cos(2 * Math.PI * 2000 * since)) + 1e-4 * random.normal()
    )
  })
  return { kind: 'sound', name: `${peaks.length} knocks.wav`, sound: { rate: 48_000, samples } }
}

test('of one recording the loudest are the events, as many as are said; of several those of the last', () => {
  const figures = (files: LabInput[], events: number): Record<string, number> =>
    Object.fromEntries(
      readLab(labTool('levels')!, files, { events }).figures.map(({ id, value }) => [id, value!] as const),
    )
  const one = knocks(0.1, 0.8, 0.05, 0.6)
  // Of the two loudest the quieter, against the loudest of the rest: 0.6 over 0.1 is 15.6 dB.
  expect(figures([one], 2)).toMatchObject({ margin: expect.closeTo(15.56, 0), quietest: expect.closeTo(0.6, 1) })
  expect(figures([one], 2).loudest).toBeCloseTo(0.1, 2)
  // None said: the loudest alone.
  expect(figures([one], 0).loudest).toBeCloseTo(0.6, 1)
  expect(figures([one], 1)).toEqual(figures([one], 0))
  expect(figures([knocks(0.1, 0.05), knocks(0.4, 0.5)], 0)).toMatchObject({
    loudest: expect.closeTo(0.1, 2),
    quietest: expect.closeTo(0.4, 1),
  })
})
