import { servicesWords } from '~~/shared/texts/pages/services'

/** Bytes of sound files that are taken: ten minutes of 96 kHz, two channels of 24 bits. */
const MOST_BYTES = 400e6
const MOST_SECONDS = 620

/** Rate that a WAV file says it has; null for other files. */
function rateOf(bytes: ArrayBuffer): number | null {
  if (bytes.byteLength < 28) return null
  const view = new DataView(bytes)
  const rate = view.getUint32(0, false) === 0x52494646 ? view.getUint32(24, true) : 0
  return rate >= 8000 && rate <= 192_000 ? rate : null
}

/** A sound file by the browser's own decoder, at the file's own rate where that is known. */
export async function decodedSound(file: File): Promise<{ channels: Float32Array[]; rate: number }> {
  if (file.size > MOST_BYTES)
    throw new Error(servicesWords('recording.largerThanMb', { name: file.name, most: MOST_BYTES / 1e6 }))
  const bytes = await file.arrayBuffer()
  const context = new OfflineAudioContext(1, 1, rateOf(bytes) ?? 48_000)
  const sound = await context.decodeAudioData(bytes).catch(() => null)
  if (!sound) throw new Error(servicesWords('recording.browserCannotReadSound', { name: file.name }))
  if (sound.duration > MOST_SECONDS)
    throw new Error(servicesWords('recording.longerThanTenMinutes', { name: file.name }))
  const count = Math.min(2, sound.numberOfChannels)
  return {
    rate: sound.sampleRate,
    channels: Array.from({ length: count }, (_, i) => new Float32Array(sound.getChannelData(i))),
  }
}

export interface Recording {
  /** Ends it. @returns what was heard */
  end(): Promise<{ channels: Float32Array[]; rate: number }>
}

/**
 * Records the microphone, without whatever evens out loudness or takes away noise.
 *
 * @throws Error with a sentence where the browser does not let it: no microphone, not allowed, no HTTPS
 */
export async function record(): Promise<Recording> {
  if (!navigator.mediaDevices?.getUserMedia) throw new Error(servicesWords('recording.microphoneOnlyWorksOver'))
  const stream = await navigator.mediaDevices
    .getUserMedia({ audio: { echoCancellation: false, noiseSuppression: false, autoGainControl: false } })
    .catch((error: Error) => {
      throw new Error(
        error.name === 'NotAllowedError'
          ? servicesWords('recording.microphoneAccessWasRefused')
          : servicesWords('recording.noMicrophoneWasFound'),
        { cause: error },
      )
    })
  const context = new AudioContext()
  await context.audioWorklet.addModule('/taker.js')
  const taker = new AudioWorkletNode(context, 'taker')
  const parts: Float32Array[] = []
  taker.port.onmessage = ({ data }: MessageEvent<Float32Array>) => parts.push(data)
  context.createMediaStreamSource(stream).connect(taker)
  return {
    async end() {
      for (const track of stream.getTracks()) track.stop()
      const rate = context.sampleRate
      await context.close()
      const all = new Float32Array(parts.reduce((total, part) => total + part.length, 0))
      let at = 0
      for (const part of parts) {
        all.set(part, at)
        at += part.length
      }
      return { channels: [all], rate }
    },
  }
}
