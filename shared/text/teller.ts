import type { Figures, Named, Said, TextId } from '../../core'
import { type System, format } from '../units'

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1)

/** What writes texts out in the reader's units. */
export interface Teller {
  /** A template with its figures. */
  fill(template: string, figures: Figures, system?: System): string
  /** A text of the core with its figures; what was kept as words by an earlier version, as it is. */
  tell(id: TextId, figures?: Figures, system?: System): string
  /** A text as part of another by itself, or a name. */
  told(of: Said | Named, system?: System): string
}

/** What tells the texts given; a page holds no others. @param texts by their ids */
export function tellerOf(texts: Readonly<Record<string, string>>): Teller {
  function part(of: Figures[string], whole: Figures, system: System): string {
    const said = ({ say, figures = whole }: Said): string => tell(say, figures, system)
    if ('name' in of) return of.name
    if ('say' in of) return said(of)
    if ('each' in of) {
      const each = of.each.map(said)
      if (of.by === 'steps') return capital(each.join(', '))
      return each.join({ comma: ', ', or: ', or ', plus: ' + ', semicolon: '; ' }[of.by])
    }
    return format(of.value, of.quantity, { system, ...(of.unit ? { unit: of.unit } : {}) })
  }
  const fill: Teller['fill'] = (template, figures, system = 'metric') =>
    template.replace(/\{(\w+)\}/g, (whole, name: string) => {
      const figure = figures[name]
      return figure ? part(figure, figures, system) : whole
    })
  const tell: Teller['tell'] = (id, figures = {}, system) => fill(texts[id] ?? id, figures, system)
  return { fill, tell, told: (of, system = 'metric') => part(of, {}, system) }
}

/** A template with its figures, in the reader's units. */
export const fillFigures = tellerOf({}).fill
