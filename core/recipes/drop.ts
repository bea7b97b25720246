import { BASE } from './base'
import { body } from '../setup/body'
import { batteryFlash } from './flashes'
import { after, along, share } from './moment'
import type { RecipeFacts } from './facts'

/** Something that falls into liquid. */
export const drop: RecipeFacts = {
  name: 'Key into a bowl of milk',
  traits: { intoLiquid: true, splashes: true, endsAtSubject: true, hazards: { wet: true } },
  asks: [
    'motion.diameter',
    'subject.distance',
    'subject.liquidDepth',
    'sensor.position',
    'moment.time',
    'flashes[0].power',
    'flashes[0].distance',
    'picture.distance',
    'picture.ambientEv',
  ],
  start: {
    action: { kind: 'release' },
    motion: { kind: 'fall', speed: 1, speedSpread: 0, speedError: 0, objectLength: 0.02, diameter: 0.02, mass: 0.012 },
    subject: { distance: 0.45, distanceError: 0.003, depth: 0.06, height: 0.1, liquidDepth: 0.05 },
    sensor: { ...BASE.sensor, position: 0.1, beamWidth: 0.003, response: 0.0005 },
    flashes: [
      batteryFlash({ power: 1 / 32, distance: 0.5 }),
      batteryFlash({ name: 'Behind', power: 1 / 32, distance: 0.5, angle: 1.2 }),
    ],
    picture: { distance: 0.7, aperture: 16, iso: 320, shutter: 2, depthWanted: 0.03, blurLimit: 0.0005 },
    catch: { distance: 0.5 },
  },
  bodies: [body('Falling object', 'object', false), body('Drops of the crown', 'drops', true, 2)],
  moments: [
    share('crown at its highest', 'impact', 'splash', 0.26, {
      window: [0.005, 0.006],
      spread: 0.06,
      error: 0.3,
      sharp: { drops: 2 },
    }),
    along('just above the surface', -0.012, { window: [0.006, 0.006], sharp: { object: null } }),
    after('object hits the bottom of the vessel', 'floor', 0, { window: [0.003, 0.004], sharp: { object: null } }),
    share('cavity open', 'impact', 'cavity', 0.55, {
      window: [0.008, 0.008],
      spread: 0.06,
      error: 0.2,
      sharp: { object: null },
    }),
    share('cavity closing', 'impact', 'cavity', 1, {
      window: [0.005, 0.005],
      spread: 0.06,
      error: 0.2,
      sharp: { object: null },
    }),
    share('jet standing', 'impact', 'splash', 2, {
      window: [0.015, 0.02],
      spread: 0.08,
      error: 0.3,
      sharp: { drops: 1.5 },
    }),
  ],
  preparation: [
    'Bowl filled to the mark, levelled',
    'Release above the centre, plumbed',
    'Surface skimmed, no bubbles',
    'Towel round the bowl, bag over the lights',
    'Stand-in for focus where the splash will be',
  ],
  reset: [
    'Wait until the surface is still',
    'Skim bubbles, top up to the mark',
    'Dry the object and re-hang',
    'Wipe the lens cover',
  ],
}
