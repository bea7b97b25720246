import { ASKED_OF_ALL, BASE } from './base'
import { body } from '../setup/body'
import { batteryFlash } from './flashes'
import { after } from './moment'
import type { RecipeFacts } from './facts'

/** A stream into liquid. */
export const pour: RecipeFacts = {
  name: 'Cream into iced coffee',
  traits: { glass: true, intoLiquid: true, endsAtSubject: true, hazards: { wet: true, shatters: true } },
  asks: ['motion.speed', 'subject.distance', 'sensor.position', 'moment.time', ...ASKED_OF_ALL],
  start: {
    action: { kind: 'pour' },
    motion: {
      kind: 'stream',
      speed: 0.35,
      speedSpread: 0.06,
      speedError: 0.15,
      objectLength: 0.012,
      diameter: 0.012,
      mass: 0.02,
    },
    subject: { distance: 0.16, distanceError: 0.004, depth: 0.09, height: 0.08, liquidDepth: 0.07 },
    sensor: { ...BASE.sensor, position: 0.05, beamWidth: 0.002, response: 0.001 },
    flashes: [
      batteryFlash({ power: 1 / 16, distance: 0.6, units: 1 }),
      batteryFlash({ name: 'Behind', power: 1 / 16, distance: 0.5, angle: 1.2, lossStops: 1 }),
    ],
    picture: { distance: 0.8, aperture: 14, iso: 200, shutter: 1, depthWanted: 0.035, blurLimit: 0.0005 },
    catch: { distance: 0.3 },
  },
  bodies: [
    body('Stream', 'object', false),
    body('Cloud under the surface', 'contents', true, 0.8),
    body('Drops of the splash', 'drops', false),
  ],
  moments: [
    after('cloud opening under the surface', 'impact', 0.18, {
      window: [0.04, 0.05],
      spread: 0.08,
      error: 0.25,
      sharp: { contents: 0.8 },
    }),
    after('stream meets the surface', 'impact', 0, { window: [0.004, 0.004], sharp: { object: null } }),
    after('first splash up', 'impact', 0.04, {
      window: [0.01, 0.012],
      spread: 0.1,
      error: 0.3,
      sharp: { drops: null },
    }),
    after('cloud filling the vessel', 'impact', 0.5, {
      window: [0.08, 0.12],
      spread: 0.1,
      error: 0.3,
      sharp: { contents: 0.5 },
    }),
  ],
  preparation: [
    'Vessel polished with gloves on',
    'Lip of the jug clamped at its height',
    'Liquids at temperature and measured out',
    'Tray, towels and a bucket',
    'Mains leads away from the splash',
  ],
  reset: ['Empty, rinse and polish the vessel', 'Fill to the mark', 'Wipe rim, table and lens cover'],
}
