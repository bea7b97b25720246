import type { Assessment } from '../assess'
import { type Figure, type Figures, type Named, type ResultText, type Said, named, said } from '../findings/types'
import type { Setup } from '../../setup/types'
import type { Cause } from '../../take/spread'

/** A result of the plan with where it comes from. */
export interface Result {
  id: string
  label: ResultText
  /** What it is in this set-up; null: it does not exist here. */
  value: Figure
  /** How it is worked out. */
  formula: ResultText
  /** This set-up's figures in label and formula. */
  figures: Figures
  /** Sources of its spread, the largest first; empty for what has none. */
  causes: Cause[]
  /** The result in any set-up, in SI; what the sensitivities vary. */
  read: (a: Assessment) => number | null
}

/** One as it is made: without a value where it does not exist here. */
export type ResultDraft = Omit<Result, 'value' | 'causes'> & { value: Figure | null; causes?: Cause[] }

/** A plain number. */
export const number = (value: number): Figure => ({ value, quantity: 'number' })
/** A figure per metre, 1/m. */
export const perMetre = (value: number): Figure => ({ value, quantity: 'perMetre' })
/** A figure of angle, rad. */
export const angle = (value: number): Figure => ({ value, quantity: 'angle' })
/** A figure of rate, 1/s. */
export const rate = (value: number): Figure => ({ value, quantity: 'rate' })
/** An exposure value at ISO 100. */
export const ev = (value: number): Figure => ({ value, quantity: 'ev' })

/** That cards count, said where there are any. */
export const withCards = ({ scene }: Pick<Setup, 'scene'>): Said | Named =>
  scene.cards.length > 0 ? said('result.scene.cardsIncluded') : named('')
