import type { Figure, Figures, Said } from '../../core'
import { PLAN_TEXTS } from '../../shared/text/figures'
import { LAB_TEXTS } from '../../shared/texts/lab'
import { READING_TEXTS } from '../../shared/texts/takeReading'

/** Every text of the core by its id. */
export const TEXTS: Readonly<Record<string, string>> = { ...PLAN_TEXTS, ...LAB_TEXTS, ...READING_TEXTS }

/** What stands in place of a placeholder, where it is a number. */
export function figure(of: Figures[string] | undefined): Figure {
  if (of === undefined || !('value' in of)) throw new Error(`No number: ${JSON.stringify(of)}`)
  return of
}

/** The angle or the way of a step of a fix of several. */
export function stepOf({ figures = {} }: { figures?: Figures }, step: number): Figures[string] | undefined {
  const { steps } = figures
  const own = steps && 'each' in steps ? steps.each[step]?.figures : undefined
  // One that says what it is for says what is done within that.
  const done = own?.step && 'say' in own.step ? own.step.figures : own
  return done?.to ?? done?.by
}

/** A text with names and other texts in their places, its numbers still in braces. */
export function words(id: string, figures: Figures = {}): string {
  return (TEXTS[id] ?? id).replace(/\{(\w+)\}/g, (whole, name: string) => {
    const part = figures[name]
    if (part === undefined || 'value' in part) return whole
    if ('name' in part) return part.name
    if ('say' in part) return words(part.say, part.figures ?? figures)
    const each = part.each.map(one => words(one.say, one.figures ?? figures))
    if (part.by === 'steps') return each.join(', ').replace(/^./, letter => letter.toUpperCase())
    return each.join({ comma: ', ', or: ', or ', plus: ' + ', semicolon: '; ' }[part.by])
  })
}

const SAID = ['title', 'reason', 'outOfReach', 'label', 'formula', 'how', 'predicted', 'text', 'next']

/** The same with what it says in words, its numbers still in braces; of findings, fixes, results, checks and stands. */
export function inWords<T>(of: T): T {
  if (Array.isArray(of)) return of.map(inWords) as T
  if (typeof of === 'function') {
    const given = of as () => unknown
    return (of.length === 0 ? () => inWords(given()) : of) as T
  }
  if (of === null || typeof of !== 'object') return of
  const figures = ((of as { figures?: Figures }).figures ?? {}) satisfies Figures
  const entries = Object.entries(of).map(([key, value]: [string, unknown]) => {
    if (key === 'figures') return [key, value]
    return [key, SAID.includes(key) && typeof value === 'string' ? words(value, figures) : inWords(value)]
  })
  return Object.fromEntries(entries) as T
}

/** What limits a reading of the Lab, in words. */
export const limitsOf = ({ limits }: { limits: readonly Said[] }): string[] =>
  limits.map(({ say, figures }) => words(say, figures))
/** What a picture made think of, in words. */
export const reasonsIn = (reasons: readonly Said[]): string[] => reasons.map(({ say, figures }) => words(say, figures))
