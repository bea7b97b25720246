import type { Figures, Said, TextId } from '../../core'
import { ADVICE_TEXTS } from '../texts/advice'
import { FINDING_TEXTS } from '../texts/findings'
import { RESULT_TEXTS } from '../texts/results'
import { type System, format } from '../units'

/** Every text of the core by its id. */
export const TEXTS: Readonly<Record<TextId, string>> = { ...FINDING_TEXTS, ...RESULT_TEXTS, ...ADVICE_TEXTS }

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1)

/** What stands in place of a placeholder. */
function part(of: Figures[string], whole: Figures, system: System): string {
  const told = ({ say, figures = whole }: Said): string => tell(say, figures, system)
  if ('name' in of) return of.name
  if ('say' in of) return told(of)
  if ('each' in of) {
    const texts = of.each.map(told)
    if (of.by === 'steps') return capital(texts.join(', '))
    return texts.join({ or: ', or ', plus: ' + ', semicolon: '; ' }[of.by])
  }
  return format(of.value, of.quantity, { system, ...(of.unit ? { unit: of.unit } : {}) })
}

/** A template with its figures written out in the reader's units. */
export const fillFigures = (template: string, figures: Figures, system: System = 'metric'): string =>
  template.replace(/\{(\w+)\}/g, (whole, name: string) => {
    const figure = figures[name]
    return figure ? part(figure, figures, system) : whole
  })

/** A text of the core with its figures written out; what was kept as words by an earlier version, as it is. */
export const tell = (id: TextId, figures: Figures, system: System = 'metric'): string =>
  fillFigures(TEXTS[id] ?? id, figures, system)
