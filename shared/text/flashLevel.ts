import type { Plan } from '../../core'
import { type System, format } from '../units'

/**
 * What the flashes give, as label and value: the front of the subject, or the background of a silhouette with the
 * subject before it; null without flash.
 */
export function flashLevelText(
  { exposure }: Pick<Plan, 'exposure'>,
  system: System,
): [label: string, value: string] | null {
  const { flash, silhouette } = exposure
  if (flash === null) return null
  const level = format(flash, 'stops', { system })
  if (silhouette === null) return ['Flash', level]
  const { subject } = silhouette
  return ['Background', `${level}, subject ${subject === null ? 'black' : format(subject, 'stops', { system })}`]
}
