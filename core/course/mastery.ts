import type { ChoiceAnswer, NumberAnswer } from './types'

/** Luckier than this no go is: it would prove nothing. */
export const MOST_LUCK = 0.3
/** Weight of evidence from which a lesson counts as mastered, natural logarithm. */
export const MASTERED = 4.5
/** How often somebody who knows it is right. */
const KNOWS = 0.9

/** How often somebody who knows nothing is right, 0 to 1. */
export function luckOf(answer: NumberAnswer | ChoiceAnswer): number {
  if (answer.kind === 'choice') return 1 / answer.options.length
  const { right, range, byFactor } = answer
  const at = (value: number): number => {
    const held = Math.max(range[0], Math.min(range[1], value))
    return byFactor ? Math.log(held) : held
  }
  return (at(right[1]) - at(right[0])) / (at(range[1]) - at(range[0]))
}

/** Whether an answer does. @param answer SI, or the place of an option */
export function isRight(asked: NumberAnswer | ChoiceAnswer, answer: number): boolean {
  if (asked.kind === 'choice') return answer === asked.right
  return answer >= asked.right[0] && answer <= asked.right[1]
}

/** A go that was answered. */
export interface AnsweredGo {
  right: boolean
  /** With a hint: it counts for nothing. */
  hinted: boolean
  luck: number
}

/**
 * How much the goes of somebody speak for knowing it: a sequential test between somebody who is right nine times in ten
 * and somebody who guesses, never below nothing.
 *
 * @param goes in order
 * @see Page, Continuous Inspection Schemes, Biometrika 41, 1954
 */
export function masteryOf(goes: readonly AnsweredGo[]): { weight: number; mastered: boolean; after: number | null } {
  let weight = 0
  let after: number | null = null
  goes.forEach(({ right, hinted, luck }, i) => {
    if (hinted || after !== null) return
    weight = Math.max(0, weight + (right ? Math.log(KNOWS / luck) : Math.log((1 - KNOWS) / (1 - luck))))
    if (weight >= MASTERED) after = i + 1
  })
  return { weight, mastered: after !== null, after }
}
