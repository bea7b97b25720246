import { apertureForDepth } from '../../physics/optics'
import { closestFocus } from '../../setup/focus'
import { APERTURES, stepUp } from '../../setup/steps'
import { type FixDraft, type Rule, aperture, length, stops } from './types'

/** The depth of field is less than the subject needs. */
export const depth: Rule = a => {
  const { known: setup, optics } = a
  const { picture, lens } = setup
  if (
    optics.depth === null ||
    optics.depth >= picture.depthWanted * (1 - 1e-6) ||
    picture.distance < closestFocus(setup)
  )
    return null
  const needed = apertureForDepth({
    focalLength: lens.focalLength,
    subjectDistance: picture.distance,
    circleOfConfusion: picture.circleOfConfusion,
    depth: picture.depthWanted,
    pupilRatio: lens.pupilRatio,
  })
  const fixes: FixDraft[] = []
  const set = stepUp(APERTURES, needed)
  if (set !== null && set <= lens.smallestAperture) {
    fixes.push({
      label: 'finding.depth.stopDown',
      figures: { aperture: aperture(set) },
      changes: [{ path: 'picture.aperture', value: set }],
    })
  }
  // Depth grows nearly as the square of the distance.
  const back = Math.ceil(picture.distance * Math.sqrt(picture.depthWanted / optics.depth) * 1.02 * 100) / 100
  if (back <= 20) {
    fixes.push({
      label: 'finding.depth.moveCameraBack',
      figures: { place: length(back, 'm') },
      changes: [{ path: 'picture.distance', value: back }],
    })
  }
  return {
    id: 'depth',
    severity: 'warning',
    title: 'finding.depth.depthFieldInsteadPart',
    reason: 'finding.depth.depthFieldWhatWant',
    figures: {
      depth: length(optics.depth, 'mm'),
      wanted: length(picture.depthWanted, 'mm'),
      aperture: aperture(picture.aperture),
      distance: length(picture.distance, 'm'),
      needed: aperture(needed),
      cost: stops(-2 * Math.log2(needed / picture.aperture)),
    },
    paths: ['picture.aperture', 'picture.depthWanted'],
    fixes,
  }
}
