import type { Assessment } from '../assess'
import { aperture, length, time } from '../findings/types'
import { type ResultDraft, number } from './types'

/** What the lens shows, and how sharply. */
export function opticsResults(a: Assessment): (ResultDraft | null)[] {
  const { optics, known: setup } = a
  const { picture, lens, camera } = setup
  return [
    optics.depth === null
      ? null
      : {
          id: 'depth',
          label: 'result.optics.depthField',
          value: length(optics.depth, 'mm'),
          read: b => b.optics.depth,
          formula: 'result.optics.depthFormula',
          figures: {
            f: length(lens.focalLength, 'mm'),
            N: aperture(picture.aperture),
            s: length(picture.distance, 'm'),
            c: length(picture.circleOfConfusion, 'µm'),
            near: length(optics.near, 'm'),
            far: length(optics.far ?? 0, 'm'),
            wanted: length(picture.depthWanted, 'mm'),
          },
        },
    {
      id: 'airy',
      label: 'result.optics.diffraction',
      value: length(optics.airy, 'µm'),
      read: b => b.optics.airy,
      formula: 'result.optics.airyFormula',
      figures: {
        N: aperture(picture.aperture),
        m: number(optics.magnification),
        px: number(optics.airy / optics.pixelPitch),
      },
    },
    {
      id: 'field',
      label: 'result.optics.fieldView',
      value: length(optics.fieldWidth, 'mm'),
      read: b => b.optics.fieldWidth,
      formula: 'result.optics.fieldFormula',
      figures: { w: length(camera.sensorWidth, 'mm'), m: number(optics.magnification) },
    },
  ]
}

/** How long what passes stands in the beam. */
export function beamResult({ known: setup, beamBlock }: Assessment): ResultDraft | null {
  return beamBlock === null
    ? null
    : {
        id: 'beam',
        label: 'result.optics.beamBlockTime',
        value: time(beamBlock),
        read: b => b.beamBlock,
        formula: 'result.optics.beamFormula',
        figures: {
          l: length(setup.motion.objectLength, 'mm'),
          w: length(setup.sensor.beamWidth, 'mm'),
          r: time(setup.sensor.response),
        },
      }
}
