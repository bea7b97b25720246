import type { Figures, LabText, Named, Said } from '../plan/findings/types'
import type { Evidence, EvidenceKind } from '../setup/types'
import type { Quantity } from '../setup/fields'
import type { KitKind } from '../kit/types'
import type { Change } from '../setup/paths'

/** What a camera noted of an exposure: s, f-number, ISO; null: it does not say. */
export interface FrameExposure {
  shutter: number | null
  aperture: number | null
  iso: number | null
}

/** A picture as light: linear, 1 where the file is white. */
export interface Frame {
  width: number
  height: number
  level: Float32Array
  /** px of the file's width for each px here, 1 or above. */
  factor: number
  exposure: FrameExposure
  /** What the light is worked out from the file's codes by, in words. */
  tone: string
}

/** A recording, one channel: −1 to 1. */
export interface Sound {
  rate: number
  samples: Float32Array
}

/** Columns against time, s: a scope's file, or a photodiode recorded as sound. */
export interface Trace {
  time: Float64Array
  columns: Float64Array[]
  /** Level at which the recorder's scale ends; null: not known. */
  fullScale: number | null
}

/** A file as a tool reads it. */
export type LabInput = { name: string } & (
  { kind: 'frame'; frame: Frame } | { kind: 'sound'; sound: Sound } | { kind: 'trace'; trace: Trace }
)
/** What a tool reads: frames, sounds, or traces of a photodiode. */
export type InputKind = LabInput['kind']

/** A place in a file that a figure rests on: read, and put right by hand. */
export interface LabMark {
  id: string
  label: LabText
  /** Of the label. */
  figures?: Figures
  /** Of which of the files, from 0. */
  file: number
  /** An upright or a level line across a picture, px of the file; an instant, s; a level. */
  kind: 'x' | 'y' | 'time' | 'level'
  at: number
  byHand: boolean
}
/** A mark that somebody set. */
export type HandMark = Pick<LabMark, 'id' | 'file' | 'at'>

/** A figure of a reading with its standard error. */
export interface LabFigure {
  id: string
  label: LabText
  /** SI; null: it could not be read. */
  value: number | null
  /** Standard error, same unit; null: none is known. */
  error: number | null
  quantity: Quantity
  unit?: string
  /** The value is a bound: what is sought lies below or above it. */
  bound?: 'below' | 'above'
}

/** Where a figure goes in one press. */
export type Export = { label: LabText } & (
  | { to: 'evidence'; kind: EvidenceKind; value: number; error: number; more?: Partial<Evidence> }
  | { to: 'set-up'; changes: Change[] }
  | { to: 'kit'; kind: KitKind; figures: Record<string, number> }
  /** `error`: standard error of `t01`, as a share of it; null: none is known. */
  | { to: 'kit-row'; power: number; t05: number | null; t01: number; error: number | null }
  | { to: 'take'; position: number | null; note: Said | null }
)

/** A row of a list that a reading has: sounds of a recording, pops of a trace, spots. */
export interface LabRow {
  name: Said | Named
  file: number
  figures: LabFigure[]
}

/** What a tool read. */
export interface LabReading {
  figures: LabFigure[]
  marks: LabMark[]
  rows: LabRow[]
  /** What limits it, one sentence each. */
  limits: Said[]
  /** Whether it can be used as it is; false: the sentence in `limits` says why not. */
  trusted: boolean
  gives: Export[]
}

/** A setting of a tool, to be entered beside it. */
export type LabField = { key: string; label: LabText } & (
  | { type: 'number'; quantity: Quantity; start: number | null; min: number; max: number; unit?: string }
  | { type: 'choice'; options: readonly { value: string; label: LabText }[]; start: string }
)
/** What was entered beside a file, by the key of its field. */
export type LabSettings = Readonly<Record<string, number | string | null>>

/** A stand-in: files whose truth is known. */
export interface SyntheticSample {
  files: LabInput[]
  settings: LabSettings
  /** True value of each figure by its id. */
  truth: Readonly<Record<string, number>>
}

/** A tool of the Lab: what it takes, asks and reads. */
export interface LabTool {
  id: string
  title: LabText
  /** What it is for and what to give it, a sentence or two. */
  text: LabText
  takes: InputKind
  /** Files it needs at the least. */
  least: number
  /** Whether it needs every pixel of the file. */
  full?: boolean
  /** How a picture's sides of the file are named, first to last, where each has its part. */
  parts?: readonly LabText[]
  fields: readonly LabField[]
  read(files: readonly LabInput[], settings: LabSettings, marks: readonly HandMark[]): LabReading
  sample(seed: number): SyntheticSample
}

/** A number among settings; its own start where it is left empty. */
export function numberOf(settings: LabSettings, key: string, otherwise: number): number {
  const value = settings[key]
  return typeof value === 'number' && Number.isFinite(value) ? value : otherwise
}

/** A reading of nothing, with why. */
export const unread = (limits: Said[], marks: LabMark[] = []): LabReading => ({
  figures: [],
  marks,
  rows: [],
  limits,
  trusted: false,
  gives: [],
})

/** Marks as read, with those set by hand in their place. */
export function settled(read: readonly Omit<LabMark, 'byHand'>[], hand: readonly HandMark[]): LabMark[] {
  return read.map(mark => {
    const set = hand.find(({ id, file }) => id === mark.id && file === mark.file)
    return set ? { ...mark, at: set.at, byHand: true } : { ...mark, byHand: false }
  })
}
