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
    title: '{distance} is closer than the lens can focus',
    reason: 'At {distance} a {focal} lens cannot focus; {closest} is assumed to be its closest.',
    figures: {
      distance: length(setup.picture.distance),
      closest: length(closest, 'm'),
      focal: length(setup.lens.focalLength, 'mm'),
    },
    paths: ['picture.distance', 'lens.focalLength'],
    fixes: [
      {
        label: 'Move the camera back to {place}',
        figures: { place: length(place, 'm') },
        changes: [{ path: 'picture.distance', value: place }],
      },
    ],
  }
}
