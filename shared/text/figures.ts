import { ADVICE_TEXTS } from '../texts/advice'
import { CHAIN_TEXTS } from '../texts/chain'
import { FINDING_TEXTS } from '../texts/findings'
import { RESULT_TEXTS } from '../texts/results'
import { tellerOf } from './teller'

/** Texts of plans by their ids: findings, results, checks, methods and what to do next. */
export const PLAN_TEXTS: Readonly<Record<string, string>> = {
  ...CHAIN_TEXTS,
  ...FINDING_TEXTS,
  ...RESULT_TEXTS,
  ...ADVICE_TEXTS,
}

/** A text of a plan, in the reader's units. */
export const { tell } = tellerOf(PLAN_TEXTS)
