import type { Change } from '../../setup/paths'
import { sourceOf } from '../../setup/typed'
import { type FixDraft, type Rule, aperture, iso } from './types'

/** A setting beyond a limit of the kit: what the kit has, and the limit that would have to be wider. */
interface Beyond {
  path: string
  limit: string
  value: number
  nearest: number
}

/** A setting is out of the gear's range. */
export const settingOutOfRange: Rule = ({ setup }) => {
  const { picture, lens, camera } = setup
  const outside = (path: string, value: number, low: [string, number], high: [string, number]): Beyond[] => {
    if (value < low[1] * (1 - 1e-9)) return [{ path, limit: low[0], value, nearest: low[1] }]
    return value > Math.max(low[1], high[1]) ? [{ path, limit: high[0], value, nearest: high[1] }] : []
  }
  const none: [string, number] = ['', Infinity]
  const beyond = [
    ...outside(
      'picture.aperture',
      picture.aperture,
      ['lens.widestAperture', lens.widestAperture],
      ['lens.smallestAperture', lens.smallestAperture],
    ),
    ...outside(
      'picture.iso',
      picture.iso,
      ['camera.baseIso', camera.baseIso],
      ['camera.maximumIso', camera.maximumIso],
    ),
    ...setup.flashes.flatMap((flash, i) =>
      outside(`flashes[${i}].power`, flash.power, [`flashes[${i}].minimumPower`, flash.minimumPower], none),
    ),
    // What is only assumed of the gear yields to what somebody dialled on it.
  ].filter(({ limit }) => sourceOf(setup, limit).from !== 'assumed')
  if (beyond.length === 0) return null
  const nearest = beyond.map(({ path, nearest: value }): Change => ({ path, value }))
  const wider: FixDraft = {
    label: 'finding.settingOutOfRange.widenLimitGearGoes',
    changes: beyond.map(({ limit, value }) => ({ path: limit, value })),
  }
  return {
    id: 'setting-out-of-range',
    severity: 'error',
    title: 'finding.settingOutOfRange.settingOutRangeKit',
    reason: 'finding.settingOutOfRange.apertureEachPowerNot',
    figures: {
      aperture: aperture(picture.aperture),
      widest: aperture(lens.widestAperture),
      smallest: aperture(lens.smallestAperture),
      iso: iso(picture.iso),
      lowest: iso(camera.baseIso),
      highest: iso(camera.maximumIso),
    },
    paths: beyond.map(({ path }) => path),
    fixes: [{ label: 'finding.settingOutOfRange.useNearestAvailableSetting', changes: nearest }, wider],
  }
}
