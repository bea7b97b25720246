import type { Change } from '../../setup/paths'
import { type Rule, aperture, iso } from './types'

export const settingOutOfRange: Rule = ({ setup }) => {
  const { picture, lens, camera } = setup
  const fixed: Change[] = []
  const nearest = (value: number, low: number, high: number): number =>
    Math.min(Math.max(value, low), Math.max(low, high))
  const inAperture = nearest(picture.aperture, lens.widestAperture, lens.smallestAperture)
  const inIso = nearest(picture.iso, camera.baseIso, camera.maximumIso)
  if (inAperture !== picture.aperture) fixed.push({ path: 'picture.aperture', value: inAperture })
  if (inIso !== picture.iso) fixed.push({ path: 'picture.iso', value: inIso })
  setup.flashes.forEach((flash, i) => {
    if (flash.power < flash.minimumPower * (1 - 1e-9))
      fixed.push({ path: `flashes[${i}].power`, value: flash.minimumPower })
  })
  if (fixed.length === 0) return null
  return {
    id: 'setting-out-of-range',
    severity: 'error',
    title: 'A setting that this kit does not have',
    reason:
      'Aperture {aperture} of {widest} to {smallest}, {iso} of {lowest} to {highest}, and each power not below ' +
      'its lowest.',
    figures: {
      aperture: aperture(picture.aperture),
      widest: aperture(lens.widestAperture),
      smallest: aperture(lens.smallestAperture),
      iso: iso(picture.iso),
      lowest: iso(camera.baseIso),
      highest: iso(camera.maximumIso),
    },
    paths: fixed.map(change => change.path),
    fixes: [{ label: 'Set the nearest it has', changes: fixed }],
  }
}
