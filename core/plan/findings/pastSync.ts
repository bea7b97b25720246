import { SHUTTERS_IN_SECONDS, stepUp } from '../../setup/steps'
import { highSpeedSyncLoss } from '../../physics/exposure'
import type { Setup } from '../../setup/types'
import { TELLING_STOPS, highSpeedSyncActs, syncRuledOut } from '../../light/shutter'
import { type FixDraft, type Rule, share, shutter, stops, time } from './types'

/** A band narrower than this is none, share of the frame. */
const NO_BAND = 0.0005

/** Where in the picture a band lies. */
const AT_EDGE = {
  top: 'top edge',
  bottom: 'bottom edge',
  left: 'left edge',
  right: 'right edge',
  all: 'whole frame',
} as const

/** High-speed sync, with the light it costs: its flicker fills the whole travel, and each row sees a slit of it. */
function byHighSpeedSync(setup: Setup): FixDraft[] {
  const { shutterKind, curtainTravel } = setup.camera
  if (shutterKind !== 'focal-plane' || !syncRuledOut(setup)) return []
  const loss = highSpeedSyncLoss({ shutter: setup.picture.shutter, curtainTravel })
  return [
    {
      label: 'Switch the flashes to high-speed sync: it costs {loss} of light',
      figures: { loss: { value: loss, quantity: 'stops', unit: 'unsigned' } },
      changes: setup.flashes.map((_, i) => ({ path: `flashes[${i}].highSpeedSync`, value: true })),
    },
  ]
}

/** The shutter is faster than its sync speed allows. */
export const pastSync: Rule = ({ setup, shutter: check }) => {
  if (setup.method === 'fast-shutter' || setup.flashes.length === 0 || highSpeedSyncActs(setup)) return null
  const telling = check.lostWorst >= TELLING_STOPS
  const past = syncRuledOut(setup) && setup.camera.shutterKind !== 'rolling' && setup.method !== 'open-shutter'
  if (!telling && !past) return null
  const clean = stepUp(SHUTTERS_IN_SECONDS, check.fastestClean) ?? check.fastestClean
  const edge = AT_EDGE[check.edge]
  const title =
    check.dark > NO_BAND
      ? `{dark} of the picture dark, ${edge}`
      : telling
        ? `{lost} of flash cut off by the shutter, ${edge}`
        : 'Shutter faster than the camera’s rated sync speed'
  return {
    id: 'past-sync',
    severity: telling ? 'error' : 'note',
    title,
    reason:
      setup.camera.shutterKind === 'rolling'
        ? 'At {set} an electronic shutter is never open over the whole frame at once; read-out takes {travel}. It ' +
          'costs {middle} in the middle.'
        : telling
          ? 'At {set} the shutter closes before the light is out: {middle} lost in the middle of the frame, ' +
            '{lost} at the edge; clean from {clean}.'
          : 'At {set} this flash ends in time, by the curtain travel entered, but the camera is rated to {sync}: ' +
            'test it.',
    figures: {
      dark: share(check.dark),
      dim: share(check.notFullyLit),
      set: shutter(setup.picture.shutter),
      clean: shutter(clean),
      travel: time(setup.camera.readOut),
      lost: stops(-check.lostWorst),
      middle: stops(-check.lostMiddle),
      sync: shutter(setup.camera.syncSpeed),
    },
    paths: ['picture.shutter', 'camera.syncSpeed'],
    fixes: [
      {
        label: 'Set the shutter to {clean}',
        figures: { clean: shutter(clean) },
        changes: [{ path: 'picture.shutter', value: clean }],
      },
      ...byHighSpeedSync(setup),
    ],
  }
}
