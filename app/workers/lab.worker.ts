import exifr from 'exifr'
import Papa from 'papaparse'
import {
  type HandMark,
  type InputKind,
  type LabInput,
  type LabReading,
  type LabSettings,
  BENCH,
  BENCH_CAMERA,
  STANDARD,
  factorFor,
  frameOf,
  labTool,
  readLab,
  traceOf,
  traceOfSound,
} from '~~/core/lab'
import { pictureOfFrame, windowOf } from '~/utils/labViews'
import { answering } from './answering'
import { servicesWords } from '~~/shared/texts/pages/services'

/** What the Lab's worker is asked; files stay with it, by their number. */
export type LabAsked =
  | { kind: 'picture'; file: File; full: boolean }
  | { kind: 'table'; file: File }
  | { kind: 'sound'; name: string; channels: Float32Array[]; rate: number; as: InputKind }
  | { kind: 'sample'; tool: string; seed: number }
  | { kind: 'read'; tool: string; files: number[]; settings: LabSettings; marks: HandMark[] }
  | { kind: 'window'; file: number; from: number; to: number; points: number }
  | { kind: 'show'; file: number; stops: boolean }
  | { kind: 'forget' }

/** A file that was read, as the page is told of it. */
export interface LabFile {
  file: number
  name: string
  kind: InputKind
  /** px of the file; s of a recording or trace. */
  width: number
  height: number
  from: number
  seconds: number
}
export interface LabWindow {
  /** For each point the lowest and highest of what it stands for, by column. */
  columns: { low: number[]; high: number[] }[]
  times: number[]
}
export interface LabSample {
  files: LabFile[]
  settings: LabSettings
  truth: Record<string, number>
}
export interface LabGiven {
  picture: LabFile
  table: LabFile
  sound: LabFile
  sample: LabSample
  read: LabReading
  window: LabWindow
  show: { width: number; height: number; bytes: Uint8ClampedArray<ArrayBuffer> }
  forget: null
}

/** px of the longer side at which a picture is read where not every pixel is needed. */
const MOST_SIDE = 1600
const MOST_PIXELS = 62e6
const MOST_TABLE = 120e6

const held = new Map<number, LabInput>()
let last = 0

function keep(input: LabInput): LabFile {
  const file = ++last
  held.set(file, input)
  return told(file, input)
}
function told(file: number, input: LabInput): LabFile {
  const base = { file, name: input.name, kind: input.kind, width: 0, height: 0, from: 0, seconds: 0 }
  switch (input.kind) {
    case 'frame': {
      const { width, height, factor } = input.frame
      return { ...base, width: width * factor, height: height * factor }
    }
    case 'sound':
      return { ...base, seconds: input.sound.samples.length / input.sound.rate }
    case 'trace': {
      const { time } = input.trace
      return { ...base, from: time[0]!, seconds: time[time.length - 1]! - time[0]! }
    }
  }
}

const positive = (value: unknown): number | null => (typeof value === 'number' && value > 0 ? value : null)

async function picture({ file, full }: Extract<LabAsked, { kind: 'picture' }>): Promise<LabFile> {
  const bitmap = await createImageBitmap(file).catch(() => null)
  if (!bitmap) throw new Error(servicesWords('lab.browserCannotReadPicture', { name: file.name }))
  if (bitmap.width * bitmap.height > MOST_PIXELS)
    throw new Error(servicesWords('lab.over60Megapixels', { name: file.name }))
  const tags = ((await exifr
    .parse(file, { pick: ['ExposureTime', 'FNumber', 'ISO', 'Model'], translateValues: false })
    .catch(() => null)) ?? {}) as Record<string, unknown>
  const { width, height } = bitmap
  const canvas = new OffscreenCanvas(width, height)
  const context = canvas.getContext('2d', { willReadFrequently: true })!
  context.drawImage(bitmap, 0, 0)
  bitmap.close()
  const { data } = context.getImageData(0, 0, width, height)
  const frame = frameOf(
    { width, height, rgba: data },
    {
      tone: tags.Model === BENCH_CAMERA ? BENCH : STANDARD,
      factor: full ? 1 : factorFor(width, height, MOST_SIDE),
      exposure: { shutter: positive(tags.ExposureTime), aperture: positive(tags.FNumber), iso: positive(tags.ISO) },
    },
  )
  return keep({ kind: 'frame', name: file.name, frame })
}

async function table({ file }: Extract<LabAsked, { kind: 'table' }>): Promise<LabFile> {
  if (file.size > MOST_TABLE)
    throw new Error(servicesWords('lab.largerThanMb', { name: file.name, most: MOST_TABLE / 1e6 }))
  const { data } = Papa.parse<unknown[]>(await file.text(), { skipEmptyLines: true, dynamicTyping: true })
  try {
    return keep({ kind: 'trace', name: file.name, trace: traceOf(data) })
  } catch (error) {
    throw new Error(`${file.name}: ${(error as Error).message}`, { cause: error })
  }
}

function sound({ name, channels, rate, as }: Extract<LabAsked, { kind: 'sound' }>): LabFile {
  return as === 'trace'
    ? keep({ kind: 'trace', name, trace: traceOfSound(channels, rate) })
    : keep({ kind: 'sound', name, sound: { rate, samples: channels[0]! } })
}

function sample({ tool, seed }: Extract<LabAsked, { kind: 'sample' }>): LabSample {
  const made = labTool(tool)!.sample(seed)
  return { files: made.files.map(keep), settings: made.settings, truth: { ...made.truth } }
}

const inputOf = (file: number): LabInput => {
  const input = held.get(file)
  if (!input) throw new Error(servicesWords('lab.fileNoLongerAvailable'))
  return input
}

async function answer(asked: LabAsked): Promise<LabGiven[keyof LabGiven]> {
  switch (asked.kind) {
    case 'picture':
      return picture(asked)
    case 'table':
      return table(asked)
    case 'sound':
      return sound(asked)
    case 'sample':
      return sample(asked)
    case 'read':
      return readLab(labTool(asked.tool)!, asked.files.map(inputOf), asked.settings, asked.marks)
    case 'window':
      return windowOf(inputOf(asked.file), asked.from, asked.to, asked.points)
    case 'show':
      return pictureOfFrame(inputOf(asked.file), asked.stops)
    case 'forget':
      held.clear()
      return null
  }
}

answering<LabAsked, LabGiven[keyof LabGiven]>(answer)
