import { sceneFigures } from '../../light/figures'
import type { Assessment } from '../assess'
import { length, named, power, share, stops } from '../findings/types'
import { type ResultDraft, withCards } from './types'

/** What light does beside exposing the front: on the ground, and at the edge. */
export function sceneResults(a: Assessment): (ResultDraft | null)[] {
  const { flashes, scene } = a.setup
  if (flashes.length === 0 || a.setup.method === 'fast-shutter') return []
  const { background, lights } = sceneFigures(a)
  const rim = flashes.findIndex(flash => flash.role === 'rim')
  const cards = withCards(a.setup)
  const figures = { r: share(scene.ground.reflectance), d: length(scene.ground.distance, 'm'), cards }
  const edge = rim < 0 ? null : lights[rim]!.edge
  return [
    background.brightest === null
      ? null
      : {
          id: 'ground',
          label: 'result.scene.backgroundBrightest',
          value: stops(background.brightest),
          read: b => sceneFigures(b).background.brightest,
          formula: 'result.scene.sumOnBackground',
          figures,
        },
    background.evenness === null
      ? null
      : {
          id: 'evenness',
          label: 'result.scene.backgroundBrightestDarkest',
          value: stops(background.evenness),
          read: b => sceneFigures(b).background.evenness,
          formula: 'result.scene.overTheFrame',
          figures,
        },
    edge === null
      ? null
      : {
          id: 'rim',
          label: 'result.scene.edge',
          value: stops(edge),
          read: b => sceneFigures(b).lights[rim]?.edge ?? null,
          formula: 'result.scene.onAFacingSurface',
          figures: {
            d: length(flashes[rim]!.distance, 'm'),
            p: power(flashes[rim]!.power),
            cards,
            light: named(flashes[rim]!.name),
          },
        },
  ]
}
