import { APERTURES, ISOS, SHUTTERS_IN_SECONDS, stepDown, stepUp } from '../../setup/steps'
import { type FixDraft, type Rule, aperture, iso, shutter, stops } from './types'

/** The room's light shows beside the flash. */
export const ambient: Rule = a => {
  const { setup, exposure, shutter: check } = a
  if (setup.method === 'fast-shutter' || exposure.black) return null
  const { picture, lens, camera } = setup
  const over = exposure.ambient - picture.ambientLimit
  const fixes: FixDraft[] = []
  const shorter = stepDown(SHUTTERS_IN_SECONDS, picture.shutter * 2 ** -over)
  const sequenceNeeds = a.sequence?.least ?? 0
  if (shorter !== null && shorter >= check.fastestClean && shorter >= sequenceNeeds) {
    fixes.push({
      label: 'finding.ambient.setShutter',
      figures: { shutter: shutter(shorter) },
      changes: [{ path: 'picture.shutter', value: shorter }],
    })
  }
  const smaller = stepUp(APERTURES, picture.aperture * 2 ** (over / 2))
  if (smaller !== null && smaller <= lens.smallestAperture) {
    fixes.push({
      label: 'finding.ambient.stopDown',
      figures: { aperture: aperture(smaller) },
      changes: [{ path: 'picture.aperture', value: smaller }],
    })
  }
  const lowerIso = stepDown(ISOS, picture.iso * 2 ** -over)
  if (lowerIso !== null && lowerIso >= camera.baseIso) {
    fixes.push({
      label: 'finding.ambient.set',
      figures: { iso: iso(lowerIso) },
      changes: [{ path: 'picture.iso', value: lowerIso }],
    })
  }
  const darker = Math.floor((picture.ambientEv - over) * 10) / 10
  if (darker >= -12) {
    fixes.push({
      label: 'finding.ambient.darkenRoom',
      figures: { ev: { value: darker, quantity: 'ev' } },
      changes: [{ path: 'picture.ambientEv', value: darker }],
    })
  }
  return {
    id: 'ambient',
    severity: 'warning',
    title: 'finding.ambient.roomLightLeavesGhost',
    reason: 'finding.ambient.shutterOpenRoomBrighter',
    figures: {
      ambient: stops(exposure.ambient),
      over: stops(over),
      limit: stops(picture.ambientLimit),
      shutter: shutter(picture.shutter),
      aperture: aperture(picture.aperture),
      iso: iso(picture.iso),
    },
    paths: ['picture.shutter', 'picture.ambientEv'],
    fixes,
  }
}
