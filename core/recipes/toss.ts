import { ASKED_OF_ALL, BASE } from './base'
import { body } from '../setup/body'
import { batteryFlash } from './flashes'
import { after, along } from './moment'
import type { RecipeFacts } from './facts'

/** Something tossed up and caught near its apex. */
export const toss: RecipeFacts = {
  name: 'Spinning top at the top of a toss',
  traits: { hazards: {} },
  asks: ['motion.speed', 'subject.distance', 'sensor.position', 'motion.turns', ...ASKED_OF_ALL],
  start: {
    method: 'sync-shutter',
    action: { kind: 'toss' },
    motion: {
      kind: 'toss',
      speed: 3.2,
      speedSpread: 0.04,
      speedError: 0.1,
      objectLength: 0.06,
      diameter: 0.06,
      mass: 0.06,
      turns: 6,
    },
    subject: { distance: 0.45, distanceError: 0.01, depth: 0.06, height: 0.06 },
    sensor: { ...BASE.sensor, position: 0.15, beamWidth: 0.004, response: 0.001 },
    flashes: [batteryFlash({ power: 1 / 16, distance: 0.9, units: 2 })],
    picture: {
      distance: 1.8,
      aperture: 11,
      iso: 125,
      shutter: 1 / 160,
      ambientEv: 0,
      depthWanted: 0.12,
      blurLimit: 0.001,
    },
    catch: { distance: 0.6 },
  },
  bodies: [body('Centre', 'object', true), body('Rim', 'rim', true)],
  moments: [
    after('near the apex', 'apex', 0, { window: [0.03, 0.03], sharp: { object: null, rim: null } }),
    along('on its way up', 0, { window: [0.02, 0.02], sharp: { object: null, rim: null } }),
    along('on its way down', 0, { window: [0.02, 0.02], sharp: { object: null, rim: null } }, true),
  ],
  preparation: [
    'Mark for the hand; apex height marked on a stick',
    'Soft catch below',
    'Spin tried ten times',
    'Focus on the stand-in at the apex',
  ],
  reset: ['Object back in hand, marks checked', 'Catch in place'],
}
