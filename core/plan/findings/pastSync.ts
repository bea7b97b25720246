import { SHUTTERS_IN_SECONDS, stepUp } from '../../setup/steps'
import { highSpeedSyncLoss } from '../../physics/exposure'
import type { Setup } from '../../setup/types'
import { TELLING_STOPS, highSpeedSyncActs, syncRuledOut } from '../../light/shutter'
import { type FixDraft, type Rule, said, share, shutter, stops, time } from './types'

/** A band narrower than this is none, share of the frame. */
const NO_BAND = 0.0005

/** Where in the picture a band lies. */
const AT_EDGE = {
  top: 'finding.pastSync.topEdge',
  bottom: 'finding.pastSync.bottomEdge',
  left: 'finding.pastSync.leftEdge',
  right: 'finding.pastSync.rightEdge',
  all: 'finding.pastSync.wholeFrame',
} as const

/** High-speed sync, with the light it costs: its flicker fills the whole travel, and each row sees a slit of it. */
function byHighSpeedSync(setup: Setup): FixDraft[] {
  const { shutterKind, curtainTravel } = setup.camera
  if (shutterKind !== 'focal-plane' || !syncRuledOut(setup)) return []
  const loss = highSpeedSyncLoss({ shutter: setup.picture.shutter, curtainTravel })
  return [
    {
      label: 'finding.pastSync.switchFlashesHighSpeed',
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
  const title =
    check.dark > NO_BAND
      ? 'finding.pastSync.partDark'
      : telling
        ? 'finding.pastSync.flashCutOff'
        : 'finding.pastSync.fasterThanRated'
  return {
    id: 'past-sync',
    severity: telling ? 'error' : 'note',
    title,
    reason:
      setup.camera.shutterKind === 'rolling'
        ? 'finding.pastSync.electronicShutterNeverOpen'
        : telling
          ? 'finding.pastSync.shutterClosesBeforeLight'
          : 'finding.pastSync.flashEndsTimeCurtain',
    figures: {
      edge: said(AT_EDGE[check.edge]),
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
        label: 'finding.pastSync.setShutter',
        figures: { clean: shutter(clean) },
        changes: [{ path: 'picture.shutter', value: clean }],
      },
      ...byHighSpeedSync(setup),
    ],
  }
}
