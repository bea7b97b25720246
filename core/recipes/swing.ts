import { ASKED_OF_ALL, BASE } from './base'
import { body } from '../setup/body'
import { batteryFlash, popGroup } from './flashes'
import { along } from './moment'
import type { RecipeFacts } from './facts'

/** A movement in several pops. */
export const swing: RecipeFacts = {
  name: 'Diabolo juggler in six pops',
  traits: { person: true, hazards: { people: true } },
  asks: ['motion.speed', 'subject.distance', 'hand.scatter', 'picture.shutter', ...ASKED_OF_ALL],
  start: {
    action: { kind: 'swing' },
    motion: {
      kind: 'swing',
      speed: 3,
      speedSpread: 0.05,
      speedError: 0.15,
      objectLength: 0.13,
      diameter: 0.13,
      mass: 0.25,
      turns: 8,
    },
    subject: { distance: 0.8, distanceError: 0.02, depth: 0.5, height: 1.8 },
    sensor: { ...BASE.sensor, kind: 'beam', position: 0.1, beamWidth: 0.004, response: 0.001 },
    flashes: [
      batteryFlash({ name: 'Left', power: 1 / 32, distance: 2, units: 3, angle: -2.9, recycleTime: 1.8 }),
      batteryFlash({ name: 'Right', power: 1 / 32, distance: 2, units: 3, angle: -0.25, recycleTime: 1.8 }),
      batteryFlash({ name: 'Front', power: 1 / 16, distance: 2.2, units: 2, angle: -1.1, recycleTime: 2.6 }),
    ],
    scene: { ground: { distance: 2.5, width: 6, height: 4, reflectance: 0.02 }, cards: [] },
    lens: { ...BASE.lens, focalLength: 0.05 },
    picture: { distance: 4, aperture: 6.3, iso: 100, shutter: 1, ambientEv: -4, depthWanted: 1, blurLimit: 0.003 },
    // The front light joins on the last pop: (count − 1) × interval.
    sequence: {
      ...BASE.sequence,
      groups: [
        popGroup({ name: 'Side lights', lights: [0, 1], count: 6, interval: 0.06 }),
        popGroup({ name: 'Front light', lights: [2], count: 1, joinsLast: true }),
      ],
    },
    catch: { distance: 3 },
  },
  bodies: [body('Diabolo', 'object', true), body('Rim', 'rim', false), body('Arms', 'limbs', true)],
  moments: [
    along('diabolo leaves the string', 0, { window: [0.08, 0.08], sharp: { object: null, limbs: null } }),
    along('a little before', -0.2, { window: [0.08, 0.08], sharp: { object: null, limbs: null } }),
    along('follow-through', 0.3, { window: [0.1, 0.1], sharp: { object: null, limbs: null } }),
  ],
  preparation: [
    'Room for the whole arc, checked at full reach',
    'Marks for the feet',
    'Dark clothes, black background',
    'Slow rehearsal on the count',
    'Flashing light: everyone in the room asked about it',
  ],
  reset: ['Back to the marks', 'Flashes ready, every ready light on', 'Shutter closed, picture checked'],
}
