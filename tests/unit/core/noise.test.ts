import { toneMapped } from '~~/core'

/** Standard deviation of the bytes of an even mid grey by a sensor. */
function noiseOf(grain: { electrons: number; read: number; pixelsWide: number }): number {
  const [width, height] = [160, 120]
  const film = { width, height, passes: 1, scene: { grain }, sums: new Float32Array(width * height * 3).fill(0.18) }
  const bytes = toneMapped(film, false)
  const green = Array.from({ length: width * height }, (_, i) => bytes[i * 4 + 1]!)
  const mean = green.reduce((sum, one) => sum + one, 0) / green.length
  return Math.sqrt(green.reduce((sum, one) => sum + (one - mean) ** 2, 0) / (green.length - 1))
}

test('light is counted: four times the electrons, half the noise', () => {
  const counted = (electrons: number) => noiseOf({ electrons, read: 0, pixelsWide: 160 })
  expect(counted(200)).toBeGreaterThan(3)
  expect(counted(100) / counted(400)).toBeCloseTo(2, 1)
})

test('what reading adds is beside it: all of the noise where little light is counted, and in proportion', () => {
  const read = (electrons: number) => noiseOf({ electrons: 500, read: electrons, pixelsWide: 160 })
  expect(read(100) / read(50)).toBeGreaterThan(1.8)
  expect(read(100) / read(50)).toBeLessThan(2)
  // Both add by their squares: √(500 + 22.36²) is √2 of √500.
  expect(read(Math.sqrt(500)) / read(0)).toBeCloseTo(Math.SQRT2, 1)
})

test('four pixels in one of the picture have four times the light and twice the read noise', () => {
  const readOnly = (pixelsWide: number) => noiseOf({ electrons: 2000, read: 200, pixelsWide })
  expect(readOnly(160) / readOnly(320)).toBeGreaterThan(1.9)
  expect(readOnly(160) / readOnly(320)).toBeLessThan(2.15)
  // A picture finer than its sensor is not cleaner for it.
  expect(readOnly(40)).toBeCloseTo(readOnly(160), 6)
})
