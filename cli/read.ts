import { readingInWords } from '../shared/text/lab'
import { readFile, stat } from 'node:fs/promises'
import { basename, extname } from 'node:path'
import Papa from 'papaparse'
import sharp from 'sharp'
import { InputError } from '../core'
import {
  BENCH,
  BENCH_CAMERA,
  type LabInput,
  type LabSettings,
  type LabTool,
  STANDARD,
  factorFor,
  frameOf,
  labTool,
  readLab,
  traceOf,
  traceOfSound,
} from '../core/lab'
import { tagsOf } from '../server/services/pictureTags'
import { waveOf } from './wave'
import { cliWords } from '../shared/texts/cli'

/** Bytes and pixels of a file that are taken at most. */
const MOST_BYTES = 400e6
const MOST_PIXELS = 62e6
const MOST_SIDE = 1600

const PICTURES = new Set(['.jpg', '.jpeg', '.png', '.webp'])
const TABLES = new Set(['.csv', '.tsv', '.txt'])

/** The tool that suits files by what they are, where none is named. */
export function toolFor(files: readonly string[]): string {
  const kinds = new Set(files.map(file => extname(file).toLowerCase()))
  if ([...kinds].every(kind => PICTURES.has(kind))) return files.length >= 3 ? 'specks' : 'exposure'
  if ([...kinds].every(kind => TABLES.has(kind))) return 'trace'
  return 'speed'
}

async function picture(file: string, tool: LabTool): Promise<LabInput> {
  const image = sharp(file, { limitInputPixels: MOST_PIXELS, failOn: 'error' }).autoOrient()
  const tags = await tagsOf((await image.metadata()).exif)
  const { data, info } = await image.ensureAlpha().toColourspace('srgb').raw().toBuffer({ resolveWithObject: true })
  const number = (value: unknown): number | null => (typeof value === 'number' && value > 0 ? value : null)
  const frame = frameOf(
    { width: info.width, height: info.height, rgba: data },
    {
      tone: tags.Model === BENCH_CAMERA ? BENCH : STANDARD,
      factor: tool.full ? 1 : factorFor(info.width, info.height, MOST_SIDE),
      exposure: { shutter: number(tags.ExposureTime), aperture: number(tags.FNumber), iso: number(tags.ISO) },
    },
  )
  return { kind: 'frame', name: basename(file), frame }
}

async function recording(file: string, tool: LabTool): Promise<LabInput> {
  const { rate, channels } = waveOf(await readFile(file))
  return tool.takes === 'trace'
    ? { kind: 'trace', name: basename(file), trace: traceOfSound(channels, rate) }
    : { kind: 'sound', name: basename(file), sound: { rate, samples: channels[0]! } }
}

async function inputOf(file: string, tool: LabTool): Promise<LabInput> {
  const found = await stat(file).catch(() => null)
  if (!found?.isFile()) throw new InputError('file', file, cliWords('read.fileThere'))
  if (found.size > MOST_BYTES)
    throw new InputError(
      file,
      cliWords('read.mb', { size: Math.round(found.size / 1e6) }),
      cliWords('read.mostMb', { most: MOST_BYTES / 1e6 }),
    )
  try {
    if (tool.takes === 'frame') return await picture(file, tool)
    if (tool.takes === 'trace' && TABLES.has(extname(file).toLowerCase())) {
      const { data } = Papa.parse<unknown[]>(await readFile(file, 'utf8'), {
        skipEmptyLines: true,
        dynamicTyping: true,
      })
      return { kind: 'trace', name: basename(file), trace: traceOf(data) }
    }
    return await recording(file, tool)
  } catch (error) {
    const wanted = {
      frame: cliWords('read.jpegPngWebp'),
      sound: cliWords('read.wavRecording'),
      trace: cliWords('read.csvTimeLightWav'),
    }
    throw new InputError(basename(file), (error as Error).message, wanted[tool.takes])
  }
}

/**
 * What the Lab reads in files.
 *
 * @param name of the tool; left out: by what the files are
 * @param settings as entered beside the tool, SI
 * @throws InputError for a tool or a file that cannot be read
 */
export async function readFiles(
  files: readonly string[],
  name: string | undefined,
  settings: LabSettings,
): Promise<{ tool: string; files: string[]; reading: ReturnType<typeof readingInWords> }> {
  const tool = labTool(name ?? toolFor(files))
  if (!tool) throw new InputError('--tool', name, cliWords('read.nameToolLab'))
  for (const key of Object.keys(settings))
    if (!tool.fields.some(field => field.key === key))
      throw new InputError(
        '--set',
        key,
        cliWords('read.one', { fields: tool.fields.map(field => field.key).join(', ') || 'none' }),
      )
  const inputs: LabInput[] = []
  for (const file of files) inputs.push(await inputOf(file, tool))
  return {
    tool: tool.id,
    files: inputs.map(input => input.name),
    reading: readingInWords(readLab(tool, inputs, settings)),
  }
}
