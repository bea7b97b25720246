import wavefile from 'wavefile'
import { waveOf } from '~~/cli/wave'

/** Codes as a file of a depth holds them, of two channels. */
function file(depth: string, left: number[], right: number[]): Uint8Array {
  const wave = new wavefile.WaveFile()
  wave.fromScratch(2, 48_000, depth, [left, right])
  return Buffer.from(wave.toBuffer())
}

test.each([
  ['8', [128, 192, 0], [128, 64, 255], 1 / 128],
  ['16', [0, 16_384, -32_768], [0, -16_384, 32_767], 1 / 32_768],
  ['24', [0, 4_194_304, -8_388_608], [0, -4_194_304, 8_388_607], 1 / 8_388_608],
  ['32', [0, 1_073_741_824, -2_147_483_648], [0, -1_073_741_824, 2_147_483_647], 1e-9],
  ['32f', [0, 0.5, -1], [0, -0.5, 1], 1e-9],
])('a recording of %s bits is read from −1 to 1, its channels apart', (depth, left, right, step) => {
  const { rate, channels } = waveOf(file(depth, left, right))
  expect(rate).toBe(48_000)
  expect([...channels[0]!]).toEqual([0, 0.5, -1])
  expect(channels[1]![1]).toBe(-0.5)
  expect(Math.abs(channels[1]![2]! - 1)).toBeLessThanOrEqual(step * 1.01)
})

test('a packed recording is refused', () => {
  const wave = new wavefile.WaveFile()
  wave.fromScratch(1, 8000, '16', [0, 1, 2, 3, 4, 5, 6, 7])
  wave.toMuLaw()
  expect(() => waveOf(wave.toBuffer())).toThrow('Its samples are packed (8m).')
})
