import { sceneFigures } from '../../light/figures'
import type { Assessment } from '../assess'
import { FARTHER, firstWithin, relit, rounded } from './candidateFixes'
import { type FixDraft, type Rule, length, power, named } from './types'

/** Stops that a light may fall off over the subject before it is told. */
const STEEP = 1.5

/** A light moved back, its power up with it, until it falls off less. */
function movedBack(a: Assessment, light: number): FixDraft[] {
  const flash = a.setup.flashes[light]!
  const changes = firstWithin(
    a,
    FARTHER,
    factor => [
      { path: `flashes[${light}].distance`, value: rounded(flash.distance * factor) },
      { path: `flashes[${light}].power`, value: Math.min(1, flash.power * factor ** 2) },
    ],
    after => sceneFigures(after).lights[light]!.fallOff <= STEEP,
    relit,
  )
  if (!changes) return []
  const [distance, to] = changes.map(change => change.value as number)
  return [
    {
      label: 'finding.lightTooNear.moveBack',
      figures: { distance: length(distance!, 'm'), power: power(to!) },
      changes,
    },
  ]
}

/** A light very near lights its own side of the subject far more than the other. */
export const lightTooNear: Rule = a => {
  if (a.setup.flashes.length === 0 || a.setup.method === 'fast-shutter') return null
  const { lights } = sceneFigures(a)
  const worst = lights
    .filter(light => light.role === 'key' || light.role === 'fill')
    .reduce<(typeof lights)[number] | null>((most, l) => (most && most.fallOff >= l.fallOff ? most : l), null)
  if (!worst || worst.fallOff <= STEEP) return null
  const flash = a.setup.flashes[worst.light]!
  return {
    id: 'light-too-near',
    severity: 'note',
    title: 'finding.lightTooNear.fallOffAcrossSubject',
    reason: 'finding.lightTooNear.closeLightStrengthChanges',
    figures: { fallOff: { value: worst.fallOff, quantity: 'stops', unit: 'unsigned' }, light: named(flash.name) },
    paths: [`flashes[${worst.light}].distance`],
    fixes: () => movedBack(a, worst.light),
  }
}
