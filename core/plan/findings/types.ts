import type { Quantity } from '../../setup/fields'
import type { Change } from '../../setup/paths'
import type { Assessment } from '../assess'

export type Severity = 'error' | 'warning' | 'note'

/** A number in a text, named as in its template: `{late}` stands for figures.late in the units of the reader. */
export interface Figure {
  value: number
  quantity: Quantity
  unit?: string
}
export type Figures = Record<string, Figure>

/** What a fix changes elsewhere, differences after − before. */
export interface FixCost {
  flashStops: number | null
  ambientStops: number
  depth: number | null
  blur: number
  keep: number
}

export interface FixDraft {
  label: string
  figures?: Figures
  changes: Change[]
}

export interface Fix extends FixDraft {
  figures: Figures
  cost: FixCost
  /** Findings it brings about, worse than notes. */
  raises: FindingId[]
  /** Other findings it also removes. */
  clears: FindingId[]
}

export interface FindingDraft {
  id: FindingId
  severity: Severity
  /** Text with figures in braces. */
  title: string
  reason: string
  figures: Figures
  /** Fields it is about, the first where a message belongs. */
  paths: string[]
  /** A function where they are searched for: it is asked only of findings that are shown. */
  fixes: readonly FixDraft[] | (() => FixDraft[])
  /** With figures in braces: what would do it, told where no fix here does. */
  outOfReach?: string
}

export interface Finding extends Omit<FindingDraft, 'fixes'> {
  fixes: Fix[]
}

export type Rule = (a: Assessment) => FindingDraft | null

export type FindingId =
  | 'evidence-surprise'
  | 'evidence-repeat'
  | 'person-in-line'
  | 'never-arrives'
  | 'negative-delay'
  | 'delay-too-long'
  | 'delay-off'
  | 'seconds-for-milliseconds'
  | 'hold-off-short'
  | 'past-sync'
  | 'high-speed-sync'
  | 'blur'
  | 'rated-duration'
  | 'no-flash'
  | 'ambient'
  | 'aimed-away'
  | 'exposure'
  | 'setting-out-of-range'
  | 'too-close'
  | 'depth'
  | 'diffraction'
  | 'beam-too-short'
  | 'sensor-too-keen'
  | 'sensor-too-dull'
  | 'sensor-untested'
  | 'optical-pre-flash'
  | 'spread'
  | 'stock'
  | 'coarse-step'
  | 'silent-source'
  | 'mic-in-line'
  | 'pool-shallow'
  | 'burst-recycle'
  | 'burst-buffer'
  | 'closes-early'
  | 'sequence-outlasts-shutter'
  | 'still-parts'
  | 'steps-overlap'
  | 'pops-too-close'
  | 'not-enough-units'
  | 'pops-unreached'
  | 'shoe-too-soon'
  | 'follows-nothing'
  | 'slave-blind'
  | 'silhouette'
  | 'key-behind'
  | 'ground-spill'
  | 'ground-uneven'
  | 'ground-grey'
  | 'reflection-shows'
  | 'light-too-near'
  | 'in-frame'
  | 'out-of-frame'
  | 'light-blocked'
  | 'catch'
  | 'face-away'

/** A name as part of a text: it holds no figures of its own. */
export const plain = (name: string): string => name.replaceAll('{', '').replaceAll('}', '')

export const time = (value: number): Figure => ({ value, quantity: 'time' })
export const length = (value: number, unit?: string): Figure => ({
  value,
  quantity: 'length',
  ...(unit ? { unit } : {}),
})
export const stops = (value: number): Figure => ({ value, quantity: 'stops' })
export const shutter = (value: number): Figure => ({ value, quantity: 'shutter' })
export const aperture = (value: number): Figure => ({ value, quantity: 'aperture' })
export const power = (value: number): Figure => ({ value, quantity: 'power' })
export const iso = (value: number): Figure => ({ value, quantity: 'iso' })
export const share = (value: number): Figure => ({ value, quantity: 'share' })
export const count = (value: number): Figure => ({ value, quantity: 'count' })
export const speed = (value: number): Figure => ({ value, quantity: 'speed' })
export const rate = (value: number): Figure => ({ value, quantity: 'rate' })
export const angle = (value: number): Figure => ({ value, quantity: 'angle' })
export const number = (value: number): Figure => ({ value, quantity: 'number' })
