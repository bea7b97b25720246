import { sceneFigures } from '../../light/figures'
import type { Assessment } from '../assess'
import { FARTHER, firstWithin, rounded } from './candidateFixes'
import { type FixDraft, type Rule, length, stops } from './types'
import { whiteBackgroundLights, changedBy } from './backgroundLights'

/** Uneven by more than this, stops. */
const UNEVEN = 1 / 3 + 0.02

/** The lights of a white ground moved back until it is even. */
function lightsBack(a: Assessment, lit: readonly number[]): FixDraft[] {
  const { flashes } = a.setup
  const changes = firstWithin(
    a,
    FARTHER,
    factor =>
      lit.map(i => ({ path: `flashes[${i}].distance`, value: Math.min(100, rounded(flashes[i]!.distance * factor)) })),
    after => (sceneFigures(after).background.evenness ?? Infinity) <= UNEVEN,
    changedBy(a, lit),
  )
  if (!changes) return []
  const figures = { distance: length(changes[0]!.value as number, 'm') }
  return [{ label: 'finding.backgroundUneven.moveBackgroundLightsBack', figures, changes }]
}

/** A white ground is white all over, or it is not. */
export const backgroundUneven: Rule = a => {
  const lit = whiteBackgroundLights(a)
  if (lit.length === 0) return null
  const { evenness, brightest } = sceneFigures(a).background
  if (evenness === null || evenness <= UNEVEN) return null
  return {
    id: 'ground-uneven',
    severity: 'warning',
    title: 'finding.backgroundUneven.backgroundUneven',
    reason: 'finding.backgroundUneven.brightestPlaceDarkestLight',
    figures: { evenness: { value: evenness, quantity: 'stops', unit: 'unsigned' }, brightest: stops(brightest ?? 0) },
    paths: lit.map(i => `flashes[${i}].distance`),
    fixes: () => lightsBack(a, lit),
    outOfReach: 'finding.backgroundUneven.addBackgroundLightOther',
  }
}
