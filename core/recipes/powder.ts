import { ASKED_OF_ALL, BASE } from './base'
import { body } from '../setup/body'
import { batteryFlash } from './flashes'
import { after } from './moment'
import type { RecipeFacts } from './facts'

/** Powder let go by hands. */
export const powder: RecipeFacts = {
  name: 'Climber’s chalk clap',
  traits: { cloud: true, person: true, hazards: { dust: true, people: true } },
  asks: ['sensor.offset', 'moment.time', 'subject.height', ...ASKED_OF_ALL],
  start: {
    method: 'sync-shutter',
    action: { kind: 'hand' },
    motion: {
      kind: 'flight',
      speed: 4,
      speedSpread: 0.12,
      speedError: 0.3,
      objectLength: 0.02,
      diameter: 0.02,
      mass: 0.001,
      dragPerMetre: 4,
    },
    subject: { distance: 0, distanceError: 0, depth: 0.3, height: 0.5 },
    sensor: {
      ...BASE.sensor,
      kind: 'sound',
      source: 'start',
      position: 0,
      offset: 0.8,
      positionError: 0.03,
      falsePeak: 0.08,
      eventPeak: 0.5,
      threshold: 0.2,
    },
    flashes: [
      batteryFlash({ power: 1 / 16, distance: 1.2, units: 2 }),
      batteryFlash({ name: 'Rim', power: 1 / 16, distance: 1.3, angle: 0.7 }),
    ],
    picture: { distance: 3, aperture: 9, iso: 125, shutter: 1 / 160, ambientEv: 1, depthWanted: 0.4, blurLimit: 0.001 },
    catch: { distance: 1 },
  },
  bodies: [body('Grains', 'object', true), body('Hands', 'limbs', false)],
  moments: [
    after('cloud a hand’s breadth out', 'start', 0.11, {
      window: [0.03, 0.04],
      spread: 0.12,
      error: 0.3,
      sharp: { object: null },
    }),
    after('hands just met', 'start', 0.008, {
      window: [0.006, 0.008],
      spread: 0.1,
      error: 0.2,
      sharp: { limbs: null },
    }),
    after('cloud at its fullest', 'start', 0.3, {
      window: [0.08, 0.1],
      spread: 0.15,
      error: 0.3,
      sharp: { object: null },
    }),
  ],
  preparation: [
    'Measured heap for each take',
    'Mask and goggles for the performer',
    'No flame, no hot lamp; the room aired',
    'Ground brushed black',
    'Marks for the feet',
  ],
  reset: ['Air the room until clear', 'Brush clothes and ground', 'New heap, same measure', 'Wipe the lens'],
}
