import type { Figures, Quantity } from '~~/core'
import { fillFigures } from '~~/shared/text/teller'
import { type FormatOptions, format } from '~~/shared/units'

/** Numbers in the units this browser likes. */
export function useNumbers() {
  const preferences = usePreferencesStore()
  return {
    /** Number and unit apart, so that the unit can be small. */
    parts: (text: string): [string, string] => {
      const at = text.indexOf('\u00a0')
      return at < 0 ? [text, ''] : [text.slice(0, at), text.slice(at + 1)]
    },
    show: (value: number, quantity: Quantity, options: FormatOptions = {}): string =>
      format(value, quantity, { system: preferences.system, ...options }),
    /** How many there are, to the last one. */
    count: (value: number): string => format(value, 'count'),
    fill: (template: string, figures: Figures): string => fillFigures(template, figures, preferences.system),
  }
}
