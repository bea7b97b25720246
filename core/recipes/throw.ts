import { BASE } from './base'
import { body } from '../setup/body'
import { batteryFlash } from './flashes'
import { after, along } from './moment'
import type { RecipeFacts } from './facts'

/** Liquid thrown at a target. */
export const thrown: RecipeFacts = {
  name: 'Iced tea thrown over a steel jug',
  traits: { endsAtSubject: true, hazards: { wet: true, people: true } },
  asks: [
    'motion.speed',
    'motion.angle',
    'subject.distance',
    'sensor.offset',
    'moment.time',
    'picture.shutter',
    'picture.iso',
    'picture.distance',
    'picture.ambientEv',
  ],
  start: {
    action: { kind: 'throw' },
    motion: {
      kind: 'arc',
      speed: 4,
      speedSpread: 0.1,
      speedError: 0.2,
      angle: Math.PI / 12,
      objectLength: 0.2,
      diameter: 0.1,
      mass: 0.3,
    },
    subject: { distance: 0.9, distanceError: 0.02, depth: 0.15, height: 0.3 },
    sensor: { ...BASE.sensor, position: 0.35, beamWidth: 0.004, response: 0.001 },
    flashes: [
      batteryFlash({ power: 1 / 16, distance: 1, units: 2 }),
      batteryFlash({ name: 'Rim', power: 1 / 16, distance: 1.1, angle: 0.7 }),
    ],
    picture: { distance: 2.4, aperture: 11, iso: 125, shutter: 1, depthWanted: 0.25, blurLimit: 0.001 },
    catch: { distance: 2 },
  },
  bodies: [body('Sheet', 'object', true), body('Drops', 'drops', false)],
  moments: [
    after('sheet opening over the jug', 'impact', 0.03, {
      window: [0.015, 0.02],
      spread: 0.1,
      error: 0.3,
      sharp: { object: null },
    }),
    along('sheet in the air, a hand’s breadth before the target', -0.12, {
      window: [0.04, 0.04],
      sharp: { object: null },
    }),
    after('first touch', 'impact', 0, { window: [0.006, 0.008], sharp: { object: null } }),
    after('target wrapped', 'impact', 0.08, { window: [0.02, 0.025], spread: 0.1, error: 0.3, sharp: { drops: null } }),
  ],
  preparation: [
    'Line of the throw marked on the floor',
    'Vessel filled to one mark each time',
    'Target fixed, shield behind it',
    'Lens and lights bagged',
    'Floor dried, non-slip mat down',
  ],
  reset: ['Mop the floor dry', 'Refill to the mark', 'Wipe target and lens cover'],
}
