import { sceneFigures } from '../../light/figures'
import type { Assessment } from '../assess'
import { length, plain, power, share, stops } from '../findings/types'
import { type ResultDraft, withCards } from './types'

/** What light does beside exposing the front: on the ground, and at the edge. */
export function sceneResults(a: Assessment): (ResultDraft | null)[] {
  const { flashes, scene } = a.setup
  if (flashes.length === 0 || a.setup.method === 'fast-shutter') return []
  const { background, lights } = sceneFigures(a)
  const rim = flashes.findIndex(flash => flash.role === 'rim')
  const figures = { r: share(scene.ground.reflectance), d: length(scene.ground.distance, 'm') }
  const cards = withCards(a.setup)
  const edge = rim < 0 ? null : lights[rim]!.edge
  return [
    background.brightest === null
      ? null
      : {
          id: 'ground',
          label: 'Background at its brightest',
          value: stops(background.brightest),
          read: b => sceneFigures(b).background.brightest,
          formula: `sum of all lights on the background, {d} behind the subject, reflectance {r}${cards}`,
          figures,
        },
    background.evenness === null
      ? null
      : {
          id: 'evenness',
          label: 'Background, brightest to darkest',
          value: stops(background.evenness),
          read: b => sceneFigures(b).background.evenness,
          formula: `over the part in the frame, {d} behind the subject${cards}`,
          figures,
        },
    edge === null
      ? null
      : {
          id: 'rim',
          label: `Edge by ${plain(flashes[rim]!.name)}`,
          value: stops(edge),
          read: b => sceneFigures(b).lights[rim]?.edge ?? null,
          formula: `its light on a surface that faces it, from {d} at {p}${cards}`,
          figures: { d: length(flashes[rim]!.distance, 'm'), p: power(flashes[rim]!.power) },
        },
  ]
}
