import type { Figures } from '../../core'
import { type System, format } from '../units'

/** A template of the core with its figures written out in the reader's units. */
export function fillFigures(template: string, figures: Figures, system: System = 'metric'): string {
  return template.replace(/\{(\w+)\}/g, (whole, name: string) => {
    const figure = figures[name]
    return figure
      ? format(figure.value, figure.quantity, { system, ...(figure.unit ? { unit: figure.unit } : {}) })
      : whole
  })
}
