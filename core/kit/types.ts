import type { FlashRow, RepeatRow } from '../setup/types'

/** Kinds of gear in the kit. */
export const KIT_KINDS = [
  'camera',
  'lens',
  'flash',
  'sensor',
  'controller',
  'link',
  'modifier',
  'consumable',
  'launcher',
  'mixture',
  'skin',
  'hand',
] as const
/** A kind of gear. */
export type KitKind = (typeof KIT_KINDS)[number]

/** A figure from the leaflet, one measured on this very unit, or that of a typical unit of its kind. */
export const BASES = ['rated', 'measured', 'assumed'] as const
/** What a figure of gear rests on: measured, from its leaflet, or assumed. */
export type Basis = (typeof BASES)[number]

/** Where a figure comes from, and the day it was noted, yyyy-mm-dd; empty: not known. */
export interface KitMark {
  basis: Basis
  date: string
}

/** A row of a flash's durations, each with where it comes from. */
export interface KitDurationRow extends FlashRow, KitMark {}

/** A figure of gear as it is kept: a number in SI units, a choice, or nothing. */
export type FigureValue = number | string | boolean | null

/** A piece of gear, or a stock of props: the open file format of kit, version 1. */
export interface KitItem {
  format: 'epiro-kit'
  version: 1
  kind: KitKind
  name: string
  notes: string
  /** SI, by the keys of `KIT_FIGURES[kind]`. */
  figures: Record<string, FigureValue>
  /** One for each figure. */
  marks: Record<string, KitMark>
  /** Durations of a flash against power; empty for other kinds. */
  table: KitDurationRow[]
  /** What a flash's repeating mode can do; empty: it has none. */
  repeat: RepeatRow[]
}
