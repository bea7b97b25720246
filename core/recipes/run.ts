import { ASKED_OF_ALL, BASE } from './base'
import { body } from '../setup/body'
import { batteryFlash } from './flashes'
import { along } from './moment'
import type { RecipeFacts } from './facts'

/** Hands and feet are the first to smear. */
const SHARP = { object: null, own: null }

/** Somebody who walks or runs past, at a steady speed. */
export const run: RecipeFacts = {
  name: 'Runner with a ribbon crosses the set',
  traits: { person: true, hazards: { people: true } },
  asks: ['motion.speed', 'subject.distance', 'sensor.position', 'moment.offset', ...ASKED_OF_ALL],
  start: {
    action: { kind: 'run' },
    motion: {
      kind: 'steady',
      speed: 4,
      speedSpread: 0.06,
      speedError: 0.15,
      objectLength: 0.9,
      diameter: 0.5,
      mass: 20,
    },
    subject: { distance: 3, distanceError: 0.03, depth: 0.9, height: 1.75 },
    // A hand or a knee: what comes first through the beam is never quite the same.
    sensor: { ...BASE.sensor, position: 2.4, positionError: 0.04, beamWidth: 0.004, response: 0.001, jitter: 0.008 },
    flashes: [
      batteryFlash({ name: 'Backlight left', power: 1 / 16, distance: 3.2, units: 2, angle: 2.75, recycleTime: 2.6 }),
      batteryFlash({ name: 'Backlight right', power: 1 / 16, distance: 3.2, units: 2, angle: 0.39, recycleTime: 2.6 }),
      batteryFlash({ name: 'Front', power: 1 / 8, distance: 3, units: 2, angle: -0.6, recycleTime: 2.6 }),
    ],
    scene: { ground: { distance: 3, width: 8, height: 4, reflectance: 0.02 }, cards: [] },
    lens: { ...BASE.lens, focalLength: 0.05 },
    picture: { distance: 5, aperture: 5.6, iso: 200, shutter: 1, ambientEv: -5, depthWanted: 0.8, blurLimit: 0.004 },
    catch: { distance: 6 },
  },
  // Hands and feet swing at up to twice the speed of the whole.
  bodies: [body('Runner', 'object', true), body('Hands and feet', 'own', true, 8)],
  // The first of the runner at the far end of the mark: then all of them is within it.
  moments: [
    along('in the middle of the frame', s => s.subject.depth, { window: [0.25, 0.25], sharp: SHARP }),
    along('entering the frame', 0, { window: [0.25, 0.25], sharp: SHARP }),
    along('a stride past', s => s.subject.depth + 1.2, { window: [0.3, 0.3], sharp: SHARP }),
  ],
  preparation: [
    'Run-up and run-out clear and swept, nothing to slip on',
    'Floor marks you can feel in the dark',
    'Beam at hip height, never at the eyes',
    'Three counted rehearsals with the lights on',
    'Cables taped, stands weighted and outside the lane',
  ],
  reset: [
    'Return to the start mark by the same route',
    'Flashes ready, every ready light on',
    'Beam clear, sensor armed',
  ],
}
