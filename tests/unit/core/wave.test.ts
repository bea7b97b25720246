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
  expect(() => waveOf(wave.toBuffer())).toThrow('Compressed WAV files are not supported (8m).')
})

describe('headers that lie are told, in no time', () => {
  /** A file by its chunks, each with the size it claims. */
  function chunked(...chunks: [id: string, claimed: number, body: number[]][]): Uint8Array {
    const bytes: number[] = []
    const word = (value: number): void => {
      for (let i = 0; i < 4; i++) bytes.push((value >>> (8 * i)) & 255)
    }
    bytes.push(...Buffer.from('RIFF'))
    word(0xffffffff)
    bytes.push(...Buffer.from('WAVE'))
    for (const [id, claimed, body] of chunks) {
      bytes.push(...Buffer.from(id))
      word(claimed)
      bytes.push(...body)
    }
    return Uint8Array.from(bytes)
  }
  const format = (channels: number, rate: number): number[] => {
    const body = new DataView(new ArrayBuffer(16))
    body.setUint16(0, 1, true)
    body.setUint16(2, channels, true)
    body.setUint32(4, rate, true)
    body.setUint32(8, rate * 2 * channels, true)
    body.setUint16(12, 2 * channels, true)
    body.setUint16(14, 16, true)
    return [...new Uint8Array(body.buffer)]
  }
  const samples = [0, 0, 0, 64, 0, 128, 0, 0]

  test.each<[string, Uint8Array, string]>([
    ['no channels', chunked(['fmt ', 16, format(0, 48_000)], ['data', 8, samples]), 'It claims 0 channels.'],
    ['0 Hz', chunked(['fmt ', 16, format(1, 0)], ['data', 8, samples]), 'It claims 0 samples a second.'],
    ['no samples', chunked(['fmt ', 16, format(1, 48_000)]), 'The WAV file has no samples.'],
    ['no format', chunked(['data', 8, samples]), 'The WAV file has no format.'],
    ['nothing at all', new Uint8Array(3), 'Not a WAV file.'],
  ])('%s', (_, bytes, said) => {
    expect(() => waveOf(bytes)).toThrow(said)
  })

  test('four billion cue points are not looked at, and samples that are claimed are not there', () => {
    const cues = chunked(['fmt ', 16, format(1, 48_000)], ['cue ', 4, [255, 255, 255, 255]], ['data', 4e9, samples])
    const began = Date.now()
    const { rate, channels } = waveOf(cues)
    expect([rate, [...channels[0]!]]).toEqual([48_000, [0, 0.5, -1, 0]])
    expect(Date.now() - began).toBeLessThan(1000)
  })
})
