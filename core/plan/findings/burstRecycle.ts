import { recycleAt } from '../../defaults/typical'
import { type Rule, time } from './types'

/** Flashes do not recycle between the frames of a burst. */
export const burstRecycle: Rule = ({ setup }) => {
  if (setup.trigger !== 'burst' || setup.flashes.length === 0) return null
  const recycle = Math.max(...setup.flashes.map(flash => recycleAt(flash, flash.power)))
  if (recycle <= (1 / setup.camera.frameRate) * (1 + 1e-9)) return null
  const rate = Math.floor((1 / recycle) * 10) / 10
  return {
    id: 'burst-recycle',
    severity: 'warning',
    title: 'finding.burstRecycle.mostFramesDarkFlash',
    reason: 'finding.burstRecycle.framesComeEverySlowest',
    figures: { frame: time(1 / setup.camera.frameRate), recycle: time(recycle) },
    paths: ['camera.frameRate', 'flashes[0].recycleTime'],
    fixes:
      rate >= 0.1
        ? [
            {
              label: 'finding.burstRecycle.slowBurst',
              figures: { rate: { value: rate, quantity: 'rate' } },
              changes: [{ path: 'camera.frameRate', value: rate }],
            },
          ]
        : [],
  }
}
