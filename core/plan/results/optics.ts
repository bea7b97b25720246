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
          label: 'Depth of field',
          value: length(optics.depth, 'mm'),
          read: b => b.optics.depth,
          formula: 'exact thin lens: {f} at f-number {N}, {s} off, circle {c}; from {near} to {far}; wanted {wanted}',
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
      label: 'Diffraction',
      value: length(optics.airy, 'µm'),
      read: b => b.optics.airy,
      formula: '2.44 λ N (1 + m / P), N = {N}, m = {m}: {px} pixels wide',
      figures: {
        N: aperture(picture.aperture),
        m: number(optics.magnification),
        px: number(optics.airy / optics.pixelPitch),
      },
    },
    {
      id: 'field',
      label: 'Field of view',
      value: length(optics.fieldWidth, 'mm'),
      read: b => b.optics.fieldWidth,
      formula: 'sensor {w} / magnification {m}, m = f / (s − f)',
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
        label: 'Beam block time',
        value: time(beamBlock),
        read: b => b.beamBlock,
        formula: '({l} + {w}) / speed there; the sensor needs {r}',
        figures: {
          l: length(setup.motion.objectLength, 'mm'),
          w: length(setup.sensor.beamWidth, 'mm'),
          r: time(setup.sensor.response),
        },
      }
}
