import type { Setup } from '../../core'
import { labelAt } from '../texts/fields'
import { format } from '../units'

/**
 * What a field of a set-up is called where it stands alone: of a light or card with its name, of a row with its power.
 */
export function fieldName(setup: Setup, path: string): string {
  const name = labelAt(path)
  const card = /^scene\.cards\[(\d+)\]/.exec(path)
  if (card) return `${setup.scene.cards[Number(card[1])]?.name ?? 'Card'}: ${name}`
  const light = /^flashes\[(\d+)\](?:\.table\[(\d+)\])?/.exec(path)
  if (!light) return name
  const flash = setup.flashes[Number(light[1])]
  const row = light[2] === undefined ? undefined : flash?.table[Number(light[2])]
  return `${flash?.name ?? 'Light'}: ${name}${row ? ` at ${format(row.power, 'power', {})}` : ''}`
}
