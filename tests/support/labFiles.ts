import sharp from 'sharp'
import wavefile from 'wavefile'
import type { LabInput } from '../../core/lab'

/** Code of light by the standard curve, written anew: the readers have their own. */
const code = (light: number): number => {
  const value = Math.min(1, Math.max(0, light))
  return Math.round(255 * (value <= 0.0031308 ? 12.92 * value : 1.055 * value ** (1 / 2.4) - 0.055))
}

/** A stand-in as the file a studio would have: PNG, WAV or CSV. */
export async function fileOf(input: LabInput): Promise<{ name: string; mimeType: string; buffer: Buffer }> {
  const base = input.name.replace(/\.\w+$/, '')
  if (input.kind === 'frame') {
    const { width, height, level, exposure } = input.frame
    const grey = Buffer.from(Uint8Array.from(level, code))
    const { shutter } = exposure
    const image = sharp(grey, { raw: { width, height, channels: 1 } })
    const tagged =
      shutter === null ? image : image.withExif({ IFD2: { ExposureTime: `${Math.round(shutter * 1e6)}/1000000` } })
    return { name: `${base}.png`, mimeType: 'image/png', buffer: await tagged.toColourspace('srgb').png().toBuffer() }
  }
  if (input.kind === 'sound') {
    const wave = new wavefile.WaveFile()
    wave.fromScratch(
      1,
      input.sound.rate,
      '16',
      Int16Array.from(input.sound.samples, value => Math.round(value * 32767)),
    )
    return { name: `${base}.wav`, mimeType: 'audio/wav', buffer: Buffer.from(wave.toBuffer()) }
  }
  const { time, columns } = input.trace
  const rows = [...time].map((t, i) =>
    [(t * 1e6).toFixed(4), ...columns.map(column => column[i]!.toFixed(6))].join(','),
  )
  const text = `time (us),${columns.map((_, i) => (i === 0 ? 'light' : 'trigger')).join(',')}\n${rows.join('\n')}\n`
  return { name: `${base}.csv`, mimeType: 'text/csv', buffer: Buffer.from(text) }
}
