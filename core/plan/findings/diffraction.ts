import { APERTURES, stepDown } from '../../setup/steps'
import { type Rule, aperture, length } from './types'

/** The aperture is so small that diffraction softens the picture. */
export const diffraction: Rule = ({ known: setup, optics }) => {
  const { picture, lens } = setup
  if (optics.airy <= picture.circleOfConfusion) return null
  const wider = stepDown(APERTURES, (picture.aperture * picture.circleOfConfusion) / optics.airy)
  return {
    id: 'diffraction',
    severity: 'warning',
    title: 'Diffraction softens the picture at {aperture}',
    reason:
      'A point spreads to a disc of {airy} on the sensor at a working aperture of {working}; your limit is {limit}.',
    figures: {
      aperture: aperture(picture.aperture),
      working: aperture(optics.effectiveAperture),
      airy: length(optics.airy, 'µm'),
      limit: length(picture.circleOfConfusion, 'µm'),
    },
    paths: ['picture.aperture'],
    fixes:
      wider !== null && wider >= lens.widestAperture
        ? [
            {
              label: 'Open to {aperture}',
              figures: { aperture: aperture(wider) },
              changes: [{ path: 'picture.aperture', value: wider }],
            },
          ]
        : [],
  }
}
