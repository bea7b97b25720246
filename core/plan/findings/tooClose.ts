import { closestFocus } from '../../setup/focus'
import { type Rule, length } from './types'

/** The camera is closer than its lens can focus. */
export const tooClose: Rule = ({ setup }) => {
  const closest = closestFocus(setup)
  if (setup.picture.distance >= closest) return null
  const place = Math.ceil(setup.lens.focalLength * 4 * 100) / 100
  return {
    id: 'too-close',
    severity: 'error',
    title: 'finding.tooClose.closerLensCanFocus',
    reason: 'finding.tooClose.lensCannotFocusAssumed',
    figures: {
      distance: length(setup.picture.distance),
      closest: length(closest, 'm'),
      focal: length(setup.lens.focalLength, 'mm'),
    },
    paths: ['picture.distance', 'lens.focalLength'],
    fixes: [
      {
        label: 'finding.tooClose.moveCameraBack',
        figures: { place: length(place, 'm') },
        changes: [{ path: 'picture.distance', value: place }],
      },
    ],
  }
}
