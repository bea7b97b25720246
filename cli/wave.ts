import wavefile from 'wavefile'

/** Largest code of a depth, and what is taken off first: eight bits count from the middle. */
const SCALES: Record<string, [scale: number, middle: number]> = {
  '8': [128, 128],
  '16': [2 ** 15, 0],
  '24': [2 ** 23, 0],
  '32': [2 ** 31, 0],
  '32f': [1, 0],
  '64': [1, 0],
}

/**
 * Channels of a WAV file, −1 to 1.
 *
 * @throws Error where it is none, or is packed
 */
export function waveOf(bytes: Uint8Array): { rate: number; channels: Float32Array[] } {
  const wave = new wavefile.WaveFile(bytes)
  const { sampleRate: rate, numChannels } = wave.fmt as { sampleRate: number; numChannels: number }
  const [scale, middle] = SCALES[wave.bitDepth] ?? []
  if (scale === undefined || middle === undefined) throw new Error(`Its samples are packed (${wave.bitDepth}).`)
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
