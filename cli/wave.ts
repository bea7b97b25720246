import wavefile from 'wavefile'
import { cliWords } from '../shared/texts/cli'

/** Largest code of a depth, and what is taken off first: eight bits count from the middle. */
const SCALES: Record<string, [scale: number, middle: number]> = {
  '8': [128, 128],
  '16': [2 ** 15, 0],
  '24': [2 ** 23, 0],
  '32': [2 ** 31, 0],
  '32f': [1, 0],
  '64': [1, 0],
}

/** Channels and samples a second of any recorder there is. */
const MOST_CHANNELS = 64
const MOST_RATE = 2e6

/** Chunks of a file, each by where it begins and how much of what it claims is there. */
function chunksOf(view: DataView, little: boolean): Map<string, { at: number; size: number }> {
  const chunks = new Map<string, { at: number; size: number }>()
  for (let at = 12; at + 8 <= view.byteLength;) {
    const id = String.fromCharCode(...[0, 1, 2, 3].map(i => view.getUint8(at + i)))
    const claimed = view.getUint32(at + 4, little)
    const size = Math.min(claimed, view.byteLength - at - 8)
    if (!chunks.has(id)) chunks.set(id, { at: at + 8, size })
    at += 8 + size + (size & 1)
  }
  return chunks
}

/**
 * A file with its format and its samples alone: what else its headers claim, however large, is never looked at.
 *
 * @throws Error where it is no WAV, or its format cannot be
 */
function plainWave(bytes: Uint8Array): Uint8Array {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  const kind = bytes.byteLength < 12 ? '' : String.fromCharCode(...bytes.subarray(0, 4))
  if (kind !== 'RIFF' && kind !== 'RIFX' && kind !== 'RF64') throw new Error(cliWords('wave.notWavFile'))
  const little = kind !== 'RIFX'
  const chunks = chunksOf(view, little)
  const [format, data] = [chunks.get('fmt '), chunks.get('data')]
  if (!format || format.size < 16) throw new Error(cliWords('wave.wavFileHasNo'))
  if (!data || data.size === 0) throw new Error(cliWords('wave.wavFileHasNo2'))
  const channels = view.getUint16(format.at + 2, little)
  const rate = view.getUint32(format.at + 4, little)
  if (channels < 1 || channels > MOST_CHANNELS) throw new Error(cliWords('wave.claimsChannels', { channels }))
  if (rate < 1 || rate > MOST_RATE) throw new Error(cliWords('wave.claimsSamplesSecond', { rate }))
  const whole = new Uint8Array(12 + 8 + format.size + (format.size & 1) + 8 + data.size + (data.size & 1))
  const out = new DataView(whole.buffer)
  const write = (text: string, at: number): void =>
    whole.set(
      [...text].map(char => char.charCodeAt(0)),
      at,
    )
  write(little ? 'RIFF' : 'RIFX', 0)
  out.setUint32(4, whole.length - 8, little)
  write('WAVEfmt ', 8)
  out.setUint32(16, format.size, little)
  whole.set(bytes.subarray(format.at, format.at + format.size), 20)
  const at = 20 + format.size + (format.size & 1)
  write('data', at)
  out.setUint32(at + 4, data.size, little)
  whole.set(bytes.subarray(data.at, data.at + data.size), at + 8)
  return whole
}

/**
 * Channels of a WAV file, −1 to 1.
 *
 * @throws Error where it is none, or is packed
 */
export function waveOf(bytes: Uint8Array): { rate: number; channels: Float32Array[] } {
  const wave = new wavefile.WaveFile(plainWave(bytes))
  const { sampleRate: rate, numChannels } = wave.fmt as { sampleRate: number; numChannels: number }
  const [scale, middle] = SCALES[wave.bitDepth] ?? []
  if (scale === undefined || middle === undefined)
    throw new Error(cliWords('wave.compressedWavFilesNot', { bitDepth: wave.bitDepth }))
  const codes = codesOf(wave)
  const length = Math.floor(codes.length / numChannels)
  const channels = Array.from({ length: numChannels }, (_, channel) => {
    const samples = new Float32Array(length)
    for (let i = 0; i < length; i++) samples[i] = (codes[i * numChannels + channel]! - middle) / scale
    return samples
  })
  return { rate, channels }
}

/** Codes of all channels in turn. The package reads sample by sample: ten minutes of a usual depth would take 13 s. */
function codesOf(wave: wavefile.WaveFile): ArrayLike<number> {
  const { samples } = wave.data as { samples: Uint8Array }
  const usual = wave.container === 'RIFF'
  // A copy of its own: what a file is read into may begin anywhere.
  if (usual && wave.bitDepth === '16')
    return new Int16Array(new Uint8Array(samples.subarray(0, samples.length & ~1)).buffer)
  if (usual && wave.bitDepth === '24')
    return Int32Array.from({ length: Math.floor(samples.length / 3) }, (_, i) => {
      const at = 3 * i
      return ((samples[at + 2]! << 24) | (samples[at + 1]! << 16) | (samples[at]! << 8)) >> 8
    })
  return wave.getSamples(true, Float64Array)
}
