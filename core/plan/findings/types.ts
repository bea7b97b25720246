import type { Quantity } from '../../setup/fields'
import type { Change } from '../../setup/paths'
import type { ChainText } from '../../take/texts'
import type { Assessment } from '../assess'

/** How serious a finding is: the take cannot work, will suffer, or is worth a look. */
export type Severity = 'error' | 'warning' | 'note'

/** A number in a text, named as in its template: `{late}` stands for figures.late in the units of the reader. */
export interface Figure {
  value: number
  quantity: Quantity
  unit?: string
}
/** Text of a finding by its id; its words stand in `shared/texts/findings.ts`. */
export type FindingText = `finding.${string}`

/** Text of a result by its id; its words stand in `shared/texts/results.ts`. */
export type ResultText = `result.${string}`

/** Text of a check before the first take by its id; as of the two below its words stand in `shared/texts/advice.ts`. */
export type CheckText = `check.${string}`
/** Why a method will not do, by its id. */
export type MethodText = `method.${string}`
/** What to do next, by its id. */
export type NextText = `next.${string}`

/** Text of the Lab by its id; its words stand in `shared/texts/lab.ts`. */
export type LabText = `lab.${string}`

/** Text of what a take's picture was read as, by its id; its words stand in `shared/texts/takeReading.ts`. */
export type ReadText = `read.${string}`

/** Any text of the core by its id; its words stand in `shared/texts`. */
export type TextId = FindingText | ResultText | CheckText | MethodText | NextText | LabText | ReadText | ChainText

/** What somebody called a thing, as part of a text. */
export interface Named {
  name: string
}
/** A text as part of another; without figures of its own it has those of the whole. */
export interface Said {
  say: TextId
  figures?: Figures
}
/** Texts in a row as part of another; steps have commas and begin with a capital. */
export interface Listed {
  each: Said[]
  by: 'steps' | 'comma' | 'or' | 'plus' | 'semicolon'
}
/** What stands in place of the placeholders of a text, by their names. */
export type Figures = Record<string, Figure | Named | Said | Listed>

/** What a fix changes elsewhere, differences after − before. */
export interface FixCost {
  flashStops: number | null
  ambientStops: number
  depth: number | null
  blur: number
  keep: number
}

/** A fix as a rule proposes it: changes of the set-up. */
export interface FixDraft {
  label: FindingText
  figures?: Figures
  changes: Change[]
}

/** A fix with what it costs and brings about. */
export interface Fix extends FixDraft {
  figures: Figures
  cost: FixCost
  /** Findings it brings about, worse than notes. */
  raises: FindingId[]
  /** Other findings it also removes. */
  clears: FindingId[]
}

/** A finding as its rule makes it, its fixes not yet tried. */
export interface FindingDraft {
  id: FindingId
  severity: Severity
  /** What will be seen, and why. */
  title: FindingText
  reason: FindingText
  figures: Figures
  /** Fields it is about, the first where a message belongs. */
  paths: string[]
  /** A function where they are searched for: it is asked only of findings that are shown. */
  fixes: readonly FixDraft[] | (() => FixDraft[])
  /** What would do it, told where no fix here does. */
  outOfReach?: FindingText
}

/** A finding with the fixes that were tried and do help. */
export interface Finding extends Omit<FindingDraft, 'fixes'> {
  fixes: Fix[]
}

/** A rule of one mistake; null where a plan does not make it. */
export type Rule = (a: Assessment) => FindingDraft | null

/** A finding by name; a new one needs a rule and a text. */
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

/** A name as part of a text. */
export const named = (name: string): Named => ({ name })
/** A text as part of another. */
export const said = (say: TextId, figures?: Figures): Said => ({ say, ...(figures ? { figures } : {}) })

/** A figure of time, s. */
export const time = (value: number): Figure => ({ value, quantity: 'time' })
/** A figure of length, m, shown in the unit given. */
export const length = (value: number, unit?: string): Figure => ({
  value,
  quantity: 'length',
  ...(unit ? { unit } : {}),
})
/** A figure in stops. */
export const stops = (value: number): Figure => ({ value, quantity: 'stops' })
/** A figure of open time, s, shown as a shutter speed. */
export const shutter = (value: number): Figure => ({ value, quantity: 'shutter' })
/** A figure shown as an f-number. */
export const aperture = (value: number): Figure => ({ value, quantity: 'aperture' })
/** A figure shown as a power of full. */
export const power = (value: number): Figure => ({ value, quantity: 'power' })
/** A figure of sensitivity, ISO. */
export const iso = (value: number): Figure => ({ value, quantity: 'iso' })
/** A share, 0 to 1, shown in per cent. */
export const share = (value: number): Figure => ({ value, quantity: 'share' })
/** A whole number of things. */
export const count = (value: number): Figure => ({ value, quantity: 'count' })
/** A figure of speed, m/s. */
export const speed = (value: number): Figure => ({ value, quantity: 'speed' })
/** A figure of mass, kg. */
export const mass = (value: number): Figure => ({ value, quantity: 'mass' })
/** A figure of energy, J. */
export const energy = (value: number): Figure => ({ value, quantity: 'energy' })
/** A figure of rate, 1/s. */
export const rate = (value: number): Figure => ({ value, quantity: 'rate' })
/** A figure of angle, rad. */
export const angle = (value: number): Figure => ({ value, quantity: 'angle' })
/** A plain number. */
export const number = (value: number): Figure => ({ value, quantity: 'number' })
