import { ASKED_OF_ALL, BASE } from './base'
import { body } from '../setup/body'
import { batteryFlash } from './flashes'
import { after, along } from './moment'
import type { RecipeFacts } from './facts'

/** Grains let go from a height on to something: seeds, sugar, sand. */
export const grains: RecipeFacts = {
  name: 'Sesame sprinkled on a bun',
  traits: { endsAtSubject: true, hazards: {} },
  asks: ['subject.distance', 'motion.diameter', 'sensor.position', 'moment.offset', ...ASKED_OF_ALL],
  start: {
    action: { kind: 'release' },
    motion: { kind: 'fall', speed: 1, speedSpread: 0, speedError: 0, objectLength: 0.004, diameter: 0.004, mass: 4e-6 },
    subject: { distance: 0.32, distanceError: 0.006, depth: 0.06, height: 0.12 },
    // Which of the first grains block it is never the same: that is its scatter.
    sensor: { ...BASE.sensor, position: 0.06, positionError: 0.003, beamWidth: 0.002, response: 0.001, jitter: 0.001 },
    flashes: [
      batteryFlash({ power: 1 / 32, distance: 0.5 }),
      batteryFlash({ name: 'Behind', power: 1 / 64, distance: 0.5, angle: 1.2 }),
    ],
    picture: { distance: 0.7, aperture: 14, iso: 250, shutter: 1, depthWanted: 0.03, blurLimit: 0.0005 },
    catch: { distance: 0.4 },
  },
  bodies: [body('Falling grains', 'object', true), body('Bouncing grains', 'own', false, 0.9)],
  moments: [
    along('first grains just above the subject', -0.015, { window: [0.004, 0.005], sharp: { object: null } }),
    along('first grains two fingers short', -0.035, { window: [0.012, 0.012], sharp: { object: null } }),
    after('grains bouncing, more falling', 'impact', 0.05, {
      window: [0.02, 0.025],
      spread: 0.08,
      error: 0.2,
      sharp: { object: null, own: null },
    }),
  ],
  preparation: [
    'Sieve or folded paper clamped at its height, straight above the subject',
    'Measured heap for each take',
    'Tray under it, brush at hand',
    'Stand-in for focus where the grains fall',
    'Fan and window shut',
  ],
  reset: ['Brush subject and ground', 'New heap, same measure', 'Blow the lens clean'],
}
