import { FACE, LENS, Numbers, PIXEL, TIME } from '../../../core/render/numbers'

const numbers = new Numbers()
const at = (pixel: number, sample: number, dimension: number, more = 0, seed = 1): number => {
  numbers.start(pixel, sample, seed)
  return numbers.at(dimension, more)
}

test.each([
  [16, PIXEL],
  [64, PIXEL],
  [256, PIXEL],
  [16, FACE],
  [256, LENS],
])('the first %i samples of a pair have a cell each of as many', (samples, pair) => {
  const side = Math.sqrt(samples)
  for (let pixel = 0; pixel < 20; pixel++) {
    const cells = Array.from({ length: samples }, (_, sample) => {
      const [x, y] = [at(pixel, sample, pair, 3), at(pixel, sample, pair + 1, 3)]
      expect(Math.min(x, y)).toBeGreaterThanOrEqual(0)
      expect(Math.max(x, y)).toBeLessThan(1)
      return Math.floor(x * side) * side + Math.floor(y * side)
    })
    expect(new Set(cells).size).toBe(samples)
  }
})

test.each([
  ['two pairs', PIXEL, LENS, 0],
  ['a pair and one alone', PIXEL + 1, TIME, 0],
  ['two streams of one dimension', FACE, FACE, 40],
])('%s know nothing of each other, within the first samples either', (_, first, second, stream) => {
  const cells = new Array<number>(64).fill(0)
  const count = 4000 * 8
  for (let pixel = 0; pixel < 4000; pixel++)
    for (let sample = 0; sample < 8; sample++) {
      const cell = Math.floor(at(pixel, sample, first) * 8) * 8 + Math.floor(at(pixel, sample, second, stream) * 8)
      cells[cell]!++
    }
  const off = cells.reduce((sum, n) => sum + (n - count / 64) ** 2 / (count / 64), 0)
  // χ² of 63 degrees of freedom: 99.9 % lie below 104.
  expect(off).toBeLessThan(104)
})

test('neither pixels nor seeds nor later samples repeat, and the same is the same again', () => {
  const some = [at(1, 0, PIXEL), at(2, 0, PIXEL), at(1, 1, PIXEL), at(1, 256, PIXEL), at(1, 0, PIXEL, 0, 2)]
  expect(new Set(some).size).toBe(some.length)
  expect(at(1, 256, PIXEL)).toBe(some[3])
})
