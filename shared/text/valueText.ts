import { fieldAt } from '../../core'
import { choiceLabel } from '../texts/choices'
import { type System, format } from '../units'

/** A value of a field as it is read: with its unit, in the words for a choice; `none` where nothing is entered. */
export function valueText(path: string, value: unknown, system: System = 'metric'): string {
  const field = fieldAt(path)
  if (value === null || value === undefined || value === '') return 'none'
  if (field?.type === 'number' && typeof value === 'number')
    return format(value, field.quantity, {
      system: field.marked ? 'metric' : system,
      figures: 4,
      ...(field.unit && field.quantity === 'length' ? { unit: field.unit } : {}),
    })
  if (field?.type === 'choice') return choiceLabel(path, String(value))
  return typeof value === 'boolean' ? (value ? 'yes' : 'no') : String(value)
}
