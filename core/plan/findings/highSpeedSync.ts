import { SHUTTERS_IN_SECONDS, stepUp } from '../../setup/steps'
import type { Change } from '../../setup/paths'
import { highSpeedSyncActs } from '../../light/shutter'
import { type Rule, shutter, time } from './types'

/** High-speed sync is on, so that the flash does not freeze. */
export const highSpeedSync: Rule = ({ setup }) => {
  if (setup.method === 'fast-shutter' || !highSpeedSyncActs(setup)) return null
  const clean = stepUp(SHUTTERS_IN_SECONDS, setup.camera.syncSpeed) ?? setup.camera.syncSpeed
  return {
    id: 'high-speed-sync',
    severity: 'error',
    title: 'finding.highSpeedSync.highSpeedSyncDoes',
    reason: 'finding.highSpeedSync.lightLastsLongCurtains',
    figures: { travel: time(setup.camera.curtainTravel), set: shutter(setup.picture.shutter), clean: shutter(clean) },
    paths: ['flashes[0].highSpeedSync', 'picture.shutter'],
    fixes: [
      {
        label: 'finding.highSpeedSync.useNormalFlash',
        figures: { clean: shutter(clean) },
        changes: [
          ...setup.flashes.map((_, i): Change => ({ path: `flashes[${i}].highSpeedSync`, value: false })),
          { path: 'picture.shutter', value: clean },
        ],
      },
      { label: 'finding.highSpeedSync.useFastShutterMethod', changes: [{ path: 'method', value: 'fast-shutter' }] },
    ],
  }
}
