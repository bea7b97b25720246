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
    title: 'finding.diffraction.diffractionSoftensPicture',
    reason: 'finding.diffraction.pointSpreadsDiscSensor',
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
              label: 'finding.diffraction.open',
              figures: { aperture: aperture(wider) },
              changes: [{ path: 'picture.aperture', value: wider }],
            },
          ]
        : [],
  }
}
