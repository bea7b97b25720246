import { ASKED_OF_ALL, BASE } from './base'
import { body } from '../setup/body'
import { batteryFlash } from './flashes'
import { share } from './moment'
import type { RecipeFacts } from './facts'

/** A skin under tension, opened by a pin where it is. */
export const balloon: RecipeFacts = {
  name: 'Confetti-filled balloon and a pin',
  traits: { tears: true, hazards: { people: true, loud: true } },
  asks: [
    'subject.height',
    'subject.filling',
    'subject.crackSpeed',
    'sensor.offset',
    'moment.fraction',
    ...ASKED_OF_ALL,
  ],
  start: {
    action: { kind: 'pin' },
    motion: { kind: 'still', speed: 1, objectLength: 0.28, diameter: 0.28, mass: 0.01 },
    subject: { distance: 0, distanceError: 0, depth: 0.28, height: 0.28, filling: 'confetti' },
    sensor: {
      ...BASE.sensor,
      kind: 'sound',
      source: 'start',
      position: 0,
      offset: 0.11,
      positionError: 0.01,
      falsePeak: 0.05,
      eventPeak: 0.7,
      threshold: 0.19,
    },
    flashes: [
      batteryFlash({ units: 2, power: 1 / 128, distance: 0.6 }),
      batteryFlash({ name: 'Rim', power: 1 / 128, distance: 0.8, angle: 0.7 }),
    ],
    // A recoiling skin is near 100 m/s: no light of this kind draws it finer than some millimetres.
    picture: { distance: 1.6, aperture: 11, iso: 400, depthWanted: 0.12, blurLimit: 0.004 },
    catch: { distance: 0.6 },
  },
  bodies: [
    body('Recoiling skin', 'skin', true),
    body('Tip of the tear', 'tear', false),
    body('Contents', 'contents', true),
  ],
  moments: [
    share('skin half open', 'start', 'tear', 0.55, {
      window: [0.0005, 0.0008],
      spread: 0.06,
      error: 0.25,
      sharp: { skin: null, contents: null },
    }),
    share('first tear by the pin', 'start', 'tear', 0.12, {
      window: [0.0002, 0.0003],
      spread: 0.1,
      error: 0.3,
      sharp: { skin: null },
    }),
    share('skin gone, contents still a ball', 'start', 'tear', 1.3, {
      window: [0.001, 0.004],
      spread: 0.06,
      error: 0.25,
      sharp: { contents: null },
    }),
    share('contents beginning to sag', 'start', 'hang', 0.08, {
      window: [0.012, 0.015],
      spread: 0.05,
      error: 0.15,
      sharp: { contents: null },
    }),
  ],
  preparation: [
    'Balloons filled to one size against a template, two spare',
    'Contents dry and loosened, funnel and scales at hand',
    'Pin on a rod, out of the frame',
    'Sheet on the floor, bag over lens and lights',
    'Microphone on its own stand, not on the table',
  ],
  reset: ['Sweep, shake out the sheet', 'New balloon on the mark, same size', 'Wipe the lens cover'],
}
