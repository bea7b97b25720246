import { EXERCISES, dialOf, exerciseRig, exerciseSetup, fireRig, pictureOf, plan, sceneOf } from '../../core'
import { type LabReading, type SyntheticSample, TakeReader, labTool, marksOf, readLab } from '../../core/lab'
import { delivered, filmOf } from './photo'
import { readingInWords } from '../../shared/text/lab'

/** What is read of files whose making is known, by what they are: `tool seed`, or `exercise off`. */
export type GoldenReadings = Record<string, unknown>

/** Stand-ins of each tool that are kept. */
export const KEPT_SEEDS = [1]

/** Takes that are kept: an exercise, and how many half-windows off the planned delay it was fired. */
export const KEPT_TAKES: readonly (readonly [exercise: string, off: number])[] = [
  ['cracker-beam', -1.3],
  ['cracker-beam', 0.4],
  ['coffee-cloud', 1.2],
]

/** A stand-in of a tool, read: kept, as it takes a second or two to make. */
const read = new Map<string, { reading: LabReading; truth: SyntheticSample['truth'] }>()
export function sampleRead(id: string, seed: number): { reading: LabReading; truth: SyntheticSample['truth'] } {
  const known = read.get(`${id} ${seed}`)
  if (known) return known
  const tool = labTool(id)!
  const made = tool.sample(seed)
  const now = { reading: readLab(tool, made.files, made.settings, marksOf(made.settings)), truth: made.truth }
  read.set(`${id} ${seed}`, now)
  return now
}

/** What a tool reads of a stand-in, but for its words. */
export function toolRead(id: string, seed: number): unknown {
  const { reading, truth } = sampleRead(id, seed)
  const { figures, marks, rows, limits, trusted, gives } = readingInWords(reading)
  return {
    truth,
    figures: figures.map(({ id: name, value, error, bound }) => [name, value, error, bound ?? null]),
    marks: marks.map(({ id: name, file, at }) => [name, file, at]),
    rows: rows.map(row => [row.name, row.figures.map(({ id: name, value, error }) => [name, value, error])]),
    limits: limits.length,
    trusted,
    gives: gives.map(({ label: _, ...give }) => give),
  }
}

/** Readers of exercises: kept, as each draws what takes may look like first. */
const readers = new Map<string, TakeReader>()

/** What is read of the picture of a take on the bench. */
export function takeRead(id: string, off: number): unknown {
  const exercise = EXERCISES.find(one => one.id === id)!
  const setup = exerciseSetup(exercise)
  const planned = plan(setup)
  const reader = readers.get(id) ?? new TakeReader(planned)
  readers.set(id, reader)
  const rig = exerciseRig(exercise, 93)
  const { before, after } = planned.keep
  const delay = dialOf(planned)!.used + (off * (before + after)) / 2
  const conditions = { threshold: 0.3, holdOff: 0.5, armed: true, open: true, sincePop: null }
  const shot = fireRig(rig, setup, 1, { delay, ...conditions })
  const film = filmOf(sceneOf(pictureOf(rig, setup, shot, setup.picture.shutter)), [192, 128], 2)
  const { reasons, ...reading } = reader.read(delivered(film))
  return { truth: [shot.verdict, shot.offset, shot.past], ...reading, reasons: reasons.length }
}
